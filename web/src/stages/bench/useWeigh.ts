import type { Ticket, WeightSource } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { notify, useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useTakeWeight, weighedSource } from '../../app/takeWeight.tsx';
import { useFormSettings } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { countOf, weighedOf, type Slot } from './slots.ts';
import { say } from './say.ts';

export interface WeighTub {
  name: string;
  grams: number;
}

/** The window a piece should fall into: low, aim, high. */
export const weightWindow = (slot: Slot, count: number): readonly [number, number, number] | undefined =>
  slot.aim === null
    ? undefined
    : [
        Math.round(slot.aim * count * (1 - slot.tolerance)),
        slot.aim * count,
        Math.round(slot.aim * count * (1 + slot.tolerance)),
      ];

/** Says where a weight stands to its window, in words. */
export function windowWords(
  window: readonly [number, number, number],
  grams: number,
  mass: (g: number) => string,
) {
  const off = grams - window[1];
  const by =
    off === 0 ? say('on_the_mark') : say(off > 0 ? 'by_over' : 'by_under', { by: mass(Math.abs(off)) });
  if (grams >= window[0] && grams <= window[2]) return { inside: true, text: say('in_the_window', { by }) };
  return { inside: false, text: by };
}

/** What lies on the pan, as the hand must know it before taking it. */
interface Pan {
  /** The tub that is taken off by us, g: none where the scale has taken its tare. */
  off: number;
  net: number;
  /** The load of the last take still lies there. */
  still: boolean;
  /** Whether something lies there at all, the tub counted. */
  loaded: boolean;
}

const nameOf = (ticket: Ticket, slot: Slot, count: number): string => {
  const number = countOf(ticket, slot) + 1;
  if (slot.pieces === null) return slot.name;
  return `${slot.name} ${count > 1 ? say('to', { first: number, last: number + count - 1 }) : number}`;
};

/** Where the piece goes, the window it should fall into, the tub that is off. */
const detailOf = (
  slot: Slot,
  window: readonly [number, number, number] | undefined,
  tub: WeighTub | null,
  off: number,
  mass: (g: number) => string,
): string =>
  [
    slot.goes,
    window
      ? say('window_to', { low: mass(window[0]), high: mass(window[2]) })
      : say('about_2', { expected: mass(slot.expected) }),
    tub && off > 0 ? say('off', { tub: tub.name, off: mass(off) }) : '',
  ]
    .filter((t) => t !== '')
    .join(' · ');

function titleOf(name: string, words: ReturnType<typeof windowWords> | null, pan: Pan): string {
  if (pan.still) return say('lift_the_last_one_off', { name });
  return words && pan.net > 0 ? `${name}: ${words.text}` : name;
}

function waitsFor(pan: Pan): string | null {
  if (pan.still) return say('lift_it_off_first');
  return pan.net <= 0 && pan.loaded ? say('only_the_tub_is_on_the_pan') : null;
}

/** What single pieces of the slot showed on the pan before, g. */
const earlierOf = (ticket: Ticket, slot: Slot, off: number): number[] =>
  slot.pieces === null
    ? []
    : weighedOf(ticket, slot)
        .filter((w) => w.pieces === 1)
        .map((w) => w.grams + off);

/** Sends a weight of a ticket, and prints its label where labels are printed as weighed. */
function usePut(ticket: Ticket, slot: Slot | null, count: number) {
  const { send, busy, problem } = useChange(routes.bench.weigh);
  const label = useChange(routes.labels.make);
  const labels = useFormSettings()?.labels;
  const dispatch = useAppDispatch();
  const print = async (weightId: number) => {
    if (!labels?.asWeighed) return;
    const printed = await label.send({ size: labels.size, print: true }, { id: ticket.id, weightId });
    if (printed.ok && printed.data.why)
      dispatch(notify({ text: say('the_label_is_kept_2', { why: printed.data.why }), problem: true }));
  };
  const put = async (grams: number, source: WeightSource, tare: Tare, again: boolean) => {
    if (busy || !slot) return null;
    const outcome = await send(
      {
        cutId: slot.kind === 'order' ? (slot.cut?.id ?? null) : null,
        kind: slot.kind,
        item: slot.item,
        grams,
        pieces: slot.pieces === null ? 0 : count,
        source,
        ...tare,
        again,
      },
      { id: ticket.id },
    );
    if (outcome.ok && slot.pieces !== null) void print(outcome.data.id);
    return outcome;
  };
  return { put, busy, problem };
}
interface Tare {
  tub: string;
  tareGrams: number;
}
const noTare: Tare = { tub: '', tareGrams: 0 };

/**
 * Weighs what lies on the pan into a slot. The pan must have been lifted since the last take; the very same reading
 * again is asked about; a piece outside its window is said so before it is taken.
 */
export function useWeigh(
  ticket: Ticket,
  slot: Slot | null,
  tub: WeighTub | null,
  count: number,
  after: () => void,
) {
  const { put: sendWeight, busy, problem } = usePut(ticket, slot, count);
  const mass = useMass();
  const units = useAppSelector((s) => s.prefs.units);
  const reading = useAppSelector((s) => s.connection.reading);
  const [askAgain, setAskAgain] = useState(false);
  const [taken, setTaken] = useState<number | null>(null);
  const off = tub && reading.tare === 0 ? tub.grams : 0;
  // The same load still on the pan: nothing is asked for until it has been lifted or changed.
  const still = taken !== null && reading.state !== 'none' && Math.abs(reading.grams - taken) <= 2;
  if (taken !== null && !still && reading.state !== 'none') setTaken(null);
  const window = slot ? weightWindow(slot, count) : undefined;
  const put = async (grams: number, source: WeightSource, again = askAgain): Promise<boolean> => {
    const tare = source === 'typed' ? noTare : { tub: tub?.name ?? '', tareGrams: off + reading.tare };
    const outcome = await sendWeight(grams, source, tare, again);
    if (!outcome) return false;
    const done = outcome.ok || 'kept' in outcome;
    setAskAgain(!done && outcome.problem.errors?.[0]?.path === 'again');
    if (!done) return false;
    if (source !== 'typed') setTaken(reading.grams);
    after();
    return true;
  };
  const name = slot ? nameOf(ticket, slot, count) : '';
  const pan: Pan = { off, net: reading.grams - off, still, loaded: reading.grams > 0 };
  const words = window ? windowWords(window, pan.net, mass) : null;
  const outside = words !== null && !words.inside && pan.net > 0;
  const act = say(askAgain ? 'take_again' : outside ? 'take_anyway' : 'take_2');
  const title = titleOf(name, words, pan);
  const waits = waitsFor(pan);
  useTakeWeight(
    slot
      ? {
          act,
          title,
          detail: detailOf(slot, window, tub, off, mass),
          window: window && off > 0 ? [window[0] + off, window[1] + off, window[2] + off] : window,
          earlier: earlierOf(ticket, slot, off),
          waits,
          onTake: (r) => void put(r.grams - off, weighedSource(r)),
        }
      : null,
    [slot?.key, count, title, units, act, off, waits].join(' '),
  );
  return { put, busy, problem, window, number: slot ? countOf(ticket, slot) + 1 : 0, name };
}
