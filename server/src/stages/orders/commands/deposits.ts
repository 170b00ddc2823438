import type { Pay } from '@ember-slate/contract';
import { refuseClosed } from '../../../platform/books/days.ts';
import { today, type Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import type { Kind } from '../../../shop/deposits.ts';
import { say } from '../say.ts';

/** Writes what happened to money left with an order; nothing of nothing is not written. */
export async function noteDeposit(
  work: Work,
  orderId: number,
  kind: Kind,
  money: number,
  pay: Pay = 'cash',
): Promise<void> {
  if (money <= 0) return;
  await refuseClosed(work, today(work), say('money_changes_hands_on_an_open_day'));
  await run(
    work.tx,
    'INSERT INTO deposit (order_id, kind, money, at, on_day, staff_id, pay) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [orderId, kind, money, work.now, today(work), work.actor.id, pay],
  );
}

/** How the money left with an order was paid. */
export const depositWay = async (work: Work, orderId: number): Promise<Pay | undefined> =>
  (
    await row<{ pay: Pay }>(
      work.tx,
      "SELECT pay FROM deposit WHERE order_id = ? AND kind = 'taken' LIMIT 1",
      [orderId],
    )
  )?.pay;
