import * as z from 'zod';
import * as f from './fields.ts';
import { change, managers, read, type Route } from './route.ts';

const share = z.number({ error: 'Give the share of the whole weight' }).min(0).max(1);

/** An entry of the species book as people write it. */
const speciesFields = {
  name: f.name('name'),
  names: f.text(200),
  scientificName: f.name('scientific name'),
  asfis: z
    .string()
    .trim()
    .toUpperCase()
    .regex(/^[A-Z]{3}$/, 'Three letters, or leave it empty')
    .nullable(),
  bodyPlan: z.enum(['fusiform', 'deep', 'elongate', 'mackerel', 'flat', 'large_flat', 'tail', 'wing']),
  bodyRow: f.key(20),
  body: f.bodyOwn.nullable(),
  euGroup: z.enum(['white', 'blue', 'selachian', 'none']),
  fat: z.enum(['lean', 'medium', 'oily']),
  arrives: z.enum(['whole', 'gutted', 'tail']),
  minG: f.grams,
  typicalG: f.grams,
  maxG: f.grams,
  lwA: z.number().min(0).max(10),
  lwB: z.number().min(0).max(10),
  gutted: share,
  headedGutted: share,
  filletSkinOn: share.nullable(),
  filletSkinless: share,
  iceDays: z.number().min(0).max(100),
  histamine: z.boolean(),
  parasites: z.enum(['yes', 'low_if_farmed']),
  reefToxin: z.boolean(),
  sharp: f.text(60).nullable(),
  scales: z.enum(['none', 'fine', 'light', 'heavy', 'armour']),
  spawningMonths: f.text(8).nullable(),
  spentFactor: z.number().min(0).max(2).nullable(),
  frameStock: z.enum(['excellent', 'good', 'fair', 'oily']),
  marks: f.text(1000),
  lookAlikes: f.text(1000),
};

/** Routes of the shop’s own species and its changes to those that ship. */
export const species = {
  sold: read('/api/species/sold', {
    summary: 'Species this shop does not sell',
    tags: ['species'],
    roles: managers,
    answer: z.object({ version: f.version, off: z.array(z.string()) }),
  }),
  setSold: change('PUT', '/api/species/sold', {
    summary: 'Say which species this shop does not sell: they are in no list to choose from',
    tags: ['species', 'people'],
    roles: managers,
    body: z.object({ version: f.version, off: z.array(f.speciesId).max(500, 'At most 500 species') }),
    answer: f.saved,
  }),
  yields: read('/api/species/:id/yields', {
    summary: 'Where the shop’s yield of a species stood, month by month, against what is expected',
    tags: ['bench'],
    answer: z.object({
      months: z.array(
        z.object({
          month: z.number().int(),
          /** Tickets, and reached over expected yield: 1 is as expected. */
          tickets: z.number().int(),
          reached: z.number(),
        }),
      ),
      lots: z.number().int(),
    }),
  }),
  edit: change('PUT', '/api/species/:id', {
    summary: 'Change an entry of the species book',
    tags: ['species', 'landing', 'grading', 'orders', 'plan', 'bench', 'counter', 'cold'],
    roles: managers,
    body: z.object({ ...speciesFields, version: f.version }),
    answer: f.saved,
  }),
  add: change('POST', '/api/species', {
    summary: 'Add a species to the book',
    tags: ['species'],
    roles: managers,
    body: z.object({ ...speciesFields, id: f.speciesId }),
    answer: z.object({ id: z.string() }),
  }),
} as const satisfies Record<string, Route>;
