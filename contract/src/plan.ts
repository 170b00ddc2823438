import * as z from 'zod';
import type { CounterClassId, ModeId, SectionId } from '@ember-slate/core/cutplan';
import { roes } from '@ember-slate/core/freshness';
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
  options: z.array(z.string()),
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
      farmed: z.boolean(),
      roe: z.enum(roes),
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
/** A line of an order for the plan by hand: which lots could serve it, how many fish each. */
export type PlanLine = z.infer<typeof planLine>;

const counterClassIds = ['fillet', 'belly', 'joint', 'steak', 'tail'] as const satisfies CounterClassId[];
const modeIds = [
  'whole',
  'fillets',
  'joint',
  'steaks',
  'quarters',
  'cross',
  'wings',
] as const satisfies ModeId[];
const sectionIds = [
  'whole',
  'side',
  'loin',
  'belly',
  'cavity',
  'middle',
  'front',
  'tail',
  'tail_side',
  'eyed_back',
  'eyed_belly',
  'blind_back',
  'blind_belly',
  'eyed',
  'blind',
  'wing',
  'upper',
  'lower',
] as const satisfies SectionId[];

const perKg = z.number().min(0).max(10_000_000);
const share = z.number().min(0).max(1);
const positive = z.number().positive();
const range = z.tuple([z.number(), z.number()]).readonly();

/** One fish as the planner sees it; weights in grams, money in minor units. */
export const planFish = z.object({
  id: z.string().min(1).max(40),
  grams: z.number().min(0).max(500_000),
  lengthMm: z.number().positive().max(5000).nullable(),
  condition: f.condition,
  farmed: z.boolean().optional(),
  roe: z.enum(roes).optional(),
  costPerKg: perKg,
  daysLeft: z.number(),
  rawFit: z.boolean(),
  /** Lines (or `counter:` and a class) it may not serve, and why. */
  refuses: z.record(z.string(), z.string()),
});
/** One line of an order: pieces of a weight, or a total weight. */
export const planWish = z.object({
  id: z.string().min(1).max(40),
  form: f.formId,
  options: z.array(z.string()).max(12).optional(),
  pieces: z.number().int().min(1).max(20_000).nullable(),
  pieceGrams: positive.nullable(),
  totalGrams: positive.nullable(),
  /** Lightest and heaviest piece, or total; null for the form's own tolerance. */
  window: range.nullable(),
  /** Steaks by thickness, mm. */
  thickMm: range.nullable(),
  dueDays: z.number().min(0),
  raw: z.boolean(),
  value: z.number().min(0),
  penalty: z.number().min(0),
  /** What keeps it before the counter in the search: no money. */
  keep: z.number().min(0).optional(),
  partAllowed: z.boolean(),
});
/** A kind of piece for the counter: price in minor units a kg, grams asked for. */
export const counterClass = z.object({
  id: z.enum(counterClassIds),
  form: f.formId,
  perKg,
  demandGrams: z.number().min(0),
  markdownPerKg: perKg,
});
/** What a plan reckons with: grid in mm, prices in minor units a kg, shares of one. */
export const planSettings = z.object({
  gridMm: z.number().min(1).max(50),
  counterLeastG: z.number().min(1),
  counterMm: range,
  deviationPerKg: z.number().min(0),
  perFish: z.number().min(0),
  edgePerKg: z.number().min(0),
  neat: share,
  offcutsPerKg: z.number().min(0),
  trimsPerKg: z.record(z.string(), z.number().min(0)),
  age: z.object({ least: share, fullFromDays: z.number().min(0) }),
  month: z.number().int().min(1).max(12),
});
/** A piece of a fish: where it lies along its section, mm, and what it weighs ready. */
export const plannedPiece = z.object({
  section: z.enum(sectionIds),
  copy: z.number().int(),
  fromMm: z.number(),
  toMm: z.number(),
  grams: z.number(),
  line: z.string().nullable(),
  counter: z.enum(counterClassIds).nullable(),
});
/** A fish of the plan: how it is opened, and its pieces. */
export const plannedFish = z.object({
  fish: z.string(),
  mode: z.enum(modeIds),
  pieces: z.array(plannedPiece).readonly(),
});
/** What a plan is worth, minor units, and what it fills. */
export const planScore = z.object({
  value: z.number(),
  gross: z.number(),
  orders: z.number(),
  counter: z.number(),
  trims: z.number(),
  cost: z.number(),
  penalties: z.number(),
  deviation: z.number(),
  filled: z.record(z.string(), share),
  counterGrams: z.partialRecord(z.enum(counterClassIds), z.number()),
  orderGrams: z.number(),
  trimGrams: z.record(z.string(), z.number()),
  fishOpened: z.number().int(),
  gramsOpened: z.number(),
});

const planSpecies = z.object({
  speciesId: z.string(),
  speciesName: z.string(),
  fish: z.array(planFish.extend({ lotId: f.id, code: z.string(), measured: z.boolean() })),
  lines: z.array(
    planWish.extend({
      lineId: f.id,
      version: f.version.default(1),
      orderNumber: z.number().int(),
      customer: z.string(),
      dueAt: f.instant,
      use: f.use,
      /** The customer takes any white fish: this one is the shop's choice, and why. */
      anyWhite: z.string().nullable(),
      /** Who let it go on the plan: it is not cut for until it is wanted again. */
      letGoBy: z.string().nullable().default(null),
    }),
  ),
  counter: z.array(counterClass),
  /** The shop's way of each cut, by question. */
  methods: z.record(z.string(), z.string()),
  settings: planSettings,
});
/** One fish of the plan: what lies there, what is asked for. */
export type PlanSpecies = z.infer<typeof planSpecies>;

const found = z.object({
  plan: z.object({ fish: z.array(plannedFish).readonly() }),
  score: planScore,
  firstCome: z.object({ score: planScore }),
  bound: z.number().nullable(),
  phase: z.enum(['first_come', 'bound', 'search', 'done']),
  /** Lines served from what comes off beside the pieces: grams, by line. */
  offTrim: z.record(z.string(), z.number()).default({}),
  /** Why a line stays unfilled, by line. */
  unfilled: z.record(z.string(), z.string()),
});
/** The best plan found so far for one fish, with its bound. */
export type FoundPlan = z.infer<typeof found>;

const cutPlan = z.object({
  id: f.id,
  state: z.enum(['running', 'done', 'stopped', 'failed', 'accepted']),
  horizon: z.enum(['today', 'tomorrow', 'all']),
  /** Null for a plan made by itself. */
  madeBy: z.string().nullable(),
  madeAt: f.instant,
  note: z.string(),
  /** The plan it was changed from by hand, and what it was worth. */
  parent: z.object({ id: f.id, value: z.number() }).nullable(),
  pinned: z.array(z.string()),
  species: z.array(
    planSpecies.extend({
      found: found.nullable(),
      /** How likely its lines come out within their windows when they are cut at their marks: by line, and all of them. */
      chance: z.object({ all: share, lines: z.record(z.string(), share) }).nullable(),
    }),
  ),
  /** What those chances rest on. */
  spread: f.spread,
  /** Lines and fish have changed since it was made. */
  changed: z.boolean(),
});
/** The cut plan of a day over all fish. */
export type CutPlan = z.infer<typeof cutPlan>;

const planChanges = z.object({
  /** The plan it is held against. */
  before: z
    .object({ id: f.id, madeAt: f.instant, madeBy: z.string().nullable(), value: z.number() })
    .nullable(),
  value: z.number(),
  species: z.array(
    z.object({
      speciesId: z.string(),
      speciesName: z.string(),
      value: z.object({ before: z.number(), after: z.number() }),
      lines: z.array(
        z.object({
          lineId: f.id,
          orderNumber: z.number().int(),
          customer: z.string(),
          form: f.formId,
          kind: z.enum(['filled', 'lost', 'moved', 'new', 'gone']),
          from: z.array(z.string()),
          to: z.array(z.string()),
        }),
      ),
      /** Fish of a lot and weight opened more or fewer. */
      fish: z.array(z.object({ code: z.string(), grams: z.number(), more: z.number().int() })),
      counter: z.array(z.object({ id: z.enum(counterClassIds), grams: z.number() })),
    }),
  ),
});
/** How a plan differs from the one before it. */
export type PlanChanges = z.infer<typeof planChanges>;

/** Routes of the cut plan: planning, pinning, moving lines, by hand, sending to the bench. */
export const plan = {
  changes: read('/api/plan/:id/changes', {
    summary: 'What a plan does otherwise than the one before it, by species, line and fish',
    tags: ['plan'],
    answer: planChanges,
  }),
  day: read('/api/plan', {
    summary: 'The cut plan as it stands, with the fish, the lines and what is found; null before the first',
    tags: ['plan', 'orders', 'landing', 'grading', 'bench', 'counter'],
    answer: z.object({
      plan: cutPlan.nullable(),
      /** A plan is being made by itself. */
      making: z.boolean(),
      lines: z.number().int(),
      fish: z.number().int(),
    }),
  }),
  start: change('POST', '/api/plan', {
    summary: 'Plan the day anew; pinned fish of the plan before it stay as they are',
    tags: ['plan'],
    roles: backDoor,
    body: z.object({
      horizon: z.enum(['today', 'tomorrow', 'all']),
      seconds: z.number().min(0.2).max(120).default(8),
      keepPinned: z.boolean().default(true),
      /** Only these species are planned; what the plan before has of the others stays. */
      speciesIds: z.array(f.speciesId).min(1).max(200).nullable().default(null),
    }),
    answer: f.done,
  }),
  stop: change('POST', '/api/plan/:id/stop', {
    summary: 'Stop a run; the best plan so far stays',
    tags: ['plan'],
    roles: backDoor,
    answer: f.done,
  }),
  pin: change('PUT', '/api/plan/:id/pins', {
    summary: 'These fish keep their cuts when the day is planned again, or no longer do',
    tags: ['plan'],
    roles: backDoor,
    body: z.object({ fish: z.array(f.key(60)).max(2000), pinned: z.boolean() }),
    answer: f.done,
  }),
  move: change('POST', '/api/plan/:id/move', {
    summary: 'Give a line to another fish: both are cut anew, the others stay',
    tags: ['plan'],
    roles: backDoor,
    body: z.object({ speciesId: f.speciesId, line: f.key(40), from: f.key(60).nullable(), to: f.key(60) }),
    answer: z.object({ id: f.id, gain: z.number() }),
  }),
  price: read('/api/plan/:id/price', {
    summary: 'What a plan would be worth more without a line it fills, minor units',
    tags: ['plan'],
    roles: backDoor,
    query: z.object({ speciesId: f.speciesId, line: f.key(40) }),
    answer: z.object({ gain: z.number() }),
  }),
  letGo: change('PUT', '/api/plan/lines/:id/let-go', {
    summary: 'Let a line go for money: no fish is cut for it; or want it again',
    tags: ['plan', 'orders'],
    roles: backDoor,
    body: z.object({ version: f.version, letGo: z.boolean() }),
    answer: f.done,
  }),
  back: change('POST', '/api/plan/:id/back', {
    summary: 'Go back to the plan before a change by hand',
    tags: ['plan'],
    roles: backDoor,
    answer: f.done,
  }),
  accept: change('POST', '/api/plan/:id/accept', {
    summary: 'Make the tickets of a plan; those of an older plan that wait give way',
    tags: ['plan', 'orders', 'bench'],
    roles: backDoor,
    body: z.object({ speciesIds: z.array(f.speciesId).max(200).nullable() }),
    answer: z.object({ id: f.id, tickets: z.array(z.number().int()) }),
  }),
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
