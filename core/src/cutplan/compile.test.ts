import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compile, groupLines, type Compiled, type Node, type Option } from './compile.ts';
import { openingCost, type PlanLine, type PlanProblem } from './problem.ts';
import { modesOf, usesWholeSection } from './sections.ts';
import {
  counter,
  fish,
  hand,
  inAll,
  line,
  metre,
  metreDay,
  oddly,
  portions,
  randomDay,
  rowDay,
} from './testing/index.ts';

const two = portions('a', 2, 200);
const day = (lines: PlanLine[], over: Partial<PlanProblem> = {}) =>
  metre({ fish: [fish('f', 4000, 900)], lines, ...over });
const groupsOf = (...lines: PlanLine[]) => groupLines(day(lines));

describe('lines in groups', () => {
  it('of one wish are one, each of them a unit', () => {
    const [group, ...others] = groupsOf(two, { ...two, id: 'b' });
    expect(others).toEqual([]);
    expect(group).toMatchObject({
      units: ['a', 'b'],
      pieces: 2,
      least: 180,
      target: 200,
      most: 220,
      thickMm: null,
      value: 1000,
      penalty: 400,
    });
  });
  it.each<[string, Partial<PlanLine>]>([
    ['form', { form: 'fillet_skin_on' }],
    ['options', { options: ['skin off'] }],
    ['pieces', { pieces: 3 }],
    ['piece', { pieceGrams: 201 }],
    ['window', { window: [181, 220] }],
    ['heaviest piece', { window: [180, 221] }],
    ['thickness', { thickMm: [20, 30] }],
    ['day', { dueDays: 1 }],
    ['raw use', { raw: true }],
    ['value', { value: 1001 }],
    ['penalty', { penalty: 401 }],
    ['weight in the search', { keep: 5 }],
  ])('of another %s are two', (_, other) => {
    expect(groupsOf(two, { ...two, id: 'b', ...other }).map((g) => g.units)).toEqual([['a'], ['b']]);
  });
  it('are two where a fish is refused to one of them', () => {
    const refused = { ...fish('f', 4000, 900), refuses: { b: 'bruised' } };
    expect(groupLines(day([two, { ...two, id: 'b' }], { fish: [refused] }))).toHaveLength(2);
  });
  it('are two where one fish is refused to the one, another to the other', () => {
    const each = ['a', 'b'].map((id) => ({ ...fish(`f${id}`, 4000, 900), refuses: { [id]: 'bruised' } }));
    expect(groupLines(day([two, { ...two, id: 'b' }], { fish: each }))).toHaveLength(2);
    const both = { ...fish('f', 4000, 900), refuses: { a: 'bruised', b: 'thawed' } };
    expect(groupLines(day([two, { ...two, id: 'b' }], { fish: [both] }))).toHaveLength(1);
  });
  it('by total weight stand alone, whatever is like them', () => {
    expect(groupsOf(inAll('a', 800), inAll('b', 800))).toMatchObject([
      { units: ['a'], pieces: null, target: 800, least: 720 },
      { units: ['b'], pieces: null },
    ]);
  });
  it('that may be filled in part are single pieces, each a share of what the line brings', () => {
    const part = portions('a', 4, 200, { partAllowed: true, keep: 200 });
    const [group] = groupsOf(part);
    expect(group).toMatchObject({
      units: ['a', 'a', 'a', 'a'],
      pieces: 1,
      value: 250,
      penalty: 150,
    });
    // Of one piece there is no part, and of a weight in all none either.
    expect(groupsOf({ ...part, pieces: 1 })).toMatchObject([{ units: ['a'], pieces: 1, penalty: 600 }]);
    expect(groupsOf({ ...inAll('a', 800), partAllowed: true })).toMatchObject([{ units: ['a'] }]);
    expect(groupsOf({ ...part, partAllowed: false })).toMatchObject([{ units: ['a'], pieces: 4 }]);
  });
});

const nodesOf = (c: Compiled): Node[] =>
  c.fish.flatMap((f) => f.modes.flatMap((m) => m.nodes.flatMap((n) => [n, ...n.split])));

/** Where pieces of an option may end, tried one by one. */
const endsAt = (o: Option, i: number) =>
  Array.from({ length: Math.max(0, o.most[i]! - o.least[i]! + 1) }, (_, k) => o.least[i]! + k);

/** Marks `j` behind `i` whose piece is of a weight and a length between these; with `smallest` none that makes two such. */
function tried(
  { mm, base }: Node,
  i: number,
  grams: readonly [number, number],
  long: readonly [number, number],
  smallest: boolean,
): number[] {
  const heavy = (a: number, b: number) => base[b]! - base[a]! >= grams[0] - 1e-9;
  const longEnough = (a: number, b: number) => mm[b]! - mm[a]! >= long[0] - 1e-9;
  const enough = (a: number, b: number) => b > a && heavy(a, b) && longEnough(a, b);
  const found: number[] = [];
  for (let j = i + 1; j < mm.length; j++) {
    if (!enough(i, j)) continue;
    if (base[j]! - base[i]! > grams[1] + 1e-9 || mm[j]! - mm[i]! > long[1] + 1e-9) continue;
    const divides = Array.from({ length: j - i }, (_, k) => i + k).some((k) => enough(i, k) && enough(k, j));
    if (!smallest || !divides) found.push(j);
  }
  return found;
}

describe('what may be cut of a section', () => {
  it('for lines of pieces is every piece inside their window, or their thickness', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 900 }),
        fc.integer({ min: 0, max: 400 }),
        fc.option(fc.integer({ min: 10, max: 300 }), { nil: null }),
        fc.integer({ min: 25, max: 200 }),
        (least, wider, thick, gridMm) => {
          const wish = portions('a', 1, least, {
            window: [least, least + wider],
            thickMm: thick === null ? null : [thick, thick + 50],
          });
          const c = compile(day([wish], { settings: { ...metre({}).settings, gridMm } }));
          const node = nodesOf(c).find((n) => n.section.id === 'side');
          // No pair of marks gives such a piece: nothing is made of the fish.
          const option = node?.options.find((o) => o.who === 0);
          const marks = [...Array(Math.floor(999 / gridMm) + 1).keys()].map((k) => k * gridMm).concat(1000);
          const like = {
            mm: Float64Array.from(marks),
            base: Float64Array.from(marks),
          } as unknown as Node;
          const long = thick === null ? ([0, Infinity] as const) : ([thick, thick + 50] as const);
          const all = marks.map((_, i) => tried(like, i, [least, least + wider], long, false));
          if (!option) expect(all.flat()).toEqual([]);
          else expect(all).toEqual(all.map((_, i) => endsAt(option, i)));
        },
      ),
      { numRuns: 150, seed: 2 },
    );
  });
  const ruled: [string, PlanProblem][] = [
    ...['hake', 'salmon', 'sea_bass', 'plaice', 'turbot', 'skate', 'mackerel'].map(
      (id): [string, PlanProblem] => [id, rowDay(3, 4, 14, id)],
    ),
    // Five classes at the counter, each of its own section.
    ['hake and all classes', randomDay(4, 3, 8, 'hake')],
    // Fillets that are no usual piece: a bag of them is of whole ones.
    [
      'small mackerel by the kilo',
      {
        ...rowDay(3, 2, 1, 'mackerel'),
        fish: [{ ...fish('f', 130, 900), condition: 'gutted' }],
        lines: [{ ...inAll('bag', 900), form: 'fillet_skin_on' }],
      },
    ],
  ];
  it.each(ruled)(
    'of %s is what its rules say: total weights and the counter of the smallest pieces',
    (_, problem) => {
      const odd = { ...problem, lines: oddly(problem.lines, 3) };
      const c = compile({ ...odd, settings: { ...odd.settings, gridMm: 20 } });
      const { counterLeastG, counterMm } = c.problem.settings;
      let looked = 0;
      for (const node of nodesOf(c))
        for (const o of node.options) {
          const g = c.groups[o.who];
          const all = node.base.at(-1)!;
          const any = [0, Infinity] as const;
          const whole = [node.section.lengthMm, Infinity] as const;
          let wanted: number[][];
          const rows = [...node.mm.keys()];
          if (!g) {
            const ready = all * o.factor;
            const inOne = ready >= 30 && (node.section.inOne || ready < 2 * counterLeastG);
            wanted = rows.map((i) =>
              inOne
                ? tried(node, i, any, whole, false)
                : tried(node, i, [counterLeastG / o.factor, Infinity], counterMm, true),
            );
          } else if (g.pieces === null) {
            // A bag is of pieces half as heavy as the usual one or heavier; a whole that is lighter goes as it is.
            const usual = g.form.pieceG / 2;
            const small = all * o.factor <= usual;
            const from = node.section.inOne || small ? 0 : Math.min(g.least, usual);
            wanted = rows.map((i) =>
              tried(
                node,
                i,
                [from / o.factor, g.most / o.factor],
                small ? whole : (g.thickMm ?? any),
                !node.section.inOne && !small,
              ),
            );
          } else {
            const long = usesWholeSection(node.section, g.form, g.target) ? whole : (g.thickMm ?? any);
            wanted = rows.map((i) => tried(node, i, [g.least / o.factor, g.most / o.factor], long, false));
          }
          expect(rows.map((i) => endsAt(o, i))).toEqual(wanted);
          if (!g) expect(c.classes[o.who - c.groups.length]!.id).toBe(node.section.counter);
          expect(o.target).toBe(g?.target ?? 0);
          const off = g !== undefined && g.pieces !== null && g.thickMm === null;
          expect(o.off.perGram).toBe(off ? c.problem.settings.deviationPerKg / 1000 : 0);
          looked++;
        }
      expect(looked).toBeGreaterThan(problem.lines.length > 1 ? 10 : 0);
    },
  );
  it('is of the weight the section has up to each mark, its offcuts what lies beyond', () => {
    const settings = { ...metre({}).settings, gridMm: 300, offcutsPerKg: 500 };
    const c = compile(day([two, portions('b', 1, 300)], { settings }));
    const [side] = nodesOf(c);
    expect([...side!.mm]).toEqual([0, 300, 600, 900, 1000]);
    expect([...side!.base]).toEqual([0, 300, 600, 900, 1000]);
    expect([...side!.offcut]).toEqual([500, 350, 200, 50, 0]);
    expect(side!.copies).toBe(2);
    // Two of 200 g have no mark to lie on: only the other line is cut of it.
    expect(side!.options.map((o) => o.who)).toEqual([1]);
  });
});

describe('fish laid out', () => {
  it('are one class where all that matters is alike, whatever they are called', () => {
    const a = fish('a', 4000, 900);
    const others = [
      { ...a, id: 'grams', grams: 4001 },
      { ...a, id: 'cost', costPerKg: 901 },
      { ...a, id: 'days', daysLeft: 8 },
      { ...a, id: 'raw', rawFit: true },
      { ...a, id: 'refused', refuses: { a: 'bruised' } },
      { ...a, id: 'long', lengthMm: 700 },
    ];
    const c = compile(day([two], { fish: [a, { ...a, id: 'b' }, ...others] }));
    expect(c.fish.map((k) => k.fish.map((f) => f.id))).toEqual([['a', 'b'], ...others.map((f) => [f.id])]);
  });
  it('have only the modes that give something asked for', () => {
    const modes = (lines: PlanLine[], over: Partial<PlanProblem> = {}) =>
      compile(day(lines, over)).fish[0]!.modes.map((m) => m.id);
    expect(modes([two])).toEqual(['fillets']);
    expect(modes([line('gutted', 1, 3600, [3000, 4000], [900, 0])])).toEqual(['whole']);
    expect(modes([])).toEqual([]);
    expect(modes([], { counter: counter(2000, 800, 600) })).toEqual(['fillets']);
    const refused = { ...fish('f', 4000, 900), refuses: { a: 'bruised' } };
    expect(modes([two], { fish: [refused] })).toEqual([]);
    // Loins are inside the sides: a row of a block is asked of nothing else.
    const block = line('block_portions', 2, 150, [100, 200], [900, 0]);
    const salmon = compile(hand({ flesh: null, fish: [fish('f', 4000, 900)], lines: [block] }));
    expect(salmon.fish[0]!.modes.map((m) => m.id)).toEqual(['fillets']);
  });
  it('are worth the trims of their way less what opening them costs', () => {
    const trimsPerKg = { head: 300, frame: 500, roe: 9000 };
    const problem = rowDay(1, 1, 8, 'salmon');
    const priced = { ...problem, settings: { ...problem.settings, trimsPerKg } };
    const [of] = compile(priced).fish;
    expect(of!.modes.length).toBeGreaterThan(2);
    for (const mode of of!.modes) {
      const { trims } = modesOf(priced, of!.fish[0]!).find((m) => m.id === mode.id)!;
      const kg = (id: keyof typeof trims) => (trims[id] ?? 0) / 1000;
      const all = 300 * kg('head') + 500 * kg('frame') + 9000 * kg('roe');
      expect(mode.worth).toBeCloseTo(all - openingCost(of!.fish[0]!, priced.settings), 6);
      expect(all).toBeGreaterThan(mode.id === 'whole' ? -1 : 100);
    }
  });
  it('leave every line unfilled at first', () => {
    const all = metreDay.lines.reduce((s, l) => s + l.penalty, 0);
    expect(compile(metreDay).penalties).toBe(all);
    expect(compile(metreDay).classes).toBe(metreDay.counter);
  });
});
