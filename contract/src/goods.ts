import { units } from '@ember-slate/core/prices';
import * as z from 'zod';
import * as f from './fields.ts';
import { change, counterHands, managers, read, type Route } from './route.ts';

const article = z.object({
  id: f.id,
  version: f.version,
  name: z.string(),
  unit: z.enum(units),
  /** A piece or a kilogram, minor units. */
  price: z.number().int(),
  /** Hundredths of a per cent; null where no tax is charged. */
  rate: z.number().int().nullable(),
  allergens: z.string(),
  /** Whether the shop keeps count of it. */
  counted: z.boolean(),
  /** Whether it is still sold. */
  offered: z.boolean(),
  /** What should be there, pieces or grams; null where nobody keeps count. */
  stock: z.number().int().nullable(),
});
/** Something a shop sells besides fish, by the piece or by weight. */
export type Article = z.infer<typeof article>;

const act = z.object({
  id: f.id,
  kind: z.enum(['in', 'out', 'count']),
  /** What there was more of by it, pieces or grams; below nothing where it was less. */
  amount: z.number().int(),
  reason: z.string(),
  at: f.instant,
  by: z.string(),
});

const written = {
  name: f.name('name'),
  price: f.money,
  rate: f.taxRate,
  allergens: f.text(200).default(''),
  counted: z.boolean(),
};
const amount = z
  .number({ error: 'Say how much' })
  .int('Whole pieces or grams, please')
  .min(0, 'Not less than nothing')
  .max(10_000_000, 'That is too much');

/** Routes of other goods: what a shop sells that is no fish of a lot. */
export const goods = {
  list: read('/api/goods', {
    summary: 'Other goods with their prices, and what should be there of those that are counted',
    tags: ['counter'],
    answer: z.array(article),
  }),
  one: read('/api/goods/:id', {
    summary: 'An article: what it cost when, what came in, went out and was counted, the latest first',
    tags: ['counter'],
    roles: counterHands,
    answer: z.object({
      ...article.shape,
      prices: z.array(z.object({ price: z.number().int(), at: f.instant, by: z.string() })),
      acts: z.array(act),
    }),
  }),
  add: change('POST', '/api/goods', {
    summary: 'Sell another article',
    tags: ['counter'],
    roles: managers,
    body: z.object({ ...written, unit: z.enum(units) }),
    answer: f.done,
  }),
  change: change('PUT', '/api/goods/:id', {
    summary: 'Change an article: its name, price, tax, allergens, whether it is counted and still sold',
    tags: ['counter'],
    roles: managers,
    body: z.object({ version: f.version, ...written, offered: z.boolean() }),
    answer: f.saved,
  }),
  act: change('POST', '/api/goods/:id/acts', {
    summary: 'Write down what came in, what went out unsold, or what was counted',
    tags: ['counter'],
    roles: counterHands,
    body: z
      .object({ kind: z.enum(['in', 'out', 'count']), amount, reason: f.text(200).default('') })
      .refine((b) => b.kind === 'count' || b.amount > 0, { message: 'Say how much', path: ['amount'] })
      .refine((b) => b.kind !== 'out' || b.reason !== '', { message: 'Say why', path: ['reason'] }),
    answer: z.object({ id: f.id, stock: z.number().int() }),
  }),
} as const satisfies Record<string, Route>;
