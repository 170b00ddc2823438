import { cleanup, fireEvent } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { anyAnswer, opened, settled, addressNow } from '../testing/drawn.tsx';
import { pages } from './pages.tsx';

/*
 * What somebody chose to look at, a row of a list, a part of a page or a stretch of days, is in the address: it outlasts
 * a reload, and a link leads to it.
 */

const me = { id: 1, name: 'Ines Corrie', role: 'manager' } as const;
const answers = (route: Parameters<typeof anyAnswer>[0]) => anyAnswer(route, 1);

const isOn = (e: Element) =>
  ['aria-checked', 'aria-pressed', 'aria-current', 'aria-selected'].some((a) => e.getAttribute(a) === 'true');
/** What can be chosen to be looked at; what stands in a form is written down, and is its draft's. */
const switches = () =>
  [
    ...document.querySelectorAll('[role=radio], [role=tab], button[aria-pressed], button[aria-current]'),
  ].filter((e) => !e.closest('form, dialog, [role=dialog]'));
const nameOf = (e: Element) =>
  (e.getAttribute('aria-label') ?? e.textContent).replace(/\s+/g, ' ').slice(0, 60);

/** Work on what lies there, kept as a draft or in the books; and how this one screen stands to the hand. */
const noView: Readonly<Record<string, RegExp>> = { 'grading/:id': /./, labels: /./ };

let shownAgain = 0;
describe.each(pages.map((p) => p.path))('what is chosen on the page %s', (path) => {
  it('is shown again by its address', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => undefined);
    await opened(path, me, answers);
    // Of a list, or of a few side by side, one that is not shown yet stands for all.
    const seen = new Set<Element | null>();
    const names = switches().map((e) => {
      const group = e.closest('ul, [role=radiogroup], [role=tablist], [role=group]');
      if (isOn(e) || seen.has(group) || noView[path]?.test(nameOf(e))) return null;
      seen.add(group);
      return nameOf(e);
    });
    const lost: string[] = [];
    for (const [i, name] of names.entries()) {
      if (name === null) continue;
      cleanup();
      await opened(path, me, answers);
      const chosen = switches()[i];
      if (!chosen) continue;
      fireEvent.click(chosen);
      await settled();
      if (!switches()[i] || !isOn(switches()[i]!)) continue;
      const at = addressNow();
      cleanup();
      await opened(path, me, answers, at);
      const again = switches().filter((e) => nameOf(e) === name);
      if (again.some(isOn)) shownAgain++;
      else lost.push(name);
    }
    vi.restoreAllMocks();
    expect(lost).toEqual([]);
  });
});

it('was tried in many places', () => expect(shownAgain).toBeGreaterThanOrEqual(8));
