import {
  type Account,
  type Entry,
  isItem,
  removalEntries,
  type RemovalRefusal,
} from '@ember-slate/core/ledger';
import { massText, type UnitSystem } from '@ember-slate/core/units';
import type { Work } from '../context.ts';
import { placeholders, row, rows, type Tx } from '../db.ts';
import { fieldProblem, problems } from '../problem.ts';
import { formsOf } from '../settings.ts';
import { type BalanceKey, lockBalance } from './ledger.ts';
import { say } from '../say.ts';

/** Locks lots in one order, so that promising, selling and cutting the same fish queue up. */
export async function lockLots(tx: Tx, lotIds: readonly number[]): Promise<void> {
  const ids = [...new Set(lotIds)].sort((a, b) => a - b);
  if (ids.length > 0)
    await rows(
      tx,
      `SELECT id FROM lot WHERE id IN (${placeholders(ids.length)}) ORDER BY id FOR UPDATE`,
      ids,
    );
}

const refusals: Record<
  RemovalRefusal,
  (has: { grams: number; pieces: number }, units: UnitSystem) => string
> = {
  'nothing-there': () => say('nothing_of_it_lies_there_someone'),
  'too-many-pieces': (has) => say('only_left_there_someone_may_just', { pieces: has.pieces }),
  'too-heavy': (has, units) =>
    say('only_left_there_someone_may_just_2', { grams: massText(has.grams, units) }),
  'pieces-left-without-weight': (has) => say('that_is_all_the_weight_but_pieces', { pieces: has.pieces }),
};

/** A row of stock that is or was there, by its key. Throws a problem when there never was one. */
export async function knownRow(work: Pick<Work, 'tx' | 'settings'>, key: BalanceKey): Promise<void> {
  if (!isItem(key.item, formsOf(work.settings)))
    throw fieldProblem('item', say('nothing_of_that_kind_is_in_this'));
  const found = await row(
    work.tx,
    'SELECT 1 FROM balance WHERE account = ? AND lot_id = ? AND item = ? AND batch = ?',
    [key.account, key.lotId, key.item, key.batch],
  );
  if (!found) throw problems.notFound(say('there_is_no_such_row_of_stock'));
}

/**
 * Entries that take this weight out of a row, with the last piece's residue settled. Locks the row. Throws a `short`
 * problem when it does not hold that much. The settling limit is 1.5 % of what the lot was landed with, at least 30 g
 * (our choice).
 */
export async function removeStock(
  work: Work,
  key: BalanceKey,
  amount: { grams: number; pieces: number },
  to: Account,
): Promise<Entry[]> {
  const has = await lockBalance(work.tx, key);
  const lot = await row<{ grams: number }>(work.tx, 'SELECT grams FROM lot WHERE id = ?', [key.lotId]);
  if (!lot) throw problems.notFound(say('no_such_lot'));
  const entries = removalEntries(key, has, amount, to, Math.max(30, Math.round(lot.grams * 0.015)));
  if (typeof entries === 'string') throw problems.short(refusals[entries](has, work.units));
  return entries;
}
