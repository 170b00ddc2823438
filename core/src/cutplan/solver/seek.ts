import type { Highs } from 'highs';
import { nth } from '../../found.ts';
import type { Compiled } from '../compile.ts';
import type { Prices } from '../pattern.ts';
import type { State } from '../state.ts';
import { rounded, Tree, within } from './branch.ts';
import { generate, lossesAt, Master, type Bounded } from './master.ts';
import { cutAnew, type Whole } from './part.ts';
import { pricesOf } from './pricing.ts';
import { improve, type Search } from './search.ts';

/** How long, and who hears of what is found. */
export interface Seeking {
  seconds: number;
  spent: () => number;
  random: () => number;
  stopped: () => boolean;
  /** Hears of each better plan. */
  better: (found: Search) => void;
  /** Hears of each lower bound: no plan is worth more. */
  bounded: (bound: number) => void;
}

/** A day of no more fish is cut anew as one; of a larger one, parts of so many; with more than many, nothing in the time there is beats ruin and recreate. */
const fewFish = 10;
const partFish = 7;
const manyFish = 40;

/** Longest a part is worked at, s. */
const partSeconds = 1;

/** Shares of the time: the bound by column generation at most, ruin and recreate, the loose fish, the tree of the whole, one part. */
const shares = { root: 0.55, search: 0.12, loose: 0.25, tree: 0.15, part: 0.1 };

/** Steps of ruin and recreate that a plan made whole from the programme gets. */
const polish = 25;
/** How far behind the best such a plan is not worth them on a day of few fish, as a share of all that the lines bring. */
const hopeless = 0.004;

/** First prices of a search without the master problem: what a filled line brings a piece, and the counter's full price. */
function fullPrices(c: Compiled): Prices {
  const n = c.groups.length + c.classes.length;
  const prices: Prices = { each: new Float64Array(n), perGram: new Float64Array(n) };
  c.groups.forEach((g, who) => {
    if (g.pieces === null) prices.perGram[who] = g.value / g.least;
    else prices.each[who] = g.value / g.pieces;
  });
  c.classes.forEach((k, i) => (prices.perGram[c.groups.length + i] = k.perKg / 1000));
  return prices;
}

/** Fish that the programme cuts in more than one way, or in part. */
function looseFish(m: Master, root: Bounded, classOf: readonly number[]): number[] {
  const loose = new Set<number>();
  root.solved.used.forEach((share, i) => {
    if (Math.abs(share - Math.round(share)) > 1e-4) loose.add(nth(m.columns, i).fish);
  });
  return [...classOf.keys()].filter((i) => loose.has(nth(classOf, i)));
}

/** Fish of a part: half of them such as could serve a line that is still open, the others any. */
export function pickPart(
  c: Compiled,
  state: State,
  classOf: readonly number[],
  random: () => number,
): Set<number> {
  const got = new Float64Array(c.groups.length);
  for (const opened of state)
    for (const cut of opened?.cuts ?? [])
      for (const { who, grams } of cut.pieces)
        if (who < got.length) got[who] = nth(got, who) + (c.groups[who]?.pieces ? 1 : grams);
  const open = c.groups.flatMap((g, who) =>
    nth(got, who) < g.units.length * (g.pieces ?? g.least) - 1e-6 ? [who] : [],
  );
  const picked = new Set<number>();
  const who = open[Math.floor(random() * open.length)];
  if (who !== undefined) {
    const serves = c.fish.map((of) =>
      of.modes.some((m) =>
        m.nodes.some((n) => [n, ...n.split].some((x) => x.options.some((o) => o.who === who))),
      ),
    );
    const able = [...classOf.keys()].filter((i) => nth(serves, nth(classOf, i)));
    const half = Math.min(Math.ceil(partFish / 2), able.length);
    while (picked.size < half) picked.add(nth(able, Math.floor(random() * able.length)));
  }
  const size = Math.min(partFish, state.length);
  while (picked.size < size) picked.add(Math.floor(random() * state.length));
  return picked;
}

/**
 * Seeks the best plan, and the least that is certain to be no less than it. Column generation gives a first bound and
 * prices; ruin and recreate at these prices, from the programme made whole or the plan there was, a first good plan; for
 * many fish the last. A day of few fish is then solved by branch and price as far as time goes. Of a larger one, the
 * fish that the programme cuts one way are cut so and the loose ones solved; then some fish at a time are cut anew while
 * the others stay.
 */
export function seek(highs: Highs | null, c: Compiled, start: State, of: Seeking): Search {
  const classOf = c.fish.flatMap((k, f) => k.fish.map(() => f));
  const late = (until: number) => of.stopped() || of.spent() > until;
  const after = (share: number) => Math.min(of.seconds, of.spent() + share * of.seconds);
  const takings = c.groups.reduce((sum, g) => sum + (g.value + g.penalty) * g.units.length, 0);
  let prices = fullPrices(c);
  let losses: number[][] = c.fish.map((k) => k.modes.map(() => 0));
  let best: Search = { state: start, value: -Infinity };
  let bound = Infinity;
  const better = (found: Search) => {
    if (found.value <= best.value + 1e-6) return;
    best = found;
    of.better(best);
  };
  const bounded = (least: number) => {
    if (least < bound) of.bounded((bound = least));
  };
  const search = (until: number, from: State = start) => {
    const begun = of.spent();
    better(
      improve(
        c,
        from,
        prices,
        losses,
        of.random,
        (progress) => {
          const share = (of.spent() - begun) / Math.max(0.05, until - begun);
          progress(Math.min(1, share));
          return of.stopped() || share >= 1 || bound - best.value < within;
        },
        better,
      ),
    );
  };
  const valued = (state: State): Search => improve(c, state, prices, losses, of.random, () => true);
  const polished = (state: State): Search => {
    const bare = valued(state);
    if (start.length <= fewFish && bare.value < best.value - hopeless * takings) return bare;
    let step = 0;
    return improve(c, state, prices, losses, of.random, (progress) => {
      progress(0.9);
      return step++ >= polish;
    });
  };
  if (!highs) {
    search(of.seconds);
    return best;
  }
  const m = new Master(highs, c);
  try {
    const end = of.spent() + shares.root * of.seconds;
    const root = generate(m, m.free(), -Infinity, () => late(end));
    if (!root) {
      search(of.seconds);
      return best;
    }
    prices = pricesOf(c, root.solved.duals);
    losses = lossesAt(m, root.duals);
    bounded(root.bound);
    const made = valued(rounded(m, root.solved).state);
    better(valued(start));
    better(made);
    const many = start.length > manyFish;
    search(many ? of.seconds : after(shares.search), best.state);
    if (many) return best;
    const whole: Whole = { highs, c, classOf, columns: m.columns, polished, late, spent: of.spent };
    const part = (from: Search, picked: ReadonlySet<number>, until: number) => {
      const found = cutAnew(whole, from, picked, until, better);
      better(found.best);
      return found.bound;
    };
    if (start.length <= fewFish) {
      bounded(part(best, new Set(start.keys()), of.seconds));
      return best;
    }
    if (root.solved.sound) {
      const loose = new Set(looseFish(m, root, classOf));
      if (loose.size > 0) part(made, loose, after(shares.loose));
    }
    const tree = new Tree(m, root, best.value);
    const until = after(shares.tree);
    while (!late(until))
      if (
        !tree.step(
          (state) => {
            better(polished(state));
            tree.best = best.value;
          },
          () => late(until),
        )
      )
        break;
    bounded(tree.bound);
    while (!late(of.seconds) && bound - best.value > within)
      part(
        best,
        pickPart(c, best.state, classOf, of.random),
        Math.min(after(shares.part), of.spent() + partSeconds),
      );
    return best;
  } finally {
    m.dispose();
  }
}
