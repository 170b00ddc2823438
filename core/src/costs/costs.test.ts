import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  breakEvenYield,
  costByYield,
  costForm,
  jointCost,
  labourCost,
  marginOf,
  markupOf,
  perKgOf,
  perUnit,
  priceForMargin,
  trimCredit,
  withEnding,
} from './index.ts';

const sum = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0);

describe('the joint cost', () => {
  // Joint cost by net realisable value at split-off: standard cost accounting; the example is worked by hand.
  it('carries 80 and 20 of 100', () => {
    const shares = jointCost(10_000, [
      { grams: 40_000, perKg: 500, ownCost: 0 },
      { grams: 20_000, perKg: 250, ownCost: 0 },
    ]);
    expect(shares).toEqual([8000, 2000]);
    expect([perKgOf(8000, 40_000), perKgOf(2000, 20_000)]).toEqual([200, 100]);
  });
  it('takes own costs off first, and gives nothing to what is not worth them', () => {
    const a = { grams: 10_000, perKg: 1000, ownCost: 2000 };
    expect(jointCost(900, [a, { grams: 10_000, perKg: 400, ownCost: 0 }])).toEqual([600, 300]);
    expect(jointCost(900, [a, { grams: 1000, perKg: 400, ownCost: 500 }])).toEqual([900, 0]);
    expect(
      jointCost(900, [
        { grams: 2, perKg: 0, ownCost: 0 },
        { grams: 1, perKg: 0, ownCost: 0 },
      ]),
    ).toEqual([600, 300]);
  });
  it('credits trims with what they bring after their own costs, and says when they bring more than all cost', () => {
    // 2 kg at 3.00 less 1.00 of its own; one not worth its own costs; worked by hand.
    const trims = [
      { grams: 2000, perKg: 300, ownCost: 100 },
      { grams: 500, perKg: 100, ownCost: 80 },
    ];
    expect(trimCredit(3500, [{ grams: 3000 }, { grams: 1000 }], trims)).toEqual({
      mains: [2250, 750],
      trims: [500, 0],
    });
    expect(trimCredit(400, [{ grams: 3000 }, { grams: 1000 }], trims)).toEqual({
      mains: [-75, -25],
      trims: [500, 0],
    });
    expect(trimCredit(500, [{ grams: 10 }], trims).mains).toEqual([0]);
    expect(jointCost(100, [])).toEqual([]);
  });
  it('is nothing a kilogram of what weighs nothing', () => {
    expect([perKgOf(500, 0), perKgOf(500, -1), perKgOf(1, 2000), perKgOf(1, 2001)]).toEqual([
      null,
      null,
      1,
      0,
    ]);
  });
  const output = fc.record({
    grams: fc.integer({ min: 0, max: 90_000 }),
    perKg: fc.integer({ min: 0, max: 9000 }),
    ownCost: fc.integer({ min: 0, max: 900 }),
  });
  it('is what was paid, to the last minor unit, by either method', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5_000_000 }),
        fc.array(output, { minLength: 1, maxLength: 12 }),
        fc.array(output, { maxLength: 8 }),
        (cost, mains, trims) => {
          const joint = jointCost(cost, [...mains, ...trims]);
          expect(sum(joint)).toBe(cost);
          expect(Math.min(...joint)).toBeGreaterThanOrEqual(0);
          const credit = trimCredit(cost, mains, trims);
          expect(sum(credit.mains) + sum(credit.trims)).toBe(cost);
        },
      ),
    );
  });
});

describe('a price', () => {
  it('breaks even at the yield the wholesale pair says', () => {
    // 3.50 whole and 5.50 cut, a pound: common practice pair, exact arithmetic.
    expect(breakEvenYield(350, 550)).toBeCloseTo(0.636, 3);
    expect(costByYield(350, breakEvenYield(350, 550))).toBeCloseTo(550, 9);
  });
  it('leaves its margin', () => {
    const price = priceForMargin(650, 0.35);
    expect(price).toBeCloseTo(1000, 9);
    expect(marginOf(650, price)).toBeCloseTo(0.35, 9);
    expect(markupOf(650, price)).toBeCloseTo(0.35 / 0.65, 9);
    expect(() => priceForMargin(650, 1)).toThrow(RangeError);
    expect([marginOf(1, 0), markupOf(0, 1)]).toEqual([null, null]);
    expect([priceForMargin(650, 0), marginOf(5, -1), markupOf(-1, 5)]).toEqual([650, null, null]);
    for (const none of [-0.01, 1.5, Number.NaN])
      expect(() => priceForMargin(650, none), String(none)).toThrow(/share of the price/);
  });
  it.each([
    [1001, 'none', 1001],
    [1000.2, 'none', 1001],
    [1001, 'x0', 1010],
    [1010, 'x0', 1010],
    [1001, '49_99', 1049],
    [1049, '49_99', 1049],
    [1050, '49_99', 1099],
    [1099.5, '49_99', 1149],
  ] as const)('%d ends (%s) as %d', (price, ending, expected) => {
    expect(withEnding(price, ending)).toBe(expected);
  });
  it('is said by the kilogram, the 100 g and the pound', () => {
    // 453.59237 g are one pound by definition.
    expect([perUnit(2890, 'kg'), perUnit(2890, '100g'), perUnit(2205, 'lb')]).toEqual([2890, 289, 1000]);
    expect([labourCost(10, 1800), labourCost(0.05, 600)]).toEqual([300, 1]);
  });
});

describe('a form of one fish', () => {
  const input = { paidPerKg: 1000, landingPerKg: 0, fishGrams: 2000, perHour: 1800, margin: 0.3, keeps: 1 };
  const fillet = {
    form: 'fillet',
    yield: 0.5,
    perKg: 3000,
    trims: [{ item: 'trim:frame', share: 0.25, perKg: 400 }],
    minutes: 10,
  };
  it('earns on the share of its price that tax leaves, and asks for the tax on top of its margin', () => {
    fc.assert(
      fc.property(fc.integer({ min: 100, max: 9000 }), fc.constantFrom(0.8, 0.5, 0.25), (perKg, keeps) => {
        const taxed = costForm({ ...input, keeps }, { ...fillet, perKg: perKg / keeps });
        const { priceWanted, ...plain } = costForm(input, { ...fillet, perKg });
        expect(taxed).toEqual({ ...plain, priceWanted: priceWanted! / keeps });
      }),
    );
  });

  it('costs and earns what the arithmetic by hand says', () => {
    const c = costForm(input, fillet);
    expect(c).toMatchObject({
      grams: 1000,
      fishCost: 2000,
      labour: 300,
      trimWorth: 200,
      takings: 3000,
      profit: 900,
    });
    expect(c).toMatchObject({
      byYield: 2000,
      credited: 1800,
      full: 2100,
      profitPerKg: 450,
      profitPerMinute: 90,
    });
    // (2000 + 300) × 3000 / 3200
    expect(c.joint).toBe(2156);
    expect(c.priceWanted).toBeCloseTo(3000, 9);
    expect(c.breakEven).toBeCloseTo(0.35, 9);
  });
  it('counts what landing cost with what was paid', () => {
    expect(costForm({ ...input, landingPerKg: 100 }, fillet)).toMatchObject({ fishCost: 2200, profit: 700 });
  });
  it('leaves out what cannot be said: by the minute without minutes, by the price without one, of nothing', () => {
    const of = (more: Partial<typeof fillet> | { perKg: null }) => costForm(input, { ...fillet, ...more });
    expect(of({ minutes: 0 })).toMatchObject({
      profitPerMinute: null,
      labour: 0,
      profit: 1200,
      profitPerKg: 600,
    });
    expect(of({ perKg: null })).toMatchObject({
      profitPerKg: null,
      profitPerMinute: null,
      margin: null,
      markup: null,
      breakEven: null,
      byYield: 2000,
      credited: 1800,
    });
    expect(of({ perKg: 0 })).toMatchObject({
      takings: 0,
      profit: -2100,
      margin: null,
      markup: -1,
      breakEven: null,
    });
    expect(of({ yield: 0 })).toMatchObject({
      grams: 0,
      byYield: null,
      credited: null,
      joint: null,
      full: null,
      priceWanted: null,
      margin: null,
      markup: null,
    });
    const priced = of({});
    expect(priced.margin).toBeCloseTo(0.3, 9);
    expect(priced.markup).toBeCloseTo(900 / 2100, 9);
    // Trim that brings more than everything cost: no price is wanted any more.
    expect(of({ trims: [{ item: 'trim:roe', share: 0.25, perKg: 9000 }] }).priceWanted).toBe(0);
  });
  it('earns nothing at its break-even yield', () => {
    const even = costForm(input, fillet).breakEven!;
    expect(costForm(input, { ...fillet, yield: even }).profit).toBe(0);
  });
  it('has no takings without a price', () => {
    expect(costForm(input, { ...fillet, perKg: null })).toMatchObject({
      takings: null,
      profit: null,
      joint: null,
      full: 2100,
    });
  });
});
