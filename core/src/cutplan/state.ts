import { nth } from '../found.ts';
import type { Compiled, CutMode, FishClass, Group, Node } from './compile.ts';
import type { Stretch } from './pattern.ts';
import { counterPieces } from './neat.ts';
import type { Plan, PlannedFish, PlannedPiece } from './problem.ts';

/** One copy of a section with what is cut of it, head end first. */
export interface Cut {
  node: Node;
  copy: number;
  pieces: Stretch[];
}

/** One fish opened. */
export interface Opened {
  of: FishClass;
  mode: CutMode;
  cuts: Cut[];
}

/** Fish of a class by their place in it; null while they lie uncut. */
export type State = (Opened | null)[];

/** Every fish of the day with its class, in one order. */
export const allFish = (c: Compiled): { of: FishClass; id: string }[] =>
  c.fish.flatMap((of) => of.fish.map((f) => ({ of, id: f.id })));

interface Held {
  cut: Cut;
  of: FishClass;
  stretch: Stretch;
  owner: PlannedPiece[];
}

type Bag = Pick<Group, 'least' | 'target' | 'most'>;

/** How many choices are followed for a bag that the heaviest first do not fill: all there are of eleven pieces. */
const mostChoices = 4096;

/** The first set of pieces, the heaviest first, that a bag may weigh; null where there is none. */
function anySet(bag: Bag, grams: readonly number[], order: readonly number[]): number[] | null {
  const sorted = order.map((i) => nth(grams, i));
  const left = sorted.map((_, at) => sorted.slice(at).reduce((sum, g) => sum + g, 0));
  let choices = 0;
  const from = (at: number, sum: number): number[] | null => {
    if (sum >= bag.least - 1e-6) return [];
    if (at === order.length || sum + nth(left, at) < bag.least - 1e-6 || choices++ >= mostChoices)
      return null;
    const then = sum + nth(sorted, at);
    const rest = then <= bag.most + 1e-6 ? from(at + 1, then) : null;
    return rest ? [nth(order, at), ...rest] : from(at + 1, sum);
  };
  return from(0, 0);
}

/**
 * Which stretches fill a line by total weight, heaviest first, as near to what was asked for as they come and no more
 * than it takes; where these do not come to it, any that do, if they are soon found; else none. The search and the plan both ask
 * here, so that what is counted as filled is filled.
 */
export function fillTotal(bag: Bag, grams: readonly number[]): number[] {
  const order = grams.map((_, i) => i).sort((a, b) => nth(grams, b) - nth(grams, a) || a - b);
  const taken: number[] = [];
  let sum = 0;
  for (const i of order) {
    const then = sum + nth(grams, i);
    const nearer = Math.abs(then - bag.target) < Math.abs(sum - bag.target) - 1e-6;
    if ((sum < bag.least - 1e-6 || nearer) && then <= bag.most + 1e-6) {
      taken.push(i);
      sum = then;
    }
  }
  return sum < bag.least - 1e-6 ? (anySet(bag, grams, order) ?? []) : taken;
}

/** Which pieces fill the units of a group, and which are over. */
function share(group: Group, held: Held[]): { filled: Held[][]; over: Held[] } {
  const filled: Held[][] = [];
  if (group.pieces !== null) {
    // The pieces nearest the target go to the customers.
    const sorted = held.toSorted(
      (a, b) => Math.abs(a.stretch.grams - group.target) - Math.abs(b.stretch.grams - group.target),
    );
    for (const _unit of group.units) {
      if (sorted.length < group.pieces) break;
      filled.push(sorted.splice(0, group.pieces));
    }
    return { filled, over: sorted };
  }
  const taken = new Set(
    fillTotal(
      group,
      held.map((h) => h.stretch.grams),
    ),
  );
  if (taken.size === 0) return { filled, over: held };
  return { filled: [held.filter((_, i) => taken.has(i))], over: held.filter((_, i) => !taken.has(i)) };
}

/** Neighbouring pieces of one line by total weight become one piece. */
function joined(pieces: readonly PlannedPiece[], totals: ReadonlySet<string>): PlannedPiece[] {
  const out: PlannedPiece[] = [];
  for (const p of pieces) {
    const last = out.at(-1);
    const same =
      last?.section === p.section && last.copy === p.copy && last.line === p.line && last.toMm === p.fromMm;
    if (last && same && p.line !== null && totals.has(p.line))
      out[out.length - 1] = { ...last, toMm: p.toMm, grams: last.grams + p.grams };
    else out.push(p);
  }
  return out;
}

/** Neighbouring stretches for the counter as one. */
function runs(pieces: readonly Stretch[], groups: number): Stretch[] {
  const out: Stretch[] = [];
  for (const p of pieces) {
    const last = out.at(-1);
    if (last && p.who >= groups && last.who === p.who && last.to === p.from) last.to = p.to;
    else out.push({ ...p });
  }
  return out;
}

/** A state as a plan: pieces go to lines that they fill, what is over to the counter; a fish cut for nothing stays whole. */
export function toPlan(c: Compiled, state: State): Plan {
  const ids = allFish(c);
  const byGroup = new Map<number, Held[]>();
  const planned: { fish: PlannedFish; pieces: PlannedPiece[] }[] = [];
  const place = ({ section, mm }: Node, copy: number, s: Stretch) => ({
    section: section.id,
    copy,
    fromMm: nth(mm, s.from),
    toMm: nth(mm, s.to),
    grams: s.grams,
  });
  const toCounter = ({ cut, of, stretch, owner }: Held): boolean => {
    const { node, copy } = cut;
    const from = nth(node.mm, stretch.from);
    const pieces = counterPieces(
      c.problem,
      nth(of.fish, 0),
      node.section,
      copy,
      from,
      nth(node.mm, stretch.to),
    );
    owner.push(...pieces);
    return pieces.length > 0;
  };
  state.forEach((opened, i) => {
    if (!opened) return;
    const pieces: PlannedPiece[] = [];
    planned.push({ fish: { fish: nth(ids, i).id, mode: opened.mode.id, pieces }, pieces });
    for (const cut of opened.cuts) {
      for (const s of runs(cut.pieces, c.groups.length)) {
        const held: Held = { cut, of: opened.of, stretch: s, owner: pieces };
        if (s.who < c.groups.length) byGroup.set(s.who, [...(byGroup.get(s.who) ?? []), held]);
        else if (!toCounter(held))
          for (const p of cut.pieces)
            if (p.who === s.who && p.from >= s.from && p.to <= s.to)
              pieces.push({ ...place(cut.node, cut.copy, p), line: null, counter: cut.node.section.counter });
      }
    }
  });
  for (const [who, held] of byGroup) {
    const group = nth(c.groups, who);
    const { filled, over } = share(group, held);
    filled.forEach((unit, i) =>
      unit.forEach(({ cut, stretch, owner }) =>
        owner.push({ ...place(cut.node, cut.copy, stretch), line: nth(group.units, i), counter: null }),
      ),
    );
    for (const h of over) toCounter(h);
  }
  const totals = new Set(c.problem.lines.filter((l) => l.pieces === null).map((l) => l.id));
  return {
    fish: planned
      .filter((p) => p.pieces.length > 0)
      .map(({ fish, pieces }) => ({
        ...fish,
        pieces: joined(
          pieces.sort((a, b) => a.section.localeCompare(b.section) || a.copy - b.copy || a.fromMm - b.fromMm),
          totals,
        ),
      })),
  };
}
