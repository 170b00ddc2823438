import * as z from 'zod';
import { managers, read, type Route } from './route.ts';

/** Routes that prove the books: the ledger, money and stock held against each other. */
export const books = {
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
