import type { contract } from '@ember-slate/contract';
import type { Handlers } from '../../platform/handlers.ts';
import { cutters, yieldBook, yieldOf } from './queries.ts';

export const yields: Handlers<typeof contract.yields> = {
  book: (work) => yieldBook(work),
  one: (work, { query }) => yieldOf(work, query),
  cutters: (work) => cutters(work),
};
