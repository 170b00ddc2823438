import { nth } from '../../found.ts';
import type { Compiled, Node } from '../compile.ts';
import { bestPattern, restWorth, type Bonus, type Prices, type Stretch } from '../pattern.ts';
import { lackPerGram } from '../problem.ts';

/** A section with the pattern that every copy of it takes. */
export interface Patterned {
  node: Node;
  copies: number;
  pieces: Stretch[];
}

/** A pattern in one word: alike patterns of alike sections have the same. */
export const patternKey = ({ node, pieces }: Pick<Patterned, 'node' | 'pieces'>): string =>
  `${node.section.id} ${pieces.map((s) => `${s.from}-${s.to}:${s.who}`).join()}`;

/** One way to cut one fish from end to end. */
export interface Column {
  fish: number;
  mode: number;
  patterns: Patterned[];
  /** What it is worth beside the pieces it gives. */
  worth: number;
  /** Pieces or grams for each group, grams for each counter class, by `who`. */
  gives: Map<number, number>;
}

/** A whole number of every plan that the linear programme may leave between two, and that a branch settles. */
export type Rule =
  /** Fish opened: of all, of one class, of one class by one mode. */
  | { of: 'opened'; fish: number | null; mode: number | null }
  /** Pieces one fish class gives one group. */
  | { of: 'pieces'; fish: number; who: number }
  /** Pieces for one taker that start in one section, all its copies together, before a grid point. */
  | { of: 'starts'; fish: number; mode: number; node: Node; who: number; before: number };

/** Whether two rules are of the same number. */
export function sameRule(a: Rule, b: Rule): boolean {
  if (a.of !== b.of || a.fish !== b.fish) return false;
  if (a.of === 'opened') return b.of === 'opened' && a.mode === b.mode;
  if (b.of === 'opened' || a.who !== b.who) return false;
  return a.of === 'pieces' || (b.of === 'starts' && a.node === b.node && a.before === b.before);
}

/** Least and most that a branch allows of a rule's number. */
export type Range = readonly [least: number, most: number];
export const anyNumber: Range = [0, Infinity];

/** How much of a rule's number one column brings. */
export function countOf(rule: Rule, k: Column): number {
  if (rule.fish !== null && rule.fish !== k.fish) return 0;
  if (rule.of === 'opened') return Number(rule.mode === null || rule.mode === k.mode);
  let sum = 0;
  for (const { node, copies, pieces } of k.patterns)
    if (rule.of === 'pieces' || rule.node === node)
      for (const s of pieces)
        if (s.who === rule.who && (rule.of === 'pieces' || s.from < rule.before)) sum += copies;
  return sum;
}

/**
 * What one more of each row of the master is worth, minor units. `group`: a piece, or a gram up to the least a total
 * takes; `target`: a gram up to what was asked for; `most`: what is taken off for each gram, so that no total is
 * overfilled; `counter`: a gram, by class; `rule`: one more of the number.
 */
export interface Duals {
  group: Float64Array;
  target: Float64Array;
  most: Float64Array;
  counter: Float64Array;
  rule: Float64Array;
}

/** What is settled at one place of the tree: ranges of the rules and of how many units of each group are filled. */
export interface Settled {
  rules: Range[];
  filled: Range[];
}

/** Duals between two sets, clipped to where the bound of Lagrange holds. */
export function mixed(c: Compiled, a: Duals, b: Duals, share: number, settled: Settled): Duals {
  const mix = (x: Float64Array, y: Float64Array) => y.map((v, i) => share * (x[i] ?? v) + (1 - share) * v);
  const most = lackPerGram(c.problem.settings);
  return {
    group: mix(a.group, b.group).map((v) => Math.max(0, v)),
    target: mix(a.target, b.target).map((v) => Math.min(Math.max(0, v), most)),
    most: mix(a.most, b.most).map((v) => Math.max(0, v)),
    counter: mix(a.counter, b.counter).map((v, i) => Math.max(v, nth(c.classes, i).markdownPerKg / 1000)),
    rule: mix(a.rule, b.rule).map((v, i) => {
      const [from, to] = nth(settled.rules, i);
      return Math.min(from > 0 ? Infinity : 0, Math.max(to < Infinity ? -Infinity : 0, v));
    }),
  };
}

/** The duals as prices of pieces. */
export function pricesOf(c: Compiled, duals: Duals): Prices {
  const n = c.groups.length + c.classes.length;
  const prices: Prices = { each: new Float64Array(n), perGram: new Float64Array(n) };
  c.groups.forEach((g, who) => {
    if (g.pieces === null)
      prices.perGram[who] = nth(duals.group, who) + nth(duals.target, who) - nth(duals.most, who);
    else prices.each[who] = nth(duals.group, who);
  });
  prices.perGram.set(duals.counter, c.groups.length);
  return prices;
}

export interface Priced {
  /** The best column of each mode of each fish class, with what it is worth at these prices. */
  best: { column: Column; worth: number }[];
  /** No plan is worth more than this, whatever the prices are. */
  bound: number;
}

/** The best way to cut one fish of a class by one of its modes at these prices. */
function bestColumn(
  c: Compiled,
  fish: number,
  mode: number,
  prices: Prices,
  bonuses: ReadonlyMap<Node, Bonus[]>,
): { column: Column; worth: number } {
  const cut = nth(nth(c.fish, fish).modes, mode);
  const column: Column = { fish, mode, patterns: [], worth: cut.worth, gives: new Map() };
  let worth = cut.worth;
  const take = (node: Node, copies: number, pieces: Stretch[]) => {
    column.patterns.push({ node, copies, pieces });
    column.worth += copies * restWorth(node, pieces);
    for (const { who, grams } of pieces) {
      const amount = copies * (c.groups[who]?.pieces ? 1 : grams);
      column.gives.set(who, (column.gives.get(who) ?? 0) + amount);
    }
  };
  for (const node of cut.nodes) {
    const own = bestPattern(node, prices, 0, bonuses.get(node));
    const inside = node.split.map((s) => bestPattern(s, prices, 0, bonuses.get(s)));
    const split = inside.reduce((s, p, i) => s + p.worth * nth(node.split, i).copies, 0);
    if (node.split.length > 0 && split > own.worth) {
      node.split.forEach((s, i) => take(s, node.copies * s.copies, nth(inside, i).pieces));
      worth += node.copies * split;
    } else {
      take(node, node.copies, own.pieces);
      worth += node.copies * own.worth;
    }
  }
  return { column, worth };
}

/**
 * Prices every fish and adds up the bound of Lagrange: what fish, lines and counter could each do at best if pieces
 * had these prices. Valid for duals as `mixed` clips them, and of all fish: with `only` some of them it is no bound.
 */
export function priceAll(
  c: Compiled,
  duals: Duals,
  rules: readonly Rule[],
  settled: Settled,
  left: readonly number[],
  given: Float64Array,
  only: (fish: number) => boolean = () => true,
): Priced {
  const prices = pricesOf(c, duals);
  const best: Priced['best'] = [];
  let bound = -c.penalties;
  const paid = rules.flatMap((rule, i) => {
    const each = nth(duals.rule, i);
    const [least, most] = nth(settled.rules, i);
    if (each === 0) return [];
    bound -= each * (each > 0 ? least : most);
    return [{ rule, each }];
  });
  c.fish.forEach((of, f) => {
    if (nth(left, f) === 0 || !only(f)) return;
    const mine = paid.filter((p) => p.rule.fish === null || p.rule.fish === f);
    const counts = mine.flatMap(({ rule, each }) => (rule.of === 'pieces' ? [{ who: rule.who, each }] : []));
    let own = prices;
    if (counts.length > 0) {
      own = { each: prices.each.slice(), perGram: prices.perGram };
      for (const { who, each } of counts) own.each[who] = nth(own.each, who) + each;
    }
    const bonuses = new Map<Node, Bonus[]>();
    for (const { rule, each } of mine)
      if (rule.of === 'starts')
        bonuses.set(rule.node, [...(bonuses.get(rule.node) ?? []), { ...rule, each }]);
    const found = of.modes.map((_, k) => {
      const { column, worth } = bestColumn(c, f, k, own, bonuses);
      const opened = mine.reduce(
        (s, { rule, each }) => s + (rule.of === 'opened' ? each * countOf(rule, column) : 0),
        0,
      );
      return { column, worth: worth + opened };
    });
    best.push(...found);
    bound += nth(left, f) * Math.max(0, ...found.map((m) => m.worth));
  });
  c.groups.forEach((g, at) => {
    const [least, most] = nth(settled.filled, at);
    const price =
      g.pieces === null
        ? nth(duals.group, at) * g.least + nth(duals.target, at) * g.target - nth(duals.most, at) * g.most
        : nth(duals.group, at) * g.pieces;
    const each = nth(duals.group, at) + nth(duals.target, at) - nth(duals.most, at);
    bound += each * nth(given, at);
    const gain = g.value + g.penalty - price;
    bound += gain * (gain > 0 ? most : least);
  });
  c.classes.forEach((k, at) => {
    const price = nth(duals.counter, at);
    bound += price * nth(given, c.groups.length + at) + Math.max(0, k.perKg / 1000 - price) * k.demandGrams;
  });
  return { best, bound };
}

/** A column's worth at these duals, before the rent of its fish. */
export function worthAt(c: Compiled, k: Column, duals: Duals, rules: readonly Rule[]): number {
  let sum = k.worth;
  for (const [who, n] of k.gives) {
    const g = c.groups[who];
    if (!g) sum += n * nth(duals.counter, who - c.groups.length);
    else {
      sum += n * nth(duals.group, who);
      if (g.pieces === null) sum += n * (nth(duals.target, who) - nth(duals.most, who));
    }
  }
  rules.forEach((rule, i) => {
    const each = nth(duals.rule, i);
    if (each !== 0) sum += each * countOf(rule, k);
  });
  return sum;
}
