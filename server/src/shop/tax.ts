import type { AtRate } from '@ember-slate/core/prices';
import type { Reader } from '../platform/context.ts';
import { rows } from '../platform/db.ts';

/**
 * What was taken between two days by rate of tax, highest first, less what was given back in them; minor units. Closed
 * days come from their own sums, open ones from their lines.
 */
export const taxBetween = (work: Reader, from: string, to: string): Promise<AtRate[]> =>
  rows<AtRate>(
    work.tx,
    `SELECT rate, CAST(SUM(paid) AS SIGNED) AS paid, CAST(SUM(tax) AS SIGNED) AS tax FROM (
       SELECT rate, CAST(money AS SIGNED) AS paid, CAST(tax AS SIGNED) AS tax FROM day_tax WHERE on_day BETWEEN ? AND ?
       UNION ALL SELECT x.tax_rate, CAST(x.money AS SIGNED), CAST(x.tax AS SIGNED)
         FROM trading_day d JOIN sale_line x ON x.sold_on = d.day AND x.way <> 'voided'
         WHERE d.day BETWEEN ? AND ? AND NOT d.closed AND x.tax_rate IS NOT NULL
       UNION ALL SELECT x.tax_rate, -CAST(l.money AS SIGNED), -CAST(l.tax AS SIGNED)
         FROM refund r JOIN refund_line l ON l.refund_id = r.id
         JOIN sale_line x ON x.sale_id = l.sale_id AND x.position = l.position
         WHERE r.on_day BETWEEN ? AND ? AND x.tax_rate IS NOT NULL) AS parts
     GROUP BY rate ORDER BY rate DESC`,
    [from, to, from, to, from, to],
  );
