import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shippedForms } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { parseOrder } from './index.ts';
import { meantBy, namesOf } from './names.ts';

const names = namesOf(catalogue);

/** Names that several fish bear, and whose whole name they are first (common practice). */
const shared: readonly (readonly [name: string, whole: string[], bears: string[]])[] = [
  ['sole', ['dover_sole'], ['lemon_sole']],
  ['flounder', ['flounder'], ['fluke']],
  ['fluke', ['flounder', 'fluke'], []],
  ['bass', ['sea_bass'], ['striped_bass']],
  ['bream', [], ['gilthead_bream', 'black_bream']],
  ['sea bream', [], ['gilthead_bream', 'black_bream']],
  ['salmon', ['salmon'], ['chinook']],
  ['trout', [], ['rainbow_trout', 'sea_trout']],
  ['gurnard', [], ['red_gurnard', 'tub_gurnard']],
  ['mullet', [], ['red_mullet', 'grey_mullet']],
];

describe('which fish a name means', () => {
  it.each(shared)('%s, whatever lies there', (name, whole, bears) => {
    const all = [...whole, ...bears];
    fc.assert(
      fc.property(fc.option(fc.subarray([...all, 'cod', 'hake'])), (stock) => {
        const { speciesId, candidates } = meantBy(name, names, stock);
        const there = (ids: readonly string[]) => ids.filter((id) => stock?.includes(id));
        // Asked, or meant: never both, and never another fish.
        expect(speciesId === null).toBe(candidates.length > 0);
        for (const id of speciesId === null ? candidates : [speciesId]) expect(all).toContain(id);
        if (whole.length === 1) {
          const other = there(bears).length > 0 && there(whole).length === 0;
          expect(speciesId).toBe(other ? null : whole[0]);
          if (other) expect(new Set(candidates)).toEqual(new Set([...there(bears), ...whole]));
        } else {
          const first = whole.length > 0 ? whole : bears;
          const lying = there(first);
          expect(speciesId).toBe(lying.length === 1 ? lying[0] : null);
          if (lying.length !== 1)
            expect(new Set(candidates)).toEqual(new Set(lying.length > 1 ? lying : first));
        }
      }),
    );
  });
  it.each(['cod', 'hake', 'turbot', 'chinook', 'lemon sole', 'striped bass'])(
    '%s is nobody else, even where it does not lie',
    (name) => {
      const alone = meantBy(name, names, null);
      expect(alone).toEqual({ speciesId: expect.any(String) as string, candidates: [] });
      for (const stock of [[], ['salmon'], ['dover_sole', 'sea_bass']])
        expect(meantBy(name, names, stock)).toEqual(alone);
    },
  );
});

describe('what a line was read from', () => {
  const parse = (text: string) =>
    parseOrder(text, { species: catalogue, forms: shippedForms, today: '2026-12-01', weekday: 2 }).lines;
  it.each<[string, string[]]>([
    ['6 haddock fillets', ['6 haddock fillets']],
    ['6 haddock fillets, please, 2 plaice whole', ['6 haddock fillets, please', '2 plaice whole']],
    [', 6 haddock fillets,', ['6 haddock fillets']],
    ['6 haddock fillets , skinless; 2 hake steaks ;', ['6 haddock fillets, skinless', '2 hake steaks']],
    ['2 bream and 6 haddock fillets', ['2 bream', '6 haddock fillets']],
    ['¼ kg hake fillets', ['1/4 kg hake fillets']],
    ['2¼ kg hake fillets', ['2 1/4 kg hake fillets']],
  ])('%s: its own words, the sign between lines with neither', (text, read) => {
    expect(parse(text).map((l) => l.text)).toEqual(read);
  });
  it.each<[string, object]>([
    ['¼ kg hake fillets', { totalGrams: 250, partAllowed: false, formCandidates: [] }],
    ['2¼ kg hake fillets', { totalGrams: 2250 }],
    ['three hundred and fifty grams of cod fillets', { totalGrams: 350 }],
    ['three hundred fifty grams of cod fillets', { totalGrams: 350 }],
    ['350 g fish for soup', { speciesId: null, totalGrams: 350, left: '', ask: ['species', 'form'] }],
    ['fish for 4', { speciesId: null, people: 4 }],
  ])('%s', (text, wanted) => {
    expect(parse(text)).toHaveLength(1);
    expect(parse(text)[0]).toMatchObject(wanted);
  });
});
