import type { Packing } from '@ember-slate/core/board';
import { dayMs, tradingDay } from '@ember-slate/core/calendar';
import type { AvailableLot, Want } from '@ember-slate/core/cutplan';
import { type FormId, formOf } from '@ember-slate/core/forms';
import type { Damage, Use } from '@ember-slate/core/freshness';
import type { Species } from '@ember-slate/core/species';
import type { Reader } from '../platform/context.ts';
import { rows } from '../platform/db.ts';
import { formsOf } from '../platform/settings.ts';
import { type Clocks, clocksOf, mostDaysOf, rawOf, type RowState } from './clocks.ts';
import { lotsInShop, type LotWithGrade } from './lots.ts';
import { balanceOnHand, promisedFish } from './onHand.ts';

/** A lot with fish in the cold room, and what of them is still free. */
export interface ShopLot {
  lot: LotWithGrade;
  inRoom: { grams: number; pieces: number };
  available: AvailableLot;
  /** Days its fish have left as they lie. */
  daysLeft: number;
}

/** Uncut fish of a lot as a line sees them: so many, as fresh as they are where they lie. */
export const fishOf = (
  work: Reader,
  lot: LotWithGrade,
  state: RowState | null,
  clocks: Clocks,
  free: { pieces: number; grams: number },
): AvailableLot => ({
  lotId: lot.id,
  code: lot.code,
  condition: lot.condition,
  farmed: lot.production === 'farmed',
  roe: lot.roe,
  freePieces: free.pieces,
  freeGrams: free.grams,
  verdict: lot.verdict,
  used: state?.life?.used ?? 0,
  halfWidth: lot.halfWidth ?? 0,
  damage: lot.damage === null ? [] : (JSON.parse(lot.damage) as Damage[]),
  rawFit: rawOf(work, lot, 'whole', state, clocks.logs).fit,
  mostDays: mostDaysOf(lot, state),
  thawed: !!state?.clock.thawedAt,
  celsius: state?.expected ?? clocks.expected('place:cold_room'),
});

/**
 * Every lot with uncut fish in the cold room, by species. Promised fish are not free; those promised to `exceptLines`
 * are, so that a line can be planned again.
 */
export async function shopLots(
  work: Reader,
  book: Map<string, Species>,
  exceptLines: readonly number[] = [],
): Promise<Map<string, ShopLot[]>> {
  const lots = await lotsInShop(work.tx);
  const uncut = await rows<{ lotId: number; grams: number; pieces: number }>(
    work.tx,
    `SELECT b.lot_id AS lotId, b.grams, b.pieces FROM ${balanceOnHand} WHERE b.account = 'place:cold_room' AND b.item = 'whole' AND b.batch = 0 AND b.grams > 0`,
  );
  const clocks = await clocksOf(work, lots, book);
  const inRoom = new Map(uncut.map((u) => [u.lotId, u]));
  const promised = await promisedFish(
    work.tx,
    lots.map((l) => l.id),
    exceptLines,
  );
  const bySpecies = new Map<string, ShopLot[]>();
  for (const lot of lots) {
    const there = inRoom.get(lot.id);
    if (!there) continue;
    const state = clocks.row(lot.id, 'place:cold_room', 'whole', 0);
    const freePieces = Math.max(0, there.pieces - (promised.get(lot.id) ?? 0));
    const shopLot: ShopLot = {
      lot,
      inRoom: there,
      daysLeft: state?.life?.left ?? 0,
      available: fishOf(work, lot, state, clocks, {
        pieces: freePieces,
        grams: there.pieces === 0 ? 0 : (there.grams * freePieces) / there.pieces,
      }),
    };
    bySpecies.set(lot.speciesId, [...(bySpecies.get(lot.speciesId) ?? []), shopLot]);
  }
  return bySpecies;
}

/** What a line wants, seen from now; options as they are stored or as they are said. */
export function wantOf(
  work: Reader,
  line: {
    form: FormId;
    options: string | readonly string[];
    pieces: number | null;
    pieceGrams: number | null;
    totalGrams: number | null;
    use: Use;
    packing: Packing;
  },
  dueAt: Date,
): Want {
  return {
    form: formOf(formsOf(work.settings), line.form),
    options: typeof line.options === 'string' ? (JSON.parse(line.options) as string[]) : line.options,
    pieces: line.pieces,
    pieceGrams: line.pieceGrams,
    totalGrams: line.totalGrams,
    use: line.use,
    packing: line.packing,
    dueInDays: Math.max(0, (dueAt.getTime() - work.now.getTime()) / dayMs),
    month: Number(tradingDay(work.now, work.settings).slice(5, 7)),
  };
}
