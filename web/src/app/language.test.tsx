import type { Route } from '@ember-slate/contract';
import { shippedForms } from '@ember-slate/core/forms';
import { shippedSchemes } from '@ember-slate/core/freshness';
import { catalogue } from '@ember-slate/core/species';
import { speak } from '@ember-slate/words';
import { pseudoLanguage } from '@ember-slate/words/testing';
import { describe, expect, it, vi } from 'vitest';

/*
 * A shop of another language: nothing on any page is still in English but what the shop wrote itself, units, dates and
 * the names of its books.
 */
// Spoken before any page is loaded, as `main.tsx` does it.
speak('en-XA', pseudoLanguage());
const { anyAnswer, opened } = await import('../testing/drawn.tsx');
const { shop } = await import('../testing/served.tsx');
const { pages } = await import('./pages.tsx');

const wordsIn = (text: string): string[] => text.toLowerCase().match(/[a-z]{2,}/g) ?? [];
/** Every text by itself: two that stand beside one another are no word. */
const textsIn = (node: Node): string[] =>
  node.nodeType === Node.TEXT_NODE ? [node.textContent ?? ''] : [...node.childNodes].flatMap(textsIn);
const ofTheBooks = new Set(wordsIn(JSON.stringify([catalogue, shippedForms, shippedSchemes])));
const everywhere = new Set(
  wordsIn(
    `kg mm min lb oz EUR eur pH ph FAO fao EAN GTIN csv PDF Ember Slate Test Slip Ines Corrie
     Monday Tuesday Wednesday Thursday Friday Saturday Sunday Mon Tue Wed Thu Fri Sat Sun
     Jan Feb Mar Apr May Jun Jul Aug Sep Sept Oct Nov Dec`,
  ),
);

const ownPlaces = new Set(wordsIn(JSON.stringify(shop.places)));

describe.each(pages.map((p) => p.path))('the page %s in another language', (path) => {
  it.each([1, 2])('has no word of English left, shop %i', async (seed) => {
    const quiet = vi.spyOn(console, 'error').mockImplementation(() => undefined);
    const answered = new Set<string>();
    const answers = (route: Route) => {
      const answer = anyAnswer(route, seed);
      for (const word of wordsIn(JSON.stringify(answer ?? null))) answered.add(word);
      return answer;
    };
    await opened(path, { id: 1, name: 'Ines Corrie', role: 'manager' }, answers);
    quiet.mockRestore();
    const said = textsIn(document.body).join(' ');
    const labels = [...document.body.querySelectorAll('[aria-label], [title], [placeholder], [alt]')].map(
      (e) => ['aria-label', 'title', 'placeholder', 'alt'].map((a) => e.getAttribute(a) ?? '').join(' '),
    );
    const escaped = wordsIn([said, ...labels].join(' ')).filter(
      (w) => !answered.has(w) && !ofTheBooks.has(w) && !everywhere.has(w) && !ownPlaces.has(w),
    );
    expect([...new Set(escaped)], said.slice(0, 1500)).toEqual([]);
  });
});
