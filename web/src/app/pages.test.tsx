import type { Me } from '@ember-slate/contract';
import { cleanup } from '@testing-library/react';
import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import { anyAnswer, opened } from '../testing/drawn.tsx';
import { pages } from './pages.tsx';

/*
 * Whatever the contract allows the shop to answer, every page shows it: no page breaks, and none says what a program
 * says instead of a person. The answers are the same on every run; `DRAWN=200` draws as many others.
 */
const drawn = Number(process.env['DRAWN'] ?? 0);
const people: Me[] = [
  { id: 1, name: 'Ines Corrie', role: 'manager' },
  { id: 2, name: 'Bram Teale', role: 'bench' },
  { id: 3, name: 'Wil Aster', role: 'counter' },
];
/** What no person would read aloud. */
const programSpeak = /\b(undefined|NaN|null|Infinity|Invalid Date|\[object)\b/;

describe.each(pages.map((p) => p.path))('the page %s', (path) => {
  it('shows whatever the shop may answer', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer(), fc.constantFrom(...people), async (seed, me) => {
        const broken = vi.spyOn(console, 'error').mockImplementation(() => undefined);
        try {
          const text = await opened(path, me, (route) => anyAnswer(route, seed));
          expect(programSpeak.exec(text)?.[0], text.slice(0, 2000)).toBeUndefined();
          const errors = broken.mock.calls
            .map((c) => c.map(String).join(' '))
            .filter((e) => !/not wrapped in act|Failed to create chart|the same key/.test(e));
          expect(errors).toEqual([]);
        } finally {
          broken.mockRestore();
          cleanup();
        }
      }),
      drawn ? { numRuns: drawn } : { numRuns: 6, seed: 29, endOnFailure: true },
    );
  });
});
