import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normalOf } from '../testing/index.ts';
import { catalogue } from '../species/index.ts';
import { seeded } from '../cutplan/solver/index.ts';
import { bodyOf, remark, targetPieces, usualSpread, zone, type Piece, type Zone } from './index.ts';

const hake = bodyOf(
  catalogue.find((s) => s.id === 'hake')!,
  'gutted',
  3200,
)!;
const front = zone(hake, 'front');
const grams = (z: Zone, p: Piece) => z.grams * (z.curve.at(p.to) - z.curve.at(p.from));
const steaks = (each: number, n: number) => targetPieces(front, each).slice(0, n);
const planned = steaks(200, 8);
/** Weights of pieces that are cut at their marks of a fish that runs `factor` heavy, each cut off by its own share. */
const cutAll = (factor: number, off: (i: number) => number, anew: boolean): number[] => {
  const weighed: number[] = [];
  for (const [i, p] of planned.entries()) {
    const marked = anew ? remark(front, planned, weighed).pieces[i]! : p;
    weighed.push(grams(front, marked) * factor * (1 + off(i)));
  }
  return weighed;
};

describe('marking the rest of a fish anew', () => {
  it('with nothing weighed marks what each piece should weigh', () => {
    const { pieces, factor } = remark(front, planned, []);
    expect(factor).toBe(1);
    pieces.forEach((p, i) => {
      expect(p.from).toBeCloseTo(planned[i]!.from, 9);
      expect(p.to).toBeCloseTo(planned[i]!.to, 9);
    });
    // A fish that weighs more than it was planned with is cut narrower.
    const heavy = { ...front, grams: front.grams * 1.1 };
    for (const p of remark(heavy, planned, []).pieces) expect(grams(heavy, p)).toBeCloseTo(200, 6);
  });
  it('changes nothing while pieces weigh what they should', () => {
    const { pieces, factor } = remark(front, planned, [200, 200, 200]);
    expect(factor).toBeCloseTo(1, 9);
    pieces.forEach((p, i) => expect(p.to).toBeCloseTo(planned[i]!.to, 8));
  });
  it('leaves what is off where it was cut, and cuts narrower of a fish that runs heavy', () => {
    const before = remark(front, planned, []).pieces;
    const { pieces, factor } = remark(front, planned, [230]);
    expect(pieces[0]).toEqual(before[0]);
    expect(factor).toBeGreaterThan(1.04);
    expect(factor).toBeLessThan(1.15);
    const wide = (p: Piece) => p.to - p.from;
    for (const [i, p] of pieces.entries()) if (i > 0) expect(wide(p)).toBeLessThan(wide(before[i]!));
    // By hand: the model stands for 1 / 0.07², one piece for 1 / 0.08².
    expect(factor).toBeCloseTo((1 / 0.07 ** 2 + 1.15 / 0.08 ** 2) / (1 / 0.07 ** 2 + 1 / 0.08 ** 2), 9);
  });
  it('comes to what the fish truly is, the more pieces the nearer', () => {
    for (const truth of [0.85, 1.15]) {
      const weighed = cutAll(truth, () => 0, true);
      const off = weighed.map((w) => Math.abs(w - 200));
      off.slice(1).forEach((o, i) => expect(o).toBeLessThan(off[i]!));
      expect(Math.abs(remark(front, planned, weighed).factor - truth)).toBeLessThan(0.025);
    }
  });
  it('knows of the other side what the first one said', () => {
    const weighed = cutAll(1.15, () => 0, true);
    const one = remark(front, planned, weighed);
    expect(one.from).toBe(planned.length);
    const two = remark(front, planned, [], one);
    expect([two.factor, two.from]).toEqual([one.factor, one.from]);
    expect(Math.abs(grams(front, two.pieces[0]!) * 1.15 - 200)).toBeLessThan(5);
    // Said in one row or in two, it is the same.
    const both = remark(front, [...planned.slice(0, 3)], weighed.slice(0, 3));
    const more = remark(front, planned.slice(0, 1), [], both);
    expect(more.factor).toBeCloseTo(remark(front, planned, weighed.slice(0, 3)).factor, 12);
  });
  it('learns nothing from two pieces on the pan', () => {
    const before = remark(front, planned, [205]);
    expect(remark(front, planned, [205, 405])).toEqual({
      ...before,
      pieces: before.pieces.map((_, i) => expect.objectContaining({ from: before.pieces[i]!.from }) as Piece),
    });
    expect(remark(front, planned, [205, 230]).factor).toBeGreaterThan(before.factor);
  });
  it('lets the last pieces be light where the fish ends, and never marks past it', () => {
    const all = targetPieces(front, 200);
    const { pieces } = remark(front, all, [150, 150]);
    expect(pieces.at(-1)!.to).toBeLessThanOrEqual(front.to);
    expect(pieces.at(-1)!.grams).toBeLessThan(200);
  });
  it('keeps pieces in their order, apart as they were, whatever the scale says', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 900, noNaN: true }), { maxLength: 8 }),
        fc.double({ min: 60, max: 500, noNaN: true }),
        (weighed, each) => {
          const row = targetPieces(front, each);
          const off = weighed.slice(0, row.length);
          const { pieces, factor } = remark(front, row, off);
          expect(pieces).toHaveLength(row.length);
          expect(factor).toBeGreaterThan(0);
          const ratios = off.map((w, i) => w / Math.max(1e-9, grams(front, pieces[i]!)));
          expect(factor).toBeLessThanOrEqual(Math.max(1, ...ratios) + 1e-9);
          expect(factor).toBeGreaterThanOrEqual(Math.min(1, ...ratios) - 1e-9);
          pieces.forEach((p, i) => {
            expect(p.to).toBeGreaterThanOrEqual(p.from);
            expect(p.to).toBeLessThanOrEqual(front.to + 1e-9);
            expect(p.from).toBeGreaterThanOrEqual(i === 0 ? front.from : pieces[i - 1]!.to - 1e-9);
            expect(p.grams).toBeLessThanOrEqual(row[i]!.grams + 1e-9);
          });
        },
      ),
      { numRuns: 200 },
    );
  });
  it('has two in five fewer pieces miss their window, from the second on, than marks that stay', () => {
    const random = seeded(11);
    const misses = { stay: 0, anew: 0 };
    for (let n = 0; n < 1000; n++) {
      const factor = 1 + usualSpread.fish * normalOf(random);
      const cuts = planned.map(() => usualSpread.cut * normalOf(random));
      for (const [way, anew] of [
        ['stay', false],
        ['anew', true],
      ] as const)
        misses[way] += cutAll(factor, (i) => cuts[i]!, anew)
          .slice(1)
          .filter((w) => Math.abs(w - 200) > 0.15 * 200).length;
    }
    expect(misses.anew).toBeLessThan(0.62 * misses.stay);
  });
});
