import fc from 'fast-check';
import jStat from 'jstat';
import { describe, expect, it } from 'vitest';
import {
  demandModel,
  demandOn,
  forPeople,
  newsvendor,
  normalBelow,
  normalDensity,
  normalQuantile,
  riskOf,
  together,
  wholeFishFor,
  type DaySold,
} from './index.ts';

describe('the normal distribution', () => {
  it('agrees with a statistics library (jStat)', () => {
    for (let p = 0.001; p < 1; p += 0.013)
      expect(normalQuantile(p)).toBeCloseTo(jStat.normal.inv(p, 0, 1), 6);
    for (let z = -6; z <= 6; z += 0.23) {
      expect(normalBelow(z)).toBeCloseTo(jStat.normal.cdf(z, 0, 1), 9);
      expect(normalDensity(z)).toBeCloseTo(jStat.normal.pdf(z, 0, 1), 12);
    }
  });
  it('is its own inverse into the tails', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-12, max: 1 - 1e-12, noNaN: true }), (p) => {
        expect(Math.abs(normalBelow(normalQuantile(p)) - p)).toBeLessThan(1e-11);
      }),
    );
    expect([normalQuantile(0), normalQuantile(1)]).toEqual([-Infinity, Infinity]);
  });
});

describe('the newsvendor', () => {
  it('serves up to the quantile', () => {
    // Newsvendor rule, operations textbooks; values worked with it.
    expect(newsvendor({ mean: 100, sd: 20 }, 10, 6, 2)).toEqual({ quantile: 0.5, quantity: 100 });
    const q = newsvendor({ mean: 100, sd: 20 }, 10, 4, 2);
    expect(q.quantile).toBe(0.75);
    expect(q.quantity).toBeCloseTo(113.49, 2);
    expect(newsvendor({ mean: 100, sd: 20 }, 4, 4, 2).quantity).toBe(0);
    expect(newsvendor({ mean: 100, sd: 0 }, 10, 4, 2).quantity).toBe(100);
    expect(newsvendor({ mean: 10, sd: 100 }, 10, 9, 2).quantity).toBe(0);
    expect(() => newsvendor({ mean: 100, sd: 20 }, 10, 4, 4)).toThrow(RangeError);
  });
  it('is what trying every quantity finds', () => {
    // Expected profit summed over the distribution itself, not through the loss function.
    const profit = (q: number, d: { mean: number; sd: number }, p: number, c: number, s: number) => {
      let sum = 0;
      for (let z = -5; z < 5; z += 0.01) {
        const x = d.mean + d.sd * (z + 0.005);
        sum += normalDensity(z + 0.005) * 0.01 * (p * Math.min(x, q) + s * Math.max(0, q - x));
      }
      return sum - c * q;
    };
    for (const [p, c, s] of [
      [10, 6, 2],
      [10, 4, 2],
      [20, 3, 1],
      [9, 8, 0],
    ] as const) {
      const d = { mean: 200, sd: 30 };
      let best = 0;
      for (let q = 100; q <= 300; q++) if (profit(q, d, p, c, s) > profit(best, d, p, c, s)) best = q;
      expect(Math.abs(newsvendor(d, p, c, s).quantity - best)).toBeLessThanOrEqual(0.6);
    }
  });
  it('says what a quantity risks', () => {
    // At the mean half the days run out, and sd / sqrt(2 pi) is missing on average.
    const r = riskOf({ mean: 100, sd: 20 }, 100);
    expect(r.runOut).toBeCloseTo(0.5, 12);
    expect(r.missing).toBeCloseTo(20 / Math.sqrt(2 * Math.PI), 9);
    expect(r.over).toBeCloseTo(r.missing, 9);
    expect(riskOf({ mean: 100, sd: 0 }, 80)).toEqual({ runOut: 1, missing: 20, over: 0 });
    expect(
      together([
        { mean: 3, sd: 3 },
        { mean: 4, sd: 4 },
      ]),
    ).toEqual({ mean: 7, sd: 5 });
  });
});

describe('demand', () => {
  const weeks = (n: number, grams: (weekday: number, week: number) => number): DaySold[] =>
    Array.from({ length: n * 6 }, (_, i) => {
      const weekday = (i % 6) + 1;
      return { weekday, grams: grams(weekday, Math.floor(i / 6)), holiday: 1 };
    });
  it('learns a busy Saturday and knows it for certain when it is', () => {
    const model = demandModel(weeks(40, (d) => (d === 6 ? 3000 : 1000)));
    const [sat, mon] = [demandOn(model, 6).mean, demandOn(model, 1).mean];
    expect(sat / mon).toBeGreaterThan(2.7);
    expect(sat / mon).toBeLessThanOrEqual(3);
    expect(Math.abs(sat - 3000)).toBeLessThan(150);
    expect(model.sd).toBeLessThan(120);
  });
  it('follows a new level within two weeks, and takes a holiday out', () => {
    const model = demandModel(weeks(12, (_, week) => (week < 10 ? 1000 : 2000)));
    expect(demandOn(model, 2).mean).toBeGreaterThan(1800);
    const feast = [...weeks(8, () => 1000), { weekday: 5, grams: 4000, holiday: 4 }];
    expect(demandOn(demandModel(feast), 1).mean).toBeCloseTo(1000, 6);
    expect(demandOn(demandModel(feast), 5, 4).mean).toBeCloseTo(4000, 6);
  });
  it('says the spread of what it did not foresee', () => {
    let seed = 7;
    const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
    const noise = () => normalQuantile(random()) * 200;
    const model = demandModel(weeks(60, () => 2000 + noise()));
    // A level smoothed by 0.25 adds sd × sqrt(alpha / (2 − alpha)) of its own.
    expect(model.sd).toBeGreaterThan(170);
    expect(model.sd).toBeLessThan(260);
    expect(demandModel([])).toMatchObject({ level: 0, sd: 0, days: 0 });
  });
});

describe('whole fish', () => {
  it('are what the forms lack, by their yields, in boxes', () => {
    const wanted = [
      { form: 'fillet', grams: 4000, yield: 0.5 },
      { form: 'steak', grams: 1500, yield: 0.75 },
    ];
    const none = new Map<string, number>();
    expect(wholeFishFor(wanted, none, 1900, null)).toEqual({ fish: 6, grams: 11_400, boxes: null });
    expect(wholeFishFor(wanted, new Map([['fillet', 5000]]), 2000, null).fish).toBe(1);
    expect(wholeFishFor(wanted, none, 2000, 6000)).toEqual({ fish: 6, grams: 12_000, boxes: 2 });
    expect(wholeFishFor([], none, 2000, 6000)).toEqual({ fish: 0, grams: 0, boxes: 0 });
  });
  it('for six people', () => {
    expect(forPeople({ people: 6, portionGrams: 170, yield: 0.45, fishGrams: 800, perKg: 1150 })).toEqual({
      fish: 3,
      grams: 2400,
      cost: 2760,
      spare: 60,
    });
  });
});
