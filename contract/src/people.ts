import * as z from 'zod';
import * as f from './fields.ts';
import { change, managers, read, tags, type Route } from './route.ts';

/** Routes of people: whose rules hold, sign-ins, letting somebody try again. */
export const people = {
  signIns: read('/api/people/sign-ins', {
    summary: 'Who signed in from where over two weeks, who tried to, and who has to wait',
    tags: ['people'],
    roles: managers,
    answer: z.object({
      tries: z.array(
        z.object({
          at: f.instant,
          /** Null for a name that is none of the shop's. */
          name: z.string().nullable(),
          address: z.string(),
          outcome: z.enum(['in', 'wrong', 'waiting']),
        }),
      ),
      waiting: z.array(
        z.object({
          staffId: f.id,
          name: z.string(),
          /** Empty for all screens nobody ever signed in at. */
          address: z.string(),
          failures: z.number().int(),
          until: f.instant,
        }),
      ),
    }),
  }),
  rules: read('/api/people/rules', {
    summary: 'Whose food rules the shop follows',
    tags: ['people'],
    roles: managers,
    answer: z.object({ version: f.version, profile: f.ruleProfile }),
  }),
  setRules: change('PUT', '/api/people/rules', {
    summary:
      'Follow other food rules: limits at the door, freezing for raw use, labels, how dates of a note are read',
    tags: [...tags],
    roles: managers,
    body: z.object({ version: f.version, profile: f.ruleProfile }),
    answer: z.object({ version: f.version }),
  }),
  release: change('POST', '/api/people/:id/release', {
    summary: 'Let somebody who gave wrong PINs try again at once',
    tags: ['people'],
    roles: managers,
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
