import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { saveForm, setMyMethod, setShopMethods } from './commands.ts';
import { formsBook } from './queries.ts';

export const forms: Handlers<typeof contract.forms> = {
  book: (work) => formsBook(work),
  save: (work, { body }) => saveForm(work, body),
  shopMethods: (work, { body }) => setShopMethods(work, body),
  myMethods: (work, { body }) => setMyMethod(work, body),
};
