import type { AnswerOf, contract } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { bench, counter, tryActs } from '../../testing/acts.tsx';
import {
  button,
  fill,
  holds,
  only,
  page,
  pick,
  press,
  pressable,
  says,
  waitsFor,
} from '../../testing/hands.ts';
import { formBookOf, lineOf, orderOf, Refusal, served, shopDay } from '../../testing/served.tsx';
import Orders from './Orders.tsx';

/*
 * Orders by their presses: what the customer said is what is sent, line by line; what the shop can promise is said before
 * it is taken; and an order is changed over the version that was read.
 */

type Promised = AnswerOf<typeof contract.orders.promise>[number];
const promised = (more: Partial<Promised> = {}): Promised => ({
  answer: 'yes',
  because: '2 fish of H1',
  servable: 4,
  speciesId: 'hake',
  speciesName: 'European hake',
  expects: { fish: 2, low: 700, mean: 800, high: 900 },
  readyAt: null,
  toBuy: null,
  nearest: [],
  ...more,
});
const answers = {
  'GET /api/orders': [],
  '/api/customers': [{ id: 2, name: 'Pell', phone: '055 1' }],
  '/api/customers/2': new Refusal({ status: 404, code: 'not-found', detail: 'Nothing known' }),
  'POST /api/orders/promise': [promised()],
  '/api/forms': formBookOf(),
};
const fourSteaks = async () => {
  await pick('Species', 'hake', /^European hake/);
  await fill('Form', 'steaks');
  await fill('Pieces', '4');
  await fill(/^Each about/, '200');
};
const steaks = {
  speciesId: 'hake',
  form: 'steaks',
  use: 'grill',
  people: null,
  thickMm: null,
  partAllowed: false,
  trimWish: 'shop',
  packing: 'wrapped',
  options: [],
  pieces: 4,
  pieceGrams: 200,
  totalGrams: null,
};
const due = expect.stringMatching(/T\d\d:30:00\.000Z$/) as string;

tryActs('of an order one', { me: counter, screen: <Orders />, answers, asks: /\/api\/orders\/promise$/ }, [
  {
    does: 'takes four steaks for half past, with what was left and a note',
    by: async () => {
      await fill('Customer', 'Quill');
      await fill('Phone', '077 3');
      await fill('At', '16:30');
      await fourSteaks();
      await fill('Note', 'rings first');
      await fill(/^Deposit/, '5');
      await press('card');
      await press('Take the order');
    },
    sends: {
      method: 'POST',
      path: '/api/orders',
      body: {
        customer: 'Quill',
        phone: '077 3',
        dueAt: due,
        remarks: 'rings first',
        deposit: 500,
        depositPay: 'card',
        lines: [steaks],
      },
    },
    answered: { id: 9, number: 60 },
    says: /Order 60 taken for Quill/,
  },
  {
    does: 'takes fish by its weight, raw, boxed, with the bones along',
    by: async () => {
      await fill('Customer', 'Osk');
      await fill('At', '17:30');
      await pick('Species', 'sea bass', /^European sea bass/);
      await press('Weight');
      await fill(/^In all/, '1400');
      await fill('How it will be used', 'raw');
      await press(/^people, trim/);
      await fill('For how many people', '6');
      await fill('Their trim', 'stock');
      await press('Take the order');
    },
    sends: {
      method: 'POST',
      path: '/api/orders',
      body: expect.objectContaining({
        customer: 'Osk',
        lines: [
          expect.objectContaining({
            speciesId: 'sea_bass',
            use: 'raw',
            people: 6,
            trimWish: 'stock',
            pieces: null,
            pieceGrams: null,
            totalGrams: 1400,
          }),
        ],
      }) as object,
    },
    answered: { id: 9, number: 61 },
  },
  {
    does: 'keeps it for every week, by its weekday and hour',
    by: async () => {
      await fill('Customer', 'Pell');
      await fill('At', '9:30');
      await fourSteaks();
      await press('Every week');
      await press('Keep it for every week');
    },
    sends: {
      method: 'POST',
      path: '/api/orders/standing',
      body: {
        customer: 'Pell',
        phone: '055 1',
        remarks: '',
        weekday: new Date(`${shopDay}T00:00:00Z`).getUTCDay(),
        minutes: 570,
        from: shopDay,
        lines: [steaks],
      },
    },
    answered: { id: 4, made: 1 },
    says: /Pell has this every/,
  },
  {
    does: 'changes one over the version that was read',
    answers: { 'GET /api/orders': [orderOf()] },
    by: async () => {
      await press('Change order 57');
      await fill('Note', 'two bags');
      await press('Change it');
    },
    sends: {
      method: 'PUT',
      path: '/api/orders/1',
      body: expect.objectContaining({
        version: 4,
        remarks: 'two bags',
        lines: [expect.objectContaining({ id: 11, pieces: 2, pieceGrams: 200 })],
      }) as object,
    },
  },
  {
    does: 'notes a deposit that was forgotten',
    answers: { 'GET /api/orders': [orderOf()] },
    by: async () => {
      await press('Change order 57');
      await press('A deposit was left with it');
      expect(await holds(/^Really left/)).toBe('');
      await fill(/^Really left/, '0');
      expect(await waitsFor('Put it right')).toBe('Say what was really left');
      await fill(/^Really left/, '5');
      await fill(/^Why/, 'left in a hurry');
      await press('Put it right');
    },
    sends: {
      method: 'POST',
      path: '/api/orders/1/deposit',
      body: { version: 4, money: 500, pay: 'cash', reason: 'left in a hurry' },
    },
  },
  {
    does: 'gives one up',
    answers: { 'GET /api/orders': [orderOf()] },
    by: async () => {
      await press('Cancel order 57');
      await fill(/^Why|^Reason/, 'ill in bed');
      await press('Cancel the order');
    },
    sends: {
      method: 'POST',
      path: '/api/orders/1/cancel',
      body: { version: 4, reason: 'ill in bed', uncollected: false, keepDeposit: false },
    },
  },
]);

it('pressed again before the first press is answered, an order is one', async () => {
  const sent = served(<Orders />, { ...answers, 'POST /api/orders': orderOf() }, counter);
  await fill('Customer', 'Quill');
  await fill('At', '16:30');
  await fourSteaks();
  const take = await button('Take the order');
  for (let n = 0; n < 3; n++) take.click();
  const taken = () => sent.filter((s) => s.method === 'POST' && s.path === '/api/orders');
  await only(taken);
  await says(/taken for/i);
  expect(taken()).toHaveLength(1);
});

describe('what can be promised', () => {
  const at = async (more: Partial<Promised>) => {
    const sent = served(<Orders />, { ...answers, 'POST /api/orders/promise': [promised(more)] }, counter);
    await fill('At', '16:30');
    await fourSteaks();
    return sent;
  };
  const near = (more: Partial<Promised['nearest'][number]> = {}): Promised['nearest'][number] => ({
    kind: 'fewer',
    speciesId: 'hake',
    speciesName: 'European hake',
    form: 'steaks',
    pieces: 3,
    pieceGrams: 200,
    totalGrams: null,
    dueAt: `${shopDay}T16:30:00.000Z`,
    ...more,
  });

  it.each<[string, Partial<Promised>, RegExp]>([
    ['all of it', {}, /Yes 2 fish of H1.*2 fish give about 800 g, 9 times of 10 between 700 g and 900 g/i],
    ['part of it', { answer: 'part', because: '2 of 4 pieces' }, /in part 2 of 4 pieces/i],
    ['none of it', { answer: 'no', because: 'No hake is graded', expects: null }, /no No hake is graded/i],
    [
      'if it is graded well',
      { answer: 'if', because: 'If H2 turns out fit' },
      /yes, if If H2 turns out fit/i,
    ],
    [
      'once more is bought',
      { toBuy: { fish: 3, grams: 6900 } },
      /For the rest: 3 fish, 6 900 g, on the buying list/,
    ],
  ])('is said: %s', async (_name, more, words) => {
    await at(more);
    await says(words);
    const first = { yes: 'Yes', if: 'Yes, if', part: 'In part', no: 'No' }[more.answer ?? 'yes'];
    // Beside the button too, where it stays in sight.
    expect((await button('Take the order')).parentElement!.textContent).toMatch(new RegExp(` ${first}$`));
  });

  it.each<[string, Partial<Promised['nearest'][number]>, RegExp, () => Promise<void>]>([
    ['fewer', {}, /^3 × 200 g/, async () => expect(await holds('Pieces')).toBe('3')],
    [
      'another fish',
      { kind: 'species', speciesId: 'cod', speciesName: 'Atlantic cod', pieces: 4 },
      /^Cod instead: 4 × 200 g|cod instead/i,
      async () => expect(await holds('Species')).toMatch(/cod/i),
    ],
    [
      'another form',
      { kind: 'form', form: 'fillet_skin_on', pieces: 4 },
      /fillets, skin on/,
      async () => expect(await holds('Form')).toBe('fillet_skin_on'),
    ],
    [
      'later',
      { kind: 'later', dueAt: `${shopDay}T18:05:00.000Z` },
      /^at /,
      async () => expect(await holds('At')).toMatch(/:15$/),
    ],
    [
      'sooner',
      { kind: 'sooner', dueAt: `${shopDay}T12:05:00.000Z` },
      /^by /,
      async () => expect(await holds('At')).toMatch(/:00$/),
    ],
  ])('or what is nearest to it, with one tap: %s', async (_name, more, words, then) => {
    await at({ answer: 'no', because: 'too late', nearest: [near(more)] });
    await press(words);
    await then();
  });

  it('is asked once the typing stops, and of the whole line', async () => {
    const sent = await at({});
    await says(/2 fish of H1/);
    const asked = sent.filter((s) => s.path === '/api/orders/promise');
    expect(asked.length).toBeLessThan(5);
    expect(asked.at(-1)!.body).toMatchObject({ orderId: null, lines: [steaks] });
  });
});

describe('the orders there are', () => {
  const at = (orders: ReturnType<typeof orderOf>[], me = counter) =>
    served(<Orders />, { ...answers, 'GET /api/orders': orders }, me);
  const past = new Date(Date.now() - 3_600_000).toISOString();
  it.each<[string, ReturnType<typeof orderOf>[], RegExp]>([
    ['are none yet', [], /No orders yet/],
    ['wait for one', [orderOf({ dueAt: past })], /Pell waits: order 57 was due/],
    [
      'have one ready',
      [orderOf({ state: 'ready', lines: [lineOf({ state: 'ready' })] })],
      /Order 57 is ready for Pell/,
    ],
    ['have one next', [orderOf()], /Next is Pell/],
  ])('%s: the page says it', async (_name, orders, words) => {
    at(orders);
    await says(words);
  });

  it('are looked at from the bench, and taken at the counter', async () => {
    at([orderOf()], bench);
    await says(/Next is Pell/);
    expect(pressable(/^(Take the order|Change order 57|Cancel order 57)$/)).toEqual([]);
  });

  it('a line that is not complete is asked for where it lacks, and nothing is sent', async () => {
    const sent = at([]);
    await fill('Customer', 'Pell');
    await press('Take the order');
    await says(/Choose|species|At least/i);
    expect(sent.filter((s) => s.path === '/api/orders')).toEqual([]);
  });

  it('a second line is put on and taken off again', async () => {
    at([]);
    await fourSteaks();
    await press('one more line');
    expect(document.querySelectorAll('input[role=combobox]').length).toBe(3);
    await press('take this line off');
    expect(document.querySelectorAll('input[role=combobox]').length).toBe(2);
    expect(page()).toMatch(/one more line/);
  });

  it('what the shop refuses of a line stands at its field', async () => {
    const refused = new Refusal({
      status: 400,
      code: 'bad-input',
      detail: 'Not like that',
      errors: [{ path: 'lines.0.pieces', message: 'Sixty at most' }],
    });
    const sent = served(<Orders />, { ...answers, 'POST /api/orders': refused }, counter);
    await fill('Customer', 'Pell');
    await fill('At', '16:30');
    await fourSteaks();
    await press('Take the order');
    await says(/Sixty at most/);
    await only(() => sent.filter((s) => s.path === '/api/orders'));
  });
});
