import * as z from 'zod';
import * as f from './fields.ts';
import { managers, read, type Route } from './route.ts';

const correction = z.object({
  id: f.id,
  record: z.enum([
    'delivery',
    'lot',
    'ticket',
    'sale',
    'movement',
    'order',
    'reading',
    'claim',
    'made',
    'refund',
  ]),
  name: z.string(),
  at: f.instant,
  by: z.string(),
  reason: z.string(),
  changes: z.array(z.object({ what: z.string(), was: z.string(), now: z.string() })),
});
/** What was put right in a record: what it said before, and since. */
export type CorrectionRow = z.infer<typeof correction>;

/** Routes that prove the books: the ledger, money and stock held against each other. */
export const books = {
  corrections: read('/api/books/corrections', {
    summary: 'What was put right on these days, the last first',
    tags: ['landing', 'grading', 'bench', 'counter', 'orders', 'close', 'cold'],
    roles: managers,
    query: z.object({ from: f.day, to: f.day }),
    answer: z.array(correction),
  }),
  verify: read('/api/verify', {
    summary: 'Prove balances and lots from the ledger',
    tags: [],
    roles: managers,
    answer: z.object({
      movements: z.number().int(),
      entries: z.number().int(),
      sales: z.number().int(),
      sealed: z.number().int(),
      faults: z.array(z.string()),
    }),
  }),
} as const satisfies Record<string, Route>;
