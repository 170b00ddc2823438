import type { contract } from '@ember-slate/contract';
import { type Handlers, idOf } from '../../platform/handlers.ts';
import { countsOf } from '../../shop/counts.ts';
import { stock } from '../../shop/stock.ts';
import { count } from './commands/counts.ts';
import { discard, move, moveAll } from './commands/moves.ts';
import { putRefundRight } from './commands/refundRight.ts';
import { refund } from './commands/refunds.ts';
import { changePay, takeBack } from './commands/putRight.ts';
import { type BackOnShelf, sell, voidSale } from './commands/sell.ts';
import { putAt, setSlab } from './commands/slab.ts';
import { actsToday } from './queries/acts.ts';
import { adviceOf } from './queries/advice.ts';
import { receipt } from './queries/receipt.ts';
import { salesOf } from './queries/sales.ts';
import { scan } from './queries/scan.ts';
import { slab } from './queries/slab.ts';

export const counter = (backOnShelf: BackOnShelf): Handlers<typeof contract.counter> => ({
  stock: (work) => stock(work),
  scan: (work, { query }) => scan(work, query.code),
  advice: (work, { query }) => adviceOf(work, query.lotId, query.item, query.batch),
  sales: (work, { query }) => salesOf(work, query.day),
  sell: (work, { body }) => sell(work, body),
  refund: (work, { params, body }) => refund(work, idOf(params.id), body),
  voidSale: (work, { params, body }) => voidSale(backOnShelf)(work, idOf(params.id), body.reason),
  putRefundRight: (work, { params, body }) => putRefundRight(work, idOf(params.id), body),
  changePay: (work, { params, body }) => changePay(work, idOf(params.id), body),
  acts: (work) => actsToday(work),
  takeBack: (work, { params, body }) => takeBack(work, idOf(params.id), body.reason),
  move: (work, { body }) => move(work, body),
  moveAll: (work, { body }) => moveAll(work, body),
  discard: (work, { body }) => discard(work, body),
  count: (work, { body }) => count(work, body),
  counts: (work, { query }) => countsOf(work, query.day),
  slab: (work) => slab(work),
  setSlab: (work, { body }) => setSlab(work, body),
  putAt: (work, { body }) => putAt(work, body),
  receipt: (work, { params }) => receipt(work, idOf(params.id)),
});
