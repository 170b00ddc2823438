import * as z from 'zod';
import * as f from './fields.ts';
import { backDoor, change, read, roles, type Route } from './route.ts';

const knife = f.name('knife', 60);

/** Beside the bench: knives as they were sharpened, and accidents as they happened. Both only grow. */
export const safety = {
  knives: read('/api/safety/knives', {
    summary: 'Every knife with when it last met steel and stone, the one that waits longest first',
    tags: ['bench'],
    roles: backDoor,
    answer: z.array(
      z.object({
        knife: z.string(),
        steel: z.object({ at: f.instant, by: z.string() }).nullable(),
        stone: z.object({ at: f.instant, by: z.string() }).nullable(),
      }),
    ),
  }),
  sharpen: change('POST', '/api/safety/knives', {
    summary: 'Note that a knife was steeled or ground',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ knife, did: z.enum(['steel', 'stone']) }),
    answer: f.done,
  }),
  accidents: read('/api/safety/accidents', {
    summary: 'Accidents of the last two years: all for the manager, one’s own notes for others',
    tags: ['people'],
    answer: z.array(
      z.object({
        id: f.id,
        at: f.instant,
        kind: z.enum(['cut', 'sting', 'fall', 'other']),
        who: z.string(),
        what: z.string(),
        firstAid: z.string(),
        notedBy: z.string(),
        notedAt: f.instant,
      }),
    ),
  }),
  noteAccident: change('POST', '/api/safety/accidents', {
    summary: 'Note an accident: who, when, what, first aid given. It stays as it was noted',
    tags: ['people'],
    roles,
    body: z.object({
      at: f.instant,
      kind: z.enum(['cut', 'sting', 'fall', 'other']),
      who: f.name('name', 80),
      what: f.name('what happened', 500),
      firstAid: f.name('first aid given', 500),
    }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
