import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { shippedForms } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { defaultSettings, planFaults, score, type PlanLine, type PlanProblem } from './index.ts';
import { compile } from './compile.ts';
import type { Prices } from './pattern.ts';
import { improve } from './solver/search.ts';
import { toPlan } from './state.ts';
import { seeded, type Solution } from './solver/index.ts';
import { fish, hand, line, randomDay } from './testing/index.ts';
import { planned } from './testing/planned.ts';

describe('lines by thickness and in part', () => {
  const day = randomDay(3, 4, 0, 'hake');
  const slices = (thickMm: readonly [number, number], more: Partial<PlanLine> = {}): PlanLine =>
    line('steaks', 4, 200, [1, 100_000], [4000, 2000], { thickMm, ...more });
  it('cuts slices of the thickness asked for, whatever they weigh, and takes no money off for that', () => {
    const problem = { ...day, lines: [slices([22.5, 27.5])] };
    const so = planned(problem);
    const pieces = so.plan.fish.flatMap((f) => f.pieces.filter((p) => p.line === 'l'));
    expect(pieces).toHaveLength(4);
    for (const p of pieces) {
      expect(p.toMm - p.fromMm).toBeGreaterThan(22.5 - 1e-6);
      expect(p.toMm - p.fromMm).toBeLessThan(27.5 + 1e-6);
    }
    expect(so.score.deviation).toBe(0);
    expect(inWords(planFaults(problem, so.plan))).toEqual([]);
  });
  it('faults a slice that is thicker than was asked', () => {
    const problem = { ...day, lines: [slices([22.5, 27.5])] };
    const so = planned(problem);
    const thinner = { ...problem, lines: [slices([10, 15])] };
    expect(inWords(planFaults(thinner, so.plan)).join()).toMatch(/thick|mm/);
  });
  it('serves as many as there are where fewer will do, and none where all are wanted', () => {
    const [one] = day.fish;
    const many = (partAllowed: boolean): PlanProblem => ({
      ...day,
      fish: [one!],
      counter: [],
      lines: [
        line('fillet_skin_on', 6, one!.grams * 0.25, [one!.grams * 0.2, one!.grams * 0.3], [60_000, 0], {
          partAllowed,
        }),
      ],
    });
    expect(planned(many(false)).score.filled.l).toBe(0);
    expect(planned(many(true)).score.filled.l).toBeCloseTo(2 / 6, 9);
  });
});

describe('lines by total weight', () => {
  const salmon = catalogue.find((s) => s.id === 'salmon')!;
  const total = (id: string, grams: number, penalty: number): PlanLine => ({
    id,
    form: 'portion',
    pieces: null,
    pieceGrams: null,
    totalGrams: grams,
    window: [grams * 0.9, grams * 1.1],
    thickMm: null,
    dueDays: 0,
    raw: false,
    value: grams * 2.9,
    penalty,
    partAllowed: false,
  });
  const day = (lines: PlanLine[], fishes = 4): PlanProblem => ({
    species: salmon,
    forms: new Map(shippedForms.map((f) => [f.id, f])),
    methods: {},
    flesh: null,
    fish: Array.from({ length: fishes }, (_, i) => ({
      ...fish(`F${i}`, 4500, 700, 5),
      condition: 'gutted' as const,
    })),
    lines,
    counter: [{ id: 'fillet', form: 'fillet_skin_on', perKg: 2300, demandGrams: 300, markdownPerKg: 900 }],
    settings: { ...defaultSettings, neat: 0 },
  });
  const filled = (so: Solution) => Object.values(so.score.filled).filter((f) => f === 1).length;

  it.each([300, 500, 800, 1100, 1500])(
    'alike ones of %i g are as many bags as lines one cent apart',
    (grams) => {
      for (const n of [2, 3]) {
        const alike = planned(day(Array.from({ length: n }, (_, i) => total(`L${i}`, grams, 4000))), 150);
        const apart = planned(day(Array.from({ length: n }, (_, i) => total(`L${i}`, grams, 4000 + i))), 150);
        expect(filled(alike)).toBe(n);
        expect(filled(apart)).toBe(n);
        expect(
          inWords(
            planFaults(day(Array.from({ length: n }, (_, i) => total(`L${i}`, grams, 4000))), alike.plan),
          ),
        ).toEqual([]);
      }
    },
  );

  it('takes small fish for what they are: a herring’s fillet is a piece', () => {
    const herring = catalogue.find((s) => s.id === 'herring')!;
    const problem: PlanProblem = {
      ...day([{ ...total('L', 500, 750), form: 'fillet_skin_on', value: 1500 }]),
      species: herring,
      fish: Array.from({ length: 7 }, (_, i) => fish(`F${i}`, 180, 400, 4)),
      counter: [],
    };
    const so = planned(problem, 100);
    expect(so.score.filled).toEqual({ L: 1 });
    expect(inWords(planFaults(problem, so.plan))).toEqual([]);
  });

  it('the search counts as filled what the plan fills, and is worth what the plan is worth', () => {
    const random = seeded(11);
    for (let n = 0; n < 6; n++) {
      const lines = Array.from({ length: 2 + Math.floor(random() * 4) }, (_, i) =>
        total(`L${i}`, 300 + Math.floor(random() * 12) * 100, 3000 + i),
      );
      const problem = day(lines, 3);
      const c = compile(problem);
      const prices: Prices = {
        each: new Float64Array(c.groups.length + c.classes.length),
        perGram: new Float64Array(c.groups.length + c.classes.length).fill(3),
      };
      let steps = 0;
      const found = improve(
        c,
        c.fish.flatMap((of) => of.fish.map(() => null)),
        prices,
        c.fish.map((of) => of.modes.map(() => 0)),
        random,
        () => steps++ > 150,
      );
      const worth = score(problem, toPlan(c, found.state));
      // What is over goes to the counter, which the search takes for a little less than it brings.
      const over = worth.counter * 0.06 + 1;
      expect(Math.abs(worth.value - found.value)).toBeLessThanOrEqual(over);
      const all = lines.reduce((s, l) => s + (worth.filled[l.id] === 1 ? l.value + l.penalty : 0), 0);
      expect(worth.orders - worth.penalties).toBeCloseTo(all - lines.reduce((s, l) => s + l.penalty, 0), 6);
    }
  });
});

it('a bound is known however little time there is', () => {
  for (let seed = 1; seed <= 4; seed++) {
    const so = planned(randomDay(seed, 6, 8), 3);
    expect(so.bound).not.toBeNull();
    expect(so.bound!).toBeGreaterThanOrEqual(so.score.value - 1e-6);
  }
});

it('a fish has one tail to open', () => {
  const bass = catalogue.find((s) => s.id === 'salmon')!;
  const problem: PlanProblem = {
    ...hand({ flesh: null }),
    species: bass,
    fish: [{ ...fish('F', 5000, 100, 9), condition: 'gutted' }],
    lines: [
      {
        id: 'L',
        form: 'butterflied_tail',
        pieces: 2,
        pieceGrams: 250,
        totalGrams: null,
        window: [120, 320],
        thickMm: null,
        dueDays: 0,
        raw: false,
        value: 5000,
        penalty: 100,
        partAllowed: true,
      },
    ],
  };
  const so = planned(problem, 60);
  expect(so.plan.fish.flatMap((f) => f.pieces.filter((p) => p.line === 'L')).length).toBeLessThanOrEqual(1);
});

it('bought-in sides fill lines of portions, never more grams than they weigh', () => {
  const salmon = catalogue.find((s) => s.id === 'salmon')!;
  for (const condition of ['side', 'boned_side', 'fillet', 'loin'] as const) {
    const problem: PlanProblem = {
      ...hand({ flesh: null }),
      species: salmon,
      fish: [1, 2].map((n) => ({ ...fish(`S${n}`, 1200, 1500), condition })),
      lines: [line('portion_skinless', 8, 160, [144, 176], [3200, 1000])],
    };
    const so = planned(problem, 60);
    expect(so.score.filled['l'], condition).toBe(1);
    for (const f of so.plan.fish)
      expect(
        f.pieces.reduce((sum, p) => sum + p.grams, 0),
        condition,
      ).toBeLessThanOrEqual(1200);
  }
});
