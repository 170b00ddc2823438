import type { BalanceKey } from '../platform/books/ledger.ts';

/** A row of stock as requests name it. */
export type Key = { place: BalanceKey['account']; lotId: number; item: string; batch: number };

export const accountKey = (key: Key): BalanceKey => ({
  account: key.place,
  lotId: key.lotId,
  item: key.item,
  batch: key.batch,
});

export const keyText = (k: Key): string => [k.place, k.lotId, k.item, k.batch].join(' ');

/** Rows that a promise rests on: uncut fish in the cold room. */
export const carriesPromises = (key: Key): boolean =>
  key.place === 'place:cold_room' && key.item === 'whole' && key.batch === 0;
