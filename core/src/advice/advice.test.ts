import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { formBook } from '../forms/index.ts';
import { catalogue } from '../species/index.ts';
import { customerAdvice } from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const plain = {
  frozen: false,
  thawed: false,
  rawFit: false,
  cookedOnly: false,
  options: [] as readonly string[],
};
const told = (species: string, item: string, more: Partial<typeof plain> = {}) =>
  customerAdvice(of(species), item, formBook(), { ...plain, ...more });

describe('what a customer is told', () => {
  it('names the allergen, bones and a safe heat for every fish and form', () => {
    for (const s of catalogue)
      for (const item of [...formBook().keys(), 'trim:collars', 'made:cake_mix']) {
        const a = told(s.id, item);
        expect(inWords(a.cautions[0])).toBe('Allergen: fish.');
        expect(inWords(a.bones)).toMatch(/bone/i);
        expect(a.cook.length).toBeGreaterThan(0);
        expect(inWords(a.cook).join(' ')).not.toMatch(/raw dishes/);
      }
    // Safe core temperature of fish: FDA Food Code, value from memory.
    expect(inWords(told('cod', 'fillet_skinless').cook).join(' ')).toContain('63 °C');
  });
  it('allows raw dishes only with the record, and never where cooked use was decided', () => {
    expect(inWords(told('salmon', 'fillet_skinless', { rawFit: true }).cook).join(' ')).toMatch(/raw dishes/);
    const cooked = told('salmon', 'fillet_skinless', { rawFit: true, cookedOnly: true });
    expect(inWords(cooked.cook).join(' ')).toMatch(/Not to be eaten raw/);
  });
  it('says what is defrosted, histamine and sharp', () => {
    expect(inWords(told('mackerel', 'whole', { thawed: true }).store).join(' ')).toMatch(
      /do not freeze it again/,
    );
    expect(inWords(told('mackerel', 'whole').cautions).join(' ')).toMatch(/histamine/);
    expect(inWords(told('lionfish', 'whole').cautions).join(' ')).toMatch(/Sharp/);
    expect(inWords(told('lionfish', 'fillet_skinless').cautions).join(' ')).not.toMatch(/Sharp/);
  });

  const all = (species: string, item: string, more: Partial<typeof plain> = {}) => {
    const a = told(species, item, more);
    return inWords([...a.store, ...a.cook, a.bones, ...a.cautions]);
  };
  it('says nothing that is not so, and each thing once', () => {
    const home = expect.stringMatching(/^Straight home, on ice/) as string;
    expect(all('cod', 'fillet_skinless')).toEqual([
      home,
      'Best the same day, at the latest by the date on the label.',
      formBook().get('fillet_skinless')!.kitchen,
      expect.stringMatching(/^Cooked through at 63 °C/) as string,
      'Not to be eaten raw.',
      'Boned and swept by hand; a bone may still be in it.',
      'Allergen: fish.',
    ]);
    expect(all('mackerel', 'whole', { frozen: true, thawed: true })).toEqual([
      home,
      expect.stringMatching(/^Frozen: keep at −18 °C/) as string,
      'Defrosted here: do not freeze it again.',
      expect.stringMatching(/^Never leave it warm/) as string,
      formBook().get('whole')!.kitchen,
      expect.stringMatching(/^Cooked through/) as string,
      'Not to be eaten raw.',
      'Has its bones: say so to whoever eats it.',
      'Allergen: fish.',
      expect.stringMatching(/^Keep it cold to the last/) as string,
    ]);
    expect(all('grouper', 'fillet_skinless').at(-1)).toMatch(/^From some reefs it may carry a toxin/);
    for (const s of catalogue)
      expect(
        all(s.id, 'steaks').some((w) => w.startsWith('From some reefs')),
        s.id,
      ).toBe(s.reefToxin);
  });
  it('of what was made says how to cook it and to look for bones, and for animals only what is for them', () => {
    expect(inWords(told('cod', 'made:cake_mix').cook)).toEqual(['Cook through the same day.']);
    expect(inWords(told('cod', 'made:pet_pack').cook)).toEqual(['For animals only, cooked.']);
    expect(inWords(told('cod', 'made:pie_mix').bones)).toBe('Look through it for bones.');
    expect(inWords(told('cod', 'antlers').cook)[0]).toBe('Poach, steam or fry it, through to the middle.');
  });
  it('of a trim says whether it has bones, and which pot it is for', () => {
    const bones = (part: string) => inWords(told('cod', `trim:${part}`).bones);
    expect(['head', 'frame', 'collars'].map(bones)).toEqual(['Has bones.', 'Has bones.', 'Has bones.']);
    expect(['cheeks', 'belly', 'scrape'].map(bones)).toEqual(Array(3).fill('Look through it for bones.'));
    const stock = formBook().get('stock_pack')!.kitchen;
    const cook = (species: string, part: string) => inWords(told(species, `trim:${part}`).cook)[0];
    expect([cook('cod', 'head'), cook('cod', 'frame'), cook('salmon', 'head')]).toEqual([
      stock,
      stock,
      'Cook it through.',
    ]);
    expect(cook('cod', 'collars')).toBe(formBook().get('collars')!.kitchen);
    expect(cook('salmon', 'collars')).toBe(formBook().get('collars')!.kitchen);
    expect(cook('cod', 'bloodline')).toBe('Cook it through.');
  });

  const words = (species: string, item: string, more: Partial<typeof plain> = {}) =>
    inWords(told(species, item, more).cook).join(' ');
  it('follows the form and its options', () => {
    const book = formBook();
    for (const s of catalogue)
      for (const form of book.values()) {
        const said = words(s.id, form.id);
        const skinless = words(s.id, form.id, { options: ['skinless'] });
        if (form.boneless) expect(said, form.id).not.toMatch(/on the bone/);
        if (form.does.includes('skin')) expect(said, form.id).not.toMatch(/skin side/);
        if (form.options.includes('skinless')) expect(skinless, form.id).not.toMatch(/skin side/);
        if (form.does.includes('half_shell')) expect(said).toMatch(/^Grill scales down/);
        // Nothing reads as fit for raw dishes without its record.
        expect(said, form.id).not.toMatch(/eat the same day|raw dishes/);
      }
    expect(words('sea_bass', 'butterfly_back')).toMatch(/^Grill flat/);
    expect(words('salmon', 'sashimi_block', { rawFit: true })).toMatch(/eat the same day/);
    expect(words('cod', 'trim:roe')).toMatch(/^Poach 10 minutes/);
    expect(words('cod', 'trim:frame')).toMatch(/simmer/);
    expect(words('salmon', 'trim:frame')).toMatch(/^Cook it through/);
  });

  it('names bones and spines that are still in, and none that are gone', () => {
    const cautions = (species: string, item: string, options: readonly string[] = []) =>
      inWords(told(species, item, { options }).cautions).join(' ');
    expect(cautions('sea_bass', 'gutted')).toMatch(/fin spines/);
    expect(cautions('sea_bass', 'scaled_gutted')).not.toMatch(/spines/);
    expect(cautions('sea_bass', 'scaled_gutted', ['fins left on'])).toMatch(/fin spines/);
    expect(cautions('hake', 'gutted')).toMatch(/teeth/);
    expect(cautions('hake', 'dressed')).not.toMatch(/teeth/);
    expect(cautions('hake', 'scaled_gutted', ['head off'])).not.toMatch(/teeth/);
    expect(cautions('red_gurnard', 'scaled_gutted')).toMatch(/head and fin spines/);
    expect(cautions('skate', 'wing')).not.toMatch(/thorns/);
    expect(cautions('skate', 'wing', ['skin on'])).toMatch(/thorns/);
    // What is sharp goes with the part it sits on, into trim as into fish.
    const sharp = (species: string) =>
      ['head', 'frame', 'skin', 'collars', 'cheeks', 'roe'].filter((p) =>
        cautions(species, `trim:${p}`).includes('Sharp'),
      );
    expect(sharp('hake')).toEqual(['head']);
    expect(sharp('sea_bass')).toEqual(['frame']);
    expect(sharp('red_gurnard')).toEqual(['head', 'frame']);
    expect(sharp('turbot')).toEqual(['skin']);
    expect(sharp('john_dory')).toEqual(['frame', 'skin']);
    expect(sharp('cod')).toEqual([]);
    // Venom spines come off before anything else: nothing that is cut has them.
    expect(sharp('lionfish')).toEqual([]);
    expect(cautions('lionfish', 'whole')).toMatch(/venom spines/);
    const bones = (item: string, options: readonly string[] = []) =>
      inWords(told('hake', item, { options }).bones);
    expect(bones('fillet_skin_on')).toMatch(/swept by hand/);
    expect(bones('fillet_skin_on', ['pin bones left in, declared'])).toMatch(/left in as asked/);
    expect(bones('steaks')).toMatch(/Has its bones/);
    expect(bones('trim:roe')).not.toMatch(/^Has bones/);
  });
});
