import * as z from 'zod';
import * as f from './fields.ts';
import { change, managers, read, type Route } from './route.ts';

const share = z.number({ error: 'Give the share of the whole weight' }).min(0).max(1);
const text = (max: number) => z.string().trim().max(max, `At most ${max} characters`);

/** An entry of the species book as people write it. */
const speciesFields = {
  name: f.name('name'),
  names: text(200),
  scientificName: f.name('scientific name'),
  asfis: z.string().trim().toUpperCase().length(3, 'Three letters, or leave it empty').nullable(),
  bodyPlan: z.enum(['fusiform', 'deep', 'elongate', 'mackerel', 'flat', 'large_flat', 'tail', 'wing']),
  bodyRow: z.string().max(20),
  body: f.bodyOwn.nullable(),
  euGroup: z.enum(['white', 'blue', 'selachian', 'none']),
  fat: z.enum(['lean', 'medium', 'oily']),
  arrives: z.enum(['whole', 'gutted', 'tail']),
  minG: f.grams,
  typicalG: f.grams,
  maxG: f.grams,
  lwA: z.number(),
  lwB: z.number(),
  gutted: share,
  headedGutted: share,
  filletSkinOn: share.nullable(),
  filletSkinless: share,
  iceDays: z.number(),
  histamine: z.boolean(),
  parasites: z.enum(['yes', 'low_if_farmed']),
  reefToxin: z.boolean(),
  sharp: text(60).nullable(),
  scales: z.enum(['none', 'fine', 'light', 'heavy', 'armour']),
  spawningMonths: text(8).nullable(),
  spentFactor: z.number().nullable(),
  frameStock: z.enum(['excellent', 'good', 'fair', 'oily']),
  marks: text(1000),
  lookAlikes: text(1000),
};

export const species = {
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
    answer: z.object({ version: f.version }),
  }),
  add: change('POST', '/api/species', {
    summary: 'Add a species to the book',
    tags: ['species'],
    roles: managers,
    body: z.object({ ...speciesFields, id: z.string() }),
    answer: z.object({ id: z.string() }),
  }),
} as const satisfies Record<string, Route>;
