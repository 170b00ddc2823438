import { inWords } from '@ember-slate/words/core';
import { remembered } from '../platform/kept.ts';
import type { StockRow } from '@ember-slate/contract';
import { speciesCautions } from '@ember-slate/core/board';
import { usedFor } from '@ember-slate/core/freshness';
import { isSaleable, itemName, readItem } from '@ember-slate/core/ledger';
import type { Species } from '@ember-slate/core/species';
import { isMadeBatch, partRefusal, productOf } from '@ember-slate/core/trim';
import { type TrimId, trimOf } from '@ember-slate/core/yields';
import type { Reader } from '../platform/context.ts';
import { rows } from '../platform/db.ts';
import { formsOf } from '../platform/settings.ts';
import { type Clocks, clocksOf, rawOf, type RowState } from './clocks.ts';
import { cutAs, cutsWith } from './cutAs.ts';
import { histamineFull } from './first.ts';
import { carriesPromises, type Key } from './keys.ts';
import { lotsById, type LotWithGrade } from './lots.ts';
import { balanceOnHand, promisedFish, stockRows } from './onHand.ts';
import { pricesOf } from './prices.ts';
import { spotsOf } from './slab.ts';
import { speciesById } from './species.ts';
import { say } from './say.ts';

/** The shop's own rule of a kind of trim; undefined where it has none, and for all that is no trim. */
const ruleOf = (work: Reader, item: string) => {
  const part = trimOf(item);
  return part ? work.settings.trimRules[part] : undefined;
};

/** Whether the shop sells an item at all: its own choice for trims, forms and products always. */
export const sells = (work: Reader, item: string): boolean =>
  ruleOf(work, item)?.keep ?? isSaleable(item, formsOf(work.settings));

/** Whether a part of a fish goes into a tub at the bench: the shop keeps it, and it may be eaten. */
export const keepsTrim = (work: Reader, trim: TrimId, species: Species): boolean =>
  sells(work, `trim:${trim}`) && partRefusal({ trim, species, customs: work.settings.customs }) === null;

/** Why a row may become no food, whatever is made of it; null when it may. */
export function unfitBecause(
  work: Reader,
  lot: LotWithGrade,
  species: Species,
  item: string,
  state: RowState | null,
): string | null {
  if (lot.verdict === null) return say('not_graded_yet');
  if (lot.verdict === 'reject') return say('rejected_it_cannot_be_sold');
  if (lot.verdict === 'hold') return say('on_hold_until_someone_decides');
  if (histamineFull(lot, state)) return say('histamine_account_full_too_long');
  if (readItem(item, formsOf(work.settings)).kind === 'unknown')
    return say('nobody_knows_what_this_is_count_it');
  const trim = trimOf(item);
  const refused = trim ? partRefusal({ trim, species, customs: work.settings.customs }) : null;
  if (refused) return inWords(refused);
  if (!state?.life || state.sellBy !== null) return null;
  return lot.verdict === 'use_today'
    ? say('graded_for_use_on_its_day_alone')
    : say('past_its_life_it_cannot_be_sold');
}

/** Why a row may not be sold as it lies; null when it may. */
export const blockedBecause = (...of: Parameters<typeof unfitBecause>): string | null => {
  const [work, , , item] = of;
  return unfitBecause(...of) ?? (sells(work, item) ? null : say('not_for_sale'));
};

const fitWords = {
  raw: 'raw',
  steam: 'steaming',
  grill: say('the_grill'),
  poach: 'poaching',
  fry: 'frying',
} as const;

/** What a row is still fit for by the share of its life that is used and the record for raw use, in words. */
function fitFor(
  work: Reader,
  species: Species,
  lot: LotWithGrade,
  state: RowState | null,
  logs: Clocks['logs'],
): string | null {
  if (!state?.life || state.sellBy === null) return null;
  const use = usedFor(state.life.used / species.iceDays);
  if (!use) return say('cooking_well_through');
  const raw = lot.verdict !== 'cooked_only' && rawOf(work, lot, state.clock.item, state, logs).fit;
  return use === 'raw' && !raw ? fitWords.steam : fitWords[use];
}

function rowOf(
  work: Reader,
  held: { account: Key['place']; lotId: number; item: string; batch: number; grams: number; pieces: number },
  lot: LotWithGrade,
  species: Species,
  clocks: Clocks,
  taken: number,
  cutWith: string | null,
): Omit<StockRow, 'pricePerKg' | 'fullPerKg' | 'pricePerPiece' | 'spot' | 'parents'> {
  const { account: place, ...h } = held;
  const state = clocks.row(h.lotId, place, h.item, h.batch);
  const product = productOf(h.item);
  return {
    place: place as StockRow['place'],
    ...h,
    code: lot.code,
    speciesId: species.id,
    speciesName: species.name,
    itemName: inWords(itemName(h.item, lot.condition, formsOf(work.settings))),
    condition: lot.condition,
    cutAs: cutAs(formsOf(work.settings), species, { item: h.item, arrival: lot.condition, cutWith }),
    saleable: sells(work, h.item),
    blocked: blockedBecause(work, lot, species, h.item, state),
    freePieces: h.pieces - taken,
    freeGrams: taken === 0 ? h.grams : Math.floor((h.grams * (h.pieces - taken)) / h.pieces),
    daysLeft: state?.life?.left ?? null,
    sellBy: state?.sellBy ?? null,
    fitFor: fitFor(work, species, lot, state, clocks.logs),
    frozen: (state?.clock.frozenAt ?? null) !== null,
    cautions: [
      ...inWords(speciesCautions(species)),
      ...(product || formsOf(work.settings).get(h.item)?.boneless ? [say('may_contain_bones')] : []),
      ...(product && !product.food ? [say('not_for_people')] : []),
      ...(lot.verdict === 'cooked_only' ? [say('cooked_use_only_tell_the_customer')] : []),
      ...(state?.clock.thawedAt ? [say('defrosted_not_to_be_frozen_again')] : []),
    ],
  };
}

/** Puts the lots of one made batch into one row: its grams together, the shortest life, every parent named. */
function merged(parts: readonly StockRow[]): StockRow {
  const first = [...parts].sort((a, b) => a.lotId - b.lotId)[0]!;
  const soonest = parts.reduce((a, b) => ((b.daysLeft ?? 0) < (a.daysLeft ?? 0) ? b : a));
  return {
    ...first,
    grams: parts.reduce((s, p) => s + p.grams, 0),
    freeGrams: parts.reduce((s, p) => s + p.freeGrams, 0),
    daysLeft: soonest.daysLeft,
    sellBy: soonest.sellBy,
    fitFor: soonest.fitFor,
    blocked: parts.find((p) => p.blocked)?.blocked ?? null,
    cautions: [...new Set(parts.flatMap((p) => p.cautions))],
    parents: parts.map((p) => ({ lotId: p.lotId, code: p.code, speciesName: p.speciesName, grams: p.grams })),
  };
}

/** Everything in stock, what runs out of life first, first. */
export const stock = remembered(async (work: Reader): Promise<StockRow[]> => {
  const book = await speciesById(work.tx);
  const held = await stockRows(work.tx);
  const ids = [...new Set(held.map((h) => h.lotId))];
  const lots = new Map((await lotsById(work.tx, ids)).map((l) => [l.id, l]));
  const promised = await promisedFish(work.tx, ids);
  const prices = await pricesOf(work);
  const spots = await spotsOf(work);
  const clocks = await clocksOf(work, [...lots.values()], book);
  const ways = await cutsWith(
    work.tx,
    held.filter((h) => formsOf(work.settings).has(h.item)).map((h) => h.batch),
  );
  const found: StockRow[] = [];
  const batches = new Map<string, StockRow[]>();
  for (const h of held) {
    const lot = lots.get(h.lotId)!;
    const species = book.get(lot.speciesId)!;
    const key = { place: h.account, lotId: h.lotId, item: h.item, batch: h.batch };
    const taken = carriesPromises(key) ? Math.min(h.pieces, promised.get(h.lotId) ?? 0) : 0;
    const row: StockRow = {
      ...rowOf(work, h, lot, species, clocks, taken, ways.get(`${h.batch} ${h.item}`) ?? null),
      pricePerKg: prices.now(species.id, key),
      fullPerKg: prices.full(species.id, h.item),
      // What nobody counted is sold by its weight.
      pricePerPiece: h.pieces > 0 ? prices.pieceNow(species.id, key) : null,
      spot: h.account === 'place:slab' ? spots.of(key) : null,
      parents: [],
    };
    if (isMadeBatch(h.batch)) {
      const name = `${h.account} ${h.item} ${h.batch}`;
      batches.set(name, [...(batches.get(name) ?? []), row]);
    } else found.push(row);
  }
  for (const parts of batches.values()) found.push(merged(parts));
  // Out of life comes first; what nobody has graded has no end yet.
  const end = (r: StockRow) => (r.daysLeft === null ? '9999' : (r.sellBy ?? '0000'));
  const shut = (r: StockRow) => Number(r.blocked !== null && r.sellBy !== null);
  return found.sort(
    (a, b) =>
      shut(a) - shut(b) ||
      end(a).localeCompare(end(b)) ||
      (a.daysLeft ?? 0) - (b.daysLeft ?? 0) ||
      a.lotId - b.lotId ||
      a.item.localeCompare(b.item),
  );
});

/** The rows of the ledger a request's row stands for: all lots of a made batch, itself otherwise. */
export async function rowsOf<K extends Key>(
  work: Reader,
  key: K,
): Promise<(K & { grams: number; pieces: number })[]> {
  const same = isMadeBatch(key.batch)
    ? await rows<{ lotId: number; grams: number; pieces: number }>(
        work.tx,
        `SELECT b.lot_id AS lotId, b.grams, b.pieces FROM ${balanceOnHand}
         WHERE b.account = ? AND b.grams > 0 AND b.item = ? AND b.batch = ? ORDER BY b.lot_id`,
        [key.place, key.item, key.batch],
      )
    : await rows<{ lotId: number; grams: number; pieces: number }>(
        work.tx,
        'SELECT lot_id AS lotId, grams, pieces FROM balance WHERE account = ? AND lot_id = ? AND item = ? AND batch = ?',
        [key.place, key.lotId, key.item, key.batch],
      );
  return same.map((s) => ({ ...key, ...s }));
}
