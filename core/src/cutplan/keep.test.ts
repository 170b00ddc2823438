import { describe, expect, it } from 'vitest';
import { withoutSettled } from './pinned.ts';
import { planFaults, rankOf, score, type Plan, type PlanProblem } from './index.ts';
import type { Solution } from './solver/index.ts';
import { byTotal, oddly, randomDay } from './testing/index.ts';
import * as testing from './testing/planned.ts';

const planned = (problem: PlanProblem, settled: Plan['fish'] = []) =>
  testing.planned(problem, 300, settled, 5);

/** A day on which no order pays: fish are dear, lines bring a tenth of what they would. */
const lossy = (day: PlanProblem, keep: number): PlanProblem => ({
  ...day,
  fish: day.fish.map((f) => ({ ...f, costPerKg: f.costPerKg * 4 })),
  lines: day.lines.map((l) => ({ ...l, value: l.value / 10, penalty: l.penalty / 10, keep })),
});
const days = [
  [1, 5, 6, 'hake'],
  [2, 6, 8, 'cod'],
  [3, 5, 6, 'plaice'],
  [4, 4, 5, 'salmon'],
] as const;
const kept = (so: Solution['score']) => Object.values(so.filled).reduce((sum, share) => sum + share, 0);

describe.each(days)(
  'orders before the counter, day %i of %i fish and %i lines of %s',
  (seed, fish, lines, of) => {
    const day = randomDay(seed, fish, lines, of);
    const dear = 1e6;

    it('keeps every line a hand would keep, whatever the fish cost', () => {
      const so = planned(lossy(day, dear));
      expect(kept(so.score)).toBeGreaterThanOrEqual(kept(so.firstCome.score));
      expect(kept(so.score)).toBeGreaterThan(0);
      // For money alone hardly one would be cut.
      expect(kept(planned(lossy(day, 0)).score)).toBeLessThan(kept(so.score));
      expect(planFaults(lossy(day, dear), so.plan)).toEqual([]);
    });

    it('tells money, never what orders weigh in the search', () => {
      const so = planned(lossy(day, dear));
      const { orders, counter, trims, cost, penalties, deviation, value } = so.score;
      expect(value).toBeCloseTo(orders + counter + trims - cost - penalties - deviation, 6);
      for (const told of so.told)
        if (told.bound !== null) {
          expect(told.bound).toBeGreaterThanOrEqual(told.score.value - 1e-6);
          // A plan that keeps the same lines is bounded by money of that size.
          if (kept(told.score) === lines) expect(told.bound).toBeLessThan(dear / 2);
        }
    });

    it('weighs the same with fish settled as without', () => {
      const problem = lossy(day, dear);
      const so = planned(problem);
      const [first] = so.plan.fish;
      const again = planned(problem, [first!]);
      expect(again.plan.fish).toContainEqual(first);
      expect(rankOf(problem, again.score)).toBeGreaterThanOrEqual(rankOf(problem, so.firstCome.score) - 1e-6);
      const rest = withoutSettled(problem, [first!]).problem;
      const filled = new Set(first!.pieces.map((p) => p.line));
      for (const l of rest.lines) {
        const before = problem.lines.find((x) => x.id === l.id)!;
        const share = l.pieces !== null && before.pieces !== null ? l.pieces / before.pieces : 1;
        if (before.partAllowed || !filled.has(l.id)) expect(l.keep).toBeCloseTo(dear * share, 6);
      }
    });
  },
);

describe('a plan that is told of', () => {
  it.each(days)('is never worth less than leaving the fish whole, day %i', (seed, fish, lines, of) => {
    const problem = lossy(randomDay(seed, fish, lines, of), 0);
    const so = testing.planned(problem, 20, [], seed);
    const left = score(problem, { fish: [] }).value;
    // What is cut as it comes loses money on such a day, and is told of all the same, beside.
    expect(so.firstCome.score.value).toBeLessThan(left);
    for (const told of so.told) expect(told.score.value).toBeGreaterThanOrEqual(left - 1e-6);
  });
  it.each([
    ['no fish', { fish: [] }],
    ['nobody who asks for any', { lines: [], counter: [] }],
  ])('with %s is the best there is, and known to be', (_what, nothing) => {
    const problem = { ...randomDay(1, 3, 4), ...nothing };
    const so = testing.planned(problem, 5);
    expect(so.plan.fish).toEqual([]);
    expect([so.bound, so.phase]).toEqual([so.score.value, 'done']);
    expect(so.told.map((t) => t.phase)).toEqual(['first_come']);
  });
});

describe('fish that are settled', () => {
  // Whatever is settled first, the money is the same: no gram is sold twice, no line paid twice.
  it.each(['hake', 'plaice', 'salmon'])('and the rest of a day of %s are worth what the whole is', (of) => {
    let [byWeight, inPart] = [0, 0];
    for (const seed of [1, 2, 3, 4, 5]) {
      const day = randomDay(seed, 4, 6, of);
      const problem = { ...day, lines: byTotal(oddly(day.lines, seed)) };
      const so = testing.planned(problem, 20, [], seed);
      for (let n = 1; n <= so.plan.fish.length; n++) {
        const settled = so.plan.fish.slice(0, n);
        const rest = withoutSettled(problem, settled);
        const others = score(rest.problem, { fish: so.plan.fish.slice(n) });
        expect(rest.settledValue + others.value, `${seed}, ${n} fish`).toBeCloseTo(so.score.value, 4);
        const pieces = settled.flatMap((f) => f.pieces);
        for (const l of problem.lines) {
          const had = pieces.filter((p) => p.line === l.id);
          if (had.length === 0) continue;
          if (l.pieces === null) byWeight++;
          else if (l.partAllowed && had.length < l.pieces) inPart++;
        }
      }
    }
    expect(byWeight).toBeGreaterThan(0);
    expect(byWeight + inPart).toBeGreaterThan(3);
  });
});
