import { edgeShare, type CounterClass, type Stock } from '@ember-slate/core/cutplan';
import type { PlanSpecies } from '@ember-slate/contract';
import type { Reader } from '../../../platform/context.ts';
import type { Species } from '@ember-slate/core/species';
import type { WaitingLine } from './waiting.ts';
import { pickFree, wholeFish } from '@ember-slate/core/orders';
import { type ShopLot, wantOf } from '../../../shop/available.ts';

/** A line that was promised without a doubt weighs so many times what one weighs that was taken in spite of it (our choice). */
export const sureWeight = 8;

/**
 * Lines the fish there are enough for, each in the order it was taken: of them the shop said yes. A line whose fish are
 * begun by others was taken in spite of a doubt.
 */
export function surePromises(
  work: Reader,
  book: ReadonlyMap<string, Species>,
  lots: ReadonlyMap<string, readonly ShopLot[]>,
  lines: readonly WaitingLine[],
): Set<number> {
  const free = new Map(
    [...lots].map(([id, mine]): [string, Stock] => [
      id,
      { species: book.get(id)!, lots: mine.map((l) => l.available) },
    ]),
  );
  const sure = new Set<number>();
  for (const l of lines.toSorted((a, b) => a.id - b.id)) {
    const stock = free.get(l.speciesId);
    if (!stock || l.letGoBy !== null) continue;
    const want = wantOf(work, l, l.dueAt);
    if (pickFree({ ...stock, lots: wholeFish(stock.lots) }, want).missing === 0) sure.add(l.id);
    free.set(l.speciesId, { ...stock, lots: pickFree(stock, want).left });
  }
  return sure;
}

/** A gram that is asked for takes so much of a fish at least (our choice). */
const leastYield = 0.25;

/**
 * What filling a line can cost at the most, minor units: the fish for it at the dearest, one more of which the rest is
 * left over, what its grams would fetch at the counter, and what lying at the edge of its window takes off. So an accepted order comes before the counter.
 */
export function keepOf(
  line: PlanSpecies['lines'][number],
  fish: PlanSpecies['fish'],
  counter: readonly CounterClass[],
): number {
  if (line.value === 0) return 0;
  const grams = line.totalGrams ?? line.pieces! * line.pieceGrams!;
  const perKg = Math.max(0, ...fish.map((f) => f.costPerKg));
  const whole = Math.max(0, ...fish.map((f) => (f.grams / 1000) * f.costPerKg));
  const sold = Math.max(0, ...counter.map((k) => k.perKg));
  return Math.round(whole + (grams / 1000) * (perKg / leastYield + sold * (1 + edgeShare)) + line.value);
}
