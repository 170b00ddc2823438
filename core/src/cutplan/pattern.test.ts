import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile, type Node } from './compile.ts';
import { bestPattern, restWorth, shutPrice, type Bonus, type Prices, type Stretch } from './pattern.ts';
import { takesOff } from './problem.ts';
import { counter, fish, metre, portions, line } from './testing/index.ts';

/** A side of a gram a millimetre, marked each 200 mm: portions of 200 and of 300 g, slices of 190 to 410 mm, the counter. */
const side = (offcutsPerKg: number): Node => {
  const c = compile(
    metre({
      fish: [fish('a', 4000, 900)],
      lines: [
        portions('two', 1, 200, { window: [100, 300] }),
        portions('three', 1, 300, { window: [200, 400] }),
        line('portion', 1, 0, [0, 9000], [900, 0], { id: 'thick', thickMm: [190, 410] }),
      ],
      counter: counter(2000, 800, 600),
      settings: { ...metre({}).settings, gridMm: 200, offcutsPerKg, deviationPerKg: 400, edgePerKg: 900 },
    }),
  );
  const node = c.fish[0]!.modes.find((m) => m.id === 'fillets')!.nodes[0]!;
  // Each form loses something else on the way.
  return { ...node, options: node.options.map((o, i) => ({ ...o, factor: 1 - i / 8 })) };
};

/** Every way to cut a section from a grid point on, with what each is worth at these prices: no dynamic programme. */
function everyPattern(node: Node, prices: Prices, from: number, bonuses: readonly Bonus[], perKg: number) {
  const ends = node.mm.length - 1;
  const all: { worth: number; pieces: Stretch[] }[] = [];
  const walk = (at: number, pieces: Stretch[], worth: number): void => {
    if (at === ends) {
      all.push({ worth, pieces });
      return;
    }
    walk(at + 1, pieces, worth + ((node.base[at + 1]! - node.base[at]!) * perKg) / 1000);
    for (const o of node.options)
      for (let to = at + 1; to <= ends; to++) {
        if (to < o.least[at]! || to > o.most[at]!) continue;
        const grams = (node.base[to]! - node.base[at]!) * o.factor;
        const more = bonuses.filter((b) => b.who === o.who && at < b.before);
        const paid =
          prices.each[o.who]! + more.reduce((s, b) => s + b.each, 0) + prices.perGram[o.who]! * grams;
        walk(
          to,
          [...pieces, { from: at, to, who: o.who, grams }],
          worth + paid - takesOff(o.off, grams - o.target),
        );
      }
  };
  walk(from, [], 0);
  return all;
}

const money = fc.integer({ min: -300, max: 900 });
const asked = fc.record({
  each: fc.array(money, { minLength: 4, maxLength: 4 }),
  perGram: fc.array(fc.integer({ min: -100, max: 400 }), { minLength: 4, maxLength: 4 }),
  shut: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
  from: fc.integer({ min: 0, max: 4 }),
  bonuses: fc.array(
    fc.record({ who: fc.integer({ min: 0, max: 3 }), before: fc.integer({ min: 0, max: 6 }), each: money }),
    { maxLength: 3 },
  ),
  offcutsPerKg: fc.constantFrom(0, 300, 1500),
});

describe('the best way to cut a section', () => {
  it('is worth what the best of all ways there are is worth, and is that way', () => {
    let cut = 0;
    fc.assert(
      fc.property(asked, ({ each, perGram, shut, from, bonuses, offcutsPerKg }) => {
        const node = side(offcutsPerKg);
        const prices: Prices = {
          each: Float64Array.from(each, (x, i) => (shut[i] ? shutPrice : x)),
          perGram: Float64Array.from(perGram, (x) => x / 100),
        };
        const found = bestPattern(node, prices, from, bonuses);
        const all = everyPattern(node, prices, from, bonuses, offcutsPerKg);
        expect(found.worth).toBeCloseTo(
          all.reduce((top, p) => Math.max(top, p.worth), -Infinity),
          6,
        );
        const same = all.find((p) => JSON.stringify(p.pieces) === JSON.stringify(found.pieces));
        expect(same!.worth).toBeCloseTo(found.worth, 6);
        for (const p of found.pieces) expect(shut[p.who]).toBe(false);
        cut += found.pieces.length;
      }),
      { numRuns: 60, seed: 4 },
    );
    expect(cut).toBeGreaterThan(60);
  });
  it('is worth, beside the prices of its pieces, its offcuts less what they lie off their weight', () => {
    fc.assert(
      fc.property(asked, ({ each, perGram, offcutsPerKg }) => {
        const node = side(offcutsPerKg);
        const prices = {
          each: Float64Array.from(each),
          perGram: Float64Array.from(perGram, (x) => x / 100),
        };
        const { worth, pieces } = bestPattern(node, prices);
        const paid = pieces.reduce((s, p) => s + prices.each[p.who]! + prices.perGram[p.who]! * p.grams, 0);
        expect(restWorth(node, pieces)).toBeCloseTo(worth - paid, 6);
      }),
      { numRuns: 50, seed: 5 },
    );
  });
  it('left whole is worth its offcuts, and nothing behind its end', () => {
    const none = { each: new Float64Array(4).fill(shutPrice), perGram: new Float64Array(4) };
    expect(bestPattern(side(500), none)).toEqual({ worth: 500, pieces: [] });
    expect(bestPattern(side(500), none, 2)).toEqual({ worth: 300, pieces: [] });
    expect(bestPattern(side(500), none, 5)).toEqual({ worth: 0, pieces: [] });
    expect(restWorth(side(500), [])).toBe(500);
  });
});
