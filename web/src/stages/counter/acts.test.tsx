import { fireEvent } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Act, MarkdownOffer, Sold } from '@ember-slate/contract';
import { counter, manager, tryActs } from '../../testing/acts.tsx';
import { button, field, fill, holds, only, press, pressable, says, waitsFor } from '../../testing/hands.ts';
import { served, shopDay, stockRowOf as row } from '../../testing/served.tsx';
import Counter from './Counter.tsx';
import Acts from './Acts.tsx';
import Sales from './Sales.tsx';
import StockTake from './StockTake.tsx';

/*
 * The counter by its presses: what is moved, binned, marked down, taken back and counted reaches the books as it lies
 * there, and what the books refuse is read at once.
 */
const bass = row();
const behind = row({
  place: 'place:cold_room',
  lotId: 2,
  code: '261125-H1',
  speciesId: 'hake',
  speciesName: 'European hake',
  item: 'steaks',
  itemName: 'steaks',
  batch: 9,
  grams: 800,
  pieces: 4,
  freeGrams: 800,
  freePieces: 4,
  spot: '',
});
const answers = {
  '/api/counter/stock': [bass, behind],
  '/api/counter/slab': {
    version: 5,
    rows: [
      { name: 'A', places: 2 },
      { name: 'B', places: 2 },
    ],
  },
  'GET /api/prices/markdowns': [],
  '/api/orders': [],
};
const key = { place: 'place:slab', lotId: 1, item: 'whole', batch: 0 };
const keyBehind = { place: 'place:cold_room', lotId: 2, item: 'steaks', batch: 9 };
const choose = () => press(/^Sea bass, whole/);

const offer: MarkdownOffer = {
  ...key,
  place: 'place:slab',
  name: 'Sea bass, whole',
  code: '261125-S1',
  spot: 'A1',
  grams: 1840,
  sellBy: shopDay,
  fullPerKg: 2390,
  perKg: 1912,
  path: [{ day: shopDay, step: 0.2, perKg: 1912, sold: 1500, left: 340 }],
  takings: 2868,
  atFullPrice: { takings: 1900, left: 1040 },
  left: 340,
  working: {
    demand: [{ day: shopDay, grams: 900 }],
    ahead: 0,
    days: 20,
    elasticity: 1.8,
    traffic: 2500,
    floorPerKg: 1195,
    salvagePerKg: 200,
  },
};

tryActs('at the counter a hand', { me: counter, screen: <Counter />, answers }, [
  {
    does: 'takes part of a row back to the cold room',
    by: async () => {
      await choose();
      await press('Move');
      expect(await holds(/^Weight, /)).toMatch(/1.?840/);
      await fill(/^Weight, /, '920');
      await fill('Pieces of 4', '2');
      await press('Move it');
    },
    sends: {
      method: 'POST',
      path: '/api/counter/moves',
      body: { ...key, grams: 920, pieces: 2, to: 'place:cold_room', spot: null, reason: '' },
    },
  },
  {
    does: 'freezes a row and says why now',
    by: async () => {
      await choose();
      await press('Move');
      await fill('To', 'place:freezer');
      await says(/Freeze while it is good/i);
      await fill('Why now', 'storm, no buyers');
      await press('Move it');
    },
    sends: {
      method: 'POST',
      path: '/api/counter/moves',
      body: {
        ...key,
        grams: 1840,
        pieces: 4,
        to: 'place:freezer',
        spot: null,
        reason: 'storm, no buyers',
      },
    },
  },
  {
    does: 'lays a row at another place of the slab',
    by: async () => {
      await choose();
      await press('Move');
      await fill('To', 'place:slab');
      await fill('At', '');
      expect(await waitsFor('Move it')).toBe('choose the place');
      await fill('At', 'B2');
      await press('Move it');
    },
    sends: { method: 'PUT', path: '/api/counter/spots', body: { ...key, spot: 'B2' } },
  },
  {
    does: 'bins a piece for its reason',
    by: async () => {
      await choose();
      await press('Bin');
      expect(await waitsFor('Bin it')).toBe('choose the reason');
      await fill(/^Weight, /, '460');
      await fill('Pieces of 4', '1');
      await fill('Reason', 'dropped');
      await press('Bin it');
    },
    sends: {
      method: 'POST',
      path: '/api/counter/discards',
      body: { ...key, grams: 460, pieces: 1, to: 'waste', reason: 'dropped' },
    },
  },
  {
    does: 'takes a row for the kitchen',
    by: async () => {
      await choose();
      await press('Bin');
      await fill('To', 'kitchen');
      await fill('Reason', 'staff meal');
      await press('Use it');
    },
    sends: {
      method: 'POST',
      path: '/api/counter/discards',
      body: { ...key, grams: 1840, pieces: 4, to: 'kitchen', reason: 'staff meal' },
    },
  },
  {
    does: 'fills the slab with what waits behind',
    by: async () => {
      await press('Fill the slab');
      await press('Bring 1 out');
    },
    sends: {
      method: 'POST',
      path: '/api/counter/moves/all',
      body: { rows: [keyBehind], to: 'place:slab' },
    },
    answered: { moved: 1 },
  },
  {
    does: 'clears the slab',
    by: async () => {
      await press('Clear');
      await press('Take 1 back');
    },
    sends: { method: 'POST', path: '/api/counter/moves/all', body: { rows: [key], to: 'place:cold_room' } },
    answered: { moved: 1 },
  },
  {
    does: 'gives a marked row its full price again',
    me: manager,
    answers: { '/api/counter/stock': [row({ pricePerKg: 1990 })] },
    by: async () => {
      await choose();
      await press('Full price again');
    },
    sends: { method: 'POST', path: '/api/prices/markdowns/end', body: key },
  },
  {
    does: 'sets the price of a fish in its form over the one that was looked at',
    me: manager,
    by: async () => {
      await choose();
      await press(/^Price/);
      await fill(/^Price a kg/, '21.50');
      await fill('Why', 'glut at the market');
      await press('Set the price');
    },
    sends: {
      method: 'PUT',
      path: '/api/prices',
      body: {
        speciesId: 'sea_bass',
        item: 'whole',
        was: 2390,
        perKg: 2150,
        perPiece: null,
        reason: 'glut at the market',
      },
    },
  },
  {
    does: 'marks down what would not be sold',
    me: manager,
    answers: { 'GET /api/prices/markdowns': [offer] },
    by: async () => {
      await says(/Sell the sea bass, whole/);
      await press(/^Mark down to €19\.12/);
      await press('Mark down');
    },
    sends: {
      method: 'POST',
      path: '/api/prices/markdowns',
      body: {
        ...key,
        perKg: 1912,
        reason: expect.stringMatching(/1.840 g.*1.040 g/) as string,
      },
    },
    says: /Sea bass, whole is €19\.12 a kg now/,
  },
]);

describe('what may lie on the slab', () => {
  it('is proposed by what ends first, as many as places are free, and never what is promised', async () => {
    const rows = [3, 4, 5, 6, 7].map((id) => ({ ...behind, lotId: id, code: `L${id}` }));
    const promised = { ...behind, lotId: 8, code: 'L8', freeGrams: 100 };
    served(<Counter />, { ...answers, '/api/counter/stock': [bass, ...rows, promised] }, counter);
    await press('Fill the slab');
    await says(/3 places are free/);
    const boxes = [...document.querySelectorAll<HTMLInputElement>('[role=dialog] input[type=checkbox]')];
    expect(boxes.map((b) => b.checked)).toEqual([true, true, true, false, false]);
    fireEvent.click(boxes[0]!);
    fireEvent.click(boxes[4]!);
    expect(pressable('Bring 3 out')).toHaveLength(1);
  });

  it.each<[string, Partial<typeof behind>]>([
    ['blocked', { blocked: 'Not graded yet' }],
    ['frozen', { frozen: true }],
    ['unpriced', { pricePerKg: null }],
    ['not for sale', { saleable: false }],
    ['a head', { item: 'trim:head', itemName: 'heads' }],
  ])('is nothing that is %s', async (_name, more) => {
    served(<Counter />, { ...answers, '/api/counter/stock': [{ ...behind, ...more }] }, counter);
    await press('Fill the slab');
    await says(/nothing/i);
    expect(document.querySelectorAll('[role=dialog] input[type=checkbox]')).toHaveLength(0);
  });
});

const line: Sold['lines'][number] = {
  position: 1,
  name: 'Hake, steaks',
  code: '261126-H1',
  allergens: '',
  unit: 'kg',
  grams: 400,
  source: 'measured',
  pieces: 2,
  perKg: 2890,
  fullPerKg: 3190,
  priceReason: 'broken',
  money: 1156,
  tax: 0,
  refundedGrams: 0,
  refundedMoney: 0,
};
const sale: Sold = {
  id: 5,
  number: 12,
  orderNumber: null,
  customer: null,
  at: `${shopDay}T10:00:00.000Z`,
  by: 'Wil',
  pay: 'cash',
  total: 1156,
  refunded: 0,
  voided: false,
  depositUsed: 0,
  taxAdded: false,
  tax: [],
  lines: [line],
  refunds: [],
};
tryActs(
  'with a sale of today a hand',
  { me: manager, screen: <Sales />, answers: { [`/api/counter/sales?day=${shopDay}`]: [sale] } },
  [
    {
      does: 'takes it back whole for its reason',
      by: async () => {
        await press('Take the whole sale back');
        expect(await waitsFor('Take it back')).toBe('Say why');
        await fill(/^Why; the fish/, 'wrong customer');
        await press('Take it back');
      },
      sends: { method: 'POST', path: '/api/counter/sales/5/void', body: { reason: 'wrong customer' } },
    },
    {
      does: 'says of an order where its fish goes',
      answers: { [`/api/counter/sales?day=${shopDay}`]: [{ ...sale, orderNumber: 57 }] },
      by: async () => {
        await press('Take the whole sale back');
        await fill(/lies on the order shelf again/, 'the other Pell');
        await press('Take it back');
      },
      sends: { method: 'POST', path: '/api/counter/sales/5/void', body: { reason: 'the other Pell' } },
    },
    {
      does: 'puts right how it was paid',
      by: async () => {
        await press('It was paid another way');
        expect(await waitsFor('Put it right')).toBe('Choose how it was paid');
        await press('on account');
        expect(await waitsFor('Put it right')).toBe('Say whose account it goes on');
        await fill('Whose account', 'Pell');
        await fill('Why', 'said so at the door');
        await press('Put it right');
      },
      sends: {
        method: 'POST',
        path: '/api/counter/sales/5/pay',
        body: { pay: 'account', customer: 'Pell', reason: 'said so at the door' },
      },
    },
    {
      does: 'gives money back and no fish',
      by: async () => {
        await press('Give back');
        await fill(/^Money back|^To give back|at most/, '2.00');
        await fill('Why', 'waited long');
        await press(/^Give €2\.00 back/);
      },
      sends: {
        method: 'POST',
        path: '/api/counter/sales/5/refunds',
        body: { lines: [{ position: 1, grams: 0, money: 200 }], pay: 'cash', reason: 'waited long' },
      },
      answered: { id: 1, number: 1, money: 200 },
    },
  ],
);

tryActs(
  'with money given back a hand',
  {
    me: manager,
    screen: <Sales />,
    answers: {
      [`/api/counter/sales?day=${shopDay}`]: [
        {
          ...sale,
          refunded: 500,
          refunds: [{ id: 9, number: 3, at: sale.at, by: 'Wil', money: 500, pay: 'cash', reason: 'smelled' }],
        },
      ],
    },
  },
  [
    {
      does: 'puts right how much it was and how it was given',
      by: async () => {
        await says(/€5\.00 given back, cash, .*, Wil: smelled/);
        await press('Put right');
        expect(await waitsFor('Put it right')).toBe('say what was really given back');
        await fill(/^Really given back/, '4.20');
        await press('card');
        expect(await waitsFor('Put it right')).toBe('say why');
        await fill(/^Why/, 'counted again');
        await press('Put it right');
      },
      sends: {
        method: 'POST',
        path: '/api/counter/refunds/9',
        body: { was: { money: 500, pay: 'cash' }, money: 420, pay: 'card', reason: 'counted again' },
      },
    },
    {
      does: 'says that nothing was given back',
      by: async () => {
        await press('Put right');
        expect(await waitsFor('Nothing was given back')).toBe('say why');
        await fill(/^Why/, 'another customer');
        await press('Nothing was given back');
      },
      sends: {
        method: 'POST',
        path: '/api/counter/refunds/9',
        body: { was: { money: 500, pay: 'cash' }, money: 0, pay: 'cash', reason: 'another customer' },
      },
    },
  ],
);

const act = (more: Partial<Act>): Act => ({
  id: 31,
  kind: 'move',
  at: `${shopDay}T10:00:00.000Z`,
  by: 'Wil Aster',
  reason: '',
  takenBack: false,
  lines: [
    {
      name: 'Sea bass, whole',
      code: '261126-S1',
      grams: 460,
      pieces: 1,
      from: 'place:cold_room',
      to: 'place:slab',
    },
  ],
  ...more,
});
tryActs(
  'of what was done today a hand',
  {
    me: counter,
    screen: <Acts />,
    answers: { '/api/counter/acts': [act({}), act({ id: 30, kind: 'discard', takenBack: true })] },
  },
  [
    {
      does: 'takes a move back, for its reason, and nothing twice',
      by: async () => {
        // As this shop calls its places.
        await says(/Back cold store → Slab/);
        expect(pressable('take back')).toHaveLength(1);
        await press('take back');
        await fill('What was wrong?', 'the other tray');
        await press('Take it back');
      },
      sends: { method: 'POST', path: '/api/counter/acts/31/take-back', body: { reason: 'the other tray' } },
    },
  ],
);

describe('the sales of a day', () => {
  const day = (sales: Sold[], me = counter) =>
    served(<Sales />, { [`/api/counter/sales?day=${shopDay}`]: sales }, me);
  it('are summed without what was taken back, and less what was given back', async () => {
    day([sale, { ...sale, id: 6, number: 13, total: 500, refunded: 120 }, { ...sale, id: 7, voided: true }]);
    await says(/2 sales, €15\.36/);
  });
  it.each<[string, Sold, RegExp]>([
    ['was for an order', { ...sale, orderNumber: 57 }, /order 57/i],
    ['went on account', { ...sale, pay: 'account', customer: 'Pell' }, /on account, Pell/],
    ['was cheaper for a reason', sale, /list €31\.90.*broken/],
    ['was weighed by a stand-in', { ...sale, lines: [{ ...line, source: 'simulated' }] }, /simulated/],
    ['was paid back in part', { ...sale, lines: [{ ...line, refundedMoney: 300 }] }, /3\.00/],
    ['was taken back', { ...sale, voided: true }, /taken back/],
  ])('one that %s says so', async (_name, one, words) => {
    day([one]);
    await says(words);
  });
  it.each<[string, Sold, typeof counter]>([
    ['by the counter', sale, counter],
    ['of which money went back', { ...sale, refunded: 100 }, manager],
    ['twice', { ...sale, voided: true }, manager],
  ])('are not taken back whole %s', async (_name, one, me) => {
    day([one], me);
    await button(/receipt/);
    expect(pressable('Take the whole sale back')).toEqual([]);
  });
});

describe('a stock-take', () => {
  it('sends what was counted with how it was weighed, and goes on to the next', async () => {
    const sent = served(
      <StockTake />,
      {
        '/api/counter/stock': [bass, behind],
        [`/api/counter/counts?day=${shopDay}`]: [],
        'POST /api/counter/counts': { id: 1, differenceGrams: -5, differencePieces: 0 },
      },
      counter,
    );
    await field('Pieces there');
    await fill('Pieces there', '4');
    await fill(/^Weight there/, '1835');
    await press(/^Counted, next/);
    expect((await only(() => sent)).body).toMatchObject({
      lotId: 1,
      item: 'whole',
      grams: 1835,
      pieces: 4,
      source: 'typed',
    });
  });
});
