import type { Highs } from 'highs';
import { nth } from '../../found.ts';
import type { Compiled } from '../compile.ts';
import { restWorth } from '../pattern.ts';
import type { Opened, State } from '../state.ts';
import { Tree, within } from './branch.ts';
import { generate, Master } from './master.ts';
import { bestOfPool, Pool } from './pool.ts';
import type { Column } from './pricing.ts';
import type { Search } from './search.ts';

/** What the search of a part needs of the whole. */
export interface Whole {
  highs: Highs;
  c: Compiled;
  /** Class of each fish of a state. */
  classOf: readonly number[];
  /** Columns known already. */
  columns: readonly Column[];
  /** A state, a little improved, with what it is worth. */
  polished: (state: State) => Search;
  /** Whether these seconds are over; seconds spent. */
  late: (until: number) => boolean;
  spent: () => number;
}

/** What a fish is worth beside the pieces it gives. */
const worthOf = ({ mode, cuts }: Opened): number =>
  cuts.reduce((sum, cut) => sum + restWorth(cut.node, cut.pieces), mode.worth);

/** A day of some of the fish only, with what the others give already. */
function partOf({ c, classOf }: Whole, state: State, picked: ReadonlySet<number>) {
  const left = c.fish.map(() => 0);
  for (const i of picked) left[nth(classOf, i)] = nth(left, nth(classOf, i)) + 1;
  const classes = [...left.keys()].filter((f) => nth(left, f) > 0);
  const given = new Float64Array(c.groups.length + c.classes.length);
  let worth = 0;
  state.forEach((opened, i) => {
    if (!opened || picked.has(i)) return;
    worth += worthOf(opened);
    for (const { pieces } of opened.cuts)
      for (const { who, grams } of pieces) given[who] = nth(given, who) + (c.groups[who]?.pieces ? 1 : grams);
  });
  const fish = classes.map((f) => ({ ...nth(c.fish, f), fish: nth(c.fish, f).fish.slice(0, nth(left, f)) }));
  return { part: { ...c, fish }, classes, given, worth };
}

/**
 * Cuts some fish of a plan anew, the best way there is for them while the others stay as they are, until
 * time is up: branch and price, and in between the best that can be made of the patterns met. Answers with the better plan, and
 * with what no plan that leaves the others alone is worth more than.
 */
export function cutAnew(
  whole: Whole,
  from: Search,
  picked: ReadonlySet<number>,
  until: number,
  found: (better: Search) => void,
): { best: Search; bound: number } {
  const { highs, classOf, spent, late } = whole;
  const { part, classes, given, worth } = partOf(whole, from.state, picked);
  const seconds = until - spent();
  const over = () => late(until);
  let best = from;
  const master = new Master(highs, part);
  try {
    master.settle(
      part.fish.map((of) => of.fish.length),
      given,
    );
    master.add(
      whole.columns
        .filter((k) => classes.includes(k.fish))
        .map((k) => ({ ...k, fish: classes.indexOf(k.fish) })),
    );
    const root = generate(master, master.free(), from.value - worth + within, over);
    if (!root) return { best, bound: Infinity };
    const tree = new Tree(master, root, from.value - worth);
    const pool = new Pool();
    const order = [...picked].sort((a, b) => nth(classOf, a) - nth(classOf, b) || a - b);
    pool.addState(order.map((i) => nth(from.state, i)));
    const tried = (cut: State) => {
      const state = [...from.state];
      order.forEach((i, at) => (state[i] = nth(cut, at)));
      const polished = whole.polished(state);
      pool.addState(order.map((i) => nth(polished.state, i)));
      if (polished.value <= best.value + 1e-6) return;
      best = polished;
      tree.best = Math.max(tree.best, best.value - worth);
      found(best);
    };
    for (const rest of [0.65, 0.3, 0]) {
      let more = true;
      while (more && !late(until - rest * seconds)) more = tree.step(tried, over);
      if (!more || over()) break;
      pool.addColumns(master.columns);
      const made = bestOfPool(highs, part, pool, given, 0.15 * seconds);
      if (made) tried(made);
    }
    return { best, bound: tree.bound + worth };
  } finally {
    master.dispose();
  }
}
