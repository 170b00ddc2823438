import { formBook } from '@ember-slate/core/forms';
import { parseOrder } from '@ember-slate/core/orders';
import { catalogue } from '@ember-slate/core/species';
import { cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HandOver } from '../../parts/HandOver.tsx';
import { lineOf as line, orderOf as order, Refusal, served } from '../../testing/served.tsx';
import OrdersDue from './OrdersDue.tsx';
import { draftFrom, draftOf, emptyLine, lineOf } from './draft.ts';
import { GiveUp } from './GiveUp.tsx';
import { OrderForm } from './OrderForm.tsx';
import ToBuy from './ToBuy.tsx';
import Weekly from './Weekly.tsx';

const everyFriday = {
  id: 4,
  version: 2,
  customer: 'Pell',
  phone: '',
  weekday: 5,
  minutes: 540,
  remarks: '',
  madeBy: 'Wil Aster',
  nextDay: '2026-12-04',
  fault: null as string | null,
  lines: [line()],
};
const forms = formBook();
const type = (label: RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const value = (label: RegExp) => screen.getByLabelText<HTMLInputElement>(label).value;
const tap = (name: RegExp) => fireEvent.click(screen.getByRole('button', { name }));

describe('a line in its fields', () => {
  it('comes back from its fields as it went in, for every wish there is', () => {
    const wish = line({ people: 4, thickMm: 25, partAllowed: true, trimWish: 'all', options: ['with skin'] });
    const back = lineOf(draftFrom(wish, true), forms)!;
    for (const [key, value] of Object.entries(back))
      expect(wish[key as keyof typeof wish], key).toEqual(value);
  });
  it('has a thickness only where slices are cut, and takes fewer only of pieces', () => {
    const fillets = draftFrom(line({ form: 'fillet_skin_on', thickMm: 25, partAllowed: true }), false);
    expect(lineOf(fillets, forms)).toMatchObject({ thickMm: null, partAllowed: true });
    const weight = { ...draftFrom(line({ thickMm: 25, partAllowed: true }), false), by: 'total' as const };
    expect(lineOf({ ...weight, total: { grams: 900, source: 'typed' } }, forms)).toMatchObject({
      thickMm: null,
      partAllowed: false,
      pieces: null,
      totalGrams: 900,
    });
  });
  it('is nothing while it is not complete, and never a number that is none', () => {
    expect(lineOf(emptyLine(), forms)).toBeNull();
    const words = { species: catalogue, forms: [...forms.values()], today: '2026-11-26', weekday: 4 };
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        for (const parsed of parseOrder(`hake steaks ${text}`, words).lines) {
          const made = lineOf(draftOf(parsed, forms), forms);
          if (made)
            expect((made.pieces ?? 1) * (made.pieceGrams ?? made.totalGrams!)).toBeGreaterThanOrEqual(0);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('the order form', () => {
  const known = { id: 2, name: 'Pell', phone: '055 1' };
  const recall = {
    ...known,
    version: 3,
    remarks: 'rings first',
    collected: 3,
    uncollected: 1,
    orders: [order({ state: 'handed', lines: [line({ state: 'handed' })] })],
    standing: [],
  };
  const answers = {
    '/api/customers': [known],
    '/api/customers/2': recall,
    '/api/orders': { id: 9, number: 60 },
  };

  it('recalls who is on the telephone, warns of what was left, and has the same again at one tap', async () => {
    const sent = served(<OrderForm order={null} onDone={() => undefined} />, answers);
    await waitFor(() => expect(screen.getByLabelText(/Customer/)).toBeTruthy());
    type(/Customer/, 'Pell');
    await screen.findByText(/1 not collected: ask for a deposit/);
    expect(screen.getByText(/rings first/)).toBeTruthy();
    tap(/The same again/);
    // A line that came complete stands in words; its fields are one tap away.
    expect(screen.queryByLabelText(/^Pieces/)).toBeNull();
    tap(/^change .*2 × 200 g steaks/);
    expect(value(/^Pieces/)).toBe('2');
    expect(document.activeElement).toBe(screen.getByLabelText(/^Pieces/));
    type(/Deposit/, '5.00');
    fireEvent.click(await screen.findByRole('radio', { name: 'card' }));
    tap(/Take the order/);
    await waitFor(() => expect(sent.some((s) => s.path === '/api/orders')).toBe(true));
    expect(sent.find((s) => s.path === '/api/orders')!.body).toMatchObject({
      customer: 'Pell',
      deposit: 500,
      depositPay: 'card',
      lines: [{ speciesId: 'hake', form: 'steaks', pieces: 2, pieceGrams: 200 }],
    });
  });

  it('says what is wrong beside the field it is about, and keeps what was typed', async () => {
    served(<OrderForm order={null} onDone={() => undefined} />, {
      ...answers,
      '/api/orders': new Refusal({
        status: 400,
        code: 'bad-input',
        detail: 'Something in this is not right',
        errors: [{ path: 'lines.0.pieces', message: 'At least one' }],
      }),
    });
    type(/Note/, 'two bags');
    tap(/Take the order/);
    await screen.findByText('At least one');
    expect(value(/Note/)).toBe('two bags');
  });

  it('of an order keeps what is on the board as it is, and lets it be taken off', async () => {
    const lines = [
      line({ id: 11, state: 'cutting', begun: true }),
      line({ id: 12, form: 'portion', pieces: 4 }),
    ];
    const sent = served(<OrderForm order={order({ lines })} onDone={() => undefined} />, answers);
    await screen.findByText(/Cut or on the board/);
    // What is cut is not changed: only the other has fields.
    expect(screen.getAllByRole('button', { name: /^change / })).toHaveLength(1);
    tap(/^change /);
    expect(screen.getAllByLabelText(/^Pieces/)).toHaveLength(1);
    fireEvent.click(screen.getAllByRole('button', { name: /take this line off/ })[0]!);
    tap(/Change it/);
    await waitFor(() => expect(sent.some((s) => s.method === 'PUT')).toBe(true));
    expect(sent.find((s) => s.method === 'PUT')!.body).toMatchObject({
      version: 4,
      lines: [{ id: 12, form: 'portion', pieces: 4 }],
    });
  });

  it('asks for people and counts a portion each, and puts the weight to a thickness', async () => {
    served(<OrderForm order={null} onDone={() => undefined} />, answers);
    await waitFor(() => expect(screen.getByLabelText(/^Species/)).toBeTruthy());
    tap(/people, trim/);
    type(/For how many people/, '6');
    expect(value(/^Pieces/)).toBe('6');
    expect(value(/Each about/)).not.toBe('');
  });
});

describe('handing over', () => {
  const both = [
    line({ id: 11, state: 'ready', readyGrams: 400, readyPieces: 2, pricePerKg: 3000 }),
    line({
      id: 12,
      state: 'ready',
      readyGrams: 1000,
      readyPieces: 1,
      pricePerKg: 2000,
      form: 'fillet_skin_on',
    }),
  ];
  const path = '/api/orders/1/hand-over';
  it('takes the deposit off, and gives back what it was over', () => {
    served(<HandOver order={order({ lines: both, deposit: 5000 })} onClose={() => undefined} />, {});
    expect(screen.getByText(/€32\.00 less the deposit of €50\.00/)).toBeTruthy();
    expect(screen.getByText(/to give back/)).toBeTruthy();
  });
  it('gives only what is taken now; the rest keeps its price for later', async () => {
    const sent = served(<HandOver order={order({ lines: both, deposit: 500 })} onClose={() => undefined} />, {
      [path]: { id: 1, total: 1200, toPay: 700 },
    });
    const dialog = screen.getByRole('dialog');
    fireEvent.click(within(dialog).getAllByRole('checkbox')[1]!);
    expect(within(dialog).getByText('later')).toBeTruthy();
    tap(/Paid, hand over/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({ path, body: { version: 4, prices: [{ lineId: 11, perKg: 3000 }] } });
  });
  it('hands nothing over while a price is missing, or nothing is chosen', () => {
    const unpriced = [{ ...both[0]!, pricePerKg: null }];
    served(<HandOver order={order({ lines: unpriced })} onClose={() => undefined} />, {});
    const paid = () => screen.getByRole('button', { name: /Paid, hand over/ });
    expect(paid().getAttribute('aria-disabled')).toBe('true');
    fireEvent.click(screen.getByRole('checkbox'));
    expect(paid().textContent).toContain('Paid');
    expect(paid().getAttribute('aria-disabled')).toBe('true');
  });
});

describe('an order nobody wants', () => {
  it('of the past is taken for not collected, without a reason asked; the deposit may be kept', async () => {
    const past = order({
      state: 'ready',
      dueAt: new Date(Date.now() - 3_600_000).toISOString(),
      deposit: 1000,
    });
    const sent = served(<GiveUp order={past} onClose={() => undefined} />, {
      '/api/orders/1/cancel': { id: 1 },
    });
    fireEvent.click(screen.getByRole('radio', { name: /kept/ }));
    tap(/Put it back/);
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]!.body).toEqual({
      version: 4,
      reason: 'not collected',
      uncollected: true,
      keepDeposit: true,
    });
  });
  it('of the future wants a reason first', () => {
    served(<GiveUp order={order()} onClose={() => undefined} />, {});
    expect(screen.queryByRole('radio', { name: /Nobody came/ })).toBeNull();
    expect(screen.getByRole('button', { name: /Cancel the order/ }).getAttribute('aria-disabled')).toBe(
      'true',
    );
  });
});

describe('the orders due', () => {
  const at = (minutes: number) => new Date(Date.now() + minutes * 60_000).toISOString();
  const clock = {
    hands: [{ id: 2, name: 'Bram Teale' }],
    exact: true,
    slots: [],
    tickets: [{ id: 5, number: 5, title: '', dueAt: at(10), doneAt: at(30), lateMinutes: 20 }],
  };
  it('says what is ready, when the rest is by the clock of the bench, and what nobody has begun', async () => {
    served(<OrdersDue />, {
      '/api/orders': [
        order({
          id: 1,
          number: 1,
          customer: 'Pell',
          dueAt: at(5),
          state: 'ready',
          lines: [line({ state: 'ready' })],
        }),
        order({
          id: 2,
          number: 2,
          customer: 'Osk',
          dueAt: at(10),
          lines: [line({ state: 'cutting', tickets: [5] })],
        }),
        order({ id: 3, number: 3, customer: 'Quill', dueAt: at(15) }),
      ],
      '/api/bench/clock': clock,
    });
    await screen.findByText('1 of 3 ready to collect today');
    const row = (n: number) => document.querySelector<HTMLElement>(`[data-order="${n}"]`)!.innerText;
    expect(row(1)).toContain('ready');
    await waitFor(() => expect(row(2)).toMatch(/by .*20 min late/));
    expect(row(3)).toContain('not at the bench yet');
    expect(screen.getAllByRole('button', { name: 'Hand over' })).toHaveLength(1);
  });
  it.each([
    [
      'a weight that lacks a fifth',
      { pieces: null, pieceGrams: null, totalGrams: 1000, readyGrams: 800 },
      /200 g short/,
    ],
    ['a piece of four', { pieces: 4, readyPieces: 3, readyGrams: 600 }, /1 piece short/],
  ])('has the customer asked about %s, and never hides it behind "ready"', async (_name, more, words) => {
    const lines = [line({ state: 'ready', ...more })];
    served(<OrdersDue />, {
      '/api/orders': [order({ number: 1, customer: 'Pell', dueAt: at(5), state: 'ready', lines })],
      '/api/bench/clock': clock,
    });
    await screen.findByText('ready, but short: ask Pell');
    expect(document.querySelector<HTMLElement>('[data-order="1"]')!.innerText).toMatch(words);
  });
  it.each([
    [{ pieces: null, pieceGrams: null, totalGrams: 1000, readyGrams: 960, readyPieces: 2 }],
    [{ pieces: 4, readyPieces: 4, readyGrams: 300 }],
  ])('says no more than "ready" of %j', async (more) => {
    const lines = [line({ state: 'ready', ...more })];
    served(<OrdersDue />, {
      '/api/orders': [order({ number: 1, customer: 'Pell', dueAt: at(5), state: 'ready', lines })],
      '/api/bench/clock': clock,
    });
    await screen.findByText('1 of 1 ready to collect today');
    expect(document.querySelector<HTMLElement>('[data-order="1"]')!.innerText).not.toMatch(/short/);
  });
  it('is quiet when all is collected, and says what comes next', async () => {
    served(<OrdersDue />, { '/api/orders': [order({ dueAt: at(3 * 24 * 60), customer: 'Marr' })] });
    await screen.findByText('Nothing more to collect today');
    expect(screen.getByText(/Next is Marr/)).toBeTruthy();
  });
});

describe('beside the orders', () => {
  it('the buying list begins with what is wanted first, and is empty in words', async () => {
    const lack = (speciesName: string, firstDue: string) => ({
      speciesId: speciesName,
      speciesName,
      fish: 2,
      grams: 4500,
      firstDue,
      for: [],
    });
    served(<ToBuy />, {
      '/api/orders/buying': [
        lack('Plaice', '2026-12-02T10:00:00Z'),
        lack('European hake', '2026-12-01T10:00:00Z'),
      ],
    });
    await screen.findByText(/^Buy 2 hake/);
    cleanup();
    served(<ToBuy />, { '/api/orders/buying': [] });
    await screen.findByText('Stock covers every open order');
  });
  it('a weekly order is changed from its next week on: day, pieces, form, a line less and one more; with the version it saw', async () => {
    const weekly = {
      ...everyFriday,
      lines: [line({ pieces: 4 }), line({ pieces: 2, speciesName: 'Atlantic cod', speciesId: 'cod' })],
    };
    const sent = served(<Weekly />, {
      '/api/orders/standing': [weekly],
      '/api/orders/standing/4': { id: 4 },
    });
    await screen.findByText(/Friday/);
    tap(/^change$/);
    const dialog = within(screen.getByRole('dialog'));
    fireEvent.change(dialog.getByLabelText(/^Every week on/), { target: { value: '2' } });
    fireEvent.click(dialog.getAllByRole('button', { name: /^change / })[0]!);
    fireEvent.change(dialog.getByLabelText(/^Pieces/), { target: { value: '6' } });
    fireEvent.click(dialog.getAllByRole('button', { name: 'take this line off' })[1]!);
    fireEvent.change(dialog.getByLabelText(/^Form/), { target: { value: 'steaks' } });
    const say = dialog.getByLabelText(/as the customer says it/);
    fireEvent.change(say, { target: { value: '1.5 kg hake fillets skin on at 4 pm' } });
    // Once the species book has come.
    await dialog.findByText(/^Hake: 1.500 g/);
    fireEvent.keyDown(say, { key: 'Enter' });
    fireEvent.click(dialog.getByRole('button', { name: 'Save' }));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]).toMatchObject({
      method: 'PUT',
      path: '/api/orders/standing/4',
      body: {
        version: 2,
        weekday: 2,
        minutes: 960,
        lines: [
          { speciesId: 'hake', form: 'steaks', pieces: 6 },
          { speciesId: 'hake', form: 'fillet_skin_on', totalGrams: 1500 },
        ],
      },
    });
  });
  it('a weekly order is ended only when it is confirmed', async () => {
    const weekly = { ...everyFriday, fault: 'Not a form of this shop' };
    const sent = served(<Weekly />, {
      '/api/orders/standing': [weekly],
      '/api/orders/standing/4/end': { id: 4 },
    });
    await screen.findByText(/Friday/);
    expect(screen.getByText(/no longer made: Not a form of this shop/)).toBeTruthy();
    tap(/Stop this order/);
    expect(sent).toHaveLength(0);
    fireEvent.click(within(screen.getByRole('dialog')).getByRole('button', { name: /Stop this order/ }));
    await waitFor(() =>
      expect(sent[0]).toMatchObject({ path: '/api/orders/standing/4/end', body: { version: 2 } }),
    );
  });
});
