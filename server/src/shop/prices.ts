import { tradingDay } from '@ember-slate/core/calendar';
import { goodsOf, keptOf, type Unit } from '@ember-slate/core/prices';
import { productId } from '@ember-slate/core/trim';
import { usualGrams } from '@ember-slate/core/orders';
import { arrivalFraction, type Species } from '@ember-slate/core/species';
import { trimOf } from '@ember-slate/core/yields';
import type { Reader } from '../platform/context.ts';
import { placeholders, rows } from '../platform/db.ts';
import { formsOf } from '../platform/settings.ts';

type What = { lotId: number; item: string; batch: number };
const whatText = (w: What) => `${w.lotId} ${w.item} ${w.batch}`;

/**
 * Prices as they stand: the list by species and item, what the shop asks for any trim or product, markdowns by row.
 * A till asks for the species in its bag only.
 */
export async function pricesOf(work: Reader, onlySpecies?: readonly string[]) {
  const list = await rows<{ species_id: string; item: string; per_kg: number; per_piece: number | null }>(
    work.tx,
    `SELECT species_id, item, per_kg, per_piece FROM price${onlySpecies ? ` WHERE species_id IN (${placeholders(onlySpecies.length)})` : ''}`,
    [...(onlySpecies ?? [])],
  );
  const marked = await rows<What & { perKg: number }>(
    work.tx,
    'SELECT lot_id AS lotId, item, batch, per_kg AS perKg FROM markdown WHERE ended_at IS NULL ORDER BY id',
  );
  const listed = new Map(list.map((p) => [`${p.species_id} ${p.item}`, p.per_kg]));
  const byPiece = new Map(list.map((p) => [`${p.species_id} ${p.item}`, p.per_piece]));
  const markdowns = new Map(marked.map((m) => [whatText(m), m.perKg]));
  const general = (item: string): number | null => {
    const [part, product] = [trimOf(item), productId(item)];
    if (part) return work.settings.trimRules[part]?.perKg ?? null;
    return product ? (work.settings.productPrices[product] ?? null) : null;
  };
  const full = (speciesId: string, item: string) => listed.get(`${speciesId} ${item}`) ?? general(item);
  const pieceFull = (speciesId: string, item: string) => byPiece.get(`${speciesId} ${item}`) ?? null;
  const now = (speciesId: string, what: What) => {
    const list = full(speciesId, what.item);
    const marked = markdowns.get(whatText(what));
    return marked !== undefined && (list === null || marked < list) ? marked : list;
  };
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
    now,
    /** What one costs by the list where it is sold by the piece, else null. */
    pieceFull,
    /** What one costs now: marked down by the same share as a kilogram of it. */
    pieceNow: (speciesId: string, what: What) => {
      const [one, list, is] = [
        pieceFull(speciesId, what.item),
        full(speciesId, what.item),
        now(speciesId, what),
      ];
      return one === null || list === null || is === null ? null : Math.round((one * is) / list);
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
  unit: Unit,
  price: number,
): Promise<boolean> {
  const changes = await rows<{ perKg: number; perPiece: number | null; at: Date }>(
    work.tx,
    'SELECT per_kg AS perKg, per_piece AS perPiece, at FROM price_change WHERE species_id = ? AND item = ? ORDER BY at DESC, id DESC LIMIT 50',
    [speciesId, what.item],
  );
  const day = tradingDay(work.now, work.settings);
  const on = (at: Date) => tradingDay(at, work.settings);
  // Those of today, and the one that stood when the day began.
  const first = changes.findIndex((c) => on(c.at) < day);
  const stood = changes.slice(0, first === -1 ? changes.length : first + 1);
  if (stood.some((c) => (unit === 'piece' ? c.perPiece : c.perKg) === price)) return true;
  const marked = await rows<{ perKg: number; fullPerKg: number; endedAt: Date | null }>(
    work.tx,
    'SELECT per_kg AS perKg, full_per_kg AS fullPerKg, ended_at AS endedAt FROM markdown WHERE lot_id = ? AND item = ? AND batch = ?',
    [what.lotId, what.item, what.batch],
  );
  const today = marked.filter((m) => m.endedAt === null || on(m.endedAt) === day);
  if (unit === 'kg') return today.some((m) => m.perKg === price || m.fullPerKg === price);
  return today.some((m) =>
    stood.some((c) => c.perPiece !== null && Math.round((c.perPiece * m.perKg) / m.fullPerKg) === price),
  );
}

/** What one of an item usually weighs, g: of a usual fish of that kind, or by what the shop says of the form. */
export function pieceGrams(work: Pick<Reader, 'settings'>, species: Species, item: string): number {
  const form = formsOf(work.settings).get(item);
  if (form) return usualGrams(species, form);
  return Math.max(1, Math.round(species.typicalG * arrivalFraction(species, species.arrives)));
}
