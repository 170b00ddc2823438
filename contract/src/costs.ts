import * as z from 'zod';
import * as f from './fields.ts';
import { change, managers, read, type Route } from './route.ts';

const settings = z.object({
  perHour: f.money,
  landingPerKg: f.money,
  margin: z.number().min(0).max(0.95, 'A margin is a share of the price, at most 95 %'),
  ending: z.enum(['none', '49_99', 'x0']),
  unit: z.enum(['kg', '100g', 'lb']),
  method: z.enum(['joint', 'credit']),
  floorShare: z.number().min(0.1, 'Not under 10 % of the full price').max(1),
  elasticity: z.record(f.item, z.number().min(1.1, 'From 1.1').max(2.5, 'Up to 2.5')),
});
/** How the shop reckons: wages and landing costs in minor units, margin and shares as fractions of one. */
export type MoneySettings = z.infer<typeof settings>;

const lotCost = z.object({
  lotId: f.id,
  code: z.string(),
  speciesId: z.string(),
  speciesName: z.string(),
  supplier: z.string(),
  landedOn: f.day,
  grams: z.number().int(),
  paid: z.number().int(),
  landing: z.number().int(),
  claims: z.number().int(),
  labour: z.number().int(),
  cost: z.number().int(),
  /** What it became: its share of the cost, and what of it was sold for how much. */
  outputs: z.array(
    z.object({
      item: z.string(),
      itemName: z.string(),
      grams: z.number().int(),
      cost: z.number().int(),
      perKg: z.number().int().nullable(),
      soldGrams: z.number().int(),
      takings: z.number().int(),
    }),
  ),
  takings: z.number().int(),
  left: z.number().int(),
  /** Takings less the cost of all that is sold or gone; what still lies there keeps its share. */
  profit: z.number().int(),
});
/** What a lot cost and earned so far, minor units. */
export type LotCost = z.infer<typeof lotCost>;

const choices = z.object({
  speciesId: z.string(),
  speciesName: z.string(),
  condition: f.condition,
  lot: z.object({ code: z.string(), landedOn: f.day, supplier: z.string() }).nullable(),
  paidPerKg: z.number().int(),
  fishGrams: z.number().int(),
  settings,
  /** The share of a price of fish that is left when its tax is paid. */
  keeps: z.number(),
  forms: z.array(
    z.object({
      form: z.string(),
      name: z.string(),
      yield: z.number(),
      learnedFrom: z.number().int(),
      perKg: z.number().int().nullable(),
      trims: z.array(z.object({ item: z.string(), name: z.string(), share: z.number(), perKg: z.number() })),
      minutes: z.number(),
    }),
  ),
});
/** What each form of a fish costs and takes, to be compared with other yields and prices. */
export type CostChoices = z.infer<typeof choices>;

/** Routes of costs and profit: by lot, by form, by choice, and how they are reckoned. */
export const costs = {
  lots: read('/api/costs/lots', {
    summary: 'Lots landed between two days: what they cost, what they became, what they earned',
    tags: ['counter', 'close', 'landing', 'bench'],
    roles: managers,
    query: z.object({ from: f.day, to: f.day }),
    answer: z.object({
      lots: z.array(lotCost),
      forms: z.array(
        z.object({
          itemName: z.string(),
          grams: z.number().int(),
          takings: z.number().int(),
          cost: z.number().int(),
          profit: z.number().int(),
        }),
      ),
      days: z.array(
        z.object({
          day: f.day,
          takings: z.number().int(),
          cost: z.number().int(),
          profit: z.number().int(),
        }),
      ),
    }),
  }),
  choices: read('/api/costs/choices', {
    summary: 'What one fish of a species could become, with yields, prices and minutes',
    tags: ['counter', 'close', 'landing', 'species', 'forms'],
    roles: managers,
    query: z.object({ speciesId: f.speciesId }),
    answer: choices,
  }),
  settings: read('/api/costs/settings', {
    summary: 'How the shop reckons',
    tags: ['close'],
    roles: managers,
    answer: settings.extend({ version: f.version }),
  }),
  setSettings: change('PUT', '/api/costs/settings', {
    summary: 'Change how the shop reckons',
    tags: ['close', 'counter'],
    roles: managers,
    body: settings.extend({ version: f.version }),
    answer: f.saved,
  }),
} as const satisfies Record<string, Route>;
