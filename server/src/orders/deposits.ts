import { today, type Work } from '../platform/context.ts';
import { run } from '../platform/db.ts';

/** Writes what happened to money left with an order; nothing of nothing is not written. */
export async function noteDeposit(
  work: Work,
  orderId: number,
  kind: 'taken' | 'used' | 'returned' | 'kept',
  money: number,
): Promise<void> {
  if (money <= 0) return;
  await run(
    work.tx,
    'INSERT INTO deposit (order_id, kind, money, at, on_day, staff_id) VALUES (?, ?, ?, ?, ?, ?)',
    [orderId, kind, money, work.now, today(work), work.actor.id],
  );
}
