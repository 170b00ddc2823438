import { tradingDay } from '@ember-slate/core/calendar';
import { goodsOf, keptOf } from '@ember-slate/core/prices';
import { productId } from '@ember-slate/core/trim';
import { trimOf } from '@ember-slate/core/yields';
import type { Reader } from '../platform/context.ts';
import { placeholders, rows } from '../platform/db.ts';

type What = { lotId: number; item: string; batch: number };
const whatText = (w: What) => `${w.lotId} ${w.item} ${w.batch}`;

/**
 * Prices as they stand: the list by species and item, what the shop asks for any trim or product, markdowns by row.
 * A till asks for the species in its bag only.
 */
export async function pricesOf(work: Reader, onlySpecies?: readonly string[]) {
  const list = await rows<{ species_id: string; item: string; per_kg: number }>(
    work.tx,
    `SELECT species_id, item, per_kg FROM price${onlySpecies ? ` WHERE species_id IN (${placeholders(onlySpecies.length)})` : ''}`,
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
  const kept = (item: string) => keptOf(work.settings.tax, goodsOf(item));
  return {
    full,
    /** What the shop keeps of a price when its tax is paid, share. */
    kept,
    /** What the price list says less the tax in it. */
    net: (speciesId: string, item: string) => {
      const list = full(speciesId, item);
      return list === null ? null : Math.round(list * kept(item));
    },
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
  work: Reader,
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
