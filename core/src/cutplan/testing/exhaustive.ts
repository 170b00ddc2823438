import { compile, type Compiled, type CutMode, type Node } from '../compile.ts';
import { restWorth, type Stretch } from '../pattern.ts';
import { lackOf, type PlanProblem } from '../problem.ts';
import { counterTakings } from '../score.ts';

/** What some fish give, by `who`, and what they are worth beside it. */
interface Give {
  gives: number[];
  worth: number;
}

/** Of those that give the same, the one worth most. */
function distinct(list: readonly Give[]): Give[] {
  const best = new Map<string, Give>();
  for (const g of list) {
    const key = g.gives.map((x) => x.toFixed(4)).join();
    const had = best.get(key);
    if (!had || g.worth > had.worth) best.set(key, g);
  }
  return [...best.values()];
}

const both = (a: readonly Give[], b: readonly Give[]): Give[] =>
  distinct(
    a.flatMap((x) =>
      b.map((y) => ({ gives: x.gives.map((v, i) => v + y.gives[i]!), worth: x.worth + y.worth })),
    ),
  );

/** Every way to cut one section. */
function waysOf(c: Compiled, node: Node): Give[] {
  const size = c.groups.length + c.classes.length;
  const found: Give[] = [];
  const walk = (at: number, pieces: Stretch[]) => {
    if (at >= node.mm.length - 1) {
      const gives = Array.from({ length: size }, () => 0);
      for (const p of pieces) gives[p.who]! += c.groups[p.who]?.pieces ? 1 : p.grams;
      found.push({ gives, worth: restWorth(node, pieces) });
      return;
    }
    walk(at + 1, pieces);
    for (const o of node.options)
      for (let to = o.least[at]!; to <= o.most[at]!; to++)
        walk(to, [
          ...pieces,
          { from: at, to, who: o.who, grams: (node.base[to]! - node.base[at]!) * o.factor },
        ]);
  };
  walk(0, []);
  return distinct(found);
}

function waysOfMode(c: Compiled, mode: CutMode): Give[] {
  const none: Give = {
    gives: Array.from({ length: c.groups.length + c.classes.length }, () => 0),
    worth: mode.worth,
  };
  return mode.nodes.reduce<Give[]>(
    (sum, node) => {
      const split = node.split.reduce<Give[] | null>((s, k) => {
        const inside = waysOf(c, k);
        const all = Array.from({ length: k.copies }).reduce<Give[]>(
          (t) => both(t, inside),
          [{ ...none, worth: 0 }],
        );
        return s ? both(s, all) : all;
      }, null);
      const one = distinct([...waysOf(c, node), ...(split ?? [])]);
      return Array.from({ length: node.copies }).reduce<Give[]>((t) => both(t, one), sum);
    },
    [none],
  );
}

/** The best any plan of a small problem can be worth, by trying every one on its grid; minor units. */
export function exhaustive(problem: PlanProblem): number {
  const c = compile(problem);
  const size = c.groups.length + c.classes.length;
  const nothing: Give = { gives: Array.from({ length: size }, () => 0), worth: 0 };
  let all: Give[] = [nothing];
  for (const of of c.fish) {
    const ways = distinct([nothing, ...of.modes.flatMap((m) => waysOfMode(c, m))]);
    for (const _fish of of.fish) all = both(all, ways);
  }
  const value = ({ gives, worth }: Give) => {
    let sum = worth - c.penalties;
    c.groups.forEach((g, who) => {
      const units =
        g.pieces !== null
          ? Math.min(g.units.length, Math.floor(gives[who]! / g.pieces))
          : gives[who]! >= g.least - 1e-6 && gives[who]! <= g.most + 1e-6
            ? 1
            : 0;
      sum += units * (g.value + g.penalty);
      if (g.pieces === null && units === 1) sum -= lackOf(g.like, gives[who]!, problem.settings);
    });
    c.classes.forEach((k, at) => (sum += counterTakings(k, gives[c.groups.length + at]!)));
    return sum;
  };
  return all.reduce((best, give) => Math.max(best, value(give)), -Infinity);
}
