import { units } from '@ember-slate/core/prices';
import * as z from 'zod';
import * as f from './fields.ts';
import { change, document, managers, read, roles, type Route } from './route.ts';

const yieldRow = z.object({
  ticketId: f.id,
  number: z.number().int(),
  speciesName: z.string(),
  formName: z.string(),
  condition: f.condition,
  inputGrams: z.number().int(),
  mainGrams: z.number().int(),
  yield: z.number(),
  expected: z.number(),
  costOfPoint: z.number().int(),
});
const flow = z.object({
  received: z.number().int(),
  sold: z.number().int(),
  returned: z.number().int(),
  stock: z.number().int(),
  kitchen: z.number().int(),
  waste: z.number().int(),
  drip: z.number().int(),
  unaccounted: z.number().int(),
});
const lotClose = z.object({
  lotId: f.id,
  code: z.string(),
  speciesName: z.string(),
  landedOn: f.day,
  pieces: z.number().int(),
  pricePerKg: f.money,
  flow,
  discrepancy: z.object({ share: z.number(), grams: z.number().int(), within: z.boolean() }),
  /** What the lot became and where each of those grams is now. */
  became: z.array(
    z.object({
      item: z.string(),
      itemName: z.string(),
      grams: z.number().int(),
      where: flow.omit({ received: true }),
    }),
  ),
});
/** Where the grams of a lot went by the end of a day, and how far they are off. */
export type LotClose = z.infer<typeof lotClose>;
const till = z.object({
  sales: z.number().int(),
  deposits: z.number().int(),
  refunds: z.number().int(),
  /** Paid by customers on what they owed. */
  payments: z.number().int(),
  expected: z.number().int(),
});
const soldArticle = z.object({
  name: z.string(),
  unit: z.enum(units),
  pieces: z.number().int(),
  grams: z.number().int(),
  money: z.number().int(),
});
const dayClose = z.object({
  day: f.day,
  closedBy: z.string().nullable(),
  closedAt: f.instant.nullable(),
  /** Every closing of the day there was, and why it was opened again. */
  closings: z.array(
    z.object({
      at: f.instant,
      by: z.string(),
      remarks: z.string(),
      takings: z.number().int(),
      countedCash: z.number().int().nullable(),
      countedCard: z.number().int().nullable(),
      reopenedAt: f.instant.nullable(),
      reopenedBy: z.string().nullable(),
      reopenReason: z.string().nullable(),
      /** Who signed beside them; null where nobody did. */
      reopenedWith: z.string().nullable(),
      /** They said that they were alone in the shop. */
      reopenedAlone: z.boolean(),
      /** SHA-256 over all the day holds and over the closing before it, hexadecimal; null for closings from before there were seals. */
      seal: z.string().nullable(),
    }),
  ),
  takings: z.number().int(),
  /** What the books expect to have come in, by way of paying; money given back and deposits counted. */
  tills: z.object({ cash: till, card: till, account: till }),
  /** Of the shop’s list of checks. */
  checksVersion: f.version,
  checks: z.array(
    z.object({
      id: z.string(),
      words: z.string(),
      signed: z.object({ by: z.string(), at: f.instant, note: z.string() }).nullable(),
    }),
  ),
  /** Each cold place on that day, from its log. */
  temperatures: z.array(
    z.object({
      name: z.string(),
      limit: z.number().nullable(),
      low: z.number().nullable(),
      high: z.number().nullable(),
      unanswered: z.number().int(),
    }),
  ),
  ordersLeft: z.array(
    z.object({
      id: f.id,
      number: z.number().int(),
      customer: z.string(),
      dueAt: f.instant,
      ready: z.boolean(),
    }),
  ),
  onSlab: z.array(
    z.object({ name: z.string(), code: z.string(), place: z.string(), grams: z.number().int() }),
  ),
  counts: z.object({ rows: z.number().int(), grams: z.number().int(), largest: z.string().nullable() }),
  tomorrow: z.array(z.object({ what: z.string(), why: z.string() })),
  /** By rate of tax, less what was given back. */
  tax: f.taxSums,
  /** Money left with orders on this day, and what became of such money. */
  deposits: z.object({
    taken: z.number().int(),
    used: z.number().int(),
    returned: z.number().int(),
    kept: z.number().int(),
  }),
  sales: z.array(
    z.object({
      itemName: z.string(),
      speciesName: z.string(),
      grams: z.number().int(),
      money: z.number().int(),
    }),
  ),
  /** Other goods that were sold. */
  articles: z.array(soldArticle),
  waste: z.array(z.object({ reason: z.string(), grams: z.number().int() })),
  yields: z.array(yieldRow),
  lots: z.array(lotClose),
  openTickets: z.number().int(),
  toDo: z.array(
    z.discriminatedUnion('kind', [
      z.object({
        kind: z.literal('lot'),
        speciesName: z.string(),
        code: z.string(),
        short: z.number().int(),
      }),
      z.object({ kind: z.literal('tickets'), count: z.number().int() }),
      z.object({ kind: z.literal('deliveries'), count: z.number().int() }),
      z.object({ kind: z.literal('orders'), count: z.number().int() }),
      z.object({ kind: z.literal('alarms'), count: z.number().int() }),
      z.object({ kind: z.literal('checks'), count: z.number().int() }),
      z.object({ kind: z.literal('slab'), count: z.number().int() }),
      /** Places nobody read on that day, and jobs that wait for somebody. */
      z.object({ kind: z.literal('unread'), count: z.number().int() }),
      z.object({ kind: z.literal('jobs'), count: z.number().int() }),
    ]),
  ),
});
/** A day as it is closed: what is open, tills in minor units, checks, temperatures, lots. */
export type DayClose = z.infer<typeof dayClose>;

/** Routes of closing: the day, its checks and signatures, its sheet, opening it again. */
export const close = {
  day: read('/api/close/:day', {
    summary: 'The day in grams and money',
    tags: ['close', 'bench', 'counter', 'landing', 'orders', 'cold'],
    roles: managers,
    answer: dayClose,
  }),
  closeDay: change('POST', '/api/close/:day', {
    summary: 'Close the day',
    tags: ['close'],
    roles: managers,
    body: z.object({
      remarks: f.note,
      /** Counted in the till and on the card slips; null where nobody counted. */
      countedCash: z.number().int().min(-10_000_000).max(100_000_000).nullable().default(null),
      countedCard: z.number().int().min(-10_000_000).max(100_000_000).nullable().default(null),
    }),
    answer: f.done,
  }),
  reopen: change('POST', '/api/close/:day/reopen', {
    summary: 'Open a closed day again, with the reason',
    tags: ['close', 'counter'],
    roles: managers,
    body: z.object({ reason: f.name('reason', 500), second: f.second }),
    answer: f.done,
  }),
  sign: change('POST', '/api/close/:day/checks', {
    summary: 'Sign a check of the day',
    tags: ['close'],
    roles,
    body: z.object({ checkId: f.key(40), note: f.note }),
    answer: f.done,
  }),
  toSign: read('/api/close/:day/checks', {
    summary: 'The checks of a day, and who signed them',
    tags: ['close'],
    answer: dayClose.shape.checks,
  }),
  setChecks: change('PUT', '/api/close/checks', {
    summary: 'Change the list of checks',
    tags: ['close'],
    roles: managers,
    body: z.object({
      version: f.version,
      checks: z
        .array(z.object({ id: z.string().regex(/^[a-z0-9_]{1,40}$/), words: f.name('check', 200) }))
        .max(30, 'Thirty checks at most'),
    }),
    answer: f.saved,
  }),
  sheet: document('/api/close/:day/sheet.pdf', { summary: 'The day sheet (PDF)', roles: managers }),
} as const satisfies Record<string, Route>;
