import { nth } from '../found.ts';
export {
  accounts,
  addedKinds,
  isOfKind,
  placesOfKind,
  stockPlaces,
  type Account,
  type AddedKind,
  type Entry,
  type StockPlace,
} from './accounts.ts';
export { isItem, isSaleable, itemName, lifeFactorOf, readItem, type Item } from './items.ts';
export { removalEntries, type RemovalRefusal } from './removal.ts';
import { apportion } from '../units/index.ts';
import type { Account, Entry } from './accounts.ts';

/** Throws RangeError unless the entries are whole grams, not all nothing, and sum to zero for every lot. */
export function assertBalanced(entries: readonly Entry[]): void {
  const sums = new Map<number, number>();
  for (const e of entries) {
    if (!Number.isInteger(e.grams) || !Number.isInteger(e.pieces))
      throw new RangeError('Ledger entries are whole grams and pieces');
    sums.set(e.lotId, (sums.get(e.lotId) ?? 0) + e.grams);
  }
  if (entries.length < 2) throw new RangeError('A movement has at least two sides');
  for (const [lotId, sum] of sums)
    if (sum !== 0) throw new RangeError(`Lot ${lotId} is off by ${sum} g in this movement`);
}

/** The two entries that carry something from one account to another unchanged. */
export function transfer(what: Omit<Entry, 'account'>, from: Account, to: Account): Entry[] {
  return [
    { ...what, account: from, grams: -what.grams, pieces: -what.pieces },
    { ...what, account: to },
  ];
}

/** The entries that undo a movement. */
export const reverse = (entries: readonly Entry[]): Entry[] =>
  entries.map((e) => ({ ...e, grams: -e.grams, pieces: -e.pieces }));

/** The same entries with those of one row made one, in the order the rows came; what adds up to nothing is left out. */
export function summed(entries: readonly Entry[]): Entry[] {
  const rows = new Map<string, Entry>();
  for (const e of entries) {
    const key = `${e.account} ${e.lotId} ${e.item} ${e.batch}`;
    const had = rows.get(key);
    rows.set(key, had ? { ...had, grams: had.grams + e.grams, pieces: had.pieces + e.pieces } : e);
  }
  return [...rows.values()].filter((e) => e.grams !== 0 || e.pieces !== 0);
}

export interface CutInput {
  lotId: number;
  /** The row of stock the fish came from; it now lies on the bench. */
  item: string;
  batch: number;
  grams: number;
  pieces: number;
}

export interface CutOutput {
  account: Account;
  item: string;
  grams: number;
  pieces: number;
}

/**
 * The movement of a cut: inputs leave the bench, every output is shared over the lots by input weight (largest
 * remainders, so every lot balances to the gram), and what is not accounted for goes to `end:unaccounted`.
 * Pieces go to the lot with the most input, which keeps a piece one piece.
 */
export function cutEntries(
  inputs: readonly CutInput[],
  outputs: readonly CutOutput[],
  ticketId: number,
): Entry[] {
  const totals = inputs.map((i) => i.grams);
  const entries: Entry[] = inputs.map((i) => ({
    account: 'place:bench',
    lotId: i.lotId,
    item: i.item,
    batch: i.batch,
    grams: -i.grams,
    pieces: -i.pieces,
  }));
  const largest = totals.indexOf(Math.max(...totals));
  const left = [...totals];
  for (const out of outputs) {
    const shares =
      out.grams < 0 ? apportion(-out.grams, totals).map((g) => -g) : apportion(out.grams, totals);
    inputs.forEach((input, i) => {
      const pieces = i === largest ? out.pieces : 0;
      if (shares[i] === 0 && pieces === 0) return;
      left[i] = nth(left, i) - nth(shares, i);
      entries.push({
        account: out.account,
        lotId: input.lotId,
        item: out.item,
        batch: ticketId,
        grams: nth(shares, i),
        pieces,
      });
    });
  }
  inputs.forEach((input, i) => {
    if (left[i] !== 0)
      entries.push({
        account: 'end:unaccounted',
        lotId: input.lotId,
        item: 'cut',
        batch: ticketId,
        grams: nth(left, i),
        pieces: 0,
      });
  });
  return entries;
}

/** Where a lot's grams are now, summed over its entries; received equals the sum of all the others. */
export interface LotFlow {
  received: number;
  sold: number;
  /** Sent back to the supplier. */
  returned: number;
  stock: number;
  kitchen: number;
  waste: number;
  drip: number;
  unaccounted: number;
}

/** Sums a lot's balances by account into its flow. */
export function lotFlow(balances: readonly { account: Account; grams: number }[]): LotFlow {
  const of = (test: (a: Account) => boolean) =>
    balances.filter((b) => test(b.account)).reduce((s, b) => s + b.grams, 0);
  return {
    received: -of((a) => a === 'outside:supplier'),
    sold: of((a) => a === 'outside:customer'),
    returned: of((a) => a === 'outside:returned'),
    stock: of((a) => a.startsWith('place:')),
    kitchen: of((a) => a === 'end:kitchen'),
    waste: of((a) => a === 'end:waste'),
    drip: of((a) => a === 'end:drip'),
    unaccounted: of((a) => a === 'end:unaccounted'),
  };
}

/** Unaccounted as a share of received, and whether it is within 1.5 % or 10 g (our choice). */
export function lotDiscrepancy(flow: LotFlow): { share: number; grams: number; within: boolean } {
  const allowed = Math.max(10, Math.round(flow.received * 0.015));
  return {
    share: flow.received === 0 ? 0 : flow.unaccounted / flow.received,
    grams: flow.unaccounted,
    within: Math.abs(flow.unaccounted) <= allowed,
  };
}
