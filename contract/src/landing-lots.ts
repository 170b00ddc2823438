import * as z from 'zod';
import { noteFields } from '@ember-slate/core/landing';
import * as f from './fields.ts';
import { ask, backDoor, change, document, managers, read, upload, type Route } from './route.ts';

const noteColumns = z.object(
  Object.fromEntries(noteFields.map((n) => [n, z.number().int().min(0).max(200).nullable()])) as Record<
    (typeof noteFields)[number],
    z.ZodNullable<z.ZodNumber>
  >,
);
const noteText = z
  .string()
  .min(1, 'The note is empty')
  .max(180_000, 'A note is at most 180 kB')
  // Read as a file: its reader says what is wrong with it, line by line.
  .meta({ contentMediaType: 'text/csv' });
const noteLot = z.object({
  speciesId: z.string(),
  condition: f.condition,
  pieces: z.number().int(),
  grams: z.number().int(),
  pricePerKg: z.number().int(),
  production: f.production,
  area: z.string(),
  gear: z.string().nullable(),
  boat: z.string(),
  caughtOn: f.day.nullable(),
  supplierLot: z.string(),
  remarks: z.string(),
});

const claim = z.object({
  id: f.id,
  number: z.number().int(),
  lotId: f.id,
  code: z.string(),
  speciesName: z.string(),
  supplier: z.string(),
  outcome: z.enum(['return', 'bin', 'keep']),
  grams: z.number().int(),
  pieces: z.number().int(),
  money: z.number().int(),
  reason: z.string(),
  wording: z.string(),
  madeAt: f.instant,
  madeBy: z.string(),
  settledMoney: z.number().int().nullable(),
});
/** A claim against a supplier: grams, pieces, money in minor units, and what was paid of it. */
export type Claim = z.infer<typeof claim>;

const amount = { grams: f.grams, pieces: z.number().int().min(1, 'At least one').max(20_000) };
const everything = ['landing', 'grading', 'counter', 'close', 'plan', 'cold', 'orders'] as const;

/** Routes of what happens to a landed lot: notes, holds, papers, splits, claims, labels, photos. */
export const lots = {
  readNote: ask('/api/landing/notes', {
    summary: 'Read a delivery note from CSV: columns matched, every row with its errors; nothing is kept',
    roles: backDoor,
    body: z.object({ supplier: f.text(80), text: noteText, columns: noteColumns.optional() }),
    answer: z.object({
      header: z.array(z.string()),
      columns: noteColumns,
      remembered: z.boolean(),
      rows: z.array(
        z.object({
          line: z.number().int(),
          cells: z.array(z.string()),
          lot: noteLot.nullable(),
          errors: z.array(z.object({ field: z.enum(noteFields), message: z.string() })),
        }),
      ),
    }),
  }),
  importNote: change('POST', '/api/landing/notes/import', {
    summary: 'Land every lot of a note, or none; how its columns were matched is kept for the supplier',
    tags: everything,
    roles: backDoor,
    body: z.object({
      supplier: f.name('supplier'),
      arrivedAt: f.instant,
      probeTenths: f.tenths.nullable(),
      ice: z.enum(['buried', 'some', 'none']),
      drains: z.enum(['drains', 'stands', 'unknown']),
      noteRef: f.text(40),
      text: noteText,
      columns: noteColumns,
    }),
    answer: z.object({ id: f.id, lots: z.number().int() }),
  }),
  lastLots: read('/api/landing/last', {
    summary: 'The lots of a supplier’s delivery before this one, to land again',
    tags: ['landing'],
    roles: backDoor,
    query: z.object({ supplier: f.text(80) }),
    answer: z.array(noteLot.extend({ speciesName: z.string() })),
  }),
  hold: change('POST', '/api/landing/lots/:id/hold', {
    summary: 'Hold a lot until someone decides, or let it go',
    tags: everything,
    roles: backDoor,
    body: z.object({ version: f.version, reason: f.text(200).nullable() }),
    answer: f.done,
  }),
  rawPaper: change('POST', '/api/landing/lots/:id/raw-paper', {
    summary: 'Keep the paper that lets a lot be eaten raw unfrozen, or withdraw it',
    tags: everything,
    roles: managers,
    body: z.object({
      version: f.version,
      paper: z.object({ ground: f.rawGround, document: f.name('document', 80) }).nullable(),
    }),
    answer: f.done,
  }),
  split: change('POST', '/api/landing/lots/:id/split', {
    summary: 'Part of a lot becomes a lot of its own, with its origin, its grade and its clock',
    tags: everything,
    roles: backDoor,
    body: z.object({ version: f.version, ...amount, source: f.weightSource, remarks: f.note }),
    answer: z.object({ id: f.id, code: z.string() }),
  }),
  claim: change('POST', '/api/landing/lots/:id/claims', {
    summary: 'Claim against the supplier: part or all sent back, binned, or kept for less money',
    tags: everything,
    roles: backDoor,
    body: z.object({
      outcome: z.enum(['return', 'bin', 'keep']),
      ...amount,
      money: f.money,
      reason: f.name('reason', 500),
      wording: f.text(1000),
    }),
    answer: z.object({ id: f.id, number: z.number().int() }),
  }),
  claims: read('/api/landing/lots/:id/claims', {
    summary: 'Claims of a lot, and what its supplier is usually told',
    tags: ['landing'],
    roles: backDoor,
    answer: z.object({ claims: z.array(claim), wording: z.string(), draft: z.string() }),
  }),
  settle: change('POST', '/api/landing/claims/:id/settle', {
    summary: 'What the supplier paid for a claim',
    tags: ['landing'],
    roles: managers,
    body: z.object({ money: f.money }),
    answer: f.done,
  }),
  putCreditRight: change('POST', '/api/landing/claims/:id/credit', {
    summary: 'Put right what the supplier paid for a claim',
    tags: ['landing', 'close'],
    roles: managers,
    body: z.object({
      was: f.money,
      /** Null where nothing was paid yet: the claim is open again. */
      money: f.money.nullable(),
      reason: f.name('reason', 200),
    }),
    answer: f.done,
  }),
  withdrawClaim: change('POST', '/api/landing/claims/:id/withdraw', {
    summary: 'Take back a claim that was a mistake; fish that left with it today are there again',
    tags: everything,
    roles: backDoor,
    body: z.object({ reason: f.name('reason', 200) }),
    answer: f.done,
  }),
  claimSheet: document('/api/landing/claims/:id/sheet.pdf', {
    summary: 'The claim as a sheet for the supplier (PDF)',
    roles: backDoor,
  }),
  label: document('/api/landing/lots/:id/label.pdf', { summary: 'Box label of a lot (PDF, 100 x 70 mm)' }),
  printLabel: change('POST', '/api/landing/lots/:id/label', {
    summary: 'Print the box labels of a lot',
    tags: ['landing'],
    roles: backDoor,
    body: z.object({ copies: z.number().int().min(1).max(50) }),
    answer: z.object({ printed: z.number().int(), why: z.string().nullable() }),
  }),
  photos: read('/api/landing/lots/:id/photos', {
    summary: 'Photos of a lot',
    tags: ['landing'],
    answer: z.array(
      z.object({
        id: f.id,
        width: z.number().int(),
        height: z.number().int(),
        at: f.instant,
        by: z.string(),
      }),
    ),
  }),
  photo: document('/api/landing/photos/:id', { summary: 'One photo (JPEG)' }),
  addPhoto: upload('/api/landing/lots/:id/photos', {
    summary: 'Keep a photo of a lot: re-encoded, without what the camera wrote into it',
    tags: ['landing'],
    roles: backDoor,
    answer: f.done,
  }),
} as const satisfies Record<string, Route>;
