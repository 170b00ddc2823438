import type { BodyOf, contract } from '@ember-slate/contract';
import { isItem } from '@ember-slate/core/ledger';
import { productId } from '@ember-slate/core/trim';
import { trimOf } from '@ember-slate/core/yields';
import { tradingDay } from '@ember-slate/core/calendar';
import type { Work } from '../platform/context.ts';
import { marks, row, rows, run } from '../platform/db.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { formsOf } from '../platform/settings.ts';
import { oneSpecies } from '../species/queries.ts';

type What = { lotId: number; item: string; batch: number };
const whatText = (w: What) => `${w.lotId} ${w.item} ${w.batch}`;

/**
 * Prices as they stand: the list by species and item, what the shop asks for any trim or product, markdowns by row.
 * A till asks for the species in its bag only.
 */
export async function pricesOf(work: Work, onlySpecies?: readonly string[]) {
  const list = await rows<{ species_id: string; item: string; per_kg: number }>(
    work.tx,
    `SELECT species_id, item, per_kg FROM price${onlySpecies ? ` WHERE species_id IN (${marks(onlySpecies.length)})` : ''}`,
    [...(onlySpecies ?? [])],
  );
  const marked = await rows<What & { perKg: number }>(
    work.tx,
    'SELECT lot_id AS lotId, item, batch, per_kg AS perKg FROM markdown WHERE ended_at IS NULL ORDER BY id',
  );
  const listed = new Map(list.map((p) => [`${p.species_id} ${p.item}`, p.per_kg]));
  const markdowns = new Map(marked.map((m) => [whatText(m), m.perKg]));
  const general = (item: string): number | null => {
    const [part, product] = [trimOf(item), productId(item)];
    if (part) return work.settings.trimRules[part]?.perKg ?? null;
    return product ? (work.settings.productPrices[product] ?? null) : null;
  };
  const full = (speciesId: string, item: string) => listed.get(`${speciesId} ${item}`) ?? general(item);
  return {
    full,
    now: (speciesId: string, what: What) => {
      const list = full(speciesId, what.item);
      const marked = markdowns.get(whatText(what));
      return marked !== undefined && (list === null || marked < list) ? marked : list;
    },
  };
}
export type Prices = Awaited<ReturnType<typeof pricesOf>>;

/**
 * Whether this was the price of a row at any time of the trading day: a bag weighed before a change, or kept on a
 * screen while the line was gone, is sold for what the customer was told.
 */
export async function wasPriceToday(
  work: Work,
  speciesId: string,
  what: What,
  perKg: number,
): Promise<boolean> {
  const changes = await rows<{ perKg: number; at: Date }>(
    work.tx,
    'SELECT per_kg AS perKg, at FROM price_change WHERE species_id = ? AND item = ? ORDER BY at DESC, id DESC LIMIT 50',
    [speciesId, what.item],
  );
  const day = tradingDay(work.now, work.settings);
  const on = (at: Date) => tradingDay(at, work.settings);
  // Those of today, and the one that stood when the day began.
  const first = changes.findIndex((c) => on(c.at) < day);
  if (changes.slice(0, first === -1 ? changes.length : first + 1).some((c) => c.perKg === perKg)) return true;
  const marked = await rows<{ perKg: number; fullPerKg: number; endedAt: Date | null }>(
    work.tx,
    'SELECT per_kg AS perKg, full_per_kg AS fullPerKg, ended_at AS endedAt FROM markdown WHERE lot_id = ? AND item = ? AND batch = ?',
    [what.lotId, what.item, what.batch],
  );
  return marked.some(
    (m) => (m.endedAt === null || on(m.endedAt) === day) && (m.perKg === perKg || m.fullPerKg === perKg),
  );
}

/** Sets a price that was thought of while another stood there: where that one is gone, nothing is written. */
export async function setPrice(
  work: Work,
  { was, ...body }: BodyOf<typeof contract.counter.price>,
): Promise<{ id: number }> {
  if (!(await oneSpecies(work.tx, body.speciesId)))
    throw fieldProblem('speciesId', 'Not in the species book');
  if (!isItem(body.item, formsOf(work.settings)))
    throw fieldProblem('item', 'Not a form or trim of this shop');
  const had = await row<{ perKg: number }>(
    work.tx,
    'SELECT per_kg AS perKg FROM price WHERE species_id = ? AND item = ? FOR UPDATE',
    [body.speciesId, body.item],
  );
  const now = had?.perKg ?? (await pricesOf(work, [body.speciesId])).full(body.speciesId, body.item);
  if (now !== was) throw problems.stale('Someone set this price meanwhile: look at it again', { was: now });
  return had?.perKg === body.perKg ? { id: 0 } : writePrice(work, body);
}

/** Writes a price and the row of its history. */
export async function writePrice(
  work: Work,
  body: Omit<BodyOf<typeof contract.counter.price>, 'was'>,
): Promise<{ id: number }> {
  await run(
    work.tx,
    'INSERT INTO price (species_id, item, per_kg) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE per_kg = VALUES(per_kg)',
    [body.speciesId, body.item, body.perKg],
  );
  const made = await run(
    work.tx,
    'INSERT INTO price_change (species_id, item, per_kg, at, staff_id, reason) VALUES (?, ?, ?, ?, ?, ?)',
    [body.speciesId, body.item, body.perKg, work.now, work.actor.id, body.reason],
  );
  return { id: made.insertId };
}
