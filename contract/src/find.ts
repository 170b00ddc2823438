import * as z from 'zod';
import * as f from './fields.ts';
import { read, roles, tags, type Route } from './route.ts';

/** What can be found, in the order it is shown. */
export const foundKinds = [
  'lot',
  'order',
  'ticket',
  'sale',
  'customer',
  'supplier',
  'boat',
  'delivery',
  'species',
  'form',
] as const;

const found = z.object({
  kind: z.enum(foundKinds),
  /** Its number in the records, or its id in a book. */
  id: z.string(),
  name: z.string(),
  detail: z.string(),
  /** The day of a sale; null for anything else. */
  on: f.day.nullable(),
});
/** Something of the shop that was looked for. */
export type Found = z.infer<typeof found>;

/** Looking for anything. */
export const find = {
  all: read('/api/find', {
    summary:
      'Lots, orders, tickets, sales, customers, suppliers, boats, fish and forms by number, code, label or name',
    tags: [...tags],
    roles,
    query: z.object({
      /** A number, part of a name, a lot as it is printed, or the whole of a scanned label. */
      text: z
        .string()
        .trim()
        .min(1, 'Say what to look for')
        .max(200)
        .regex(/^[^\u0000-\u001c\u001e\u001f\u007f]{0,200}$/, 'That is no code of a label'),
    }),
    answer: z.array(found),
  }),
} as const satisfies Record<string, Route>;
