import type { BodyOf, StockRow, contract } from '@ember-slate/contract';
import { multiplyRate } from '@ember-slate/core/units';

export type BagLine = BodyOf<typeof contract.counter.sell>['lines'][number] & { name: string };

export const rowKey = (r: { place: string; lotId: number; item: string; batch: number }) =>
  `${r.place} ${r.lotId} ${r.item} ${r.batch}`;

export const keyOf = ({ place, lotId, item, batch }: StockRow) => ({ place, lotId, item, batch });

export const bagTotal = (lines: readonly BagLine[]) =>
  lines.reduce((s, l) => s + multiplyRate(l.grams, l.perKg), 0);

/** Puts a weight in the bag; more of the same row adds to its line, as the shop wants it. */
export function intoBag(bag: readonly BagLine[], line: BagLine): BagLine[] {
  const at = bag.findIndex((l) => rowKey(l) === rowKey(line));
  if (at === -1) return [...bag, line];
  const had = bag[at]!;
  return bag.with(at, {
    ...line,
    grams: had.grams + line.grams,
    pieces: had.pieces + line.pieces,
    source: had.source === line.source ? line.source : 'typed',
  });
}
