import { goesAlong, type TrimWish } from '../yields/index.ts';

/** What was weighed out of a ticket for one line, or (wish `shop`) for the counter. */
export interface Weighed {
  grams: number;
  wish: TrimWish;
  /** The customer has collected it, with their trim. */
  had: boolean;
}

/**
 * Grams of a trim still lying that go along with `mine`: its part by weight among all that was cut of those fish, but
 * for those who have taken theirs. Rounded down, so that no two take the same gram.
 */
export function trimAlong(lying: number, trim: string, mine: Weighed, others: readonly Weighed[]): number {
  if (!goesAlong(mine.wish, trim) || mine.grams <= 0) return 0;
  const left = others.filter((o) => !(o.had && goesAlong(o.wish, trim)));
  return Math.floor((lying * mine.grams) / left.reduce((s, o) => s + o.grams, mine.grams) + 1e-9);
}
