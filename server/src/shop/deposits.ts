import type { Reader } from '../platform/context.ts';
import { rows } from '../platform/db.ts';

/** What happens to money left with an order. */
export type Kind = 'taken' | 'used' | 'returned' | 'kept';

/** What became of money left with orders on a day. */
export async function depositsOf(work: Reader, day: string): Promise<Record<Kind, number>> {
  const found = await rows<{ kind: Kind; money: number }>(
    work.tx,
    'SELECT kind, CAST(SUM(money) AS SIGNED) AS money FROM deposit WHERE on_day = ? GROUP BY kind',
    [day],
  );
  const of = (kind: Kind) => found.find((d) => d.kind === kind)?.money ?? 0;
  return { taken: of('taken'), used: of('used'), returned: of('returned'), kept: of('kept') };
}
