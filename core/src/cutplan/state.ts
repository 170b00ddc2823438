import {
  classAt,
  counterFactor,
  type Compiled,
  type CutMode,
  type FishClass,
  type Group,
  type Node,
} from './compile.ts';
import type { Stretch } from './pattern.ts';
import { counterInOne } from './sections.ts';
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

/** Pieces for the counter out of a stretch: as few as may be, each as long as the counter takes them. */
export function counterStretches(
  c: Compiled,
  of: FishClass,
  node: Node,
  from: number,
  to: number,
): Stretch[] {
  const at = classAt(c, node.section.counter);
  const factor = at === -1 ? null : counterFactor(c.problem, of.fish[0]!, node.section, c.classes[at]!);
  if (factor === null) return [];
  const { counterLeastG, counterMm } = c.problem.settings;
  const [shortest, longest] = counterMm;
  const mmLong = node.mm[to]! - node.mm[from]!;
  if (counterInOne(node.section, factor, counterLeastG)) {
    const all = from === 0 && to === node.mm.length - 1;
    const grams = (node.base[to]! - node.base[from]!) * factor;
    return all ? [{ from, to, who: c.groups.length + at, grams }] : [];
  }
  const { form, count } = usual(c, at);
  const grams = (node.base[to]! - node.base[from]!) * factor;
  const fewest = Math.max(1, Math.ceil(mmLong / longest - 1e-9));
  // What is cut by weight goes out in usual pieces, the rest in as few as may be.
  const wanted = count === 'weight' ? Math.max(fewest, Math.round(grams / form)) : fewest;
  for (let n = wanted; n >= fewest; n--) {
    const marks = Array.from({ length: n + 1 }, (_, i) =>
      i === n ? to : nearest(node.mm, node.mm[from]! + (mmLong * i) / n),
    );
    const cut = marks.slice(1).map((end, i): Stretch => ({
      from: marks[i]!,
      to: end,
      who: c.groups.length + at,
      grams: (node.base[end]! - node.base[marks[i]!]!) * factor,
    }));
    const fits = cut.every((s) => {
      const long = node.mm[s.to]! - node.mm[s.from]!;
      return long >= shortest - 1e-9 && long <= longest + 1e-9 && s.grams >= counterLeastG - 1e-9;
    });
    if (fits) return cut;
  }
  return [];
}

const usual = (c: Compiled, at: number) => {
  const form = c.problem.forms.get(c.classes[at]!.form)!;
  return { form: form.pieceG, count: form.count };
};

function nearest(mm: Float64Array, x: number): number {
  let best = 0;
  for (let i = 1; i < mm.length; i++) if (Math.abs(mm[i]! - x) < Math.abs(mm[best]! - x)) best = i;
  return best;
}

/** Neighbouring stretches of one line that wants a weight in all become one piece. */
function joined(pieces: readonly Stretch[], groups: readonly Group[]): Stretch[] {
  const out: Stretch[] = [];
  for (const p of pieces) {
    const last = out.at(-1);
    if (last && last.who === p.who && last.to === p.from && groups[p.who]?.pieces === null) {
      last.to = p.to;
      last.grams += p.grams;
    } else out.push({ ...p });
  }
  return out;
}

/** Neighbouring stretches for the counter, cut anew as few pieces. */
function counterAnew(c: Compiled, of: FishClass, node: Node, pieces: readonly Stretch[]): Stretch[] {
  const out: Stretch[] = [];
  for (let i = 0; i < pieces.length;) {
    const p = pieces[i]!;
    let j = i + 1;
    while (p.who >= c.groups.length && pieces[j]?.who === p.who && pieces[j]!.from === pieces[j - 1]!.to) j++;
    const run = pieces.slice(i, j);
    const anew = p.who >= c.groups.length ? counterStretches(c, of, node, p.from, run.at(-1)!.to) : [];
    out.push(...(anew.length > 0 ? anew : run));
    i = j;
  }
  return out;
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
  let rest = held.toSorted((a, b) => b.stretch.grams - a.stretch.grams);
  for (const _unit of group.units) {
    const taken: Held[] = [];
    let grams = 0;
    for (const h of rest)
      if (grams < group.least && grams + h.stretch.grams <= group.most + 1e-6) {
        taken.push(h);
        grams += h.stretch.grams;
      }
    if (grams < group.least - 1e-6) break;
    filled.push(taken);
    rest = rest.filter((h) => !taken.includes(h));
  }
  return { filled, over: rest };
}

/** A state as a plan: pieces go to lines that they fill, what is over to the counter; a fish cut for nothing stays whole. */
export function toPlan(c: Compiled, state: State): Plan {
  const ids = allFish(c);
  const byGroup = new Map<number, Held[]>();
  const planned: { fish: PlannedFish; pieces: PlannedPiece[] }[] = [];
  const put = (h: Held, s: Stretch, line: string | null) => {
    const { node, copy } = h.cut;
    h.owner.push({
      section: node.section.id,
      copy,
      fromMm: node.mm[s.from]!,
      toMm: node.mm[s.to]!,
      grams: s.grams,
      line,
      counter: line === null ? node.section.counter : null,
    });
  };
  state.forEach((opened, i) => {
    if (!opened) return;
    const pieces: PlannedPiece[] = [];
    planned.push({ fish: { fish: ids[i]!.id, mode: opened.mode.id, pieces }, pieces });
    for (const cut of opened.cuts) {
      for (const s of counterAnew(c, opened.of, cut.node, joined(cut.pieces, c.groups))) {
        const held: Held = { cut, of: opened.of, stretch: s, owner: pieces };
        if (s.who >= c.groups.length) put(held, s, null);
        else byGroup.set(s.who, [...(byGroup.get(s.who) ?? []), held]);
      }
    }
  });
  for (const [who, held] of byGroup) {
    const group = c.groups[who]!;
    const { filled, over } = share(group, held);
    filled.forEach((unit, i) => unit.forEach((h) => put(h, h.stretch, group.units[i]!)));
    for (const h of over)
      for (const s of counterStretches(c, h.of, h.cut.node, h.stretch.from, h.stretch.to)) put(h, s, null);
  }
  return {
    fish: planned
      .filter((p) => p.pieces.length > 0)
      .map(({ fish, pieces }) => ({
        ...fish,
        pieces: pieces.sort(
          (a, b) => a.section.localeCompare(b.section) || a.copy - b.copy || a.fromMm - b.fromMm,
        ),
      })),
  };
}
