import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  byRate,
  goodsOf,
  keptOf,
  noTax,
  taxGivenBack,
  taxLines,
  taxOnTop,
  taxWithin,
  type TaxRules,
} from './index.ts';

const rules = (added: boolean, rates: Partial<TaxRules['rates']>): TaxRules => ({
  added,
  rates: { ...noTax.rates, ...rates },
});
const rate = fc.integer({ min: 0, max: 5000 });
const item = fc.constantFrom('steaks', 'whole', 'trim:head', 'made:stock_pack');

describe('tax', () => {
  // By hand: 107.00 with 7 % in it holds 7.00; 100.00 bears 7.00 on top; 5.5 % on 0.91 is 5.005, half up 5.
  it.each([
    [taxWithin(10_700, 700), 700],
    [taxWithin(1, 700), 0],
    [taxWithin(100, 10_000), 50],
    [taxOnTop(10_000, 700), 700],
    [taxOnTop(91, 550), 5],
    [taxOnTop(50, 100), 1],
    [taxOnTop(49, 100), 0],
  ])('%d is %d', (so, wanted) => expect(so).toBe(wanted));

  it('tells goods apart by what they are', () => {
    expect(['whole', 'steaks', 'trim:head', 'made:stock_pack'].map(goodsOf)).toEqual([
      'fish',
      'fish',
      'trim',
      'made',
    ]);
  });

  it('is reckoned once a rate and shared over its lines to the coin', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ item, money: fc.integer({ min: 0, max: 50_000 }) }), {
          minLength: 1,
          maxLength: 12,
        }),
        fc.record({ fish: fc.option(rate), trim: fc.option(rate), made: fc.option(rate) }),
        fc.boolean(),
        (lines, rates, added) => {
          const taxed = taxLines(lines, { added, rates });
          for (const r of byRate(taxed)) {
            const listed = lines.filter((_, i) => taxed[i]!.rate === r.rate).reduce((s, l) => s + l.money, 0);
            expect(r.paid - (added ? r.tax : 0)).toBe(listed);
            // Within half a coin of the exact tax, whichever way it is reckoned.
            const exact = added ? (listed * r.rate) / 10_000 : (listed * r.rate) / (10_000 + r.rate);
            expect(Math.abs(r.tax - exact)).toBeLessThanOrEqual(0.5 + 1e-9);
          }
          for (const [i, t] of taxed.entries()) {
            expect(t.tax).toBeGreaterThanOrEqual(0);
            expect(t.money - (added ? t.tax : 0)).toBe(lines[i]!.money);
            if (t.rate === null) expect(t.tax).toBe(0);
          }
        },
      ),
    );
  });

  it('comes back with the money, all of it with all of the money, in however many parts', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 4000 }), { minLength: 1, maxLength: 6 }),
        rate,
        (parts, of) => {
          const money = parts.reduce((a, b) => a + b, 0);
          const line = { money, tax: taxWithin(money, of) };
          const before = { money: 0, tax: 0 };
          for (const part of parts) {
            before.tax += taxGivenBack(line, before, part);
            before.money += part;
            expect(before.tax).toBeLessThanOrEqual(line.tax);
          }
          expect(before.tax).toBe(line.tax);
        },
      ),
    );
  });

  it('leaves of a price what tax does not take', () => {
    expect(keptOf(rules(false, { fish: 2500 }), 'fish')).toBe(0.8);
    expect(keptOf(rules(true, { fish: 2500 }), 'fish')).toBe(1);
    expect(keptOf(rules(false, { fish: 2500 }), 'trim')).toBe(1);
  });
});
