import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  apportion,
  formatMass,
  currencySign,
  formatMoney,
  minorDigits,
  formatTemperature,
  gramsPerOunce,
  massUnit,
  multiplyRate,
  parseDecimal,
  parseMass,
  parseMoney,
  plainMoney,
  parseTemperature,
} from './index.ts';

describe('parseDecimal', () => {
  it.each([
    ['12', 12],
    ['12.5', 12.5],
    ['12,5', 12.5],
    ['1 234', 1234],
    ['1\u2009234', 1234],
    ['\u22123.5', -3.5],
    ['.5', 0.5],
    ['5.', 5],
  ])('reads "%s"', (text, value) => {
    expect(parseDecimal(text)).toBe(value);
  });

  it.each(['', '.', ',', '1.234,5', '1,234.5', '1e3', 'Infinity', '0x10', '--1', '5-', 'abc', '1.2.3'])(
    'refuses "%s"',
    (text) => {
      expect(parseDecimal(text)).toBeNull();
    },
  );
});

describe('weights', () => {
  // The international pound is 0.45359237 kg exactly (1959 agreement, NIST Handbook 44, appendix C).
  it('uses the exact ounce', () => {
    expect(gramsPerOunce * 16).toBeCloseTo(453.59237, 10);
  });

  it.each([
    ['4.6 kg', 'metric', 4600],
    ['4,6kg', 'metric', 4600],
    ['460', 'metric', 460],
    ['460 g', 'imperial', 460],
    ['2 lb', 'imperial', 907],
    ['7', 'imperial', 198],
    ['1 lb 4 oz', 'imperial', 567],
    ['1 lb 4 oz', 'metric', 567],
    ['0', 'metric', 0],
  ] as const)('reads "%s" (%s) as %i g', (text, system, grams) => {
    expect(parseMass(text, system)).toBe(grams);
  });

  it.each(['-5', '-1 lb 4 oz', '1 lb -4 oz', 'kg', 'four', '1,234.5', '12 stone', '1 kg 200 g', ''])(
    'refuses "%s"',
    (text) => {
      expect(parseMass(text, 'metric')).toBeNull();
    },
  );

  it.each([
    [412, 'metric', '412', 'g'],
    [2310, 'metric', '2\u2009310', 'g'],
    [9999, 'metric', '9\u2009999', 'g'],
    [10_000, 'metric', '10.00', 'kg'],
    [-140, 'metric', '\u2212140', 'g'],
    [100, 'imperial', '3.5', 'oz'],
    [4600, 'imperial', '10.14', 'lb'],
  ] as const)('shows %i g (%s) as %s %s', (grams, system, number, unit) => {
    expect(formatMass(grams, system)).toBe(number);
    expect(massUnit(grams, system)).toBe(unit);
  });

  it('reads back what it shows, within what the shown digits can hold', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 200_000 }),
        fc.constantFrom('metric', 'imperial'),
        (g, system) => {
          const back = parseMass(`${formatMass(g, system)} ${massUnit(g, system)}`, system)!;
          const digit = { g: 0, kg: 5, oz: 1.5, lb: 2.8 }[massUnit(g, system)];
          expect(Math.abs(back - g)).toBeLessThanOrEqual(digit);
        },
      ),
    );
  });
});

describe('temperatures', () => {
  it.each([
    [0, '0.0 °C', '32.0 °F'],
    [8, '0.8 °C', '33.4 °F'],
    [-185, '\u221218.5 °C', '\u22121.3 °F'],
    [1000, '100.0 °C', '212.0 °F'],
  ])('shows %i tenths as %s and %s', (tenths, metric, imperial) => {
    expect(formatTemperature(tenths, 'metric')).toBe(metric);
    expect(formatTemperature(tenths, 'imperial')).toBe(imperial);
  });

  it('reads both scales to tenths of a degree Celsius', () => {
    expect(parseTemperature('0,8', 'metric')).toBe(8);
    expect(parseTemperature('33.4', 'imperial')).toBe(8);
    expect(parseTemperature('\u221240', 'imperial')).toBe(-400);
    expect(parseTemperature('cold', 'metric')).toBeNull();
  });
});

describe('money', () => {
  it.each([
    ['14.90', 1490],
    ['14,90', 1490],
    ['14', 1400],
    ['0.07', 7],
    ['1 200.5', 120_050],
  ])('reads "%s"', (text, minor) => {
    expect(parseMoney(text)).toBe(minor);
  });

  it.each(['14.905', '€€1', '-1', '1.2.3', 'free', ''])('refuses "%s"', (text) => {
    expect(parseMoney(text)).toBeNull();
  });

  it('shows cents always', () => {
    expect(plainMoney(1490)).toBe('14.90');
    expect(plainMoney(7)).toBe('0.07');
    expect(plainMoney(-250)).toBe('\u22122.50');
    // ISO 4217: the yen has no minor unit, the dinar of Bahrain three decimals.
    expect(['EUR', 'JPY', 'BHD'].map(minorDigits)).toEqual([2, 0, 3]);
    expect([plainMoney(999_999), plainMoney(123_456_789)]).toEqual([
      '9\u2009999.99',
      '1\u2009234\u2009567.89',
    ]);
    expect([plainMoney(1490, 0), plainMoney(-7, 3)]).toEqual(['1\u2009490', '\u22120.007']);
    expect([parseMoney('1490', 0), parseMoney('14.90', 0), parseMoney('1.2345', 3)]).toEqual([
      1490,
      null,
      null,
    ]);
  });

  // Unicode CLDR, as the platform knows it; read by eye from its charts for these languages.
  it.each([
    ['EUR', 'en', 1490, '€14.90'],
    ['USD', 'en', -250, '\u2212$2.50'],
    ['SEK', 'en', 1490, 'kr\u00a014.90'],
    ['JPY', 'en', 1_234_567, '¥1\u2009234\u2009567'],
    ['EUR', 'de', 1490, '14,90\u00a0€'],
  ])('writes %s in %s with its sign', (currency, language, minor, text) => {
    expect(formatMoney(minor, currency, language)).toBe(text);
    expect(text).toContain(currencySign(currency, language));
    expect(formatMoney(minor, currency, language, 'code')).toContain(currency);
  });

  it('reads money with its sign as it reads it without', () => {
    expect(['€14.90', '14,90 €', '$ 14.90', '14.90kg', '5 fish'].map((t) => parseMoney(t))).toEqual([
      1490,
      1490,
      1490,
      null,
      null,
    ]);
  });

  it('reads back every amount it shows', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10_000_000 }), (minor) => {
        expect(parseMoney(plainMoney(minor))).toBe(minor);
      }),
    );
  });

  it.each([
    [412, 2890, 1191],
    [384, 3190, 1225],
    [1, 500, 1],
    [1, 499, 0],
    [0, 2890, 0],
  ])('%i g at %i a kilogram cost %i, half up', (grams, perKg, minor) => {
    expect(multiplyRate(grams, perKg)).toBe(minor);
  });

  it('is within half a cent of the exact product, and never loses digits', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 2_000_000 }),
        fc.integer({ min: 0, max: 1_000_000 }),
        (grams, perKg) => {
          const twice = 2n * (BigInt(multiplyRate(grams, perKg)) * 1000n - BigInt(grams) * BigInt(perKg));
          expect(twice > -1000n && twice <= 1000n).toBe(true);
        },
      ),
    );
  });
});

describe('apportion', () => {
  // 100 over 40 kg at 5 and 20 kg at 2.5: 80 and 20 (joint cost by sales value, cost-accounting textbook method).
  it('shares a joint cost by sales value', () => {
    expect(apportion(100, [40 * 5, 20 * 2.5])).toEqual([80, 20]);
  });

  it('gives the odd grams to the largest remainders', () => {
    expect(apportion(10, [1, 1, 1])).toEqual([4, 3, 3]);
    expect(apportion(7, [0.5, 0.3, 0.2])).toEqual([4, 2, 1]);
    expect(apportion(5, [0, 0])).toEqual([5, 0]);
  });

  it('always sums to the total, each share within one of the exact one, none negative', () => {
    const weights = fc
      .array(fc.integer({ min: 0, max: 50_000 }), { minLength: 1, maxLength: 12 })
      .filter((w) => w.some((x) => x > 0));
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 100_000 }), weights, (total, ws) => {
        const parts = apportion(total, ws);
        const sum = ws.reduce((a, b) => a + b, 0);
        expect(parts.reduce((a, b) => a + b, 0)).toBe(total);
        parts.forEach((p, i) => {
          expect(p).toBeGreaterThanOrEqual(0);
          expect(Math.abs(p - (total * ws[i]!) / sum)).toBeLessThan(1);
        });
      }),
    );
  });
});
