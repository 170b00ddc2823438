import { arrivalFraction, type ArrivalCondition, type Arriving } from '../species/index.ts';
import type { Zone } from './body.ts';

/** A point in mm: along, and out. */
export type Spot = readonly [x: number, y: number];

/** Span over the length of the body edge, along that edge (body model, our choice). */
const spans = [
  [0, 0.12],
  [0.15, 0.42],
  [0.35, 0.8],
  [0.5, 0.86],
  [0.7, 0.62],
  [0.88, 0.3],
  [1, 0.1],
] as const;
/** Volume of a wing over its edge cubed: span times root thickness along the edge, tapering to nothing. */
const volume = 0.0226872;

/** Both wings of a ray as it came, g: of a whole or gutted one their share of the whole. */
export const wingsOf = (species: Arriving, condition: ArrivalCondition, grams: number): number =>
  condition === 'wing' ? grams : (grams / arrivalFraction(species, condition)) * species.headedGutted;

/** Length of the body edge of one wing of this weight, mm. */
export const wingEdgeMm = (grams: number): number => (grams / (1.05 * volume)) ** (1 / 3) * 10;

/** One wing seen from above, mm: along the body edge, out to the tip. */
export function wingOutline(grams: number): Spot[] {
  const edge = wingEdgeMm(grams);
  return spans.map(([u, span]): Spot => [u * edge, span * edge]);
}

/** Share of a wing inside a cut parallel to its body edge, at `v` of the span (body model, our choice). */
const taper = 1.8;
const inside = (v: number) => 1 - (1 - Math.min(1, Math.max(0, v))) ** taper;

/** Cuts parallel to the body edge of one wing: how far it spans, mm, and the share inside a cut at `v` of the span. */
export function wingCut(grams: number): { spanMm: number; inside: (v: number) => number } {
  return { spanMm: Math.max(...spans.map(([, span]) => span)) * wingEdgeMm(grams), inside };
}

/** One wing as a zone to be marked from its body edge outward, with how its mm are measured. */
export function wingZone(grams: number): {
  zone: Zone;
  mm: (v: number) => number;
  u: (mm: number) => number;
} {
  const { spanMm } = wingCut(grams);
  return {
    zone: {
      from: 0,
      to: 1,
      grams,
      curve: {
        total: 1,
        at: inside,
        invert: (y) => 1 - (1 - Math.min(1, Math.max(0, y))) ** (1 / taper),
        slope: (v) => taper * (1 - Math.min(1, Math.max(0, v))) ** (taper - 1),
      },
    },
    mm: (v) => v * spanMm,
    u: (mm) => mm / spanMm,
  };
}
