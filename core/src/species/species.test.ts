import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { formBook, formOf, formRefusal, shippedForms } from '../forms/index.ts';
import {
  arrivalFraction,
  catalogue,
  conditionsFor,
  filletsPerFish,
  isPiece,
  isSmallOily,
  meanWeightDoubt,
  shortName,
} from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;

describe('the species book', () => {
  it('has 38 entries with their own id, name and scientific name', () => {
    expect(catalogue).toHaveLength(38);
    for (const key of ['id', 'name'] as const)
      expect(new Set(catalogue.map((s) => s[key])).size).toBe(catalogue.length);
    for (const s of catalogue)
      expect(s.scientificName).toMatch(/^[A-Z][a-z]+( [a-z]+)+|^[A-Z][a-z]+ spp\.?$/);
  });

  it('keeps each fish smaller after every cut', () => {
    for (const s of catalogue) {
      const steps = [1, s.gutted, s.headedGutted, s.filletSkinOn ?? s.headedGutted - 0.001, s.filletSkinless];
      for (let i = 1; i < steps.length; i++)
        expect(steps[i], `${s.id} step ${i}`).toBeLessThan(steps[i - 1]!);
      expect(s.minG).toBeLessThan(s.typicalG);
      expect(s.typicalG).toBeLessThan(s.maxG);
    }
  });

  // Conversion factors, fresh: Reg. (EU) 404/2011, annexes XIII to XV (values from memory).
  it.each([
    ['cod', 'gutted', 1.17],
    ['haddock', 'gutted', 1.17],
    ['hake', 'gutted', 1.11],
    ['plaice', 'gutted', 1.05],
    ['dover_sole', 'gutted', 1.04],
    ['saithe', 'gutted', 1.19],
    ['whiting', 'gutted', 1.18],
    ['turbot', 'gutted', 1.09],
    ['mackerel', 'gutted', 1.09],
    ['herring', 'gutted', 1.12],
    ['cod', 'headedGutted', 1.7],
    ['haddock', 'headedGutted', 1.46],
    ['hake', 'headedGutted', 1.4],
    ['plaice', 'headedGutted', 1.39],
    ['monkfish', 'headedGutted', 3.0],
    ['skate', 'headedGutted', 2.09],
    ['cod', 'filletSkinless', 2.6],
  ] as const)('%s, %s, agrees with the conversion factor %f', (id, step, factor) => {
    expect(Math.abs(1 / of(id)[step] - factor)).toBeLessThan(0.04);
  });

  // Shelf life in ice, days: FAO Fisheries Technical Paper 348, table (values from memory).
  it.each([
    ['cod', 12, 15],
    ['hake', 7, 15],
    ['plaice', 7, 18],
    ['halibut', 21, 24],
    ['mackerel', 4, 19],
    ['herring', 2, 12],
  ])('%s keeps %i to %i days in ice', (id, low, high) => {
    expect(of(id).iceDays).toBeGreaterThanOrEqual(low);
    expect(of(id).iceDays).toBeLessThanOrEqual(high);
  });

  // The head is half of a whole monkfish: common practice, no source.
  it('takes half of a monkfish off with its head', () => {
    expect(of('monkfish').gutted - of('monkfish').headedGutted).toBeCloseTo(0.5, 1);
  });

  it('marks the histamine species', () => {
    const marked = catalogue.filter((s) => s.histamine).map((s) => s.id);
    expect(marked).toEqual(expect.arrayContaining(['mackerel', 'herring', 'sardine', 'mahi']));
    expect(marked).not.toContain('cod');
  });
});

describe('arrival', () => {
  it('offers a tail only of tail fish, a wing only of skate, a headed fish of the others', () => {
    for (const s of catalogue) {
      const conditions = conditionsFor(s);
      expect(conditions.includes('tail')).toBe(s.bodyPlan === 'tail');
      expect(conditions.includes('wing')).toBe(s.bodyPlan === 'wing');
      expect(conditions.includes('headed_gutted')).toBe(!['tail', 'wing'].includes(s.bodyPlan));
    }
  });

  it('knows what is left of the whole weight', () => {
    expect(arrivalFraction(of('hake'), 'whole')).toBe(1);
    expect(arrivalFraction(of('hake'), 'gutted')).toBe(0.9);
    expect(arrivalFraction(of('monkfish'), 'tail')).toBe(0.33);
  });

  it('has a piece weigh less the more was taken off it, and all pieces of a fish less than the fish', () => {
    for (const s of catalogue) {
      const pieces = conditionsFor(s).filter(isPiece);
      expect(pieces, s.id).toContain('fillet');
      const each = pieces.map((p) => arrivalFraction(s, p));
      for (let i = 1; i < each.length; i++)
        expect(each[i]!, `${s.id} ${pieces[i]}`).toBeLessThanOrEqual(each[i - 1]!);
      expect(each[0]! * filletsPerFish(s), s.id).toBeLessThan(s.headedGutted);
    }
    expect(conditionsFor(of('monkfish'))).not.toContain('side');
    expect(conditionsFor(of('plaice'))).not.toContain('loin');
  });

  it('doubts a side heavier than any fish gives, not a small one', () => {
    expect(inWords(meanWeightDoubt(of('salmon'), 'side', 9000, 6))).toBeNull();
    expect(inWords(meanWeightDoubt(of('salmon'), 'side', 300, 6))).toBeNull();
    expect(inWords(meanWeightDoubt(of('sea_bass'), 'fillet', 5000, 2))).toMatch(/2500 g a fillet is heavy/);
  });

  it('doubts a count that makes impossible fish', () => {
    expect(inWords(meanWeightDoubt(of('sea_bass'), 'whole', 4600, 10))).toBeNull();
    // A comma slipped: 46 kg over ten bass.
    expect(inWords(meanWeightDoubt(of('sea_bass'), 'whole', 46_000, 10))).toMatch(
      /4600 g a fish whole is heavy/,
    );
    expect(inWords(meanWeightDoubt(of('sea_bass'), 'whole', 460, 10))).toMatch(/is light/);
    // The same weight a fish as a tail is a bigger fish whole.
    expect(inWords(meanWeightDoubt(of('monkfish'), 'tail', 2745, 4))).toBeNull();
  });
});

describe('names and kinds', () => {
  it.each([
    ['Atlantic cod', 'Cod'],
    ['European hake', 'Hake'],
    ['Common (Dover) sole', 'Dover sole'],
    ['Fluke (summer flounder)', 'Fluke'],
    ['Turbot', 'Turbot'],
  ])('calls %s "%s" over the counter', (name, short) => {
    expect(shortName(name)).toBe(short);
  });

  it('gives every species a short name of its own', () => {
    expect(new Set(catalogue.map((s) => shortName(s.name))).size).toBe(catalogue.length);
  });

  it('counts four fillets of flatfish and skate, two of the others', () => {
    for (const s of catalogue)
      expect(filletsPerFish(s)).toBe(['flat', 'large_flat', 'wing'].includes(s.bodyPlan) ? 4 : 2);
  });

  it('takes mackerel, herring and sardine as small and oily, not salmon', () => {
    expect(['mackerel', 'herring', 'sardine', 'salmon', 'cod'].map((id) => isSmallOily(of(id)))).toEqual([
      true,
      true,
      true,
      false,
      false,
    ]);
  });
});

describe('forms of a species', () => {
  it.each([
    ['hake', 'gutted', 'boneless_joint', null],
    ['sea_bass', 'whole', 'fillet_skin_on', null],
    ['plaice', 'gutted', 'steaks', /not cut as steaks/],
    ['halibut', 'gutted', 'troncon', null],
    ['sheepshead', 'whole', 'half_shell', null],
    ['salmon', 'gutted', 'half_shell', /heavy scales/],
    ['sea_bass', 'gutted', 'butterfly_back', /slit/],
    ['cod', 'gutted', 'roe', /roe is gone/],
    ['cod', 'gutted', 'skinned_head_off', /gurnards only/],
    ['red_gurnard', 'whole', 'skinned_head_off', null],
    ['mackerel', 'whole', 'stock_pack', /not cut as|Oily/],
    ['monkfish', 'tail', 'fillet_skin_on', /not cut as/],
    ['skate', 'wing', 'fillet_skinless', null],
    ['turbot', 'gutted', 'scaled_gutted', /no scales/],
    ['cod', 'headed_gutted', 'gutted', /head is already off/],
    ['cod', 'headed_gutted', 'fillet_skinless', null],
    ['gilthead_bream', 'whole', 'boneless_joint', /not cut as/],
  ] as const)('%s %s as %s', (id, condition, form, refusal) => {
    const answer = formRefusal(of(id), condition, formOf(formBook(), form));
    if (refusal === null) expect(inWords(answer)).toBeNull();
    else expect(inWords(answer)).toMatch(refusal);
  });

  it('shortens the life of every form that is cut, and of what is eaten raw most', () => {
    for (const f of shippedForms) {
      const cut = f.does.some((d) => !['gut', 'scale', 'fins', 'head', 'tail_fin'].includes(d));
      expect(f.lifeFactor < 1, f.id).toBe(cut);
    }
    expect(shippedForms.filter((f) => f.raw).map((f) => f.id)).toEqual(['sashimi_block', 'raw_slices']);
    for (const f of shippedForms.filter((x) => x.raw))
      expect(f.lifeFactor).toBeLessThan(shippedForms.find((x) => x.id === 'fillet_skinless')!.lifeFactor);
  });
});
