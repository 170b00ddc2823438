import * as z from 'zod';
import * as f from './fields.ts';
import { backDoor, change, read, type Route } from './route.ts';

const level = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]);
const fishSigns = z.record(z.string().max(20), level);

const gradeRecord = z.object({
  id: f.id,
  gradedAt: f.instant,
  gradedBy: z.string(),
  scheme: z.string(),
  schemeVersion: z.number().int(),
  fish: z.array(fishSigns),
  coreTenths: z.number().int().nullable(),
  temperatureHistory: z.boolean(),
  foreignSmell: z.boolean(),
  used: z.number(),
  halfWidth: z.number(),
  category: f.category,
  advised: f.verdict,
  verdict: f.verdict,
  overrideReason: z.string().nullable(),
});

const gradingLot = z.object({
  id: f.id,
  code: z.string(),
  speciesId: z.string(),
  speciesName: z.string(),
  supplier: z.string(),
  gear: z.string().nullable(),
  condition: f.condition,
  pieces: z.number().int(),
  grams: z.number().int(),
  landedOn: f.day,
  caughtOn: f.day.nullable(),
  probeTenths: z.number().int().nullable(),
  ice: z.enum(['buried', 'some', 'none']),
  verdict: f.verdict.nullable(),
  usedNow: z.number().nullable(),
  daysLeft: z.number().nullable(),
  sellBy: f.day.nullable(),
  /** Temperature to expect where it lies, C. */
  expected: z.number(),
});
export type GradingLot = z.infer<typeof gradingLot>;

export const grading = {
  lots: read('/api/grading/lots', {
    summary: 'Lots in the shop, those without a grade first',
    tags: ['grading', 'landing'],
    answer: z.array(gradingLot),
  }),
  lot: read('/api/grading/lots/:id', {
    summary: 'One lot and every grade it was given',
    tags: ['grading', 'landing'],
    answer: gradingLot.extend({ grades: z.array(gradeRecord) }),
  }),
  record: change('POST', '/api/grading/lots/:id/grades', {
    summary:
      'Record a grade; the product works the consensus out again and keeps both its advice and the verdict',
    tags: ['grading', 'landing', 'orders', 'plan', 'counter', 'close'],
    roles: backDoor,
    body: z.object({
      fish: z.array(fishSigns).min(1, 'Look at one fish at least').max(60, 'A sample is at most 60 fish'),
      coreTenths: f.tenths.nullable(),
      temperatureHistory: z.boolean(),
      foreignSmell: z.boolean(),
      verdict: f.verdict,
      overrideReason: f.note,
    }),
    answer: z.object({ id: f.id, advised: f.verdict, verdict: f.verdict }),
  }),
} as const satisfies Record<string, Route>;
