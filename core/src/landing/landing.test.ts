import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrivalFraction, catalogue, conditionsFor, type ArrivalCondition } from '../species/index.ts';
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
  type MeasuredFish,
  type NoteField,
  type NoteLot,
} from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;

describe('the columns of a note', () => {
  it.each([
    [
      ['Species', 'Presentation', 'Pcs', 'Net kg', 'EUR/kg', 'FAO', 'Gear', 'Catch date', 'Batch'],
      [0, 1, 2, 3, 4, null, 5, 6, null, 7, 8, null],
    ],
    [
      ['Artikel', 'Stück', 'Gewicht'],
      [null, null, 1, null, null, null, null, null, null, null, null, null],
    ],
    [
      ['weight (lb)', 'fish', 'price per lb', 'farmed'],
      [1, null, null, 0, 2, 3, null, null, null, null, null, null],
    ],
  ])('%j', (header, columns) => {
    const found = guessColumns(header, null);
    expect(noteFields.map((f) => found[f])).toEqual(columns);
  });

  it('goes by what was remembered first', () => {
    const found = guessColumns(['A', 'Weight', 'B'], { weight: 'b', species: 'a' });
    expect([found.species, found.weight]).toEqual([0, 2]);
    // However it was written, and only where the note still has it.
    const later = guessColumns([' KILOS ', 'Box'], { weight: ' Kilos', pieces: 'stk' });
    expect([later.weight, later.pieces, later.lot]).toEqual([0, null, 1]);
  });

  it('gives a column to one field only, remembered or guessed', () => {
    const twice = guessColumns(['fish', 'fish'], { species: 'fish', pieces: 'fish' });
    expect([twice.species, twice.pieces]).toEqual([0, 1]);
    const guessed = guessColumns(['product', 'species'], null);
    expect([guessed.species, Object.values(guessed).filter((i) => i === 1)]).toEqual([0, []]);
  });

  it.each<[NoteField, string]>([
    ['species', 'species|fish|product|item|article|Description|name|art|asfis|code|Fish name'],
    ['condition', 'condition|presentation|state|form|prep|gutted'],
    ['pieces', 'pieces|pcs|no of fish|no. of|number|count|qty|quantity|stück|stueck'],
    ['weight', 'weight|net|kg|kilo|kilos|gram|grams|lb|lbs|wt|mass|Net weight'],
    ['price', 'price|unit price|cost|per kg|rate|eur|gbp|usd|£/kg|paid per kg'],
    ['production', 'method|production|wild|farmed|origin type'],
    ['area', 'area|fao|zone|catch area|origin|country|caught in'],
    ['gear', 'gear|fishing gear'],
    ['boat', 'boat|vessel|ship|farm'],
    ['caught', 'caught|catch date|date of catch|landed|harvest'],
    ['lot', 'lot|batch|box|trace'],
    ['remarks', 'remark|remarks|note|comment'],
  ])('knows %s by its usual names, and no name that only begins or holds one', (field, names) => {
    for (const name of names.split('|')) {
      expect(guessColumns([` ${name} `], null)[field], name).toBe(0);
      // Prices are known by what follows them too; of two words the first alone may be name enough.
      if (field === 'price' || name.includes(' ')) continue;
      expect(guessColumns([`xx ${name}`], null)[field], `xx ${name}`).toBeNull();
      expect(guessColumns([`${name}xx`], null)[field], `${name}xx`).toBeNull();
    }
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
  it('is found by a word of its name, and by the name without its brackets', () => {
    expect(findSpecies('  Gilthead ', catalogue)?.id).toBe('gilthead_bream');
    expect(findSpecies('fluke', catalogue)?.id).toBe('fluke');
    expect(findSpecies('red_gurnard', catalogue)?.id).toBe('red_gurnard');
    expect(findSpecies('ilthead', catalogue)).toBeUndefined();
    const book = [
      { id: 'a', name: 'Sand dab (small)', names: '', scientificName: 'X y', asfis: null },
      { id: 'b', name: 'Long dab', names: 'rough dab, sand dab', scientificName: 'X z', asfis: 'DBX' },
    ];
    // Two that are called so are none; the brackets of a name say which.
    expect(findSpecies('sand dab', book)).toBeUndefined();
    expect(findSpecies('sand dab (small)', book)?.id).toBe('a');
    expect(findSpecies('rough', book)?.id).toBe('b');
    expect(findSpecies('small', book)?.id).toBe('a');
    expect(findSpecies('dab', book)).toBeUndefined();
  });

  it.each(['', '   ', 'snoek', 'sea', 'bream'])('"%s" is none, or several', (text) => {
    expect(findSpecies(text, catalogue)).toBeUndefined();
  });
});

const came = (condition: ArrivalCondition) => (text: string) =>
  ['condition', text, 'condition', condition] as [NoteField, string, keyof NoteLot, unknown];

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
    'vessel',
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
    boat: 'Morwen Jane',
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
        boat: 'Morwen Jane',
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
    [{ boat: 'x'.repeat(61) }, 'boat', /60 characters/],
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

  it.each<[NoteField, string, keyof NoteLot, unknown]>([
    ...['WHL', 'whole', 'Round', 'ungutted', 'gut in', 'guts in'].map(came('whole')),
    ...['GUH', 'headed', 'h&g', 'H & G', 'head off', 'headless'].map(came('headed_gutted')),
    ...['GUT', 'gutted', 'drawn', 'GUG'].map(came('gutted')),
    ...['side bone in', 'sides, pin bones in', 'fillet pinbone-in', 'fillets bones in'].map(came('side')),
    ...['side boned', 'boned side', 'fillet, skin-on', 'skin on fillet'].map(came('boned_side')),
    ...['fillet skinned', 'fillets, skinless', 'skinned fillet'].map(came('fillet')),
    ['condition', 'loin', 'condition', 'loin'],
    ['condition', '', 'condition', 'gutted'],
    ['production', 'Farm', 'production', 'farmed'],
    ['production', 'farmed', 'production', 'farmed'],
    ['production', 'aquaculture', 'production', 'farmed'],
    ['production', 'cultured', 'production', 'farmed'],
    ['production', 'fresh water', 'production', 'caught_freshwater'],
    ['production', 'freshwater', 'production', 'caught_freshwater'],
    ['production', 'line caught', 'production', 'caught'],
    ['production', 'sea', 'production', 'caught'],
    ['production', 'trawl', 'production', 'caught'],
    ['production', '', 'production', 'caught'],
    ['gear', 'handline', 'gear', 'hooks and lines'],
    ['gear', 'hooks', 'gear', 'hooks and lines'],
    ['gear', 'trolled', 'gear', 'hooks and lines'],
    ['gear', 'Purse seine', 'gear', 'surrounding and lift nets'],
    ['gear', 'surrounding net', 'gear', 'surrounding and lift nets'],
    ['gear', 'lift net', 'gear', 'surrounding and lift nets'],
    ['gear', 'otter trawl', 'gear', 'trawls'],
    ['gear', 'gillnet', 'gear', 'gillnets and similar'],
    ['gear', 'tangle nets', 'gear', 'gillnets and similar'],
    ['gear', 'trammel', 'gear', 'gillnets and similar'],
    ['gear', 'entangling', 'gear', 'gillnets and similar'],
    ['gear', 'dredged', 'gear', 'dredges'],
    ['gear', 'pots', 'gear', 'pots and traps'],
    ['gear', 'trap', 'gear', 'pots and traps'],
    ['gear', 'creels', 'gear', 'pots and traps'],
    ['gear', 'Danish seine', 'gear', 'seines'],
    ['weight', '39.66 kg', 'grams', 39_660],
    ['weight', '39.66 kilos', 'grams', 39_660],
    ['weight', '39660 g', 'grams', 39_660],
    ['weight', '100 lbs', 'grams', 45_359],
    ['weight', '100 lb', 'grams', 45_359],
    ['weight', '800 oz', 'grams', 22_680],
    ['weight', '0.5', 'grams', 500],
    ['pieces', '18 pcs', 'pieces', 18],
    ['pieces', '18 pieces', 'pieces', 18],
    ['pieces', '20000', 'pieces', 20_000],
    ['price', '€ 9.80', 'pricePerKg', 980],
    ['price', '$9.80', 'pricePerKg', 980],
    ['price', '9,80 EUR', 'pricePerKg', 980],
    ['price', '£9.80', 'pricePerKg', 980],
    ['price', '9.805', 'pricePerKg', 981],
    ['area', '27.7.g', 'area', '27.7.g'],
    ['area', 'fao27', 'area', '27'],
    ['caught', '', 'caughtOn', null],
    ['caught', '25/11/2026', 'caughtOn', '2026-11-25'],
    ['caught', '26/09/2026', 'caughtOn', '2026-09-26'],
    ['lot', 'x'.repeat(40), 'supplierLot', 'x'.repeat(40)],
    ['remarks', ' long on ice ', 'remarks', 'long on ice'],
    ['remarks', 'y'.repeat(500), 'remarks', 'y'.repeat(500)],
  ])('%s "%s" is read as %s %s', (field, text, of, value) => {
    // What is not caught at sea has a country or a water for its area.
    const area = ['farmed', 'caught_freshwater'].includes(String(value)) ? { area: 'Lough Ember' } : {};
    const { lot, errors } = read({ ...area, [field]: text });
    expect(inWords(errors)).toEqual([]);
    expect(lot![of]).toEqual(value);
  });

  it.each<[Partial<Record<NoteField, string>>, NoteField, RegExp]>([
    [{ species: '' }, 'species', /^No species/],
    [{ condition: 'sides' }, 'condition', /with skin or bones, or without/],
    [{ condition: 'semi gutted' }, 'condition', /is no condition/],
    [{ condition: 'guttedish' }, 'condition', /is no condition/],
    [{ condition: 'not whole' }, 'condition', /is no condition/],
    [{ pieces: '0' }, 'pieces', /no number of fish/],
    [{ pieces: '20001' }, 'pieces', /too much/],
    [{ weight: '2000001' }, 'weight', /too much/],
    [{ price: '100001' }, 'price', /too much/],
    [{ price: 'kg 5' }, 'price', /no price/],
    [{ area: '' }, 'area', /No catch area/],
    [{ production: 'farmed', area: 'X' }, 'area', /No country of farming/],
    [{ gear: '' }, 'gear', /No fishing gear/],
    [{ caught: '25/09/2026' }, 'caught', /60 days/],
    [{ remarks: 'y'.repeat(501) }, 'remarks', /500 characters/],
    [{ species: '=A1' }, 'species', /formula/],
    [{ pieces: '+A1' }, 'pieces', /formula/],
    [{ lot: `=${'x'.repeat(30)}` }, 'lot', /"=x{19}"|=x{19}(?!x)/],
  ])('%j is refused at its field alone, once', (more, field, said) => {
    const { lot, errors } = read(more);
    expect(lot).toBeNull();
    expect(errors.map((e) => e.field)).toEqual([field]);
    expect(inWords(errors[0]!.message)).toMatch(said);
  });

  it('takes a wing for a skate, a tail for a monkfish, and nothing else', () => {
    expect(read({ species: 'skate', condition: '' }).lot!.condition).toBe('wing');
    expect(read({ species: 'monkfish', condition: '' }).lot!.condition).toBe('tail');
    expect(read({ species: 'monkfish', condition: 'tails' }).lot!.condition).toBe('tail');
    expect(read({ species: 'skate', condition: 'wings' }).lot!.condition).toBe('wing');
    expect(read({ species: 'mackerel', condition: '' }).lot!.condition).toBe('whole');
  });

  it('needs no gear and keeps none where the fish were farmed', () => {
    const farmed = { species: 'salmon', production: 'farmed', area: 'Norrland Isles' };
    expect(read({ ...farmed, gear: '' }).lot).toMatchObject({ gear: null, area: 'Norrland Isles' });
    expect(read({ ...farmed, gear: 'longline' }).lot!.gear).toBeNull();
  });

  it('goes without the columns a note lacks, and counts money by its own minor unit', () => {
    const cells = noteFields.map((f) => good[f]);
    const lacks = (field: NoteField, digits = 2) =>
      readNoteRow(cells, { ...columns, [field]: null }, { ...at, moneyDigits: digits });
    expect(lacks('price').lot!.pricePerKg).toBe(0);
    expect(lacks('remarks').lot!.remarks).toBe('');
    expect(lacks('weight').errors.map((e) => e.field)).toEqual(['weight']);
    expect(lacks('lot', 0).lot!.pricePerKg).toBe(10);
    expect(lacks('lot', 3).lot!.pricePerKg).toBe(9800);
    // A line shorter than its header says nothing in the cells it lacks.
    expect(readNoteRow(cells.slice(0, 9), columns, at).lot).toMatchObject({ supplierLot: '', remarks: '' });
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

  it.each(['=1+1', '+A1', '-x', '@sum', '\tx', '\rx'])('takes %j for a formula', (cell) => {
    expect(looksLikeFormula(cell)).toBe(true);
  });
  it.each(['-3', '-1,5', 'x=1', 'a+b', '', '5-6'])('takes %j for none', (cell) => {
    expect(looksLikeFormula(cell)).toBe(false);
  });

  it.each([
    ['2026-11-24', false, '2026-11-24'],
    [' 2026-11-24 ', true, '2026-11-24'],
    ['4/1/2026', false, '2026-01-04'],
    ['4/1/2026', true, '2026-04-01'],
    ['24-11-2026', false, '2026-11-24'],
    ['x24.11.2026', false, null],
    ['24.11.2026x', false, null],
    ['24.11.26', false, null],
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

  it.each([
    // Times the weight its length asks for: at the edges of thin, and of another species (our choice).
    [0.44, 'species'],
    [0.46, 'thin'],
    [0.875, 'thin'],
    [0.885, null],
    [1.89, null],
    [1.91, 'species'],
  ] as const)('of %f of the weight its length asks for: %s', (k, kind) => {
    const whole = 2500;
    const lengthMm = lengthCm(hake, whole / k) * 10;
    expect(fishDoubt(hake, 'whole', { grams: whole, lengthMm })?.kind ?? null).toBe(kind);
    // Only whole and gutted fish have the length to compare.
    const headed = Math.round(whole * hake.headedGutted);
    expect(fishDoubt(hake, 'headed_gutted', { grams: headed, lengthMm })).toBeNull();
  });

  it.each([
    // Its length over what is expected: 10 and 2.54 either way, 15 % below to 18 % above.
    [0.1, 'unit'],
    [1 / 25.4, 'unit'],
    [10, 'unit'],
    [2.54, 'unit'],
    [0.1 * 0.86, 'unit'],
    [0.1 * 1.17, 'unit'],
    [0.1 * 0.84, 'species'],
    [0.1 * 1.19, 'species'],
    [2.54 * 0.86, 'unit'],
    [2.54 * 1.17, 'unit'],
    [2.54 * 0.84, 'species'],
    [2.54 * 1.2, 'species'],
  ] as const)('%f times its length: %s', (times, kind) => {
    const lengthMm = lengthCm(hake, 2500) * 10 * times;
    expect(fishDoubt(hake, 'whole', { grams: 2500, lengthMm })?.kind ?? null).toBe(kind);
  });

  it.each([
    [hake.minG * 0.5 - 1, 'size'],
    [hake.minG * 0.5, null],
    [hake.maxG * 1.5, null],
    [hake.maxG * 1.5 + 1, 'size'],
  ] as const)('of %f g whole, not measured: %s', (grams, kind) => {
    expect(fishDoubt(hake, 'whole', { grams, lengthMm: null })?.kind ?? null).toBe(kind);
  });

  it('says what it doubts in figures of the shop', () => {
    const said = (grams: number, lengthMm: number | null) =>
      inWords(fishDoubt(hake, 'whole', { grams, lengthMm })?.message);
    const expected = mm(2500);
    expect(said(2500, Math.round(expected / 10))).toContain(`${expected} mm is expected`);
    expect(said(2500, Math.round(expected * 0.7))).toMatch(/2500 g/);
    expect(said(2000, expected)).toMatch(/80 %/);
    expect(said(60, null)).toMatch(/60 g whole is outside 600 to 8000 g for European hake/);
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
    const full: MeasuredFish[] = fish.map((f) => ({ ...f, lengthMm: null }));
    const total = spreadOf(full).total;
    expect(inWords(lotDoubts(hake, 'gutted', full, { pieces: 3, grams: total * 1.1 })[0])).toMatch(
      /ice or water/,
    );
    const named = (pieces: number | null, grams: number | null, of = full) =>
      lotDoubts(hake, 'gutted', of, { pieces, grams }).map((d) => d.code.split(':')[1]);
    expect(named(3, total)).toEqual([]);
    expect(named(3, total / 0.9801)).toEqual([]);
    expect(named(3, total / 0.979)).toEqual(['all_fish_are_there_but_lighter']);
    expect(named(3, total / 1.021)).toEqual(['heavier_than_the_note']);
    // Where fish are missing or too many, their weight says nothing of ice.
    expect(named(4, total * 1.3)).toEqual(['of_fish_of_the_note_are_not']);
    expect(named(2, total * 0.7)).toEqual(['fish_more_than_the_note_says']);
    expect(named(null, total * 2)).toEqual([]);
    // More than half of three fish and more make a spent lot.
    const [thin, sound] = [fish[0]!, { grams: gutted(2500), lengthMm: mm(2500) }];
    expect(named(null, null, [thin, thin, sound])).toEqual(['of_are_thin_for_their_length_a']);
    expect(named(null, null, [thin, thin, sound, sound])).toEqual([]);
    expect(named(null, null, [thin, thin])).toEqual([]);
    expect(spreadOf([])).toEqual({ count: 0, total: 0, mean: 0, sd: 0 });
    expect(spreadOf([{ grams: 400 }])).toEqual({ count: 1, total: 400, mean: 400, sd: 0 });
    expect(spreadOf([{ grams: 400 }, { grams: 500 }, { grams: 600 }])).toEqual({
      count: 3,
      total: 1500,
      mean: 500,
      sd: 100,
    });
  });
});
