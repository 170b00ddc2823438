import * as z from 'zod';
import * as f from './fields.ts';
import { backDoor, change, document, managers, read, type Route } from './route.ts';

const labelSize = z.enum(['58x40', '100x50', '100x70']);

/** How labels look and what their price codes carry. */
export const labelSettings = z.object({
  size: labelSize,
  prefix: z.string().regex(/^(02|2\d)$/, 'The prefix is 02 or 20 to 29'),
  carries: z.enum(['price', 'weight']),
  checked: z.boolean(),
  companyPrefix: z.string().regex(/^(\d{6,10})?$/, 'Six to ten digits, or empty without a GTIN'),
  asWeighed: z.boolean(),
});
/** How labels look and what their price codes carry. */
export type LabelSettings = z.infer<typeof labelSettings>;

/** Routes of labels: made, printed, voided, shown. */
export const labels = {
  read: {
    ...read('/api/labels/read', {
      summary: 'What a scanned code of this shop says',
      tags: ['bench'],
      query: z.object({ code: f.scanned }),
      answer: z.object({
        title: z.string(),
        grams: z.number().int().nullable(),
        price: z.number().int().nullable(),
        trace: z.string().nullable(),
        useBy: f.day.nullable(),
        voided: z.string().nullable(),
      }),
    }),
  },
  pdf: document('/api/labels/:id/label.pdf', { summary: 'The label of a piece, true to size' }),
  code: document('/api/labels/:id/code.svg', { summary: 'The GS1 DataMatrix of a label as a drawing' }),
  priceCode: document('/api/labels/:id/price.svg', { summary: 'The EAN-13 of a label as a drawing' }),
  one: read('/api/labels/:id', {
    summary: 'What a label says, for a look before it is printed',
    tags: ['bench'],
    answer: z.object({
      title: z.string(),
      scientific: z.string(),
      facts: z.array(z.string()),
      warnings: z.array(z.string()),
      trace: z.string(),
      useBy: f.day.nullable(),
      packedOn: f.day,
      grams: z.number().int(),
      pieces: z.number().int(),
      perKg: z.number().int().nullable(),
      price: z.number().int().nullable(),
      priceCode: z.string().nullable(),
      /** The shop as it was called when the label was made, and where it was. */
      shop: z.string(),
      whose: z.string(),
      size: labelSize,
      voided: z.string().nullable(),
    }),
  }),
  make: change('POST', '/api/bench/tickets/:id/weights/:weightId/label', {
    summary: 'Make the label of a weighed piece and print it',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ size: labelSize, print: z.boolean() }),
    answer: z.object({ id: f.id, printed: z.boolean(), why: z.string().nullable() }),
  }),
  today: read('/api/labels', {
    summary: 'Labels made today',
    tags: ['bench'],
    answer: z.array(
      z.object({
        id: f.id,
        ticket: z.number().int(),
        title: z.string(),
        grams: z.number().int(),
        trace: z.string(),
        size: z.string(),
        madeAt: f.instant,
        madeBy: z.string(),
        prints: z.number().int(),
        voided: z.string().nullable(),
      }),
    ),
  }),
  print: change('POST', '/api/labels/:id/print', {
    summary: 'Print a label again',
    tags: ['bench'],
    roles: backDoor,
    answer: z.object({ id: f.id, printed: z.boolean(), why: z.string().nullable() }),
  }),
  printedByHand: change('POST', '/api/labels/:id/printed', {
    summary: 'Say that a label is on paper: printed from its page, where there is no label printer',
    tags: ['bench'],
    roles: backDoor,
    answer: f.done,
  }),
  void: change('POST', '/api/labels/:id/void', {
    summary: 'Void a label: it counts no more when it is scanned',
    tags: ['bench'],
    roles: backDoor,
    body: z.object({ why: f.name('reason', 200) }),
    answer: f.done,
  }),
  priceCards: document('/api/labels/price-cards/:size/cards.pdf', {
    summary:
      'A card for each fish on sale: name, where it is from, price, allergen; sizes a6, a7 and a8 (PDF)',
  }),
  setSettings: change('PUT', '/api/labels/settings', {
    summary: 'How labels are made: size, barcode, when',
    tags: ['forms'],
    roles: managers,
    body: labelSettings.extend({ version: f.version }),
    answer: f.saved,
  }),
} as const satisfies Record<string, Route>;
