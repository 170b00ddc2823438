import fc from 'fast-check';
import { median } from 'simple-statistics';
import { describe, expect, it } from 'vitest';
import { huberLocation, weightedMedian, type Vote } from './index.ts';

const votes = fc.array(
  fc.record({
    days: fc.double({ min: 0, max: 20, noNaN: true }),
    weight: fc.constantFrom(0.6, 0.8, 1, 1.2),
  }),
  { minLength: 1, maxLength: 12 },
);
const equal = (days: readonly number[]): Vote[] => days.map((d) => ({ days: d, weight: 1 }));

/** The Huber location by another road: the root of the sum of clipped distances, by bisection. */
function byBisection(all: readonly Vote[], scale: number): number {
  const limit = 1.345 * scale;
  const psi = (at: number) =>
    all.reduce((s, v) => s + v.weight * Math.max(-limit, Math.min(limit, v.days - at)), 0);
  let [low, high] = [Math.min(...all.map((v) => v.days)), Math.max(...all.map((v) => v.days))];
  for (let i = 0; i < 200; i++) {
    const middle = (low + high) / 2;
    if (psi(middle) > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

describe('the weighted median', () => {
  it('is the plain median when all votes count the same (simple-statistics)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -50, max: 50, noNaN: true }), { minLength: 1, maxLength: 15 }),
        (days) => {
          expect(weightedMedian(equal(days))).toBeCloseTo(median(days), 9);
        },
      ),
    );
  });

  it('counts a heavy vote as often as it weighs', () => {
    expect(
      weightedMedian([
        { days: 1, weight: 1 },
        { days: 2, weight: 1 },
        { days: 9, weight: 3 },
      ]),
    ).toBe(9);
    expect(
      weightedMedian([
        { days: 1, weight: 2 },
        { days: 5, weight: 2 },
      ]),
    ).toBe(3);
  });

  it('refuses an empty list', () => {
    expect(() => weightedMedian([])).toThrow(RangeError);
  });
});

describe('the consensus of votes', () => {
  it('solves the estimating equation it claims to (checked by bisection)', () => {
    fc.assert(
      fc.property(votes, (all) => {
        const { location, scale } = huberLocation(all, 0.9);
        expect(location).toBeCloseTo(byBisection(all, scale), 5);
      }),
    );
  });

  it('is the weighted mean when nobody stands apart', () => {
    const close: Vote[] = [
      { days: 2.0, weight: 1.2 },
      { days: 2.2, weight: 1 },
      { days: 2.4, weight: 0.6 },
    ];
    const mean = (2.0 * 1.2 + 2.2 + 2.4 * 0.6) / 2.8;
    expect(huberLocation(close, 1).location).toBeCloseTo(mean, 8);
  });

  it('is not carried away by one wild vote', () => {
    const calm = equal([2, 2, 2.1, 2.1, 2.2]);
    const near = huberLocation([...calm, { days: 6, weight: 1 }], 0.5).location;
    const far = huberLocation([...calm, { days: 600, weight: 1 }], 0.5).location;
    expect(far).toBeCloseTo(near, 6);
    expect(far).toBeLessThan(2.4);
  });

  it('moves and stretches with its votes', () => {
    fc.assert(
      fc.property(
        votes,
        fc.double({ min: -5, max: 5, noNaN: true }),
        fc.double({ min: 0.2, max: 4, noNaN: true }),
        (all, shift, stretch) => {
          const moved = all.map((v) => ({ ...v, days: v.days * stretch + shift }));
          const here = huberLocation(all, 0.5).location * stretch + shift;
          expect(huberLocation(moved, 0.5 * stretch).location).toBeCloseTo(here, 5);
        },
      ),
    );
  });

  it('never lets the scale fall below the floor, and takes 1.4826 of the median deviation above it', () => {
    expect(huberLocation(equal([3, 3, 3]), 0.7).scale).toBe(0.7);
    expect(huberLocation(equal([1, 3, 5]), 0.7).scale).toBeCloseTo(1.4826 * 2, 12);
  });
});
