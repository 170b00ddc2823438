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
    expect(() => newsvendor({ mean: 100, sd: 20 }, 10, 4, 4)).toThrow(/less than it cost/);
    // Where nothing is earned nothing is bought, whatever is left over brings.
    expect(newsvendor({ mean: 100, sd: 20 }, 4, 4, 4)).toEqual({ quantile: 0, quantity: 0 });
    expect(newsvendor({ mean: 100, sd: 20 }, 3, 4, 5)).toEqual({ quantile: 0, quantity: 0 });
    expect(newsvendor({ mean: 100, sd: 20 }, 3, 4, 2)).toEqual({ quantile: 0, quantity: 0 });
    expect(newsvendor({ mean: 100, sd: 20 }, 10, 2, 1).quantity).toBeGreaterThan(100);
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
    expect(riskOf({ mean: 100, sd: 0 }, 100)).toEqual({ runOut: 0, missing: 0, over: 0 });
    expect(riskOf({ mean: 100, sd: 0 }, 130)).toEqual({ runOut: 0, missing: 0, over: 30 });
    expect(
      together([
        { mean: 3, sd: 3 },
        { mean: 4, sd: 4 },
      ]),
    ).toEqual({ mean: 7, sd: 5 });
  });
});

it('misses and leaves over what summing the distribution itself finds', () => {
  const d = { mean: 100, sd: 20 };
  for (const q of [60, 90, 100, 115, 150]) {
    let [missing, over] = [0, 0];
    for (let z = -8; z < 8; z += 0.001) {
      const x = d.mean + d.sd * z;
      missing += normalDensity(z) * 0.001 * Math.max(0, x - q);
      over += normalDensity(z) * 0.001 * Math.max(0, q - x);
    }
    const r = riskOf(d, q);
    expect(r.missing).toBeCloseTo(missing, 3);
    expect(r.over).toBeCloseTo(over, 3);
    expect(r.runOut).toBeCloseTo(1 - jStat.normal.cdf(q, d.mean, d.sd), 9);
  }
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
    expect(demandModel([])).toMatchObject({ level: 0, sd: 0, days: 0, weekdays: [1, 1, 1, 1, 1, 1, 1] });
  });
  it('is worked out by hand for two days', () => {
    const model = demandModel([
      { weekday: 1, grams: 1000, holiday: 1 },
      { weekday: 2, grams: 2000, holiday: 1 },
    ]);
    // Mean 1500; Monday (2/3 + 2) / 3 = 8/9, Tuesday (4/3 + 2) / 3 = 10/9, Wednesday not known.
    expect(model.weekdays[1]).toBeCloseTo(8 / 9, 12);
    expect(model.weekdays[2]).toBeCloseTo(10 / 9, 12);
    expect(model.weekdays[3]).toBe(1);
    // 1500 + .25 (1125 - 1500) = 1406.25; + .25 (1800 - 1406.25) = 1504.6875.
    expect(model.level).toBeCloseTo(1504.6875, 9);
    const [first, second] = [1000 - 1500 * (8 / 9), 2000 - 1406.25 * (10 / 9)];
    expect(model.sd).toBeCloseTo(Math.sqrt(first ** 2 + second ** 2), 9);
    // The spread grows with the root of the day.
    expect(demandOn(model, 2, 4).sd).toBeCloseTo(model.sd * Math.sqrt((10 / 9) * 4), 9);
    expect(demandOn(model, 1, 0)).toEqual({ mean: 0, sd: 0 });
    // One day alone tells nothing of its spread: it may be as wide as itself.
    expect(demandModel([{ weekday: 1, grams: 900, holiday: 1 }])).toMatchObject({
      level: 900,
      sd: 900,
      days: 1,
    });
    expect(demandModel([{ weekday: 1, grams: 0, holiday: 1 }])).toMatchObject({ level: 0, sd: 0 });
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
    expect(wholeFishFor([], none, 2000, null)).toEqual({ fish: 0, grams: 0, boxes: null });
    // A form that gives nothing asks for nothing; what is there already is not bought again.
    expect(wholeFishFor([{ form: 'x', grams: 900, yield: 0 }], none, 2000, null).fish).toBe(0);
    expect(
      wholeFishFor(
        wanted,
        new Map([
          ['fillet', 9000],
          ['steak', 1500],
        ]),
        2000,
        6000,
      ).fish,
    ).toBe(0);
    // What comes out even takes no fish and no box more: 4 kg at a half and 3 kg at three quarters are 12 kg.
    const even = [wanted[0]!, { form: 'steak', grams: 3000, yield: 0.75 }];
    expect(wholeFishFor(even, none, 2000, 4000)).toEqual({ fish: 6, grams: 12_000, boxes: 3 });
    // A box begun is a box bought, with the fish that lie in it.
    expect(wholeFishFor([wanted[0]!], none, 1900, 6000)).toEqual({ fish: 6, grams: 12_000, boxes: 2 });
    expect(wholeFishFor([wanted[0]!], none, 1900, 3800)).toEqual({ fish: 6, grams: 11_400, boxes: 3 });
  });
  it('for six people', () => {
    expect(forPeople({ people: 6, portionGrams: 170, yield: 0.45, fishGrams: 800, perKg: 1150 })).toEqual({
      fish: 3,
      grams: 2400,
      cost: 2760,
      spare: 60,
    });
    // Exactly enough of two fish is no reason for a third.
    expect(forPeople({ people: 4, portionGrams: 200, yield: 0.5, fishGrams: 800, perKg: 1000 })).toEqual({
      fish: 2,
      grams: 1600,
      cost: 1600,
      spare: 0,
    });
  });
});
