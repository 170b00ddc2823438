import * as z from 'zod';
import { damages, roes, signKinds } from '@ember-slate/core/freshness';
import { arrivalConditions } from '@ember-slate/core/species';
import * as f from './fields.ts';
import { backDoor, change, managers, read, type Route } from './route.ts';

const level = z.union([z.literal(0), z.literal(1), z.literal(2), z.literal(3)]);
const fishSigns = z
  .record(f.key(20), level)
  .refine((s) => Object.keys(s).length <= 40, 'More signs than a scheme has');

const sign = z.object({
  id: z.string().regex(/^[a-z_]{1,20}$/, 'A sign is named in small letters'),
  kind: z.enum(signKinds),
  name: f.name('name of the sign', 40),
  weight: z.number().min(0.01, 'A sign of no weight is left out').max(100),
  words: z.array(f.text(80)).min(2).max(4),
  stop: z.object({ from: level, as: f.text(60) }).optional(),
  groups: z
    .array(z.enum(['white', 'blue', 'selachian', 'none']))
    .max(4)
    .optional(),
  species: z.array(f.speciesId).max(200).optional(),
  conditions: z.array(f.condition).max(arrivalConditions.length).optional(),
});
const calibration = z.object({
  slope: z.number().positive(),
  intercept: z.number(),
  residualSd: z.number().min(0),
  pairs: z.number().int(),
});
/** Where a level lies, as a share of the days in ice. */
const centre = z.number().min(0).max(2);
const schemeFields = {
  id: z.string().regex(/^[a-z0-9-]{2,20}$/, 'A scheme is named in small letters, digits and hyphens'),
  name: f.name('name of the scheme', 60),
  method: z.enum(['levels', 'index']),
  species: z.array(f.speciesId).min(1).max(200).nullable(),
  conditions: z.array(f.condition).min(1, 'Say for which fish').max(arrivalConditions.length),
  centres: z.tuple([centre, centre, centre, centre]),
  rejectAt: z.number().min(0.1).max(1000).nullable(),
  voteHalfWidth: z.number().positive().max(0.5),
  sigma: z.union([
    z.strictObject({ share: z.number().positive().max(0.5) }),
    z.strictObject({ days: z.number().positive().max(10) }),
  ]),
  signs: z.array(sign).max(30),
  source: f.text(500),
};
const scheme = z.object({
  ...schemeFields,
  version: f.version,
  calibration: z.record(z.string(), calibration),
});

const observed = z.object({
  rigor: z.enum(['in_rigor', 'past', 'unknown']),
  bled: z.enum(['yes', 'no', 'unknown']),
  roe: z.enum(roes),
  damage: z.array(z.enum(damages)).max(damages.length),
  finsWorn: z.boolean(),
  identity: z.enum(['sure', 'prohibited', 'unidentified']),
});

const gradeRecord = z.object({
  id: f.id,
  gradedAt: f.instant,
  gradedBy: z.string(),
  scheme: z.string(),
  schemeVersion: z.number().int(),
  fish: z.array(fishSigns),
  observed: observed.nullable(),
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
  boat: z.string(),
  condition: f.condition,
  pieces: z.number().int(),
  grams: z.number().int(),
  landedOn: f.day,
  caughtOn: f.day.nullable(),
  farmed: z.boolean(),
  probeTenths: z.number().int().nullable(),
  ice: z.enum(['buried', 'some', 'none']),
  verdict: f.verdict.nullable(),
  usedNow: z.number().nullable(),
  daysLeft: z.number().nullable(),
  sellBy: f.day.nullable(),
  /** Temperature to expect where it lies, C. */
  expected: z.number(),
});
/** A lot as it is graded: fish, grams, probe in tenths of a degree C, days left. */
export type GradingLot = z.infer<typeof gradingLot>;

/** Routes of grading: lots, grades, schemes, the shop’s own lines of ageing. */
export const grading = {
  lots: read('/api/grading/lots', {
    summary: 'Lots in the shop, those without a grade first',
    tags: ['grading', 'landing'],
    answer: z.array(gradingLot),
  }),
  lot: read('/api/grading/lots/:id', {
    summary: 'One lot and every grade it was given',
    tags: ['grading', 'landing'],
    answer: gradingLot.extend({
      grades: z.array(gradeRecord),
      /** The schemes that can judge it now, the one for its species first, then those its grades were made with. */
      schemes: z.array(scheme),
    }),
  }),
  record: change('POST', '/api/grading/lots/:id/grades', {
    summary:
      'Record a grade; the product works the consensus out again and keeps both its advice and the verdict',
    tags: ['grading', 'landing', 'orders', 'plan', 'counter', 'close'],
    roles: backDoor,
    body: z.object({
      scheme: f.key(20),
      schemeVersion: f.version,
      observed,
      fish: z.array(fishSigns).min(1, 'Look at one fish at least').max(60, 'A sample is at most 60 fish'),
      coreTenths: f.tenths.nullable(),
      temperatureHistory: z.boolean(),
      foreignSmell: z.boolean(),
      verdict: f.verdict,
      overrideReason: f.note,
    }),
    answer: z.object({ id: f.id, advised: f.verdict, verdict: f.verdict }),
  }),
  schemes: read('/api/grading/schemes', {
    summary: 'Grading schemes as they are now, with who changed them',
    tags: ['grading'],
    answer: z.array(
      scheme.extend({
        shipped: z.boolean(),
        grades: z.number().int(),
        history: z.array(
          z.object({ version: f.version, note: z.string(), by: z.string().nullable(), at: f.instant }),
        ),
      }),
    ),
  }),
  changeScheme: change('PUT', '/api/grading/schemes/:id', {
    summary: 'Change a scheme, or begin one of the shop’s own: a new version; grades keep theirs',
    tags: ['grading'],
    roles: managers,
    body: z.object({
      ...schemeFields,
      /** The version it was changed from; 0 for a new scheme. */
      version: f.version.or(z.literal(0)),
      note: f.name('what changed and why', 200),
    }),
    answer: f.saved,
  }),
  calibration: read('/api/grading/calibration', {
    summary: 'How lots with a known catch date aged on a scheme, and how far two graders agree',
    tags: ['grading'],
    query: z.object({ scheme: f.key(20), species: f.speciesId }),
    answer: z.object({
      pairs: z.array(z.object({ lotId: f.id, code: z.string(), days: z.number(), index: z.number() })),
      fit: calibration.extend({ meanDays: z.number(), spread: z.number() }).nullable(),
      needed: z.number().int(),
      applied: calibration.nullable(),
      shippedSlope: z.number(),
      agreement: z.object({ fish: z.number().int(), kappa: z.number().nullable() }),
    }),
  }),
  calibrate: change('POST', '/api/grading/schemes/:id/calibration', {
    summary: 'Apply the shop’s own line for a species, or take it back',
    tags: ['grading'],
    roles: managers,
    body: z.object({ speciesId: f.speciesId, apply: z.boolean(), version: f.version }),
    answer: f.saved,
  }),
} as const satisfies Record<string, Route>;
