import type { DayClose, OpenJob } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { setPrefs, store } from '../../app/store.ts';
import { OpenJobs } from '../../parts/OpenJobs.tsx';
import { bench, manager, tryActs } from '../../testing/acts.tsx';
import { button, fill, page, press, pressable, says, waitsFor } from '../../testing/hands.ts';
import { served, shopDay } from '../../testing/served.tsx';
import Close from './Close.tsx';

/*
 * The end of a day by its presses: what is open stands out, what was counted is held against what was expected, and what
 * is signed is signed by a name.
 */

const till = { sales: 12_000, deposits: 500, refunds: -300, payments: 0, expected: 12_200 };
const none = { sales: 0, deposits: 0, refunds: 0, payments: 0, expected: 0 };
const flow = {
  received: 9200,
  sold: 8000,
  returned: 0,
  stock: 700,
  kitchen: 0,
  waste: 300,
  drip: 50,
  unaccounted: 150,
};
const dayOf = (more: Partial<DayClose> = {}): DayClose => ({
  day: shopDay,
  closedBy: null,
  closedAt: null,
  closings: [],
  takings: 24_000,
  tax: [],
  tills: { cash: till, card: till, account: none },
  checksVersion: 4,
  checks: [
    { id: 'board', words: 'Boards washed down', signed: null },
    {
      id: 'knives',
      words: 'Knives put away',
      signed: { by: 'Bram Teale', at: `${shopDay}T17:00:00.000Z`, note: '' },
    },
  ],
  temperatures: [{ name: 'Cold room', limit: 2, low: 0.4, high: 3.1, unanswered: 0 }],
  ordersLeft: [],
  onSlab: [],
  counts: { rows: 0, grams: 0, largest: null },
  tomorrow: [],
  deposits: { taken: 0, used: 0, returned: 0, kept: 0 },
  sales: [],
  articles: [],
  waste: [],
  yields: [],
  lots: [
    {
      lotId: 5,
      code: '261126-H1',
      speciesName: 'European hake',
      landedOn: shopDay,
      pieces: 4,
      pricePerKg: 1150,
      flow,
      discrepancy: { share: 0.016, grams: 150, within: false },
      became: [],
    },
  ],
  openTickets: 0,
  toDo: [],
  ...more,
});
const is = (more: Partial<DayClose> = {}) => ({ [`GET /api/close/${shopDay}`]: dayOf(more) });
const usual = { me: manager, screen: <Close />, answers: is() };
const step = (name: RegExp) => press(name, document.querySelector('ol')!);
const path = `/api/close/${shopDay}`;

tryActs('at the end of a day the manager', usual, [
  {
    does: 'closes it with both counts',
    by: async () => {
      await button(/Cash and card/);
      await step(/Cash and card/);
      await fill(/^Cash in the till/, '120');
      await fill(/^Card slips/, '122');
      await says(/2\.00 short/);
      await press('Close the day');
      await says(/Cash is €2\.00 short/);
      await fill('Remark', 'two coins under the mat');
      await press('Close and lock');
    },
    sends: {
      method: 'POST',
      path,
      body: { remarks: 'two coins under the mat', countedCash: 12_000, countedCard: 12_200 },
    },
  },
  {
    does: 'closes it uncounted',
    by: async () => {
      await press('Close the day');
      await press('Close and lock');
    },
    sends: { method: 'POST', path, body: { remarks: '', countedCash: null, countedCard: null } },
  },
  {
    does: 'opens it again for a reason',
    answers: is({ closedBy: 'Ines Corrie', closedAt: `${shopDay}T18:00:00.000Z` }),
    by: async () => {
      await press('Open it again');
      await says(/Open .* again/);
      const dialog = document.querySelector<HTMLElement>('[role=dialog]')!;
      await fill('Why', 'a sale was forgotten');
      await fill('Who signs too', 'alone');
      await press('Open it again', dialog);
    },
    sends: {
      method: 'POST',
      path: `${path}/reopen`,
      body: { reason: 'a sale was forgotten', second: 'alone' },
    },
  },
  {
    does: 'signs a check',
    by: async () => {
      await button(/Cleaning and safety/);
      await step(/Cleaning and safety/);
      await says(/Knives put away.*Bram Teale/);
      await press('Done, sign');
    },
    sends: { method: 'POST', path: `${path}/checks`, body: { checkId: 'board', note: '' } },
  },
  {
    does: 'changes the list of checks: one put otherwise, one off, one more',
    by: async () => {
      await button(/Cleaning and safety/);
      await step(/Cleaning and safety/);
      await press('change the list');
      await fill('Check 1', 'Boards scrubbed');
      await fill('Check 2', '');
      await press('One more');
      await fill('Check 3', 'Ice topped up');
      await press('Keep the list');
    },
    sends: {
      method: 'PUT',
      path: '/api/close/checks',
      body: {
        version: 4,
        checks: [
          { id: 'board', words: 'Boards scrubbed' },
          { id: 'own_1', words: 'Ice topped up' },
        ],
      },
    },
    answered: { version: 5 },
  },
]);

tryActs(
  'those who clean and check',
  { me: bench, screen: <Close />, answers: { [`GET ${path}/checks`]: dayOf().checks } },
  [
    {
      does: 'sign without seeing money',
      by: async () => {
        await says(/1 check to sign/);
        expect(page()).not.toMatch(/240\.00/);
        await press('Done, sign');
      },
      sends: { method: 'POST', path: `${path}/checks`, body: { checkId: 'board', note: '' } },
    },
  ],
);

describe('the closing, step by step', () => {
  const at = (more: Partial<DayClose>) => served(<Close />, is(more), manager);
  it.each<[string, Partial<DayClose>, RegExp, RegExp]>([
    [
      'an order that was left',
      {
        ordersLeft: [
          { id: 1, number: 57, customer: 'Pell', dueAt: `${shopDay}T16:00:00.000Z`, ready: false },
        ],
      },
      /Orders left/,
      /57.*Pell.*not cut/,
    ],
    [
      'a dozen of them, none left out',
      {
        ordersLeft: Array.from({ length: 12 }, (_, i) => ({
          id: i + 1,
          number: 40 + i,
          customer: 'Pell',
          dueAt: `${shopDay}T16:00:00.000Z`,
          ready: false,
        })),
      },
      /Orders left/,
      /40.*not cut.*51.*Pell.*not cut/,
    ],
    ['no order left', {}, /Orders left/, /Every order of today has gone/],
    [
      'fish on the slab',
      {
        onSlab: Array.from({ length: 11 }, (_, i) => ({
          name: 'Bass',
          code: `B${i}`,
          place: 'slab',
          grams: 900,
        })),
      },
      /Slab/,
      /and 2 more/,
    ],
    ['a bare slab', {}, /Slab/, /are empty/],
    ['what was thrown away', { waste: [{ reason: 'out of life', grams: 640 }] }, /Waste/, /out of life640g/],
    ['nothing thrown away', {}, /Waste/, /Nothing was thrown away/],
    [
      'rows that were counted',
      { counts: { rows: 3, grams: -120, largest: 'Hake' } },
      /Counts/,
      /120 g short/,
    ],
    ['nothing counted', {}, /Counts/, /Nothing was counted today/],
    ['a lot that is off', {}, /Lots in balance/, /European hake.*150 g short of 9 200 g/],
    [
      'a place nobody read',
      { temperatures: [{ name: 'Slab', limit: 4, low: null, high: null, unanswered: 0 }] },
      /Temperatures/,
      /Slab.*no reading/,
    ],
    [
      'an alarm nobody answered',
      { temperatures: [{ name: 'Slab', limit: 4, low: 1, high: 6, unanswered: 2 }] },
      /Temperatures/,
      /2 to answer/,
    ],
    [
      'what is first tomorrow',
      { tomorrow: [{ what: 'Grade H2', why: 'it landed late' }] },
      /Tomorrow/,
      /Grade H2it landed late/,
    ],
    ['nothing tomorrow', {}, /Tomorrow/, /Nothing presses in the morning/],
    [
      'a ticket on the board',
      { openTickets: 1, toDo: [{ kind: 'tickets', count: 1 }] },
      /Bench/,
      /finish 1 ticket at the bench/,
    ],
  ])('shows %s', async (_name, more, name, words) => {
    at(more);
    await button(name);
    await step(name);
    await says(words);
  });

  it('says temperatures in the degrees of the screen', async () => {
    at({});
    store.dispatch(setPrefs({ units: 'imperial' }));
    await button(/Temperatures/);
    await step(/Temperatures/);
    await says(/Cold room32\.7 °F37\.6 °F35\.6 °F/);
  });

  it('begins with what is open first, and goes on step by step to the end', async () => {
    at({ toDo: [{ kind: 'slab', count: 3 }] });
    await button(/Slab/);
    expect(document.querySelector('[aria-current=step]')!.textContent).toMatch(/Slab cleared/);
    for (let i = 0; i < 7; i++) await press(/^Next/);
    await says(/Nothing presses in the morning/);
    expect(pressable(/^Next/)).toEqual([]);
  });

  it.each<[string, Partial<DayClose>, RegExp]>([
    ['nothing is open', {}, /Every gram is where it should be/],
    [
      'one thing is open',
      { toDo: [{ kind: 'checks', count: 2 }] },
      /^.*Sign 2 checks|Nothing else stands in the way/,
    ],
    [
      'many things are open',
      {
        toDo: (['tickets', 'deliveries', 'orders', 'alarms', 'checks', 'slab'] as const).map((kind) => ({
          kind,
          count: 1,
        })),
      },
      /Finish 1 ticket at the bench.*check a delivery against the note.*and 2 more/,
    ],
    [
      'it is closed',
      { closedBy: 'Ines Corrie', closedAt: `${shopDay}T18:00:00.000Z` },
      /Closed by Ines Corrie/,
    ],
    [
      'it is closed and sealed',
      {
        closedBy: 'Ines Corrie',
        closedAt: `${shopDay}T18:00:00.000Z`,
        closings: [
          {
            at: `${shopDay}T18:00:00.000Z`,
            by: 'Ines Corrie',
            remarks: '',
            takings: 1,
            countedCash: null,
            countedCard: null,
            reopenedAt: null,
            reopenedBy: null,
            reopenReason: null,
            reopenedWith: null,
            reopenedAlone: false,
            seal: '0a1b2c3d4e5f60718293a4b5c6d7e8f90a1b2c3d4e5f60718293a4b5c6d7e8f9',
          },
        ],
      },
      /Seal 0a1b2c3d 4e5f6071/,
    ],
    [
      'it was closed and opened',
      {
        closings: [
          {
            at: `${shopDay}T18:00:00.000Z`,
            by: 'Ines Corrie',
            remarks: '',
            takings: 1,
            countedCash: null,
            countedCard: null,
            reopenedAt: `${shopDay}T19:00:00.000Z`,
            reopenedBy: 'Ines Corrie',
            reopenReason: 'a sale was forgotten',
            reopenedWith: null,
            reopenedAlone: false,
            seal: null,
          },
        ],
      },
      /a sale was forgotten/,
    ],
    [
      'deposits moved',
      { deposits: { taken: 500, used: 300, returned: 0, kept: 100 } },
      /€5\.00 taken, €3\.00 used, €1\.00 kept/,
    ],
    [
      'it sold more kinds than fit',
      {
        sales: Array.from({ length: 12 }, (_, i) => ({
          itemName: `steaks ${i}`,
          speciesName: 'Hake',
          grams: 100,
          money: 200,
        })),
      },
      /and 2 more kinds/,
    ],
  ])('says in its head when %s', async (_name, more, words) => {
    at(more);
    await says(words);
  });

  it('is not closed while a fish is on the board', async () => {
    at({ openTickets: 1 });
    expect(await waitsFor('Close the day')).toBe('a fish is still on the board');
  });

  it('goes a day back and never to tomorrow', async () => {
    at({});
    expect(await waitsFor(/day after/)).toBe('that day has not come yet');
    expect(await waitsFor(/day before/)).toBeNull();
  });
});

const job: OpenJob = {
  id: 3,
  what: 'Label of Hake steaks',
  stuck: true,
  why: 'out of labels',
  attempts: 5,
  madeAt: `${shopDay}T10:00:00.000Z`,
  madeBy: 'Bram Teale',
};
tryActs(
  'what waits to be printed',
  { me: bench, screen: <OpenJobs />, answers: { 'GET /api/jobs': [job] } },
  [
    {
      does: 'is tried again',
      by: () => press('Try it again'),
      sends: { method: 'POST', path: '/api/jobs/3/again', body: {} },
      answered: { id: 3, done: false, why: 'still out of labels' },
      says: /still out of labels/,
    },
    {
      does: 'is dropped',
      by: () => press('Drop it'),
      sends: { method: 'POST', path: '/api/jobs/3/drop', body: {} },
    },
  ],
);
