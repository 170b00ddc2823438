import { units } from '@ember-slate/core/prices';
import * as z from 'zod';
import * as f from './fields.ts';
import { change, counterHands, document, managers, read, roles, type Route } from './route.ts';

const stockRow = z.object({
  ...f.onHandKey,
  code: z.string(),
  speciesId: z.string(),
  speciesName: z.string(),
  itemName: z.string(),
  saleable: z.boolean(),
  blocked: z.string().nullable(),
  condition: f.condition,
  /** What it is to the board when it is cut; null for what is not cut again. */
  cutAs: f.condition.nullable(),
  grams: z.number().int(),
  pieces: z.number().int(),
  freeGrams: z.number().int(),
  freePieces: z.number().int(),
  daysLeft: z.number().nullable(),
  sellBy: f.day.nullable(),
  /** What it is sold for now, and what the price list says; they differ while it is marked down. */
  pricePerKg: f.money.nullable(),
  fullPerKg: f.money.nullable(),
  /** What one costs where it is sold by the piece. */
  pricePerPiece: f.money.nullable(),
  cautions: z.array(z.string()),
  /** Its place on the slab; null when it lies elsewhere or in none. */
  spot: z.string().nullable(),
  /** The most demanding use it is fit for, in words. */
  fitFor: z.string().nullable(),
  frozen: z.boolean(),
  /** What was made of trim keeps every parent. */
  parents: z.array(
    z.object({ lotId: f.id, code: z.string(), speciesName: z.string(), grams: z.number().int() }),
  ),
});
/** One row of stock: an item of a lot in a place, its free grams and pieces, price in minor units a kg, days left, and why it may not be sold. */
export type StockRow = z.infer<typeof stockRow>;
const amount = { grams: f.grams, pieces: z.number().int().min(0).max(20_000) };
/** How something was paid. */
export type Pay = z.infer<typeof f.pay>;
const reason = f.name('reason', 200);

const saleLine = z.object({
  ...f.stockKey,
  ...amount,
  source: f.weightSource,
  /** What its price is of. */
  unit: z.enum(units).default('kg'),
  /** A kilogram, or a piece. */
  perKg: f.money,
  /** Why it is sold for something else than its price. */
  priceReason: f.text(200).default(''),
});

const goodsLine = z.object({
  articleId: f.id,
  /** Pieces, or grams where it is sold by weight. */
  amount: z.number().int().min(1, 'At least one').max(2_000_000, 'That is too much'),
  source: f.weightSource,
  /** A piece or a kilogram. */
  price: f.money,
  priceReason: f.text(200).default(''),
});

const soldLine = z.object({
  position: z.number().int(),
  name: z.string(),
  /** The lot it is of; null for other goods. */
  code: z.string().nullable(),
  allergens: z.string(),
  grams: z.number().int(),
  source: f.weightSource,
  pieces: z.number().int(),
  /** What its prices are of. */
  unit: z.enum(units),
  perKg: f.money,
  fullPerKg: f.money,
  priceReason: z.string().nullable(),
  /** What was paid for it, and the tax in that. */
  money: z.number().int(),
  tax: z.number().int(),
  refundedGrams: z.number().int(),
  refundedMoney: z.number().int(),
});
const refund = z.object({
  id: f.id,
  number: z.number().int(),
  at: f.instant,
  by: z.string(),
  money: z.number().int(),
  pay: f.pay,
  reason: z.string(),
});
/** Money that was given back for a sale, minor units. */
export type Refund = z.infer<typeof refund>;

const sold = z.object({
  id: f.id,
  number: z.number().int(),
  orderNumber: z.number().int().nullable(),
  at: f.instant,
  by: z.string(),
  /** Who collected it, or whose account it went on; null over the counter. */
  customer: z.string().nullable(),
  pay: f.pay,
  total: z.number().int(),
  /** How much of the total its order's deposit had paid already. */
  depositUsed: z.number().int(),
  refunded: z.number().int(),
  voided: z.boolean(),
  /** Whether its prices were without tax. */
  taxAdded: z.boolean(),
  tax: f.taxSums,
  lines: z.array(soldLine),
  refunds: z.array(refund),
});
/** A sale with its lines; money in minor units. */
export type Sold = z.infer<typeof sold>;

const slabRow = z.object({
  name: z.string().regex(/^[A-Z]$/, 'A row is named by one capital letter'),
  places: z.number().int().min(1, 'A row has at least one place').max(12, 'Twelve places at most'),
});

const counted = z.object({
  id: f.id,
  at: f.instant,
  by: z.string(),
  name: z.string(),
  code: z.string(),
  place: f.stockPlace,
  bookGrams: z.number().int(),
  grams: z.number().int(),
  bookPieces: z.number().int(),
  pieces: z.number().int(),
  reason: z.string(),
});

const act = z.object({
  id: f.id,
  kind: z.enum(['move', 'discard', 'count']),
  at: f.instant,
  by: z.string(),
  reason: z.string(),
  takenBack: z.boolean(),
  lines: z.array(
    z.object({
      name: z.string(),
      code: z.string(),
      grams: z.number().int(),
      pieces: z.number().int(),
      from: z.string(),
      to: z.string(),
    }),
  ),
});
/** What was moved, binned or counted, line by line from one account of the ledger to another. */
export type Act = z.infer<typeof act>;

/** Routes of the counter: stock, the slab, sales, money back, moves, stock-takes. */
export const counter = {
  stock: read('/api/counter/stock', {
    summary: 'Stock by place, what runs out of life first, first',
    tags: ['counter', 'grading', 'plan'],
    answer: z.array(stockRow),
  }),
  scan: read('/api/counter/scan', {
    summary: 'What a scanned label is in the stock, and how much of it',
    tags: ['counter', 'bench'],
    roles: counterHands,
    query: z.object({ code: f.scanned }),
    answer: z.object({
      ...f.onHandKey,
      name: z.string(),
      grams: z.number().int().nullable(),
      pieces: z.number().int(),
      /** How that weight is known. */
      source: f.weightSource,
      /** What the label said it costs, where that is not its price any more. */
      labelPrice: z.number().int().nullable(),
    }),
  }),
  advice: read('/api/counter/advice', {
    summary: 'What to tell a customer of an item: storing, cooking, cautions, bones',
    tags: ['species', 'forms', 'counter', 'cold'],
    query: z.object({
      lotId: f.idInQuery,
      item: f.item,
      batch: z.coerce.number().int().min(0).max(4_294_967_295).default(0),
    }),
    answer: z.object({
      store: z.array(z.string()),
      cook: z.array(z.string()),
      bones: z.string(),
      cautions: z.array(z.string()),
    }),
  }),
  sales: read('/api/counter/sales', {
    summary: 'Sales of a day, latest first, with what came back',
    tags: ['counter', 'orders'],
    roles: counterHands,
    query: z.object({ day: f.day }),
    answer: z.array(sold),
  }),
  receipt: document('/api/counter/sales/:id/receipt.pdf', {
    summary: 'The receipt of a sale (PDF)',
    roles: counterHands,
  }),
  sell: change('POST', '/api/counter/sales', {
    summary: 'Sell a bag',
    tags: ['counter', 'close', 'plan', 'orders'],
    roles: counterHands,
    body: z
      .object({
        lines: z.array(saleLine).max(50),
        goods: z.array(goodsLine).max(50).default([]),
        pay: f.pay.default('cash'),
        /** Whose account it goes on. */
        customer: f.name('customer').nullable().default(null),
      })
      .refine((b) => b.lines.length + b.goods.length > 0, {
        message: 'The bag is empty',
        path: ['lines'],
      })
      .refine((b) => b.pay !== 'account' || b.customer !== null, {
        message: 'Say whose account it goes on',
        path: ['customer'],
      }),
    answer: z.object({ id: f.id, number: z.number().int(), total: z.number().int() }),
  }),
  refund: change('POST', '/api/counter/sales/:id/refunds', {
    summary: 'Give money back; fish that comes back is binned',
    tags: ['counter', 'close'],
    roles: counterHands,
    body: z.object({
      lines: z
        .array(
          z.object({
            position: f.id,
            grams: z.number().int().min(0).max(2_000_000),
            money: z.number().int().min(1, 'Nothing is given back').max(10_000_000),
          }),
        )
        .min(1, 'Choose what comes back')
        .max(50),
      pay: f.pay,
      reason,
    }),
    answer: z.object({ id: f.id, number: z.number().int(), money: z.number().int() }),
  }),
  putRefundRight: change('POST', '/api/counter/refunds/:id', {
    summary: 'Put right how much money was given back and how, or take it back, while its day is open',
    tags: ['counter', 'close', 'plan'],
    roles: counterHands,
    body: z.object({
      /** What it said when it was opened. */
      was: z.object({ money: z.number().int().min(0).max(10_000_000), pay: f.pay }),
      /** Minor units; 0 where nothing was given back: fish that came with it did not either. */
      money: z.number().int().min(0).max(10_000_000),
      pay: f.pay,
      reason,
    }),
    answer: f.done,
  }),
  changePay: change('POST', '/api/counter/sales/:id/pay', {
    summary: 'Put right how a sale was paid, while its day is open',
    tags: ['counter', 'close', 'orders'],
    roles: counterHands,
    body: z
      .object({ pay: f.pay, customer: f.name('customer').nullable().default(null), reason })
      .refine((b) => b.pay !== 'account' || b.customer !== null, {
        message: 'Say whose account it goes on',
        path: ['customer'],
      }),
    answer: f.done,
  }),
  acts: read('/api/counter/acts', {
    summary: 'What was moved, binned and counted today, the last first',
    tags: ['counter'],
    answer: z.array(act),
  }),
  takeBack: change('POST', '/api/counter/acts/:id/take-back', {
    summary: 'Take a move, a bin or a count of today back: a reversing movement',
    tags: ['counter', 'close', 'plan', 'grading'],
    roles,
    body: z.object({ reason }),
    answer: f.done,
  }),
  voidSale: change('POST', '/api/counter/sales/:id/void', {
    summary: 'Take a sale back: a reversing movement; an order that was handed over lies on the shelf again',
    tags: ['counter', 'close', 'plan', 'orders'],
    roles: managers,
    body: z.object({ reason }),
    answer: f.done,
  }),
  move: change('POST', '/api/counter/moves', {
    summary: 'Move stock to another place',
    tags: ['counter'],
    roles,
    body: z.object({
      ...f.stockKey,
      ...amount,
      to: f.stockPlace,
      spot: f.key(6).nullable().default(null),
      reason: f.text(200).default(''),
    }),
    answer: f.done,
  }),
  moveAll: change('POST', '/api/counter/moves/all', {
    summary: 'Bring rows out, or clear the slab: every row whole, all or none',
    tags: ['counter'],
    roles,
    body: z.object({
      rows: z.array(z.object(f.stockKey)).min(1, 'Nothing is chosen').max(100),
      to: f.stockPlace,
    }),
    answer: z.object({ moved: z.number().int() }),
  }),
  discard: change('POST', '/api/counter/discards', {
    summary: 'Bin with a reason, or use in the kitchen',
    tags: ['counter', 'close', 'plan'],
    roles,
    body: z.object({ ...f.stockKey, ...amount, to: z.enum(['waste', 'kitchen']), reason }),
    answer: f.done,
  }),
  count: change('POST', '/api/counter/counts', {
    summary: 'Count a row: the difference is unaccounted, in grams',
    tags: ['counter', 'close', 'plan'],
    roles,
    body: z.object({
      ...f.stockKey,
      grams: z.number().int().min(0).max(2_000_000),
      pieces: z.number().int().min(0).max(20_000),
      source: f.weightSource,
      reason: f.text(200).default(''),
    }),
    answer: z.object({ differenceGrams: z.number().int() }),
  }),
  counts: read('/api/counter/counts', {
    summary: 'What was counted on a day, and what it showed',
    tags: ['counter'],
    query: z.object({ day: f.day }),
    answer: z.array(counted),
  }),
  slab: read('/api/counter/slab', {
    summary: 'The places of the slab, row by row',
    tags: ['counter'],
    answer: z.object({ version: f.version, rows: z.array(slabRow) }),
  }),
  setSlab: change('PUT', '/api/counter/slab', {
    summary: 'Lay the slab out',
    tags: ['counter'],
    roles: managers,
    body: z.object({
      version: f.version,
      rows: z.array(slabRow).min(1, 'A slab has at least one row').max(6, 'Six rows at most'),
    }),
    answer: f.saved,
  }),
  putAt: change('PUT', '/api/counter/spots', {
    summary: 'Put what lies on the slab at a place of it; what lay there changes places',
    tags: ['counter'],
    roles,
    body: z.object({ ...f.stockKey, spot: f.key(6) }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
