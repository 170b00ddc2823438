import { type Account, assertBalanced, type Entry, isItem, reverse } from '@ember-slate/core/ledger';
import { isMadeBatch, madeId } from '@ember-slate/core/trim';
import { massText } from '@ember-slate/core/units';
import { today, type Work } from '../context.ts';
import { placeholders, row, rows, run, type Tx } from '../db.ts';
import { problems } from '../problem.ts';
import { formsOf } from '../settings.ts';
import { refuseClosed } from './days.ts';
import { say } from '../say.ts';

export type MovementKind =
  | 'land'
  | 'correct'
  | 'move'
  | 'to_bench'
  | 'cut'
  | 'sell'
  | 'hand_over'
  | 'discard'
  | 'count'
  | 'settle'
  | 'void'
  | 'split'
  | 'return'
  | 'make'
  | 'refund';
export type BalanceKey = Pick<Entry, 'account' | 'lotId' | 'item' | 'batch'>;

/** What lies at one key now, locked until the transaction ends. */
export async function lockBalance(tx: Tx, key: BalanceKey): Promise<{ grams: number; pieces: number }> {
  const found = await row<{ grams: number; pieces: number }>(
    tx,
    'SELECT grams, pieces FROM balance WHERE account = ? AND lot_id = ? AND item = ? AND batch = ? FOR UPDATE',
    [key.account, key.lotId, key.item, key.batch],
  );
  return found ?? { grams: 0, pieces: 0 };
}

const keyText = (k: BalanceKey) =>
  `${k.account}|${String(k.lotId).padStart(10, '0')}|${k.item}|${String(k.batch).padStart(10, '0')}`;

/**
 * Refuses a new row of something no book of the shop knows, or whose batch nobody made (a batch is a ticket, or
 * something made of trim; 0 is the fish as landed): what gets into the ledger once is there for good. What lies there
 * from before may still be binned and counted out.
 */
async function checkNew(work: Work, { account, item, batch }: Entry): Promise<void> {
  if (!account.startsWith('end:') && !isItem(item, formsOf(work.settings)))
    throw problems.badInput(say('nothing_called_can_lie_in_this', { item }));
  if (batch === 0) return;
  const [table, id] = isMadeBatch(batch) ? ['made', madeId(batch)] : ['ticket', batch];
  if (!(await row(work.tx, `SELECT 1 FROM ${table} WHERE id = ?`, [id])))
    throw problems.badInput(say('nobody_made_such_a_batch'));
}

/**
 * Writes one movement and brings the balances along in the same transaction. Rows are locked in one order, so two
 * movements never wait for each other in a ring. Throws a `short` problem when a place would hold less than nothing.
 * `undoes` is the movement that this one takes back, if it does.
 */
export async function post(
  work: Work,
  kind: MovementKind,
  entries: readonly Entry[],
  reason = '',
  undoes: number | null = null,
): Promise<number> {
  // A bag without fish moves money alone.
  if (entries.length > 0 || !['sell', 'void'].includes(kind)) assertBalanced(entries);
  const { tx } = work;
  await refuseClosed(work, today(work), say('open_it_again_to_write_in_it_or'));
  const merged = new Map<string, Entry>();
  for (const e of entries) {
    const key = keyText(e);
    const had = merged.get(key);
    merged.set(key, had ? { ...had, grams: had.grams + e.grams, pieces: had.pieces + e.pieces } : { ...e });
  }
  const movement = await run(
    tx,
    'INSERT INTO movement (kind, at, trading_day, staff_id, reason, undoes) VALUES (?, ?, ?, ?, ?, ?)',
    [kind, work.now, today(work), work.actor.id, reason, undoes],
  );
  for (const [, e] of [...merged].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const has = await lockBalance(tx, e);
    if (e.account.startsWith('place:') && (has.grams + e.grams < 0 || has.pieces + e.pieces < 0)) {
      throw problems.short(
        say('only_pieces_left_there_someone_may', {
          grams: massText(has.grams, work.units),
          pieces: has.pieces,
        }),
      );
    }
    const key = [e.account, e.lotId, e.item, e.batch];
    const had = await run(
      tx,
      'UPDATE balance SET grams = grams + ?, pieces = pieces + ? WHERE account = ? AND lot_id = ? AND item = ? AND batch = ?',
      [e.grams, e.pieces, ...key],
    );
    if (had.affectedRows === 0) {
      await checkNew(work, e);
      // Another movement may make the same row meanwhile: then this adds to it.
      await run(
        tx,
        `INSERT INTO balance (account, lot_id, item, batch, grams, pieces) VALUES (?, ?, ?, ?, ?, ?)
         ON DUPLICATE KEY UPDATE grams = grams + VALUES(grams), pieces = pieces + VALUES(pieces)`,
        [...key, e.grams, e.pieces],
      );
    }
  }
  if (entries.length === 0) return movement.insertId;
  await run(
    tx,
    `INSERT INTO entry (movement_id, account, lot_id, item, batch, grams, pieces)
     VALUES ${entries.map(() => `(${placeholders(7)})`).join(', ')}`,
    entries.flatMap((e) => [movement.insertId, e.account, e.lotId, e.item, e.batch, e.grams, e.pieces]),
  );
  await noteLosses(work, kind, entries, reason);
  return movement.insertId;
}

/**
 * Undoes a movement of today by one of its kind and reason, so that what it added to the losses of the day is taken off
 * them; one that was undone already stays so. Null where it was on another day: what it moved is counted instead. Throws
 * a `short` problem where something of it has left since.
 */
export async function undo(work: Work, id: number): Promise<number | null> {
  const done = await row<{ id: number }>(work.tx, 'SELECT id FROM movement WHERE undoes = ? FOR UPDATE', [
    id,
  ]);
  if (done) return done.id;
  const had = await row<{ kind: MovementKind; day: string; reason: string }>(
    work.tx,
    'SELECT kind, trading_day AS day, reason FROM movement WHERE id = ?',
    [id],
  );
  if (had?.day !== today(work)) return null;
  return post(work, had.kind, reverse(await entriesOf(work.tx, id)), had.reason, id);
}

/** Adds what is thrown away or not accounted for to its day: reports of years read these sums. */
async function noteLosses(work: Work, kind: MovementKind, entries: readonly Entry[], reason: string) {
  const losses = new Map<string, { lotId: number; reason: string; waste: number; unaccounted: number }>();
  for (const e of entries) {
    const waste = e.account === 'end:waste' ? e.grams : 0;
    const unaccounted = e.account === 'end:unaccounted' ? e.grams : 0;
    if (waste === 0 && unaccounted === 0) continue;
    const why = unaccounted !== 0 ? '' : kind === 'cut' ? e.item : reason;
    const had = losses.get(`${e.lotId} ${why}`);
    losses.set(`${e.lotId} ${why}`, {
      lotId: e.lotId,
      reason: why,
      waste: (had?.waste ?? 0) + waste,
      unaccounted: (had?.unaccounted ?? 0) + unaccounted,
    });
  }
  if (losses.size === 0) return;
  const lots = await rows<{ id: number; speciesId: string }>(
    work.tx,
    `SELECT id, species_id AS speciesId FROM lot WHERE id IN (${placeholders(losses.size)})`,
    [...losses.values()].map((l) => l.lotId),
  );
  const speciesOf = new Map(lots.map((l) => [l.id, l.speciesId]));
  // In one order, as all that is locked.
  for (const [, l] of [...losses].sort(([a], [b]) => (a < b ? -1 : 1)))
    await addLoss(work.tx, { ...l, day: today(work), speciesId: speciesOf.get(l.lotId)! });
}

interface Loss {
  day: string;
  speciesId: string;
  reason: string;
  waste: number;
  unaccounted: number;
}

const addLoss = (tx: Tx, l: Loss) =>
  run(
    tx,
    `INSERT INTO day_loss (on_day, species_id, reason, waste, unaccounted) VALUES (?, ?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE waste = waste + VALUES(waste), unaccounted = unaccounted + VALUES(unaccounted)`,
    [l.day, l.speciesId, l.reason, l.waste, l.unaccounted],
  );

/** What was lost of a lot was of another species: the sums of its days follow. */
export async function moveLosses(tx: Tx, lotId: number, was: string, now: string): Promise<void> {
  const found = await rows<Omit<Loss, 'speciesId'>>(
    tx,
    `SELECT m.trading_day AS day, IF(e.account = 'end:unaccounted', '', IF(m.kind = 'cut', e.item, m.reason)) AS reason,
       CAST(SUM(IF(e.account = 'end:waste', e.grams, 0)) AS SIGNED) AS waste,
       CAST(SUM(IF(e.account = 'end:unaccounted', e.grams, 0)) AS SIGNED) AS unaccounted
     FROM entry e JOIN movement m ON m.id = e.movement_id
     WHERE e.lot_id = ? AND e.account IN ('end:waste', 'end:unaccounted') GROUP BY 1, 2 ORDER BY 1, 2`,
    [lotId],
  );
  for (const l of found) {
    await addLoss(tx, { ...l, speciesId: was, waste: -l.waste, unaccounted: -l.unaccounted });
    await addLoss(tx, { ...l, speciesId: now });
  }
}

/** The entries of a movement as they were written. */
export const entriesOf = (tx: Tx, movementId: number): Promise<Entry[]> =>
  rows<Entry>(
    tx,
    'SELECT account, lot_id AS lotId, item, batch, grams, pieces FROM entry WHERE movement_id = ? ORDER BY id',
    [movementId],
  );

export type BalanceRow = {
  account: Account;
  lotId: number;
  item: string;
  batch: number;
  grams: number;
  pieces: number;
};

/** Every balance of these lots. */
export const balancesOfLots = (tx: Tx, lotIds: readonly number[]): Promise<BalanceRow[]> =>
  rows<BalanceRow>(
    tx,
    `SELECT account, lot_id AS lotId, item, batch, grams, pieces FROM balance WHERE lot_id IN (${placeholders(lotIds.length)})`,
    [...lotIds],
  );
