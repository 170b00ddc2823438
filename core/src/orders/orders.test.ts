import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedForms } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { parseOrder, type ParsedLine } from './index.ts';

// A Thursday.
const words = { species: catalogue, forms: shippedForms, today: '2026-11-26', weekday: 4 };
const parse = (text: string) => parseOrder(text, words);
const line = (text: string): ParsedLine => {
  const { lines } = parse(text);
  expect(lines).toHaveLength(1);
  return lines[0]!;
};

describe('an order as it is said', () => {
  it.each<[string, Partial<ParsedLine>]>([
    ['2 kg salmon side skinless', { speciesId: 'salmon', form: 'fillet_skinless', totalGrams: 2000 }],
    ['4 x 170 g hake portions', { speciesId: 'hake', form: 'portion', pieces: 4, pieceGrams: 170 }],
    ['bass for 6', { speciesId: 'sea_bass', people: 6, form: null, ask: ['form'] }],
    ['6 x 160 g cod portions for 6', { people: 6, pieces: 6, pieceGrams: 160 }],
    ['3 hake steaks', { speciesId: 'hake', form: 'steaks', pieces: 3, pieceGrams: 200 }],
    ['two plaice whole', { speciesId: 'plaice', form: 'whole', pieces: 2 }],
    ['2 sides of salmon 2.4kg', { speciesId: 'salmon', form: 'fillet_skin_on', pieces: 2, pieceGrams: 1200 }],
    ['3 hake joints 1.5 kg each', { form: 'boneless_joint', pieces: 3, pieceGrams: 1500 }],
    ['1 lb haddock fillets', { speciesId: 'haddock', form: 'fillet_skin_on', totalGrams: 454 }],
    [
      '6×5oz cod portions skinless',
      { speciesId: 'cod', form: 'portion_skinless', pieces: 6, pieceGrams: 142 },
    ],
    ['500 g salmon sashimi', { speciesId: 'salmon', use: 'raw', totalGrams: 500 }],
    ['monkfish 900g', { speciesId: 'monkfish', totalGrams: 900 }],
    ['1 boneless joint hake', { speciesId: 'hake', form: 'boneless_joint', pieces: 1 }],
    ['2 bream scaled and gutted', { form: 'scaled_gutted', pieces: 2 }],
    ['8 quarter cut plaice', { speciesId: 'plaice', form: 'quarter_cut', pieces: 8 }],
    ['trout to grill', { use: 'grill' }],
    ['4 x 180 g any white fish portions', { speciesId: 'any_white', form: 'portion', pieces: 4 }],
    ['white fish in season for 3', { speciesId: 'any_white', people: 3, ask: ['form'] }],
    ['4 hake steaks 25 mm', { form: 'steaks', pieces: 4, thickMm: 25 }],
    ['2 salmon steaks 1 inch thick', { form: 'steaks', pieces: 2, thickMm: 25 }],
    ['3 cod steaks 2,5 cm', { form: 'steaks', thickMm: 25 }],
    ['1 kg cod fillets with head and bones', { totalGrams: 1000, trimWish: 'stock' }],
    ['1 kg plaice fillets with the trim', { totalGrams: 1000, trimWish: 'all' }],
    ['6 haddock fillets vacuum packed', { pieces: 6, packing: 'vacuum' }],
    ['6 haddock fillets vac-packed', { pieces: 6, packing: 'vacuum' }],
    ['2 kg cod fillets packed for the freezer', { totalGrams: 2000, packing: 'frozen' }],
    ['1 kg hake steaks on a tray', { totalGrams: 1000, packing: 'tray' }],
    ['4 plaice fillets loose', { pieces: 4, packing: 'loose' }],
    ['4 plaice fillets', { pieces: 4, packing: 'wrapped' }],
    ['6 haddock fillets or what you have', { pieces: 6, partAllowed: true }],
  ])('%s', (text, wanted) => {
    expect(line(text)).toMatchObject({ ...wanted, left: '' });
  });
  it.each<[string, string | null, number | null]>([
    ['2 kg salmon side skinless fri 16:00', '2026-11-27', 960],
    ['bass for 6 tomorrow 4pm', '2026-11-27', 960],
    ['bass for 6 on thursday', '2026-11-26', null],
    ['bass for 6 next thursday noon', '2026-12-03', 720],
    ['hake steaks x sat 9.30', '2026-11-28', 570],
    ['4 x 170 g hake portions', null, null],
    ['1.5 kg cod today by 11', '2026-11-26', 660],
  ])('%s: when', (text, day, minutes) => {
    expect(parse(text)).toMatchObject({ day, minutes });
  });
  it('takes several lines at once', () => {
    const { lines, minutes } = parse('4 x 170 g hake portions, 2 plaice whole and 1.2 kg salmon side; 12:15');
    expect(lines.map((l) => [l.speciesId, l.pieces, l.totalGrams])).toEqual([
      ['hake', 4, null],
      ['plaice', 2, null],
      ['salmon', null, 1200],
    ]);
    expect(minutes).toBe(735);
  });
  it('says what it did not understand, and invents no fish', () => {
    expect(line('2 kg unicorn steaks')).toMatchObject({ speciesId: null, left: 'unicorn' });
    expect(parse('')).toEqual({ lines: [], day: null, minutes: null, again: false });
    expect(line('hake in a blue bag')).toMatchObject({ speciesId: 'hake', left: 'blue' });
  });
  it('never throws, and gives weights of sense or none', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        for (const l of parse(text).lines)
          for (const g of [l.pieces, l.pieceGrams, l.totalGrams]) expect(g === null || g >= 0).toBe(true);
      }),
      { numRuns: 300, seed: 1 },
    );
  });
  it('knows every species by its own name', () => {
    for (const s of catalogue) {
      const found = parse(`1 kg ${s.name.replace(/\(.*\)/, '')}`).lines[0]!.speciesId;
      expect(found, s.name).not.toBeNull();
    }
  });
});
