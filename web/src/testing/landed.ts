import type { Delivery, LotRow } from '@ember-slate/contract';
import { instantOn } from '@ember-slate/core/calendar';
import { morningZone } from '@ember-slate/core/testing';
import { shopDay } from './served.tsx';

/** Ten past five of that day, by the clock of the shop. */
export const cameAt = instantOn(shopDay, 310, { timeZone: morningZone() }).toISOString();

/** A lot of four gutted hake, as landed. */
export const landedLot = (more: Partial<LotRow> = {}): LotRow => ({
  id: 5,
  code: '261126-H1',
  deliveryId: 3,
  version: 2,
  speciesId: 'hake',
  speciesName: 'European hake',
  condition: 'gutted',
  pieces: 4,
  grams: 9200,
  weightSource: 'measured',
  pricePerKg: 1150,
  production: 'caught',
  area: '27',
  gear: 'hooks and lines',
  boat: '',
  caughtOn: null,
  supplierLot: 'B7',
  slit: 'unasked',
  scaled: 'no',
  remarks: '',
  landedOn: shopDay,
  graded: false,
  verdict: null,
  doubt: null,
  holdReason: null,
  rawPaper: null,
  fish: [],
  photos: 0,
  claims: 0,
  there: { grams: 9200, pieces: 4 },
  ...more,
});

/** The open delivery that brought it, which agrees with its note. */
export const deliveryOf = (more: Partial<Delivery> = {}): Delivery => ({
  id: 3,
  version: 6,
  state: 'open',
  supplier: 'Harbour Market',
  arrivedAt: cameAt,
  probeTenths: 12,
  ice: 'buried',
  drains: 'drains',
  noteRef: 'N-881',
  noteGrams: 9200,
  notePieces: 4,
  noteMoney: 10580,
  remarks: '',
  landedOn: shopDay,
  recordedBy: 'Bram Teale',
  lots: [landedLot()],
  totals: { grams: 9200, pieces: 4, money: 10580 },
  differences: [],
  warnings: [],
  ...more,
});
