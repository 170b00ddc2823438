import fc from 'fast-check';
import { expect, it } from 'vitest';
import { shortOf, shortReady } from './index.ts';

it.each([
  // Asked for, given; missing. A twentieth is no shortfall worth naming (our choice).
  [{ totalGrams: 1000 }, { grams: 820, pieces: 3 }, { grams: 180 }],
  [{ totalGrams: 1000 }, { grams: 950, pieces: 3 }, null],
  [{ totalGrams: 1000 }, { grams: 949, pieces: 3 }, { grams: 51 }],
  [{ totalGrams: 1000 }, { grams: 1300, pieces: 3 }, null],
  [{ totalGrams: 40 }, { grams: 0, pieces: 0 }, { grams: 40 }],
  [{ pieces: 4 }, { grams: 600, pieces: 3 }, { pieces: 1 }],
  [{ pieces: 4 }, { grams: 300, pieces: 4 }, null],
  [{ pieces: 1 }, { grams: 0, pieces: 0 }, { pieces: 1 }],
  [{ pieces: 2 }, { grams: 900, pieces: 5 }, null],
])('of %j given %j lacks %j', (asked, given, missing) => {
  expect(shortOf({ pieces: null, totalGrams: null, ...asked }, given)).toEqual(missing);
});

it('never hides more than a twentieth of a weight, and never names more than is missing', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 50_000 }),
      fc.integer({ min: 0, max: 60_000 }),
      (totalGrams, grams) => {
        const short = shortOf({ pieces: null, totalGrams }, { grams, pieces: 1 });
        const missing = totalGrams - grams;
        if (short === null) expect(missing).toBeLessThanOrEqual(totalGrams * 0.05);
        else expect(short).toEqual({ grams: missing });
      },
    ),
  );
});

it('is named of what lies ready, and of nothing that is still to be cut', () => {
  const line = { pieces: null, totalGrams: 600, readyGrams: 480, readyPieces: 2 };
  expect(shortReady({ ...line, state: 'ready' })).toEqual({ grams: 120 });
  for (const state of ['open', 'planned', 'cutting', 'handed', 'cancelled'])
    expect(shortReady({ ...line, state })).toBeNull();
});
