import { nth } from '../found.ts';
import type { Compiled, Node } from './compile.ts';
import { bestPattern, shutPrice, type Prices, type Stretch } from './pattern.ts';
import { allFish, type Cut, type Opened, type State } from './state.ts';

/**
 * What a person does without a plan: lines by due time, each from fish that are open already, else from the oldest
 * that fits, cut from the head end on; what is left of an opened fish goes to the counter. The plan's baseline.
 */
export function firstCome(c: Compiled): State {
  const fish = allFish(c);
  const state: State = fish.map(() => null);
  const order = fish
    .map((f, i) => ({ i, days: nth(f.of.fish, 0).daysLeft }))
    .sort((a, b) => a.days - b.days || a.i - b.i)
    .map((f) => f.i);
  const units = c.groups
    .flatMap((g, who) => g.units.map((line) => ({ who, due: g.like.dueDays, line })))
    .sort((a, b) => a.due - b.due || a.line.localeCompare(b.line));
  for (const { who } of units) {
    const group = nth(c.groups, who);
    const before = state.map(
      (o) => o && { ...o, cuts: o.cuts.map((k) => ({ ...k, pieces: [...k.pieces] })) },
    );
    let [pieces, grams] = [0, 0];
    const done = () => (group.pieces === null ? grams >= group.least - 1e-9 : pieces >= group.pieces);
    const cutFrom = (opened: Opened) => {
      for (const cut of opened.cuts)
        while (!done()) {
          const s = next(c, opened, cut, who, group.most - grams);
          if (!s) break;
          cut.pieces.push(s);
          pieces++;
          grams += s.grams;
        }
    };
    for (const i of order) if (state[i] && !done()) cutFrom(state[i]);
    for (const i of order) {
      if (state[i] || done()) continue;
      for (const opened of openings(nth(fish, i).of, who)) {
        cutFrom(opened);
        if (opened.cuts.some((k) => k.pieces.length > 0)) {
          state[i] = opened;
          break;
        }
      }
    }
    if (!done()) before.forEach((o, i) => (state[i] = o));
  }
  const n = c.groups.length + c.classes.length;
  const prices: Prices = { each: new Float64Array(n).fill(shutPrice), perGram: new Float64Array(n) };
  c.classes.forEach((k, i) => {
    prices.each[c.groups.length + i] = 0;
    prices.perGram[c.groups.length + i] = k.perKg / 1000;
  });
  for (const opened of state)
    for (const cut of opened?.cuts ?? []) {
      const from = cut.pieces.at(-1)?.to ?? 0;
      cut.pieces.push(...bestPattern(cut.node, prices, from).pieces);
    }
  return state;
}

/** Ways to open a fish of which a piece for this group may come: along its sections, or with one of them split. */
function openings(of: Opened['of'], who: number): Opened[] {
  return of.modes.flatMap((mode): Opened[] => {
    const along = mode.nodes.flatMap((n) => copies(n));
    if (along.some((k) => serves(k.node, who))) return [{ of, mode, cuts: along }];
    const at = mode.nodes.findIndex((n) => n.split.some((s) => serves(s, who)));
    if (at === -1) return [];
    return [{ of, mode, cuts: mode.nodes.flatMap((n, i) => (i === at ? opened(n) : copies(n))) }];
  });
}

const copies = (node: Node): Cut[] =>
  Array.from({ length: node.copies }, (_, copy) => ({ node, copy, pieces: [] }));
/** A section with every copy of it split. */
const opened = (node: Node): Cut[] =>
  node.split.flatMap((s) =>
    Array.from({ length: node.copies * s.copies }, (_, copy) => ({ node: s, copy, pieces: [] })),
  );

/** The next piece for a group from where the last cut lies: the one nearest its target. */
function next(c: Compiled, opened: Opened, cut: Cut, who: number, mostGrams: number): Stretch | null {
  const { node } = cut;
  const group = nth(c.groups, who);
  const option = node.options.find((o) => o.who === who);
  if (!option) return null;
  for (let i = cut.pieces.at(-1)?.to ?? 0; i < node.mm.length - 1; i++) {
    let best: Stretch | null = null;
    let bestOff = Infinity;
    for (let j = nth(option.least, i); j <= nth(option.most, i); j++) {
      const grams = (nth(node.base, j) - nth(node.base, i)) * option.factor;
      if (group.pieces === null && grams > mostGrams) break;
      const off = group.pieces === null ? -grams : Math.abs(grams - group.target);
      if (off < bestOff) {
        bestOff = off;
        best = { from: i, to: j, who, grams };
      }
    }
    if (best) return best;
  }
  return null;
}

const serves = (node: Node, who: number) => node.options.some((o) => o.who === who);
