import { units } from '@ember-slate/core/prices';
import * as z from 'zod';
import * as f from './fields.ts';
import { document, managers, read, type Route } from './route.ts';

const sums = {
  takings: z.number().int(),
  sales: z.number().int(),
  soldGrams: z.number().int(),
  bought: z.number().int(),
  landedGrams: z.number().int(),
  wasteGrams: z.number().int(),
  unaccountedGrams: z.number().int(),
  refunds: z.number().int(),
};
const report = z.object({
  from: f.day,
  to: f.day,
  total: z.object(sums),
  /** The same stretch before it, for comparison. */
  before: z.object(sums),
  /** Days, or weeks or months where the stretch is long. */
  step: z.enum(['day', 'week', 'month']),
  series: z.array(z.object({ from: f.day, ...sums })),
  species: z.array(
    z.object({
      speciesId: z.string(),
      name: z.string(),
      landedGrams: z.number().int(),
      bought: z.number().int(),
      soldGrams: z.number().int(),
      takings: z.number().int(),
      wasteGrams: z.number().int(),
      tickets: z.number().int(),
      yieldAgainst: z.number().nullable(),
    }),
  ),
  suppliers: z.array(
    z.object({
      supplierId: f.id,
      name: z.string(),
      deliveries: z.number().int(),
      lots: z.number().int(),
      grams: z.number().int(),
      money: z.number().int(),
      rejected: z.number().int(),
      claims: z.number().int(),
      claimMoney: z.number().int(),
      probeC: z.number().nullable(),
      yieldAgainst: z.number().nullable(),
    }),
  ),
  forms: z.array(z.object({ name: z.string(), grams: z.number().int(), takings: z.number().int() })),
  /** Other goods, in `takings` with the fish. */
  articles: z.array(
    z.object({
      name: z.string(),
      unit: z.enum(units),
      pieces: z.number().int(),
      grams: z.number().int(),
      takings: z.number().int(),
    }),
  ),
  waste: z.array(z.object({ reason: z.string(), grams: z.number().int() })),
  /** By rate of tax, less what was given back. */
  tax: f.taxSums,
});
/** Sales, yields, waste and suppliers over a stretch of days. */
export type Report = z.infer<typeof report>;

/** Routes of reports, as pages and as files. */
export const reports = {
  report: read('/api/reports', {
    summary: 'A stretch of days as sums, series and tables',
    tags: ['counter', 'landing', 'bench', 'close'],
    roles: managers,
    query: z.object({ from: f.day, to: f.day }),
    answer: report,
  }),
  tables: read('/api/reports/tables', {
    summary: 'Tables that can be taken out as CSV',
    tags: [],
    roles: managers,
    answer: z.array(z.object({ name: z.string(), about: z.string() })),
  }),
  csv: document('/api/reports/:table/:from/:to/table.csv', {
    summary: 'A table between two days (CSV, RFC 4180, UTF-8)',
    roles: managers,
  }),
} as const satisfies Record<string, Route>;
