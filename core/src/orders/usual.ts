import type { Species } from '../species/index.ts';
import { expectedCut } from '../board/index.ts';
import { type Form, usualPieces } from '../forms/index.ts';

/** A usual portion for one, g (115 to 170 g usual, common practice). */
export const portionG = 170;

const usualKept = new WeakMap<Species, Map<string, number>>();
/**
 * What a piece of a form usually weighs, g: of a usual fish of that kind; of any fish where none is known.
 */
export function usualGrams(species: Species | null, form: Form, side = false): number {
  if (!species) return form.pieceG;
  const had = usualKept.get(species) ?? new Map<string, number>();
  usualKept.set(species, had);
  const key = `${form.id} ${form.pieceG} ${String(side)}`;
  const known = had.get(key);
  if (known !== undefined) return known;
  const condition = species.arrives;
  const fishGrams =
    species.typicalG * (condition === 'whole' ? 1 : condition === 'tail' ? 1 : species.gutted);
  const main = fishGrams * expectedCut({ species, condition, form, fishGrams, month: 6 }).yield;
  const grams =
    form.count === 'fish'
      ? Math.round(main / 10) * 10
      : side
        ? Math.round(main / 2 / 10) * 10
        : usualPieces(species, form, main, condition).grams;
  had.set(key, Math.max(1, grams));
  return Math.max(1, grams);
}
