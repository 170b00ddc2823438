import type { Highs, Model } from 'highs';
import { nth, sure } from '../../found.ts';
import type { Compiled } from '../compile.ts';
import { lackPerGram } from '../problem.ts';
import {
  anyNumber,
  countOf,
  mixed,
  patternKey,
  priceAll,
  sameRule,
  worthAt,
  type Column,
  type Duals,
  type Priced,
  type Rule,
  type Settled,
} from './pricing.ts';

/** The programme solved: how much of each column is used, and what each row is worth. */
export interface Solved {
  value: number;
  /** By `Master.columns`. */
  used: Float64Array;
  /** Units filled, by group. */
  filled: Float64Array;
  duals: Duals;
  /** Price of one fish of each class. */
  rent: Float64Array;
  /** Whether what the branches ask for can be had at all with these columns; what each group lacks to it. */
  sound: boolean;
  lacks: Float64Array;
}

const infinity = 1e30;
const finite = (x: number) => (Number.isFinite(x) ? x : Math.sign(x) * infinity);
type Entry = readonly [row: number, value: number];
interface ModelColumn {
  cost: number;
  upper: number;
  entries: readonly Entry[];
}

/**
 * The master problem, as a linear programme whose columns pricing finds: how many fish of each class are cut which
 * way, which lines are filled, what the counter takes. Whole fish are columns: with a row a section instead, the same
 * programme took three times as long. Branches add rows (`Rule`); what they ask for may be bought at a price no plan
 * is worth, so that it always has a solution.
 */
export class Master {
  readonly c: Compiled;
  readonly columns: Column[] = [];
  readonly rules: Rule[] = [];
  private readonly model: Model;
  private readonly highs: Highs;
  private readonly known = new Set<string>();
  /** Where in the model each of `columns` stands, and what stands for what cannot be had. */
  private readonly at: number[] = [];
  private readonly bought: number[] = [];
  private readonly totals: number[];
  private width = 0;
  private height: number;
  private readonly dear: number;
  /** Fish of each class that are to be cut, and what others give already, by `who`. */
  left: readonly number[];
  given: Float64Array;

  constructor(highs: Highs, c: Compiled) {
    this.highs = highs;
    this.c = c;
    this.left = c.fish.map((of) => of.fish.length);
    this.given = new Float64Array(c.groups.length + c.classes.length);
    const [F, G, C] = [c.fish.length, c.groups.length, c.classes.length];
    this.totals = c.groups.flatMap((g, at) => (g.pieces === null ? [at] : []));
    const T = this.totals.length;
    this.height = F + G + C + 2 * T;
    this.dear =
      10 *
      (c.groups.reduce((s, g) => s + (g.value + g.penalty) * g.units.length, 1) +
        c.classes.reduce((s, k) => s + (k.perKg / 1000) * k.demandGrams, 0) +
        c.fish.reduce((s, of) => s + of.fish.length * Math.max(0, ...of.modes.map((m) => -m.worth)), 0));
    const rowLower = new Float64Array(this.height);
    const rowUpper = new Float64Array(this.height).fill(infinity);
    this.left.forEach((fish, f) => {
      rowLower[f] = -infinity;
      rowUpper[f] = fish;
    });
    this.model = highs.createModel({
      numCols: 0,
      numRows: this.height,
      sense: highs.constants.objectiveSense.maximize,
      colCost: [],
      colLower: [],
      colUpper: [],
      rowLower,
      rowUpper,
      matrix: { format: 'csc', numRows: this.height, numCols: 0, starts: [0], indices: [], values: [] },
    });
    this.model.options.set({
      output_flag: false,
      solver: 'simplex',
      presolve: 'off',
      simplex_strategy: 4,
      // Far more than any of them takes: one that goes round in circles is given up.
      simplex_iteration_limit: 20_000,
    });
    const lack = lackPerGram(c.problem.settings);
    this.put([
      ...c.groups.map((g, at): ModelColumn => {
        const entries: Entry[] = [[F + at, -(g.pieces ?? g.least)]];
        if (g.pieces === null)
          entries.push([this.targetRow(at), -g.target], [this.targetRow(at) + T, g.most]);
        return { cost: g.value + g.penalty, upper: g.units.length, entries };
      }),
      ...c.classes.flatMap((k, at): ModelColumn[] => [
        { cost: k.perKg / 1000, upper: k.demandGrams, entries: [[F + G + at, -1]] },
        { cost: k.markdownPerKg / 1000, upper: infinity, entries: [[F + G + at, -1]] },
      ]),
      ...this.totals.map((at): ModelColumn => ({
        cost: -lack,
        upper: infinity,
        entries: [[this.targetRow(at), 1]],
      })),
    ]);
    this.buy([
      ...c.groups.map((g, at) => ({ row: F + at, per: g.pieces ?? g.least })),
      ...this.totals.map((at) => ({ row: this.targetRow(at) + T, per: nth(c.groups, at).least })),
    ]);
  }

  private targetRow(group: number): number {
    const { fish, groups, classes } = this.c;
    return fish.length + groups.length + classes.length + this.totals.indexOf(group);
  }

  /** Adds columns to the model; says where the first of them stands. */
  private put(columns: readonly ModelColumn[]): number {
    const starts = [0];
    for (const k of columns) starts.push(sure(starts.at(-1)) + k.entries.length);
    const flat = columns.flatMap((k) => k.entries);
    this.model.addCols({
      cost: Float64Array.from(columns, (k) => k.cost),
      lower: new Float64Array(columns.length),
      upper: Float64Array.from(columns, (k) => k.upper),
      matrix: {
        format: 'csc',
        numRows: this.height,
        numCols: columns.length,
        starts: Int32Array.from(starts),
        indices: Int32Array.from(flat, (e) => e[0]),
        values: Float64Array.from(flat, (e) => e[1]),
      },
    });
    this.width += columns.length;
    return this.width - columns.length;
  }

  /** What a row lacks may be had for more than any plan is worth. */
  private buy(rows: readonly { row: number; per: number }[]): void {
    const from = this.put(
      rows.map(({ row, per }) => ({ cost: -this.dear / per, upper: infinity, entries: [[row, 1]] })),
    );
    this.bought.push(...rows.map((_, i) => from + i));
  }

  private entriesOf(k: Column): Entry[] {
    const { fish, groups } = this.c;
    const entries: Entry[] = [[k.fish, 1]];
    for (const [who, n] of k.gives) {
      entries.push([fish.length + who, n]);
      if (groups[who]?.pieces === null)
        entries.push([this.targetRow(who), n], [this.targetRow(who) + this.totals.length, -n]);
    }
    this.rules.forEach((rule, i) => {
      const n = countOf(rule, k);
      if (n !== 0) entries.push([this.height - this.rules.length + i, n]);
    });
    return entries;
  }

  /** Adds columns it does not know yet; says how many. */
  add(found: readonly Column[]): number {
    const fresh = found.filter((k) => {
      const key = `${k.fish} ${k.mode} ${k.patterns.map(patternKey).join(';')}`;
      return !this.known.has(key) && this.known.add(key);
    });
    if (fresh.length === 0) return 0;
    const from = this.put(fresh.map((k) => ({ cost: k.worth, upper: infinity, entries: this.entriesOf(k) })));
    fresh.forEach((k, i) => {
      this.columns.push(k);
      this.at.push(from + i);
    });
    return fresh.length;
  }

  /** A row for a rule, free until it is settled; its place among the rules. */
  ruled(rule: Rule): number {
    const had = this.rules.findIndex((r) => sameRule(r, rule));
    if (had >= 0) return had;
    const counts = this.columns
      .map((k, i) => [nth(this.at, i), countOf(rule, k)] as const)
      .filter(([, n]) => n !== 0);
    this.model.addRows({
      lower: Float64Array.of(-infinity),
      upper: Float64Array.of(infinity),
      matrix: {
        format: 'csr',
        numRows: 1,
        numCols: this.width,
        starts: Int32Array.of(0, counts.length),
        indices: Int32Array.from(counts, ([at]) => at),
        values: Float64Array.from(counts, ([, n]) => n),
      },
    });
    this.rules.push(rule);
    this.height++;
    this.buy([{ row: this.height - 1, per: 1 }]);
    return this.rules.length - 1;
  }

  /** Fish left of each class, and what others give already, by `who`. */
  settle(left: readonly number[], given: Float64Array): void {
    const { c, model } = this;
    const [F, G, C] = [c.fish.length, c.groups.length, c.classes.length];
    this.left = left;
    this.given = given;
    left.forEach((fish, f) => model.changeRowBounds(f, -infinity, fish));
    given.forEach((n, who) => model.changeRowBounds(F + who, -n, infinity));
    this.totals.forEach((at, t) => {
      model.changeRowBounds(F + G + C + t, -nth(given, at), infinity);
      model.changeRowBounds(F + G + C + this.totals.length + t, nth(given, at), infinity);
    });
  }

  /** Nothing settled. */
  free(): Settled {
    return {
      rules: this.rules.map(() => anyNumber),
      filled: this.c.groups.map((g) => [0, g.units.length]),
    };
  }

  /** Solves it with this much settled; null when the solver gives up. */
  solve(settled: Settled, strategy: 'primal' | 'dual' = 'primal'): Solved | null {
    const { c, model, highs } = this;
    const [F, G, T] = [c.fish.length, c.groups.length, this.totals.length];
    const rules = this.height - this.rules.length;
    settled.rules.forEach(([least, most], i) =>
      model.changeRowBounds(rules + i, least <= 0 ? -infinity : least, finite(most)),
    );
    settled.filled.forEach(([least, most], g) => model.changeColBounds(g, least, most));
    model.options.set('simplex_strategy', strategy === 'primal' ? 4 : 1);
    model.run();
    if (model.getModelStatus() !== highs.constants.modelStatus.optimal) return null;
    const { colValue, rowDual } = model.getSolution();
    // A maximum's dual of a "no less than" row comes out negative: its price is the other way round.
    const price = (row: number) => -nth(rowDual, row);
    const duals: Duals = {
      group: Float64Array.from(c.groups, (_, g) => price(F + g)),
      target: new Float64Array(G),
      most: new Float64Array(G),
      counter: Float64Array.from(c.classes, (_, k) => price(F + G + k)),
      rule: Float64Array.from(this.rules, (_, i) => price(rules + i)),
    };
    for (const at of this.totals) {
      duals.target[at] = price(this.targetRow(at));
      duals.most[at] = price(this.targetRow(at) + T);
    }
    return {
      value: model.getObjectiveValue() - c.penalties,
      used: Float64Array.from(this.at, (at) => nth(colValue, at)),
      filled: colValue.slice(0, G),
      duals,
      rent: Float64Array.from({ length: F }, (_, f) => Math.max(0, nth(rowDual, f))),
      lacks: Float64Array.from({ length: G }, (_, g) => nth(colValue, nth(this.bought, g))),
      sound: this.bought.every((at) => nth(colValue, at) < 1e-6),
    };
  }

  dispose(): void {
    this.model.dispose();
  }
}

export interface Bounded {
  solved: Solved;
  /** No plan of what is settled is worth more. */
  bound: number;
  /** The duals it was found at. */
  duals: Duals;
}

/** With more classes of fish than many, all are priced only after each part of them has been, the programme solved anew in between. */
const manyClasses = 60;
const parts = 3;

/** What of these is worth more than the rent of its fish at these prices. */
const gaining = (m: Master, { best }: Priced, { duals, rent }: Solved): Column[] =>
  best.map((b) => b.column).filter((k) => worthAt(m.c, k, duals, m.rules) - nth(rent, k.fish) > 1e-6);

/**
 * Column generation: solve, price with smoothed duals, add what improves, until nothing does, the bound is met or
 * falls to `enough`, or `over` says so. Null when the solver gives up.
 */
export function generate(
  m: Master,
  settled: Settled,
  enough: number,
  over: (round: number) => boolean,
  from: Duals | null = null,
  loose = 0,
): Bounded | null {
  let solved = m.solve(settled, from ? 'dual' : 'primal');
  if (!solved) return null;
  let bound = Infinity;
  let centre = mixed(m.c, from ?? solved.duals, solved.duals, from ? 0.5 : 0, settled);
  let part = 0;
  // Priced once in any case: a bound is known however busy the machine is.
  for (let round = 1; round === 1 || !over(round); round++) {
    let added = 0;
    if (round > 1 && m.c.fish.length > manyClasses && part < parts) {
      const near = mixed(m.c, centre, solved.duals, 0.3, settled);
      const mine = part++;
      const some = priceAll(m.c, near, m.rules, settled, m.left, m.given, (f) => f % parts === mine);
      const next: Solved | null = m.add(gaining(m, some, solved)) > 0 ? m.solve(settled) : solved;
      if (!next) break;
      solved = next;
      continue;
    }
    part = 0;
    for (const smooth of [0.6, 0]) {
      const duals = mixed(m.c, centre, solved.duals, smooth, settled);
      const priced = priceAll(m.c, duals, m.rules, settled, m.left, m.given);
      if (priced.bound < bound) {
        bound = priced.bound;
        centre = duals;
      }
      if (bound <= enough) return { solved, bound, duals: centre };
      added = m.add(gaining(m, priced, solved));
      if (added > 0) break;
    }
    if (added === 0) break;
    const next = m.solve(settled);
    if (!next) break;
    solved = next;
    const near = loose > 0 ? loose * (bound - enough) : 0;
    if (bound - solved.value < Math.max(1e-5 * Math.max(1, Math.abs(bound)), near)) break;
  }
  return { solved, bound, duals: centre };
}

/** What each mode of each fish class loses against the best of them at these duals; minor units. */
export function lossesAt(m: Master, duals: Duals): number[][] {
  const losses: number[][] = m.c.fish.map((of) => of.modes.map(() => 0));
  for (const { column, worth } of priceAll(m.c, duals, [], { ...m.free(), rules: [] }, m.left, m.given).best)
    nth(losses, column.fish)[column.mode] = worth;
  for (const of of losses) {
    const top = Math.max(0, ...of);
    of.forEach((worth, k) => (of[k] = top - worth));
  }
  return losses;
}
