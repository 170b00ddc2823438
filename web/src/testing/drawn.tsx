import { contract, type Me, type Route } from '@ember-slate/contract';
import { answersOf } from '@ember-slate/contract/testing';
import { compose } from '@ember-slate/core/board';
import { shippedForms } from '@ember-slate/core/forms';
import { shippedSchemes } from '@ember-slate/core/freshness';
import { catalogue } from '@ember-slate/core/species';
import { inWords } from '@ember-slate/words/core';
import { act } from '@testing-library/react';
import fc from 'fast-check';
import { useEffect, type ReactNode } from 'react';
import { Route as Address, Routes, useLocation } from 'react-router';
import {} from 'vitest';
import { pages } from '../app/pages.tsx';
import { formBookOf, served, shopDay } from './served.tsx';

const known = {
  species: catalogue.map((s) => s.id),
  items: ['whole', ...shippedForms.map((f) => f.id), 'trim:head', 'trim:frame'],
  days: [shopDay, '2026-01-01', '2026-12-31'],
  now: new Date(),
};
const schemes = shippedSchemes.map((s) => ({ ...s, version: 3, shipped: true, grades: 0, history: [] }));
const composition = compose({
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
const steps = inWords(composition.steps);
/** What the shop's books hold is whole: a scheme adds up, a ticket stands at one of its own steps. */
function ofTheBooks(route: Route, any: unknown): unknown {
  if (route === contract.forms.book) return formBookOf();
  if (route === contract.grading.schemes) return schemes;
  if (route === contract.grading.lot) return { ...(any as object), schemes, pieces: 4, grams: 9200 };
  if (route === contract.bench.ticket)
    return { ...(any as object), steps, stepIds: steps.map((s) => s.id), stepId: steps[1]!.id };
  return any;
}

/** Any answer the contract allows the shop to give, the same for the same seed. */
export function anyAnswer(route: Route, seed: number): unknown {
  if (route.path === '/api/species') return undefined;
  return ofTheBooks(route, fc.sample(answersOf(route, known), { seed, numRuns: 1 })[0]);
}

/** Where the page stands that was opened last. */
let address = '';
export const addressNow = (): string => address;
function Watched({ children }: { children: ReactNode }) {
  const { pathname, search } = useLocation();
  useEffect(() => void (address = pathname + search), [pathname, search]);
  return children;
}

// What breaks a page is thrown here.
const goOn = () => act(() => new Promise((done) => setTimeout(done, 0)));
/** Lets a page have its answers, and what those lead to. */
export async function settled(): Promise<void> {
  for (let i = 0; i < 4; i++) await goOn();
}

/** Shows a page to somebody with these answers, at this address; returns what it says. */
export async function opened(
  path: string,
  me: Me,
  answers: (route: Route) => unknown,
  at = `/${path.replace(/:id/, path.startsWith('species') ? 'hake' : path.startsWith('forms') ? 'steaks' : '1')}`,
): Promise<string> {
  const { Page } = pages.find((p) => p.path === path)!;
  served(
    <Watched>
      <Routes>
        <Address path={`/${path}`} element={<Page />} />
      </Routes>
    </Watched>,
    answers,
    me,
    at,
  );
  // The page's own code comes first; then its questions, and what those lead to.
  const late = Date.now() + 20_000;
  do await goOn();
  while (/^\S+ …$/.test(document.body.textContent) && Date.now() < late);
  await settled();
  return document.body.textContent;
}
