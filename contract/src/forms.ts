import * as z from 'zod';
import * as f from './fields.ts';
import { labelSettings } from './labels.ts';
import { backDoor, change, managers, read, type Route } from './route.ts';

const ownForm = z.object({
  id: f.formId,
  like: f.formId.nullable(),
  name: f.name('name', 60),
  pieceG: f.grams,
  tolerance: z.number().min(0.02, 'At least 2 %').max(0.5, 'At most half'),
  lifeFactor: z.number().min(0.1, 'At least a tenth').max(1, 'Cutting never lengthens life'),
  share: z.number().min(0.02, 'At least 2 %').max(1, 'Not more than the part it is made of'),
  options: z.array(f.name('option')).max(12),
  norm: f.text(300),
  kitchen: f.text(300),
  off: z.boolean(),
});

const choices = z
  .record(f.key(20), f.key(20))
  .refine((c) => Object.keys(c).length <= 40, 'More choices than there are questions');
/** Routes of the market forms, cutting methods and labels of the shop. */
export const forms = {
  book: read('/api/forms', {
    summary: 'The shop’s changes to the market forms, its methods, yours, and how labels are made',
    tags: ['forms'],
    answer: z.object({
      version: f.version,
      own: z.array(ownForm),
      shop: choices,
      shopVersion: f.version,
      mine: choices,
      labels: labelSettings.extend({ version: f.version }),
    }),
  }),
  save: change('PUT', '/api/forms', {
    summary: 'Add or change a form of the shop',
    tags: ['forms', 'orders', 'plan', 'bench', 'counter', 'cold'],
    roles: managers,
    body: z.object({ version: f.version, form: ownForm }),
    answer: f.saved,
  }),
  shopMethods: change('PUT', '/api/methods', {
    summary: 'The methods of this shop',
    tags: ['forms', 'bench'],
    roles: managers,
    body: z.object({ version: f.version, choices }),
    answer: f.saved,
  }),
  myMethods: change('PUT', '/api/methods/mine', {
    summary: 'Your own way in one question, before the shop’s; null for the shop’s',
    tags: ['forms', 'bench'],
    roles: backDoor,
    body: z.object({ question: f.key(20), method: f.key(20).nullable() }),
    answer: z.object({}),
  }),
} as const satisfies Record<string, Route>;
