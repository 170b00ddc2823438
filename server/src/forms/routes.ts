import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../platform/handlers.ts';
import * as service from './service.ts';

export const forms: Handlers<typeof contract.forms> = {
  book: (work) => service.formsBook(work),
  save: (work, { body }) => service.saveForm(work, body),
  shopMethods: (work, { body }) => service.setShopMethods(work, body),
  myMethods: (work, { body }) => service.setMyMethod(work, body),
  setLabels: (work, { body }) => service.setLabels(work, body),
};
