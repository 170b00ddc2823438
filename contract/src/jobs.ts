import * as z from 'zod';
import * as f from './fields.ts';
import { change, read, roles, type Route } from './route.ts';

/** What a change left to be done once it was committed, and is not done yet. */
const job = z.object({
  id: f.id,
  what: z.string(),
  /** Stuck: it is not tried any more until somebody says so. */
  stuck: z.boolean(),
  why: z.string().nullable(),
  attempts: z.number().int(),
  madeAt: f.instant,
  madeBy: z.string(),
});
/** Something a change left to be done after it, such as a label to print. */
export type OpenJob = z.infer<typeof job>;

/** Routes of what is still to be done after a change: tried again, or dropped. */
export const jobs = {
  open: read('/api/jobs', {
    summary: 'What still waits to be printed or planned, and what is stuck',
    tags: ['close'],
    answer: z.array(job),
  }),
  again: change('POST', '/api/jobs/:id/again', {
    summary: 'Try it again now',
    tags: ['close'],
    roles,
    answer: z.object({ id: f.id, done: z.boolean(), why: z.string().nullable() }),
  }),
  drop: change('POST', '/api/jobs/:id/drop', {
    summary: 'Leave it: it is not tried any more',
    tags: ['close'],
    roles,
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
