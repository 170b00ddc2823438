import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile } from '../compile.ts';
import type { Stretch } from '../pattern.ts';
import type { PlanProblem } from '../problem.ts';
import { allFish, type State } from '../state.ts';
import { bodyRows, byTotal, exhaustive, oddly, randomDay, rowDay, smallDay } from '../testing/index.ts';
import { rounded, Tree, within } from './branch.ts';
import { loadSolver, seeded, solve } from './index.ts';
import { generate, Master } from './master.ts';
import { cutAnew, type Whole } from './part.ts';
import { bestOfPool, Pool } from './pool.ts';
import { countOf, mixed, priceAll, worthAt, type Duals, type Rule } from './pricing.ts';
import { improve, type Search } from './search.ts';

const highs = await loadSolver();
const never = () => false;

/** Days that every plan can be tried on: plain ones, and with slices by thickness and lines filled in part. */
const days: [string, PlanProblem][] = [
  ...Array.from({ length: 24 }, (_, i): [string, PlanProblem] => [`day ${i + 1}`, smallDay(i + 1)]),
  ...Array.from({ length: 12 }, (_, i): [string, PlanProblem] => {
    const day = smallDay(i + 40);
    return [`day ${i + 40}, with odd wishes`, { ...day, lines: oddly(day.lines, i + 40) }];
  }),
  ...Array.from({ length: 12 }, (_, i): [string, PlanProblem] => {
    const day = smallDay(i + 60);
    const settings = { ...day.settings, deviationPerKg: 40 * i };
    return [`day ${i + 60}, by total weight`, { ...day, settings, lines: byTotal(day.lines) }];
  }),
];

/** What a plan of a day is worth on its grid. */
function valueOn(problem: PlanProblem) {
  const c = compile(problem);
  const n = c.groups.length + c.classes.length;
  const prices = { each: new Float64Array(n), perGram: new Float64Array(n) };
  const losses = c.fish.map((of) => of.modes.map(() => 0));
  return (state: State): Search => improve(c, state, prices, losses, seeded(1), () => true);
}

describe('small days against every plan there is', () => {
  it.each(days)('%s: the best plan, and proven the best', (_, problem) => {
    const best = exhaustive(problem);
    let ticks = 0;
    const so = solve(highs, problem, [], 1, {
      now: () => ticks++ / 2,
      random: seeded(1),
      stopped: never,
      tell: () => undefined,
    });
    expect(so.score.value).toBeCloseTo(best, 4);
    expect(so.bound!).toBeGreaterThanOrEqual(best - 1e-4);
    expect(so.bound! - best).toBeLessThanOrEqual(within + 1e-4);
  });
  it('one fish more or one line less never makes the best worse', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const problem = smallDay(seed);
      const best = exhaustive(problem);
      const one = { ...problem, fish: problem.fish.slice(1) };
      expect(exhaustive(one)).toBeLessThanOrEqual(best + 1e-6);
      // A line that is not there cannot be left unfilled either.
      const fewer = { ...problem, lines: problem.lines.slice(1) };
      expect(exhaustive(fewer) + problem.lines[0]!.value).toBeGreaterThanOrEqual(best - 1e-6);
    }
  });
  it('the tree’s bound never falls below the best, at no place of it', () => {
    for (const [, problem] of days) {
      const best = exhaustive(problem);
      const m = new Master(highs, compile(problem));
      const tree = new Tree(m, generate(m, m.free(), -Infinity, never)!, -Infinity);
      const value = valueOn(problem);
      const tried = (state: State) => (tree.best = Math.max(tree.best, value(state).value));
      expect(tree.bound).toBeGreaterThanOrEqual(best - 1e-4);
      while (tree.step(tried, never)) {
        expect(tree.bound).toBeGreaterThanOrEqual(best - 1e-4);
        expect(tree.best).toBeLessThanOrEqual(best + 1e-4);
      }
      // Nor at its end: what is cut off for less than half a cent counts.
      expect(tree.bound).toBeGreaterThanOrEqual(best - 1e-4);
      m.dispose();
    }
  });
  it('no price of pieces whatever makes a bound below the best', () => {
    fc.assert(
      fc.property(fc.constantFrom(...days), fc.integer({ min: 1, max: 1e6 }), ([, problem], seed) => {
        const c = compile(problem);
        const next = seeded(seed);
        const any = (n: number, most: number) =>
          Float64Array.from({ length: n }, () => (next() - 0.3) * most);
        const m = new Master(highs, c);
        const duals: Duals = {
          group: any(c.groups.length, 2000),
          target: any(c.groups.length, 1),
          most: any(c.groups.length, 1),
          counter: any(c.classes.length, 3),
          rule: new Float64Array(0),
        };
        const free = m.free();
        const clipped = mixed(c, duals, duals, 0.5, free);
        const { bound, best } = priceAll(c, clipped, [], free, m.left, m.given);
        expect(bound).toBeGreaterThanOrEqual(exhaustive(problem) - 1e-4);
        for (const { column, worth } of best) expect(worthAt(c, column, clipped, [])).toBeCloseTo(worth, 4);
        m.dispose();
      }),
      { numRuns: 150, seed: 3 },
    );
  });
});

describe('ruin and recreate', () => {
  it.each(bodyRows)(
    'of %s keeps count of what its plan is worth, however often it takes fish back',
    (row) => {
      const problem = rowDay(5, 12, 16, row);
      const valued = valueOn(problem);
      const c = compile(problem);
      const n = c.groups.length + c.classes.length;
      const prices = { each: new Float64Array(n).fill(300), perGram: new Float64Array(n).fill(1) };
      const losses = c.fish.map((of) => of.modes.map(() => 0));
      const nothing = allFish(c).map(() => null);
      let steps = 0;
      const better: Search[] = [];
      improve(
        c,
        nothing,
        prices,
        losses,
        seeded(3),
        () => steps++ >= 60,
        (found) => better.push(found),
      );
      expect(better.length).toBeGreaterThan(3);
      for (const { state, value } of better) expect(value).toBeCloseTo(valued(state).value, 4);
    },
  );
});

it('of many fish, priced a part of them at a time, none could be cut better when the programme is solved', () => {
  const c = compile(rowDay(2, 64, 5, 'mackerel'));
  expect(c.fish.length).toBeGreaterThan(60);
  const m = new Master(highs, c);
  const { solved, bound } = generate(m, m.free(), -Infinity, never)!;
  expect(bound).toBeCloseTo(solved.value, 2);
  const { best } = priceAll(
    c,
    mixed(c, solved.duals, solved.duals, 0, m.free()),
    [],
    m.free(),
    m.left,
    m.given,
  );
  for (const { column, worth } of best) expect(worth - solved.rent[column.fish]!).toBeLessThan(0.01);
  m.dispose();
});

describe('a solution made whole', () => {
  it('opens each fish once at most, and is worth what the programme says where it says it is exact', () => {
    let exact = 0;
    for (const species of ['hake', 'sea_bass', 'plaice', 'turbot', 'skate', 'monkfish'])
      for (let seed = 1; seed <= 4; seed++) {
        const problem = randomDay(seed, 4, 5, species);
        const c = compile({ ...problem, counter: [] });
        const m = new Master(highs, c);
        const root = generate(m, m.free(), -Infinity, never)!;
        const tree = new Tree(m, root, -Infinity);
        for (let i = 0; i < 25 && tree.step(() => undefined, never); i++);
        const s = m.solve(m.free())!;
        const plan = rounded(m, s);
        expect(plan.state.length).toBe(allFish(c).length);
        if (plan.exact) {
          exact++;
          expect(valueOn({ ...problem, counter: [] })(plan.state).value).toBeCloseTo(s.value, 3);
        }
        m.dispose();
      }
    expect(exact).toBeGreaterThan(3);
  });
  it('counts by a rule what the plan has of it', () => {
    const c = compile(randomDay(3, 4, 6, 'hake'));
    const m = new Master(highs, c);
    generate(m, m.free(), -Infinity, never);
    for (const k of m.columns) {
      const opened = (fish: number | null, mode: number | null): Rule => ({ of: 'opened', fish, mode });
      expect(countOf(opened(null, null), k)).toBe(1);
      for (const [f, of] of c.fish.entries()) {
        expect(countOf(opened(f, null), k)).toBe(Number(k.fish === f));
        of.modes.forEach((_, mode) =>
          expect(countOf(opened(f, mode), k)).toBe(Number(k.fish === f && k.mode === mode)),
        );
      }
      c.groups.forEach((g, who) => {
        const pieces = countOf({ of: 'pieces', fish: k.fish, who }, k);
        if (g.pieces !== null) expect(pieces).toBe(k.gives.get(who) ?? 0);
        expect(countOf({ of: 'pieces', fish: k.fish + 1, who }, k)).toBe(0);
        const starts = k.patterns.reduce(
          (sum, { node }) =>
            sum + countOf({ of: 'starts', fish: k.fish, mode: k.mode, node, who, before: node.mm.length }, k),
          0,
        );
        expect(starts).toBe(pieces);
      });
    }
    m.dispose();
  });
});

describe('patterns of a pool', () => {
  it('hold no better plan than every plan there is, and the best where its patterns are among them', () => {
    for (const [, problem] of days.slice(0, 12)) {
      const c = compile(problem);
      const none = new Float64Array(c.groups.length + c.classes.length);
      const value = valueOn(problem);
      const best = exhaustive(problem);
      const pool = new Pool();
      expect(value(bestOfPool(highs, c, pool, none, 5)!).value).toBeLessThanOrEqual(best + 1e-4);
      // Every pattern of every section.
      for (const of of c.fish)
        for (const mode of of.modes)
          for (const node of mode.nodes) {
            const walk = (at: number, pieces: Stretch[]) => {
              if (at >= node.mm.length - 1) {
                pool.addState([{ of, mode, cuts: [{ node, copy: 0, pieces }] }]);
                return;
              }
              walk(at + 1, pieces);
              for (const o of node.options)
                for (let to = o.least[at]!; to <= o.most[at]!; to++) {
                  const grams = (node.base[to]! - node.base[at]!) * o.factor;
                  walk(to, [...pieces, { from: at, to, who: o.who, grams }]);
                }
            };
            walk(0, []);
          }
      expect(value(bestOfPool(highs, c, pool, none, 20)!).value).toBeCloseTo(best, 3);
    }
  });
});

describe('some fish cut anew', () => {
  it('leave the others as they are, and the plan no worse', () => {
    let won = 0;
    for (const species of ['hake', 'cod', 'plaice', 'skate'])
      for (let seed = 1; seed <= 3; seed++) {
        const problem = randomDay(seed, 9, 10, species);
        const c = compile(problem);
        const value = valueOn(problem);
        let ticks = 0;
        const whole: Whole = {
          highs,
          c,
          classOf: c.fish.flatMap((of, f) => of.fish.map(() => f)),
          columns: [],
          polished: value,
          late: (until) => ticks++ / 100 > until,
          spent: () => ticks / 100,
        };
        const from = value(allFish(c).map(() => null));
        const picked = new Set([1, 3, 4]);
        const { best, bound } = cutAnew(whole, from, picked, 1, () => undefined);
        best.state.forEach((opened, i) => {
          if (!picked.has(i)) expect(opened).toBeNull();
        });
        expect(best.value).toBeGreaterThanOrEqual(from.value);
        expect(bound + 1e-6).toBeGreaterThanOrEqual(best.value);
        expect(value(best.state).value).toBeCloseTo(best.value, 6);
        if (best.value > from.value + 1) won++;
      }
    expect(won).toBeGreaterThan(6);
  });
});
