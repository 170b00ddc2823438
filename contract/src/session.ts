import * as z from 'zod';
import * as f from './fields.ts';
import { roles, read, type Route } from './route.ts';
import { shutDays, taxRules, weekHours } from './settings.ts';

const me = z.object({ id: f.id, name: z.string(), role: f.role });
/** Who is signed in at this screen. */
export type Me = z.infer<typeof me>;

const device = z.enum(['none', 'real', 'simulated']);

/** Routes of the door: the shop as anyone may see it, signing in and out. */
export const session = {
  /** What the sign-in screen needs: nothing that is not written over the door. */
  shop: {
    ...read('/api/shop', {
      summary: 'The shop, who may sign in, and who is signed in here',
      tags: ['people'],
      answer: z.object({
        name: z.string(),
        sample: z.boolean(),
        timeZone: z.string(),
        currency: z.string(),
        /** How what is sold is taxed: a till says what is to be paid before it is sent. */
        tax: taxRules,
        /** The hours of each weekday, Sunday first, and days it is shut out of the usual. */
        hours: weekHours,
        shut: shutDays,
        ruleProfile: f.ruleProfile,
        idleLockMinutes: z.number().int(),
        staff: z.array(z.object({ id: f.id, name: z.string() })),
        /** What the shop calls its places, by account. */
        places: z.record(z.string(), z.string()),
        /** Those stock may be put in, in the order they are offered. */
        keeps: z.array(f.stockPlace),
        /** What each device is here: a stand-in is named as such wherever it speaks. */
        devices: z.object({ scale: device, sensors: device, printer: device, probe: device }),
        me: me.nullable(),
      }),
    }),
    roles: 'public',
  },
  signIn: {
    method: 'POST',
    path: '/api/session',
    roles: 'public',
    kind: 'session',
    tags: [],
    query: null,
    summary: 'Sign in with name and PIN, and choose another PIN',
    /** `newPin` changes the PIN: a PIN somebody else chose opens nothing without it. */
    body: z.object({ staffId: f.id, pin: f.pin, newPin: f.pin.optional() }),
    answer: me,
  },
  vouch: {
    method: 'POST',
    path: '/api/session/second',
    roles,
    kind: 'session',
    tags: [],
    query: null,
    summary: 'The signature of a second person beside the one signed in: good for one act, for five minutes',
    body: z.object({ staffId: f.id, pin: f.pin }),
    answer: z.object({ token: z.string(), name: z.string() }),
  },
  signOut: {
    method: 'DELETE',
    path: '/api/session',
    roles,
    kind: 'session',
    tags: [],
    query: null,
    body: null,
    summary: 'Sign out and lock this screen',
    answer: z.object({}),
  },
} as const satisfies Record<string, Route>;
