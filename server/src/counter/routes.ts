import type { contract } from '@ember-slate/contract';
import { idOf, type Documents, type Handlers } from '../platform/handlers.ts';
import { adviceOf } from './advice.ts';
import { count, countsOf } from './counts.ts';
import { markDown, markUp, markdowns } from './markdowns.ts';
import * as moves from './moves.ts';
import { setPrice } from './prices.ts';
import { receipt } from './receipt.ts';
import { refund, salesOf } from './refunds.ts';
import { scan } from './scan.ts';
import { sell, voidSale } from './sell.ts';
import * as slab from './slab.ts';
import { stock } from './stock.ts';
import * as trims from './trim.ts';
import * as trimRules from './trimRules.ts';

export const counter: Handlers<typeof contract.counter> = {
  stock: (work) => stock(work),
  scan: (work, { query }) => scan(work, query.code),
  advice: (work, { query }) => adviceOf(work, query.lotId, query.item),
  sales: (work, { query }) => salesOf(work, query.day),
  sell: (work, { body }) => sell(work, body),
  refund: (work, { params, body }) => refund(work, idOf(params.id), body),
  voidSale: (work, { params, body }) => voidSale(work, idOf(params.id), body.reason),
  move: (work, { body }) => moves.move(work, body),
  moveAll: (work, { body }) => moves.moveAll(work, body),
  discard: (work, { body }) => moves.discard(work, body),
  count: (work, { body }) => count(work, body),
  counts: (work, { query }) => countsOf(work, query.day),
  price: (work, { body }) => setPrice(work, body),
  markdowns: (work) => markdowns(work),
  markDown: (work, { body }) => markDown(work, body),
  markUp: (work, { body }) => markUp(work, body),
  slab: (work) => slab.slab(work),
  setSlab: (work, { body }) => slab.setSlab(work, body),
  putAt: (work, { body }) => slab.putAt(work, body),
};

export const counterDocuments: Documents<typeof contract.counter> = {
  receipt: (work, params) => receipt(work, idOf(params.id)),
};

export const trim: Handlers<typeof contract.trim> = {
  book: (work, { query }) => trims.trimBook(work, query.from, query.to),
  lying: (work) => trims.lying(work),
  make: (work, { body }) => trims.make(work, body),
  setRule: (work, { params, body }) => trimRules.setRule(work, params.part ?? '', body),
  setCustoms: (work, { params, body }) => trimRules.setCustoms(work, params.part ?? '', body),
  setProduct: (work, { params, body }) => trimRules.setProduct(work, params.product ?? '', body),
};
