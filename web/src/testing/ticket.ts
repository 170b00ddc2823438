import { usualSpread } from '@ember-slate/core/body';
import { inWords } from '@ember-slate/words/core';
import type { SpeciesRow, Ticket, TicketCut } from '@ember-slate/contract';
import { compose } from '@ember-slate/core/board';
import { formBook, formOf } from '@ember-slate/core/forms';
import { catalogue } from '@ember-slate/core/species';

const book = formBook();
const row = (id: string): SpeciesRow => ({
  ...catalogue.find((s) => s.id === id)!,
  own: false,
  sold: true,
  version: 1,
});

let lastId = 0;
/** A cut of the ticket; nobody's is the counter's. */
export const cutFor = (
  form: string,
  customer: string | null,
  pieces: number,
  pieceGrams: number,
): TicketCut => ({
  id: ++lastId,
  lineId: customer ? lastId : null,
  form,
  formName: formOf(book, form).name,
  customer,
  orderNumber: customer ? 7 : null,
  dueAt: null,
  pieces,
  pieceGrams,
  totalGrams: null,
  thickMm: null,
  trimWish: 'shop',
  packing: 'wrapped',
  options: [],
});

/** A hake of 2310 g on the board, as the server tells it. */
export function hakeTicket(cuts: TicketCut[], more: Partial<Ticket> = {}): Ticket {
  const composed = compose({
    species: row('hake'),
    condition: 'gutted',
    scaled: 'no',
    cuts: cuts.map((c) => ({ ...c, form: formOf(book, c.form) })),
    fishGrams: 2310,
    fish: 1,
    month: 6,
  });
  const steps = inWords(composed.steps);
  return {
    id: 1,
    number: 32,
    version: 1,
    state: 'cutting',
    speciesId: 'hake',
    speciesName: 'European hake',
    cuts,
    dueAt: '2026-11-25T16:00:00.000Z',
    fish: 1,
    condition: 'gutted',
    minutes: 30,
    cutter: { id: 1, name: 'Bram' },
    paused: null,
    stepId: 'slices',
    stepIds: steps.map((s) => s.id),
    doneAhead: [],
    daysLeft: 6,
    stepSeconds: 0,
    marks: null,
    stepSince: null,
    reopens: false,
    steps,
    firstCut: 'head_tail',
    tools: inWords(composed.tools),
    cautions: [],
    inputs: [
      {
        lotId: 1,
        code: '261125-H1',
        item: 'whole',
        itemName: 'whole',
        condition: 'gutted',
        scaled: 'no',
        pieces: 1,
        grams: 2310,
        source: 'measured',
        daysLeft: 6,
        verdict: 'accept',
      },
    ],
    expected: {
      yield: 0.5,
      mains: cuts.map(() => 500),
      asked: cuts.map(() => 400),
      drip: 20,
      trims: [
        { part: 'head', grams: 400, keep: true },
        { part: 'fins', grams: 2, keep: false },
      ],
    },
    spread: { ...usualSpread, tickets: 0 },
    weighOuts: [],
    sweep: { one: null, two: null, twoHands: false, expectedBones: '' },
    frameGrade: null,
    timers: [],
    balance: { input: 2310, unaccounted: 0, allowed: 35, closes: true },
    ...more,
  };
}
/** What was weighed out of a ticket. */
export const weighedOut = (
  kind: 'order' | 'counter' | 'trim',
  item: string,
  g: number,
  pieces: number,
  cutId: number | null = null,
) => ({
  id: ++lastId,
  cutId,
  kind,
  item,
  grams: g,
  pieces,
  source: 'measured' as const,
  tub: '',
  tareGrams: 0,
  weighedAt: '2026-11-25T10:00:00.000Z',
  weighedBy: 'Bram',
  label: null,
});
