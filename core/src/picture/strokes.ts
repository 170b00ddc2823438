import type { Ink, Label, Scene, Sight, Spot, Stroke } from './sight.ts';
import { type Body, bodyOf } from '../body/index.ts';

export const steps = (n: number) => Array.from({ length: n + 1 }, (_, i) => i / n);
export const span = (from: number, to: number, n: number) => steps(n).map((t) => from + (to - from) * t);
export const mirror = (points: readonly Spot[]): Spot[] => points.map(([x, y]): Spot => [x, -y]);
export const clamp = (v: number, a: number, b: number) => Math.max(a, Math.min(b, v));

export const ring = ([x, y]: Spot, r: number, ink: Ink): Stroke => ({
  ink,
  closed: true,
  points: steps(18).map((t): Spot => [x + r * Math.cos(2 * Math.PI * t), y + r * Math.sin(2 * Math.PI * t)]),
});

export const halfWidth = (body: Body, u: number): number =>
  (body.halfHeight(u) * body.shape.width(u)) / Math.max(1e-9, body.shape.height(u));

export function sceneOf(
  strokes: readonly Stroke[],
  blades: readonly (readonly Spot[])[],
  labels: readonly Label[],
  ruler: Scene['ruler'],
  rows: Scene['rows'],
): Scene {
  const all = [...strokes.flatMap((x) => x.points), ...blades.flat()];
  const xs = all.map((p) => p[0]);
  const ys = all.map((p) => p[1]);
  return {
    strokes,
    blades,
    labels,
    ruler,
    rows,
    box: { left: Math.min(...xs), right: Math.max(...xs), top: Math.max(...ys), bottom: Math.min(...ys) },
  };
}

/** The fish as the body model has it, whatever of it lies there. */
export const bodyAt = (s: Pick<Sight, 'species' | 'input' | 'grams'>): Body | null =>
  bodyOf(s.species, s.input, s.grams);
