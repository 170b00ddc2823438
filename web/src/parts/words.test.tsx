import { formBook } from '@ember-slate/core/forms';
import { massText } from '@ember-slate/core/units';
import { act } from '@testing-library/react';
import fc from 'fast-check';
import { afterEach, describe, expect, it } from 'vitest';
import { setPrefs, store } from '../app/store.ts';
import { formBookOf, hooked } from '../testing/served.tsx';
import { useWant } from './forms.ts';
import { useLength } from './length.ts';
import { formatMoney, inMoney, parseMoney, setCurrency } from './money.ts';
import { spell } from './temperature.ts';
import { wantText, wishWords } from './words.ts';

afterEach(() => setCurrency('EUR'));
const book = formBook();
const mass = (g: number) => massText(g);

describe('what a line wants', () => {
  const line = { form: 'steaks', pieces: null, pieceGrams: null, totalGrams: null, thickMm: null };
  it.each([
    [{ pieces: 4, pieceGrams: 200 }, /^4 × 200.g steaks$/],
    [{ totalGrams: 900 }, /^900.g steaks$/],
    [{ pieces: 4, pieceGrams: 200, thickMm: 25 }, /^4 steaks, 25 mm thick$/],
    [{ totalGrams: 900, thickMm: 25 }, /^900.g steaks, 25 mm thick$/],
    [{ pieces: 2, pieceGrams: 200, thickMm: [20, 30] as const }, /^2 steaks, 25 mm thick$/],
  ])('%j is said as %s', (more, words) => expect(wantText({ ...line, ...more }, mass, book)).toMatch(words));

  it('is said in the units of the screen', () => {
    const want = hooked(useWant, { '/api/forms': formBookOf() });
    const slices = { ...line, pieces: 4, pieceGrams: 200, thickMm: 25 };
    expect(want.now()(slices)).toBe('4 steaks, 25 mm thick');
    act(() => {
      store.dispatch(setPrefs({ units: 'imperial' }));
    });
    expect(want.now()(slices)).toBe('4 steaks, 1.0 in thick');
    expect(want.now()({ ...line, totalGrams: 907 })).toMatch(/^2\.?0*.lb.* steaks$/);
  });

  it.each([
    [{}, []],
    [{ anyWhite: true, use: 'raw', people: 6 }, ['any white fish', 'for raw use', 'for 6']],
    [{ use: 'grill', people: null, partAllowed: true }, ['fewer will do']],
    [{ trimWish: 'stock', packing: 'wrapped' }, ['with head and bones']],
    [{ trimWish: 'all', options: ['tied'] }, ['with all their trim', 'tied']],
  ] as const)('wishes of %j are %j', (wishes, words) => expect(wishWords(wishes)).toEqual(words));
});

describe('lengths as they are typed', () => {
  it.each([
    ['metric', '25', 25],
    ['metric', ' 25,4 ', 25],
    ['metric', '0', null],
    ['metric', '-3', null],
    ['metric', '', null],
    ['metric', 'two', null],
    ['imperial', '1', 25],
    ['imperial', '0,5', 13],
    ['imperial', '1.25', 32],
  ] as const)('%s: %j is %s mm', (units, text, mm) => {
    const length = hooked(useLength, {});
    act(() => {
      store.dispatch(setPrefs({ units }));
    });
    expect(length.now().parse(text)).toBe(mm);
  });

  it('come back as they were shown, to a tenth of an inch', () => {
    const length = hooked(useLength, {});
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 900 }), (mm) => {
        expect(length.now().parse(length.now().format(mm))).toBe(mm);
      }),
    );
    act(() => {
      store.dispatch(setPrefs({ units: 'imperial' }));
    });
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 900 }), (mm) => {
        expect(Math.abs(length.now().parse(length.now().format(mm))! - mm)).toBeLessThanOrEqual(2);
      }),
    );
  });
});

describe('money of the shop', () => {
  it.each([
    ['EUR', 1490, '€14.90', 14.9],
    ['JPY', 1490, '¥1490', 1490],
    ['TND', 1490, 'TND1.490', 1.49],
  ])('%s %d is %s', (currency, minor, text, axis) => {
    setCurrency(currency);
    expect(formatMoney(minor).replace(/\s/g, '')).toBe(text);
    expect(inMoney(minor)).toBeCloseTo(axis, 9);
    expect(parseMoney(text)).toBe(minor);
  });
});

it.each([
  [0, '0 min'],
  [29_000, '0 min'],
  [31_000, '1 min'],
  [59 * 60_000, '59 min'],
  [60 * 60_000, '1 h'],
  [17_340_000, '4 h 49 min'],
  [86_400_000, '1 d'],
  [90_000_000, '1 d 1 h'],
])('%d ms is spoken of as %s', (ms, words) => expect(spell(ms)).toBe(words));
