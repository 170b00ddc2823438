import { nth } from '../found.ts';
import type { Node, Option } from './compile.ts';

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

/** A price nothing is cut at. */
export const shutPrice = -1e9;

/**
 * The best way to cut one section at these prices: an exact dynamic programme from its end to `from`, where each grid
 * point either is left to the offcuts or starts a piece.
 */
export function bestPattern(node: Node, prices: Prices, from = 0): Pattern {
  const { base, offcut } = node;
  const { worth, end, by } = node.scratch;
  const n = node.mm.length;
  const open: Option[] = node.options.filter((o) => nth(prices.each, o.who) > shutPrice / 2);
  worth[n - 1] = 0;
  for (let i = n - 2; i >= from; i--) {
    let best = nth(worth, i + 1) + nth(offcut, i) - nth(offcut, i + 1);
    let [ends, whose] = [0, 0];
    const here = nth(base, i);
    for (let k = 0; k < open.length; k++) {
      const o = nth(open, k);
      const to = nth(o.most, i);
      const first = nth(o.least, i);
      if (first > to) continue;
      const each = nth(prices.each, o.who);
      const perGram = nth(prices.perGram, o.who) * o.factor;
      // What lies behind a piece is worth no more the shorter it is: no end of this option can beat this.
      if (each + Math.max(0, perGram) * (nth(base, to) - here) + nth(worth, first) <= best) continue;
      const { factor, offPerGram: off, target } = o;
      for (let j = first; j <= to; j++) {
        const grams = nth(base, j) - here;
        const v = each + perGram * grams - off * Math.abs(grams * factor - target) + nth(worth, j);
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
    const j = nth(end, i);
    if (j === 0) i++;
    else {
      const { who, factor } = nth(open, nth(by, i));
      pieces.push({ from: i, to: j, who, grams: (nth(base, j) - nth(base, i)) * factor });
      i = j;
    }
  }
  return { worth: n > 1 ? nth(worth, from) : 0, pieces };
}

/** What a section cut like this is worth beside the prices of its pieces: offcuts, less what pieces lie off target. */
export function restWorth(node: Node, pieces: readonly Stretch[]): number {
  let sum = nth(node.offcut, 0);
  for (const s of pieces) {
    sum -= nth(node.offcut, s.from) - nth(node.offcut, s.to);
    const option = node.options.find((o) => o.who === s.who);
    if (option) sum -= option.offPerGram * Math.abs(s.grams - option.target);
  }
  return sum;
}
