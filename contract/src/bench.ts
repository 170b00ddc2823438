import * as z from 'zod';
import * as f from './fields.ts';
import { backDoor, change, read, type Route } from './route.ts';

const step = z.object({
  id: z.string(),
  title: z.string(),
  how: z.array(z.string()).readonly(),
  tool: z.string(),
  check: z.string(),
  cautions: z.array(z.string()).readonly(),
  minutes: z.number(),
  once: z.boolean(),
});
const summary = z.object({
  id: f.id,
  number: z.number().int(),
  version: f.version,
  state: z.enum(['waiting', 'cutting', 'closed']),
  speciesId: z.string(),
  speciesName: z.string(),
  form: f.formId,
  customer: z.string(),
  orderNumber: z.number().int(),
  dueAt: f.instant,
  pieces: z.number().int().nullable(),
  pieceGrams: z.number().int().nullable(),
  totalGrams: z.number().int().nullable(),
  fish: z.number().int(),
  minutes: z.number(),
});
export type TicketSummary = z.infer<typeof summary>;

const weighKinds = ['order', 'counter', 'trim', 'waste', 'drip', 'water'] as const;
const weighOut = z.object({
  id: f.id,
  kind: z.enum(weighKinds),
  item: z.string(),
  grams: z.number().int(),
  pieces: z.number().int(),
  source: f.weightSource,
  weighedAt: f.instant,
  weighedBy: z.string(),
});
const ticket = summary.extend({
  step: z.number().int(),
  steps: z.array(step),
  cautions: z.array(z.string()),
  inputs: z.array(
    z.object({
      lotId: f.id,
      code: z.string(),
      condition: f.condition,
      pieces: z.number().int(),
      grams: z.number().int(),
      source: f.weightSource,
      daysLeft: z.number(),
      verdict: f.verdict.nullable(),
    }),
  ),
  expected: z.object({
    yield: z.number(),
    main: z.number().int(),
    drip: z.number().int(),
    trims: z.array(z.object({ part: z.string(), grams: z.number().int() })),
  }),
  weighOuts: z.array(weighOut),
  sweep: z.object({ by: z.string(), at: f.instant, passTwoBones: z.number().int() }).nullable(),
  balance: z.object({
    input: z.number().int(),
    unaccounted: z.number().int(),
    allowed: z.number().int(),
    closes: z.boolean(),
  }),
});
export type Ticket = z.infer<typeof ticket>;
export type WeighOut = z.infer<typeof weighOut>;

export const bench = {
  tickets: read('/api/bench/tickets', {
    summary: 'Tickets waiting or being cut, by due time',
    tags: ['bench', 'plan'],
    answer: z.array(summary),
  }),
  ticket: read('/api/bench/tickets/:id', {
    summary: 'One ticket with steps, weights and balance',
    tags: ['bench'],
    answer: ticket,
  }),
  start: change('POST', '/api/bench/tickets/:id/start', {
    summary: 'Bring the fish to the bench with their weight',
    tags: ['bench', 'orders', 'counter', 'plan', 'close'],
    roles: backDoor,
    body: z.object({
      version: f.version,
      inputs: z
        .array(z.object({ lotId: f.id, grams: f.grams, source: f.weightSource }))
        .min(1)
        .max(20),
    }),
    answer: f.done,
  }),
  step: change('PUT', '/api/bench/tickets/:id/step', {
    summary: 'Go to a step',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ step: z.number().int().min(0).max(60) }),
    answer: f.done,
  }),
  weigh: change('POST', '/api/bench/tickets/:id/weights', {
    summary: 'Weigh out one piece, tray or tub',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({
      kind: z.enum(weighKinds),
      item: z.string().max(40),
      grams: f.grams,
      pieces: z.number().int().min(0).max(2000),
      source: f.weightSource,
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
    summary: 'Sign the bone sweep',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ passTwoBones: z.number().int().min(0).max(200) }),
    answer: f.done,
  }),
  close: change('POST', '/api/bench/tickets/:id/close', {
    summary: 'Close the ticket: stock moves, the line is ready',
    tags: ['bench', 'orders', 'counter', 'plan', 'close'],
    roles: backDoor,
    body: z.object({ version: f.version, reason: f.note }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
