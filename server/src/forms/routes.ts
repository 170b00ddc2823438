import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../platform/handlers.ts';
import { writeSettings } from '../platform/settings.ts';
import * as service from './service.ts';

export const forms: Handlers<typeof contract.forms> = {
  book: (work) => service.formsBook(work),
  save: (work, { body }) => service.saveForm(work, body),
  shopSchools: (work, { body }) => service.setShopSchools(work, body.choices),
  mySchools: (work, { body }) => service.setMySchools(work, body.choices),
  setLabels: async (work, { body }) => {
    await writeSettings(work.tx, { labels: body });
    return {};
  },
};
