import { describe, expect, it } from 'vitest';
import { catalogue } from '../species/index.ts';
import { faoAreas, gearClasses, lotCode } from './index.ts';

describe('the lot code', () => {
  it.each([
    ['2026-11-25', 'European hake', 2, '261125-H2'],
    ['2027-01-02', 'Atlantic cod', 11, '270102-C11'],
    ['2026-06-12', 'Common (Dover) sole', 1, '260612-D1'],
  ])('%s, %s, number %i is %s', (day, name, n, code) => {
    expect(lotCode(day, { name }, n)).toBe(code);
  });

  it('is plain enough to say aloud and to print for every species', () => {
    for (const s of catalogue) expect(lotCode('2026-11-25', s, 1)).toMatch(/^261125-[A-Z]1$/);
  });
});

describe('origin', () => {
  // 19 marine and 8 inland major fishing areas, FAO; seven gear classes, Reg. (EU) 1379/2013 (from memory).
  it('knows the major fishing areas and the gear classes', () => {
    expect(Object.keys(faoAreas).filter((k) => Number(k) > 8)).toHaveLength(19);
    expect(Object.keys(faoAreas).filter((k) => Number(k) <= 8)).toHaveLength(8);
    expect(faoAreas['27']).toBe('Atlantic, north-east');
    expect(gearClasses).toHaveLength(7);
  });
});
