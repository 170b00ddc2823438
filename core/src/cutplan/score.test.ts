import { describe, expect, it } from 'vitest';
import { tidied } from './pinned.ts';
import type { Plan, PlannedPiece } from './problem.ts';
import { counterTakings, filledShare, rankOf, score } from './score.ts';
import { modesOf } from './sections.ts';
import {
  counter,
  filleted,
  inAll,
  metre,
  metreDay as problem,
  portions,
  rowDay,
  stretch,
} from './testing/index.ts';
import { planned } from './testing/planned.ts';

const x = { line: 'x' };
const shop = { counter: 'fillet' as const };
describe('what a plan is worth', () => {
  it('adds up as one does on paper', () => {
    const paid = metre({
      ...problem,
      settings: {
        ...problem.settings,
        deviationPerKg: 1000,
        perFish: 30,
        offcutsPerKg: 50,
        age: { least: 0.5, fullFromDays: 3 },
      },
    });
    const plan: Plan = {
      fish: [
        filleted(
          'a',
          stretch(0, 190, x),
          stretch(190, 400, x),
          stretch(400, 900, shop),
          stretch(0, 300, shop, { copy: 1 }),
        ),
        filleted('b', stretch(0, 460, { line: 'total' }), stretch(460, 560, { line: 'fewer' })),
        {
          fish: 'c',
          mode: 'whole',
          pieces: [stretch(0, 1000, { line: 'g' }, { section: 'whole', grams: 3600 })],
        },
      ],
    };
    const so = score(paid, plan);
    expect(so).toEqual({
      // x, the total and the whole fish in full, a quarter of the line that takes fewer.
      orders: 1000 + 1000 + 4000 + 250,
      // 600 g at full price, 200 g at the markdown.
      counter: 1200 + 160,
      // 800 g are left of the sides of the first fish, 1440 g of the second's, at 50 a kilogram.
      trims: 112,
      cost: 4 * 900 + 4 * 500 * 2 + 3 * 30,
      penalties: 400 + 400 + 300,
      // Ten grams off twice, and 40 g that the total lacks, which count by a quarter more.
      deviation: 20 + 40 * 1.25,
      value: 6250 + 1360 + 112 - 7690 - 1100 - 70,
      gross: 6250 + 1360,
      filled: { x: 1, one: 0, thick: 0, total: 1, g: 1, fewer: 0.25 },
      counterGrams: { fillet: 800 },
      orderGrams: 400 + 460 + 100 + 3600,
      trimGrams: { offcuts: 2240 },
      fishOpened: 3,
      gramsOpened: 12_000,
    });
  });
  it('takes off for what is no piece of a whole fish nothing, for fish and ways it does not know nothing', () => {
    const worth = (...fish: Plan['fish'][number][]) => score(problem, { fish }).value;
    expect(worth(filleted('z', stretch(0, 400, shop)))).toBe(worth());
    expect(worth({ ...filleted('a', stretch(0, 400, shop)), mode: 'wings' })).toBe(worth());
  });
  it.each(['hake', 'plaice', 'monkfish', 'skate'])('accounts for every gram of %s it opens', (species) => {
    const day = rowDay(3, 5, 6, species);
    const priced = { ...day, settings: { ...day.settings, trimsPerKg: { head: 100, frame: 60, skin: 20 } } };
    const { plan } = planned(priced, 20);
    const opened = plan.fish.filter((f) => f.mode !== 'whole');
    expect(opened.length).toBeGreaterThan(0);
    for (const f of opened) {
      const one = priced.fish.find((k) => k.id === f.fish)!;
      const mode = modesOf(priced, one).find((m) => m.id === f.mode)!;
      const sum = score(priced, { fish: [f] });
      const flesh = mode.sections.reduce((s, k) => s + k.copies * k.at(k.lengthMm), 0);
      const sections = mode.sections.flatMap((k) => [k, ...k.split]);
      const inPieces = f.pieces.reduce((s, p) => {
        const k = sections.find((t) => t.id === p.section)!;
        return s + k.at(p.toMm) - k.at(p.fromMm);
      }, 0);
      const { offcuts, ...rest } = sum.trimGrams;
      expect(offcuts).toBeCloseTo(flesh - inPieces, 6);
      expect(rest).toEqual(mode.trims);
      const { head = 0, frame = 0, skin = 0 } = mode.trims;
      const fetched = (head * 100 + frame * 60 + skin * 20 + offcuts! * priced.settings.offcutsPerKg) / 1000;
      expect(sum.trims).toBeCloseTo(fetched, 6);
    }
  });
  it('full price up to the demand, the markdown beyond it', () => {
    const [of600] = counter(2000, 800, 600);
    expect([0, 300, 600, 700].map((g) => counterTakings(of600!, g))).toEqual([0, 600, 1200, 1280]);
  });
  it('fills a line all or not at all, but where fewer will do', () => {
    const [one, some, all] = [1, 2, 4].map((n) => Array.from({ length: n }, () => stretch(0, 100, {})));
    const line4 = portions('l', 4, 100);
    expect([one, some, all].map((p) => filledShare(problem, line4, p!))).toEqual([0, 0, 1]);
    const fewer = { ...line4, partAllowed: true };
    expect([one, some, all].map((p) => filledShare(problem, fewer, p!))).toEqual([0.25, 0.5, 1]);
    // By weight, half a gram is rounding.
    expect(
      [449.4, 449.5, 550.5, 550.6].map((g) => filledShare(problem, inAll('total', 500), [stretch(0, g, {})])),
    ).toEqual([0, 1, 1, 0]);
  });
  it('ranks plans by what the lines they leave were to be kept for', () => {
    const kept = { ...problem, lines: [portions('x', 2, 200, { keep: 5000 }), portions('one', 1, 300)] };
    expect(rankOf(kept, { value: 100, filled: { x: 1, one: 0 } })).toBe(100);
    expect(rankOf(kept, { value: 100, filled: { x: 0.5, one: 1 } })).toBe(-2400);
    expect(rankOf(kept, { value: 100, filled: {} })).toBe(-4900);
  });
});

describe('a plan that does not fill a line it cuts for', () => {
  const tidy = (...pieces: PlannedPiece[]) => tidied(problem, { fish: [filleted('a', ...pieces)] }).fish;
  it('sells those pieces over the counter, as heavy as they are there', () =>
    expect(tidy(stretch(0, 200, x), stretch(300, 600, { line: 'one' }))).toEqual([
      filleted('a', stretch(0, 200, shop), stretch(300, 600, { line: 'one' })),
    ]));
  it('leaves in the fish what is no piece for the counter, and a fish that then gives nothing uncut', () => {
    const late = { ...problem, lines: [portions('x', 2, 90)] };
    expect(tidied(late, { fish: [filleted('a', stretch(0, 90, x), stretch(90, 290, shop))] }).fish).toEqual([
      filleted('a', stretch(90, 290, shop)),
    ]);
    expect(tidied(late, { fish: [filleted('a', stretch(0, 90, x))] }).fish).toEqual([]);
    const noCounter = { ...problem, counter: [] };
    expect(tidied(noCounter, { fish: [filleted('a', stretch(0, 200, x))] }).fish).toEqual([]);
  });
  it.each([
    [0, 99, false],
    [0, 100, true],
    [0, 500, true],
    [0, 501, false],
  ])('a piece from %i to %i mm: %s', (fromMm, toMm, sold) => {
    const wide = { ...problem, lines: [portions('x', 2, toMm)] };
    expect(tidied(wide, { fish: [filleted('a', stretch(fromMm, toMm, x))] }).fish.length).toBe(sold ? 1 : 0);
  });
  it('is the same plan where every line it cuts for is filled', () => {
    const plan = { fish: [filleted('a', stretch(0, 200, x), stretch(200, 400, x))] };
    expect(tidied(problem, plan)).toBe(plan);
  });
});
