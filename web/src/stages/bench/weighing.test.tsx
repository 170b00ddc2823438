import 'fake-indexeddb/auto';
import type { Reading, Ticket, TicketCut } from '@ember-slate/contract';
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { TakeWeight } from '../../app/shell/ScaleBar.tsx';
import { store, weighed } from '../../app/store.ts';
import { formBookOf, Refusal, served } from '../../testing/served.tsx';
import type { Slot } from './slots.ts';
import { useWeigh, type WeighTub } from './useWeigh.ts';

/*
 * What the hand trusts blindly: the pan, the tare, the tub and the space bar. What reaches the books is what lies in the
 * tub, whatever was tared and however the scale came to rest.
 */

const cut: TicketCut = {
  id: 7,
  lineId: 7,
  form: 'steaks',
  formName: 'steaks',
  customer: 'Pell',
  orderNumber: 7,
  dueAt: null,
  pieces: 4,
  pieceGrams: 200,
  totalGrams: null,
  thickMm: null,
  trimWish: 'shop',
  packing: 'wrapped',
  options: [],
};
const steak: Slot = {
  key: 'cut 7',
  kind: 'order',
  item: 'steaks',
  cut,
  form: null,
  name: 'steak',
  goes: 'Pell',
  expected: 800,
  aim: 200,
  tolerance: 0.15,
  pieces: 4,
};
const ticket = { id: 1, number: 32, weighOuts: [], cuts: [cut] } as unknown as Ticket;
const tub: WeighTub = { name: 'white tub', grams: 310 };

function Board({ slot, tub, count }: { slot: Slot | null; tub: WeighTub | null; count: number }) {
  const { problem } = useWeigh(ticket, slot, tub, count, () => undefined);
  return (
    <>
      <TakeWeight big={false} />
      {problem && <p role="alert">{problem.detail}</p>}
    </>
  );
}
const scale = (reading: Partial<Reading>) =>
  act(() => {
    store.dispatch(weighed({ grams: 0, tare: 0, state: 'steady', seq: 1, simulated: false, ...reading }));
  });
const weighing = (
  more: { slot?: Slot | null; tub?: WeighTub | null; count?: number; answers?: object } = {},
) => {
  scale({ state: 'none' });
  return served(
    <Board
      slot={more.slot === undefined ? steak : more.slot}
      tub={more.tub === undefined ? null : more.tub}
      count={more.count ?? 1}
    />,
    {
      '/api/forms': formBookOf(),
      '/api/bench/tickets/1/weights': { id: 5 },
      ...more.answers,
    },
    { id: 2, name: 'Bram Teale', role: 'bench' },
  );
};
const corner = () => screen.getByRole('button');
const take = () => fireEvent.click(corner());

describe('what lies on the pan', () => {
  // On the pan lie fish and tub; the display says what is left of them after the tare.
  it.each<[string, { fish: number; tub: WeighTub | null; tare: number }, object]>([
    ['bare', { fish: 204, tub: null, tare: 0 }, { grams: 204, tub: '', tareGrams: 0 }],
    ['in a tub', { fish: 204, tub, tare: 0 }, { grams: 204, tub: 'white tub', tareGrams: 310 }],
    [
      'in a tub that was tared',
      { fish: 204, tub, tare: 310 },
      { grams: 204, tub: 'white tub', tareGrams: 310 },
    ],
    ['on a tared sheet of paper', { fish: 204, tub: null, tare: 6 }, { grams: 204, tub: '', tareGrams: 6 }],
  ])('%s is the weight of the fish', async (_name, { fish, tub: chosen, tare }, expected) => {
    const sent = weighing({ tub: chosen });
    const box = chosen?.grams ?? (tare > 0 ? tare : 0);
    scale({ grams: fish + box - tare, tare });
    take();
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      method: 'POST',
      path: '/api/bench/tickets/1/weights',
      body: {
        cutId: 7,
        kind: 'order',
        item: 'steaks',
        pieces: 1,
        source: 'measured',
        again: false,
        ...expected,
      },
    });
  });

  it('is called simulated for good where a stand-in said it', async () => {
    const sent = weighing();
    scale({ grams: 204, simulated: true });
    take();
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ source: 'simulated' });
  });

  it('counts as many pieces as lie there together', async () => {
    const sent = weighing({ count: 3 });
    scale({ grams: 612 });
    take();
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ grams: 612, pieces: 3 });
  });
});

describe('the corner takes', () => {
  it.each<[string, Partial<Reading>, RegExp]>([
    ['while it swings', { grams: 514, state: 'settling' }, /waits for a steady pan/],
    ['over its load', { grams: 204, state: 'overload' }, /too heavy/],
    ['without a scale', { grams: 204, state: 'none' }, /type it/],
    ['an empty pan', { grams: 0 }, /nothing on the pan/],
    ['below zero', { grams: -40 }, /tare again/],
    ['only the tub', { grams: 310 }, /only the tub/],
  ])('nothing %s', (_name, reading, why) => {
    const sent = weighing({ tub });
    scale(reading);
    expect(corner().textContent).toMatch(why);
    expect(corner().getAttribute('aria-disabled')).toBe('true');
    take();
    expect(sent).toEqual([]);
  });

  it('nothing where nothing is asked for', () => {
    const sent = weighing({ slot: null });
    scale({ grams: 204 });
    take();
    expect(sent).toEqual([]);
  });

  it('the same piece once: it must be lifted off before the next', async () => {
    const sent = weighing();
    scale({ grams: 204 });
    take();
    await waitFor(() => expect(corner().textContent).toMatch(/take it off the scale first/));
    // Two grams more or less are the same piece, still there.
    scale({ grams: 206 });
    take();
    expect(sent).toHaveLength(1);
    scale({ grams: 0 });
    scale({ grams: 199 });
    take();
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body).toMatchObject({ grams: 199 });
  });

  it('a piece outside its window under another name, and one asked about only when told again', async () => {
    const asks = new Refusal({
      status: 400,
      code: 'bad-input',
      detail: 'The very same was weighed a moment ago',
      errors: [{ path: 'again', message: 'The very same was weighed a moment ago' }],
    });
    const sent = weighing({ answers: { '/api/bench/tickets/1/weights': asks } });
    scale({ grams: 150 });
    expect(corner().textContent).toMatch(/^Take anyway/);
    scale({ grams: 204 });
    expect(corner().textContent).toMatch(/^Take/);
    expect(corner().textContent).not.toMatch(/anyway/);
    take();
    await waitFor(() => expect(corner().textContent).toMatch(/^Take again/));
    expect(screen.getByRole('alert').textContent).toMatch(/very same/);
    take();
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent.map((s) => (s.body as { again: boolean }).again)).toEqual([false, true]);
  });
});
