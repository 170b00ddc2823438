import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { leastSure, weightSources, type WeightSource } from './index.ts';

describe('how a sum of weights is known', () => {
  it.each<[WeightSource[], WeightSource | null]>([
    [[], null],
    [['measured'], 'measured'],
    [['measured', 'typed'], 'typed'],
    [['typed', 'estimated', 'measured'], 'estimated'],
    [['measured', 'simulated', 'typed'], 'simulated'],
  ])('%j: %s', (sources, known) => expect(leastSure(sources)).toBe(known));

  it('is never surer than any of them, and what was simulated stays so in every sum of sums', () => {
    const sources = fc.array(fc.constantFrom(...weightSources), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(sources, sources, (a, b) => {
        const all = leastSure([...a, ...b])!;
        expect([...a, ...b]).toContain(all);
        for (const one of [...a, ...b])
          expect(weightSources.indexOf(all)).toBeGreaterThanOrEqual(weightSources.indexOf(one));
        expect(leastSure([leastSure(a)!, leastSure(b)!])).toBe(all);
        if (a.includes('simulated')) expect(all).toBe('simulated');
      }),
    );
  });
});
