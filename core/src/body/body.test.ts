import { describe, expect, it } from 'vitest';
import { catalogue } from '../species/index.ts';
import { outline, pchip } from './index.ts';

describe('pchip', () => {
  it('goes through its points', () => {
    const f = pchip([0, 1, 3, 4], [0, 1, 1.5, 4]);
    expect([0, 1, 3, 4].map(f)).toEqual([0, 1, 1.5, 4]);
  });

  it('is straight where the points are', () => {
    const f = pchip([0, 1, 4], [1, 3, 9]);
    expect(f(0.5)).toBeCloseTo(2, 12);
    expect(f(2.2)).toBeCloseTo(5.4, 12);
    expect(pchip([0, 2], [0, 3])(1)).toBeCloseTo(1.5, 12);
  });

  // Worked by hand: the slope at (1, 1) is 0, at the left end (3 - 0) / 2, so f(1/2) = 1/2 + 1.5/8.
  it('agrees with a hand-worked value', () => {
    expect(pchip([0, 1, 2], [0, 1, 1])(0.5)).toBeCloseTo(0.6875, 12);
    expect(pchip([0, 1, 2], [0, 1, 1])(1.5)).toBeCloseTo(1, 12);
  });

  it('never leaves the range of two neighbours', () => {
    const xs = [0, 0.1, 0.25, 0.4, 0.7, 1];
    const ys = [0.02, 0.11, 0.13, 0.13, 0.05, 0.04];
    const f = pchip(xs, ys);
    for (let i = 0; i < xs.length - 1; i++) {
      for (let t = 0; t <= 1; t += 0.05) {
        const y = f(xs[i]! + t * (xs[i + 1]! - xs[i]!));
        expect(y).toBeGreaterThanOrEqual(Math.min(ys[i]!, ys[i + 1]!) - 1e-12);
        expect(y).toBeLessThanOrEqual(Math.max(ys[i]!, ys[i + 1]!) + 1e-12);
      }
    }
  });
});

describe('the outline', () => {
  // Usual lengths of these fish at the counter: common practice, no source.
  it.each([
    ['hake', 2310, 650, 780],
    ['sea_bass', 460, 300, 380],
    ['salmon', 4500, 680, 800],
    ['mackerel', 400, 310, 380],
    ['plaice', 550, 340, 400],
  ])('a %s of %i g is %i to %i mm long', (id, grams, low, high) => {
    const shape = outline(
      catalogue.find((s) => s.id === id)!,
      grams,
    )!;
    expect(shape.totalMm).toBeGreaterThan(low);
    expect(shape.totalMm).toBeLessThan(high);
  });

  it('gives back the weight its length stands for, for every species', () => {
    for (const s of catalogue) {
      const shape = outline(s, s.typicalG);
      if (!shape) continue;
      expect(s.lwA * (shape.totalMm / 10) ** s.lwB).toBeCloseTo(s.typicalG, 6);
      expect(shape.standardMm).toBeLessThanOrEqual(shape.totalMm);
      expect(shape.halfHeight(0.4)).toBeGreaterThan(shape.halfHeight(0.95));
    }
  });

  it('draws every fish but the wing', () => {
    expect(catalogue.filter((s) => outline(s, s.typicalG) === null).map((s) => s.bodyPlan)).toEqual(['wing']);
  });
});
