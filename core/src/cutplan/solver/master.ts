import { nth, sure } from '../../found.ts';
import type { Highs, Model } from 'highs';
import type { Compiled, Node } from '../compile.ts';
import { bestPattern, restWorth, type Prices, type Stretch } from '../pattern.ts';

/** A section with the pattern that every copy of it takes. */
interface Patterned {
  node: Node;
  copies: number;
  pieces: Stretch[];
}

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

export interface Solved {
  value: number;
  /** By column of the model: lines, then counter at full price and at the markdown, then `columns`. */
  x: Float64Array;
  prices: Prices;
  /** Price of one fish of each class. */
  rent: Float64Array;
}

interface Priced {
  /** The best column of each mode of each fish class, with what it is worth at these prices. */
  best: { column: Column; worth: number }[];
  /** No plan is worth more than this, whatever the prices are. */
  bound: number;
}

const infinity = 1e30;

const noPrices = (c: Compiled): Prices => ({
  each: new Float64Array(c.groups.length + c.classes.length),
  perGram: new Float64Array(c.groups.length + c.classes.length),
});

/** The best way to cut one fish of a class by one of its modes at these prices. */
function bestColumn(
  c: Compiled,
  fish: number,
  mode: number,
  prices: Prices,
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
    const own = bestPattern(node, prices);
    const inside = node.split.map((s) => bestPattern(s, prices));
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
 * had these prices. Valid for prices of pieces of 0 and more, and of counter grams no less than the markdown.
 */
function priceAll(c: Compiled, prices: Prices, left: readonly number[]): Priced {
  const best: Priced['best'] = [];
  let bound = -c.penalties;
  c.fish.forEach((of, f) => {
    if (left[f] === 0) return;
    const mine = of.modes.map((_, k) => bestColumn(c, f, k, prices));
    best.push(...mine);
    bound += nth(left, f) * Math.max(0, ...mine.map((m) => m.worth));
  });
  c.groups.forEach((g, at) => {
    const price = g.pieces === null ? nth(prices.perGram, at) * g.least : nth(prices.each, at) * g.pieces;
    bound += g.units.length * Math.max(0, g.value + g.penalty - price);
  });
  c.classes.forEach(
    (k, at) =>
      (bound += Math.max(0, k.perKg / 1000 - nth(prices.perGram, c.groups.length + at)) * k.demandGrams),
  );
  return { best, bound };
}

/** Prices between two sets, clipped to where the bound holds. */
function mixed(c: Compiled, a: Prices, b: Prices, share: number): Prices {
  const mix = (x: Float64Array, y: Float64Array) => x.map((v, i) => share * v + (1 - share) * nth(y, i));
  const perGram = mix(a.perGram, b.perGram);
  c.classes.forEach((k, i) => {
    const at = c.groups.length + i;
    perGram[at] = Math.max(nth(perGram, at), k.markdownPerKg / 1000);
  });
  return { each: mix(a.each, b.each), perGram };
}

/**
 * The master problem, as a linear programme whose columns pricing finds: how many fish of each class are cut which
 * way, which lines are filled, what the counter takes. Whole fish are columns: with a row a section instead, the same
 * programme took three times as long.
 */
export class Master {
  readonly columns: Column[] = [];
  readonly lines: number;
  private readonly model: Model;
  private readonly known = new Set<string>();
  private readonly rows: number;
  private readonly highs: Highs;
  readonly c: Compiled;

  constructor(highs: Highs, c: Compiled) {
    this.highs = highs;
    this.c = c;
    const [F, G, C] = [c.fish.length, c.groups.length, c.classes.length];
    this.rows = F + G + C;
    this.lines = G + 2 * C;
    const rowLower = new Float64Array(this.rows);
    const rowUpper = new Float64Array(this.rows).fill(infinity);
    c.fish.forEach((of, f) => {
      rowLower[f] = -infinity;
      rowUpper[f] = of.fish.length;
    });
    const cols = [
      ...c.groups.map((g, at) => ({
        cost: g.value + g.penalty,
        upper: g.units.length,
        at: [[F + at, -(g.pieces ?? g.least)] as const],
      })),
      ...c.classes.map((k, at) => ({
        cost: k.perKg / 1000,
        upper: k.demandGrams,
        at: [[F + G + at, -1] as const],
      })),
      ...c.classes.map((k, at) => ({
        cost: k.markdownPerKg / 1000,
        upper: infinity,
        at: [[F + G + at, -1] as const],
      })),
    ];
    this.model = highs.createModel({
      numCols: cols.length,
      numRows: this.rows,
      sense: highs.constants.objectiveSense.maximize,
      colCost: cols.map((k) => k.cost),
      colLower: cols.map(() => 0),
      colUpper: cols.map((k) => k.upper),
      rowLower,
      rowUpper,
      matrix: this.matrix(cols.map((k) => k.at)),
    });
    this.model.options.set({ output_flag: false, solver: 'simplex', presolve: 'off', simplex_strategy: 4 });
  }

  private matrix(cols: readonly (readonly (readonly [number, number])[])[]) {
    const starts = [0];
    for (const k of cols) starts.push(sure(starts.at(-1)) + k.length);
    const flat = cols.flat();
    return {
      format: 'csc' as const,
      numRows: this.rows,
      numCols: cols.length,
      starts,
      indices: flat.map((e) => e[0]),
      values: flat.map((e) => e[1]),
    };
  }

  /** Rows of a column; `who` follows the fish. */
  private entries(k: Column): [number, number][] {
    return [[k.fish, 1], ...[...k.gives].map(([who, n]): [number, number] => [this.c.fish.length + who, n])];
  }

  /** Adds columns it does not know yet; says how many. */
  add(found: readonly Column[]): number {
    const fresh = found.filter((k) => {
      const key = `${k.fish} ${k.mode} ${k.patterns.map((p) => `${p.node.section.id} ${p.pieces.map((x) => `${x.from}-${x.to}:${x.who}`).join()}`).join()}`;
      return !this.known.has(key) && this.known.add(key);
    });
    if (fresh.length === 0) return 0;
    const { starts, indices, values, ...rest } = this.matrix(fresh.map((k) => this.entries(k)));
    this.model.addCols({
      cost: Float64Array.from(fresh, (k) => k.worth),
      lower: new Float64Array(fresh.length),
      upper: new Float64Array(fresh.length).fill(infinity),
      matrix: {
        ...rest,
        starts: Int32Array.from(starts),
        indices: Int32Array.from(indices),
        values: Float64Array.from(values),
      },
    });
    this.columns.push(...fresh);
    return fresh.length;
  }

  /** What is settled already: fish left of each class, and what the settled ones give, by `who`. */
  settle(left: readonly number[], given: Float64Array): void {
    const [F, n] = [this.c.fish.length, this.rows];
    for (let f = 0; f < F; f++) this.model.changeRowBounds(f, -infinity, nth(left, f));
    for (let r = F; r < n; r++) this.model.changeRowBounds(r, -nth(given, r - F), infinity);
  }

  /** Solves it as it stands; null when the solver gives up. */
  solve(strategy: 'primal' | 'dual' = 'primal'): Solved | null {
    const { c, model, highs } = this;
    const [F, G] = [c.fish.length, c.groups.length];
    model.options.set('simplex_strategy', strategy === 'primal' ? 4 : 1);
    model.run();
    if (model.getModelStatus() !== highs.constants.modelStatus.optimal) return null;
    const { colValue, rowDual } = model.getSolution();
    const prices = noPrices(c);
    // A maximum's dual of a "no less than" row comes out negative: its price is the other way round.
    c.groups.forEach(
      (g, at) =>
        ((g.pieces === null ? prices.perGram : prices.each)[at] = Math.max(0, -nth(rowDual, F + at))),
    );
    c.classes.forEach((_, at) => (prices.perGram[G + at] = Math.max(0, -nth(rowDual, F + G + at))));
    return {
      value: model.getObjectiveValue() - c.penalties,
      x: colValue,
      prices,
      rent: Float64Array.from({ length: F }, (_, f) => Math.max(0, nth(rowDual, f))),
    };
  }

  /** A column's worth at these prices over the rent of its fish. */
  gain(k: Column, s: Solved): number {
    let sum = k.worth - nth(s.rent, k.fish);
    for (const [who, n] of k.gives)
      sum += n * (this.c.groups[who]?.pieces ? nth(s.prices.each, who) : nth(s.prices.perGram, who));
    return sum;
  }

  dispose(): void {
    this.model.dispose();
  }
}

export interface Root {
  solved: Solved;
  bound: number;
  /** What each mode of each fish class loses against the best of them at the best prices; minor units. */
  losses: number[][];
}

/**
 * Column generation: solve, price with smoothed duals, add what improves, until nothing does, the bound is met or
 * `over` says so. The bound only holds while nothing is settled.
 */
export function generate(m: Master, left: readonly number[], over: (round: number) => boolean): Root | null {
  let solved = m.solve();
  if (!solved) return null;
  let bound = Infinity;
  let centre = mixed(m.c, solved.prices, solved.prices, 0);
  // Priced once in any case: a bound is known however busy the machine is.
  for (let round = 1; round === 1 || !over(round); round++) {
    let added = 0;
    for (const smooth of [0.6, 0]) {
      const prices = mixed(m.c, centre, solved.prices, smooth);
      const priced = priceAll(m.c, prices, left);
      if (priced.bound < bound) {
        bound = priced.bound;
        centre = prices;
      }
      added = m.add(priced.best.map((b) => b.column).filter((k) => m.gain(k, sure(solved)) > 1e-6));
      if (added > 0) break;
    }
    if (added === 0) break;
    const next = m.solve();
    if (!next) break;
    solved = next;
    if (bound - solved.value < 1e-4 * Math.max(1, Math.abs(bound))) break;
  }
  const losses: number[][] = m.c.fish.map((of) => of.modes.map(() => 0));
  const { best } = priceAll(m.c, centre, left);
  for (const { column, worth } of best) nth(losses, column.fish)[column.mode] = worth;
  for (const of of losses) {
    const top = Math.max(0, ...of);
    of.forEach((worth, k) => (of[k] = top - worth));
  }
  return { solved, bound, losses };
}
