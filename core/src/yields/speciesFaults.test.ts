import { inWords } from '@ember-slate/words/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogue, type Species } from '../species/index.ts';
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

  it.each<[Partial<Species>, (keyof Species)[]]>([
    // At the edges of what can be.
    [{ iceDays: 1 }, []],
    [{ iceDays: 40 }, []],
    [{ iceDays: 0.9 }, ['iceDays']],
    [{ iceDays: 40.1 }, ['iceDays']],
    [{ spentFactor: 0.5 }, []],
    [{ spentFactor: 1 }, []],
    [{ spentFactor: 0.49 }, ['spentFactor']],
    [{ spentFactor: 1.01 }, ['spentFactor']],
    [{ spentFactor: null, spawningMonths: null }, []],
    [{ spawningMonths: '12-2' }, []],
    [{ spawningMonths: '10-11' }, []],
    [{ spawningMonths: '13-2' }, ['spawningMonths']],
    [{ spawningMonths: '2-13' }, ['spawningMonths']],
    [{ spawningMonths: 'x2-4' }, ['spawningMonths']],
    [{ spawningMonths: '2-4x' }, ['spawningMonths']],
    [{ spawningMonths: '2-0' }, ['spawningMonths']],
    [{ id: 'a1_b' }, []],
    [{ id: 'ab' }, []],
    [{ id: 'a' }, ['id']],
    [{ id: '1ab' }, ['id']],
    [{ id: `a${'b'.repeat(39)}` }, []],
    [{ id: `a${'b'.repeat(40)}` }, ['id']],
    [{ scientificName: 'Mullus spp.' }, []],
    [{ scientificName: 'Mullus spp' }, []],
    [{ scientificName: 'Mullus' }, ['scientificName']],
    [{ scientificName: 'x Mullus barbatus' }, ['scientificName']],
    [{ scientificName: 'Mullus barbatus x1' }, ['scientificName']],
    [{ asfis: null }, []],
    [{ asfis: 'A1B' }, []],
    [{ asfis: 'ABCD' }, ['asfis']],
    [{ asfis: 'abc' }, ['asfis']],
    [{ gutted: 0 }, ['gutted', 'filletSkinOn']],
    [{ gutted: -0.1 }, ['gutted', 'filletSkinOn']],
    [{ filletSkinless: 0 }, ['filletSkinless']],
    [{ minG: 0 }, ['typicalG']],
    [{ minG: 2500 }, ['typicalG']],
    [{ maxG: 2500 }, ['typicalG']],
    [{ minG: 2499, maxG: 2501 }, []],
    [{ lwA: 0 }, ['lwB']],
    [{ lwB: 2.29 }, ['lwB']],
    [{ lwB: 3.81 }, ['lwB']],
    // 2500 g at b = 3: 8 cm is a = 2500 / 512, 300 cm is a = 2500 / 27e6.
    [{ lwB: 3, lwA: 2500 / 513 }, []],
    [{ lwB: 3, lwA: 2500 / 511 }, ['lwA']],
    [{ lwB: 3, lwA: 2500 / 26.9e6 }, []],
    [{ lwB: 3, lwA: 2500 / 27.1e6 }, ['lwA']],
  ])('hake with %j: %j', (more, wrong) => {
    expect(fields({ ...of('hake'), typicalG: 2500, ...more }).filter((f) => !f.startsWith('body.'))).toEqual(
      wrong,
    );
  });

  it('says which step leaves more than which, and asks for what is missing by name', () => {
    const said = (more: Partial<Species>) =>
      speciesFaults({ ...of('hake'), ...more }).map((f) => inWords(f.message));
    expect(said({ gutted: 1 })[0]).toMatch(/^gutted leaves 1, more than the whole fish/i);
    expect(said({ gutted: 0.7 })[0]).toMatch(/headed and gutted.*0\.7/i);
    expect(said({ filletSkinOn: null }).join()).not.toMatch(/skin on/);
    expect(said({ headedGutted: 0 })[0]).toMatch(/headed and gutted/);
    // A step that is missing is skipped: what follows is held against the one before it.
    expect(fields({ ...of('hake'), headedGutted: 0, filletSkinOn: 0.95 })).toContain('filletSkinOn');
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
