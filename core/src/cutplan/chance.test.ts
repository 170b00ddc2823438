import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formBook } from '../forms/index.ts';
import { usualSpread } from '../body/index.ts';
import { normalOf } from '../testing/index.ts';
import { planChance, windowOf } from './index.ts';
import { seeded } from './solver/index.ts';
import type { Plan, PlanLine, PlannedPiece } from './problem.ts';

const line = (id: string, more: Partial<PlanLine> = {}): PlanLine => ({
  id,
  form: 'portion',
  pieces: 2,
  pieceGrams: 180,
  totalGrams: null,
  window: [150, 210],
  thickMm: null,
  dueDays: 0,
  raw: false,
  value: 0,
  penalty: 0,
  partAllowed: false,
  ...more,
});
const piece = (grams: number, of: string | null): PlannedPiece => ({
  section: 'side',
  copy: 0,
  fromMm: 0,
  toMm: 50,
  grams,
  line: of,
  counter: of === null ? 'fillet' : null,
});
const plan = (...fish: PlannedPiece[][]): Plan => ({
  fish: fish.map((pieces, i) => ({ fish: `f${String(i)}`, mode: 'fillets', pieces })),
});
const of = (lines: PlanLine[]) => ({ forms: formBook(), lines });

/** Cut a thousand times over: how often every line came out, and each. */
function tried(lines: PlanLine[], p: Plan, spread = usualSpread, times = 20_000) {
  const random = seeded(7);
  const kept = new Map(lines.map((l) => [l.id, 0]));
  let all = 0;
  for (let n = 0; n < times; n++) {
    const got = new Map<string, number[]>();
    for (const f of p.fish) {
      const own = (f.mode === 'whole' ? 0.4 : 1) * spread.fish * normalOf(random);
      for (const x of f.pieces)
        if (x.line !== null)
          got.set(x.line, [
            ...(got.get(x.line) ?? []),
            x.grams * (1 + own + (f.mode === 'whole' ? 0 : spread.cut * normalOf(random))),
          ]);
    }
    let whole = true;
    for (const l of lines) {
      const [least, most] = windowOf(of(lines), l);
      const mine = got.get(l.id) ?? [];
      const sum = mine.reduce((s, g) => s + g, 0);
      const fits =
        l.pieces === null ? sum >= least && sum <= most : mine.every((g) => g >= least && g <= most);
      if (fits) kept.set(l.id, kept.get(l.id)! + 1);
      whole &&= fits;
    }
    if (whole) all++;
  }
  return { all: all / times, lines: new Map([...kept].map(([id, n]) => [id, n / times])) };
}

describe('the chance that a plan survives the knife', () => {
  it.each<[string, PlanLine[], Plan]>([
    ['two portions of one fish', [line('a')], plan([piece(180, 'a'), piece(180, 'a')])],
    ['two portions of two fish', [line('a')], plan([piece(180, 'a')], [piece(180, 'a')])],
    ['at the edge of the window', [line('a')], plan([piece(152, 'a'), piece(208, 'a')])],
    [
      'two lines of one fish',
      [line('a'), line('b')],
      plan([piece(170, 'a'), piece(180, 'a'), piece(190, 'b'), piece(180, 'b')]),
    ],
    [
      'a total of many pieces',
      [line('t', { pieces: null, totalGrams: 1000, window: [900, 1100] })],
      plan([piece(500, 't')], [piece(300, 't'), piece(200, 't')]),
    ],
    ['the window of the form', [line('a', { window: null })], plan([piece(180, 'a'), piece(180, 'a')])],
    [
      'whole fish',
      [line('w', { form: 'gutted', pieces: 1, pieceGrams: 400, window: [380, 420] })],
      { fish: [{ fish: 'f', mode: 'whole', pieces: [piece(400, 'w')] }] },
    ],
  ])('%s: as often as it comes out in twenty thousand cuts', (_name, lines, p) => {
    const said = planChance(of(lines), p);
    const is = tried(lines, p);
    expect(Math.abs(said.all - is.all)).toBeLessThan(0.015);
    for (const l of lines)
      expect(Math.abs(said.lines[l.id]! - is.lines.get(l.id)!), l.id).toBeLessThan(0.015);
  });

  it('is one where nothing is promised, and counts only what the plan fills', () => {
    const none = planChance(of([]), plan([piece(200, null)]));
    expect([none.all, none.lines]).toEqual([expect.closeTo(1, 12), {}]);
    const said = planChance(of([line('a'), line('b')]), plan([piece(180, 'a'), piece(180, 'a')]));
    expect(Object.keys(said.lines)).toEqual(['a']);
    expect(said.all).toBeCloseTo(said.lines.a!, 12);
  });

  it('is never more for the whole than for any line, less the wider the spread, and best near the middle', () => {
    const grams = fc.integer({ min: 140, max: 220 });
    fc.assert(
      fc.property(
        fc.array(fc.array(grams, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 4 }),
        (fish) => {
          const lines = fish.map((_, i) => line(String(i)));
          const p = plan(...fish.map((gs, i) => gs.map((g) => piece(g, String(i)))));
          const said = planChance(of(lines), p);
          for (const c of Object.values(said.lines)) expect(said.all).toBeLessThanOrEqual(c + 1e-9);
          const centred = plan(...fish.map((gs, i) => gs.map(() => piece(180, String(i)))));
          // A lighter piece is off by fewer grams: the best lies a hair below the middle.
          expect(planChance(of(lines), centred).all).toBeGreaterThanOrEqual(said.all - 0.02);
          expect(planChance(of(lines), centred, { fish: 0.1, cut: 0.12 }).all).toBeLessThan(
            planChance(of(lines), centred, { fish: 0.05, cut: 0.06 }).all,
          );
        },
      ),
      { numRuns: 40 },
    );
  });
});
