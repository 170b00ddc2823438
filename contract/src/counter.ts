import * as z from 'zod';
import * as f from './fields.ts';
import { change, counterHands, roles, managers, read, type Route } from './route.ts';

/** One row of stock: this item of this lot, made by this ticket (0: as landed), in this place. */
const stockKey = {
  place: f.stockPlace,
  lotId: f.id,
  item: z.string().max(40),
  batch: z.number().int().min(0),
};
const stockRow = z.object({
  ...stockKey,
  code: z.string(),
  speciesId: z.string(),
  speciesName: z.string(),
  itemName: z.string(),
  saleable: z.boolean(),
  blocked: z.string().nullable(),
  condition: f.condition,
  grams: z.number().int(),
  pieces: z.number().int(),
  freeGrams: z.number().int(),
  freePieces: z.number().int(),
  daysLeft: z.number().nullable(),
  sellBy: f.day.nullable(),
  pricePerKg: f.money.nullable(),
  cautions: z.array(z.string()),
});
export type StockRow = z.infer<typeof stockRow>;
const amount = { grams: f.grams, pieces: z.number().int().min(0).max(20_000) };

export const counter = {
  stock: read('/api/counter/stock', {
    summary: 'Stock by place, what runs out of life first, first',
    tags: ['counter', 'grading', 'plan'],
    answer: z.array(stockRow),
  }),
  sell: change('POST', '/api/counter/sales', {
    summary: 'Sell a bag',
    tags: ['counter', 'close', 'plan', 'orders'],
    roles: counterHands,
    body: z.object({
      lines: z
        .array(z.object({ ...stockKey, ...amount, source: f.weightSource, perKg: f.money }))
        .min(1, 'The bag is empty')
        .max(50),
    }),
    answer: z.object({ id: f.id, number: z.number().int(), total: z.number().int() }),
  }),
  voidSale: change('POST', '/api/counter/sales/:id/void', {
    summary: 'Take a sale back: a reversing movement',
    tags: ['counter', 'close', 'plan'],
    roles: managers,
    body: z.object({ reason: f.name('reason', 200) }),
    answer: f.done,
  }),
  move: change('POST', '/api/counter/moves', {
    summary: 'Move stock to another place',
    tags: ['counter'],
    roles,
    body: z.object({ ...stockKey, ...amount, to: f.stockPlace }),
    answer: f.done,
  }),
  discard: change('POST', '/api/counter/discards', {
    summary: 'Bin with a reason, or use in the kitchen',
    tags: ['counter', 'close', 'plan'],
    roles,
    body: z.object({
      ...stockKey,
      ...amount,
      to: z.enum(['waste', 'kitchen']),
      reason: f.name('reason', 200),
    }),
    answer: f.done,
  }),
  count: change('POST', '/api/counter/counts', {
    summary: 'Count a row: the difference is unaccounted, in grams',
    tags: ['counter', 'close', 'plan'],
    roles,
    body: z.object({
      ...stockKey,
      grams: z.number().int().min(0).max(2_000_000),
      pieces: z.number().int().min(0).max(20_000),
      source: f.weightSource,
    }),
    answer: z.object({ differenceGrams: z.number().int() }),
  }),
  price: change('PUT', '/api/counter/prices', {
    summary: 'Set a price per kilogram',
    tags: ['counter', 'orders'],
    roles: managers,
    body: z.object({ speciesId: z.string(), item: z.string().max(40), perKg: f.money }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
