import * as z from 'zod';
import * as f from './fields.ts';
import { ask, change, counterHands, managers, read, type Route } from './route.ts';

const markdownDay = z.object({
  day: f.day,
  step: z.number(),
  perKg: f.money,
  sold: z.number().int(),
  left: z.number().int(),
});
const markdownOffer = z.object({
  ...f.onHandKey,
  name: z.string(),
  code: z.string(),
  spot: z.string().nullable(),
  grams: z.number().int(),
  sellBy: f.day,
  fullPerKg: f.money,
  /** The price today's best path asks for. */
  perKg: f.money,
  path: z.array(markdownDay).min(1),
  takings: z.number().int(),
  atFullPrice: z.object({ takings: z.number().int(), left: z.number().int() }),
  left: z.number().int(),
  working: z.object({
    demand: z.array(z.object({ day: f.day, grams: z.number().int() })),
    ahead: z.number().int(),
    days: z.number().int(),
    elasticity: z.number(),
    traffic: z.number().int(),
    floorPerKg: f.money,
    salvagePerKg: f.money,
  }),
});
/** A proposed price path for a row that would not be sold: minor units a kg, day by day. */
export type MarkdownOffer = z.infer<typeof markdownOffer>;

const listed = z.object({
  speciesId: z.string(),
  speciesName: z.string(),
  item: z.string(),
  itemName: z.string(),
  perKg: z.number().int().nullable(),
  /** What one costs, where it is sold by the piece; and what one usually weighs, g. */
  perPiece: z.number().int().nullable(),
  pieceGrams: z.number().int(),
  cost: z.number().int().nullable(),
  margin: z.number().nullable(),
  markup: z.number().nullable(),
  wanted: z.number().int().nullable(),
  changedAt: f.instant.nullable(),
  /** Prices that stand from a day to come, the next first. */
  ahead: z.array(
    z.object({
      id: f.id,
      from: f.day,
      perKg: z.number().int(),
      perPiece: z.number().int().nullable(),
      by: z.string(),
    }),
  ),
  /** Sold over the last 30 days. */
  soldGrams: z.number().int(),
});
/** A form of a fish on the price list: price, cost and wanted price in minor units a kg. */
export type ListedPrice = z.infer<typeof listed>;

/** Routes of prices: the list, its history, markdowns. */
export const prices = {
  list: read('/api/prices', {
    summary: 'The price list with costs, margins and the price that would leave the wanted margin',
    tags: ['counter', 'close', 'landing', 'bench'],
    roles: managers,
    answer: z.array(listed),
  }),
  history: read('/api/prices/history', {
    summary: 'What a form was sold for, and what the fish was bought for, over two years',
    tags: ['counter', 'landing'],
    roles: managers,
    query: z.object({ speciesId: f.speciesId, item: f.item }),
    answer: z.object({
      sold: z.array(
        z.object({
          at: f.instant,
          perKg: z.number().int(),
          perPiece: z.number().int().nullable(),
          by: z.string().nullable(),
          reason: z.string(),
        }),
      ),
      bought: z.array(
        z.object({ day: f.day, perKg: z.number().int(), code: z.string(), supplier: z.string() }),
      ),
    }),
  }),
  set: change('PUT', '/api/prices', {
    summary: 'Set a price, of a kilogram or of a piece',
    tags: ['counter', 'orders', 'close'],
    roles: managers,
    body: z.object({
      speciesId: f.speciesId,
      item: f.item,
      /** The price that stood there when this one was thought of. */
      was: f.money.nullable(),
      perKg: f.money.min(1, 'A price is more than nothing: give it away with a reason at the sale'),
      /** Given where it is sold by the piece: what that comes to a kilogram is reckoned from what one usually weighs. */
      perPiece: f.money.min(1, 'A price is more than nothing').nullable().default(null),
      /** The day it stands from; null: from now. */
      from: f.day.nullable().default(null),
      reason: f.text(200).default(''),
    }),
    answer: f.done,
  }),
  dropAhead: change('POST', '/api/prices/ahead/:id/drop', {
    summary: 'Drop a price that was to stand from a day to come',
    tags: ['counter', 'orders', 'close'],
    roles: managers,
    body: z.object({}),
    answer: f.done,
  }),
  readList: ask('/api/prices/read', {
    summary:
      'A pasted price list as it would be read: fish, form, price a kilogram, what is wrong with each line',
    roles: managers,
    body: z.object({ text: f.text(200_000) }),
    answer: z.object({
      rows: z.array(
        z.object({
          line: z.number().int(),
          cells: z.array(z.string()),
          price: z
            .object({
              speciesId: z.string(),
              speciesName: z.string(),
              item: z.string(),
              itemName: z.string(),
              was: f.money.nullable(),
              perKg: f.money,
            })
            .nullable(),
          errors: z.array(z.string()),
        }),
      ),
    }),
  }),
  setList: change('POST', '/api/prices/list', {
    summary: 'Set many prices at once: all of them or none',
    tags: ['counter', 'orders', 'close'],
    roles: managers,
    body: z.object({
      prices: z
        .array(
          z.object({ speciesId: f.speciesId, item: f.item, was: f.money.nullable(), perKg: f.money.min(1) }),
        )
        .min(1, 'Not one price')
        .max(1000, 'At most 1000 prices'),
    }),
    answer: z.object({ set: z.number().int() }),
  }),
  markdowns: read('/api/prices/markdowns', {
    summary: 'Stock with less life than buyers: the price path that brings most, with its working',
    tags: ['counter', 'close'],
    roles: counterHands,
    answer: z.array(markdownOffer),
  }),
  markDown: change('POST', '/api/prices/markdowns', {
    summary: 'Mark a row down',
    tags: ['counter', 'close'],
    roles: managers,
    body: z.object({
      ...f.stockKey,
      perKg: f.money.min(1, 'A price is more than nothing'),
      reason: f.name('reason', 500),
    }),
    answer: f.done,
  }),
  markUp: change('POST', '/api/prices/markdowns/end', {
    summary: 'End a markdown: the price list counts again',
    tags: ['counter', 'close'],
    roles: managers,
    body: z.object(f.stockKey),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
