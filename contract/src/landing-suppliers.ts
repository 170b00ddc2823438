import * as z from 'zod';
import * as f from './fields.ts';
import { backDoor, change, managers, read, type Route } from './route.ts';

const point = z.object({ at: f.instant, value: z.number(), about: z.string() });

const record = z.object({
  id: f.id,
  name: z.string(),
  version: f.version,
  claimWording: z.string(),
  dressedMeans: z.enum(['headed_gutted', 'gutted']).nullable(),
  deliveries: z.number().int(),
  lots: z.number().int(),
  grams: z.number().int(),
  money: z.number().int(),
  /** Core temperature at the door, C. */
  temperatures: z.array(point),
  /** Mark out of 100 of each lot's first grade. */
  marks: z.array(point),
  /** Weighed against the note, % of it. */
  weights: z.array(point),
  /** Yield reached less expected, points. */
  yields: z.array(point),
  /** What its notes claimed against what the signs said, ice days. */
  ages: z.array(point),
  verdicts: z.object({
    accept: z.number().int(),
    use_today: z.number().int(),
    cooked_only: z.number().int(),
    hold: z.number().int(),
    reject: z.number().int(),
  }),
  claims: z.array(
    z.object({
      id: f.id,
      number: z.number().int(),
      code: z.string(),
      speciesName: z.string(),
      at: f.instant,
      outcome: z.enum(['return', 'bin', 'keep']),
      grams: z.number().int(),
      money: z.number().int(),
      reason: z.string(),
      settledMoney: z.number().int().nullable(),
    }),
  ),
});
/** What a supplier’s fish was like over 90 days: temperatures in C, marks of 100, % against the note, yield points. */
export type SupplierRecord = z.infer<typeof record>;

const boatLot = z.object({
  id: f.id,
  code: z.string(),
  speciesName: z.string(),
  supplier: z.string(),
  landedOn: f.day,
  caughtOn: f.day.nullable(),
  grams: z.number().int(),
  /** Of its first grade. */
  verdict: f.verdict.nullable(),
  /** Mark out of 100 of its first grade. */
  mark: z.number().int().nullable(),
});

/** Routes of suppliers and their records, and of the boats and farms the fish are from. */
export const suppliers = {
  suppliers: read('/api/suppliers', {
    summary: 'Suppliers by name',
    tags: ['landing'],
    answer: z.array(z.object({ id: f.id, name: z.string() })),
  }),
  supplier: read('/api/suppliers/:id', {
    summary: 'What a supplier’s deliveries were like over the last 90 days',
    tags: ['landing', 'grading', 'bench'],
    roles: backDoor,
    answer: record,
  }),
  boats: read('/api/boats', {
    summary: 'Boats and farms fish was landed of, by name, with their lots and the last day',
    tags: ['landing'],
    roles: backDoor,
    answer: z.array(z.object({ name: z.string(), lots: z.number().int(), last: f.day })),
  }),
  boat: read('/api/boats/lots', {
    summary: 'What was landed of one boat or farm, the latest lots first',
    tags: ['landing', 'grading'],
    roles: backDoor,
    query: z.object({ name: f.name('boat or farm', 60) }),
    answer: z.object({ name: z.string(), farm: z.boolean(), lots: z.array(boatLot) }),
  }),
  editSupplier: change('PUT', '/api/suppliers/:id', {
    summary: 'The wording of claims to a supplier, and what it means by dressed',
    tags: ['landing'],
    roles: managers,
    body: z.object({
      version: f.version,
      claimWording: f.text(1000, 'A wording is at most 1000 characters'),
      dressedMeans: z.enum(['headed_gutted', 'gutted']).nullable(),
    }),
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
