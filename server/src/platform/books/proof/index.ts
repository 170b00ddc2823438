import { row, type Tx, unhurried } from '../../db.ts';
import { cutting } from './cutting.ts';
import { days } from './days.ts';
import { grams } from './grams.ts';
import { money } from './money.ts';
import { brokenSeals } from './seals.ts';

/** What was proved, and what is wrong, in words. */
export interface Proof {
  movements: number;
  entries: number;
  sales: number;
  /** Closings whose seals were held against their days. */
  sealed: number;
  faults: string[];
}

/** Proves the books from their own records: grams, money, days, cutting, seals. Rule by rule, in bounded memory. */
export const proveBooks = (tx: Tx): Promise<Proof> => unhurried(tx, prove);

async function prove(tx: Tx): Promise<Proof> {
  const counts = (await row<Omit<Proof, 'faults' | 'sealed'>>(
    tx,
    `SELECT (SELECT COUNT(*) FROM movement) AS movements, (SELECT COUNT(*) FROM entry) AS entries,
       (SELECT COUNT(*) FROM sale) AS sales`,
  ))!;
  const faults: string[] = [];
  for (const rule of [...grams, ...money, ...days, ...cutting]) faults.push(...(await rule(tx)));
  const seals = await brokenSeals(tx);
  return { ...counts, sealed: seals.sealed, faults: [...faults, ...seals.faults] };
}
