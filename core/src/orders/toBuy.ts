import { piecesOf } from '../cutplan/index.ts';
import type { Form } from '../forms/index.ts';
import { arrivalFraction, type ArrivalCondition, type Species } from '../species/index.ts';
import { expectedCut } from '../board/index.ts';

/** Fish to buy so that what is missing of a line can be cut. */
export interface ToBuy {
  /** In parts of a fish: what several lines lack is added up before it is rounded. */
  fish: number;
  /** One of them as it comes, grams. */
  fishGrams: number;
}

/** Fish of the next size tried are so much heavier or lighter. */
const step = 1.02;

/**
 * Whole fish, in the condition they usually come, for `missing` pieces (or grams for a total weight) of a form: of the
 * weight nearest the usual that gives such a piece, neither too small for it nor, where it is a whole fish or fillet, too
 * large. Where no fish of the kind does, the heaviest the book knows.
 */
export function toBuy(
  species: Species,
  form: Form,
  line: { pieceGrams: number | null; missing: number },
  month: number,
): ToBuy {
  const condition: ArrivalCondition = species.arrives;
  const one = (wholeGrams: number) => {
    const grams = Math.round(wholeGrams * arrivalFraction(species, condition));
    const main = grams * expectedCut({ species, condition, form, fishGrams: grams, month }).yield;
    if (line.pieceGrams === null) return { grams, gives: main, fits: main > 0 };
    // No way to cut it makes a heavier piece of it.
    if (main < line.pieceGrams * (1 - form.tolerance)) return { grams, gives: 0, fits: false };
    const { pieces: gives } = piecesOf(
      { species, condition, grams, farmed: false, roe: 'unknown' },
      { form, options: [], pieceGrams: line.pieceGrams, month },
    );
    return { grams, gives, fits: gives > 0 };
  };
  const least = Math.max(species.minG, form.lightestG ?? 0);
  const usual = Math.max(species.typicalG, least);
  let fish = one(usual);
  for (let by = step; !fish.fits && (usual * by <= species.maxG || usual / by >= least); by *= step)
    for (const whole of [usual * by, usual / by]) {
      if (fish.fits || whole > species.maxG || whole < least) continue;
      fish = one(whole);
    }
  if (!fish.fits) fish = one(species.maxG);
  // No fish of this kind gives such a piece: one a piece is asked for, and the buyer sees what for.
  const count = fish.gives > 0 ? line.missing / fish.gives : line.pieceGrams === null ? 1 : line.missing;
  return { fish: count, fishGrams: fish.grams };
}

/** Fish and their weight for what several lines lack: those of one size are added up before they are rounded. */
export function fishToBuy(lacking: readonly ToBuy[]): { fish: number; grams: number } {
  const sizes = new Map<number, number>();
  for (const l of lacking) sizes.set(l.fishGrams, (sizes.get(l.fishGrams) ?? 0) + l.fish);
  const whole = [...sizes].map(([grams, fish]) => ({ grams, fish: Math.ceil(fish - 1e-9) }));
  return {
    fish: whole.reduce((n, s) => n + s.fish, 0),
    grams: whole.reduce((n, s) => n + s.fish * s.grams, 0),
  };
}
