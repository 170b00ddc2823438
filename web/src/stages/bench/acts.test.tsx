import 'fake-indexeddb/auto';
import type { Ticket, TicketSummary } from '@ember-slate/contract';
import { act } from '@testing-library/react';
import { Route, Routes } from 'react-router';
import { beforeAll, describe, expect, it } from 'vitest';
import { Timers } from '../../app/shell/Timers.tsx';
import { store, weighed } from '../../app/store.ts';
import { bench, counter, manager, tryActs } from '../../testing/acts.tsx';
import { button, fill, only, pick, press, pressable, says, waitsFor } from '../../testing/hands.ts';
import { formBookOf, served, stockRowOf } from '../../testing/served.tsx';
import { cutFor, hakeTicket, weighedOut } from '../../testing/ticket.ts';
import Bench from './Bench.tsx';
import BenchTicket from './BenchTicket.tsx';

/*
 * The bench by its presses: what a wet hand does at each step is what reaches the shop, and what the shop refuses is
 * read where the hand is.
 */

const pell = cutFor('steaks', 'Pell', 4, 200);
const joint = cutFor('boneless_joint', null, 1, 600);
const mine = { id: bench.id, name: bench.name };
const ticket = (more: Partial<Ticket> = {}) => hakeTicket([pell, joint], { cutter: mine, ...more });
const is = (more: Partial<Ticket> = {}) => ({ '/api/bench/tickets/1': ticket(more) });
const waiting = { state: 'waiting', cutter: null } as const;
const at = (stepId: string, more: Partial<Ticket> = {}) => is({ stepId, ...more });
const usual = {
  me: bench,
  at: '/bench/1',
  screen: (
    <Routes>
      <Route path="/bench/:id" element={<BenchTicket />} />
      <Route path="*" element={<p>elsewhere</p>} />
    </Routes>
  ),
  answers: {
    '/api/forms': formBookOf(),
    'GET /api/bench/tubs': [],
    '/api/plan/lines': [],
    ...is(),
  },
};
const onTicket = (method: string, what: string, body: unknown) => ({
  method,
  path: `/api/bench/tickets/1${what}`,
  body,
});
const other = async (name: string) => {
  await press('Other');
  await press(name);
};
const scale = (grams: number) =>
  act(() => {
    store.dispatch(weighed({ grams, tare: 0, state: 'steady', seq: 1, simulated: false }));
  });
const way = (method: string, more: object = {}) => ({
  method,
  name: `by ${method}`,
  note: '',
  refused: null,
  grams: 40,
  minutes: 1.5,
  perMinute: 120,
  ...more,
});
const methods = [
  {
    question: 'fillet',
    name: 'How the fillet comes off',
    method: 'one',
    by: 'shop' as const,
    because: '',
    ways: [way('one'), way('two'), way('three', { refused: 'Only of flat fish' })],
  },
];
const order = weighedOut('order', 'steaks', 812, 4, pell.id);

tryActs('at the bench a hand', usual, [
  {
    does: 'begins once all its fish were weighed',
    answers: is(waiting),
    by: async () => {
      expect(await waitsFor('Begin cutting')).toMatch(/261125-H1/);
      await fill(/^Weight together/, '2305');
      await press('Begin cutting');
    },
    sends: onTicket('POST', '/start', {
      version: 1,
      inputs: [{ lotId: 1, grams: 2305, source: 'typed' }],
      limp: false,
    }),
  },
  {
    does: 'puts fish back that it has no time for',
    answers: is(waiting),
    by: () => press('Not now'),
    sends: onTicket('POST', '/withdraw', { version: 1 }),
    says: /elsewhere/,
  },
  {
    does: 'adds a form for the counter',
    answers: is(waiting),
    by: async () => {
      await press('More or fewer forms');
      expect(await waitsFor('Add')).toBe('choose a form first');
      await fill('Also for the counter', 'fillet_skin_on');
      await press('Add');
    },
    sends: onTicket('POST', '/cuts', {
      version: 1,
      lineId: null,
      form: 'fillet_skin_on',
      pieces: 1,
      pieceGrams: 160,
      totalGrams: null,
      options: [],
      thickMm: null,
    }),
  },
  {
    does: 'leaves a form out',
    answers: is(waiting),
    by: async () => {
      await press('More or fewer forms');
      await press('leave out');
    },
    sends: onTicket('POST', `/cuts/${joint.id}/drop`, { version: 1 }),
  },
  {
    does: 'gives a line back to the plan',
    by: async () => {
      await other('More or fewer forms');
      await press('back to the plan');
    },
    sends: onTicket('POST', `/cuts/${pell.id}/drop`, { version: 1 }),
  },
  {
    does: 'takes another way of cutting',
    answers: { '/api/bench/tickets/1/ways': methods },
    by: async () => {
      await other('Another cutting method');
      await says(/Only of flat fish/);
      await press(/^by two/);
    },
    sends: onTicket('PUT', '/methods', { question: 'fillet', method: 'two' }),
  },
  ...[
    'serving a customer',
    'salt or soak is running',
    'knife or hand needs seeing to',
    'the fish is not right',
  ].map((why) => ({
    does: `leaves it lying: ${why}`,
    by: async () => {
      await other('Pause this ticket');
      await press(why);
    },
    sends: onTicket('POST', '/pause', { why }),
  })),
  {
    does: 'goes on where it lay',
    answers: is({ paused: 'Serving a customer' }),
    by: async () => {
      await says(/Serving a customer/);
      await press('Go on');
    },
    sends: onTicket('POST', '/pause', { why: null }),
  },
  {
    does: 'takes over what somebody else has',
    me: manager,
    by: async () => {
      await says(/Bram Teale has it/);
      await press('Take it over');
    },
    sends: onTicket('POST', '/hand', { version: 1, to: manager.id }),
  },
  {
    does: 'starts a timer of its own',
    by: async () => {
      await other('Start a timer');
      await press('rest done in 10 min');
    },
    sends: onTicket('POST', '/timers', { name: 'rest done', minutes: 10 }),
  },
  {
    does: 'puts fish back of which nothing was weighed out',
    by: async () => {
      await other('Put the fish back');
      await press('Put them back');
    },
    sends: onTicket('POST', '/withdraw', { version: 1 }),
    says: /elsewhere/,
  },
  {
    does: 'strikes a weight',
    answers: at('weigh', { weighOuts: [order] }),
    by: () => press('remove'),
    sends: onTicket('POST', `/weights/${order.id}/strike`, {}),
  },
  {
    does: 'makes the label of a piece and prints it',
    answers: at('weigh', { weighOuts: [order] }),
    by: () => press('label'),
    sends: onTicket('POST', `/weights/${order.id}/label`, { size: '58x40', print: true }),
    answered: { id: 4, printed: true, why: null },
    says: /Label printed/,
  },
  {
    does: 'types a weight where there is no scale',
    answers: at('weigh'),
    by: async () => {
      expect(await waitsFor('Put')).toBe('type a weight first');
      await fill(/^No scale/, '810');
      await press('Put');
    },
    sends: onTicket('POST', '/weights', {
      cutId: pell.id,
      kind: 'order',
      item: 'steaks',
      grams: 810,
      pieces: 1,
      source: 'typed',
      tub: '',
      tareGrams: 0,
      again: false,
    }),
    answered: { id: 8 },
  },
  {
    does: 'keeps an empty tub by its weight',
    answers: at('weigh'),
    by: async () => {
      scale(0);
      expect(await waitsFor('New tub')).toMatch(/empty tub/);
      scale(312);
      await press('New tub');
    },
    sends: { method: 'PUT', path: '/api/bench/tubs', body: { name: 'tub 1', grams: 312 } },
    answered: {},
    says: /tub 1 weighs 312 g empty/,
  },
  {
    does: 'signs the first pass with what it found and what broke',
    answers: at('sweep'),
    by: async () => {
      await button('Shoulder edge');
      const pass = document.querySelector('section')!;
      await press('+', pass);
      await press('+', pass);
      await press('+', pass);
      await press('−', pass);
      await press('Shoulder edge', pass);
      await press(/^Sign/, pass);
    },
    sends: onTicket('POST', '/sweep', { pass: 1, found: 2, broken: ['shoulder edge'], second: null }),
  },
  {
    does: 'signs the second pass after the first',
    answers: at('sweep', {
      sweep: {
        one: {
          staffId: 2,
          alone: false,
          by: 'Bram Teale',
          at: '2026-11-25T10:00:00.000Z',
          found: 2,
          broken: [],
        },
        two: null,
        twoHands: false,
        expectedBones: 'about 40 pin bones',
      },
    }),
    by: async () => {
      await says(/Bram Teale/);
      await press(/^Sign/);
    },
    sends: onTicket('POST', '/sweep', { pass: 2, found: 0, broken: [], second: null }),
  },
  {
    does: 'signs the second pass alone where the shop wants another hand',
    answers: at('sweep', {
      sweep: {
        one: {
          staffId: bench.id,
          alone: false,
          by: 'Bram Teale',
          at: '2026-11-25T10:00:00.000Z',
          found: 2,
          broken: [],
        },
        two: null,
        twoHands: true,
        expectedBones: 'about 40 pin bones',
      },
    }),
    by: async () => {
      await says(/Bram Teale/);
      await fill('Who signs too', 'alone');
      await press(/^Sign/);
    },
    sends: onTicket('POST', '/sweep', { pass: 2, found: 0, broken: [], second: 'alone' }),
  },
  {
    does: 'says what the frame shows against the light',
    answers: at('frame'),
    by: () => press(/faint veil/),
    sends: onTicket('PUT', '/frame', { grade: 1 }),
  },
  {
    does: 'closes a ticket that adds up',
    answers: at('clean', {
      weighOuts: [order],
      sweep: {
        one: { staffId: 2, alone: false, by: 'B', at: '2026-11-25T10:00:00.000Z', found: 0, broken: [] },
        two: { staffId: 2, alone: false, by: 'B', at: '2026-11-25T10:05:00.000Z', found: 0, broken: [] },
        twoHands: false,
        expectedBones: '',
      },
    }),
    by: () => press('Close the ticket'),
    sends: onTicket('POST', '/close', { version: 1, reason: '' }),
  },
  {
    does: 'closes one that does not add up with the reason',
    answers: at('clean', {
      weighOuts: [order],
      sweep: {
        one: { staffId: 2, alone: false, by: 'B', at: '2026-11-25T10:00:00.000Z', found: 0, broken: [] },
        two: { staffId: 2, alone: false, by: 'B', at: '2026-11-25T10:05:00.000Z', found: 0, broken: [] },
        twoHands: false,
        expectedBones: '',
      },
      balance: { input: 2310, unaccounted: 190, allowed: 35, closes: false },
    }),
    by: async () => {
      expect(await waitsFor('Close the ticket')).not.toBeNull();
      await fill('Why it does not close', 'head fell on the floor');
      await press('Close the ticket');
    },
    sends: onTicket('POST', '/close', { version: 1, reason: 'head fell on the floor' }),
  },
]);

const label = {
  id: 4,
  weighOutId: order.id,
  size: '58x40',
  title: 'Hake steaks',
  scientific: 'Merluccius merluccius',
  facts: ['Caught in FAO 27'],
  warnings: ['Contains: fish.'],
  trace: '261125-H1',
  packedOn: '2026-11-25',
  useBy: '2026-11-28',
  grams: 812,
  pieces: 4,
  perKg: 2890,
  price: 2347,
  priceCode: null,
  shop: 'Test Slip',
  whose: '4 Quay Street',
  printedAt: '2026-11-25T10:10:00.000Z',
  voided: null,
} as const;

tryActs(
  'with a label of a piece a hand',
  {
    ...usual,
    answers: {
      ...usual.answers,
      ...at('weigh', { weighOuts: [{ ...order, label: { id: 4, prints: 1 } }] }),
      '/api/labels/4': label,
    },
  },
  [
    {
      does: 'prints it again',
      by: async () => {
        await press('see label');
        await says(/Merluccius merluccius.*Contains: fish/);
        await press('Print again');
      },
      sends: { method: 'POST', path: '/api/labels/4/print', body: {} },
      answered: { id: 4, printed: true, why: null },
      says: /Label printed/,
    },
    {
      does: 'voids it for a reason',
      by: async () => {
        await press('see label');
        await fill('Void it because', 'fell in the ice');
        await press('Void');
      },
      sends: { method: 'POST', path: '/api/labels/4/void', body: { why: 'fell in the ice' } },
      says: /void/i,
    },
  ],
);

const summary = (more: Partial<TicketSummary> = {}): TicketSummary => {
  const { id, number, version, state, speciesId, speciesName, cuts, dueAt, fish, condition, minutes } =
    hakeTicket([pell]);
  const { cutter, paused, stepId, stepIds, doneAhead, daysLeft } = hakeTicket([pell]);
  return {
    id,
    number,
    version,
    state,
    speciesId,
    speciesName,
    cuts,
    dueAt,
    fish,
    condition,
    minutes,
    cutter,
    paused,
    stepId,
    stepIds,
    doneAhead,
    daysLeft,
    ...more,
  };
};

const lot = stockRowOf({
  place: 'place:cold_room',
  lotId: 3,
  speciesId: 'hake',
  speciesName: 'European hake',
  code: '261125-H1',
  condition: 'gutted',
  cutAs: 'gutted',
  grams: 9200,
  pieces: 4,
  freeGrams: 9200,
  freePieces: 4,
  spot: '',
});
tryActs(
  'before the board a hand',
  {
    me: bench,
    screen: <Bench />,
    answers: {
      '/api/forms': formBookOf(),
      '/api/bench/tickets': [
        summary({ id: 1, number: 32, cutter: mine, stepId: 'scale', stepIds: ['scale', 'gut', 'weigh'] }),
        summary({ id: 2, number: 33, cutter: mine, stepId: 'scale', stepIds: ['scale', 'weigh'] }),
      ],
      '/api/bench/done': [],
      '/api/counter/stock': [lot],
    },
  },
  [
    {
      does: 'says that one step is done for all its tickets',
      by: () => press('Done for all'),
      sends: { method: 'POST', path: '/api/bench/batch', body: { step: 'scale', tickets: [1, 2] } },
      answered: { done: 2 },
      says: /Done for 2 tickets/,
    },
  ],
);

describe('the tickets there are', () => {
  const at = (...tickets: TicketSummary[]) =>
    served(
      <Bench />,
      { '/api/forms': formBookOf(), '/api/bench/tickets': tickets, '/api/bench/done': [] },
      bench,
    );
  const theirs = { id: 9, name: 'Bram Teale' };
  const due = (hour: number) => ({ dueAt: `2026-11-25T${hour}:00:00.000Z` });
  it.each<[string, Partial<TicketSummary>[]]>([
    ['on one’s own board', [{ cutter: theirs, ...due(10) }, due(11), { cutter: mine, ...due(12) }]],
    ['to begin, not on another’s board', [{ cutter: theirs, ...due(10) }, due(13), due(12)]],
  ])('begin with the one the heading names: %s', async (_name, given) => {
    at(
      ...given.map((more, i) =>
        summary({
          id: i + 1,
          number: 31 + i,
          cutter: null,
          state: more.cutter ? 'cutting' : 'waiting',
          ...more,
        }),
      ),
    );
    await says(/icket 33/);
    expect(document.querySelector('h1')!.textContent).toContain('33');
    expect(document.querySelector('main li, li')!.textContent).toContain('33');
  });
});

describe('a ticket without an order', () => {
  it('proposes what the fish give, and sends what was said instead', async () => {
    const sent = served(
      <Bench />,
      {
        '/api/forms': formBookOf(),
        '/api/bench/tickets': [],
        '/api/bench/done': [],
        '/api/counter/stock': [lot, stockRowOf({ blocked: 'Not graded yet' })],
        'POST /api/bench/tickets': { id: 9, number: 40 },
      },
      bench,
    );
    await press('Cut for the counter');
    expect(await waitsFor('Make the ticket')).toBe('choose the fish');
    await pick(/^Fish, or pieces/, 'hake', /hake/i);
    await fill('Fish', '');
    expect(await waitsFor('Make the ticket')).toBe('say how many fish');
    await fill('Fish', '2');
    expect(await waitsFor('Make the ticket')).toBe('choose a form');
    await fill('Into', 'steaks');
    expect(await waitsFor('Make the ticket')).toBeNull();
    await fill('Pieces', '7');
    await fill(/^Each/, '210');
    await press('Make the ticket');
    expect((await only(() => sent)).body).toMatchObject({
      lotId: 3,
      item: 'whole',
      batch: 0,
      place: 'place:cold_room',
      fish: 2,
      form: 'steaks',
      pieces: 7,
      pieceGrams: 210,
      totalGrams: null,
    });
  });
});

describe('a timer that has run out', () => {
  // A browser nobody touched yet, and so without a sound.
  beforeAll(() => Object.defineProperty(navigator, 'userActivation', { value: { hasBeenActive: false } }));
  const timers = {
    '/api/bench/timers': [
      {
        id: 6,
        ticketId: 1,
        number: 32,
        speciesName: 'European hake',
        name: 'Salt off',
        startedAt: '2026-11-25T09:30:00.000Z',
        endsAt: '2026-11-25T10:00:00.000Z',
      },
    ],
  };
  tryActs('is answered', { me: bench, screen: <Timers />, answers: timers }, [
    {
      does: 'once',
      by: async () => {
        await says(/Salt off.*32/);
        await press('Done');
      },
      sends: { method: 'POST', path: '/api/bench/timers/6/answer', body: {} },
    },
  ]);
  it('is seen at the counter, and answered at the bench', async () => {
    served(<Timers />, timers, counter);
    await says(/Salt off/);
    expect(pressable('Done')).toEqual([]);
  });
});

describe('who looks at a ticket', () => {
  it('from the counter is told that the bench cuts', async () => {
    served(usual.screen, usual.answers, counter, usual.at);
    await says(/bench cuts/i);
    expect(pressable(/Next|Other|Back/)).toEqual([]);
  });
  it('that is closed sees what came of it, and no step', async () => {
    served(usual.screen, { ...usual.answers, ...is({ state: 'closed' }) }, bench, usual.at);
    await button(/Ticket 32/);
    await says(/Ticket 32 is done/);
    expect(pressable(/^(Next|Back|Other)$/)).toEqual([]);
  });
});
