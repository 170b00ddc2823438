import { got, sure } from '../found.ts';
import { group, mean } from 'd3-array';

/** Tickets that count as much as the house's own average in a cutter's figure (our choice). */
const pull = 12;
/** Tickets from which a cutter's effect is shown at all (our choice). */
export const cutterShownFrom = 10;

/**
 * A cutter's figure over what is expected, pulled toward 1 while there are few tickets: shrink n / (n + 12), partial
 * pooling. `ratios` are one a ticket; NaN for none.
 */
export function pooledRatio(ratios: readonly number[]): number {
  const n = ratios.length;
  const mean = ratios.reduce((a, b) => a + b, 0) / n;
  return 1 + (mean - 1) * (n / (n + pull));
}

/** One ticket of one cutter; `group` is what is compared with its like: species and form. */
export interface CutterTicket {
  cutterId: number;
  group: string;
  yield: number;
}

/**
 * Each cutter's effect in yield (share), after the mean of each species and form is taken off, pulled toward nothing
 * by n / (n + 12). Only cutters of ten tickets and more; a help for them, not a ranking.
 */
export function cutterEffects(
  tickets: readonly CutterTicket[],
): { cutterId: number; tickets: number; effect: number }[] {
  const groups = group(tickets, (t) => t.group);
  const means = new Map([...groups].map(([name, own]) => [name, sure(mean(own, (t) => t.yield))]));
  return [...group(tickets, (t) => t.cutterId)]
    .filter(([, own]) => own.length >= cutterShownFrom)
    .map(([cutterId, own]) => ({
      cutterId,
      tickets: own.length,
      effect: own.reduce((s, t) => s + t.yield - got(means, t.group), 0) / (own.length + pull),
    }))
    .sort((a, b) => a.cutterId - b.cutterId);
}

/** What lost yield costs: points (share) × input × cost a kilogram of the output; minor units, half up, gains negative. */
export const costOfLost = (lost: number, inputGrams: number, costPerKg: number): number =>
  Math.floor((lost * inputGrams * costPerKg) / 1000 + 0.5);
