import { isSaid } from '@ember-slate/words/said';
import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import gs1 from 'gs1-barcode-parser-mod';
import { describe, expect, it } from 'vitest';
import { formBook, formOf } from '../forms/index.ts';
import {
  areaWords,
  checkDigit,
  isSeaArea,
  pieceLabel,
  priceCheckDigit,
  priceCode,
  readBoxCode,
  readPriceCode,
  variableGtin,
  type PieceFacts,
  type PriceCodeLayout,
} from './index.ts';

const layout = (more: Partial<PriceCodeLayout> = {}): PriceCodeLayout => ({
  prefix: '21',
  carries: 'price',
  checked: true,
  ...more,
});

describe('a price code', () => {
  // GS1 General Specifications, worked examples (values from memory).
  it('has the check digits of the specification', () => {
    expect(priceCheckDigit('2875')).toBe(9);
    expect(checkDigit('629104150021')).toBe(3);
  });

  it('reads back what it wrote, and finds every single wrong digit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 99_999 }),
        fc.integer({ min: 0, max: 9999 }),
        fc.boolean(),
        fc.nat({ max: 12 }),
        fc.integer({ min: 1, max: 9 }),
        (item, value, checked, at, by) => {
          const l = layout({ checked });
          const code = priceCode(l, item, value)!;
          expect(code).toMatch(/^21\d{11}$/);
          expect(inWords(readPriceCode(l, code))).toEqual({ item, value });
          const wrong = code.slice(0, at) + ((Number(code[at]) + by) % 10) + code.slice(at + 1);
          expect(isSaid(readPriceCode(l, wrong))).toBe(true);
        },
      ),
    );
  });

  it('says when the value does not fit, and refuses what cannot be coded', () => {
    expect(priceCode(layout(), 12, 10_000)).toBeNull();
    expect(priceCode(layout({ checked: false }), 12, 10_000)).toMatch(/^21000121/);
    expect(() => priceCode(layout({ prefix: '30' }), 12, 1)).toThrow(RangeError);
    expect(() => priceCode(layout(), 100_000, 1)).toThrow(RangeError);
    expect(inWords(readPriceCode(layout(), '123'))).toMatch(/13 digits/);
    expect(inWords(readPriceCode(layout({ prefix: '22' }), priceCode(layout(), 1, 1)!))).toMatch(
      /of this shop/,
    );
  });
});

describe('what cannot be a price code', () => {
  it.each(['', '2', '19', '30', '021', '120', '2x', 'x02', '022'])('prefix "%s"', (prefix) => {
    expect(() => priceCode(layout({ prefix }), 1, 1)).toThrow(/02 or 20 to 29/);
  });
  it('takes 02 and 20 to 29', () => {
    for (const prefix of ['02', '20', '25', '29'])
      expect(priceCode(layout({ prefix }), 1, 1)).toMatch(/^\d{13}$/);
  });
  it.each([0, -1, 1.5, 100_000, Number.NaN])('item %f', (item) => {
    expect(() => priceCode(layout(), item, 1)).toThrow(/up to five digits/);
  });
  it.each([
    [true, 9999, true],
    [true, 10_000, false],
    [false, 99_999, true],
    [false, 100_000, false],
    [true, -1, false],
    [true, 1.5, false],
    [true, 0, true],
  ])('checked %s: the value %f, coded %s', (checked, value, coded) => {
    expect(priceCode(layout({ checked }), 99_999, value) !== null).toBe(coded);
  });
  it.each(['123', '12345', 'x1234', '1234x', '12x4', ''])('a price field "%s"', (field) => {
    expect(() => priceCheckDigit(field)).toThrow(/four digits/);
  });
  it('says which digit is wrong', () => {
    const code = priceCode(layout(), 17, 350)!;
    expect(inWords(readPriceCode(layout(), ` ${code} `))).toEqual({ item: 17, value: 350 });
    const lastWrong = code.slice(0, 12) + ((Number(code[12]) + 1) % 10);
    expect(inWords(readPriceCode(layout(), lastWrong))).toMatch(/Its check digit/);
    // A wrong price digit under a right check digit at the end.
    const body = code.slice(0, 7) + ((Number(code[7]) + 1) % 10) + code.slice(8, 12);
    expect(inWords(readPriceCode(layout(), body + checkDigit(body)))).toMatch(/Its price digit/);
    for (const odd of [`x${code}`, `${code}x`, code.slice(1)])
      expect(inWords(readPriceCode(layout(), odd))).toMatch(/13 digits/);
  });
});

const facts = (more: Partial<PieceFacts> = {}): PieceFacts => ({
  profile: 'eu',
  name: 'European hake',
  scientificName: 'Merluccius merluccius',
  asfis: 'HKE',
  form: formOf(formBook(), 'steaks'),
  lots: [
    {
      code: '261125-H2',
      production: 'caught',
      area: '27.7.g',
      gear: 'hooks and lines',
      caughtOn: '2026-11-24',
    },
  ],
  grams: 207,
  pieces: 1,
  perKg: 1800,
  price: 373,
  packedOn: '2026-11-25',
  useBy: '2026-11-30',
  defrosted: false,
  raw: [{ fit: false }],
  packing: 'wrapped',
  bonesDeclared: false,
  stuffed: false,
  options: [],
  item: 17,
  gtin: null,
  ...more,
});
const said = (more: Partial<PieceFacts>) => {
  const l = pieceLabel(facts(more));
  return inWords([l.title, l.scientific, ...l.facts, ...l.warnings]).join(' | ');
};

const lot = (more: Partial<PieceFacts['lots'][number]>) => ({ ...facts().lots[0]!, ...more });

describe('the label of a piece', () => {
  it('says what the European rules want', () => {
    const text = said({});
    for (const word of [
      'European hake, steaks',
      'Merluccius merluccius',
      'Caught: FAO 27.7.g, Atlantic, north-east: Irish Sea',
      'hooks and lines',
      '0 to 2 °C',
      'Contains FISH',
      'Contains bones',
    ])
      expect(text).toContain(word);
    expect(text).not.toMatch(/Defrosted|raw/);
  });

  const frozen = { fit: true, by: 'frozen' } as const;
  const onPaper = { fit: true, by: 'farmed_feed', document: 'F-12' } as const;
  it.each<[Partial<PieceFacts>, RegExp]>([
    [{ profile: 'us' as const }, /Wild, product of/],
    [{ profile: 'us' as const }, /Safe handling/],
    [{ defrosted: true }, /Defrosted/],
    [{ form: formOf(formBook(), 'fillet_skin_on') }, /May contain bones/],
    [{ form: formOf(formBook(), 'fillet_skin_on'), bonesDeclared: true }, /Pin bones left in/],
    [{ form: formOf(formBook(), 'sashimi_block') }, /Not for eating raw/],
    [{ form: formOf(formBook(), 'sashimi_block'), raw: [frozen] }, /Frozen for raw use.*not bacteria/],
    [{ form: formOf(formBook(), 'raw_slices'), raw: [onPaper] }, /not frozen: farmed on feed.*, F-12\./],
    [
      { form: formOf(formBook(), 'raw_slices'), raw: [onPaper, frozen, { fit: false }] },
      /Not for eating raw/,
    ],
    [{ form: formOf(formBook(), 'sashimi_block'), raw: [{ fit: false }, frozen] }, /Not for eating raw/],
    [{ form: formOf(formBook(), 'sashimi_block'), raw: [] }, /Not for eating raw/],
    [{ packing: 'vacuum' }, /Vacuum-packed: keep at 3\.3/],
    [{ packing: 'frozen' }, /Packed to be frozen .*never frozen again/],
    [{ form: formOf(formBook(), 'paupiette'), stuffed: true }, /allergens of the filling/],
  ])('%o says %s', (more, words) => expect(said(more)).toMatch(words));

  it('says nothing twice, nothing empty, and nothing that was not done to it', () => {
    const plain = [
      'Caught: FAO 27.7.g, Atlantic, north-east: Irish Sea, west of Ireland, Channel and Celtic Sea',
    ];
    const of = (more: Partial<PieceFacts>) => inWords(pieceLabel(facts(more)).facts);
    expect(of({})).toEqual([...plain, 'hooks and lines', 'Keep at 0 to 2 °C.']);
    expect(inWords(pieceLabel(facts()).warnings)).toEqual(['Contains FISH.', 'Contains bones.']);
    expect(of({ options: ['skinned', 'no tail'] })[0]).toBe('skinned; no tail.');
    // Two lots of one ground and one gear are said once; a lot without gear adds nothing.
    expect(of({ lots: [lot({}), lot({ code: 'B' }), lot({ gear: null })] })).toEqual([
      ...plain,
      'hooks and lines',
      'Keep at 0 to 2 °C.',
    ]);
    expect(of({ lots: [lot({ gear: null })] })).toEqual([...plain, 'Keep at 0 to 2 °C.']);
    // What was farmed, or caught in fresh water, is of a country or a water, and of no gear.
    expect(of({ lots: [lot({ production: 'farmed', area: 'Norrland Isles' })] })).toEqual([
      'Farmed: Norrland Isles',
      'Keep at 0 to 2 °C.',
    ]);
    expect(of({ lots: [lot({ production: 'caught_freshwater', area: '27' })] })[0]).toBe(
      'Caught in freshwater: 27',
    );
  });
  it('says wild or farm-raised where the American rules hold, and no gear', () => {
    const of = (more: Partial<PieceFacts>) => inWords(pieceLabel(facts({ profile: 'us', ...more })).facts);
    expect(of({ lots: [lot({ production: 'farmed', area: 'Norrland Isles' })] })).toEqual([
      'Farm-raised, product of Norrland Isles',
      expect.stringMatching(/^Keep refrigerated at 38/) as string,
    ]);
    expect(of({})[0]).toMatch(/^Wild, product of FAO 27/);
    expect(of({}).join()).not.toMatch(/hooks/);
  });
  it('warns of bones in trim that is free of them as in any boneless form', () => {
    const trim = { ...formOf(formBook(), 'steaks'), section: 'trim' as const };
    expect(said({ form: trim })).toMatch(/May contain bones/);
  });

  it('never says both that it is for raw use and that it is not', () => {
    const lots = fc.array(fc.constantFrom(frozen, onPaper, { fit: false } as const), { maxLength: 4 });
    fc.assert(
      fc.property(lots, (raw) => {
        const text = said({ form: formOf(formBook(), 'sashimi_block'), raw });
        const proven = raw.length > 0 && raw.every((r) => r.fit);
        expect(/or raw use/.test(text)).toBe(proven);
        expect(text.includes('Not for eating raw')).toBe(!proven);
      }),
    );
  });

  it('names every lot it came from, and one area only where there is one', () => {
    const second = {
      code: '261124-H1',
      production: 'caught' as const,
      area: '27.4',
      gear: 'trawls',
      caughtOn: null,
    };
    const l = pieceLabel(facts({ lots: [...facts().lots, second] }));
    expect(l.trace).toBe('261125-H2 + 261124-H1');
    expect(inWords(l.facts.filter((x) => inWords(x).startsWith('Caught')))).toHaveLength(2);
    expect(l.elements.map((e) => e.ai)).not.toContain('7005');
  });

  it('scans back, by this shop and by a parser of another hand', () => {
    for (const gtin of [null, variableGtin('950600013', 17)]) {
      const l = pieceLabel(facts({ gtin }));
      const own = readBoxCode(l.scan, 2026);
      expect(inWords(own)).toMatchObject({
        lot: '261125-H2',
        grams: 207,
        useBy: '2026-11-30',
        asfis: 'HKE',
        gtin,
      });
      const other = gs1.parseBarcode(l.scan).parsedCodeItems as { ai: string; data: unknown }[];
      expect(other.map((i) => i.ai)).toEqual(l.elements.map((e) => e.ai));
      expect(other.find((i) => i.ai === '310')?.data ?? other.find((i) => i.ai === '3103')?.data).toBeCloseTo(
        0.207,
        9,
      );
    }
  });

  it('carries what it knows and nothing it does not, in the order scanners want it', () => {
    const coded = (more: Partial<PieceFacts>) =>
      pieceLabel(facts(more))
        .elements.map((e) => `(${e.ai})${e.value}`)
        .join('');
    expect(coded({})).toBe('(3103)000207(17)261130(91)17(10)261125-H2(7008)HKE(7005)27.7.g(7010)01');
    expect(coded({ useBy: null, asfis: null })).toBe('(3103)000207(91)17(10)261125-H2(7005)27.7.g(7010)01');
    expect(coded({ lots: [lot({ production: 'farmed', area: 'X' })] })).toBe(
      '(3103)000207(17)261130(91)17(10)261125-H2(7008)HKE(7010)03',
    );
    expect(coded({ lots: [lot({ production: 'caught_freshwater', area: 'X' })] })).toMatch(/\(7010\)02$/);
    expect(coded({ grams: 1_234_567 })).toMatch(/^\(3103\)999999/);
    const gtin = variableGtin('950600013', 17)!;
    expect(coded({ gtin })).toMatch(new RegExp(`^\\(01\\)${gtin}\\(3103\\)000207`));
    expect(coded({ gtin })).not.toContain('(91)');
  });

  it('makes a GTIN of indicator 9 with a right check digit, or none', () => {
    const gtin = variableGtin('950600013', 17)!;
    expect(gtin).toMatch(/^9950600013017\d$/);
    expect(checkDigit(gtin.slice(0, 13))).toBe(Number(gtin[13]));
    expect(variableGtin('950600013', 1234)).toBeNull();
    expect(variableGtin('950600013', 999)).not.toBeNull();
    expect(variableGtin('950600013', 1000)).toBeNull();
    for (const odd of ['12', '12345', '12345678901', 'x950600013', '950600013x', ''])
      expect(variableGtin(odd, 1), odd).toBeNull();
    expect(variableGtin('123456', 1)).toMatch(/^9123456000001\d$/);
    expect(variableGtin('1234567890', 12)).toMatch(/^9123456789012\d$/);
  });
});

describe('areas', () => {
  it.each([
    ['27', 'FAO 27, Atlantic, north-east'],
    ['27.4', 'FAO 27.4, Atlantic, north-east: North Sea'],
    ['37.1', 'FAO 37.1, Mediterranean and Black Sea: western Mediterranean'],
    ['Norway', 'Norway'],
    ['constructor', 'constructor'],
  ])('%s is %s', (area, words) => expect(areaWords(area)).toBe(words));

  it('knows sea areas from others', () => {
    expect(['27', '27.7.g', '37.4', '27.3.d'].every(isSeaArea)).toBe(true);
    expect(['05', '99', '27.', 'Norway', '27.7.<b>'].some(isSeaArea)).toBe(false);
    for (const area of ['27.10', '27.7.g.1', '27.3.d.24', '21.4.vwx', '37.1.1.a'])
      expect(isSeaArea(area), area).toBe(true);
    for (const area of ['x27', '27x', '27.7.', '27.123', '27.7.abcd', '05.1', '', '2', '270'])
      expect(isSeaArea(area), area).toBe(false);
  });
  it('names the sub-area only where it has a name', () => {
    expect(areaWords('27.10.a')).toBe('FAO 27.10.a, Atlantic, north-east: Azores grounds');
    expect(areaWords('21.4')).toBe('FAO 21.4, Atlantic, north-west');
    expect(areaWords('27.99')).toBe('FAO 27.99, Atlantic, north-east');
    expect(areaWords('')).toBe('');
  });
});
