import * as z from 'zod';
import * as f from './fields.ts';
import { lots } from './landing-lots.ts';
import { suppliers } from './landing-suppliers.ts';
import { backDoor, change, read, type Route } from './route.ts';

const species = z.object({
  id: z.string(),
  name: z.string(),
  names: z.string(),
  scientificName: z.string(),
  asfis: z.string().nullable(),
  bodyPlan: z.enum(['fusiform', 'deep', 'elongate', 'mackerel', 'flat', 'large_flat', 'tail', 'wing']),
  bodyRow: z.string(),
  body: f.bodyOwn.nullable(),
  euGroup: z.enum(['white', 'blue', 'selachian', 'none']),
  fat: z.enum(['lean', 'medium', 'oily']),
  arrives: z.enum(['whole', 'gutted', 'tail']),
  minG: z.number(),
  typicalG: z.number(),
  maxG: z.number(),
  lwA: z.number(),
  lwB: z.number(),
  gutted: z.number(),
  headedGutted: z.number(),
  filletSkinOn: z.number().nullable(),
  filletSkinless: z.number(),
  iceDays: z.number(),
  histamine: z.boolean(),
  parasites: z.enum(['yes', 'low_if_farmed']),
  reefToxin: z.boolean(),
  sharp: z.string().nullable(),
  scales: z.enum(['none', 'fine', 'light', 'heavy', 'armour']),
  spawningMonths: z.string().nullable(),
  spentFactor: z.number().nullable(),
  frameStock: z.enum(['excellent', 'good', 'fair', 'oily']),
  marks: z.string(),
  lookAlikes: z.string(),
  own: z.boolean(),
  version: f.version,
  /** Whether this shop sells it: what it does not is in no list to choose from. */
  sold: z.boolean(),
});
/** A species of the shop’s book: body and yields as fractions, weights in grams, life in days on ice. */
export type SpeciesRow = z.infer<typeof species>;

const ice = z.enum(['buried', 'some', 'none']);

const deliveryFields = {
  supplier: f.name('supplier'),
  arrivedAt: f.instant,
  probeTenths: f.tenths.nullable(),
  ice,
  /** Whether the box drains; fish that stands in water spoils sooner. */
  drains: z.enum(['drains', 'stands', 'unknown']).default('unknown'),
  noteRef: f.text(40, 'A note number is at most 40 characters').default(''),
  noteGrams: f.grams.nullable(),
  notePieces: f.pieces.nullable(),
  noteMoney: f.money.nullable(),
  remarks: f.note,
};

const lotFields = {
  speciesId: f.speciesId,
  condition: f.condition,
  pieces: f.pieces,
  grams: f.grams,
  weightSource: f.weightSource,
  pricePerKg: f.money,
  production: f.production,
  area: f.text(60),
  gear: f.text(40).nullable(),
  /** The boat that caught it or the farm it was raised on, as the supplier says; empty where nothing is said. */
  boat: f.text(60, 'A name is at most 60 characters').default(''),
  caughtOn: f.day.nullable(),
  supplierLot: f.text(40, 'A lot number is at most 40 characters').default(''),
  /** Gutting slit of a gutted flatfish: a missing one says the guts are in. */
  slit: z.enum(['seen', 'missing', 'unasked']).default('unasked'),
  /** Fish sold as scaled is often only part scaled. */
  scaled: z.enum(['no', 'part', 'yes']).optional(),
  remarks: f.note,
};

const rawPaper = z.object({ ground: f.rawGround, document: z.string() });

const lot = z.object({
  id: f.id,
  code: z.string(),
  deliveryId: f.id,
  version: f.version,
  ...lotFields,
  speciesName: z.string(),
  pricePerKg: f.money.nullable(),
  landedOn: f.day,
  graded: z.boolean(),
  verdict: f.verdict.nullable(),
  doubt: z.string().nullable(),
  /** Why it may not be touched until someone decides. */
  holdReason: z.string().nullable(),
  /** What lets it be eaten raw though it was not frozen: the ground and its document. */
  rawPaper: rawPaper.nullable(),
  fish: z.array(f.oneFish),
  photos: z.number().int(),
  claims: z.number().int(),
  /** Fish and grams that still lie in the cold room as landed. */
  there: z.object({ grams: z.number().int(), pieces: z.number().int() }),
});
/** A lot as landed: pieces, grams, price in minor units a kg, origin, papers. */
export type LotRow = z.infer<typeof lot>;

const delivery = z.object({
  id: f.id,
  version: f.version,
  state: z.enum(['open', 'closed']),
  ...deliveryFields,
  noteMoney: f.money.nullable(),
  landedOn: f.day,
  recordedBy: z.string(),
  lots: z.array(lot),
  totals: z.object({ grams: z.number().int(), pieces: z.number().int(), money: z.number().int().nullable() }),
  /** Weighed minus note: grams, fish, or cents. */
  differences: z.array(z.object({ of: z.enum(['weight', 'number', 'money']), by: z.number().int() })),
  warnings: z.array(z.string()),
});
/** A delivery with its lots, held against its note in grams, fish and money. */
export type Delivery = z.infer<typeof delivery>;

/** Routes of the back door: the species book, deliveries and their lots. */
export const landing = {
  ...lots,
  ...suppliers,
  species: read('/api/species', { summary: 'The species book', tags: ['species'], answer: z.array(species) }),
  deliveries: read('/api/landing/deliveries', {
    summary: 'Deliveries of one day, and those still open',
    tags: ['landing', 'grading'],
    query: z.object({ day: f.day.optional() }),
    answer: z.array(delivery),
  }),
  createDelivery: change('POST', '/api/landing/deliveries', {
    summary: 'Open a delivery',
    tags: ['landing'],
    roles: backDoor,
    body: z.object(deliveryFields),
    answer: f.done,
  }),
  editDelivery: change('PUT', '/api/landing/deliveries/:id', {
    summary: 'Put a delivery right',
    tags: ['landing', 'close'],
    roles: backDoor,
    body: z.object({ ...deliveryFields, version: f.version, reason: f.reasonOrNone }),
    answer: f.done,
  }),
  dropDelivery: change('POST', '/api/landing/deliveries/:id/drop', {
    summary: 'Take away a delivery that was opened by mistake; nothing may have been landed from it',
    tags: ['landing'],
    roles: backDoor,
    body: z.object({ version: f.version }),
    answer: f.done,
  }),
  addLot: change('POST', '/api/landing/deliveries/:id/lots', {
    summary: 'Land a lot of this delivery',
    tags: ['landing', 'grading', 'counter', 'close'],
    roles: backDoor,
    body: z.object({ ...lotFields, fish: z.array(f.oneFish).max(500).default([]) }),
    answer: z.object({ id: f.id, code: z.string() }),
  }),
  editLot: change('PUT', '/api/landing/lots/:id', {
    summary: 'Put a lot right; stock, losses, tickets and yields follow, another fish is graded again',
    tags: ['landing', 'grading', 'counter', 'close', 'plan', 'bench', 'orders'],
    roles: backDoor,
    body: z.object({ ...lotFields, version: f.version, reason: f.reasonOrNone }),
    answer: f.done,
  }),
  dropLot: change('POST', '/api/landing/lots/:id/drop', {
    summary:
      'Take away a lot that was landed twice: all of it must lie there still, and be promised to nobody',
    tags: ['landing', 'grading', 'counter', 'close', 'plan'],
    roles: backDoor,
    body: z.object({ version: f.version, reason: f.name('reason', 120) }),
    answer: f.done,
  }),
  lotUses: read('/api/landing/lots/:id/uses', {
    summary: 'What has been made of a lot since it was landed: what follows when it is put right',
    tags: ['landing', 'grading', 'bench', 'counter', 'orders', 'plan'],
    roles: backDoor,
    answer: z.object({
      graded: z.boolean(),
      /** Tickets its fish were chosen for or cut by. */
      tickets: z.array(z.object({ number: z.number().int(), closed: z.boolean() })),
      /** Piece labels that carry it and are not void. */
      labels: z.number().int(),
      soldGrams: z.number().int(),
      /** Order lines that fish of it are promised to. */
      promised: z.number().int(),
      /** Whether a reason is asked for: others have built on what it says. */
      needsReason: z.boolean(),
    }),
  }),
  closeDelivery: change('POST', '/api/landing/deliveries/:id/close', {
    summary: 'Check the totals against the note and close the delivery',
    tags: ['landing'],
    roles: backDoor,
    body: z.object({ version: f.version, reason: f.note }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
