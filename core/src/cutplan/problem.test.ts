import { describe, expect, it } from 'vitest';
import { withoutSettled } from './pinned.ts';
import {
  ageShare,
  lackOf,
  lineForm,
  lineRefusal,
  offCost,
  openingCost,
  pieceOff,
  takesOff,
  windowOf,
  type PlanProblem,
} from './problem.ts';
import { score } from './score.ts';
import { filleted, fish, inAll, line, metre, metreDay, portions, stretch } from './testing/index.ts';

const { settings } = metreDay;

describe('what opening a fish costs', () => {
  it.each([
    [0, 0.4],
    [1, 0.4],
    [2, 0.6],
    [3, 0.8],
    [4, 1],
    [9, 1],
  ])('with %i days left: %d of what was paid', (daysLeft, share) =>
    expect(ageShare(daysLeft, { least: 0.4, fullFromDays: 4 })).toBeCloseTo(share, 9),
  );
  it('all of it where no age is dear', () =>
    expect([0, 1, 5].map((d) => ageShare(d, { least: 0.4, fullFromDays: 1 }))).toEqual([0.4, 1, 1]));
  it('by weight, and something for the opening', () =>
    expect(
      openingCost(fish('a', 2500, 800, 2), {
        ...settings,
        perFish: 30,
        age: { least: 0.5, fullFromDays: 3 },
      }),
    ).toBeCloseTo(2.5 * 800 * 0.75 + 30, 9));
});

describe('what a piece off its weight takes off', () => {
  const dear = { ...settings, deviationPerKg: 2000, edgePerKg: 500 };
  it('grows with the grams, and by their square to the edge of the window', () => {
    const off = offCost(dear, 200, [180, 220]);
    expect(takesOff(off, 0)).toBe(0);
    // At the edge all of what 200 g may cost, beside 2 a gram.
    expect(takesOff(off, 20)).toBeCloseTo(20 * 2 + 0.5 * 200, 9);
    expect(takesOff(off, -20)).toBeCloseTo(20 * 2 + 0.5 * 200, 9);
    expect(takesOff(off, 10)).toBeCloseTo(10 * 2 + (0.5 * 200) / 4, 9);
    expect(offCost(dear, 200, [200, 200]).perGram2).toBe(0);
    expect(offCost(dear, 200, [180, 240]).perGram2).toBeCloseTo((0.5 * 200) / 30 ** 2, 9);
  });
  it('is nothing for slices by thickness, whole weights and what weighs as asked', () => {
    const problem = { ...metreDay, settings: dear };
    const off = (id: string, grams: number) =>
      pieceOff(
        problem,
        problem.lines.find((l) => l.id === id)!,
        grams,
      );
    expect([off('x', 200), off('x', 210), off('thick', 50), off('total', 300)]).toEqual([0, 45, 0, 0]);
  });
  it('a total lacks what it is lighter, a quarter dearer, and nothing where it is heavier', () => {
    expect(lackOf(inAll('t', 500), 460, dear)).toBeCloseTo(40 * 2 * 1.25, 9);
    expect([500, 540].map((g) => lackOf(inAll('t', 500), g, dear))).toEqual([0, 0]);
    expect(lackOf(portions('x', 2, 200), 100, dear)).toBe(0);
  });
});

describe('a line', () => {
  it('takes what its window says, else what its form is usually off', () => {
    const of = (more: object) => windowOf(metreDay, { ...portions('x', 2, 200), ...more });
    expect(of({})).toEqual([180, 220]);
    expect(of({ window: null })[0]).toBeCloseTo(180, 9);
    expect(of({ window: null, pieceGrams: null, totalGrams: 1000 })[1]).toBeCloseTo(1100, 9);
    expect(of({ window: null, pieceGrams: null })).toEqual([0, 0]);
  });
  it('of a form nobody knows is a fault of the one who asks', () =>
    expect(() => lineForm(metreDay, 'no such')).toThrow(new RangeError('No form no such')));
  it('refuses a fish by name first, then for raw use, then for its days', () => {
    const wanted = portions('x', 1, 200, { raw: true, dueDays: 3 });
    const one = fish('a', 4000, 900, 2);
    const code = (f: typeof one, l = wanted) => {
      const why = lineRefusal(metreDay, f, l);
      return why === null || typeof why === 'string' ? why : why.code.split(':')[1];
    };
    expect(code({ ...one, refuses: { x: 'bruised' } })).toBe('bruised');
    expect(code({ ...one, refuses: { constructor: 'bruised' } })).toMatch(/raw|freez/);
    expect(code({ ...one, rawFit: true })).toBe('out_of_life_before_it_is_due');
    expect(code({ ...one, rawFit: true, daysLeft: 3 })).toBeNull();
    expect(code(one, { ...wanted, raw: false, dueDays: 2 })).toBeNull();
  });
});

describe('settled fish', () => {
  const paid: PlanProblem = metre({
    ...metreDay,
    settings: { ...settings, deviationPerKg: 1000, perFish: 30, offcutsPerKg: 50, edgePerKg: 200 },
  });
  const plan = [
    filleted(
      'a',
      stretch(0, 190, { line: 'x' }),
      stretch(190, 400, { line: 'x' }),
      stretch(400, 900, { counter: 'fillet' }),
    ),
    filleted(
      'b',
      stretch(0, 210, { line: 'total' }),
      stretch(210, 310, { line: 'fewer' }),
      stretch(0, 300, { counter: 'fillet' }, { copy: 1 }),
    ),
    filleted('c', stretch(0, 260, { line: 'total' }), stretch(260, 360, { line: 'fewer' })),
  ];
  const rest = (...ids: string[]) =>
    withoutSettled(
      paid,
      plan.filter((f) => ids.includes(f.fish)),
    );
  it.each([[[]], [['a']], [['b']], [['c']], [['a', 'b']], [['b', 'c']], [['a', 'b', 'c']]])(
    '%j and the others are worth together what the plan is',
    (ids) => {
      const { problem, settledValue } = rest(...ids);
      const others = { fish: plan.filter((f) => !ids.includes(f.fish)) };
      expect(settledValue + score(problem, others).value).toBeCloseTo(score(paid, { fish: plan }).value, 6);
      expect(problem.fish.map((f) => f.id)).toEqual(['a', 'b', 'c'].filter((id) => !ids.includes(id)));
    },
  );
  it('take off lines and counter what they give', () => {
    const { problem } = rest('b');
    const left = (id: string) => problem.lines.find((l) => l.id === id);
    expect(left('x')).toEqual(paid.lines.find((l) => l.id === 'x'));
    expect(left('total')).toMatchObject({ totalGrams: 290, window: [240, 340], value: 1000, penalty: 400 });
    expect(left('fewer')).toMatchObject({ pieces: 3, value: 750, penalty: 300 });
    expect(problem.counter.map((k) => k.demandGrams)).toEqual([300]);
    expect(rest('a').problem.lines.map((l) => l.id)).not.toContain('x');
    expect(rest('a', 'b').problem.counter[0]!.demandGrams).toBe(0);
    expect(rest('b', 'c').problem.lines.map((l) => l.id)).not.toContain('total');
  });
  it('that give a part of a line leave the rest wanted, a total with all it brings', () => {
    const heavy = [filleted('a', stretch(0, 549.5, { line: 'total' }), stretch(600, 700, { line: 'x' }))];
    const { problem } = withoutSettled(
      {
        ...paid,
        lines: [
          { ...inAll('total', 800), window: [720, 880] },
          line('portion', 2, 100, [80, 120], [100, 0], { id: 'x' }),
        ],
      },
      heavy,
    );
    expect(problem.lines.find((l) => l.id === 'total')).toMatchObject({
      totalGrams: 250.5,
      window: [170.5, 330.5],
    });
    expect(problem.lines.find((l) => l.id === 'x')).toMatchObject({ pieces: 1, value: 100 });
  });
  it('nobody knows, or cut in no way there is, are worth nothing', () => {
    const settled = (f: (typeof plan)[number]) => withoutSettled(paid, [f]).settledValue;
    expect(settled({ ...plan[0]!, fish: 'z', pieces: [] })).toBe(0);
    expect(settled({ ...plan[0]!, mode: 'wings', pieces: [] })).toBe(0);
  });
});
