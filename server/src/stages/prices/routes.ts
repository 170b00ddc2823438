import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { dropAhead, markDown, markUp, setPrice, setPrices } from './commands/prices.ts';
import { priceHistory, priceList } from './queries/list.ts';
import { readList } from './queries/pasted.ts';
import { markdowns } from './queries/markdowns.ts';

export const prices: Handlers<typeof contract.prices> = {
  list: (work) => priceList(work),
  history: (work, { query }) => priceHistory(work, query.speciesId, query.item),
  set: (work, { body }) => setPrice(work, body),
  dropAhead: (work, { params }) => dropAhead(work, idOf(params.id)),
  readList: (work, { body }) => readList(work, body.text),
  setList: (work, { body }) => setPrices(work, body.prices),
  markdowns: (work) => markdowns(work),
  markDown: (work, { body }) => markDown(work, body),
  markUp: (work, { body }) => markUp(work, body),
};
