import { accounts } from '@ember-slate/core/ledger';
import { rows, type Asks } from './db.ts';

const places = accounts
  .filter((a) => a.startsWith('place:'))
  .map((a) => `'${a}'`)
  .join(', ');

/** The balance table by what lies somewhere now: years of empty rows are passed over, whatever the optimiser thinks. */
export const lyingBalance = 'balance b FORCE INDEX (lying)';
/** Rows of it with something in a place. */
export const lies = `b.account IN (${places}) AND b.grams > 0`;

/** Lots of which something still lies in the shop. */
export async function lotsLying(tx: Asks): Promise<number[]> {
  const found = await rows<{ id: number }>(
    tx,
    `SELECT DISTINCT b.lot_id AS id FROM ${lyingBalance} WHERE ${lies}`,
  );
  return found.map((f) => f.id);
}
