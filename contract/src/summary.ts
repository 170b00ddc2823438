import * as z from 'zod';
import * as f from './fields.ts';
import { read, tags, type Route } from './route.ts';

const stageWait = z.object({ count: z.number().int(), noun: z.string(), hot: z.string().nullable() });
const due = z.object({ at: f.instant, title: z.string(), detail: z.string(), hot: z.boolean() });

/** What waits at each stage, what is due next, what runs out of life. */
export const summary = {
  stages: read('/api/summary', {
    summary: 'What waits at each stage, and what is next',
    tags: [...tags],
    answer: z.object({
      stages: z.object({
        landing: stageWait,
        grading: stageWait,
        orders: stageWait,
        plan: stageWait,
        bench: stageWait,
        counter: stageWait,
        close: stageWait,
      }),
      /** Warm or silent stretches nobody has answered for. */
      alarms: z.number().int(),
      due: z.array(due),
      ends: z.array(z.object({ on: f.day, title: z.string(), grams: z.number().int(), code: z.string() })),
    }),
  }),
} as const satisfies Record<string, Route>;
