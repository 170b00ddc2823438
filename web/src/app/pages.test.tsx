import { contract, type AnswerOf, type Me, type Route } from '@ember-slate/contract';
import { answersOf } from '@ember-slate/contract/testing';
import { compose } from '@ember-slate/core/board';
import { shippedForms } from '@ember-slate/core/forms';
import { shippedSchemes } from '@ember-slate/core/freshness';
import { catalogue } from '@ember-slate/core/species';
import { act, cleanup } from '@testing-library/react';
import fc from 'fast-check';
import { Route as Address, Routes } from 'react-router';
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest';
import { formBookOf, served, shopDay } from '../testing/served.tsx';
import { pages } from './pages.tsx';

/*
 * Whatever the contract allows the shop to answer, every page shows it: no page breaks, and none says what a program
 * says instead of a person.
 */
const known = {
  species: catalogue.map((s) => s.id),
  items: ['whole', ...shippedForms.map((f) => f.id), 'trim:head', 'trim:frame'],
  days: [shopDay, '2026-01-01', '2026-12-31'],
  now: new Date(),
};
const people: Me[] = [
  { id: 1, name: 'Ines Corrie', role: 'manager' },
  { id: 2, name: 'Bram Teale', role: 'bench' },
  { id: 3, name: 'Wil Aster', role: 'counter' },
];
/** What no person would read aloud. */
const programSpeak = /\b(undefined|NaN|null|Infinity|Invalid Date|\[object)\b/;

const schemes = shippedSchemes.map((s) => ({ ...s, version: 3, shipped: true, grades: 0, history: [] }));
const { steps } = compose({
  species: catalogue.find((s) => s.id === 'hake')!,
  condition: 'gutted',
  scaled: 'no',
  cuts: [
    {
      form: shippedForms.find((f) => f.id === 'steaks')!,
      pieces: 4,
      pieceGrams: 200,
      totalGrams: null,
      thickMm: null,
      options: [],
    },
  ],
  fishGrams: 2310,
  fish: 1,
  month: 6,
});
/** What the shop's books hold is whole: a scheme adds up, a ticket stands at one of its own steps. */
function ofTheBooks(route: Route, any: unknown): unknown {
  if (route === contract.forms.book) return formBookOf();
  if (route === contract.grading.schemes) return schemes;
  if (route === contract.grading.lot) return { ...(any as object), schemes, pieces: 4, grams: 9200 };
  if (route === contract.bench.ticket)
    return { ...(any as object), steps, stepIds: steps.map((s) => s.id), stepId: steps[1]!.id };
  if (route === contract.buying.plan) {
    const plan = any as AnswerOf<typeof contract.buying.plan>;
    const names = [...new Set(plan.lines.map((l) => l.supplier ?? 'no supplier yet'))];
    return { ...plan, suppliers: names.map((name) => ({ name, fish: 3, grams: 4000, money: 5200 })) };
  }
  return any;
}

/** Shows a page to somebody with these answers; returns what it says. */
async function said(path: string, me: Me, answers: (route: Route) => unknown): Promise<string> {
  const { Page } = pages.find((p) => p.path === path)!;
  const address = `/${path.replace(/:id/, path.startsWith('species') ? 'hake' : path.startsWith('forms') ? 'steaks' : '1')}`;
  served(
    <Routes>
      <Address path={`/${path}`} element={<Page />} />
    </Routes>,
    answers,
    me,
    address,
  );
  const goOn = () => act(() => new Promise((done) => setTimeout(done, 0)));
  // The page's own code comes first; then its questions, and what those lead to.
  await vi.waitFor(async () => {
    await goOn();
    expect(document.body.textContent).not.toMatch(/^Opening …/);
  }, 20_000);
  for (let i = 0; i < 4; i++) await goOn();
  return document.body.textContent;
}

beforeAll(() => {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  );
});
afterEach(cleanup);

describe.each(pages.map((p) => p.path))('the page %s', (path) => {
  it('shows whatever the shop may answer', async () => {
    await fc.assert(
      fc.asyncProperty(fc.integer(), fc.constantFrom(...people), async (seed, me) => {
        const broken = vi.spyOn(console, 'error').mockImplementation(() => undefined);
        try {
          const text = await said(path, me, (route) => {
            if (route.path === '/api/species') return undefined;
            const any = fc.sample(answersOf(route, known), { seed, numRuns: 1 })[0];
            return ofTheBooks(route, any);
          });
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
      { numRuns: 6, endOnFailure: true },
    );
  });
});
