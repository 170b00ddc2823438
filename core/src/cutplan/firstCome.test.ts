import { describe, expect, it } from 'vitest';
import { compile } from './compile.ts';
import { firstCome } from './firstCome.ts';
import type { PlanFish, PlanProblem } from './problem.ts';
import { toPlan } from './state.ts';
import { counter, fish, inAll, line, metre, portions, randomDay } from './testing/index.ts';

/** What is cut, fish by fish: copy of the side, from, to, and whom for. */
const cut = (problem: PlanProblem) => {
  const c = compile(problem);
  return toPlan(c, firstCome(c)).fish.map((f) => [
    f.fish,
    ...f.pieces.map((p) => `${p.section}${p.copy} ${p.fromMm}-${p.toMm} ${p.line ?? p.counter}`),
  ]);
};

describe('first come', () => {
  const [a, b] = [fish('a', 4000, 900, 5), fish('b', 4000, 900, 2)];
  it('cuts the line due first from the fish that must go first, from the head end, each piece of its very weight', () =>
    expect(
      cut(
        metre({
          fish: [a, b],
          lines: [portions('late', 1, 300, { dueDays: 1 }), portions('soon', 2, 200, { dueDays: 0.5 })],
        }),
      ),
    ).toEqual([['b', 'side0 0-200 soon', 'side0 200-400 soon', 'side0 400-700 late']]));
  it('takes lines that are due together by name, and fish that last alike as they lie', () =>
    expect(
      cut(
        metre({
          fish: [a, { ...b, daysLeft: 5, grams: 4000.4 }],
          lines: [portions('y', 1, 300), portions('x', 1, 200)],
        }),
      ),
    ).toEqual([['a', 'side0 0-200 x', 'side0 200-500 y']]));
  it('goes on with what is open, on its other side, and opens the next only when nothing is left there', () =>
    expect(cut(metre({ fish: [a, b], lines: [portions('x', 3, 700)] }))).toEqual([
      ['a', 'side0 0-700 x'],
      ['b', 'side0 0-700 x', 'side1 0-700 x'],
    ]));
  it('cuts nothing for a line it cannot fill, and leaves the others as they were', () =>
    expect(
      cut(metre({ fish: [a, b], lines: [portions('x', 1, 700), portions('z', 4, 700, { dueDays: 1 })] })),
    ).toEqual([['b', 'side0 0-700 x']]));
  it('gives back what it took for a line it cannot fill, for the next', () =>
    expect(
      cut(metre({ fish: [a, b], lines: [portions('z', 5, 700), portions('x', 1, 700, { dueDays: 1 })] })),
    ).toEqual([['b', 'side0 0-700 x']]));
  it('fills as much of a line as there is where the customer takes fewer', () =>
    expect(cut(metre({ fish: [b], lines: [portions('x', 3, 700, { partAllowed: true })] }))).toEqual([
      ['b', 'side0 0-700 x', 'side1 0-700 x'],
    ]));
  it('leaves a fish alone whose life ends before the line is due', () =>
    expect(cut(metre({ fish: [a, b], lines: [portions('x', 1, 300, { dueDays: 3 })] }))).toEqual([
      ['a', 'side0 0-300 x'],
    ]));
  it('gives a line by weight as much as it takes, whichever fish it comes of', () => {
    const given = (fishes: PlanFish[], grams: number) =>
      cut(metre({ fish: fishes, lines: [inAll('x', grams)] }))
        .flatMap((f) => f.slice(1))
        .reduce((sum, piece) => {
          const [, from, to] = /(\d+)-(\d+) x/.exec(piece)!;
          return sum + Number(to) - Number(from);
        }, 0);
    expect(given([b], 500)).toBeGreaterThanOrEqual(450);
    expect(given([b], 500)).toBeLessThanOrEqual(550);
    expect(given([a, b], 2500)).toBeGreaterThanOrEqual(2250);
    expect(given([a, b], 2500)).toBeLessThanOrEqual(2750);
    expect(given([b], 2500)).toBe(0);
  });
  it('puts what is left of a fish it opened on the counter, and opens none for that', () =>
    expect(
      cut(
        metre({
          fish: [a, b],
          lines: [portions('x', 1, 800)],
          counter: counter(2000, 1000, 5000),
        }),
      ),
    ).toEqual([
      ['b', 'side0 0-800 x', 'side0 800-1000 fillet', 'side1 0-500 fillet', 'side1 500-1000 fillet'],
    ]));
  it('parts a side into loin and belly where a line is of those only, both sides of the fish', () => {
    const day = randomDay(1, 1, 0, 'hake');
    const one = { ...day.fish[0]!, grams: 3000, daysLeft: 9 };
    const rows = line('block_portions', 3, 150, [130, 170], [1000, 0], { id: 'x' });
    const c = compile({ ...day, fish: [one], lines: [rows], counter: [] });
    const [opened] = firstCome(c);
    expect(opened!.cuts.map((k) => `${k.node.section.id}${k.copy}`)).toEqual([
      'loin0',
      'loin1',
      'belly0',
      'belly1',
    ]);
    const pieces = opened!.cuts.flatMap((k) => k.pieces);
    expect(pieces.length).toBe(3);
    for (const p of pieces) expect(Math.abs(p.grams - 150)).toBeLessThan(8);
  });
});
