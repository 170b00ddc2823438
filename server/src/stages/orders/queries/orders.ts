import { remembered } from '../../../platform/kept.ts';
import type { Order } from '@ember-slate/contract';
import { addDays, instantOn } from '@ember-slate/core/calendar';
import type { Reader } from '../../../platform/context.ts';
import { ordersWhere, withLines } from '../../../shop/orders.ts';

export const listOrders = remembered(async (work: Reader, handedOn?: string): Promise<Order[]> => {
  if (!handedOn) return withLines(work.tx, await ordersWhere(work.tx, "o.state IN ('open', 'ready')", []));
  const from = instantOn(handedOn, 0, work.settings);
  const to = instantOn(addDays(handedOn, 1), 0, work.settings);
  return withLines(
    work.tx,
    await ordersWhere(work.tx, "o.state = 'handed' AND o.handed_at >= ? AND o.handed_at < ?", [from, to]),
  );
});
