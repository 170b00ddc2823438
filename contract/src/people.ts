import * as z from 'zod';
import * as f from './fields.ts';
import { change, managers, read, tags, type Route } from './route.ts';

const person = { name: f.name('name'), role: f.role };

/** Routes of people: who works here, whose rules hold, sign-ins, letting somebody try again. */
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
  list: read('/api/people', {
    summary: 'Everybody who works here or did, and where they are signed in',
    tags: ['people'],
    roles: managers,
    answer: z.array(
      z.object({
        id: f.id,
        version: f.version,
        ...person,
        active: z.boolean(),
        /** What the PIN is: their own, one that was handed to them and never used, or one printed with the sample shop. */
        pin: z.enum(['own', 'handed', 'sample']),
        signedIn: z.array(z.object({ address: z.string(), since: f.instant, seenAt: f.instant })),
      }),
    ),
  }),
  add: change('POST', '/api/people', {
    summary: 'Add somebody, with a PIN they change at their first sign-in',
    tags: ['people'],
    roles: managers,
    body: z.object({ ...person, pin: f.pin }),
    answer: f.done,
  }),
  edit: change('PUT', '/api/people/:id', {
    summary: 'Change what somebody is called and does; who left stays in the records',
    tags: ['people'],
    roles: managers,
    body: z.object({ version: f.version, ...person, active: z.boolean() }),
    answer: f.saved,
  }),
  setPin: change('POST', '/api/people/:id/pin', {
    summary: 'Give somebody a new PIN, which they change at the next sign-in; it signs them out everywhere',
    tags: ['people'],
    roles: managers,
    body: z.object({ pin: f.pin }),
    answer: f.done,
  }),
  signOut: change('POST', '/api/people/:id/sign-out', {
    summary: 'Sign somebody out on every screen',
    tags: ['people'],
    roles: managers,
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
