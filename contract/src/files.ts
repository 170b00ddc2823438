import { questions, usualPacking } from '@ember-slate/core/board';
import { roes } from '@ember-slate/core/freshness';
import { arrivalConditions } from '@ember-slate/core/species';
import { trims } from '@ember-slate/core/yields';
import * as z from 'zod';
import * as f from './fields.ts';
import {
  counterClass,
  planFish,
  planScore,
  planSettings,
  planWish,
  plannedFish,
  plannedPiece,
} from './plan.ts';

/**
 * Files of the three commands: where the knife goes on one fish, the plan of a day, the work of a ticket. Grams, mm, minor
 * units. A field no command knows is refused: it may be one that was misspelt.
 */

/** What was measured of this species, over the row it is drawn by. */
const ownBody = f.bodyOwn.strict().nullable().default(null);
const speciesId = z.string().min(1).describe('id of the species book: salmon, hake, plaice …');

/** What `npm run marks` reads. */
export const marksFile = z.strictObject({
  species: speciesId,
  body: ownBody,
  condition: f.condition,
  grams: z.number().positive().max(500_000).describe('as it lies there'),
  lengthMm: z
    .number()
    .positive()
    .max(5000)
    .nullable()
    .default(null)
    .describe('total length; from the weight when null'),
  cut: z.strictObject({
    zone: z.enum([
      'steaks',
      'front',
      'joint',
      'tail',
      'side',
      'loin',
      'belly',
      'slab_back',
      'slab_belly',
      'wing',
    ]),
    by: z.enum(['pieces', 'grams', 'mm']),
    amount: z.number().min(1).max(500_000),
    rest: z.enum(['leave', 'share']).default('leave'),
    kerfMm: z.number().min(0).max(20).default(0),
  }),
});

/** What it writes: marks are mm from the cut end of the zone. */
export const marksAnswer = z.object({
  totalMm: z.number().int().nullable().describe('null for a wing'),
  standardMm: z.number().int().nullable(),
  zone: z.object({ fromMm: z.number().int(), lengthMm: z.number().int(), grams: z.number().int() }),
  pieces: z.array(z.object({ fromMm: z.number().int(), toMm: z.number().int(), grams: z.number().int() })),
  restGrams: z.number().int(),
  sawGrams: z.number().int(),
  doubt: z.string().nullable().describe('why weight and length may be wrong'),
});

/** Money in minor units, weights in grams, of one thing in a file at most. */
const [mostMoney, mostGrams] = [1e9, 5e6];
const grams = z.number().positive().max(mostGrams);
const money = z.number().min(0).max(mostMoney);
const range = (most: number) =>
  z.tuple([z.number().min(0).max(most), z.number().min(0).max(most)]).readonly();

/** Values by any of these names, and no other: a record would pass over "__proto__". */
const anyOf = <K extends string, V extends z.ZodType>(names: readonly K[], value: V) =>
  z.strictObject(Object.fromEntries(names.map((n) => [n, value.optional()])) as Record<K, z.ZodOptional<V>>);

/** Why a fish may not serve a line, by the line's id, which may be any word: an object would lose some. */
const reasons = z
  .unknown()
  .transform((given, c): Record<string, string> => {
    if (typeof given !== 'object' || given === null || Array.isArray(given)) {
      c.addIssue({ code: 'custom', message: 'Reasons by line, please' });
      return z.NEVER;
    }
    for (const [line, why] of Object.entries(given))
      if (typeof why !== 'string')
        c.addIssue({ code: 'custom', path: [line], message: 'A reason in words, please' });
    return given as Record<string, string>;
  })
  .meta({ type: 'object', additionalProperties: { type: 'string' } });

const orNull = <T extends z.ZodType>(of: T) => of.nullable().default(null);

/** What `npm run plan` reads. Settings that are left out are the planner's own. */
export const planFile = z.strictObject({
  species: speciesId,
  body: ownBody,
  flesh: orNull(
    z.strictObject({
      fromMm: z.number().min(0).max(5000),
      toMm: z.number().positive().max(5000),
      gutted: z.number().min(0).max(1),
      side: z.number().min(0).max(0.5),
    }),
  ).describe('flesh lying evenly along every fish, for cases worked by hand'),
  lifeFactors: orNull(z.number().min(0).max(1)).describe('one factor for every form, instead of their own'),
  fish: z
    .array(
      z.strictObject({
        ...planFish.shape,
        grams: z.number().positive().max(500_000),
        daysLeft: z.number().min(-400).max(4000),
        lengthMm: orNull(z.number().positive().max(5000)),
        rawFit: z.boolean().default(false),
        refuses: reasons.default({}),
      }),
    )
    .max(2000),
  lines: z
    .array(
      z.strictObject({
        ...planWish.shape,
        pieces: orNull(z.number().int().min(1).max(20_000)),
        pieceGrams: orNull(grams),
        totalGrams: orNull(grams),
        window: orNull(range(mostGrams)),
        thickMm: orNull(range(500)),
        dueDays: z.number().min(0).max(400).default(0),
        raw: z.boolean().default(false),
        value: money,
        penalty: money,
        keep: money.optional(),
        partAllowed: z.boolean().default(false),
      }),
    )
    .max(2000),
  counter: z
    .array(z.strictObject({ ...counterClass.shape, demandGrams: z.number().min(0).max(mostGrams) }))
    .default([]),
  settings: z
    .strictObject({
      ...planSettings.shape,
      counterLeastG: z.number().min(1).max(mostGrams),
      counterMm: range(5000),
      deviationPerKg: money,
      perFish: money,
      edgePerKg: money,
      offcutsPerKg: money,
      trimsPerKg: anyOf(Object.keys(trims), money),
      age: z.strictObject({ ...planSettings.shape.age.shape, fullFromDays: z.number().min(0).max(400) }),
    })
    .partial()
    .default({}),
  settled: z
    .array(
      z.strictObject({ ...plannedFish.shape, pieces: z.array(plannedPiece.strict()).max(500).readonly() }),
    )
    .max(2000)
    .default([])
    .describe('fish that keep their cuts'),
  seconds: z.number().min(0).max(600).default(3),
  seed: z
    .number()
    .int()
    .min(0)
    .max(2 ** 32 - 1)
    .default(1),
});

/** What it writes; money in minor units. */
export const planAnswer = z.object({
  worth: z.number(),
  firstCome: z.number(),
  bound: z.number().nullable().describe('no plan on this grid is worth more'),
  score: planScore,
  plan: z.array(plannedFish),
  offTrim: z
    .record(z.string(), z.number())
    .describe('lines served from what comes off beside the pieces, grams'),
  unfilled: z.record(z.string(), z.string()),
  verdict: z.array(z.string()).describe('what the validator found; nothing for a plan that holds'),
});

const choices = anyOf(
  questions.map((q) => q.id),
  z.string(),
);

/** What `npm run compose` reads: one job at the bench. */
export const composeFile = z.strictObject({
  species: speciesId,
  arrival: z.enum(arrivalConditions).describe('as it lies on the board'),
  grams: z
    .number()
    .positive('A fish weighs more than nothing')
    .max(500_000)
    .describe('one fish as it lies there'),
  fish: z.number().int().min(1).max(2000).default(1),
  scaled: z.enum(['no', 'part', 'yes']).default('no'),
  month: orNull(z.number().int().min(1).max(12)).describe('for the spent season; null for farmed fish'),
  roe: z.enum(roes).default('unknown'),
  forms: z
    .array(
      z.strictObject({
        form: f.formId,
        options: z.array(z.string()).max(12).default([]).describe('in the words of an order'),
        pieces: orNull(z.number().int().min(1).max(20_000)),
        pieceGrams: orNull(grams),
        totalGrams: orNull(grams),
        thickMm: orNull(z.number().positive().max(500)),
        packing: f.packing.default(usualPacking).describe('how its pieces leave the bench'),
        trimWish: f.trimWish
          .default('shop')
          .describe('what of its trim goes along: nothing, head and bones, or all'),
      }),
    )
    .min(1, 'A ticket cuts at least one form')
    .max(12),
  methods: choices.default({}).describe('cutting methods chosen for this job'),
});

/** What it writes; grams of one fish, minutes of the whole ticket. */
export const composeAnswer = z.object({
  acts: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      how: z.array(z.string()).readonly(),
      tools: z.array(z.string()).readonly(),
      cautions: z.array(z.string()).readonly(),
      minutes: z.number().describe('for one fish, fillet or piece'),
      times: z.number(),
      takes: z.record(z.string(), z.number()),
    }),
  ),
  tools: z.array(z.string()).readonly().describe('to lay out before the first cut'),
  minutes: z.number(),
  pieces: z.array(
    z.object({
      form: z.string(),
      grams: z.number(),
      asked: z.number().describe('of them what was asked for; the rest is left over in the same form'),
      quarters: z.array(z.string()).readonly(),
      state: z.record(z.string(), z.union([z.string(), z.boolean()])),
    }),
  ),
  tubs: z.record(z.string(), z.number()),
  water: z.number(),
  fish: z.record(z.string(), z.boolean()).describe('what is still on the fish at the end'),
  methods: z.record(z.string(), z.object({ method: z.string(), because: z.string() })),
});
