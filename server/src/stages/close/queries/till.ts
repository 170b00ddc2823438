import type { DayClose, Pay } from '@ember-slate/contract';
import type { Reader } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';

/** What should have come in on a day by way of paying: sales less deposits used, deposits, what was paid on accounts, less money given back. */
export async function tillsOf(work: Reader, day: string): Promise<DayClose['tills']> {
  const found = await rows<{
    pay: Pay;
    what: 'sales' | 'deposits' | 'refunds' | 'payments';
    money: number;
  }>(
    work.tx,
    `SELECT pay, 'sales' AS what, CAST(SUM(CAST(total AS SIGNED) - deposit_used) AS SIGNED) AS money FROM sale FORCE INDEX (counted)
       WHERE sold_on = ? AND void_movement_id IS NULL GROUP BY pay
     UNION ALL SELECT pay, 'deposits', CAST(SUM(IF(kind = 'taken', 1, -1) * CAST(money AS SIGNED)) AS SIGNED) FROM deposit
       WHERE on_day = ? AND kind IN ('taken', 'returned') GROUP BY pay
     UNION ALL SELECT pay, 'refunds', CAST(-SUM(CAST(money AS SIGNED)) AS SIGNED) FROM refund WHERE on_day = ? GROUP BY pay
     UNION ALL SELECT pay, 'payments', CAST(SUM(CAST(money AS SIGNED)) AS SIGNED) FROM payment
       WHERE on_day = ? AND undone_at IS NULL GROUP BY pay`,
    [day, day, day, day],
  );
  const of = (pay: Pay) => {
    const part = (what: string) => found.find((f) => f.pay === pay && f.what === what)?.money ?? 0;
    const till = {
      sales: part('sales'),
      deposits: part('deposits'),
      refunds: part('refunds'),
      payments: part('payments'),
    };
    return { ...till, expected: till.sales + till.deposits + till.refunds + till.payments };
  };
  return { cash: of('cash'), card: of('card'), account: of('account') };
}
