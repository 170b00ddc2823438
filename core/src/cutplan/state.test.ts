import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile } from './compile.ts';
import type { Stretch } from './pattern.ts';
import type { PlanProblem } from './problem.ts';
import { allFish, fillTotal, toPlan, type State } from './state.ts';
import { counter, fish, inAll, metre, portions, stretch } from './testing/index.ts';

const bag = { least: 450, target: 500, most: 550 };
const taken = (grams: readonly number[], group = bag) => fillTotal(group, grams).toSorted((a, b) => a - b);

describe('a bag filled by its weight', () => {
  it.each<[string, number[], number[]]>([
    ['nothing there', [], []],
    ['too little there', [200, 249], []],
    ['just enough', [250, 200], [0, 1]],
    ['the heaviest first, the first of equals', [200, 250, 200], [0, 1]],
    ['one over what it may weigh is passed over', [600, 300, 180], [1, 2]],
    ['just as heavy as it may be', [550], [0]],
    ['more while it comes nearer to what was asked for', [460, 50, 30], [0, 1]],
    ['no more where it comes no nearer', [480, 45], [0]],
    ['no more where it would lie as far off on the other side', [480, 40], [0]],
    ['the rest left', [250, 250, 250], [0, 1]],
    ['without the heaviest, which leaves no room for what it lacks', [400, 300, 200], [1, 2]],
    ['without the second, after which each other is too much', [240, 205, 110, 108], [0, 2, 3]],
  ])('%s', (_, grams, wanted) => {
    expect(taken(grams)).toEqual(wanted);
  });
  it('takes what brings it to its least weight, though that is farther from what was asked for', () => {
    expect(taken([480, 110], { least: 490, target: 500, most: 600 })).toEqual([0, 1]);
  });
  it('is empty only where no pieces come to it, and else of a weight it may have and as near as one piece more would bring it', () => {
    let filled = 0;
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 20, max: 400 }), { maxLength: 9 }), (grams) => {
        const mine = fillTotal(bag, grams);
        const sum = mine.reduce((s, i) => s + grams[i]!, 0);
        expect(new Set(mine).size).toBe(mine.length);
        // Heaviest first.
        expect(mine.map((i) => grams[i]!)).toEqual(mine.map((i) => grams[i]!).toSorted((a, b) => b - a));
        const sums = grams.reduce<number[]>((all, g) => [...all, ...all.map((s) => s + g)], [0]);
        expect(mine.length > 0).toBe(sums.some((s) => s >= bag.least && s <= bag.most));
        if (mine.length === 0) return;
        filled++;
        expect(sum).toBeGreaterThanOrEqual(bag.least);
        expect(sum).toBeLessThanOrEqual(bag.most);
        // Those left that are lighter than the last it took bring it no nearer.
        const last = grams[mine.at(-1)!]!;
        grams.forEach((g, i) => {
          if (!mine.includes(i) && g < last)
            expect(Math.abs(sum + g - bag.target)).toBeGreaterThanOrEqual(Math.abs(sum - bag.target));
        });
      }),
      { numRuns: 300, seed: 6 },
    );
    expect(filled).toBeGreaterThan(100);
  });
});

const settings = { ...metre({}).settings, gridMm: 100 };
const dayOf = (over: Partial<PlanProblem>) =>
  metre({ fish: [fish('a', 4000, 900), fish('b', 4000, 500)], settings, ...over });

/** Stretches of the two sides of each fish: from and to in hundreds of millimetres, and whose. */
type Side = [from: number, to: number, who: number][];
function stateOf(problem: PlanProblem, ...cut: (readonly [Side, Side] | null)[]) {
  const c = compile(problem);
  const opened = cut.map((sides, i): State[number] => {
    if (!sides) return null;
    const { of } = allFish(c)[i]!;
    const mode = of.modes.find((m) => m.id === 'fillets')!;
    const node = mode.nodes[0]!;
    const pieces = (side: Side): Stretch[] =>
      side.map(([from, to, who]) => ({ from, to, who, grams: 100 * (to - from) }));
    return { of, mode, cuts: sides.map((side, copy) => ({ node, copy, pieces: pieces(side) })) };
  });
  return toPlan(c, opened);
}
const piecesOf = (plan: ReturnType<typeof toPlan>, id: string) =>
  plan.fish.find((f) => f.fish === id)?.pieces;

describe('a state as a plan', () => {
  it('gives the pieces nearest their weight to the lines, those over to the counter', () => {
    const problem = dayOf({
      lines: [portions('x', 2, 200, { window: [100, 400] })],
      counter: counter(2000, 800, 600),
    });
    const plan = stateOf(
      problem,
      [
        [
          [0, 3, 0],
          [4, 6, 0],
        ],
        [[0, 2, 0]],
      ],
      null,
    );
    expect(plan.fish.map((f) => f.fish)).toEqual(['a']);
    expect(piecesOf(plan, 'a')).toEqual([
      stretch(0, 300, { counter: 'fillet' }),
      stretch(400, 600, { line: 'x' }),
      stretch(0, 200, { line: 'x' }, { copy: 1 }),
    ]);
  });
  it('fills no line in part that takes all or nothing, and those that do as far as it goes', () => {
    const pieces: Side = [
      [0, 2, 0],
      [2, 4, 0],
      [4, 6, 0],
    ];
    const whole = dayOf({ lines: [portions('x', 2, 200), portions('y', 2, 200)] });
    const lines = (problem: PlanProblem) =>
      stateOf(problem, [pieces, []], null).fish.flatMap((f) => f.pieces.map((p) => p.line));
    // Without a counter what is over is in no piece.
    expect(lines(whole)).toEqual(['x', 'x']);
    expect(lines(dayOf({ lines: [portions('x', 4, 200, { partAllowed: true })] }))).toEqual(['x', 'x', 'x']);
    expect(lines(dayOf({ lines: [portions('x', 4, 200)] }))).toEqual([]);
  });
  it('leaves a fish whole that is cut for nothing', () => {
    const problem = dayOf({ lines: [portions('x', 2, 200)] });
    expect(stateOf(problem, [[[0, 2, 0]], []], null).fish).toEqual([]);
    expect(stateOf(problem, null, null).fish).toEqual([]);
  });
  it('joins neighbours of one bag, no others', () => {
    const problem = dayOf({ lines: [inAll('bag', 900), portions('x', 2, 200)] });
    const plan = stateOf(
      problem,
      [
        [
          [0, 2, 0],
          [2, 4, 0],
          [5, 7, 0],
        ],
        [
          [0, 3, 0],
          [3, 5, 1],
          [5, 7, 1],
        ],
      ],
      null,
    );
    expect(piecesOf(plan, 'a')).toEqual([
      stretch(0, 400, { line: 'bag' }),
      stretch(500, 700, { line: 'bag' }),
      stretch(0, 300, { line: 'bag' }, { copy: 1 }),
      stretch(300, 500, { line: 'x' }, { copy: 1 }),
      stretch(500, 700, { line: 'x' }, { copy: 1 }),
    ]);
  });
  it('leaves out of a bag what it does not take, and all where it does not come to its weight', () => {
    const problem = dayOf({ lines: [inAll('bag', 500)], counter: counter(2000, 800, 600) });
    const two: Side = [
      [0, 2, 0],
      [3, 6, 0],
    ];
    expect(piecesOf(stateOf(problem, [two, [[0, 1, 0]]], null), 'a')).toEqual([
      stretch(0, 200, { line: 'bag' }),
      stretch(300, 600, { line: 'bag' }),
      stretch(0, 100, { counter: 'fillet' }, { copy: 1 }),
    ]);
    const short = stateOf(problem, [[[0, 2, 0]], []], null);
    expect(piecesOf(short, 'a')).toEqual([stretch(0, 200, { counter: 'fillet' })]);
  });
  it('cuts neighbours for the counter anew in usual pieces, and gives two fish their own', () => {
    const problem = dayOf({ lines: [portions('x', 1, 200)], counter: counter(2000, 800, 600) });
    const plan = stateOf(
      problem,
      [
        [
          [0, 1, 1],
          [1, 2, 1],
          [2, 3, 1],
          [4, 5, 1],
        ],
        [],
      ],
      [[[0, 2, 0]], [[8, 10, 1]]],
    );
    expect(plan.fish.map((f) => [f.fish, f.mode])).toEqual([
      ['a', 'fillets'],
      ['b', 'fillets'],
    ]);
    const mine = piecesOf(plan, 'a')!;
    // 300 g together are one piece of that or some of a usual weight, end to end.
    expect(mine[0]).toMatchObject({ fromMm: 0, counter: 'fillet' });
    const first = mine.filter((p) => p.fromMm < 400);
    expect(first.at(-1)!.toMm).toBe(300);
    first.slice(1).forEach((p, i) => expect(p.fromMm).toBe(first[i]!.toMm));
    expect(mine.at(-1)).toMatchObject({ fromMm: 400, toMm: 500 });
    expect(piecesOf(plan, 'b')).toEqual([
      stretch(0, 200, { line: 'x' }),
      stretch(800, 1000, { counter: 'fillet' }, { copy: 1 }),
    ]);
  });
  it('leaves for the counter as it was found what makes no usual piece', () => {
    const problem = dayOf({
      lines: [portions('x', 1, 200)],
      counter: counter(2000, 800, 600),
      settings: { ...settings, counterLeastG: 150 },
    });
    const sides = [
      [
        [0, 1, 1],
        [1, 3, 0],
        [3, 4, 1],
        [5, 7, 1],
      ],
      [],
    ] as [Side, Side];
    expect(piecesOf(stateOf(problem, sides, null), 'a')).toEqual([
      stretch(0, 100, { counter: 'fillet' }),
      stretch(100, 300, { line: 'x' }),
      stretch(300, 400, { counter: 'fillet' }),
      stretch(500, 700, { counter: 'fillet' }),
    ]);
  });
});
