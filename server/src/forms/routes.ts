import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';

export const forms: Handlers<typeof contract.forms> = {
  book: (work) => service.formsBook(work),
  save: (work, { body }) => service.saveForm(work, body),
  shopSchools: (work, { body }) => service.setShopSchools(work, body),
  mySchools: (work, { body }) => service.setMySchool(work, body),
  setLabels: (work, { body }) => service.setLabels(work, body),
};
