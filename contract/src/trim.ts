import * as z from 'zod';
import * as f from './fields.ts';
import { change, managers, read, roles, type Route } from './route.ts';

const product = z.string().regex(/^[a-z_]{2,30}$/, 'Choose what is made');
const trimKey = z.object({
  place: f.stockPlace,
  lotId: f.id,
  item: f.item,
  batch: f.batch,
});
const ends = z.object({
  sold: z.number().int(),
  made: z.number().int(),
  kitchen: z.number().int(),
  binned: z.number().int(),
  there: z.number().int(),
});

/** What the shop does with a kind of trim. */
const trimRule = z.object({
  keep: z.boolean(),
  perKg: f.money.nullable(),
  demandGrams: z.number().int().min(0).max(1_000_000),
  goesTo: z.enum(['counter', 'order', 'kitchen', 'bait', 'pet', 'rendering', 'bin']),
});
/** What the shop does with a kind of trim; price in minor units a kg. */
export type TrimRule = z.infer<typeof trimRule>;

const book = z.object({
  from: f.day,
  to: f.day,
  /** Of the rules, and of what is eaten by custom. */
  versions: z.object({ rules: f.version, customs: f.version }),
  parts: z.array(
    z.object({
      part: f.trimId,
      name: z.string(),
      uses: z.array(z.string()),
      rule: z.string(),
      mostDays: z.number().nullable(),
      setting: trimRule,
      /** Species whose part is eaten here by the shop's custom, beside those usually eaten; null where custom decides nothing. */
      customs: z.array(z.string()).nullable(),
      came: z.number().int(),
      ends,
      money: z.number().int(),
      missed: z.number().int(),
    }),
  ),
  recoveredGrams: z.number().int(),
  recoveredMoney: z.number().int(),
  binnedGrams: z.number().int(),
  missedMoney: z.number().int(),
  lots: z.array(
    z.object({
      lotId: f.id,
      code: z.string(),
      speciesName: z.string(),
      recoveredGrams: z.number().int(),
      recoveredMoney: z.number().int(),
      missedMoney: z.number().int(),
    }),
  ),
  made: z.array(
    z.object({
      id: f.id,
      name: z.string(),
      at: f.instant,
      by: z.string(),
      gramsIn: z.number().int(),
      gramsOut: z.number().int(),
      left: z.number().int(),
      parents: z.array(z.object({ code: z.string(), speciesName: z.string(), grams: z.number().int() })),
    }),
  ),
});
/** Where every trim went over some days, in grams, and what it brought, minor units. */
export type TrimBook = z.infer<typeof book>;

/** Routes of trim: what lies there, what is made of it, its rules. */
export const trim = {
  book: read('/api/trim', {
    summary: 'Where every trim went between two days, what it brought, and what was binned that had a buyer',
    tags: ['counter', 'bench', 'close'],
    query: z.object({ from: f.day, to: f.day }),
    answer: book,
  }),
  onHand: read('/api/trim/on-hand', {
    summary: 'Trim that lies there now, and what each may be made into',
    tags: ['counter', 'bench', 'forms'],
    answer: z.object({
      /** Of the prices of products. */
      version: f.version,
      products: z
        .array(
          z.object({
            id: product,
            name: z.string(),
            how: z.string(),
            food: z.boolean(),
            soakMinutes: z.number().int(),
            perKg: f.money.nullable(),
          }),
        )
        .min(1),
      rows: z.array(
        trimKey.extend({
          part: f.trimId,
          name: z.string(),
          code: z.string(),
          speciesName: z.string(),
          grams: z.number().int(),
          sellBy: f.day.nullable(),
          /** Why it may not go into a product, by product; those it may are not listed. */
          refused: z.record(z.string(), z.string()),
        }),
      ),
    }),
  }),
  make: change('POST', '/api/trim/made', {
    summary: 'Make a batch of trim: every parent is kept',
    tags: ['counter', 'close', 'bench'],
    roles,
    body: z.object({
      product,
      inputs: z
        .array(trimKey.extend({ grams: f.grams }))
        .min(1, 'Choose the trim it is made of')
        .max(100),
      grams: f.grams,
      remarks: f.note,
    }),
    answer: f.done,
  }),
  takeBack: change('POST', '/api/trim/made/:id/back', {
    summary: 'Take back a batch of today that was not made: its trim lies there again',
    tags: ['counter', 'close', 'bench'],
    roles,
    body: z.object({ reason: f.name('reason', 200) }),
    answer: f.done,
  }),
  setRule: change('PUT', '/api/trim/rules/:part', {
    summary: 'What the shop does with a kind of trim',
    tags: ['counter', 'bench', 'close'],
    roles: managers,
    body: trimRule.extend({ version: f.version }),
    answer: f.saved,
  }),
  setCustoms: change('PUT', '/api/trim/customs/:part', {
    summary: 'Species whose roe or liver is eaten here, beside those where it usually is',
    tags: ['counter', 'bench', 'close'],
    roles: managers,
    body: z.object({ version: f.version, speciesIds: z.array(f.speciesId).max(200) }),
    answer: f.saved,
  }),
  setProduct: change('PUT', '/api/trim/products/:product', {
    summary: 'Price what is made of trim',
    tags: ['counter', 'close'],
    roles: managers,
    body: z.object({
      version: f.version,
      perKg: f.money.min(1, 'A price is more than nothing').nullable(),
    }),
    answer: f.saved,
  }),
} as const satisfies Record<string, Route>;
