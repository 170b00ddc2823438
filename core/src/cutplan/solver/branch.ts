import { nth, sure } from '../../found.ts';
import type { FishClass, Node } from '../compile.ts';
import type { Cut, Opened, State } from '../state.ts';
import { generate, type Bounded, type Master, type Solved } from './master.ts';
import {
  countOf,
  patternKey,
  type Column,
  type Duals,
  type Patterned,
  type Range,
  type Rule,
} from './pricing.ts';

/** What one branch settles: a range of a rule, or of how many units of a group are filled. */
type Choice = { range: Range } & ({ rule: Rule } | { group: number });

interface Place {
  /** No plan of it is worth more. */
  bound: number;
  choices: readonly Choice[];
  near: Duals;
}

/** A plan within half a cent of the bound is proven the best. */
export const within = 0.5;

/** Numbers this near a whole one are whole. */
const nearly = 1e-5;
const offWhole = (x: number) => Math.abs(x - Math.round(x));
const isWhole = (x: number) => offWhole(x) < nearly;

/** A column and how many fish, or what share of one, are cut so. */
interface Used {
  column: Column;
  share: number;
}

/** The ways a section is cut, by itself or opened into its parts, with the share of its copies that are. */
function waysOf(node: Node, used: readonly Used[]): { cuts: Patterned[]; share: number }[] {
  const ways = new Map<string, { cuts: Patterned[]; share: number }>();
  for (const { column, share } of used) {
    const cuts = column.patterns.filter((p) => p.node === node || node.split.includes(p.node));
    const key = cuts.map((p) => patternKey(p)).join(';');
    const way = ways.get(key) ?? { cuts, share: 0 };
    way.share += share;
    ways.set(key, way);
  }
  return [...ways.values()].sort((a, b) => b.share - a.share);
}

/** One fish cut as near to this as whole copies come; and whether that is just what the solution says. */
function cutLike(of: FishClass, at: number, used: readonly Used[]): { opened: Opened; exact: boolean } {
  const mode = nth(of.modes, at);
  const cuts: Cut[] = [];
  let exact = true;
  for (const node of mode.nodes) {
    const ways = waysOf(node, used);
    const shares = ways.map((w) => w.share * node.copies);
    exact &&= shares.every(isWhole);
    let copy = 0;
    wholeCounts(shares, node.copies).forEach((n, k) => {
      for (let i = 0; i < n; i++, copy++)
        for (const cut of nth(ways, k).cuts) {
          const inside = cut.node === node ? 1 : cut.node.copies;
          for (let j = 0; j < inside; j++)
            cuts.push({ node: cut.node, copy: copy * inside + j, pieces: [...cut.pieces] });
        }
    });
  }
  return { opened: { of, mode, cuts }, exact };
}

/** A column as one fish cut. */
const asCut = (of: FishClass, { mode, patterns }: Column): Opened => ({
  of,
  mode: nth(of.modes, mode),
  cuts: patterns.flatMap(({ node, copies, pieces }) =>
    Array.from({ length: copies }, (_, copy): Cut => ({ node, copy, pieces: [...pieces] })),
  ),
});

/** Whole copies of what there are shares of: as many as there are whole, then those with the largest rest. */
function wholeCounts(shares: readonly number[], all: number): number[] {
  const counts = shares.map((x) => Math.floor(x + nearly));
  let left = all - counts.reduce((s, n) => s + n, 0);
  const byRest = [...shares.keys()].sort(
    (a, b) => nth(shares, b) - nth(counts, b) - (nth(shares, a) - nth(counts, a)),
  );
  for (const i of byRest) if (left-- > 0) counts[i] = nth(counts, i) + 1;
  return counts;
}

/** Columns in use, with how many fish are cut so. */
const inUse = (m: Master, s: Solved): Used[] =>
  m.columns.flatMap((column, i) => {
    const share = s.used[i] ?? 0;
    return share > 1e-7 ? [{ column, share }] : [];
  });

/** A solution as a plan of whole fish: each cut by its commonest mode. Exact where the solution is such a plan already. */
export function rounded(m: Master, s: Solved): { state: State; exact: boolean } {
  const { c } = m;
  const used = inUse(m, s);
  const state: State = [];
  let exact = s.filled.every(isWhole);
  c.fish.forEach((of, f) => {
    const mine = used.filter((u) => u.column.fish === f);
    const modes = [...new Set(mine.map((u) => u.column.mode))]
      .map((mode) => {
        const here = mine.filter((u) => u.column.mode === mode);
        return { mode, here, all: here.reduce((sum, u) => sum + u.share, 0) };
      })
      .sort((a, b) => b.all - a.all);
    const opened: Opened[] = [];
    for (const { mode, here, all } of modes) {
      const fish = Math.min(of.fish.length - opened.length, Math.round(all));
      if (of.fish.length === 1) {
        exact &&= isWhole(all);
        if (fish === 0) continue;
        const cut = cutLike(
          of,
          mode,
          here.map((u) => ({ ...u, share: u.share / all })),
        );
        exact &&= cut.exact;
        opened.push(cut.opened);
        continue;
      }
      exact &&= here.every((u) => isWhole(u.share));
      wholeCounts(
        here.map((u) => u.share),
        fish,
      ).forEach((n, i) => {
        for (let k = 0; k < n && opened.length < of.fish.length; k++)
          opened.push(asCut(of, nth(here, i).column));
      });
    }
    state.push(...opened, ...Array.from({ length: of.fish.length - opened.length }, () => null));
  });
  return { state, exact };
}

/** A number that must be whole and is not. */
type Undecided = { at: number } & ({ rule: Rule } | { group: number });

/** Grid points before which a section's pieces may be counted: behind the start of each, and at its end. */
function startRules(used: readonly Used[], fish: number): Rule[] {
  const rules: Rule[] = [];
  const mine = used.filter((u) => u.column.fish === fish);
  for (const { column } of mine)
    for (const { node, pieces } of column.patterns)
      for (const { who, from } of pieces)
        for (const before of [from + 1, node.mm.length])
          rules.push({ of: 'starts', fish, mode: column.mode, node, who, before });
  return mine.length > 1 ? rules : [];
}

/**
 * The number to settle next: how many fish are opened, which lines are filled, which fish, by which mode, what each
 * gives to each line, and last where pieces start. Of its kind the one that is farthest from a whole number.
 */
function undecided(m: Master, s: Solved): Undecided | null {
  const { c } = m;
  const used = inUse(m, s);
  const farthest = (all: readonly Undecided[]): Undecided | null =>
    all.reduce<Undecided | null>(
      (top, k) => (!isWhole(k.at) && (top === null || offWhole(k.at) > offWhole(top.at)) ? k : top),
      null,
    );
  const ofRules = (rules: readonly Rule[]) =>
    farthest(
      rules.map((rule) => ({
        rule,
        at: used.reduce((sum, u) => sum + u.share * countOf(rule, u.column), 0),
      })),
    );
  const classes = [...new Set(used.map((u) => u.column.fish))];
  const opened = (fish: number | null, mode: number | null): Rule => ({ of: 'opened', fish, mode });
  return (
    ofRules([opened(null, null)]) ??
    farthest(c.groups.map((_, group) => ({ group, at: nth(s.filled, group) }))) ??
    ofRules(classes.map((f) => opened(f, null))) ??
    ofRules(used.map((u) => opened(u.column.fish, u.column.mode))) ??
    ofRules(
      used.flatMap(({ column: { fish, gives } }) =>
        [...gives.keys()]
          .filter((who) => who < c.groups.length)
          .map((who): Rule => ({ of: 'pieces', fish, who })),
      ),
    ) ??
    ofRules(classes.flatMap((f) => startRules(used, f)))
  );
}

/**
 * Branch and price: settles numbers that the linear programme leaves between two whole ones, the place of the best bound
 * first, until no place may hold a better plan.
 */
export class Tree {
  private readonly open: Place[];
  /** The best bound of places that are not looked into further: too little left in them, or no number to settle. */
  private lost = -Infinity;
  private root: Bounded | null;
  /** What the best plan known is worth; whoever finds a better one says so here. */
  best: number;
  readonly m: Master;

  constructor(m: Master, root: Bounded, best: number) {
    this.m = m;
    this.root = root;
    this.best = best;
    this.open = [{ bound: root.bound, choices: [], near: root.duals }];
  }

  /** No plan is worth more than this or `best`. */
  get bound(): number {
    return Math.max(this.best, this.lost, ...this.open.map((p) => p.bound));
  }

  /** Looks at one more place, and tells `tried` of its solution made whole. False when none is left. */
  step(tried: (state: State) => void, over: () => boolean): boolean {
    const { m } = this;
    this.open.sort((a, b) => a.bound - b.bound || a.choices.length - b.choices.length);
    const enough = this.best + within;
    const here = this.open.pop();
    if (!here || here.bound <= enough) {
      this.lost = Math.max(this.lost, here?.bound ?? -Infinity);
      this.open.length = 0;
      return false;
    }
    const { choices } = here;
    let found = this.root;
    this.root = null;
    if (!found) {
      const rows = choices.map((choice) => ('rule' in choice ? m.ruled(choice.rule) : null));
      const settled = m.free();
      choices.forEach((choice, i) => {
        const list = 'rule' in choice ? settled.rules : settled.filled;
        const at = 'rule' in choice ? sure(rows[i]) : choice.group;
        const [least, most] = nth(list, at);
        list[at] = [Math.max(least, choice.range[0]), Math.min(most, choice.range[1])];
      });
      found = generate(m, settled, enough, over, here.near, 0.02);
      if (found && found.bound > enough && rounded(m, found.solved).exact)
        found = generate(m, settled, enough, over, found.duals);
    }
    const bound = Math.min(here.bound, found?.bound ?? Infinity);
    const split = found && bound > enough ? this.whatNext(found, bound, tried) : null;
    if (!found || !split) {
      this.lost = Math.max(this.lost, bound);
      return true;
    }
    const low = Math.floor(split.at);
    const sides: Range[] = [
      [0, low],
      [low + 1, Infinity],
    ];
    for (const range of sides)
      this.open.push({ bound, near: found.duals, choices: [...choices, { ...split, range }] });
    return true;
  }

  /** Tells of a place's solution made whole, and answers with the number to settle next; null where none is worth it. */
  private whatNext(found: Bounded, bound: number, tried: (state: State) => void): Undecided | null {
    const { state, exact } = rounded(this.m, found.solved);
    if (found.solved.sound) tried(state);
    return exact || bound <= this.best + within ? null : undecided(this.m, found.solved);
  }
}
