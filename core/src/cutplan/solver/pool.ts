import type { Highs } from 'highs';
import { nth, sure } from '../../found.ts';
import type { Compiled, CutMode, FishClass, Node } from '../compile.ts';
import { restWorth, type Stretch } from '../pattern.ts';
import { lackPerGram } from '../problem.ts';
import type { Cut, Opened, State } from '../state.ts';
import { patternKey, type Column } from './pricing.ts';

/** Patterns met so far, by section. */
export class Pool {
  private readonly byNode = new Map<Node, Map<string, Stretch[]>>();

  private put(node: Node, pieces: Stretch[]): void {
    if (pieces.length === 0) return;
    const mine = this.byNode.get(node) ?? new Map<string, Stretch[]>();
    this.byNode.set(node, mine.set(patternKey({ node, pieces }), pieces));
  }

  addColumns(columns: readonly Column[]): void {
    for (const { patterns } of columns) for (const p of patterns) this.put(p.node, p.pieces);
  }

  addState(state: State): void {
    for (const opened of state) for (const cut of opened?.cuts ?? []) this.put(cut.node, cut.pieces);
  }

  of(node: Node): Stretch[][] {
    return [...(this.byNode.get(node)?.values() ?? [])];
  }
}

type Entry = [row: number, value: number];

/** A mixed integer programme being put together: rows by their bounds, columns by their entries. */
class Programme {
  readonly lower: number[] = [];
  readonly upper: number[] = [];
  readonly columns: { cost: number; most: number; whole: boolean; entries: Entry[] }[] = [];

  row(least: number, most: number): number {
    this.lower.push(least);
    return this.upper.push(most) - 1;
  }

  column(cost: number, most: number, whole: boolean, entries: Entry[]): number {
    return this.columns.push({ cost, most, whole, entries }) - 1;
  }

  /** How much of each column the best solution found uses; null when none is found in time. */
  solve(highs: Highs, seconds: number): Float64Array | null {
    const { columns, lower, upper } = this;
    const starts = [0];
    for (const k of columns) starts.push(sure(starts.at(-1)) + k.entries.length);
    const model = highs.createModel({
      numCols: columns.length,
      numRows: lower.length,
      sense: highs.constants.objectiveSense.maximize,
      colCost: columns.map((k) => k.cost),
      colLower: columns.map(() => 0),
      colUpper: columns.map((k) => k.most),
      rowLower: lower,
      rowUpper: upper,
      matrix: {
        format: 'csc',
        numRows: lower.length,
        numCols: columns.length,
        starts,
        indices: columns.flatMap((k) => k.entries.map((e) => e[0])),
        values: columns.flatMap((k) => k.entries.map((e) => e[1])),
      },
      integrality: Int32Array.from(columns, (k) => Number(k.whole)),
    });
    try {
      model.options.set({
        output_flag: false,
        time_limit: seconds,
        mip_allow_restart: false,
        mip_rel_gap: 1e-6,
      });
      model.run();
      const { colValue } = model.getSolution();
      return Number.isFinite(model.getObjectiveValue()) && colValue.length > 0 ? colValue : null;
    } finally {
      model.dispose();
    }
  }
}

interface Ways {
  node: Node;
  ways: { at: number; pieces: Stretch[] }[];
}

interface ModeColumns {
  of: FishClass;
  mode: CutMode;
  at: number;
  sections: (Ways & { opened: number | null; inside: Ways[] })[];
}

/** Rows of the lines and the counter, and what pieces put into them. */
function takers(
  p: Programme,
  highs: Highs,
  c: Compiled,
  given: Float64Array,
): (pieces: Stretch[]) => Entry[] {
  const inf = highs.infinity;
  const lack = lackPerGram(c.problem.settings);
  const groups = c.groups.map((g, who) => {
    const had = nth(given, who);
    const least = p.row(-had, inf);
    const filled = (entries: Entry[]) =>
      p.column(g.value + g.penalty, g.units.length, true, [[least, -(g.pieces ?? g.least)], ...entries]);
    if (g.pieces !== null) {
      filled([]);
      return (n: number): Entry[] => [[least, n]];
    }
    const [target, most] = [p.row(-had, inf), p.row(had, inf)];
    filled([
      [target, -g.target],
      [most, g.most],
    ]);
    p.column(-lack, inf, false, [[target, 1]]);
    return (n: number): Entry[] => [
      [least, n],
      [target, n],
      [most, -n],
    ];
  });
  const classes = c.classes.map((k, i) => {
    const at = p.row(-nth(given, c.groups.length + i), inf);
    p.column(k.perKg / 1000, k.demandGrams, false, [[at, -1]]);
    p.column(k.markdownPerKg / 1000, inf, false, [[at, -1]]);
    return (n: number): Entry[] => [[at, n]];
  });
  const all = [...groups, ...classes];
  return (pieces) => {
    const sums = new Map<number, number>();
    for (const { who, grams } of pieces)
      sums.set(who, (sums.get(who) ?? 0) + (c.groups[who]?.pieces ? 1 : grams));
    return [...sums].flatMap(([who, n]) => nth(all, who)(n));
  };
}

/** Columns of one way to open the fish of a class: how many, and the patterns of their sections. */
function modeColumns(
  p: Programme,
  highs: Highs,
  of: FishClass,
  mode: CutMode,
  fish: number,
  pool: Pool,
  gives: (pieces: Stretch[]) => Entry[],
): ModeColumns {
  const inf = highs.infinity;
  const n = of.fish.length;
  const bare = (node: Node) => restWorth(node, []);
  const ways = (node: Node, copies: number, row: number): Ways => ({
    node,
    ways: pool.of(node).map((pieces) => ({
      pieces,
      at: p.column(restWorth(node, pieces) - bare(node), copies, true, [[row, 1], ...gives(pieces)]),
    })),
  });
  const rows = mode.nodes.map(() => p.row(-inf, 0));
  const uncut = mode.nodes.reduce((sum, node) => sum + node.copies * bare(node), mode.worth);
  const at = p.column(uncut, n, true, [
    [fish, 1],
    ...mode.nodes.map((node, i): Entry => [nth(rows, i), -node.copies]),
  ]);
  const sections = mode.nodes.map((node, i) => {
    const copies = node.copies * n;
    const own = ways(node, copies, nth(rows, i));
    if (node.split.length === 0) return { ...own, opened: null, inside: [] };
    const limits = node.split.map(() => p.row(-inf, 0));
    const opened = p.column(
      node.split.reduce((sum, x) => sum + x.copies * bare(x), 0) - bare(node),
      copies,
      true,
      [[nth(rows, i), 1], ...node.split.map((x, j): Entry => [nth(limits, j), -x.copies])],
    );
    const inside = node.split.map((x, j) => ways(x, copies * x.copies, nth(limits, j)));
    return { ...own, opened, inside };
  });
  return { of, mode, at, sections };
}

/** The fish of a solution, cut. */
function fishOf({ of, mode, at, sections }: ModeColumns, count: (at: number) => number): Opened[] {
  const taken = ({ ways }: Ways) => ways.flatMap((w) => Array.from({ length: count(w.at) }, () => w.pieces));
  const left = sections.map((s) => ({
    node: s.node,
    own: taken(s),
    opened: s.opened === null ? 0 : count(s.opened),
    inside: s.inside.map((x) => ({ node: x.node, own: taken(x) })),
  }));
  return Array.from({ length: count(at) }, () => {
    const cuts: Cut[] = [];
    for (const s of left)
      for (let copy = 0; copy < s.node.copies; copy++)
        if (s.opened > 0) {
          s.opened--;
          for (const x of s.inside)
            for (let j = 0; j < x.node.copies; j++)
              cuts.push({ node: x.node, copy: copy * x.node.copies + j, pieces: x.own.shift() ?? [] });
        } else cuts.push({ node: s.node, copy, pieces: s.own.shift() ?? [] });
    return { of, mode, cuts };
  });
}

/**
 * The best plan made of patterns of the pool alone, as a mixed integer programme, by HiGHS within `seconds`; null when
 * it finds none. `given` is what other fish give already, by `who`.
 */
export function bestOfPool(
  highs: Highs,
  c: Compiled,
  pool: Pool,
  given: Float64Array,
  seconds: number,
): State | null {
  const p = new Programme();
  const gives = takers(p, highs, c, given);
  const classes = c.fish.map((of) => {
    const fish = p.row(-highs.infinity, of.fish.length);
    return of.modes.map((mode) => modeColumns(p, highs, of, mode, fish, pool, gives));
  });
  const used = p.solve(highs, seconds);
  if (!used) return null;
  return classes.flatMap((modes, f) => {
    const cut = modes.flatMap((m) => fishOf(m, (at) => Math.round(nth(used, at))));
    return [...cut, ...Array.from({ length: nth(c.fish, f).fish.length - cut.length }, () => null)];
  });
}
