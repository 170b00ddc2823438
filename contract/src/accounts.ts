import * as z from 'zod';
import * as f from './fields.ts';
import { change, counterHands, document, read, type Route } from './route.ts';

const owing = z.object({
  id: f.id,
  name: z.string(),
  phone: z.string(),
  /** What they owe, minor units; below nothing where the shop owes them. */
  owes: z.number().int(),
  /** When something last went on their account or was paid. */
  lastAt: f.instant.nullable(),
});

const entry = z.object({
  kind: z.enum(['sale', 'deposit', 'returned', 'refund', 'payment']),
  id: f.id,
  /** The number of the sale, order, refund or payment. */
  number: z.number().int(),
  at: f.instant,
  on: f.day,
  /** What they owe more by it, minor units; a payment is below nothing. */
  money: z.number().int(),
  /** What they owed after it. */
  owes: z.number().int(),
  remarks: z.string(),
  /** Why it was taken back; null where it stands. */
  undone: z.string().nullable(),
});
/** Something that went on a customer's account or was paid on it. */
export type AccountEntry = z.infer<typeof entry>;

/** Routes of accounts: what customers owe, and what they pay on it. */
export const accounts = {
  list: read('/api/accounts', {
    summary: 'Customers, and what each owes; whoever owes most first',
    tags: ['orders', 'counter', 'close'],
    roles: counterHands,
    answer: z.array(owing),
  }),
  one: read('/api/accounts/:id', {
    summary: 'What went on a customer’s account and what was paid on it, latest first',
    tags: ['orders', 'counter', 'close'],
    roles: counterHands,
    answer: z.object({ ...owing.shape, entries: z.array(entry) }),
  }),
  statement: document('/api/accounts/:id/statement.pdf', {
    summary: 'The account of a customer, to be sent (PDF)',
    roles: counterHands,
  }),
  pay: change('POST', '/api/accounts/:id/payments', {
    summary: 'Money paid on what a customer owes',
    tags: ['orders', 'counter', 'close'],
    roles: counterHands,
    body: z.object({
      money: z
        .number({ error: 'Say how much' })
        .int()
        .min(1, 'Say how much')
        .max(100_000_000, 'That is too much'),
      pay: z.enum(['cash', 'card']),
      remarks: f.text(200).default(''),
    }),
    answer: z.object({ id: f.id, number: z.number().int(), owes: z.number().int() }),
  }),
  takeBack: change('POST', '/api/accounts/payments/:id/take-back', {
    summary: 'Take a payment back that was written down wrongly, while its day is open',
    tags: ['orders', 'counter', 'close'],
    roles: counterHands,
    body: z.object({ reason: f.name('reason', 200) }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
