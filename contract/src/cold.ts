import * as z from 'zod';
import { addedKinds } from '@ember-slate/core/ledger';
import * as f from './fields.ts';
import { change, managers, read, roles, type Route } from './route.ts';

const episode = z.object({
  kind: z.enum(['warm', 'silent']),
  from: f.instant,
  to: f.instant,
  lasts: z.boolean(),
  peak: z.number().nullable(),
  answer: z.object({ by: z.string(), at: f.instant, done: z.string() }).nullable(),
});

const place = z.object({
  id: f.id,
  account: z.string(),
  /** Whether the shop may do without it. */
  removable: z.boolean(),
  name: z.string(),
  setTenths: z.number().int(),
  limitTenths: z.number().int().nullable(),
  sensor: z.string().nullable(),
  version: f.version,
  /** A sensor speaks for it. */
  watched: z.boolean(),
  /** The last reading there is. */
  last: z
    .object({ at: f.instant, celsius: z.number(), source: z.enum(['sensor', 'probe', 'simulated']) })
    .nullable(),
  /** What to expect next: the mean of the last 24 h, else the set point. */
  expected: z.number(),
  /** What was warm or silent in the last two weeks. */
  episodes: z.array(episode),
  lots: z.number().int(),
});
/** A place that is kept cold: set point and limit in tenths of a degree C, readings in C, warm and silent stretches. */
export type ColdPlace = z.infer<typeof place>;

const histamine = z.object({
  hours: z.number(),
  limitHours: z.number(),
  state: z.enum(['open', 'half', 'full']),
});

const rowClock = z.object({
  place: z.string(),
  placeName: z.string(),
  item: z.string(),
  itemName: z.string(),
  batch: z.number().int(),
  grams: z.number().int(),
  pieces: z.number().int(),
  used: z.number().nullable(),
  daysLeft: z.number().nullable(),
  /** At both ends of the 90 % interval. */
  daysLeftRange: z.tuple([z.number(), z.number()]).nullable(),
  sellBy: f.day.nullable(),
  rate: z.number(),
  expected: z.number(),
  assumedHours: z.number(),
  frozenAt: f.instant.nullable(),
  thawedAt: f.instant.nullable(),
});

/** What the freezer's log proves: the rule met or nearest, and when it was or will be met. */
const freezing = z.object({
  met: z.boolean(),
  rule: z.object({
    celsius: z.number(),
    hours: z.number(),
    solidAt: z.number().nullable(),
    source: z.string(),
  }),
  hours: z.number(),
  completeAt: f.instant.nullable(),
});

/** A row of stock as the lists of the cold chain show it. */
const lying = {
  lotId: f.id,
  code: z.string(),
  speciesName: z.string(),
  itemName: z.string(),
  placeName: z.string(),
  grams: z.number().int(),
  pieces: z.number().int(),
};

const frozenRow = z.object({
  ...lying,
  frozenAt: f.instant.nullable(),
  thawedAt: f.instant.nullable(),
  freezing: freezing.nullable(),
  /** Whether it may be eaten raw, by the freezer's log or by its lot's paper. */
  raw: z.boolean(),
  useBy: f.day.nullable(),
});
/** Stock that is or was frozen, with what its freezing proves for raw use. */
export type FrozenRow = z.infer<typeof frozenRow>;

const lotLife = z.object({
  id: f.id,
  code: z.string(),
  speciesId: z.string(),
  speciesName: z.string(),
  iceDays: z.number(),
  supplier: z.string(),
  /** The boat or the farm, empty where nothing is said. */
  boat: z.string(),
  condition: f.condition,
  landedAt: f.instant,
  verdict: f.verdict.nullable(),
  halfWidth: z.number().nullable(),
  pace: z.number(),
  rows: z.array(rowClock),
  /** Where it lay, oldest first, on the path of the row that counts. */
  path: z.array(z.object({ placeName: z.string(), item: z.string(), from: f.instant, to: f.instant })),
  /** Temperature round it and ice days used, over that path. */
  curve: z.array(
    z.object({ at: f.instant, celsius: z.number(), assumed: z.boolean(), used: z.number().nullable() }),
  ),
  grades: z.array(
    z.object({ id: f.id, at: f.instant, used: z.number(), halfWidth: z.number(), verdict: f.verdict }),
  ),
  /** Core temperatures; those written down by themselves may be put right by their number. */
  cores: z.array(z.object({ at: f.instant, celsius: z.number(), probeId: f.id.nullable() })),
  whatIf: z.array(
    z.object({ name: z.string(), celsius: z.number(), daysLeft: z.number(), sellBy: f.day.nullable() }),
  ),
  histamine: histamine.extend({ source: z.string(), clearance: z.string().nullable() }).nullable(),
  freezing: freezing.nullable(),
  /** What lets it be eaten raw though it was not frozen. */
  rawPaper: z.object({ ground: f.rawGround, document: z.string() }).nullable(),
});
/** The life of a lot: temperatures in C, ice days used, days left, histamine hours, freezing. */
export type LotLife = z.infer<typeof lotLife>;

const firstRow = z.object({
  ...lying,
  daysLeft: z.number().nullable(),
  sellBy: f.day.nullable(),
  assumed: z.boolean(),
  /** Someone must decide before anything else. */
  decide: z.boolean(),
  reason: z.string(),
});
/** Stock in the order it should go, days left first. */
export type FirstRow = z.infer<typeof firstRow>;

/** What a reading moves: every clock in the shop. */
const clocks = ['cold', 'grading', 'orders', 'plan', 'bench', 'counter'] as const;

/** What a reading said, what it says since (null: there was none), and why. */
const righted = {
  was: z.number().int().min(-9_999).max(999_999),
  tenths: f.tenths.nullable(),
  reason: f.name('reason', 200),
};

const placeFields = {
  name: f.name('name of the place', 40),
  setTenths: f.tenths,
  limitTenths: f.tenths.nullable(),
  /** What its sensor calls itself; null where none reads it. */
  sensor: f.key(20).nullable(),
};

/** Routes of the cold chain: places, readings, answers to what was warm, the life of each lot. */
export const cold = {
  places: read('/api/cold/places', {
    summary: 'Places with their temperature now, and what was warm or silent',
    tags: ['cold', 'counter'],
    answer: z.array(place),
  }),
  log: read('/api/cold/places/:id/log', {
    summary: 'The temperature of a place over some days, thinned to what a chart can show',
    tags: ['cold'],
    query: z.object({ days: z.coerce.number().int().min(1).max(400).default(1) }),
    answer: z.object({ readings: z.array(z.tuple([z.number(), z.number()])), total: z.number().int() }),
  }),
  read: change('POST', '/api/cold/places/:id/readings', {
    summary: 'Write down a probe reading of a place; one that comes late recomputes every clock after it',
    tags: clocks,
    roles,
    body: z.object({ at: f.instant, tenths: f.tenths }),
    answer: f.done,
  }),
  byHand: read('/api/cold/places/:id/by-hand', {
    summary: 'What was read by hand at a place within two weeks, the last first',
    tags: ['cold'],
    answer: z.array(z.object({ at: f.instant, tenths: z.number().int(), by: z.string() })),
  }),
  putReadingRight: change('PUT', '/api/cold/places/:id/readings', {
    summary: 'Put right what was read by hand at a place, or take it away; every clock after it follows',
    tags: [...clocks, 'close'],
    roles,
    body: z.object({ at: f.instant, ...righted }),
    answer: f.done,
  }),
  putProbeRight: change('PUT', '/api/cold/probes/:id', {
    summary: 'Put right the core temperature of a lot that was written down by itself, or take it away',
    tags: [...clocks, 'close'],
    roles,
    body: z.object(righted),
    answer: f.done,
  }),
  round: change('POST', '/api/cold/rounds', {
    summary: 'Write down the temperatures of a round through the places, read by hand',
    tags: clocks,
    roles,
    body: z.object({
      readings: z
        .array(z.object({ id: f.id, tenths: f.tenths, done: f.text(500).default('') }))
        .min(1, 'Read one place at least')
        .max(50),
    }),
    answer: z.object({ read: z.number().int() }),
  }),
  answer: change('POST', '/api/cold/places/:id/answers', {
    summary: 'Answer for a warm or silent stretch: what was done about it',
    tags: ['cold', 'close'],
    roles,
    body: z.object({ kind: z.enum(['warm', 'silent']), from: f.instant, done: f.name('answer', 500) }),
    answer: f.done,
  }),
  edit: change('PUT', '/api/cold/places/:id', {
    summary: 'Change the name, the set point or the limit of a place',
    // Every screen says its name.
    tags: [...clocks, 'people'],
    roles: managers,
    body: z.object({ ...placeFields, version: f.version }),
    answer: f.done,
  }),
  add: change('POST', '/api/cold/places', {
    summary: 'Another place of a kind: a second freezer, the fridge in the yard',
    tags: [...clocks, 'people'],
    roles: managers,
    body: z.object({ kind: z.enum(addedKinds), ...placeFields }),
    answer: f.done,
  }),
  remove: change('PUT', '/api/cold/places/:id/removed', {
    summary: 'A place the shop has no more; nothing may lie there. Or it is there again',
    tags: [...clocks, 'people'],
    roles: managers,
    body: z.object({ removed: z.boolean(), version: f.version }),
    answer: f.done,
  }),
  removed: read('/api/cold/removed', {
    summary: 'Places the shop has no more',
    tags: ['cold'],
    roles: managers,
    answer: z.array(z.object({ id: f.id, name: z.string(), version: f.version, at: f.instant })),
  }),
  first: read('/api/cold/first', {
    summary: 'What to use first, with the reason for its place in the list',
    tags: ['cold', 'grading', 'counter'],
    answer: z.array(firstRow),
  }),
  frozen: read('/api/cold/frozen', {
    summary:
      'What lies frozen or has thawed: since when, whether its freezing is complete, until when it is good',
    tags: ['cold', 'grading', 'counter'],
    answer: z.array(frozenRow),
  }),
  lot: read('/api/cold/lots/:id', {
    summary: 'The life of a lot: where it lay, how warm it was, its grades, what is left',
    tags: ['cold', 'grading', 'counter'],
    answer: lotLife,
  }),
  probe: change('POST', '/api/cold/lots/:id/probes', {
    summary: 'Write down the core temperature of a lot',
    tags: ['cold', 'grading'],
    roles,
    body: z.object({ tenths: f.tenths }),
    answer: f.done,
  }),
  clear: change('POST', '/api/cold/lots/:id/clearance', {
    summary: 'Keep the test that cleared a lot whose histamine account is full',
    tags: clocks,
    roles: managers,
    body: z.object({ reason: f.name('test and its result', 500) }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
