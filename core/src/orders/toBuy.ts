import { piecesPerFish } from '../forms/index.ts';
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

/**
 * Whole fish of usual weight, in the condition they usually come, for `missing` pieces (or grams for a total weight)
 * of a form. A fish too small for the piece is bought as heavy as the book knows it.
 */
export function toBuy(
  species: Species,
  form: Form,
  line: { pieceGrams: number | null; missing: number },
  month: number,
): ToBuy {
  const condition: ArrivalCondition = species.arrives;
  const one = (wholeGrams: number) => {
    const grams = wholeGrams * arrivalFraction(species, condition);
    const main = grams * expectedCut({ species, condition, form, fishGrams: grams, month }).yield;
    return {
      grams,
      gives: line.pieceGrams === null ? main : piecesPerFish(species, form, main, line.pieceGrams),
    };
  };
  const usual = one(Math.max(species.typicalG, form.lightestG ?? 0));
  const fish = usual.gives > 0 ? usual : one(species.maxG);
  // No fish of this kind gives such a piece: one a piece is asked for, and the buyer sees what for.
  const count = fish.gives > 0 ? line.missing / fish.gives : line.pieceGrams === null ? 1 : line.missing;
  return { fish: count, fishGrams: fish.grams };
}

/** Whole fish and their weight for what several lines lack. */
export function fishToBuy(lacking: readonly ToBuy[]): { fish: number; grams: number } {
  const heaviest = Math.max(0, ...lacking.map((l) => l.fishGrams));
  const fish = Math.max(0, Math.ceil(lacking.reduce((n, l) => n + l.fish, 0) - 1e-9));
  return { fish, grams: Math.round(fish * heaviest) };
}
