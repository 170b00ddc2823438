import { inWords } from '@ember-slate/words/core';
import type { BodyOf, Ticket, TicketCut, contract } from '@ember-slate/contract';
import { formOf, type Form, type FormBook } from '@ember-slate/core/forms';
import { goesAlong } from '@ember-slate/core/yields';
import { oneOf } from '../../parts/words.ts';
import { trims } from '@ember-slate/core/yields';
import { say } from './say.ts';

type Weigh = BodyOf<typeof contract.bench.weigh>;

/** One thing that may lie on the pan of this ticket. */
export interface Slot {
  key: string;
  kind: Weigh['kind'];
  item: string;
  cut: TicketCut | null;
  form: Form | null;
  name: string;
  goes: string;
  expected: number;
  /** A right piece, grams; null where there is none. */
  aim: number | null;
  tolerance: number;
  /** Pieces wanted of it; null when it is not counted. */
  pieces: number | null;
}

const loose = { cut: null, form: null, aim: null, tolerance: 0, pieces: null };

/** Everything this ticket can give: pieces for orders first, then the counter, the tubs, and what is lost. */
export function slotsOf(ticket: Ticket, book: FormBook): Slot[] {
  const ordered = ticket.cuts.map((c, i): Slot => {
    const form = formOf(book, c.form);
    return {
      key: `cut ${c.id}`,
      kind: c.lineId === null ? 'counter' : 'order',
      item: c.form,
      cut: c,
      form,
      name: oneOf(form),
      goes: c.customer ?? say('counter'),
      expected: ticket.expected.asked[i]!,
      // By thickness a slice weighs what it weighs.
      aim: c.thickMm === null ? c.pieceGrams : null,
      tolerance: form.tolerance,
      pieces: c.pieces ?? 1,
    };
  });
  // What an order leaves of a form that is cut into pieces goes out on the counter.
  const more = [...new Set(ticket.cuts.map((c) => c.form))]
    .filter((f) => !ticket.cuts.some((c) => c.form === f && c.lineId === null))
    .map((f) => formOf(book, f))
    .filter((f) => f.count !== 'fish')
    .map((form): Slot => {
      const left = ticket.cuts.reduce(
        (s, c, i) => s + (c.form === form.id ? ticket.expected.mains[i]! - ticket.expected.asked[i]! : 0),
        0,
      );
      return {
        ...loose,
        key: `more ${form.id}`,
        kind: 'counter',
        item: form.id,
        form,
        name: say('left_over', { form: form.name }),
        goes: say('counter'),
        expected: left,
        aim: ticket.cuts.find((c) => c.form === form.id)?.pieceGrams ?? null,
        tolerance: form.tolerance,
        pieces: 0,
      };
    });
  const tubs = ticket.expected.trims.map(({ part, grams, keep }): Slot => {
    const trim = trims[part];
    const theirs = ticket.cuts.filter((c) => goesAlong(c.trimWish, part)).map((c) => c.customer!);
    return {
      ...loose,
      key: `tub ${part}`,
      kind: keep || theirs.length > 0 ? 'trim' : 'waste',
      item: part,
      name: inWords(trim.name),
      goes: inWords(theirs.length > 0 ? say('along_with', { theirs: theirs.join(', ') }) : trim.use),
      expected: grams,
    };
  });
  return [
    ...ordered,
    ...more,
    ...tubs,
    {
      ...loose,
      key: 'drip',
      kind: 'drip',
      item: '',
      name: say('drip_blood_rinse'),
      goes: say('lost'),
      expected: ticket.expected.drip,
    },
    {
      ...loose,
      key: 'water',
      kind: 'water',
      item: '',
      name: say('water_taken_up'),
      goes: say('rinse'),
      expected: 0,
    },
  ];
}

export const weighedOf = (ticket: Ticket, slot: Slot) =>
  ticket.weighOuts.filter((w) =>
    slot.kind === 'order' ? w.cutId === slot.cut!.id : w.kind === slot.kind && w.item === slot.item,
  );

const count = (ticket: Ticket, slot: Slot) => weighedOf(ticket, slot).reduce((s, w) => s + w.pieces, 0);

/** Whether a slot still waits for something: pieces not all there, a tub not weighed. */
export function waits(ticket: Ticket, slot: Slot): boolean {
  if (slot.kind === 'drip' || slot.kind === 'water' || slot.key.startsWith('more')) return false;
  return slot.pieces === null
    ? weighedOf(ticket, slot).length === 0 && slot.expected > 4
    : count(ticket, slot) < slot.pieces;
}

/** Acts at which pieces come off the fish in their shape: they are weighed there and then. */
const weighedAt = [
  'joint',
  'tie',
  'bind',
  'slices',
  'open_tail',
  'portion',
  'bias',
  'block_cut',
  'split',
  'thin_slices',
  'loin_block',
  'fold',
  'roll',
  'strips',
];

/** What lies on the pan next at this step, or null when the step weighs nothing. */
export function slotAt(ticket: Ticket, slots: readonly Slot[], stepId: string): Slot | null {
  if (stepId === 'weigh') return slots.find((s) => waits(ticket, s)) ?? slots[0]!;
  const step = ticket.steps.find((s) => s.id === stepId);
  if (!step || !weighedAt.includes(stepId)) return null;
  const forms = step.cuts.map((i) => ticket.cuts[i]!.form);
  const mine = slots.filter((s) => s.form !== null && forms.includes(s.form.id));
  return mine.find((s) => waits(ticket, s)) ?? mine.find((s) => s.kind === 'counter') ?? null;
}

/**
 * What is weighed after this one: the same while it waits for more, then the next below it that waits. Never another
 * customer’s: whose pieces lie on the pan is for a person to say.
 */
export function nextSlot(ticket: Ticket, slots: readonly Slot[], now: Slot, just: number): Slot | null {
  if (now.pieces !== null && now.pieces > 0 && count(ticket, now) + just < now.pieces) return now;
  const next = slots.slice(slots.findIndex((s) => s.key === now.key) + 1).find((s) => waits(ticket, s));
  return next && (next.kind !== 'order' || next.goes === now.goes) ? next : null;
}

export const countOf = count;

/** What each piece of a form weighs that is off, as weighed: several weighed together count as alike. */
export const piecesOff = (ticket: Ticket, form: string): number[] =>
  ticket.weighOuts
    .filter((w) => w.pieces > 0 && w.item === form)
    .flatMap((w) => Array.from({ length: w.pieces }, () => w.grams / w.pieces));
