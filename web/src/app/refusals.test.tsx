import type { Route } from '@ember-slate/contract';
import { cleanup, fireEvent } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { anyAnswer, opened, settled } from '../testing/drawn.tsx';
import { Refusal } from '../testing/served.tsx';
import { pages } from './pages.tsx';
import { notify, store } from './store.ts';

/*
 * What the shop refuses is said to whoever asked for it: beside the field, under the form or on the scale bar, whatever
 * button it was.
 */

const me = { id: 1, name: 'Ines Corrie', role: 'manager' } as const;
const refusal = 'That cannot be done at this hour';

/** What was asked for, of the page that stands there. */
let asked: string[] = [];
const answers = (route: Route) => {
  if (route.method === 'GET') return anyAnswer(route, 1);
  asked.push(`${route.method} ${route.path}`);
  return new Refusal({ status: 409, code: 'conflict', detail: refusal });
};

const buttons = () =>
  [...document.querySelectorAll<HTMLElement>('button')].filter(
    (b) => b.getAttribute('aria-disabled') !== 'true' && b.getAttribute('role') !== 'radio',
  );
const nameOf = (e: Element) => (e.getAttribute('aria-label') ?? e.textContent).replace(/[\s\d]+/g, ' ');

let refused = 0;
describe.each(pages.map((p) => p.path))('what is refused on the page %s', (path) => {
  it('is said', async () => {
    vi.spyOn(console, 'error').mockImplementation(() => undefined);
    await opened(path, me, answers);
    // Of buttons that say the same one stands for all.
    const names = buttons().map(nameOf);
    const places = names.flatMap((name, i) => (names.indexOf(name) === i ? [i] : [])).slice(0, 10);
    const silent: string[] = [];
    /** Opens the page and presses these, one after the other. */
    const pressed = async (steps: readonly ((from: HTMLElement[]) => HTMLElement | undefined)[]) => {
      cleanup();
      store.dispatch(notify(null));
      await opened(path, me, answers);
      for (const step of steps) {
        asked = [];
        const button = step(buttons());
        if (!button) return;
        fireEvent.click(button);
        await settled();
      }
      const said = `${document.body.textContent} ${JSON.stringify(store.getState().connection.notice)}`;
      refused += asked.length;
      if (asked.length > 0 && !said.includes(refusal)) silent.push(asked.join(', '));
    };
    for (const i of places) {
      await pressed([(all) => all[i]]);
      // What a dialog asks before it is done is refused when its last button is pressed.
      const within = (all: HTMLElement[]) => all.filter((b) => b.closest('[role=dialog]'));
      const inDialog = asked.length === 0 ? within(buttons()).length : 0;
      for (let n = 0; n < Math.min(inDialog, 2); n++)
        await pressed([(all) => all[i], (all) => within(all).at(-1 - n)]);
    }
    vi.restoreAllMocks();
    expect(silent).toEqual([]);
  });
});

it('was tried with many acts', () => expect(refused).toBeGreaterThanOrEqual(10));
