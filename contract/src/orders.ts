import { units } from '@ember-slate/core/prices';
import * as z from 'zod';
import { usualPacking } from '@ember-slate/core/board';
import * as f from './fields.ts';
import { ask, change, counterHands, document, roles, read, type Route } from './route.ts';

const wantFields = {
  speciesId: f.speciesId,
  form: f.formId,
  pieces: f.pieces.nullable(),
  pieceGrams: f.grams.nullable(),
  totalGrams: f.grams.nullable(),
  use: f.use,
};
/** What the customer wishes beside form and weight. */
const wishFields = {
  /** People it is to feed. */
  people: z.number().int().min(1, 'One at least').max(2000, 'More than 2000 people: check').nullable(),
  /** Slices of a thickness. */
  thickMm: z
    .number()
    .int('Whole millimetres, please')
    .min(5, 'Thinner than 5 mm falls apart')
    .max(150, 'Thicker than 150 mm: take a joint')
    .nullable(),
  /** Fewer will do. */
  partAllowed: z.boolean(),
  trimWish: f.trimWish,
  packing: f.packing,
  /** What the customer chose of a form, in the form's own words. */
  options: z.array(f.name('option')).max(12),
};
const oneQuantity = (l: { pieces: number | null; pieceGrams: number | null; totalGrams: number | null }) =>
  l.totalGrams !== null
    ? l.pieces === null && l.pieceGrams === null
    : l.pieces !== null && l.pieceGrams !== null;
const oneQuantityMessage = {
  message: 'Say pieces and the weight of one, or a total weight',
  path: ['pieces'],
};
/** A line as a customer gives it; `any_white` for the species is any white fish in season. */
const lineFields = z.object({
  ...wantFields,
  people: wishFields.people.default(null),
  thickMm: wishFields.thickMm.default(null),
  partAllowed: wishFields.partAllowed.default(false),
  trimWish: wishFields.trimWish.default('shop'),
  packing: wishFields.packing.default(usualPacking),
  options: wishFields.options.default([]),
});
const newLine = lineFields.refine(oneQuantity, oneQuantityMessage);
/** A line of an order as it is asked for: pieces of a weight, or grams in all. */
export type NewOrderLine = z.input<typeof newLine>;
const lines = z.array(newLine).min(1, 'An order has one line at least').max(30);

const lineStates = ['open', 'planned', 'cutting', 'ready', 'handed', 'cancelled'] as const;
const line = z
  .object({
    id: f.id,
    version: f.version,
    state: z.enum(lineStates),
    ...wantFields,
    ...wishFields,
    speciesName: z.string(),
    /** Any white fish: the species is what the shop means to give. */
    anyWhite: z.boolean(),
    tickets: z.array(f.id),
    /** Some ticket of it is on the board. */
    begun: z.boolean(),
    /** What lies on the order shelf for it. */
    readyGrams: z.number().int(),
    readyPieces: z.number().int(),
    pricePerKg: f.money.nullable(),
    /** What one costs where it is sold by the piece. */
    pricePerPiece: f.money.nullable(),
    /** Who let it go on the plan, for money: no fish is cut for it. */
    letGoBy: z.string().nullable(),
  })
  .refine(oneQuantity, oneQuantityMessage);
const orderStates = ['open', 'ready', 'handed', 'cancelled', 'uncollected'] as const;
const order = z.object({
  id: f.id,
  number: z.number().int(),
  version: f.version,
  customerId: f.id,
  customer: z.string(),
  phone: z.string(),
  dueAt: f.instant,
  remarks: z.string(),
  state: z.enum(orderStates),
  takenBy: z.string(),
  takenAt: f.instant,
  /** Money left with it that is not used or given back. */
  deposit: f.money,
  /** How the deposit was paid; null where there was none. */
  depositPay: f.pay.nullable(),
  /** The weekly order it was made from. */
  standingId: f.id.nullable(),
  lines: z.array(line),
});
/** An order with its lines; deposit in minor units. */
export type Order = z.infer<typeof order>;
/** A line of an order and how far it is: open, planned, cutting, ready, handed over. */
export type OrderLine = z.infer<typeof line>;

/** Whether a line can be promised; what is nearest to it where it cannot. */
const promise = z.object({
  answer: z.enum(['yes', 'if', 'part', 'no']),
  because: z.string(),
  servable: z.number().int(),
  /** The fish it would be: of any white fish, the one to give. */
  speciesId: z.string(),
  speciesName: z.string(),
  /** Ready weight the fish picked are expected to give, 9 times of 10 between; null where nothing is picked. */
  expects: z
    .object({ fish: z.number().int(), low: z.number(), mean: z.number(), high: z.number() })
    .nullable(),
  /** When the bench has it cut, behind what it has to cut already; null when nobody is at the bench. */
  readyAt: f.instant.nullable(),
  /** What to buy for the rest. */
  toBuy: z.object({ fish: z.number().int(), grams: z.number().int() }).nullable(),
  nearest: z.array(
    z.object({
      kind: z.enum(['fewer', 'size', 'form', 'species', 'sooner', 'later']),
      speciesId: z.string(),
      speciesName: z.string(),
      form: f.formId,
      pieces: z.number().int().nullable(),
      pieceGrams: z.number().int().nullable(),
      totalGrams: z.number().int().nullable(),
      dueAt: f.instant,
    }),
  ),
});

const orderFields = {
  customer: f.name('customer'),
  phone: z
    .string()
    .trim()
    .max(30, 'A phone number is at most 30 characters')
    .regex(/^[+\d\s().-]{0,30}$/, 'Digits, please')
    .default(''),
  dueAt: f.instant,
  remarks: f.note,
};

const standing = z.object({
  id: f.id,
  version: f.version,
  customer: z.string(),
  phone: z.string(),
  /** 0 for Sunday. */
  weekday: z.number().int().min(0).max(6),
  minutes: z.number().int().min(0).max(1439),
  remarks: z.string(),
  madeBy: z.string(),
  /** The next day it is for. */
  nextDay: f.day,
  /** Why its orders cannot be made any more: a form or fish the shop has given up. */
  fault: z.string().nullable(),
  lines: z.array(lineFields.extend({ speciesName: z.string() }).refine(oneQuantity, oneQuantityMessage)),
});
/** An order that comes every week, by weekday and minutes after midnight. */
export type StandingOrder = z.infer<typeof standing>;

const shortfall = z.object({
  speciesId: z.string(),
  speciesName: z.string(),
  fish: z.number().int(),
  grams: z.number().int(),
  /** The day the first of it is wanted. */
  firstDue: f.instant,
  for: z.array(
    z.object({
      orderNumber: z.number().int(),
      customer: z.string(),
      dueAt: f.instant,
      form: f.formId,
      missing: z.number().int(),
      pieceGrams: z.number().int().nullable(),
      because: z.string(),
    }),
  ),
});
/** What open orders lack of one fish, as whole fish to buy. */
export type Shortfall = z.infer<typeof shortfall>;

/** Routes of orders: what can be promised, taking, changing, handing over, weekly ones, customers. */
export const orders = {
  list: read('/api/orders', {
    summary: 'Open and ready orders by due time; `day` for those handed over on it',
    tags: ['orders', 'bench', 'plan'],
    query: z.object({ handedOn: f.day.optional() }),
    answer: z.array(order),
  }),
  customers: read('/api/customers', {
    summary: 'Customers by name',
    tags: ['orders'],
    answer: z.array(z.object({ id: f.id, name: z.string(), phone: z.string() })),
  }),
  customer: read('/api/customers/:id', {
    summary: 'What the shop knows of a customer: note, the last orders, what comes every week',
    tags: ['orders'],
    answer: z.object({
      id: f.id,
      version: f.version,
      name: z.string(),
      phone: z.string(),
      remarks: z.string(),
      /** Orders collected, and orders left on the shelf. */
      collected: z.number().int(),
      uncollected: z.number().int(),
      orders: z.array(order),
      standing: z.array(standing),
    }),
  }),
  noteCustomer: change('PUT', '/api/customers/:id', {
    summary: 'Note something about a customer',
    tags: ['orders'],
    roles: counterHands,
    body: z.object({ version: f.version, phone: orderFields.phone, remarks: f.note }),
    answer: f.saved,
  }),
  promise: ask('/api/orders/promise', {
    roles,
    summary: 'Could graded stock serve this? Changes nothing',
    body: z.object({
      dueAt: f.instant,
      lines: z.array(newLine).min(1).max(30),
      /** Asked for a change of this order: its own lines are not promised to anyone else. */
      orderId: f.id.nullable().default(null),
    }),
    answer: z.array(promise),
  }),
  buying: read('/api/orders/buying', {
    summary: 'What open orders lack, as fish to buy',
    tags: ['orders', 'plan', 'landing', 'grading'],
    answer: z.array(shortfall),
  }),
  take: change('POST', '/api/orders', {
    summary: 'Take an order',
    tags: ['orders', 'plan'],
    roles: counterHands,
    body: z.object({
      ...orderFields,
      deposit: f.money.default(0),
      /** How the deposit was paid: its till is counted with it, and it goes back that way when the order is given up. */
      depositPay: f.pay.default('cash'),
      lines,
    }),
    answer: z.object({ id: f.id, number: z.number().int() }),
  }),
  edit: change('PUT', '/api/orders/:id', {
    summary:
      'Change an order: who, when, the note, and its lines. A line without id is new, one left out is taken off (all stay without `lines`); what is on the board cannot become something else',
    tags: ['orders', 'plan', 'bench'],
    roles: counterHands,
    body: z.object({
      ...orderFields,
      version: f.version,
      lines: z
        .array(lineFields.extend({ id: f.id.nullable() }).refine(oneQuantity, oneQuantityMessage))
        .min(1, 'An order has one line at least: cancel it instead')
        .max(30)
        .optional(),
    }),
    answer: f.done,
  }),
  cancel: change('POST', '/api/orders/:id/cancel', {
    summary: 'Cancel an order, or say that nobody came for it: what is ready goes back to the cold room',
    tags: ['orders', 'plan', 'bench'],
    roles: counterHands,
    body: z.object({
      version: f.version,
      reason: f.name('reason', 200),
      /** Nobody came for it. */
      uncollected: z.boolean().default(false),
      /** The deposit is kept, not given back. */
      keepDeposit: z.boolean().default(false),
    }),
    answer: f.done,
  }),
  putDepositRight: change('POST', '/api/orders/:id/deposit', {
    summary: 'Put right what was left with an order, and how it was paid, while its day is open',
    tags: ['orders', 'close'],
    roles: counterHands,
    body: z.object({
      version: f.version,
      /** 0 where nothing was left. */
      money: f.money,
      pay: f.pay,
      reason: f.name('reason', 200),
    }),
    answer: f.done,
  }),
  handOver: change('POST', '/api/orders/:id/hand-over', {
    summary: 'Hand over what is ready of an order, or the lines named, and take the money',
    tags: ['orders', 'counter', 'close'],
    roles: counterHands,
    body: z.object({
      version: f.version,
      /** Lines handed over now, with their price; those left out wait for the customer to come again. */
      prices: z
        .array(z.object({ lineId: f.id, unit: z.enum(units).default('kg'), perKg: f.money }))
        .min(1, 'Say what is handed over')
        .max(30),
      pay: f.pay.default('cash'),
    }),
    answer: z.object({ id: f.id, total: z.number().int(), toPay: z.number().int() }),
  }),
  standing: read('/api/orders/standing', {
    summary: 'Orders that come every week',
    tags: ['orders'],
    answer: z.array(standing),
  }),
  keepStanding: change('POST', '/api/orders/standing', {
    summary: 'An order for every week; its orders are made a week ahead',
    tags: ['orders', 'plan'],
    roles: counterHands,
    body: z.object({
      customer: orderFields.customer,
      phone: orderFields.phone,
      remarks: f.note,
      weekday: standing.shape.weekday,
      minutes: standing.shape.minutes,
      /** The first day it may be for. */
      from: f.day,
      lines,
    }),
    answer: z.object({ id: f.id, made: z.number().int() }),
  }),
  changeStanding: change('PUT', '/api/orders/standing/:id', {
    summary: 'Change a weekly order from its next week on; orders made already stay as they are',
    tags: ['orders', 'plan'],
    roles: counterHands,
    body: z.object({
      version: f.version,
      remarks: f.note,
      weekday: standing.shape.weekday,
      minutes: standing.shape.minutes,
      lines,
    }),
    answer: f.done,
  }),
  endStanding: change('POST', '/api/orders/standing/:id/end', {
    summary: 'No more of a weekly order; orders made already stay',
    tags: ['orders'],
    roles: counterHands,
    body: z.object({ version: f.version }),
    answer: f.done,
  }),
  slip: document('/api/orders/:id/slip.pdf', { summary: 'The slip of an order, to print' }),
  calendar: document('/api/orders/collections.ics', { summary: 'Collections as a calendar' }),
} as const satisfies Record<string, Route>;
