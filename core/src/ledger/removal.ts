import type { Account, Entry } from './accounts.ts';

export type RemovalRefusal = 'nothing-there' | 'too-many-pieces' | 'too-heavy' | 'pieces-left-without-weight';

/**
 * The entries that take a measured weight out of a row of stock. Taking the last pieces settles what the book
 * and the scale disagree on (drip, rounding) as unaccounted in the same movement, up to `settleLimit` grams; more
 * than that stays in the row to be counted. A row without weight gives nothing, so what it is over by is settled once.
 * Returns the refusal when the row does not hold it.
 */
export function removalEntries(
  key: Pick<Entry, 'account' | 'lotId' | 'item' | 'batch'>,
  has: { grams: number; pieces: number },
  take: { grams: number; pieces: number },
  to: Account,
  settleLimit: number,
): Entry[] | RemovalRefusal {
  if (has.grams <= 0) return 'nothing-there';
  if (take.pieces > has.pieces) return 'too-many-pieces';
  const last = take.pieces === has.pieces;
  const residue = has.grams - take.grams;
  if (residue < 0 && !(last && -residue <= settleLimit)) return 'too-heavy';
  if (residue === 0 && !last) return 'pieces-left-without-weight';
  const settled = last && has.pieces > 0 && Math.abs(residue) <= settleLimit ? residue : Math.min(0, residue);
  const { account, ...what } = key;
  const entries: Entry[] = [
    { ...what, account, grams: -take.grams - settled, pieces: -take.pieces },
    { ...what, account: to, grams: take.grams, pieces: take.pieces },
  ];
  if (settled !== 0) entries.push({ ...what, account: 'end:unaccounted', grams: settled, pieces: 0 });
  return entries;
}
