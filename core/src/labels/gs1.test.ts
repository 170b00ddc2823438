import { inWords } from '@ember-slate/words/core';
import { isSaid } from '@ember-slate/words/said';
import fc from 'fast-check';
import gs1 from 'gs1-barcode-parser-mod';
import { describe, expect, it } from 'vitest';
import { boxCode, checkDigit, gearClassOf, gs1Date, gs1Day, productionOf, readBoxCode } from './index.ts';

const GS = '\u001d';
const read = (scan: string) => {
  const code = readBoxCode(scan, 2026);
  if (isSaid(code)) throw new Error(code.code);
  return code;
};

describe('the check digit', () => {
  // GS1 General Specifications, worked example (value from memory).
  // Worked by hand from the rule: weights 3 and 1 from the right. The second tells them from 1 and 3.
  it.each([
    ['629104150021', 3],
    ['400638133393', 1],
    ['1', 7],
    ['10', 9],
  ])('of %s is %d', (digits, check) => expect(checkDigit(digits)).toBe(check));
  it('finds every single wrong digit', () => {
    fc.assert(
      fc.property(
        fc.stringMatching(/^\d{13}$/),
        fc.nat({ max: 12 }),
        fc.integer({ min: 1, max: 9 }),
        (digits, at, by) => {
          const wrong = digits.slice(0, at) + ((Number(digits[at]) + by) % 10) + digits.slice(at + 1);
          expect(checkDigit(wrong)).not.toBe(checkDigit(digits));
        },
      ),
    );
  });
});

describe('a box code', () => {
  it('says lot, weight, dates, area, species, gear', () => {
    const item = `950600013435`;
    const gtin = `0${item}${checkDigit(`0${item}`)}`;
    const scan = `]C101${gtin}10B-77${GS}31020039667007261124${GS}7008HKE${GS}700527.7.g${GS}7009LLS${GS}701001`;
    expect(read(scan)).toMatchObject({
      gtin,
      lot: 'B-77',
      grams: 39_660,
      caughtOn: '2026-11-24',
      asfis: 'HKE',
      catchArea: '27.7.g',
      gear: 'LLS',
      production: '01',
    });
  });
});

describe('reading', () => {
  const parts = fc.record({
    lot: fc.stringMatching(/^[A-Z0-9-]{1,12}$/),
    grams: fc.integer({ min: 1, max: 999_999 }),
    date: fc
      .date({ min: new Date('2026-01-01'), max: new Date('2040-12-31'), noInvalidDate: true })
      .map((d) => d.toISOString().slice(0, 10)),
    asfis: fc.stringMatching(/^[A-Z]{3}$/),
  });
  const written = (p: { lot: string; grams: number; date: string; asfis: string }) =>
    boxCode([
      { ai: '10', value: p.lot },
      { ai: '3103', value: String(p.grams).padStart(6, '0') },
      { ai: '17', value: gs1Date(p.date) },
      { ai: '7008', value: p.asfis },
    ]);

  it('gives back what was written, with brackets or without', () => {
    fc.assert(
      fc.property(parts, (p) => {
        const expected = { lot: p.lot, grams: p.grams, useBy: p.date, asfis: p.asfis };
        expect(read(`]d2${written(p)}`)).toMatchObject(expected);
        const bracketed = `(10)${p.lot}(3103)${String(p.grams).padStart(6, '0')}(17)${gs1Date(p.date)}(7008)${p.asfis}`;
        expect(read(bracketed)).toMatchObject(expected);
      }),
    );
  });

  it('agrees with an independent parser of GS1 codes', () => {
    fc.assert(
      fc.property(parts, (p) => {
        const other = gs1.parseBarcode(`]C1${written(p)}`).parsedCodeItems;
        const value = (ai: string) => other.find((i) => i.ai === ai)?.data;
        const mine = read(written(p));
        expect(mine.lot).toBe(value('10'));
        expect(mine.grams! / 1000).toBeCloseTo(Number(value('3103')), 6);
        expect(mine.asfis).toBe(value('7008'));
      }),
    );
  });

  it.each([
    ['hello', /Cannot read/],
    ['0195060001343521', /check digit/],
    ['3103004', /6 digits/],
    ['10', /1 to 20/],
    ['(10)A(77)x', /not an identifier/],
  ])('%s is refused in words', (text, said) => expect(inWords(readBoxCode(text, 2026))).toMatch(said));

  it.each([
    ['17260231', /no such day/],
    ['17261301', /no such day/],
    ['17260400', null],
    ['3103001x23', /only digits/],
    ['17ab0101', /only digits/],
    ['7007260230', /no such day/],
    ['30x', /only digits/],
  ])('%s: numbers are numbers and days are days', (text, said) =>
    said === null
      ? expect(isSaid(readBoxCode(text, 2026))).toBe(false)
      : expect(inWords(readBoxCode(text, 2026))).toMatch(said),
  );

  // Sliding century: a difference of 51 and more belongs to the century before, of -50 and less to the one after
  // (GS1 General Specifications 7.12, from memory).
  it.each([
    [2026, '760101', '2076-01-01'],
    [2026, '770101', '1977-01-01'],
    [2049, '000101', '2000-01-01'],
    [2050, '000101', '2100-01-01'],
    [2099, '490101', '2149-01-01'],
    [2099, '500101', '2050-01-01'],
  ])('in %i %s is %s', (year, text, day) => expect(gs1Day(text, year)).toBe(day));

  it('every day of the calendar comes back, and no other', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 99 }),
        fc.integer({ min: 0, max: 99 }),
        fc.integer({ min: 0, max: 99 }),
        (y, m, d) => {
          const text = [y, m, d].map((n) => String(n).padStart(2, '0')).join('');
          const read = gs1Day(text, 2026);
          if (read !== null) expect(read.slice(5, 7)).toBe(text.slice(2, 4));
          if (read !== null && d > 0) expect(gs1Date(read)).toBe(text);
          else if (read === null)
            expect(m < 1 || m > 12 || d > new Date(Date.UTC(2000 + y, m, 0)).getUTCDate()).toBe(true);
        },
      ),
    );
  });

  it('never throws', () => fc.assert(fc.property(fc.string(), (s) => void readBoxCode(s, 2026))));

  it('knows the last day of a month, gear classes and how it lived', () => {
    expect(read('17270200').useBy).toBe('2027-02-28');
    expect(['LLS', 'OTB', 'GNS', 'PS', 'SDN', 'FPO', 'DRB', 'XXX'].map(gearClassOf)).toEqual([
      'hooks and lines',
      'trawls',
      'gillnets and similar',
      'surrounding and lift nets',
      'seines',
      'pots and traps',
      'dredges',
      null,
    ]);
    expect(['01', '02', '03', '09'].map(productionOf)).toEqual([
      'caught',
      'caught_freshwater',
      'farmed',
      null,
    ]);
  });
});
