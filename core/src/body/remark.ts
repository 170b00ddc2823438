import { nth } from '../found.ts';
import { type Piece, type Zone } from './body.ts';
import { type Spread, usualSpread } from './spread.ts';

/**
 * A piece is marked so much lighter at most, where a fish that runs light would else leave too little for the last: half
 * of what a piece may usually be off (our choice).
 */
const leastShare = 0.925;

/** What the pieces of a fish say of it. */
export interface Known {
  /** What it weighs of what the body model says of it: 1 as it says. */
  factor: number;
  /** From so many weighed pieces. */
  from: number;
}

/** A zone, of which only the running weight is asked. */
type Stretch = Omit<Zone, 'curve'> & { curve: Pick<Zone['curve'], 'at' | 'invert'> };

/** The marks of a row of pieces of which some lie on the scale already. */
export interface Remarked extends Known {
  /** All of them: those that are off as they were marked, the others where they weigh what they should. */
  pieces: Piece[];
}

/**
 * Marks what is left of a fish anew after pieces of it were weighed. How heavy the fish runs is the mean of what its
 * pieces came to against the model and of the model itself, each by how sure it is (normal errors with known spreads:
 * Gelman et al., Bayesian Data Analysis, 2.5). Where what is left of the zone is too little for the pieces to come, all of
 * them are a little lighter; what is lacking beyond that the last ones lack.
 *
 * @param planned pieces along the zone, head end first; `grams` what each should weigh
 * @param weighed what came off, g, in the same order, no more than were planned; undefined where nobody weighed it
 * @param before what other pieces of the same fish have said of it: its other side
 */
export function remark(
  z: Stretch,
  planned: readonly Piece[],
  weighed: readonly (number | undefined)[],
  before: Known = { factor: 1, from: 0 },
  spread: Spread = usualSpread,
): Remarked {
  const model = (from: number, to: number) => z.grams * (z.curve.at(to) - z.curve.at(from));
  const [byFish, byCut] = [spread.fish ** -2, spread.cut ** -2];
  const pieces: Piece[] = [];
  let { factor, from: known } = before;
  let last = { was: z.from, is: z.from };
  for (const [i, p] of planned.entries()) {
    // What lies between two pieces, a counter's or a saw's, stays as wide as it was.
    const from = Math.min(z.to, last.is + (i === 0 ? p.from - z.from : p.from - last.was));
    const start = z.curve.at(from);
    const rest = planned.slice(i);
    const wanted = rest.reduce((g, r) => g + r.grams, 0);
    // Stretches between the pieces to come are not theirs.
    const between = rest.reduce((g, r, n) => g + (n === 0 ? 0 : model(nth(rest, n - 1).to, r.from)), 0);
    const there = factor * Math.max(0, model(from, z.to) - between);
    const share = Math.min(1, Math.max(leastShare, wanted > 0 ? there / wanted : 1));
    const aim = p.grams * share;
    const to = Math.max(from, Math.min(z.to, z.curve.invert(start + aim / (z.grams * factor))));
    pieces.push({ from, to, grams: Math.min(aim, factor * model(from, to)) });
    last = { was: p.to, is: to };
    const came = weighed[i];
    const said = model(from, to);
    // Half as much again or half as little is no fish but a slip: two pieces on the pan, or the wrong one.
    if (came === undefined || said <= 0 || Math.abs(came / said - factor) > 0.5) continue;
    const sure = byFish + known * byCut;
    factor = (factor * sure + (came / said) * byCut) / (sure + byCut);
    known++;
  }
  return { pieces, factor, from: known };
}
