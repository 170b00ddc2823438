import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader } from '../../../platform/context.ts';
import { row, rows } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { ordersWhere, withLines } from '../../../shop/orders.ts';
import { listStanding } from './standing.ts';
import { say } from '../say.ts';

export const listCustomers = (work: Reader) =>
  rows<{ id: number; name: string; phone: string }>(
    work.tx,
    'SELECT id, name, phone FROM customer ORDER BY name LIMIT 2000',
  );

/** What the shop knows of a customer, for the one who answers the phone. */
export async function recallCustomer(
  work: Reader,
  id: number,
): Promise<AnswerOf<typeof contract.orders.customer>> {
  const customer = await row<{ id: number; version: number; name: string; phone: string; remarks: string }>(
    work.tx,
    'SELECT id, version, name, phone, remarks FROM customer WHERE id = ?',
    [id],
  );
  if (!customer) throw problems.notFound(say('no_such_customer'));
  const [count] = await rows<{ collected: number; uncollected: number }>(
    work.tx,
    `SELECT CAST(COALESCE(SUM(state = 'handed'), 0) AS SIGNED) AS collected,
       CAST(COALESCE(SUM(state = 'uncollected'), 0) AS SIGNED) AS uncollected FROM customer_order WHERE customer_id = ?`,
    [id],
  );
  return {
    ...customer,
    ...count!,
    orders: await withLines(
      work.tx,
      await ordersWhere(
        work.tx,
        "o.customer_id = ? AND o.state <> 'cancelled'",
        [id],
        'o.due_at DESC, o.id DESC LIMIT 5',
      ),
    ),
    standing: await listStanding(work, 's.customer_id = ?', [id]),
  };
}
