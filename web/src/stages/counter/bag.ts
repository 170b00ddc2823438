import { rowKey } from '../../parts/rowKey.ts';
import type { SentOf, StockRow, contract } from '@ember-slate/contract';
import type { Unit } from '@ember-slate/core/prices';
import { leastSure } from '@ember-slate/core/units';

export type BagLine = SentOf<typeof contract.counter.sell>['lines'][number] & {
  name: string;
  /** What its label said, where that is not its price any more. */
  labelPrice?: number | null;
};

/** Changes what is still open of a bag: what is being paid is what the customer was told, and stays as it is. */
export function besidePaid<T>(had: readonly T[], paid: readonly T[], change: (open: T[]) => T[]): T[] {
  return [...had.filter((l) => paid.includes(l)), ...change(had.filter((l) => !paid.includes(l)))];
}

/** An article in the bag, with what it is called and taxed by. */
export type BagArticle = NonNullable<SentOf<typeof contract.counter.sell>['goods']>[number] & {
  name: string;
  unit: Unit;
  rate: number | null;
};

/** Puts an article in the bag; more of the same adds to its line, at the price it was told to cost. */
export function withArticle(bag: readonly BagArticle[], article: BagArticle): BagArticle[] {
  const had = bag.find((a) => a.articleId === article.articleId);
  if (!had) return [...bag, article];
  const source = leastSure([had.source, article.source]) ?? article.source;
  return bag.map((a) => (a === had ? { ...had, amount: had.amount + article.amount, source } : a));
}

/** What a row is sold by, and at what price: by the piece where the shop sells it so and somebody counted it. */
export const pricedBy = (r: StockRow): { unit: Unit; perKg: number } =>
  r.pricePerPiece !== null && r.freePieces > 0
    ? { unit: 'piece', perKg: r.pricePerPiece }
    : { unit: 'kg', perKg: r.pricePerKg! };

export const keyOf = ({ place, lotId, item, batch }: StockRow) => ({ place, lotId, item, batch });

/** Whether a row wants a hand today: its last day, or past it and still lying there. */
export const mustGo = (r: StockRow, today: string): boolean =>
  r.sellBy === null ? r.daysLeft !== null && r.saleable : r.blocked === null && r.sellBy <= today;

/** Puts a weight in the bag; more of the same row adds to its line, as the shop wants it. */
export function intoBag(bag: readonly BagLine[], line: BagLine): BagLine[] {
  const at = bag.findIndex((l) => rowKey(l) === rowKey(line));
  if (at === -1) return [...bag, line];
  const had = bag[at]!;
  return bag.with(at, {
    ...line,
    // A price changed for this customer holds for all of it.
    unit: had.unit ?? 'kg',
    perKg: had.perKg,
    priceReason: had.priceReason ?? '',
    grams: had.grams + line.grams,
    pieces: had.pieces + line.pieces,
    source: leastSure([had.source, line.source]) ?? line.source,
  });
}

/** Rows somebody may mean by what they typed: a place of the slab, or words of a name or a lot. */
export function meant(rows: readonly StockRow[], text: string): StockRow[] {
  const asked = text.trim().toLowerCase();
  if (asked === '') return [];
  const at = rows.filter((r) => r.spot?.toLowerCase() === asked);
  if (at.length > 0) return at;
  const words = asked.split(/\s+/);
  // What lies on the slab and may be sold is meant first.
  const rank = (r: StockRow) =>
    (r.blocked === null && r.freeGrams > 0 ? 0 : 2) + (r.place === 'place:slab' ? 0 : 1);
  return rows
    .filter((r) => {
      const name = `${r.speciesName} ${r.itemName} ${r.code} ${r.spot ?? ''}`.toLowerCase();
      return words.every((w) => name.includes(w));
    })
    .sort((a, b) => rank(a) - rank(b));
}

/** Whether a typed place can only be this one: "A1" is not while there is an A10. */
export const onlyPlace = (rows: readonly { name: string; places: number }[], text: string): boolean => {
  const asked = text.trim().toUpperCase();
  const codes = rows.flatMap((r) => Array.from({ length: r.places }, (_, i) => `${r.name}${i + 1}`));
  return codes.includes(asked) && codes.filter((c) => c.startsWith(asked)).length === 1;
};
