import * as z from 'zod';
import * as f from './fields.ts';
import { backDoor, change, read, type Route } from './route.ts';
import { benchClock, done, methods, summary, ticket, timer, tub, weighKinds } from './ticket.ts';
import { usualPacking } from '@ember-slate/core/board';
import { placesOfKind, type StockPlace } from '@ember-slate/core/ledger';

const wanted = {
  pieces: f.pieces.nullable(),
  pieceGrams: f.grams.nullable(),
  totalGrams: f.grams.nullable(),
};
/** What is said about a form for the counter: the same as a customer may say. */
const said = {
  options: z.array(f.name('option')).max(12).default([]),
  thickMm: z.number().int().min(1).max(500).nullable().default(null),
  packing: f.packing.default(usualPacking),
};
const weighFields = {
  cutId: f.id.nullable(),
  kind: z.enum(weighKinds),
  /** Empty for drip and water: they have no part. */
  item: f.key(40).or(z.literal('')),
  grams: f.grams,
  pieces: z.number().int().min(0).max(2000),
  source: f.weightSource,
  tub: f.text(40).optional(),
  tareGrams: z.number().int().min(0).max(20_000).optional(),
};

/** Where fish and pieces lie that may go to the bench. */
const cutFrom = placesOfKind('cold_room', 'slab', 'display');
const touches = ['bench', 'orders', 'counter', 'plan', 'close'] as const;

/** Routes of the bench: tickets from the first fish on the scale to the closed balance. */
export const bench = {
  tickets: read('/api/bench/tickets', {
    summary: 'Tickets waiting or being cut, by due time',
    tags: ['bench', 'plan'],
    answer: z.array(summary),
  }),
  done: read('/api/bench/done', {
    summary: 'Tickets finished today, the last first',
    tags: ['bench'],
    answer: z.array(done),
  }),
  clock: read('/api/bench/clock', {
    summary: 'Who cuts what when, from now on, and what will be late',
    tags: ['bench', 'plan', 'orders'],
    answer: benchClock,
  }),
  ticket: read('/api/bench/tickets/:id', {
    summary: 'One ticket with steps, methods, weights and balance',
    tags: ['bench', 'forms'],
    answer: ticket,
  }),
  ways: read('/api/bench/tickets/:id/ways', {
    summary: 'Methods that change this ticket, each way with its grams and minutes',
    tags: ['bench', 'forms'],
    answer: methods,
  }),
  timers: read('/api/bench/timers', {
    summary: 'Timers that run, whoever looks',
    tags: ['bench'],
    answer: z.array(timer),
  }),
  tubs: read('/api/bench/tubs', {
    summary: 'Tubs and trays with their empty weight',
    tags: ['forms'],
    answer: z.array(tub),
  }),
  keepTub: change('PUT', '/api/bench/tubs', {
    summary: 'Keep a tub with its empty weight, or forget one',
    tags: ['forms'],
    roles: backDoor,
    body: tub.extend({ grams: tub.shape.grams.nullable() }),
    answer: z.object({}),
  }),
  quality: read('/api/bench/quality', {
    summary: 'Minutes, yield and bones by cutter and form; a cutter sees their own',
    tags: ['bench'],
    roles: backDoor,
    answer: z.array(
      z.object({
        cutter: z.string(),
        form: z.string(),
        formName: z.string(),
        tickets: z.number().int(),
        /** Shares of what is expected: 1 is as expected; shrunk toward 1 where there are few tickets. */
        minutes: z.number().nullable(),
        yield: z.number(),
        bones: z.number(),
        frame: z.number().nullable(),
      }),
    ),
  }),
  make: change('POST', '/api/bench/tickets', {
    summary: 'A ticket for the counter: cut these fish without an order',
    tags: [...touches],
    roles: backDoor,
    body: z.object({
      lotId: f.id,
      /** Whole fish, or pieces of a form that lie in stock and are cut again. */
      item: f.formId.default('whole'),
      batch: f.batch.default(0),
      place: z.enum(cutFrom as [StockPlace, ...StockPlace[]]).default('place:cold_room'),
      fish: f.pieces,
      form: f.formId,
      dueAt: f.instant,
      ...wanted,
      ...said,
    }),
    answer: z.object({ id: f.id, number: z.number().int() }),
  }),
  addCut: change('POST', '/api/bench/tickets/:id/cuts', {
    summary: 'Cut one more form from the same fish: for a line that waits, or for the counter',
    tags: [...touches],
    roles: backDoor,
    body: z.object({ version: f.version, lineId: f.id.nullable(), form: f.formId, ...wanted, ...said }),
    answer: f.done,
  }),
  dropCut: change('POST', '/api/bench/tickets/:id/cuts/:cutId/drop', {
    summary: 'Give a form up: its line goes back to the cut plan',
    tags: [...touches],
    roles: backDoor,
    body: z.object({ version: f.version }),
    answer: f.done,
  }),
  withdraw: change('POST', '/api/bench/tickets/:id/withdraw', {
    summary: 'Put the fish back before anything is weighed out: lines wait in the plan again',
    tags: [...touches],
    roles: backDoor,
    body: z.object({ version: f.version }),
    answer: f.done,
  }),
  start: change('POST', '/api/bench/tickets/:id/start', {
    summary: 'Bring the fish to the bench with their weight',
    tags: [...touches],
    roles: backDoor,
    body: z.object({
      version: f.version,
      inputs: z
        .array(z.object({ lotId: f.id, grams: f.grams, source: f.weightSource }))
        .min(1)
        .max(20),
      /** Said by the person: fish that was stiff at its grading is limp now. */
      limp: z.boolean().default(false),
    }),
    answer: f.done,
  }),
  step: change('PUT', '/api/bench/tickets/:id/step', {
    summary: 'Go to a step',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ step: f.key(20) }),
    answer: f.done,
  }),
  methods: change('PUT', '/api/bench/tickets/:id/methods', {
    summary: 'Choose a method for this ticket',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ question: f.key(20), method: f.key(20).nullable() }),
    answer: f.done,
  }),
  pause: change('POST', '/api/bench/tickets/:id/pause', {
    summary: 'Leave it lying for a while, or go on',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ why: f.text(200).nullable() }),
    answer: f.done,
  }),
  hand: change('POST', '/api/bench/tickets/:id/hand', {
    summary: 'Hand the ticket to another cutter, or take it over',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ version: f.version, to: f.id }),
    answer: f.done,
  }),
  batch: change('POST', '/api/bench/batch', {
    summary: 'A step done for several tickets in one go',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({
      step: f.key(20),
      tickets: z.array(f.id).min(2, 'At least two tickets').max(30),
    }),
    answer: z.object({ done: z.number().int() }),
  }),
  startTimer: change('POST', '/api/bench/tickets/:id/timers', {
    summary: 'Start a timer that goes on when you leave',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({
      name: f.name('name of the timer', 60),
      minutes: z.number().positive().max(1440, 'A day at most'),
    }),
    answer: f.done,
  }),
  answerTimer: change('POST', '/api/bench/timers/:id/answer', {
    summary: 'Answer a timer that rang, or stop one',
    tags: ['bench'],
    roles: backDoor,
    answer: f.done,
  }),
  weigh: change('POST', '/api/bench/tickets/:id/weights', {
    summary: 'Weigh out one piece, tray or tub',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({
      ...weighFields,
      /** Said by the person: it is another piece of the very same weight. */
      again: z.boolean().optional(),
    }),
    answer: f.done,
  }),
  strike: change('POST', '/api/bench/tickets/:id/weights/:weightId/strike', {
    summary: 'Take a weigh-out back before the ticket is closed',
    tags: ['bench'],
    roles: backDoor,
    answer: f.done,
  }),
  sweep: change('POST', '/api/bench/tickets/:id/sweep', {
    summary: 'Sign one pass of the bone sweep',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({
      pass: z.union([z.literal(1), z.literal(2)]),
      found: z.number().int().min(0).max(200),
      /** Where bones broke; each was gone back for. */
      broken: z.array(f.name('place', 60)).max(20),
      /** Who swept the second time, where the shop wants another hand and it is signed here. */
      second: f.second.nullable().default(null),
    }),
    answer: f.done,
  }),
  frame: change('PUT', '/api/bench/tickets/:id/frame', {
    summary: 'What the frame shows against the light: clear 0 to flesh everywhere 3',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ grade: z.number().int().min(0).max(3) }),
    answer: f.done,
  }),
  close: change('POST', '/api/bench/tickets/:id/close', {
    summary: 'Close the ticket: stock moves, the lines are ready',
    tags: [...touches],
    roles: backDoor,
    body: z.object({ version: f.version, reason: f.note }),
    answer: f.done,
  }),
  putRight: change('POST', '/api/bench/tickets/:id/put-right', {
    summary: 'Put a weight of a closed ticket right while its day is open; stock, losses and yield follow',
    tags: [...touches],
    roles: backDoor,
    body: z.object({
      version: f.version,
      /** The weight that was wrong; null for one that was left out. */
      strike: f.id.nullable(),
      /** The right one; null where there was nothing to weigh. */
      weight: z.object(weighFields).nullable(),
      reason: f.name('reason', 120),
    }),
    answer: f.done,
  }),
  reopen: change('POST', '/api/bench/tickets/:id/reopen', {
    summary: 'Open a ticket again that was closed today: its stock goes back to the bench',
    tags: [...touches],
    roles: backDoor,
    body: z.object({ version: f.version, reason: f.name('reason', 120) }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
