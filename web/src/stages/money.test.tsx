import 'fake-indexeddb/auto';
import type { Me } from '@ember-slate/contract';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { HandOver } from '../parts/HandOver.tsx';
import { store } from '../app/store.ts';
import { formBookOf, lineOf, orderOf, Refusal, served, stockRowOf } from '../testing/served.tsx';
import Buying from './buying/Buying.tsx';
import { MoveDialog } from './counter/MoveDialog.tsx';
import { RowActions } from './counter/RowActions.tsx';
import MethodsPage from './forms/MethodsPage.tsx';
import { GiveUp } from './orders/GiveUp.tsx';

const ines: Me = { id: 1, name: 'Ines Corrie', role: 'manager' };
const nothing = () => undefined;
const tap = (name: RegExp) => fireEvent.click(screen.getAllByRole('button', { name })[0]!);
const type = (label: RegExp, value: string) => {
  const input = screen.getByLabelText(label);
  fireEvent.change(input, { target: { value } });
  fireEvent.blur(input);
};

describe('handing an order over', () => {
  const ready = (more: object) => lineOf({ state: 'ready', readyPieces: 2, pricePerKg: 2000, ...more });
  const order = orderOf({
    state: 'ready',
    deposit: 500,
    lines: [
      ready({ id: 11, readyGrams: 400 }),
      ready({ id: 12, readyGrams: 250, speciesName: 'Atlantic cod' }),
    ],
  });
  const toPay = () => screen.getByText(/€/, { selector: 'span.text-head' }).textContent;

  it('asks for what lies there less the deposit, and gives money back when the deposit was more', () => {
    served(<HandOver order={order} onClose={nothing} />, {});
    expect(toPay()).toMatch(/^€8\.00/);
    for (const price of screen.getAllByLabelText(/Price a kg/)) {
      fireEvent.change(price, { target: { value: '5.00' } });
      fireEvent.blur(price);
    }
    expect(toPay()).toMatch(/^€1\.75 to give back/);
  });

  it('takes no more of the deposit than the part that is taken, while some of it waits', () => {
    served(<HandOver order={order} onClose={nothing} />, {});
    fireEvent.click(screen.getByRole('checkbox', { name: /cod is taken now/i }));
    // 8.00 of hake: the deposit of 5.00 is used up by it, 3.00 are left to pay.
    expect(toPay()).toMatch(/^€3\.00/);
    fireEvent.click(screen.getByRole('checkbox', { name: /hake is taken now/i }));
    expect(screen.getByRole('button', { name: /Paid, hand over/ }).getAttribute('aria-disabled')).toBe(
      'true',
    );
  });

  it('asks for pieces times their price where the form is sold by the piece', async () => {
    const byPiece = orderOf({
      state: 'ready',
      lines: [ready({ id: 11, readyGrams: 900, readyPieces: 2, pricePerPiece: 850 })],
    });
    const sent = served(<HandOver order={byPiece} onClose={nothing} />, {});
    expect(screen.getByLabelText(/Price a piece/)).toBeTruthy();
    expect(toPay()).toMatch(/^€17\.00/);
    tap(/Paid, hand over/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ prices: [{ lineId: 11, unit: 'piece', perKg: 850 }] });
  });

  it('sends the version it saw and only the lines that are taken, and says why the shop refuses', async () => {
    const sent = served(<HandOver order={order} onClose={nothing} />, {
      '/api/orders/1/hand-over': new Refusal({ status: 409, code: 'conflict', detail: 'It was cut anew' }),
    });
    fireEvent.click(screen.getByRole('checkbox', { name: /cod is taken now/i }));
    fireEvent.click(screen.getByRole('radio', { name: 'cash' }));
    tap(/Paid, hand over/);
    expect((await screen.findByRole('alert')).textContent).toBe('It was cut anew');
    expect(sent[0]!.body).toEqual({
      pay: 'cash',
      version: 4,
      prices: [{ lineId: 11, unit: 'kg', perKg: 2000 }],
    });
  });
});

describe('an order that is not wanted', () => {
  it('that nobody came for needs no words, a cancelled one does', async () => {
    const late = { dueAt: '2026-01-01T10:00:00.000Z', state: 'ready' as const, deposit: 300 };
    const sent = served(<GiveUp order={orderOf(late)} onClose={nothing} />, {});
    tap(/Put it back/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      version: 4,
      reason: 'not collected',
      uncollected: true,
      keepDeposit: false,
    });
    cleanup();
    const early = served(<GiveUp order={orderOf()} onClose={nothing} />, {});
    tap(/Cancel the order/);
    expect(early).toHaveLength(0);
  });
});

describe('a price', () => {
  it('somebody else set meanwhile is said, and mine goes over it only at the second press', async () => {
    const row = stockRowOf();
    const sent = served(
      <RowActions row={row} layout={[]} onDone={nothing} manager />,
      {
        '/api/prices': new Refusal({
          status: 409,
          code: 'stale',
          detail: 'Someone set this price meanwhile: look at it again',
          current: { was: 2550 },
        }),
      },
      ines,
    );
    tap(/^Price/);
    type(/Price a kg/, '26.00');
    tap(/Set the price/);
    await screen.findByText(/Someone set this price meanwhile/);
    expect(screen.getByText('€25.50 now')).toBeTruthy();
    tap(/Set the price/);
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent.map((s) => (s.body as { was: number }).was)).toEqual([2390, 2550]);
  });
});

describe('moving a row', () => {
  const move = (spot?: string, place: 'place:slab' | 'place:freezer' = 'place:slab') =>
    served(
      <MoveDialog
        row={stockRowOf({ place, spot: place === 'place:slab' ? 'A1' : null })}
        layout={[{ name: 'A', places: 3 }]}
        {...(spot ? { spot } : {})}
        onDone={nothing}
        onClose={nothing}
      />,
      {},
    );
  it('to another place of the slab asks for no weight', async () => {
    const sent = move('A3');
    expect(screen.queryByLabelText(/^Weight/)).toBeNull();
    tap(/Move it/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ path: '/api/counter/spots', body: { spot: 'A3', lotId: 1 } });
  });
  it('out of the freezer says how it is thawed, and into it that it is frozen once', () => {
    move(undefined, 'place:freezer');
    expect(screen.getByText(/Thaw in the cold room/)).toBeTruthy();
    cleanup();
    move();
    fireEvent.change(screen.getByLabelText(/^To/), { target: { value: 'place:freezer' } });
    expect(screen.getByText(/never frozen again raw/)).toBeTruthy();
    expect(screen.getByLabelText(/Why now/)).toBeTruthy();
  });
});

describe('feasts and fairs', () => {
  const answers = {
    '/api/buying': { day: '2026-12-01', until: '2026-12-01', lines: [], suppliers: [], money: 0 },
    '/api/buying/forecast': { from: '2026-11-01', to: '2026-11-07', rows: [], error: null, bias: null },
    'GET /api/buying/holidays': {
      version: 6,
      holidays: [{ day: '2026-12-24', factor: 3, name: 'Eve' }],
    },
    'PUT /api/buying/holidays': { version: 7 },
  };
  it('are added to the list that was seen, and taken off it, by its version', async () => {
    const sent = served(<Buying />, answers, ines);
    await waitFor(() => tap(/feasts/));
    const dialog = within(await screen.findByRole('dialog'));
    await dialog.findByText(/Eve/);
    type(/^Day/, '2026-12-31');
    type(/Times the usual/, '1,5');
    type(/^Name/, ' Year’s end ');
    tap(/Add the day/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      version: 6,
      holidays: [
        { day: '2026-12-24', factor: 3, name: 'Eve' },
        { day: '2026-12-31', factor: 1.5, name: 'Year’s end' },
      ],
    });
    fireEvent.click(dialog.getByRole('button', { name: 'off' }));
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent[1]!.body).toEqual({ version: 6, holidays: [] });
  });
});

describe('the ways of cutting', () => {
  const book = formBookOf({ shop: { membrane: 'shaved' }, shopVersion: 9, mine: { board: 'dry' } });
  it('change the shop’s list by its version, and one’s own one question at a time', async () => {
    const sent = served(<MethodsPage />, { '/api/forms': book }, ines);
    const shopButtons = await screen.findAllByRole('button', { name: 'shop' });
    const other = shopButtons.find((b) => b.getAttribute('aria-pressed') === 'false')!;
    fireEvent.click(other);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      path: '/api/methods',
      body: { version: 9, choices: { membrane: 'shaved' } },
    });
    const pressed = screen.getAllByRole('button', { name: 'mine', pressed: true });
    expect(pressed).toHaveLength(1);
    fireEvent.click(pressed[0]!);
    await waitFor(() => expect(sent).toHaveLength(2));
    // A second tap takes the own way back: the shop's counts again.
    expect(sent[1]).toMatchObject({ path: '/api/methods/mine', body: { question: 'board', method: null } });
    expect(store.getState().drafts).toEqual({});
  });
});
