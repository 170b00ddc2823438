import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import type { Work } from '../platform/context.ts';
import { row, rows, run } from '../platform/db.ts';
import { problems } from '../platform/problem.ts';
import { ordersWhere, withLines } from './queries.ts';
import { listStanding } from './standing.ts';

export const listCustomers = (work: Work) =>
  rows<{ id: number; name: string; phone: string }>(
    work.tx,
    'SELECT id, name, phone FROM customer ORDER BY name LIMIT 2000',
  );

/** What the shop knows of a customer, for the one who answers the phone. */
export async function recallCustomer(
  work: Work,
  id: number,
): Promise<AnswerOf<typeof contract.orders.customer>> {
  const customer = await row<{ id: number; version: number; name: string; phone: string; remarks: string }>(
    work.tx,
    'SELECT id, version, name, phone, remarks FROM customer WHERE id = ?',
    [id],
  );
  if (!customer) throw problems.notFound('No such customer');
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

export async function noteCustomer(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.orders.noteCustomer>,
): Promise<{ version: number }> {
  const had = await row<{ version: number; phone: string; remarks: string }>(
    work.tx,
    'SELECT version, phone, remarks FROM customer WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!had) throw problems.notFound('No such customer');
  if (had.version !== body.version)
    throw problems.stale('Someone changed this customer meanwhile: look at it again', had);
  await run(work.tx, 'UPDATE customer SET phone = ?, remarks = ?, version = version + 1 WHERE id = ?', [
    body.phone,
    body.remarks,
    id,
  ]);
  return { version: had.version + 1 };
}
