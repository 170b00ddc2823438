import { normalBelow, normalDensity } from '../buying/normal.ts';
import { type Spread, usualSpread } from '../body/index.ts';
import { byAnyName, nth } from '../found.ts';
import { windowOf, type Plan, type PlannedPiece, type PlanProblem } from './problem.ts';

/** What is promised of a plan: all lines it fills with marks, and each by itself; shares of one. */
export interface PlanChance {
  all: number;
  lines: Record<string, number>;
}

/** Places of the standard normal that an expectation is summed over, and the weight of each. */
const places = Array.from({ length: 65 }, (_, i) => (i - 32) / 8);
const total = places.reduce((s, z) => s + normalDensity(z), 0);
const weights = places.map((z) => normalDensity(z) / total);

/** A whole fish is on the scale before it is planned: only what comes off it is unsure. */
const wholeShare = 0.4;

/**
 * How likely the pieces of a plan fall within their windows when they are cut at their marks: the error of a fish is
 * shared by all its pieces, each cut adds its own, both normal. A line by total weight stands by the sum of its pieces. Lines
 * the plan does not fill, and those served from what comes off, are not in it.
 */
export function planChance(
  problem: Pick<PlanProblem, 'forms' | 'lines'>,
  plan: Plan,
  spread: Spread = usualSpread,
): PlanChance {
  const byId = new Map(problem.lines.map((l) => [l.id, l]));
  const chances = new Map<string, number>();
  const sums = new Map<string, { mean: number; square: number }>();
  let all = 1;
  for (const { mode, pieces } of plan.fish) {
    const fish = mode === 'whole' ? spread.fish * wholeShare : spread.fish;
    // Nothing is cut along a section that goes as it is.
    const cut = mode === 'whole' ? 0 : spread.cut;
    const byLine = new Map<string, PlannedPiece[]>();
    for (const p of pieces)
      if (p.line !== null && byId.has(p.line)) byLine.set(p.line, [...(byLine.get(p.line) ?? []), p]);
    /** Chance that these pieces fit, at each error of the fish. */
    const together = places.map(() => 1);
    for (const [id, mine] of byLine) {
      const line = byId.get(id);
      if (!line) continue;
      if (line.pieces === null) {
        const had = sums.get(id) ?? { mean: 0, square: 0 };
        const grams = mine.reduce((s, p) => s + p.grams, 0);
        const own = mine.reduce((s, p) => s + (p.grams * cut) ** 2, 0);
        sums.set(id, { mean: had.mean + grams, square: had.square + (grams * fish) ** 2 + own });
        continue;
      }
      const [least, most] = windowOf(problem, line);
      const fits = places.map((z) =>
        mine.reduce((c, p) => {
          const middle = p.grams * (1 + fish * z);
          const wide = Math.max(1e-9, p.grams * cut);
          return c * (normalBelow((most - middle) / wide) - normalBelow((least - middle) / wide));
        }, 1),
      );
      fits.forEach((c, i) => (together[i] = nth(together, i) * c));
      const mean = fits.reduce((s, c, i) => s + c * nth(weights, i), 0);
      chances.set(id, (chances.get(id) ?? 1) * mean);
    }
    all *= together.reduce((s, c, i) => s + c * nth(weights, i), 0);
  }
  for (const [id, { mean, square }] of sums) {
    const line = byId.get(id);
    if (!line) continue;
    const [least, most] = windowOf(problem, line);
    const wide = Math.max(1e-9, Math.sqrt(square));
    const chance = normalBelow((most - mean) / wide) - normalBelow((least - mean) / wide);
    chances.set(id, chance);
    all *= chance;
  }
  const lines = byAnyName<number>();
  for (const [id, chance] of chances) lines[id] = Math.min(1, chance);
  return { all: Math.min(1, all), lines };
}
