import * as z from 'zod';
import type { TrimWish } from '@ember-slate/core/orders';
import type { Category, Use, Verdict } from '@ember-slate/core/freshness';
import type { StockPlace } from '@ember-slate/core/ledger';
import type { ArrivalCondition } from '@ember-slate/core/species';
import type { ProductionMethod } from '@ember-slate/core/labels';

/** Fields many requests share, with the trade's own words for what is wrong. */

const noControl = /^[^\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]*$/;
export const name = (what: string, max = 80) =>
  z
    .string()
    .trim()
    .min(1, `Say the ${what}`)
    .max(max, `The ${what} is longer than ${max} characters`)
    .regex(noControl, 'No control characters');
export const note = z
  .string()
  .trim()
  .max(500, 'A note is at most 500 characters')
  .regex(noControl, 'No control characters')
  .default('');
export const id = z.number().int().positive();
export const version = z.number().int().positive();
export const grams = z
  .number({ error: 'Give the weight in grams' })
  .int('Whole grams, please')
  .min(1, 'A weight is more than nothing')
  .max(2_000_000, 'More than two tonnes: check the unit');
export const pieces = z
  .number({ error: 'Give the number' })
  .int('Whole fish, please')
  .min(1, 'At least one')
  .max(20_000, 'More than 20 000: check the count');
export const money = z
  .number({ error: 'Give the price' })
  .int()
  .min(0, 'A price is not negative')
  .max(10_000_000, 'That price cannot be right');
export const tenths = z
  .number()
  .int()
  .min(-400, 'Colder than -40 C: check the probe')
  .max(600, 'Warmer than 60 C: check the probe');
export const pay = z.enum(['cash', 'card', 'account']);
export const day = z.iso.date('Give a date');
export const instant = z.iso.datetime('Give a date and time');
export const weightSource = z.enum(['measured', 'typed', 'estimated']);
/** One big fish from the scale and the board. */
export const oneFish = z.object({
  grams,
  source: weightSource,
  lengthMm: z
    .number()
    .int()
    .min(20, 'Shorter than 2 cm: check the unit')
    .max(5000, 'Longer than 5 m')
    .nullable(),
});
export type WeightSource = z.infer<typeof weightSource>;

export const formId = z.string().regex(/^[a-z_:0-9]{2,40}$/, 'Choose a form of this shop');
export const use = z.enum(['raw', 'steam', 'grill', 'poach', 'fry'] satisfies Use[]);
export const trimWish = z.enum(['shop', 'stock', 'all'] satisfies TrimWish[]);
export const condition = z.enum([
  'whole',
  'gutted',
  'headed_gutted',
  'tail',
  'wing',
] satisfies ArrivalCondition[]);
export const verdict = z.enum(['accept', 'use_today', 'cooked_only', 'hold', 'reject'] satisfies Verdict[]);
export const category = z.enum(['Extra', 'A', 'B', 'Not admitted'] satisfies Category[]);
export const stockPlace = z.enum([
  'place:cold_room',
  'place:slab',
  'place:display',
  'place:freezer',
  'place:van',
] satisfies StockPlace[]);
export const production = z.enum(['caught', 'caught_freshwater', 'farmed'] satisfies ProductionMethod[]);
export const role = z.enum(['counter', 'bench', 'manager']);

const curve = z.array(z.tuple([z.number(), z.number()])).max(40);
/** What a shop measured of a species' body; see the body model for each. */
export const bodyOwn = z
  .object({
    points: z.array(z.tuple([z.number(), z.number(), z.number()])).max(40),
    kappa: z.number(),
    collar: z.number(),
    vent: z.number(),
    pinBonesEnd: z.number().nullable(),
    tail: z.number(),
    filletEnd: z.number(),
    yieldOfGutted: z.number(),
    fin: z.number(),
    steakEnd: z.number(),
    cavity: curve,
    flesh: curve,
    loin: curve,
  })
  .partial();

/** An RFC 9457 problem document; `errors` names fields by path, `current` is what a stale write missed. */
export const problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string().optional(),
  code: z.string(),
  errors: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
  current: z.unknown().optional(),
  retryAfter: z.number().optional(),
});
export type Problem = z.infer<typeof problem>;
export const done = z.object({ id: z.number().int() });
