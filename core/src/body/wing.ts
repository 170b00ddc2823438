import type { Spot } from './cutLines.ts';

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

/** Length of the body edge of one wing of this weight, mm. */
export const wingEdgeMm = (grams: number): number => (grams / (1.05 * volume)) ** (1 / 3) * 10;

/** One wing seen from above, mm: along the body edge, out to the tip. */
export function wingOutline(grams: number): Spot[] {
  const edge = wingEdgeMm(grams);
  return spans.map(([u, span]): Spot => [u * edge, span * edge]);
}

/** Cuts parallel to the body edge of one wing: how far it spans, mm, and the share inside a cut at `v` of the span. */
export function wingCut(grams: number): { spanMm: number; inside: (v: number) => number } {
  return {
    spanMm: Math.max(...spans.map(([, span]) => span)) * wingEdgeMm(grams),
    inside: (v) => 1 - (1 - v) ** 1.8,
  };
}
