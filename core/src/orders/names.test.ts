import { describe, expect, it } from 'vitest';
import { catalogue, type Species } from '../species/index.ts';
import { sure } from '../found.ts';
import { lexicon, nicknames } from './lexicon.ts';
import { meantBy, namesOf } from './names.ts';

const cod = sure(catalogue.find((s) => s.id === 'cod'));
/** A book of made-up fish: their common name, other names, and nothing else that could name them. */
const book = (fish: Record<string, [name: string, others?: string]>): Species[] =>
  Object.entries(fish).map(([id, [name, names = '']]) => ({
    ...cod,
    id,
    name,
    names,
    scientificName: `Q${id} zz`,
  }));
const means = (fish: Parameters<typeof book>[0], name: string) => {
  const names = namesOf(book(fish));
  return names.phrases.has(name) ? meantBy(name, names, null) : null;
};
const sureOf = (speciesId: string) => ({ speciesId, candidates: [] });
const either = (...candidates: string[]) => ({ speciesId: null, candidates });

describe('the names of a book', () => {
  const three = {
    one: ['Great blue wrasse', 'cuckoo; painted lady'],
    two: ['Ballan wrasse (bergylt)'],
  } as Record<string, [string, string?]>;
  it.each<[string, ReturnType<typeof means>]>([
    ['great blue wrasse', sureOf('one')],
    ['blue wrasse', sureOf('one')],
    ['wrasse', either('one', 'two')],
    ['wrasses', either('one', 'two')],
    ['wrassees', either('one', 'two')],
    ['great blue', null],
    ['great', null],
    ['blue', null],
    ['cuckoo', sureOf('one')],
    ['painted lady', sureOf('one')],
    ['lady', sureOf('one')],
    ['painted', null],
    ['bergylt', sureOf('two')],
    ['ballan wrasse', sureOf('two')],
    ['ballan', null],
    ['one', sureOf('one')],
    ['qone zz', sureOf('one')],
    ['zz', null],
  ])('%s', (name, meant) => {
    expect(means(three, name)).toEqual(meant);
  });

  it.each<[string, Record<string, [string, string?]>, string, ReturnType<typeof means>]>([
    ['too short to be heard', { a: ['Id'] }, 'id', null],
    ['of three letters', { aa: ['Ide'] }, 'ide', sureOf('aa')],
    ['that say where or how it lived', { aa: ['Meagre (farmed)', 'wild'] }, 'wild', null],
    ['in brackets that say so', { aa: ['Meagre (farmed)'] }, 'farmed', null],
    ['with what stands in brackets left out', { aa: ['Meagre (farmed)'] }, 'meagre', sureOf('aa')],
    ['with signs and accents', { aa: ['Pêche-bleue'] }, 'peche bleue', sureOf('aa')],
    ['whose last word is a word of cutting', { aa: ['Blue fillet'] }, 'fillet', null],
    [
      'as it is called and as another is called in part',
      { aa: ['Wrasse'], bb: ['Blue wrasse'] },
      'wrasse',
      sureOf('aa'),
    ],
    ['twice in one entry', { aa: ['Wrasse', 'wrasse'] }, 'wrasse', sureOf('aa')],
  ])('%s', (_what, fish, name, meant) => {
    expect(means(fish, name)).toEqual(meant);
  });

  it('are no words of cutting, but what a slip may have meant: every longer word of a common name', () => {
    const { common, longest } = namesOf(book({ aa: ['Great blue fillet of (farmed)', 'id; old wife'] }));
    expect([...common].filter((w) => !(w in nicknames) && !w.includes(' ')).sort()).toEqual([
      'blue',
      'great',
      'old',
      'wife',
    ]);
    expect(lexicon.has('fillet')).toBe(true);
    expect(longest).toBe(4);
    expect(namesOf([]).longest).toBe(1);
  });

  it('are read once for each book', () => {
    const mine = book({ aa: ['Wrasse'] });
    expect(namesOf(mine)).toBe(namesOf(mine));
    expect(namesOf(book({ aa: ['Wrasse'] }))).not.toBe(namesOf(mine));
  });
});

describe('a nickname', () => {
  it.each(Object.entries(nicknames))('%s is %s, where the shop has it', (name, id) => {
    for (const said of [name, `${name}s`, `${name}es`]) {
      expect(means({ [id]: ['Wrasse'] }, said)).toEqual(sureOf(id));
      expect(means({ other: ['Wrasse'] }, said)).toBeNull();
    }
  });
  it('gives way to a fish of that name', () => {
    const [name, id] = ['monk', 'monkfish'];
    expect(means({ [id]: ['Wrasse'], other: ['Monk'] }, name)).toEqual(sureOf('other'));
  });
});
