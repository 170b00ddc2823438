import type { Pay } from '@ember-slate/contract';
import { refuseClosed } from '../platform/days.ts';
import { today, type Work } from '../platform/context.ts';
import { row, rows, run } from '../platform/db.ts';

/** What happens to money left with an order. */
type Kind = 'taken' | 'used' | 'returned' | 'kept';

/** Writes what happened to money left with an order; nothing of nothing is not written. */
export async function noteDeposit(
  work: Work,
  orderId: number,
  kind: Kind,
  money: number,
  pay: Pay = 'cash',
): Promise<void> {
  if (money <= 0) return;
  await refuseClosed(work, today(work), 'money changes hands on an open day');
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

/** What became of money left with orders on a day. */
export async function depositsOf(work: Work, day: string): Promise<Record<Kind, number>> {
  const found = await rows<{ kind: Kind; money: number }>(
    work.tx,
    'SELECT kind, CAST(SUM(money) AS SIGNED) AS money FROM deposit WHERE on_day = ? GROUP BY kind',
    [day],
  );
  const of = (kind: Kind) => found.find((d) => d.kind === kind)?.money ?? 0;
  return { taken: of('taken'), used: of('used'), returned: of('returned'), kept: of('kept') };
}
