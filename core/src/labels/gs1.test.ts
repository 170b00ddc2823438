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

describe('what a box may say', () => {
  // One value of every identifier there is a name for (GS1 General Specifications, from memory).
  const gtin = `0950600013435${checkDigit('0950600013435')}`;
  const sscc = `09506000134350001${checkDigit('09506000134350001')}`;
  it.each<[string, Partial<ReturnType<typeof read>>]>([
    [`(01)${gtin}`, { gtin, pieces: null, grams: null }],
    [`(02)${gtin}(37)24`, { gtin, pieces: 24 }],
    [`(00)${sscc}`, { gtin: null, lot: null }],
    ['(30)18', { pieces: 18 }],
    ['(3202)002500', { grams: 11_340 }],
    ['(3103)002500(3202)009999', { grams: 2500 }],
    ['(3100)000012', { grams: 12_000 }],
    ['(3105)123456', { grams: 1235 }],
    ['(15)261201', { useBy: '2026-12-01' }],
    ['(15)261201(17)261203', { useBy: '2026-12-03' }],
    ['(11)261101(13)261102', { useBy: null, caughtOn: null, frozenOn: null }],
    ['(7006)261103', { frozenOn: '2026-11-03', caughtOn: null }],
    ['(7007)261120261124', { caughtOn: '2026-11-20' }],
    ['(422)372(91)anything', { lot: null }],
    ['(7010)03', { production: '03' }],
    [' (10) B-7 ', { lot: 'B-7' }],
  ])('%s', (scan, says) => expect(read(scan)).toMatchObject(says));

  it('comes with or without its prefix, and with the separator in letters', () => {
    const plain = `10B-77${GS}7008HKE`;
    for (const scan of [
      plain,
      `]C1${plain}`,
      `]d2${plain}`,
      `]Q3${plain}`,
      `]e0${plain}`,
      `${GS}${plain}`,
      ` ${plain} `,
    ])
      expect(read(scan)).toMatchObject({ lot: 'B-77', asfis: 'HKE' });
    expect(read('10B-77<GS>7008HKE')).toMatchObject({ lot: 'B-77', asfis: 'HKE' });
    // Only at the very front is it a prefix.
    expect(read('10X]C1').lot).toBe('X]C1');
  });

  it.each([
    ['(10)A x(', /Cannot read on from "\("/],
    ['(10)A(1)2', /Cannot read on from "\(1\)2"/],
    ['10A\u001dxyz-and-much-more', /Cannot read on from "xyz-and-much": is it/],
    ['(101)A', /\(101\) is not an identifier/],
    ['(31)002500', /\(31\) is not an identifier/],
    [`(00)${'1'.repeat(18)}`, /check digit/],
    [`(02)${'1'.repeat(14)}`, /check digit/],
    [`(10)${'A'.repeat(21)}`, /1 to 20 characters/],
    ['(7005)1234567890123', /1 to 12 characters/],
    ['(17)2612', /6 digits/],
    ['(7010)x1', /only digits/],
    ['(7007)261131', /no such day/],
  ])('%s is refused: %s', (scan, words) => expect(inWords(readBoxCode(scan, 2026))).toMatch(words));

  it.each([
    ['', null],
    ['2611', null],
    ['2611240', null],
    ['x261124', null],
    ['261124x', null],
    ['260013', null],
    ['261300', null],
    ['260000', null],
    ['260200', '2026-02-28'],
    ['280200', '2028-02-29'],
    ['261200', '2026-12-31'],
  ])('of the figures %j the day is %s', (text, day) => expect(gs1Day(text, 2026)).toBe(day));

  it.each([
    ['seines', 'SB SV SDN SSC SPR SX sdn'],
    ['trawls', 'OTB OTM TBB PTB TM TX OT'],
    ['gillnets and similar', 'GNS GTR GEN GN'],
    ['surrounding and lift nets', 'PS LA LNB'],
    ['hooks and lines', 'LHP LLS LTL LX'],
    ['dredges', 'DRB HMD'],
    ['pots and traps', 'FYK FPO FIX FPN'],
    [null, 'MIS NK XSB XOT XGN XPS XLH XDR XFPO'],
  ])('%s are written %s', (gear, codes) => {
    for (const code of codes.split(' ')) expect(gearClassOf(code), code).toBe(gear);
  });
  it('knows three ways to come by a fish', () => {
    expect(['01', '02', '03', '04', '1'].map(productionOf)).toEqual([
      'caught',
      'caught_freshwater',
      'farmed',
      null,
      null,
    ]);
  });

  it('is written with a separator after what may be longer, but not at its end', () => {
    expect(boxCode([{ ai: '10', value: 'A' }])).toBe('10A');
    expect(
      boxCode([
        { ai: '10', value: 'A' },
        { ai: '17', value: '261201' },
        { ai: '7008', value: 'HKE' },
        { ai: '7010', value: '01' },
      ]),
    ).toBe(`10A${GS}172612017008HKE${GS}701001`);
    // One no book knows has a length of its own.
    expect(
      boxCode([
        { ai: '88', value: 'x' },
        { ai: '10', value: 'A' },
      ]),
    ).toBe('88x10A');
  });
});
