import type { Article } from '@ember-slate/contract';
import { fireEvent, screen, waitFor, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { Refusal, served, shopDay, stockRowOf as row } from '../../testing/served.tsx';
import { meant, mustGo, onlyPlace } from './bag.ts';
import Counter from './Counter.tsx';
import Sales from './Sales.tsx';
import StockTake from './StockTake.tsx';

const tap = (name: RegExp) => fireEvent.click(screen.getByRole('button', { name }));

const steaks = row({
  lotId: 2,
  item: 'steaks',
  itemName: 'steaks',
  batch: 9,
  spot: 'A10',
  speciesName: 'European hake',
});
const answers = {
  '/api/counter/stock': [row(), steaks],
  '/api/counter/slab': { version: 1, rows: [{ name: 'A', places: 12 }] },
  '/api/prices/markdowns': [],
  '/api/orders': [],
};

describe('what is meant', () => {
  it('is a place, or words of name, form and lot; nothing by nothing', () => {
    const rows = [row(), steaks];
    expect(meant(rows, 'a10')).toEqual([steaks]);
    expect(meant(rows, 'hake st')).toEqual([steaks]);
    expect(meant(rows, '261125')).toHaveLength(2);
    expect(meant(rows, '  ')).toEqual([]);
  });
  it('is settled by a place only when no other begins like it', () => {
    const layout = [{ name: 'A', places: 12 }];
    expect(['A1', 'a2', 'A12', 'A13', 'B1'].map((t) => onlyPlace(layout, t))).toEqual([
      false,
      true,
      true,
      false,
      false,
    ]);
  });
  it('must go on its last day and after it, and not while nobody may sell it', () => {
    expect(mustGo(row({ sellBy: '2026-11-26' }), '2026-11-26')).toBe(true);
    expect(mustGo(row({ sellBy: '2026-11-27' }), '2026-11-26')).toBe(false);
    expect(mustGo(row({ sellBy: null, blocked: 'Past its life' }), '2026-11-26')).toBe(true);
    expect(mustGo(row({ sellBy: null, daysLeft: null, blocked: 'Not graded yet' }), '2026-11-26')).toBe(
      false,
    );
    expect(mustGo(row({ sellBy: '2026-11-26', blocked: 'On hold' }), '2026-11-26')).toBe(false);
  });
});

const lemon: Article = {
  id: 3,
  version: 1,
  name: 'Lemon',
  unit: 'piece',
  price: 60,
  rate: 700,
  allergens: '',
  counted: true,
  offered: true,
  stock: 12,
};
const mussels: Article = {
  ...lemon,
  id: 4,
  name: 'Mussels',
  unit: 'kg',
  price: 780,
  allergens: 'molluscs',
  stock: null,
};

describe('the counter', () => {
  it('sells by the piece for cash, says the change, and empties the bag', async () => {
    const sent = served(<Counter />, {
      ...answers,
      '/api/counter/sales': { id: 1, number: 7, total: 1099 },
    });
    fireEvent.click(await screen.findByRole('button', { name: /Sea bass, whole/ }));
    tap(/no scale/);
    tap(/Put it in the bag/);
    expect(screen.getByLabelText('To pay').textContent).toBe('€10.99');
    tap(/^Cash/);
    fireEvent.change(screen.getByLabelText(/Given/), { target: { value: '20' } });
    expect(within(screen.getByRole('dialog')).getByText('€9.01')).toBeTruthy();
    fireEvent.submit(screen.getByLabelText(/Given/).closest('form')!);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      pay: 'cash',
      customer: null,
      goods: [],
      lines: [
        {
          place: 'place:slab',
          lotId: 1,
          item: 'whole',
          batch: 0,
          grams: 460,
          pieces: 1,
          source: 'estimated',
          unit: 'kg',
          perKg: 2390,
        },
      ],
    });
    await screen.findByText('empty');
    // What was given and what went back stays to be read until the next bag is begun.
    await screen.findByText('Given €20.00, change €9.01');
    tap(/no scale/);
    tap(/Put it in the bag/);
    expect(screen.queryByText(/Given/)).toBeNull();
  });

  it('takes the price of a piece times the pieces, whatever they weigh, where fish is sold so', async () => {
    const sent = served(<Counter />, {
      ...answers,
      '/api/counter/stock': [row({ pricePerPiece: 850, pieces: 6, freePieces: 6 }), steaks],
      '/api/counter/sales': { id: 1, number: 8, total: 1700 },
    });
    const tray = await screen.findByRole('button', { name: /Sea bass, whole/ });
    expect(tray.textContent).toMatch(/€8\.50 each/);
    fireEvent.click(tray);
    tap(/one piece more/i);
    tap(/no scale/);
    tap(/Put it in the bag/);
    expect(screen.getByLabelText('To pay').textContent).toBe('€17.00');
    expect(screen.getByLabelText('In the bag').textContent).toMatch(/2 at.*€8\.50/);
    tap(/^Card/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ lines: [{ unit: 'piece', pieces: 2, perKg: 850 }] });
  });

  it('sells other goods beside fish, or alone: by the piece with a tap, by weight when weighed', async () => {
    const sent = served(<Counter />, {
      ...answers,
      '/api/goods': [lemon, mussels, { ...lemon, id: 5, name: 'Old pâté', offered: false }],
      '/api/counter/sales': { id: 1, number: 8, total: 783 },
    });
    await screen.findByRole('button', { name: /Sea bass, whole/ });
    tap(/^Other goods/);
    expect(screen.queryByText('Old pâté')).toBeNull();
    fireEvent.click(await screen.findByRole('button', { name: /^Lemon/ }));
    fireEvent.click(await screen.findByRole('button', { name: /^Lemon.*1 in the bag/ }));
    fireEvent.click(screen.getByRole('button', { name: /^Mussels.*molluscs/ }));
    const weight = screen.getByLabelText(/Weight of Mussels/);
    fireEvent.change(weight, { target: { value: '850' } });
    fireEvent.blur(weight);
    tap(/Put it in the bag/);
    tap(/^Back/);
    expect(screen.getByLabelText('To pay').textContent).toBe('€7.83');
    tap(/^Card/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      pay: 'card',
      customer: null,
      lines: [],
      goods: [
        { articleId: 3, amount: 2, price: 60, source: 'typed' },
        { articleId: 4, amount: 850, price: 780, source: 'typed' },
      ],
    });
    await screen.findByText('empty');
  });

  it('asks for the tax that comes on top of its prices', async () => {
    served(<Counter />, answers, undefined, '/', {
      tax: { added: true, rates: { fish: 2000, trim: null, made: null } },
    });
    fireEvent.click(await screen.findByRole('button', { name: /Sea bass, whole/ }));
    tap(/no scale/);
    tap(/Put it in the bag/);
    expect(screen.getByLabelText('To pay').textContent).toBe('€13.19');
  });

  it('asks on whose account the bag goes, and sells it to nobody without a name', async () => {
    const sent = served(<Counter />, {
      ...answers,
      '/api/customers': [{ id: 4, name: 'The Ferry Rooms', phone: '' }],
      '/api/counter/sales': { id: 1, number: 7, total: 1099 },
    });
    fireEvent.click(await screen.findByRole('button', { name: /Sea bass, whole/ }));
    tap(/no scale/);
    tap(/Put it in the bag/);
    tap(/^on account/i);
    const dialog = within(screen.getByRole('dialog'));
    fireEvent.submit(dialog.getByLabelText('Customer').closest('form')!);
    expect(sent).toEqual([]);
    fireEvent.change(dialog.getByLabelText('Customer'), { target: { value: 'The Ferry Rooms' } });
    fireEvent.submit(dialog.getByLabelText('Customer').closest('form')!);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toMatchObject({ pay: 'account', customer: 'The Ferry Rooms' });
    await screen.findByText('empty');
  });

  it('changes a price for one customer only with a reason, and keeps the bag when it is refused', async () => {
    const sent = served(<Counter />, {
      ...answers,
      '/api/counter/sales': new Refusal({ status: 409, code: 'conflict', detail: '2026-11-26 is closed' }),
    });
    fireEvent.click(await screen.findByRole('button', { name: /Sea bass, whole/ }));
    tap(/no scale/);
    tap(/Put it in the bag/);
    tap(/^€23\.90$/);
    fireEvent.change(screen.getByLabelText(/Price a kg/), { target: { value: '20' } });
    tap(/Sell it for that/);
    expect(screen.getByRole('dialog')).toBeTruthy();
    fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'broken tail' } });
    tap(/Sell it for that/);
    await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull());
    tap(/^Card/);
    await screen.findByText('2026-11-26 is closed');
    expect(sent[0]!.body).toMatchObject({ lines: [{ perKg: 2000, priceReason: 'broken tail' }] });
    expect(screen.getByText('1 item')).toBeTruthy();
  });

  it('stands empty with a word of what comes first, and sells nothing for the bench', async () => {
    served(<Counter />, { ...answers, '/api/counter/stock': [] }, { id: 2, name: 'Bram', role: 'bench' });
    await screen.findByText('Nothing in stock');
    expect(screen.getByText(/signed in for the bench/)).toBeTruthy();
    expect(screen.getByRole('button', { name: /^Card/ }).getAttribute('aria-disabled')).toBe('true');
  });
});

describe('money back', () => {
  it('follows the weight that came back, never more than was paid', async () => {
    const line = {
      position: 1,
      name: 'Hake, steaks',
      code: '261125-H1',
      allergens: '',
      unit: 'kg',
      grams: 400,
      source: 'measured',
      pieces: 2,
      perKg: 2890,
      fullPerKg: 2890,
      priceReason: null,
      money: 1156,
      tax: 76,
      refundedGrams: 0,
      refundedMoney: 100,
    };
    const sale = {
      id: 5,
      number: 12,
      orderNumber: null,
      customer: null,
      at: '2026-11-26T10:00:00.000Z',
      by: 'Wil',
      pay: 'card',
      total: 1156,
      refunded: 100,
      refunds: [],
      voided: false,
      depositUsed: 0,
      taxAdded: false,
      tax: [{ rate: 700, paid: 1156, tax: 76 }],
      lines: [line],
    };
    const sent = served(<Sales />, {
      [`/api/counter/sales?day=${shopDay}`]: [sale],
      '/api/counter/sales/5/refunds': { id: 1, number: 1, money: 578 },
    });
    fireEvent.click(await screen.findByRole('button', { name: /Give back/ }));
    expect(screen.getByLabelText(/at most €10\.56/)).toBeTruthy();
    const weight = screen.getByLabelText(/Fish that came back/);
    fireEvent.change(weight, { target: { value: '200' } });
    fireEvent.blur(weight);
    fireEvent.change(screen.getByLabelText('Why'), { target: { value: 'smelled' } });
    fireEvent.click(await screen.findByRole('button', { name: /Give €5\.78 back/ }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      lines: [{ position: 1, grams: 200, money: 578 }],
      pay: 'card',
      reason: 'smelled',
    });
  });
});

describe('the stock-take', () => {
  it('walks along the slab, tells the difference after, and asks why when it is large', async () => {
    const sent = served(<StockTake />, {
      '/api/counter/stock': [steaks, row()],
      [`/api/counter/counts?day=${shopDay}`]: [],
      '/api/counter/counts': new Refusal({
        status: 400,
        code: 'bad-input',
        detail: 'x',
        errors: [{ path: 'reason', message: 'say why, as far as you know' }],
      }),
    });
    // The first place of the slab comes first, and the book is not shown.
    expect((await screen.findByText(/place A1 /)).textContent).toContain('261125-S1');
    expect(screen.queryByText(/1\u2009?840/)).toBeNull();
    fireEvent.change(screen.getByLabelText('Pieces there'), { target: { value: '3' } });
    fireEvent.change(screen.getByLabelText(/Weight there/), { target: { value: '1380' } });
    fireEvent.blur(screen.getByLabelText(/Weight there/));
    tap(/Counted, next/);
    await screen.findByText('say why, as far as you know');
    expect(screen.getByLabelText('Why it differs')).toBeTruthy();
    expect(sent[0]!.body).toMatchObject({ lotId: 1, grams: 1380, pieces: 3, source: 'typed', reason: '' });
  });
});
