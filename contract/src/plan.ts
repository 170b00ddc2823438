import * as z from 'zod';
import * as f from './fields.ts';
import { backDoor, change, read, type Route } from './route.ts';

const planLine = z.object({
  id: f.id,
  version: f.version,
  orderId: f.id,
  orderNumber: z.number().int(),
  customer: z.string(),
  dueAt: f.instant,
  speciesId: z.string(),
  speciesName: z.string(),
  form: f.formId,
  use: f.use,
  pieces: z.number().int().nullable(),
  pieceGrams: z.number().int().nullable(),
  totalGrams: z.number().int().nullable(),
  state: z.enum(['open', 'planned']),
  picks: z.array(z.object({ lotId: f.id, fish: z.number().int() })),
  proposal: z.array(z.object({ lotId: f.id, fish: z.number().int() })),
  promise: z.object({
    answer: z.enum(['yes', 'part', 'no']),
    because: z.string(),
    servable: z.number().int(),
  }),
  offers: z.array(
    z.object({
      lotId: f.id,
      code: z.string(),
      condition: f.condition,
      landedOn: f.day,
      verdict: f.verdict.nullable(),
      refusal: z.string().nullable(),
      fishGrams: z.number(),
      fishFree: z.number().int(),
      yield: z.number(),
      perFish: z.number().int().nullable(),
      daysLeftCut: z.number(),
    }),
  ),
});
export type PlanLine = z.infer<typeof planLine>;

export const plan = {
  lines: read('/api/plan/lines', {
    summary: 'Lines not at the bench yet with every lot that could serve them',
    tags: ['plan', 'orders', 'grading', 'landing', 'bench', 'counter'],
    answer: z.array(planLine),
  }),
  choose: change('PUT', '/api/plan/lines/:id/picks', {
    summary: 'Choose the fish for a line',
    tags: ['plan', 'orders'],
    roles: backDoor,
    body: z.object({ version: f.version, picks: z.array(z.object({ lotId: f.id, fish: f.pieces })).max(20) }),
    answer: f.done,
  }),
  send: change('POST', '/api/plan/lines/:id/ticket', {
    summary: 'Send a planned line to the bench',
    tags: ['plan', 'orders', 'bench'],
    roles: backDoor,
    body: z.object({ version: f.version }),
    answer: z.object({ id: f.id, number: z.number().int() }),
  }),
} as const satisfies Record<string, Route>;
