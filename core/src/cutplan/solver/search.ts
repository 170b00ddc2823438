import { lackOf } from '../problem.ts';
import type { Compiled, CutMode, FishClass, Node } from '../compile.ts';
import { bestPattern, restWorth, shutPrice, type Prices } from '../pattern.ts';
import { allFish, fillTotal, type Cut, type Opened, type State } from '../state.ts';

/* eslint-disable @typescript-eslint/no-non-null-assertion --
   The innermost loops of the search: every index counts over the array it looks into, and asking costs time. */

/** What one fish gives: pieces and grams by `who`, and what it is worth beside them. */
interface Gift {
  worth: number;
  count: Float64Array;
  grams: Float64Array;
  /** Weights of the pieces it gives to lines by total weight, by `who`. */
  parts: Map<number, number[]>;
}

/** A group or class and the counter class its pieces would go to instead; -1 for none. */
const elsewhere = (c: Compiled): number[] =>
  c.groups.map((_, who) => {
    for (const of of c.fish)
      for (const mode of of.modes)
        for (const node of mode.nodes.flatMap((n) => [n, ...n.split]))
          if (node.options.some((o) => o.who === who))
            return c.classes.findIndex((k) => k.id === node.section.counter);
    return -1;
  });

function giftOf(c: Compiled, opened: Opened): Gift {
  const n = c.groups.length + c.classes.length;
  const gift: Gift = {
    worth: opened.mode.worth,
    count: new Float64Array(n),
    grams: new Float64Array(n),
    parts: new Map(),
  };
  for (const { node, pieces } of opened.cuts) {
    gift.worth += restWorth(node, pieces);
    for (const s of pieces) {
      gift.count[s.who]! += 1;
      gift.grams[s.who]! += s.grams;
      if (c.groups[s.who]?.pieces === null) {
        const had = gift.parts.get(s.who);
        if (had) had.push(s.grams);
        else gift.parts.set(s.who, [s.grams]);
      }
    }
  }
  return gift;
}

export interface Search {
  state: State;
  value: number;
}

/**
 * Of what all lines together bring in: for how much less than its best way another way to cut a fish is tried, and how
 * much less a plan may be worth to be gone on from at the start. Chosen by trials on days of every kind of body.
 */
const patienceShare = 0.002;
const warmthShare = 0.0002;

/**
 * Ruin and recreate: takes a few fish back, cuts them anew for what is still wanted at noisy prices, keeps what is
 * better or, while it is warm, a little worse (simulated annealing). Ends when `over` says so; `better` hears of each
 * best state.
 */
export function improve(
  c: Compiled,
  start: State,
  prices: Prices,
  losses: readonly (readonly number[])[],
  random: () => number,
  over: (progress: (share: number) => void) => boolean,
  better: (found: Search) => void = () => {},
): Search {
  const groupCount = c.groups.length;
  const { settings } = c.problem;
  const consumers = groupCount + c.classes.length;
  const other = elsewhere(c);
  const fish = allFish(c);
  const state: State = [...start];
  const gifts = state.map((o) => (o ? giftOf(c, o) : null));
  const count = new Float64Array(consumers);
  const grams = new Float64Array(consumers);
  let worth = 0;
  /** Fish that give to a line by total weight, by `who`. */
  const giving = c.groups.map(() => new Set<Gift>());
  /** What each group brings as it is, and the grams of its pieces that it does not take. */
  const brought = new Float64Array(groupCount);
  const loose = new Float64Array(groupCount);
  let looseNow = 0;
  /** What a group brings with what `plus` gives it besides; says in `looseNow` what it does not take. */
  const brings = (g: number, plus: Gift | null): number => {
    const group = c.groups[g]!;
    const all = grams[g]! + (plus?.grams[g] ?? 0);
    looseNow = 0;
    if (group.pieces !== null) {
      const had = Math.round(count[g]! + (plus?.count[g] ?? 0));
      const units = Math.min(group.units.length, Math.floor(had / group.pieces));
      const over = had - units * group.pieces;
      if (over > 0 && all / had >= settings.counterLeastG) looseNow = (all * over) / had;
      return units * (group.value + group.penalty);
    }
    const parts: number[] = [];
    for (const gift of giving[g]!) parts.push(...(gift.parts.get(g) ?? []));
    if (plus) parts.push(...(plus.parts.get(g) ?? []));
    const taken = new Set(all >= group.least - 1e-6 ? fillTotal(group, parts) : []);
    let got = 0;
    parts.forEach((part, i) => {
      if (taken.has(i)) got += part;
      else if (part >= settings.counterLeastG) looseNow += part;
    });
    return taken.size > 0 ? group.value + group.penalty - lackOf(group.like, got, settings) : 0;
  };
  const put = (gift: Gift | null, sign: 1 | -1) => {
    if (!gift) return;
    worth += sign * gift.worth;
    for (const who of gift.parts.keys())
      if (sign === 1) giving[who]!.add(gift);
      else giving[who]!.delete(gift);
    for (let i = 0; i < consumers; i++) {
      if (gift.count[i] === 0) continue;
      count[i]! += sign * gift.count[i]!;
      grams[i]! += sign * gift.grams[i]!;
      if (i >= groupCount) continue;
      brought[i] = brings(i, null);
      loose[i] = looseNow;
    }
  };
  gifts.forEach((g) => put(g, 1));

  const counter = new Float64Array(c.classes.length);
  /** What the plan is worth now, with `plus` added; pieces over count at the counter, a little under its weight. */
  const value = (plus: Gift | null = null): number => {
    let sum = worth + (plus?.worth ?? 0) - c.penalties;
    for (let k = 0; k < c.classes.length; k++)
      counter[k] = grams[groupCount + k]! + (plus?.grams[groupCount + k] ?? 0);
    for (let g = 0; g < groupCount; g++) {
      const anew = plus !== null && plus.count[g]! > 0;
      sum += anew ? brings(g, plus) : brought[g]!;
      const extra = anew ? looseNow : loose[g]!;
      if (extra > 0 && other[g]! >= 0) counter[other[g]!]! += extra * 0.95;
    }
    for (let k = 0; k < c.classes.length; k++) {
      const { perKg, demandGrams, markdownPerKg } = c.classes[k]!;
      const all = counter[k]!;
      sum += (Math.min(all, demandGrams) * perKg + Math.max(0, all - demandGrams) * markdownPerKg) / 1000;
    }
    return sum;
  };

  const each = new Float64Array(consumers);
  const perGram = new Float64Array(consumers);
  const need = new Float64Array(groupCount);
  /** Prices for one fish: what a piece is worth while it is wanted, nearer its full worth the more `keen`. */
  const setPrices = (keen: number, noise: number) => {
    for (let g = 0; g < groupCount; g++) {
      const group = c.groups[g]!;
      const full = (group.value + group.penalty) / (group.pieces ?? group.least);
      const dual = group.pieces === null ? prices.perGram[g]! : prices.each[g]!;
      const price = (dual + (full - dual) * keen) * (1 + noise * (random() - 0.5));
      if (group.pieces === null) {
        // What fills the line first; then what brings it to the weight asked for, at what that is worth.
        const short = group.units.length * group.least - grams[g]!;
        need[g] = short > 0 ? short : Math.max(0, group.target - grams[g]!);
        perGram[g] = short > 0 ? price : lackOf(group.like, group.target - 1, settings);
      } else {
        need[g] = Math.max(0, group.units.length * group.pieces - Math.round(count[g]!));
        each[g] = price;
      }
    }
    c.classes.forEach((k, at) => {
      const full = k.perKg / 1000;
      const down = k.markdownPerKg / 1000;
      const dual = Math.max(down, prices.perGram[groupCount + at]!);
      const open = grams[groupCount + at]! < k.demandGrams;
      perGram[groupCount + at] = open ? dual + (full - dual) * keen * random() : down;
    });
  };

  const byWeight = Uint8Array.from(c.groups, (g) => Number(g.pieces === null));
  const shut = new Uint8Array(groupCount);
  const eachNow = new Float64Array(consumers);
  const perGramNow = new Float64Array(consumers);
  const pricesNow: Prices = { each: eachNow, perGram: perGramNow };
  const close = (g: number) => {
    shut[g] = 1;
    eachNow[g] = shutPrice;
  };
  /** One copy of a section at the prices now, never more pieces of a group than are wanted. */
  const cutOnce = (node: Node, wanted: Float64Array): { pieces: Cut['pieces']; worth: number } => {
    eachNow.set(each);
    perGramNow.set(perGram);
    shut.fill(0);
    for (let g = 0; g < groupCount; g++) if (wanted[g]! <= 0) close(g);
    const kept: Cut['pieces'] = [];
    let from = 0;
    for (let tries = 0; tries < 8; tries++) {
      const found = bestPattern(node, pricesNow, from).pieces;
      let enough = found.length;
      for (const [i, s] of found.entries()) {
        if (s.who >= groupCount) continue;
        if (wanted[s.who]! <= 1e-9) {
          enough = i;
          break;
        }
        wanted[s.who]! -= byWeight[s.who] ? s.grams : 1;
      }
      for (let i = 0; i < enough; i++) kept.push(found[i]!);
      if (enough === found.length) break;
      from = found[enough]!.from;
      close(found[enough]!.who);
    }
    let sum = node.offcut[0]!;
    for (const s of kept)
      sum += each[s.who]! + perGram[s.who]! * s.grams - (node.offcut[s.from]! - node.offcut[s.to]!);
    return { pieces: kept, worth: sum };
  };

  const cutFish = (of: FishClass, mode: CutMode): Opened => {
    const wanted = need.slice();
    const cuts: Cut[] = [];
    for (const node of mode.nodes)
      for (let copy = 0; copy < node.copies; copy++) {
        const mine = wanted.slice();
        const own = cutOnce(node, mine);
        if (node.split.length > 0) {
          const theirs = wanted.slice();
          const inside = node.split.flatMap((s) =>
            Array.from({ length: s.copies }, (_, i) => ({
              node: s,
              copy: copy * s.copies + i,
              ...cutOnce(s, theirs),
            })),
          );
          if (inside.reduce((s, k) => s + k.worth, 0) > own.worth) {
            cuts.push(...inside);
            wanted.set(theirs);
            continue;
          }
        }
        cuts.push({ node, copy, pieces: own.pieces });
        wanted.set(mine);
      }
    return { of, mode, cuts };
  };

  let now = value();
  let best: Search = { state: [...state], value: now };
  const classOf = c.fish.flatMap((of, f) => of.fish.map(() => f));
  const takings = c.groups.reduce((t, g) => t + (g.value + g.penalty) * g.units.length, 1);
  const patience = takings * patienceShare;
  const scale = takings * warmthShare;
  let progress = 0;
  while (!over((share) => (progress = share))) {
    const warm = scale * (1 - progress) ** 2;
    const ruined = pickFish(c, state, fish.length, count, gifts, random);
    const before = ruined.map((i) => ({ i, state: state[i]!, gift: gifts[i]! }));
    for (const { i, gift } of before) {
      put(gift, -1);
      state[i] = null;
      gifts[i] = null;
    }
    const order = ruined.toSorted(() => random() - 0.5);
    order.forEach((i, at) => {
      const { of } = fish[i]!;
      const last = at === order.length - 1;
      setPrices(last ? 1 : random(), last ? 0.1 : 0.6);
      let top = value();
      let chosen: { opened: Opened; gift: Gift } | null = null;
      const mine = losses[classOf[i]!]!;
      for (const [k, mode] of of.modes.entries()) {
        if (mine[k]! > -Math.log(random()) * patience) continue;
        const opened = cutFish(of, mode);
        const gift = giftOf(c, opened);
        // Pieces of lines that are not complete yet count in part, or the first of several fish would never be cut.
        const v = value(gift) + (last ? 0 : promise(c, count, gift, prices));
        if (v > top + 1e-6) {
          top = v;
          chosen = { opened, gift };
        }
      }
      if (chosen) {
        state[i] = chosen.opened;
        gifts[i] = chosen.gift;
        put(chosen.gift, 1);
      }
    });
    const then = value();
    if (then >= now || random() < Math.exp((then - now) / Math.max(1e-9, warm))) {
      now = then;
      if (now > best.value + 1e-6) {
        best = { state: [...state], value: now };
        better(best);
      }
      continue;
    }
    for (const i of ruined) put(gifts[i]!, -1);
    for (const b of before) {
      state[b.i] = b.state;
      gifts[b.i] = b.gift;
      put(b.gift, 1);
    }
  }
  return best;
}

/** What the pieces of a fish promise beyond the lines they fill now: their prices, for what is still wanted. */
function promise(c: Compiled, count: Float64Array, gift: Gift, prices: Prices): number {
  let sum = 0;
  for (let who = 0; who < c.groups.length; who++) {
    const { pieces, units } = c.groups[who]!;
    if (pieces === null || gift.count[who] === 0) continue;
    const had = Math.round(count[who]!);
    const before = Math.min(units.length, Math.floor(had / pieces));
    const after = Math.min(units.length, Math.floor((had + gift.count[who]!) / pieces));
    const loose = Math.min(gift.count[who]!, units.length * pieces - had) - (after - before) * pieces;
    if (loose > 0) sum += loose * prices.each[who]! * 0.8;
  }
  return sum;
}

/** Fish to take back: some at random, some that hold pieces of lines that are not complete, some that could serve them. */
function pickFish(
  c: Compiled,
  state: State,
  fish: number,
  count: Float64Array,
  gifts: readonly (Gift | null)[],
  random: () => number,
): number[] {
  const size = Math.min(fish, 1 + Math.floor(random() * 4));
  const picked = new Set<number>();
  const any = () => Math.floor(random() * fish);
  if (random() < 0.5) {
    const open = c.groups
      .map((g, who) => ({ g, who }))
      .filter(({ g, who }) => g.pieces !== null && count[who]! < g.units.length * g.pieces);
    const short = open[Math.floor(random() * open.length)];
    if (short) {
      const holding = gifts.flatMap((g, i) => (g && g.count[short.who]! > 0 ? [i] : []));
      if (holding.length > 0) picked.add(holding[Math.floor(random() * holding.length)]!);
    }
  }
  if (random() < 0.3) {
    const uncut = state.flatMap((o, i) => (o ? [] : [i]));
    if (uncut.length > 0) picked.add(uncut[Math.floor(random() * uncut.length)]!);
  }
  while (picked.size < size) picked.add(any());
  return [...picked];
}
