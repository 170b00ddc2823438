import { describe, expect, it } from 'vitest';
import { shippedForms } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { parseOrder, type ParsedLine } from './index.ts';

/*
 * The same order in near-copies: what does not change the wish changes no line of it. Common practice; every row here is
 * tried with every way of saying it, alone and beside every other.
 */
const parse = (text: string) =>
  parseOrder(text, { species: catalogue, forms: shippedForms, today: '2026-12-01', weekday: 2 }).lines;
/** What a line asks for, without the words it was read from. */
const asked = (lines: readonly ParsedLine[]) => lines.map(({ text: _text, ...wish }) => wish);

const wishes: readonly (readonly [string, Partial<ParsedLine>])[] = [
  ['4 cod portions 180 g', { speciesId: 'cod', form: 'portion', pieces: 4, pieceGrams: 180 }],
  ['6 haddock fillets', { speciesId: 'haddock', form: 'fillet_skin_on', pieces: 6 }],
  ['2 kg salmon side skinless', { speciesId: 'salmon', form: 'fillet_skinless', totalGrams: 2000 }],
  ['3 hake steaks 25 mm', { speciesId: 'hake', form: 'steaks', pieces: 3, thickMm: 25 }],
  ['2 plaice whole', { speciesId: 'plaice', form: 'whole', pieces: 2 }],
  ['8 quarter cut plaice', { speciesId: 'plaice', form: 'quarter_cut', pieces: 8 }],
  ['500 g salmon sashimi', { speciesId: 'salmon', use: 'raw', totalGrams: 500 }],
  ['1 lb haddock fillets', { speciesId: 'haddock', totalGrams: 454 }],
  ['2 mackerel scaled and gutted', { speciesId: 'mackerel', pieces: 2 }],
  ['900 g monkfish tail', { speciesId: 'monkfish', totalGrams: 900 }],
  ['3 skate wings', { speciesId: 'skate', form: 'wing', pieces: 3 }],
  ['1 kg cod fillets with head and bones', { speciesId: 'cod', totalGrams: 1000, trimWish: 'stock' }],
  ['sea bass for 6', { speciesId: 'sea_bass', people: 6, ask: ['form'] }],
  ['a side of salmon', { speciesId: 'salmon', form: 'fillet_skin_on', pieces: 1 }],
  ['half a kilo of hake fillets', { speciesId: 'hake', totalGrams: 500 }],
  [
    'a pound and a half of cod fillet skinless',
    { speciesId: 'cod', form: 'fillet_skinless', totalGrams: 680 },
  ],
  ['2 sea bream', { pieces: 2, ask: ['species', 'form'] }],
  [
    '1 boneless joint of hake 1.5 kg',
    { speciesId: 'hake', form: 'boneless_joint', pieces: 1, pieceGrams: 1500 },
  ],
  ['6 haddock fillets vacuum packed', { speciesId: 'haddock', pieces: 6, packing: 'vacuum' }],
  [
    '4 x 170 g hake portions skinless',
    { speciesId: 'hake', form: 'portion_skinless', pieces: 4, pieceGrams: 170 },
  ],
  ['trout to grill', { use: 'grill' }],
  ['2 turbot tronçons 300 g', { speciesId: 'turbot', form: 'troncon', pieces: 2, pieceGrams: 300 }],
];

describe('an order said in near-copies', () => {
  it.each(wishes)('%s is one line', (text, wanted) => {
    expect(asked(parse(text))).toEqual([expect.objectContaining({ ...wanted, left: '' })]);
  });

  const ways: Record<string, (text: string) => string> = {
    'in capitals': (t) => t.toUpperCase(),
    'with room about it': (t) => `  ${t.replaceAll(' ', '   ')}  `,
    'with thanks': (t) => `${t} please, thank you`,
    'asked politely': (t) => `hi, could I have ${t} please`,
    'with a full stop': (t) => `${t}.`,
    'on a line of its own': (t) => `\n${t}\n`,
    'with the number in words': (t) =>
      t.replace(
        /^[234689](?= [a-z])/,
        (n) => ({ 2: 'two', 3: 'three', 4: 'four', 6: 'six', 8: 'eight', 9: 'nine' })[n]!,
      ),
    'with the figure against its unit': (t) => t.replace(/(\d) (g|kg|mm|lb)\b/, '$1$2'),
    'with a star before it': (t) => `* ${t}`,
    'some of it': (t) => `some ${t}`.replace(/^some (?=\d)/, ''),
    'for a day': (t) => `${t} for Friday`,
  };
  it.each(Object.entries(ways))('%s is the same order', (_name, way) => {
    for (const [text] of wishes) expect(asked(parse(way(text))), way(text)).toEqual(asked(parse(text)));
  });

  it('is the same with one letter of its fish wrong, left out or twice, or it is asked about; never another fish', () => {
    for (const [text, { speciesId }] of wishes) {
      const name = /haddock|salmon|plaice|mackerel|monkfish|turbot/.exec(text)?.[0];
      if (name === undefined) continue;
      for (let i = 1; i < name.length; i++)
        for (const slip of [
          name.slice(0, i) + name.slice(i + 1),
          name.slice(0, i) + name[i]! + name.slice(i),
          `${name.slice(0, i)}x${name.slice(i + 1)}`,
        ]) {
          const lines = parse(text.replace(name, slip));
          for (const l of lines)
            expect([speciesId, null, ''], `${slip}: ${l.speciesId}`).toContain(l.speciesId);
        }
    }
  });

  it.each([', ', '; ', '\n', ' and ', ' plus '])('%j parts it from every other', (sign) => {
    for (const [a] of wishes)
      for (const [b] of wishes) {
        // "2 bream and 6 haddock fillets": fillets of both.
        if (a === b || (sign === ' and ' && a === '2 sea bream')) continue;
        const both = `${a}${sign}${b}`;
        expect(asked(parse(both)), both).toEqual([...asked(parse(a)), ...asked(parse(b))]);
      }
  });
});
