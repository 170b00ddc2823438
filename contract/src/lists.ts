import * as z from 'zod';
import * as f from './fields.ts';
import { ask, change, managers, type Route } from './route.ts';

/** What a shop may bring as a list. */
export const listKinds = ['customers', 'suppliers', 'goods'] as const;
/** What a shop may bring as a list. */
export type ListKind = (typeof listKinds)[number];

const list = z.object({ kind: z.enum(listKinds), text: f.text(200_000) });

/** Routes of lists a shop brings along: looked at first, then taken whole or not at all. */
export const lists = {
  read: ask('/api/lists/read', {
    summary:
      'A pasted list as it would be read: which column is what, each line in words or what is wrong with it',
    roles: managers,
    body: list,
    answer: z.object({
      /** What a line may hold, and the heading it was found under; null where there is none. */
      columns: z.array(z.object({ name: z.string(), heading: z.string().nullable(), needed: z.boolean() })),
      rows: z.array(
        z.object({
          line: z.number().int(),
          cells: z.array(z.string()),
          /** What it would be; null where something is wrong. */
          is: z.string().nullable(),
          errors: z.array(z.string()),
        }),
      ),
    }),
  }),
  take: change('POST', '/api/lists', {
    summary: 'Take a list: every line of it, or none',
    tags: ['orders', 'landing', 'counter', 'people'],
    roles: managers,
    body: list,
    answer: z.object({ made: z.number().int() }),
  }),
} as const satisfies Record<string, Route>;
