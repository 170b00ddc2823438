import * as z from 'zod';
import * as f from './fields.ts';
import { change, document, managers, read, type Route } from './route.ts';

const formWanted = z.object({
  form: z.string(),
  formName: z.string(),
  /** Expected sales over the days it must last, and their spread, grams. */
  mean: z.number(),
  sd: z.number(),
  perKg: z.number().int(),
  costPerKg: z.number().int(),
  quantile: z.number(),
  /** What the counter should have, what it will still have, grams. */
  quantity: z.number(),
  stock: z.number(),
  yield: z.number(),
  /** With what is bought: the chance to run out, and what is left over on average. */
  runOut: z.number(),
  over: z.number(),
});

const line = z.object({
  speciesId: z.string(),
  speciesName: z.string(),
  supplier: z.string().nullable(),
  /** Fish of orders that nothing in stock can serve; certain, and first. */
  forOrders: z.object({ fish: z.number().int(), grams: z.number().int(), orders: z.number().int() }),
  forms: z.array(formWanted),
  fishGrams: z.number().int(),
  paidPerKg: z.number().int(),
  fish: z.number().int(),
  grams: z.number().int(),
  boxes: z.number().int().nullable(),
  money: z.number().int(),
  runOut: z.number(),
  wasteGrams: z.number(),
  /** What the landing days say of its age. */
  age: z.string().nullable(),
  spent: z.boolean(),
});
/** What to buy of one fish: whole fish, grams, boxes and money in minor units, with its reasons. */
export type BuyingLine = z.infer<typeof line>;

const plan = z.object({
  day: f.day,
  /** The day up to which it must last: the day before the next buying day. */
  until: f.day,
  lines: z.array(line),
  money: z.number().int(),
});
/** What to buy for a day, and up to which day it must last. */
export type BuyingPlan = z.infer<typeof plan>;

/** Routes of buying: the list, how well it foresaw, days out of the usual, suppliers’ days. */
export const buying = {
  plan: read('/api/buying', {
    summary: 'What to buy for a day: orders first, then what the counter will sell, as whole fish',
    tags: ['orders', 'counter', 'close', 'landing'],
    roles: managers,
    query: z.object({ day: f.day.optional() }),
    answer: plan,
  }),
  forecast: read('/api/buying/forecast', {
    summary: 'What a week was expected to sell, made before it, against what it sold',
    tags: ['counter'],
    roles: managers,
    answer: z.object({
      from: f.day,
      to: f.day,
      rows: z.array(
        z.object({
          name: z.string(),
          expected: z.number(),
          sd: z.number(),
          sold: z.number().int(),
          within: z.boolean(),
        }),
      ),
      /** Mean of |sold − expected| over sold, and expected over sold in all. */
      error: z.number().nullable(),
      bias: z.number().nullable(),
    }),
  }),
  demand: read('/api/buying/demand', {
    summary: 'Demand of one species by weekday and form',
    tags: ['counter'],
    roles: managers,
    query: z.object({ speciesId: f.speciesId }),
    answer: z.array(
      z.object({
        item: z.string(),
        itemName: z.string(),
        level: z.number(),
        sd: z.number(),
        days: z.number().int(),
        weekdays: z.array(z.number()),
      }),
    ),
  }),
  setHolidays: change('PUT', '/api/buying/holidays', {
    summary: 'Days that sell more or less than their weekday does',
    tags: ['close', 'counter'],
    roles: managers,
    body: z.object({
      version: f.version,
      holidays: z
        .array(
          z.object({
            day: f.day,
            factor: z.number().min(0.05, 'From 0.05').max(20, 'Up to 20 times'),
            name: f.name('name'),
          }),
        )
        .max(200),
    }),
    answer: f.saved,
  }),
  holidays: read('/api/buying/holidays', {
    summary: 'Days that sell more or less',
    tags: ['close'],
    roles: managers,
    answer: z.object({
      version: f.version,
      holidays: z.array(z.object({ day: f.day, factor: z.number(), name: z.string() })),
    }),
  }),
  suppliers: read('/api/buying/suppliers', {
    summary: 'When each supplier lands or delivers, and in what boxes',
    tags: ['landing'],
    roles: managers,
    answer: z.array(
      z.object({
        id: f.id,
        version: f.version,
        name: z.string(),
        /** Weekdays, 0 for Sunday; none where nobody has said. */
        days: z.array(z.number().int()),
        boxGrams: z.number().int().nullable(),
      }),
    ),
  }),
  setSupplier: change('PUT', '/api/buying/suppliers/:id', {
    summary: 'When a supplier lands or delivers, and in what boxes',
    tags: ['landing', 'close'],
    roles: managers,
    body: z.object({
      version: f.version,
      days: z.array(z.number().int().min(0).max(6)).max(7),
      boxGrams: f.grams.max(100_000, 'A box holds 100 kg at most').nullable(),
    }),
    answer: f.done,
  }),
  csv: document('/api/buying/:day/list.csv', {
    summary: 'The buying list by supplier (CSV)',
    roles: managers,
  }),
  pdf: document('/api/buying/:day/list.pdf', {
    summary: 'The buying list by supplier (PDF)',
    roles: managers,
  }),
} as const satisfies Record<string, Route>;
