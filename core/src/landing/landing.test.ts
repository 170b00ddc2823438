import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrivalFraction, catalogue, conditionsFor } from '../species/index.ts';
import {
  findSpecies,
  fishDoubt,
  guessColumns,
  lengthCm,
  looksLikeFormula,
  lotDoubts,
  noteFields,
  readDate,
  readNoteRow,
  relativeCondition,
  spreadOf,
  weightG,
  type NoteField,
} from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;

describe('the columns of a note', () => {
  it.each([
    [
      ['Species', 'Presentation', 'Pcs', 'Net kg', 'EUR/kg', 'FAO', 'Gear', 'Catch date', 'Batch'],
      [0, 1, 2, 3, 4, null, 5, 6, 7, 8, null],
    ],
    [
      ['Artikel', 'Stück', 'Gewicht'],
      [null, null, 1, null, null, null, null, null, null, null, null],
    ],
    [
      ['weight (lb)', 'fish', 'price per lb', 'farmed'],
      [1, null, null, 0, 2, 3, null, null, null, null, null],
    ],
  ])('%j', (header, columns) => {
    const found = guessColumns(header, null);
    expect(noteFields.map((f) => found[f])).toEqual(columns);
  });

  it('goes by what was remembered first', () => {
    const found = guessColumns(['A', 'Weight', 'B'], { weight: 'b', species: 'a' });
    expect([found.species, found.weight]).toEqual([0, 2]);
  });
});

describe('a species on a note', () => {
  it('is found by id, name, other name, code and scientific name', () => {
    for (const s of catalogue) {
      expect(findSpecies(s.name, catalogue)?.id).toBe(s.id);
      expect(findSpecies(s.scientificName.toUpperCase(), catalogue)?.id).toBe(s.id);
      if (s.asfis) expect(findSpecies(s.asfis, catalogue)?.id).toBe(s.id);
    }
    expect(findSpecies('coley', catalogue)?.id).toBe('saithe');
    expect(findSpecies('branzino', catalogue)?.id).toBe('sea_bass');
  });
  it.each(['', 'snoek', 'sea', 'bream'])('"%s" is none, or several', (text) => {
    expect(findSpecies(text, catalogue)).toBeUndefined();
  });
});

describe('a line of a note', () => {
  const header = [
    'species',
    'state',
    'pcs',
    'kg',
    'price',
    'method',
    'area',
    'gear',
    'caught',
    'lot',
    'remarks',
  ];
  const columns = guessColumns(header, null);
  const good: Record<NoteField, string> = {
    species: 'hake',
    condition: 'GUT',
    pieces: '18',
    weight: '39,66',
    price: '9.80',
    production: 'wild',
    area: 'FAO 27.7.g',
    gear: 'longline',
    caught: '24/11/2026',
    lot: 'B-7',
    remarks: '',
  };
  const at = {
    header,
    book: catalogue,
    landedOn: '2026-11-25',
    monthFirst: false,
    dressedMeans: null,
    moneyDigits: 2,
  };
  const read = (more: Partial<Record<NoteField, string>>, around: Partial<typeof at> | object = {}) =>
    readNoteRow(
      noteFields.map((f) => ({ ...good, ...more })[f]),
      columns,
      { ...at, ...around },
    );

  it('becomes a lot', () => {
    expect(inWords(read({}))).toEqual({
      errors: [],
      lot: {
        speciesId: 'hake',
        condition: 'gutted',
        pieces: 18,
        grams: 39_660,
        pricePerKg: 980,
        production: 'caught',
        area: '27.7.g',
        gear: 'hooks and lines',
        caughtOn: '2026-11-24',
        supplierLot: 'B-7',
        remarks: '',
      },
    });
  });

  it.each<[Partial<Record<NoteField, string>>, NoteField, RegExp]>([
    [{ species: 'snoek' }, 'species', /not in the species book/],
    [{ condition: 'dressed' }, 'condition', /two things/],
    [{ condition: 'WNG' }, 'condition', /does not come like that/],
    [{ condition: 'fillets' }, 'condition', /with skin or bones, or without/],
    [{ species: 'plaice', condition: 'loin' }, 'condition', /does not come like that/],
    [{ pieces: '18.5' }, 'pieces', /whole number/],
    [{ pieces: '-3' }, 'pieces', /no number/],
    [{ weight: '' }, 'weight', /No weight/],
    [{ weight: '39.66.1' }, 'weight', /no weight/],
    [{ weight: '=SUM(A1:A9)' }, 'weight', /formula/],
    [{ remarks: '@cmd|calc' }, 'remarks', /formula/],
    [{ area: '99' }, 'area', /no FAO area/],
    [{ gear: 'by hand' }, 'gear', /no gear class/],
    [{ caught: '31/02/2026' }, 'caught', /no date/],
    [{ caught: '26/11/2026' }, 'caught', /after it was landed/],
    [{ caught: '01/06/2026' }, 'caught', /60 days/],
    [{ lot: 'x'.repeat(41) }, 'lot', /40 characters/],
    [{ production: 'grown on trees' }, 'production', /neither/],
  ])('%j is refused at its field', (more, field, said) => {
    const { lot, errors } = read(more);
    expect(lot).toBeNull();
    expect(inWords(errors.find((e) => e.field === field)?.message)).toMatch(said);
  });

  it.each([
    ['FSB', 'side'],
    ['sides, bone in', 'side'],
    ['FIL', 'boned_side'],
    ['Fillets skin on', 'boned_side'],
    ['FIS', 'fillet'],
    ['skinless fillets', 'fillet'],
    ['loins', 'loin'],
    ['GUT', 'gutted'],
    ['guts in', 'whole'],
  ])('"%s" came as %s', (condition, came) => {
    expect(read({ condition }).lot?.condition).toBe(came);
  });

  it('says everything that is wrong at once', () => {
    expect(read({ species: '?', weight: '', gear: '' }).errors.map((e) => e.field)).toEqual([
      'species',
      'weight',
      'gear',
    ]);
  });

  it('knows what this supplier means by dressed, and in which units it writes', () => {
    expect(read({ condition: 'dressed' }, { dressedMeans: 'headed_gutted' }).lot!.condition).toBe(
      'headed_gutted',
    );
    const pounds = header.with(3, 'weight lb').with(4, 'price per lb');
    const lot = readNoteRow(
      noteFields.map((f) => ({ ...good, weight: '100', price: '2.00' })[f]),
      columns,
      {
        ...at,
        header: pounds,
      },
    ).lot!;
    expect(lot.grams).toBe(45_359);
    expect(lot.pricePerKg).toBe(441);
    expect(read({ weight: '39660 g' }).lot!.grams).toBe(39_660);
  });

  it('never throws and never keeps a formula, whatever a cell holds', () => {
    fc.assert(
      fc.property(fc.array(fc.string(), { minLength: 11, maxLength: 11 }), (cells) => {
        const { lot } = readNoteRow(cells, columns, at);
        if (lot)
          for (const text of [lot.remarks, lot.supplierLot]) expect(looksLikeFormula(text)).toBe(false);
      }),
    );
  });

  it.each([
    ['2026-11-24', false, '2026-11-24'],
    ['24.11.2026', false, '2026-11-24'],
    ['11/24/2026', true, '2026-11-24'],
    ['11/24/2026', false, null],
    ['yesterday', false, null],
  ])('reads the date %s', (text, monthFirst, day) => {
    expect(readDate(text, monthFirst)).toBe(day);
  });
});

describe('weight and length', () => {
  // W = a L^b, FishBase-type parameters (values from memory): there and back, and typical fish of plausible length.
  it('go into each other', () => {
    for (const s of catalogue) {
      fc.assert(
        fc.property(fc.double({ min: s.minG, max: s.maxG, noNaN: true }), (grams) => {
          expect(weightG(s, lengthCm(s, grams))).toBeCloseTo(grams, 6);
        }),
        { numRuns: 20 },
      );
      expect(lengthCm(s, s.typicalG)).toBeGreaterThan(15);
      expect(lengthCm(s, s.typicalG)).toBeLessThan(150);
    }
  });

  const hake = of('hake');
  const mm = (grams: number) => Math.round(lengthCm(hake, grams) * 10);
  const gutted = (whole: number) => Math.round(whole * hake.gutted);
  it.each([
    ['a normal one', gutted(2500), mm(2500), null],
    ['one not measured', gutted(2500), null, null],
    ['a spent one', gutted(2500 * 0.8), mm(2500), 'thin'],
    ['just thin', gutted(2500 * 0.87), mm(2500), 'thin'],
    ['just not thin', gutted(2500 * 0.9), mm(2500), null],
    ['its length in cm', gutted(2500), Math.round(mm(2500) / 10), 'unit'],
    ['its length in inches', gutted(2500), Math.round(mm(2500) / 25.4), 'unit'],
    ['another species', gutted(2500), Math.round(mm(2500) * 0.7), 'species'],
    ['far too small', 60, null, 'size'],
    ['two on the pan', 30_000, null, 'size'],
  ] as const)('%s: %s', (_name, grams, lengthMm, kind) => {
    expect(fishDoubt(hake, 'gutted', { grams, lengthMm })?.kind ?? null).toBe(kind);
  });

  it('compares the condition of the whole fish, however it came', () => {
    for (const s of catalogue)
      for (const condition of conditionsFor(s).filter((c) => c === 'whole' || c === 'gutted')) {
        const grams = s.typicalG * arrivalFraction(s, condition);
        expect(
          relativeCondition(s, condition, { grams, lengthMm: lengthCm(s, s.typicalG) * 10 }),
        ).toBeCloseTo(1, 9);
      }
  });

  it('knows the whole lot: missing fish, ice in the weight, a spent lot', () => {
    const fish = [gutted(2000), gutted(1900), gutted(2100)].map((grams) => ({ grams, lengthMm: mm(2500) }));
    expect(inWords(lotDoubts(hake, 'gutted', fish, { pieces: 5, grams: null })[0])).toMatch(/2 of 5/);
    expect(inWords(lotDoubts(hake, 'gutted', fish, { pieces: null, grams: null })[0])).toMatch(/spent lot/);
    const full = fish.map((f) => ({ ...f, lengthMm: null }));
    const total = spreadOf(full).total;
    expect(inWords(lotDoubts(hake, 'gutted', full, { pieces: 3, grams: total * 1.1 })[0])).toMatch(
      /ice or water/,
    );
    expect(spreadOf([{ grams: 400 }, { grams: 500 }, { grams: 600 }])).toEqual({
      count: 3,
      total: 1500,
      mean: 500,
      sd: 100,
    });
  });
});
