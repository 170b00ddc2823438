import type { BodyOf, contract } from '@ember-slate/contract';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { say } from '../say.ts';

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
  if (!had) throw problems.notFound(say('no_such_customer'));
  if (had.version !== body.version) throw problems.stale(say('someone_changed_this_customer'), had);
  await run(work.tx, 'UPDATE customer SET phone = ?, remarks = ?, version = version + 1 WHERE id = ?', [
    body.phone,
    body.remarks,
    id,
  ]);
  return { version: had.version + 1 };
}

/** A customer of a list the shop brought along. */
export const bringCustomer = (work: Work, c: { name: string; phone: string; remarks: string }) =>
  run(work.tx, 'INSERT INTO customer (name, phone, remarks) VALUES (?, ?, ?)', [c.name, c.phone, c.remarks]);
