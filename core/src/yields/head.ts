import type { Species } from '../species/index.ts';

/**
 * Usable flesh on the head of an oily fish of 6 kg and more as a share of the whole fish: 4 % (our choice, within what
 * is common practice); nothing on others.
 */
export const headFleshShare = (species: Pick<Species, 'fat'>, wholeGrams: number): number =>
  species.fat === 'oily' && wholeGrams >= 6000 ? 0.04 : 0;

/** The same in grams. */
export const headFlesh = (species: Pick<Species, 'fat'>, wholeGrams: number): number =>
  Math.round(wholeGrams * headFleshShare(species, wholeGrams));

/** Whether cheeks of a fish this heavy, whole grams, are worth taking. */
export const cheeksWorth = (wholeGrams: number): boolean => wholeGrams >= 2000;
