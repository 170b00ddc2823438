import { bodyOf, type BodySpecies } from './body.ts';

export interface Outline {
  /** Total and standard length, mm. */
  totalMm: number;
  standardMm: number;
  /** Collar as a share of standard length. */
  collar: number;
  /** Half-height in mm at a share of standard length. */
  halfHeight: (u: number) => number;
}

/** The side view of a fish of this whole weight, to scale. Null for a wing, which is no side view. */
export function outline(species: BodySpecies, wholeGrams: number): Outline | null {
  const body = bodyOf(species, 'whole', wholeGrams);
  if (!body) return null;
  const { totalMm, standardMm, halfHeight } = body;
  return { totalMm, standardMm, collar: body.profile.collar, halfHeight };
}
