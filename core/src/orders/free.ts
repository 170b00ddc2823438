import type { Said } from '@ember-slate/words/said';
import {
  canPromise,
  offerFrom,
  type AvailableLot,
  type LotOffer,
  type Stock,
  type Want,
} from '../cutplan/index.ts';

/** What a line takes of the fish still free, and what of it nobody can give (pieces, or grams for a total weight). */
export interface Picked {
  /** Fish by lot, in parts of a fish: one fish serves several lines. */
  picks: { lotId: number; fish: number }[];
  missing: number;
  /** What serves it, or why not all of it is served. */
  because: Said;
}

const soonestFirst = (a: LotOffer, b: LotOffer) => a.daysLeftCut - b.daysLeftCut || a.lot.lotId - b.lot.lotId;

/** A lot with fish that are begun counted as whole ones: each weighs what it weighed before it was begun. */
const withBegun = (lot: AvailableLot): AvailableLot => {
  const freePieces = Math.ceil(lot.freePieces - 1e-9);
  return {
    ...lot,
    freePieces,
    freeGrams: lot.freePieces > 0 ? (lot.freeGrams * freePieces) / lot.freePieces : 0,
  };
};

/**
 * Takes a line's fish from what is free, those that run out of life first taken first, and gives what is left. A line
 * takes only the part of a fish it needs: the cut plan gives the rest to others.
 */
export function pickFree(stock: Stock, want: Want): Picked & { left: AvailableLot[] } {
  const offers = stock.lots.map((lot) => ({ lot, offer: offerFrom(stock.species, withBegun(lot), want) }));
  const usable = offers
    .filter((o) => o.offer.refusal === null)
    .sort((a, b) => soonestFirst(a.offer, b.offer));
  let missing = want.totalGrams ?? want.pieces ?? 0;
  const picks: Picked['picks'] = [];
  for (const { lot, offer } of usable) {
    const fishGrams = lot.freePieces > 0 ? lot.freeGrams / lot.freePieces : 0;
    const each = offer.perFish ?? fishGrams * offer.yield;
    if (missing <= 1e-9) break;
    if (each <= 0) continue;
    const fish = Math.min(lot.freePieces, missing / each);
    if (fish <= 0) continue;
    picks.push({ lotId: lot.lotId, fish });
    missing -= fish * each;
  }
  const left = stock.lots.map((lot): AvailableLot => {
    const fish = picks.find((p) => p.lotId === lot.lotId)?.fish ?? 0;
    return fish === 0
      ? lot
      : {
          ...lot,
          freePieces: lot.freePieces - fish,
          freeGrams: lot.freeGrams * (1 - fish / lot.freePieces),
        };
  });
  return {
    picks,
    missing: missing < 1e-6 ? 0 : want.totalGrams === null ? Math.ceil(missing - 1e-9) : Math.round(missing),
    because: canPromise(
      offers.map((o) => o.offer),
      want,
    ).because,
    left,
  };
}

/** Free stock in whole fish: what is begun for someone else is not promised again. */
export const wholeFish = (lots: readonly AvailableLot[]): AvailableLot[] =>
  lots.map((lot) => {
    const freePieces = Math.floor(lot.freePieces + 1e-9);
    return {
      ...lot,
      freePieces,
      freeGrams: lot.freePieces > 0 ? (lot.freeGrams * freePieces) / lot.freePieces : 0,
    };
  });
