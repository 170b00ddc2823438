import * as z from 'zod';
import * as f from './fields.ts';
import { ask, change, counterHands, roles, read, type Route } from './route.ts';

const wantFields = {
  speciesId: z.string({ error: 'Choose the species' }).min(1, 'Choose the species'),
  form: f.formId,
  pieces: f.pieces.nullable(),
  pieceGrams: f.grams.nullable(),
  totalGrams: f.grams.nullable(),
  use: f.use,
};
const oneQuantity = (l: { pieces: number | null; pieceGrams: number | null; totalGrams: number | null }) =>
  l.totalGrams !== null
    ? l.pieces === null && l.pieceGrams === null
    : l.pieces !== null && l.pieceGrams !== null;
const oneQuantityMessage = {
  message: 'Say pieces and the weight of one, or a total weight',
  path: ['pieces'],
};
/** What the customer chose of a form, in the form's own words. */
const options = z.array(z.string().trim().min(1).max(80)).max(12);
const newLine = z
  .object({ ...wantFields, options: options.optional() })
  .refine(oneQuantity, oneQuantityMessage);

const lineStates = ['open', 'planned', 'cutting', 'ready', 'handed', 'cancelled'] as const;
const line = z.object({
  id: f.id,
  version: f.version,
  state: z.enum(lineStates),
  ...wantFields,
  options,
  speciesName: z.string(),
  ticketId: f.id.nullable(),
  /** What lies on the order shelf for it. */
  readyGrams: z.number().int(),
  readyPieces: z.number().int(),
  pricePerKg: f.money.nullable(),
});
const order = z.object({
  id: f.id,
  number: z.number().int(),
  version: f.version,
  customer: z.string(),
  phone: z.string(),
  dueAt: f.instant,
  remarks: z.string(),
  state: z.enum(['open', 'ready', 'handed', 'cancelled']),
  takenBy: z.string(),
  lines: z.array(line),
});
export type Order = z.infer<typeof order>;
export type OrderLine = z.infer<typeof line>;

/** Whether a line can be promised; what is nearest to it where it cannot. */
const promise = z.object({
  answer: z.enum(['yes', 'if', 'part', 'no']),
  because: z.string(),
  servable: z.number().int(),
  nearest: z.array(
    z.object({
      kind: z.enum(['fewer', 'size', 'form', 'species', 'sooner']),
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
    .regex(/^[+\d\s().-]*$/, 'Digits, please')
    .default(''),
  dueAt: f.instant,
  remarks: f.note,
};

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
  promise: ask('/api/orders/promise', {
    roles,
    summary: 'Could graded stock serve this? Changes nothing',
    body: z.object({ dueAt: f.instant, lines: z.array(newLine).min(1).max(30) }),
    answer: z.array(promise),
  }),
  take: change('POST', '/api/orders', {
    summary: 'Take an order',
    tags: ['orders', 'plan'],
    roles: counterHands,
    body: z.object({
      ...orderFields,
      lines: z.array(newLine).min(1, 'An order has one line at least').max(30),
    }),
    answer: z.object({ id: f.id, number: z.number().int() }),
  }),
  edit: change('PUT', '/api/orders/:id', {
    summary: 'Change who, when or the note',
    tags: ['orders', 'plan', 'bench'],
    roles: counterHands,
    body: z.object({ ...orderFields, version: f.version }),
    answer: f.done,
  }),
  cancel: change('POST', '/api/orders/:id/cancel', {
    summary: 'Cancel what is not cut yet',
    tags: ['orders', 'plan', 'bench'],
    roles: counterHands,
    body: z.object({ version: f.version, reason: f.name('reason', 200) }),
    answer: f.done,
  }),
  handOver: change('POST', '/api/orders/:id/hand-over', {
    summary: 'Hand a ready order over and take the money',
    tags: ['orders', 'counter', 'close'],
    roles: counterHands,
    body: z.object({ version: f.version, prices: z.array(z.object({ lineId: f.id, perKg: f.money })) }),
    answer: z.object({ id: f.id, total: z.number().int() }),
  }),
} as const satisfies Record<string, Route>;
