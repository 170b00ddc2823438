import { contract, type Ticket, type WeightSource } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { notify, useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useTake, weighedSource } from '../../app/take.tsx';
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
  const { send, busy, problem } = useChange(contract.bench.weigh);
  const label = useChange(contract.labels.make);
  const labels = useFormSettings()?.labels;
  const dispatch = useAppDispatch();
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
  const number = slot ? countOf(ticket, slot) + 1 : 0;
  const put = async (grams: number, source: WeightSource, again = askAgain): Promise<boolean> => {
    if (busy || !slot) return false;
    const outcome = await send(
      {
        cutId: slot.kind === 'order' ? slot.cut!.id : null,
        kind: slot.kind,
        item: slot.item,
        grams,
        pieces: slot.pieces === null ? 0 : count,
        source,
        tub: source === 'typed' ? '' : (tub?.name ?? ''),
        tareGrams: source === 'typed' ? 0 : off + reading.tare,
        again,
      },
      { id: ticket.id },
    );
    if (outcome.ok || 'kept' in outcome) {
      setAskAgain(false);
      if (source !== 'typed') setTaken(reading.grams);
      after();
      if (outcome.ok && slot.pieces !== null && labels?.asWeighed) {
        const printed = await label.send(
          { size: labels.size, print: true },
          { id: ticket.id, weightId: outcome.data.id },
        );
        if (printed.ok && printed.data.why)
          dispatch(notify({ text: say('the_label_is_kept_2', { why: printed.data.why }), problem: true }));
      }
      return true;
    }
    setAskAgain(outcome.problem.errors?.[0]?.path === 'again');
    return false;
  };
  const name = slot
    ? slot.pieces !== null
      ? `${slot.name} ${count > 1 ? say('to', { number, number2: number + count - 1 }) : number}`
      : slot.name
    : '';
  const net = reading.grams - off;
  const words = slot && window ? windowWords(window, net, mass) : null;
  const act = askAgain
    ? say('take_again')
    : words && !words.inside && net > 0
      ? say('take_anyway')
      : say('take_2');
  const said = still ? say('lift_it_off') : (words?.text ?? '');
  useTake(
    slot
      ? {
          act,
          title:
            words && net > 0 && !still
              ? `${name}: ${words.text}`
              : still
                ? say('lift_the_last_one_off', { name })
                : name,
          detail: [
            slot.goes,
            window
              ? say('window_to', { window: mass(window[0]), window2: mass(window[2]) })
              : say('about_2', { expected: mass(slot.expected) }),
            off > 0 ? say('off', { tub: tub!.name, off: mass(off) }) : '',
          ]
            .filter((t) => t !== '')
            .join(' · '),
          window: window && off > 0 ? [window[0] + off, window[1] + off, window[2] + off] : window,
          earlier:
            slot.pieces !== null
              ? weighedOf(ticket, slot)
                  .filter((w) => w.pieces === 1)
                  .map((w) => w.grams + off)
              : [],
          waits: still
            ? say('lift_it_off_first')
            : net <= 0 && reading.grams > 0
              ? say('only_the_tub_is_on_the_pan')
              : null,
          onTake: (r) => void put(r.grams - off, weighedSource(r)),
        }
      : null,
    `${slot?.key} ${count} ${number} ${units} ${act} ${said} ${off} ${still} ${net <= 0}`,
  );
  return { put, busy, problem, window, number, name };
}
