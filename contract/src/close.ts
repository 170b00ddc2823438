import * as z from 'zod';
import * as f from './fields.ts';
import { change, managers, read, type Route } from './route.ts';

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
export type LotClose = z.infer<typeof lotClose>;
const dayClose = z.object({
  day: f.day,
  closedBy: z.string().nullable(),
  closedAt: f.instant.nullable(),
  takings: z.number().int(),
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
    ]),
  ),
});
export type DayClose = z.infer<typeof dayClose>;

export const close = {
  day: read('/api/close/:day', {
    summary: 'The day in grams and money',
    tags: ['close', 'bench', 'counter', 'landing'],
    roles: managers,
    answer: dayClose,
  }),
  closeDay: change('POST', '/api/close/:day', {
    summary: 'Close the day',
    tags: ['close'],
    roles: managers,
    body: z.object({ remarks: f.note }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
