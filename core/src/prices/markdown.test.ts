import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { markdown, markdownGrid, markdownPrices, type MarkdownInput } from './index.ts';

const base: MarkdownInput = {
  grams: 1250,
  perKg: 990,
  demand: [700],
  elasticity: 1.8,
  traffic: 3000,
  floorPerKg: 300,
  salvagePerKg: 0,
};

/** Every path of prices that never rises, tried one by one. */
function exhaustive(o: MarkdownInput): number {
  const grid = markdownGrid(o.grams);
  const prices = markdownPrices(o);
  const go = (day: number, from: number, stock: number): number => {
    if (day === o.demand.length) return stock * grid * o.salvagePerKg;
    return Math.max(
      ...prices.slice(from).map((p, i) => {
        const wanted = Math.min(o.traffic, o.demand[day]! * Math.pow(o.perKg / p.perKg, o.elasticity));
        const sold = Math.min(stock, Math.round(wanted / grid));
        return sold * grid * p.perKg + go(day + 1, from + i, stock - sold);
      }),
    );
  };
  return Math.round(go(0, 0, Math.round(o.grams / grid)) / 1000);
}

describe('a markdown', () => {
  it('is what trying every path finds, and never less than full price', () => {
    fc.assert(
      fc.property(
        fc.record({
          grams: fc.integer({ min: 50, max: 12_000 }),
          perKg: fc.integer({ min: 100, max: 6000 }),
          demand: fc.array(fc.integer({ min: 0, max: 3000 }), { minLength: 1, maxLength: 4 }),
          elasticity: fc.double({ min: 1.1, max: 2.5, noNaN: true }),
          traffic: fc.integer({ min: 0, max: 6000 }),
          floorPerKg: fc.integer({ min: 0, max: 4000 }),
          salvagePerKg: fc.integer({ min: 0, max: 90 }),
        }),
        (o) => {
          const found = markdown(o);
          if (found.atFullPrice.left === 0) {
            expect(found.path.every((p) => p.step === 0)).toBe(true);
            return;
          }
          expect(found.takings).toBe(exhaustive(o));
          expect(found.takings).toBeGreaterThanOrEqual(found.atFullPrice.takings);
          for (const [i, p] of found.path.entries()) {
            expect(p.step === 0 || p.perKg >= o.floorPerKg).toBe(true);
            if (i > 0) expect(p.perKg).toBeLessThanOrEqual(found.path[i - 1]!.perKg);
          }
          expect(found.path.at(-1)!.left).toBe(found.left);
        },
      ),
      { numRuns: 300 },
    );
  });
  it('cuts on the last day what would stay', () => {
    const found = markdown(base);
    expect(found.path).toMatchObject([{ step: 0.3, perKg: 693, sold: 1250, left: 0 }]);
    expect(found.atFullPrice).toEqual({ takings: 693, left: 550 });
  });
  it('leaves alone what sells out by itself, and waits while days are left', () => {
    expect(markdown({ ...base, demand: [700, 700] }).path.map((p) => p.step)).toEqual([0, 0]);
    // Cut today, it would sell at less what tomorrow sells at full price.
    const later = markdown({ ...base, grams: 2000, demand: [700, 700], elasticity: 2.5 });
    expect(later.path[0]!.step).toBeLessThanOrEqual(later.path[1]!.step);
  });
  it('never goes below the floor', () => {
    expect(markdown({ ...base, floorPerKg: 850 }).path[0]!.perKg).toBe(891);
    expect(markdown({ ...base, floorPerKg: 950 }).path[0]!.step).toBe(0);
  });
});
