import { inWords } from '@ember-slate/words/core';
import { describe, expect, it } from 'vitest';
import { formBook, formOf, formRefusal, shippedForms } from '../forms/index.ts';
import {
  arrivalFraction,
  catalogue,
  conditionCode,
  conditionName,
  conditionsFor,
  countWord,
  filletsPerFish,
  isBoned,
  isPiece,
  isSkinned,
  isSmallOily,
  pieceWord,
  arrivalConditions,
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

  it.each([
    ['hake', 'whole gutted headed_gutted side boned_side fillet loin'],
    ['salmon', 'whole gutted headed_gutted side boned_side fillet loin'],
    ['plaice', 'whole gutted headed_gutted boned_side fillet'],
    ['halibut', 'whole gutted headed_gutted boned_side fillet'],
    ['monkfish', 'whole gutted tail fillet'],
    ['skate', 'whole gutted wing fillet'],
  ])('of %s as %s, in that order', (id, conditions) => {
    expect(conditionsFor(of(id)).join(' ')).toBe(conditions);
  });

  it('offers no side with skin of a fish that is always skinned', () => {
    for (const [id, conditions] of [
      ['hake', 'whole gutted headed_gutted fillet loin'],
      ['plaice', 'whole gutted headed_gutted fillet'],
    ] as const)
      expect(conditionsFor({ ...of(id), filletSkinOn: null }).join(' ')).toBe(conditions);
  });

  // EU presentation codes (values from memory).
  it.each([
    ['whole', 'WHL', 'whole', '', false],
    ['gutted', 'GUT', 'whole, gutted', '', false],
    ['headed_gutted', 'GUH', 'headed and gutted', '', false],
    ['tail', 'TAL', 'tail', '', false],
    ['wing', 'WNG', 'wing', '', false],
    ['side', 'FSB', 'side, bone in', 'side', false],
    ['boned_side', 'FIL', 'side, boned', 'boned side', true],
    ['fillet', 'FIS', 'fillet, skinless', 'fillet', true],
    ['loin', 'OTH', 'loin', 'loin', true],
  ] as const)('%s is %s, "%s"', (condition, coded, name, piece, boned) => {
    expect(conditionCode[condition]).toBe(coded);
    expect(inWords(conditionName[condition])).toBe(name);
    expect(isPiece(condition)).toBe(piece !== '');
    expect(isBoned(condition)).toBe(boned);
    expect(isSkinned(condition)).toBe(condition === 'fillet' || condition === 'loin');
    if (isPiece(condition)) expect(inWords(pieceWord[condition])).toBe(piece);
    expect([1, 2].map((n) => inWords(countWord(condition, n)))).toEqual(
      piece === '' ? ['fish', 'fish'] : ['piece', 'pieces'],
    );
  });

  it('is coded and named once for each way to come', () => {
    expect(Object.keys(conditionCode)).toEqual([...arrivalConditions]);
    expect(Object.keys(conditionName)).toEqual([...arrivalConditions]);
  });

  it('knows what one piece is of the whole fish', () => {
    const hake = of('hake');
    const plaice = of('plaice');
    expect(arrivalFraction(hake, 'side')).toBeCloseTo(hake.filletSkinOn! / 2, 12);
    expect(arrivalFraction(hake, 'fillet')).toBeCloseTo(hake.filletSkinless / 2, 12);
    expect(arrivalFraction(hake, 'loin')).toBeCloseTo((hake.filletSkinless / 2) * 0.6, 12);
    expect(arrivalFraction(plaice, 'boned_side')).toBeCloseTo(plaice.filletSkinOn! / 4, 12);
    expect(arrivalFraction(hake, 'headed_gutted')).toBe(hake.headedGutted);
    expect(arrivalFraction({ ...hake, filletSkinOn: null }, 'side')).toBeCloseTo(hake.filletSkinless / 2, 12);
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

  it.each([
    // Half the least weight and once and a half the most of the book still pass: 150 to 4500 g of whole bass.
    ['whole', 149, 'light'],
    ['whole', 150, null],
    ['whole', 4500, null],
    ['whole', 4501, 'heavy'],
    ['side', 30, null],
    ['side', 4500 * 0.24, null],
    ['side', 4500 * 0.25, 'heavy'],
  ] as const)('finds %s bass of %f g %s', (condition, each, side) => {
    const bass = { ...of('sea_bass'), minG: 300, maxG: 3000, filletSkinOn: 0.48 };
    const doubt = meanWeightDoubt(bass, condition, each * 4, 4);
    if (side === null) expect(doubt).toBeNull();
    else expect(inWords(doubt)).toContain(`${Math.round(each)} g a`);
    if (side !== null) expect(inWords(doubt)).toContain(`is ${side} for European sea bass`);
    if (condition === 'whole' && side !== null) expect(inWords(doubt)).toContain('(300 to 3000 g)');
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
    ['Northern red snapper (queen)', 'Red snapper'],
    ['Great Northern tilefish', 'Great Northern tilefish'],
    ['Cod (salted) of the north', 'Cod (salted) of the north'],
    ['saithe', 'Saithe'],
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

  it('takes a fish of 500 g and under as small', () => {
    const oily = (typicalG: number) => isSmallOily({ fat: 'oily', typicalG });
    expect([oily(500), oily(501), isSmallOily({ fat: 'medium', typicalG: 100 })]).toEqual([
      true,
      false,
      false,
    ]);
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
