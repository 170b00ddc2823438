import { questions } from '@ember-slate/core/board';
import { roes } from '@ember-slate/core/freshness';
import { arrivalConditions } from '@ember-slate/core/species';
import * as z from 'zod';
import { usualPacking } from '@ember-slate/core/board';
import * as f from './fields.ts';
import { counterClass, planFish, planScore, planSettings, planWish, plannedFish } from './plan.ts';

/** Files of the two commands: where the knife goes on one fish, and the plan of a day. Grams, mm, minor units. */

/** What was measured of this species, over the row it is drawn by. */
const ownBody = f.bodyOwn.nullable().default(null);
const speciesId = z.string().min(1).describe('id of the species book: salmon, hake, plaice …');

/** What `npm run marks` reads. */
export const marksFile = z.object({
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
  cut: z.object({
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
    amount: z.number().positive(),
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

/** Refuses a list in which two things have one id: what is counted once would be counted twice. */
const onceEach =
  (path: string) =>
  (list: readonly { id: string }[], c: z.core.$RefinementCtx): void => {
    const seen = new Set<string>();
    list.forEach(({ id }, i) => {
      if (seen.has(id))
        c.addIssue({ code: 'custom', path: [i, 'id'], message: `${path} ${id} is there twice` });
      seen.add(id);
    });
  };

const orNull = <T extends z.ZodType>(of: T) => of.nullable().default(null);

/** What `npm run plan` reads. Settings that are left out are the planner's own. */
export const planFile = z.object({
  species: speciesId,
  body: ownBody,
  flesh: orNull(
    z.object({
      fromMm: z.number().min(0),
      toMm: z.number().positive(),
      gutted: z.number().min(0).max(1),
      side: z.number().min(0).max(0.5),
    }),
  ).describe('flesh lying evenly along every fish, for cases worked by hand'),
  lifeFactors: orNull(z.number().min(0).max(1)).describe('one factor for every form, instead of their own'),
  fish: z
    .array(
      planFish.extend({
        lengthMm: orNull(z.number().positive().max(5000)),
        rawFit: z.boolean().default(false),
        refuses: z.record(z.string(), z.string()).default({}),
      }),
    )
    .superRefine(onceEach('fish')),
  lines: z
    .array(
      planWish.extend({
        pieces: orNull(z.number().int().min(1).max(20_000)),
        pieceGrams: orNull(z.number().positive()),
        totalGrams: orNull(z.number().positive()),
        window: orNull(z.tuple([z.number(), z.number()]).readonly()),
        thickMm: orNull(z.tuple([z.number(), z.number()]).readonly()),
        dueDays: z.number().min(0).default(0),
        raw: z.boolean().default(false),
        partAllowed: z.boolean().default(false),
      }),
    )
    .superRefine(onceEach('line')),
  counter: z.array(counterClass).default([]).superRefine(onceEach('counter class')),
  settings: planSettings.partial().default({}),
  settled: z.array(plannedFish).default([]).describe('fish that keep their cuts'),
  seconds: z.number().min(0).max(600).default(3),
  seed: z.number().int().default(1),
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

const choices = z.partialRecord(z.enum(questions.map((q) => q.id)), z.string());

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
        pieceGrams: orNull(z.number().positive()),
        totalGrams: orNull(z.number().positive()),
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
