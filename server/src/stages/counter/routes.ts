import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { countsOf } from '../../shop/counts.ts';
import { stock } from '../../shop/stock.ts';
import { count } from './commands/counts.ts';
import { discard, move, moveAll } from './commands/moves.ts';
import { refund } from './commands/refunds.ts';
import { sell, voidSale } from './commands/sell.ts';
import { putAt, setSlab } from './commands/slab.ts';
import { adviceOf } from './queries/advice.ts';
import { receipt } from './queries/receipt.ts';
import { salesOf } from './queries/sales.ts';
import { scan } from './queries/scan.ts';
import { slab } from './queries/slab.ts';

export const counter: Handlers<typeof contract.counter> = {
  stock: (work) => stock(work),
  scan: (work, { query }) => scan(work, query.code),
  advice: (work, { query }) => adviceOf(work, query.lotId, query.item, query.batch),
  sales: (work, { query }) => salesOf(work, query.day),
  sell: (work, { body }) => sell(work, body),
  refund: (work, { params, body }) => refund(work, idOf(params.id), body),
  voidSale: (work, { params, body }) => voidSale(work, idOf(params.id), body.reason),
  move: (work, { body }) => move(work, body),
  moveAll: (work, { body }) => moveAll(work, body),
  discard: (work, { body }) => discard(work, body),
  count: (work, { body }) => count(work, body),
  counts: (work, { query }) => countsOf(work, query.day),
  slab: (work) => slab(work),
  setSlab: (work, { body }) => setSlab(work, body),
  putAt: (work, { body }) => putAt(work, body),
  receipt: (work, { params }) => receipt(work, idOf(params.id)),
};
