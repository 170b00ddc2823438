import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { make, setCustoms, setProduct, setRule, takeBack } from './commands.ts';
import { trimOnHand, trimBook } from './queries.ts';

export const trim: Handlers<typeof contract.trim> = {
  book: (work, { query }) => trimBook(work, query.from, query.to),
  onHand: (work) => trimOnHand(work),
  make: (work, { body }) => make(work, body),
  takeBack: (work, { params, body }) => takeBack(work, idOf(params.id), body.reason),
  setRule: (work, { params, body }) => setRule(work, params.part ?? '', body),
  setCustoms: (work, { params, body }) => setCustoms(work, params.part ?? '', body),
  setProduct: (work, { params, body }) => setProduct(work, params.product ?? '', body),
};
