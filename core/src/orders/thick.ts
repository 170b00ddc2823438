import { bodyOf, steakGrams } from '../body/index.ts';
import type { Species } from '../species/index.ts';

/** A cutter keeps a slice to so many mm of the thickness asked for, half the planner's grid (our choice). */
export const thickToleranceMm = 2.5;

/**
 * Grams of a slice of so many mm from a fish of usual weight, gutted, where steaks are cut: for the price an order
 * may say. Null for a fish that is not sliced across.
 */
export function sliceGrams(species: Species, thickMm: number): number | null {
  const body = bodyOf(species, 'gutted', species.typicalG * species.gutted, null);
  if (!body || !(thickMm > 0)) return null;
  const { collar, steakEnd } = body.profile;
  const middle = body.mm((collar + steakEnd) / 2);
  return Math.round(steakGrams(body, middle - thickMm / 2, thickMm));
}
