import * as z from 'zod';
import * as f from './fields.ts';
import { backDoor, read, type Route } from './route.ts';

const group = { speciesId: f.speciesId, condition: f.condition, form: f.formId };
const learned = z.object({ mean: z.number(), low: z.number(), high: z.number(), fish: z.number().int() });
const signal = z.object({
  kind: z.enum(['outside', 'one_side', 'trend']),
  direction: z.enum(['up', 'down']),
  /** Tickets it speaks of. */
  ticketIds: z.array(f.id),
  words: z.string(),
});
const part = z.object({
  name: z.string(),
  tickets: z.number().int(),
  inputGrams: z.number().int(),
  yield: z.number(),
});

const one = z.object({
  ...group,
  speciesName: z.string(),
  formName: z.string(),
  /** What the book expects of a usual fish this month, and what the shop's own tickets make of it. */
  expected: z.number(),
  learned,
  /** Months the species is spent in, 1 to 12, and what they leave of the fillets. */
  spent: z.object({ months: z.array(z.number().int()), factor: z.number() }).nullable(),
  chart: z.object({ mean: z.number(), low: z.number(), high: z.number() }).nullable(),
  signals: z.array(signal),
  points: z.array(
    z.object({
      ticketId: f.id,
      number: z.number().int(),
      day: f.day,
      yield: z.number(),
      expected: z.number(),
      inputGrams: z.number().int(),
      fish: z.number().int(),
      supplier: z.string(),
      /** Money lost against what was expected; gains are negative. Null for those who do not see costs. */
      lost: z.number().int().nullable(),
    }),
  ),
  by: z.object({
    method: z.array(part),
    supplier: z.array(part),
    month: z.array(part),
    size: z.array(part),
    year: z.array(part),
  }),
  weeks: z.array(z.object({ from: f.day, lost: z.number().int().nullable(), tickets: z.number().int() })),
});
/** The yields of one form of one fish over time, as fractions of what went in. */
export type YieldOf = z.infer<typeof one>;

const row = z.object({
  ...group,
  speciesName: z.string(),
  formName: z.string(),
  tickets: z.number().int(),
  expected: z.number(),
  learned,
  last: z.number(),
  /** Lost over the last four weeks. */
  lost: z.number().int().nullable(),
  signal: z.string().nullable(),
});
/** One form of one fish in the yield book. */
export type YieldRow = z.infer<typeof row>;

/** Routes of the yield book. */
export const yields = {
  book: read('/api/yields', {
    summary: 'Yields by species, condition and form over the last year, what loses most first',
    tags: ['bench', 'close'],
    roles: backDoor,
    answer: z.array(row),
  }),
  one: read('/api/yields/one', {
    summary: 'One form of one fish: its tickets, control chart, and what makes the difference',
    tags: ['bench', 'close'],
    roles: backDoor,
    query: z.object({ ...group, from: f.day.optional() }),
    answer: one,
  }),
  cutters: read('/api/yields/cutters', {
    summary: 'Cutters against the mean of the same forms: all for the manager, their own for a cutter',
    tags: ['bench', 'close'],
    roles: backDoor,
    answer: z.array(
      z.object({
        cutterId: f.id,
        name: z.string(),
        tickets: z.number().int(),
        effect: z.number(),
      }),
    ),
  }),
} as const satisfies Record<string, Route>;
