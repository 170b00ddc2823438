import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogue, filletFact, pinBoneFact, stockFact, type Species } from '../species/index.ts';
import { fitComponents, speciesFaults } from './index.ts';

const of = (id: string) => catalogue.find((s) => s.id === id)!;
const fields = (s: Species) => speciesFaults(s).map((f) => f.field);

describe('an entry of the species book', () => {
  it('as shipped has no fault', () => {
    for (const s of catalogue) expect(fields(s), s.id).toEqual([]);
  });

  it.each<[string, Partial<Species>, keyof Species]>([
    ['hake', { id: 'Hake!' }, 'id'],
    ['hake', { name: '  ' }, 'name'],
    ['hake', { scientificName: 'merluccius' }, 'scientificName'],
    ['hake', { asfis: 'HK' }, 'asfis'],
    ['hake', { gutted: 1 }, 'gutted'],
    ['hake', { gutted: 0.7 }, 'headedGutted'],
    ['hake', { filletSkinOn: 0.72 }, 'filletSkinOn'],
    ['hake', { filletSkinless: 0.52 }, 'filletSkinless'],
    ['hake', { filletSkinless: Number.NaN }, 'filletSkinless'],
    ['hake', { minG: 3000 }, 'typicalG'],
    ['hake', { typicalG: 8000 }, 'typicalG'],
    ['hake', { lwB: 2 }, 'lwB'],
    ['hake', { lwA: 90 }, 'lwA'],
    ['hake', { iceDays: 60 }, 'iceDays'],
    ['hake', { iceDays: 0 }, 'iceDays'],
    ['hake', { spawningMonths: '0-3' }, 'spawningMonths'],
    ['hake', { spawningMonths: 'spring' }, 'spawningMonths'],
    ['hake', { spentFactor: 0.2 }, 'spentFactor'],
    ['hake', { bodyRow: 'kraken' }, 'bodyRow'],
    ['monkfish', { filletSkinless: 0.325 }, 'filletSkinless'],
  ])('%s with %j is refused at its field', (id, more, field) => {
    expect(fields({ ...of(id), ...more })).toContain(field);
  });

  it('says all that is wrong at once, in words', () => {
    const faults = speciesFaults({ ...of('cod'), gutted: 0.3, iceDays: 99, asfis: 'x' });
    expect(faults.length).toBeGreaterThanOrEqual(3);
    for (const f of faults) expect(inWords(f.message).length).toBeGreaterThan(10);
  });

  it('without a fault always divides into parts that are all there', () => {
    const share = fc.double({ min: 0.01, max: 0.99, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom(...catalogue), share, share, share, share, (s, a, b, c, d) => {
        const [gutted, headedGutted, skinOn, filletSkinless] = [a, b, c, d].sort((x, y) => y - x) as [
          number,
          number,
          number,
          number,
        ];
        const entry = {
          ...s,
          gutted,
          headedGutted,
          filletSkinOn: s.filletSkinOn === null ? null : skinOn,
          filletSkinless,
        };
        if (speciesFaults(entry).length > 0) return;
        const parts = Object.values(fitComponents(entry));
        expect(parts.reduce((x, y) => x + y, 0)).toBeCloseTo(1, 9);
        for (const part of parts) expect(part).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});

// Common practice, no source.
describe('what a cutter must know of a fish', () => {
  it.each([
    ['monkfish', /None: one plain spine/, /^2; take the membrane/],
    ['plaice', /None in the fillets/, /^4, or 2/],
    ['skate', /cartilage/, /^4 thin ones/],
    ['salmon', /two thirds of the side/, /^2\.$/],
    ['red_gurnard', /long row of large/, /^2\.$/],
    ['cod', /cut out as a V/, /^2\.$/],
  ])('of %s', (id, pinBones, fillets) => {
    expect(inWords(pinBoneFact(of(id)))).toMatch(pinBones);
    expect(inWords(filletFact(of(id)))).toMatch(fillets);
  });
  it('keeps oily frames apart, and asks gills and eyes out of every pot', () => {
    for (const s of catalogue) {
      expect(inWords(stockFact(s))).toMatch(/Gills and eyes out/);
      expect(/apart from white/.test(inWords(stockFact(s)))).toBe(s.frameStock === 'oily');
    }
  });
  it('has marks and look-alikes for every species, each its own', () => {
    expect(new Set(catalogue.map((s) => s.marks)).size).toBe(catalogue.length);
    for (const s of catalogue) {
      expect(s.marks.split(/[;,]/).length, s.id).toBeGreaterThan(1);
      expect(s.lookAlikes.length, s.id).toBeGreaterThan(20);
    }
  });
});
