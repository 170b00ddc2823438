import { contract, type Problem, type Ticket, type WeightSource } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { notify, useAppDispatch, useAppSelector } from '../../app/store.ts';
import { useTake, weighedSource } from '../../app/take.tsx';
import { useFormSettings } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { countOf, weighedOf, type Slot } from './slots.ts';

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
  const by = off === 0 ? 'on the mark' : `${mass(Math.abs(off))} ${off > 0 ? 'over' : 'under'}`;
  if (grams >= window[0] && grams <= window[2]) return { inside: true, text: `in the window, ${by}` };
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
  const { send, busy } = useChange(contract.bench.weigh);
  const label = useChange(contract.labels.make);
  const labels = useFormSettings()?.labels;
  const dispatch = useAppDispatch();
  const mass = useMass();
  const units = useAppSelector((s) => s.prefs.units);
  const reading = useAppSelector((s) => s.connection.reading);
  const [problem, setProblem] = useState<Problem | null>(null);
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
      setProblem(null);
      setAskAgain(false);
      if (source !== 'typed') setTaken(reading.grams);
      after();
      if (outcome.ok && slot.pieces !== null && labels?.asWeighed) {
        const printed = await label.send(
          { size: labels.size, print: true },
          { id: ticket.id, weightId: outcome.data.id },
        );
        if (printed.ok && printed.data.why)
          dispatch(notify({ text: `${printed.data.why}. The label is kept.`, problem: true }));
      }
      return true;
    }
    setProblem(outcome.problem);
    setAskAgain(outcome.problem.errors?.[0]?.path === 'again');
    return false;
  };
  const name = slot
    ? slot.pieces !== null
      ? `${slot.name} ${count > 1 ? `${number} to ${number + count - 1}` : number}`
      : slot.name
    : '';
  const net = reading.grams - off;
  const words = slot && window ? windowWords(window, net, mass) : null;
  const act = askAgain ? 'Take again' : words && !words.inside && net > 0 ? 'Take anyway' : 'Take';
  const said = still ? 'lift it off' : (words?.text ?? '');
  useTake(
    slot
      ? {
          act,
          title:
            words && net > 0 && !still
              ? `${name}: ${words.text}`
              : still
                ? `${name}: lift the last one off`
                : name,
          detail: [
            slot.goes,
            window ? `window ${mass(window[0])} to ${mass(window[2])}` : `about ${mass(slot.expected)}`,
            off > 0 ? `${tub!.name} ${mass(off)} off` : '',
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
            ? 'lift it off first'
            : net <= 0 && reading.grams > 0
              ? 'only the tub is on the pan'
              : null,
          onTake: (r) => void put(r.grams - off, weighedSource(r)),
        }
      : null,
    `${slot?.key} ${count} ${number} ${units} ${act} ${said} ${off} ${still} ${net <= 0}`,
  );
  return { put, busy, problem, window, number, name };
}
