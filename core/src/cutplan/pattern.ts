import type { Node, Option } from './compile.ts';
import { takesOff } from './problem.ts';

/* eslint-disable @typescript-eslint/no-non-null-assertion --
   The innermost loops of the search: every index counts over the array it looks into, and asking costs time. */

/** What each kind of piece is worth just now: so much a piece and so much a gram, by `who`. */
export interface Prices {
  each: Float64Array;
  perGram: Float64Array;
}

/** A stretch of a section between two grid points, whom it is for (as in `Option.who`), and its ready weight. */
export interface Stretch {
  from: number;
  to: number;
  who: number;
  grams: number;
}

/** Pieces chosen along a section, head end first, and what they are worth. */
export interface Pattern {
  worth: number;
  pieces: Stretch[];
}

/** What each piece for one taker is worth more (or less) if it starts before a grid point. */
export interface Bonus {
  who: number;
  before: number;
  each: number;
}

/** A price nothing is cut at. */
export const shutPrice = -1e9;

/**
 * The best way to cut one section at these prices: an exact dynamic programme from its end to `from`, where each grid
 * point either is left to the offcuts or starts a piece.
 */
export function bestPattern(node: Node, prices: Prices, from = 0, bonuses: readonly Bonus[] = []): Pattern {
  const { base, offcut } = node;
  const { worth, end, by } = node.scratch;
  const n = node.mm.length;
  // The dearest by weight first: what cannot beat it is then passed over.
  const dear = (o: Option) => prices.each[o.who]! / Math.max(1, o.target) + prices.perGram[o.who]! * o.factor;
  const open: Option[] = node.options
    .filter((o) => prices.each[o.who]! > shutPrice / 2)
    .sort((a, b) => dear(b) - dear(a));
  worth[n - 1] = 0;
  for (let i = n - 2; i >= from; i--) {
    let best = worth[i + 1]! + offcut[i]! - offcut[i + 1]!;
    let [ends, whose] = [0, 0];
    const here = base[i]!;
    for (let k = 0; k < open.length; k++) {
      const o = open[k]!;
      const to = o.most[i]!;
      const first = o.least[i]!;
      if (first > to) continue;
      let each = prices.each[o.who]!;
      for (const b of bonuses) if (b.who === o.who && i < b.before) each += b.each;
      const perGram = prices.perGram[o.who]! * o.factor;
      // What lies behind a piece is worth no more the shorter it is: no end of this option can beat this.
      if (each + Math.max(0, perGram) * (base[to]! - here) + worth[first]! <= best) continue;
      const { factor, target } = o;
      const { perGram: off, perGram2: bend } = o.off;
      for (let j = first; j <= to; j++) {
        const grams = base[j]! - here;
        const far = Math.abs(grams * factor - target);
        const v = each + perGram * grams - (off + bend * far) * far + worth[j]!;
        if (v > best + 1e-9) {
          best = v;
          ends = j;
          whose = k;
        }
      }
    }
    worth[i] = best;
    end[i] = ends;
    by[i] = whose;
  }
  const pieces: Stretch[] = [];
  for (let i = from; i < n - 1;) {
    const j = end[i]!;
    if (j === 0) i++;
    else {
      const { who, factor } = open[by[i]!]!;
      pieces.push({ from: i, to: j, who, grams: (base[j]! - base[i]!) * factor });
      i = j;
    }
  }
  return { worth: n > 1 ? worth[from]! : 0, pieces };
}

/** What a section cut like this is worth beside the prices of its pieces: offcuts, less what pieces lie off target. */
export function restWorth(node: Node, pieces: readonly Stretch[]): number {
  let sum = node.offcut[0]!;
  for (const s of pieces) {
    sum -= node.offcut[s.from]! - node.offcut[s.to]!;
    const option = node.options.find((o) => o.who === s.who);
    if (option) sum -= takesOff(option.off, s.grams - option.target);
  }
  return sum;
}
