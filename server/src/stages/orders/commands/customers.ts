import type { BodyOf, contract } from '@ember-slate/contract';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';

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
