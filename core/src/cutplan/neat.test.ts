import { describe, expect, it } from 'vitest';
import { counterPieces, neat } from './neat.ts';
import type { PlanLine, PlannedPiece, PlanProblem } from './problem.ts';
import { modesOf } from './sections.ts';
import {
  counter,
  filleted,
  fish,
  hand,
  inAll,
  line,
  metre,
  portions,
  rowDay,
  stretch,
} from './testing/index.ts';

const kinds = counter(2000, 800, 600);
const day = (lines: PlanLine[], over: Partial<PlanProblem> = {}) =>
  metre({ fish: [fish('a', 4000, 900)], lines, counter: kinds, ...over });
const sideOf = (problem: PlanProblem) =>
  modesOf(problem, problem.fish[0]!).find((m) => m.id === 'fillets')!.sections[0]!;
const limits = (counterMm: [number, number], counterLeastG: number) => ({
  settings: { ...metre({}).settings, counterMm, counterLeastG },
});

describe('a stretch for the counter', () => {
  const cut = (from: number, to: number, problem = day([])) =>
    counterPieces(problem, problem.fish[0]!, sideOf(problem), 0, from, to).map((p) => [
      p.fromMm,
      p.toMm,
      p.grams,
    ]);
  it.each<[string, [number, number], [number, number][]]>([
    ['as short as a piece may be', [0, 100], [[0, 100]]],
    ['shorter', [0, 90], []],
    ['none', [200, 200], []],
    ['the wrong way round', [300, 200], []],
    ['as long as a piece may be', [100, 600], [[100, 600]]],
    [
      'longer: two alike',
      [100, 620],
      [
        [100, 360],
        [360, 620],
      ],
    ],
    [
      'all of it',
      [0, 1000],
      [
        [0, 500],
        [500, 1000],
      ],
    ],
  ])('%s', (_, [from, to], wanted) => {
    expect(cut(from, to)).toEqual(wanted.map(([a, b]) => [a, b, b - a]));
  });
  it('is in no piece that is too light, too short or too long', () => {
    // 500 mm at most, 300 g at least: 550 mm are neither one piece nor two.
    expect(cut(0, 550, day([], limits([50, 500], 300)))).toEqual([]);
    expect(cut(0, 550, day([], limits([50, 500], 275)))).toHaveLength(2);
    expect(cut(0, 550, day([], limits([300, 500], 100)))).toEqual([]);
    expect(cut(0, 550, day([], limits([275, 500], 100)))).toHaveLength(2);
  });
  it('is for the class of its section, and for none where the shop has none', () => {
    const problem = day([]);
    const [piece] = counterPieces(problem, problem.fish[0]!, sideOf(problem), 1, 0, 300);
    expect(piece).toEqual(stretch(0, 300, { counter: 'fillet' }, { copy: 1 }));
    expect(cut(0, 300, day([], { counter: [] }))).toEqual([]);
    const refused = { ...fish('a', 4000, 900), refuses: { 'counter:fillet': 'bruised' } };
    expect(cut(0, 300, day([], { fish: [refused] }))).toEqual([]);
  });
  it('goes in one piece or not at all where two would be too light', () => {
    const small = day([], limits([50, 500], 501));
    expect(cut(0, 1000, small)).toEqual([[0, 1000, 1000]]);
    expect(cut(0, 990, small)).toEqual([]);
    expect(cut(10, 1000, small)).toEqual([]);
  });
  it('of a form cut by weight goes in pieces of the usual weight, alike in weight', () => {
    const portion = [{ ...kinds[0]!, form: 'portion' }];
    const usual = metre({}).forms.get('portion')!.pieceG;
    const problem = day([], { counter: portion });
    const pieces = cut(0, 4 * usual, problem);
    expect(pieces).toEqual([0, 1, 2, 3].map((i) => [i * usual, (i + 1) * usual, usual]));
    // A fish that grows thinner to its tail: longer pieces of the same weight.
    const hake = { ...rowDay(1, 1, 3, 'hake'), counter: portion };
    const side = sideOf(hake);
    const mine = counterPieces(hake, hake.fish[0]!, side, 0, 0, Math.round(side.lengthMm * 0.7));
    const grams = mine.map((p) => p.grams);
    expect(mine.length).toBeGreaterThan(3);
    expect(Math.max(...grams) - Math.min(...grams)).toBeLessThan(10);
    expect(mine.at(-1)!.toMm - mine.at(-1)!.fromMm).toBeGreaterThan(mine[1]!.toMm - mine[1]!.fromMm);
  });
  it.each(['salmon', 'hake', 'sea_bass', 'plaice', 'turbot', 'skate', 'monkfish'])(
    'of %s lies end to end inside all limits',
    (species) => {
      const problem = rowDay(2, 3, 6, species);
      const { counterMm, counterLeastG } = problem.settings;
      let pieces = 0;
      for (const f of problem.fish)
        for (const mode of modesOf(problem, f))
          for (const section of mode.sections)
            for (const [a, b] of [
              [0, 1],
              [0.1, 0.6],
              [0.35, 0.95],
              [0.5, 0.52],
            ] as const) {
              const [from, to] = [
                Math.round(a * section.lengthMm),
                b === 1 ? section.lengthMm : Math.round(b * section.lengthMm),
              ];
              const mine = counterPieces(problem, f, section, 0, from, to);
              if (mine.length === 0) continue;
              pieces += mine.length;
              expect(mine[0]!.fromMm).toBe(from);
              expect(mine.at(-1)!.toMm).toBe(to);
              mine.slice(1).forEach((p, i) => expect(p.fromMm).toBe(mine[i]!.toMm));
              if (mine.length === 1 && from === 0 && to === section.lengthMm) continue;
              for (const p of mine) {
                expect(p.grams).toBeGreaterThanOrEqual(counterLeastG);
                expect(p.toMm - p.fromMm).toBeGreaterThanOrEqual(counterMm[0]);
                expect(p.toMm - p.fromMm).toBeLessThanOrEqual(counterMm[1]);
              }
            }
      expect(pieces).toBeGreaterThan(2);
    },
  );
});

describe('pieces set close together', () => {
  const set = (problem: PlanProblem, most: number, ...pieces: PlannedPiece[]) =>
    neat(problem, { fish: [filleted('a', ...pieces)] }, most).fish[0]!.pieces.map((p) => [
      p.line ?? p.counter,
      p.copy,
      p.fromMm,
      p.toMm,
    ]);
  it('lie from the head end on, each of the weight asked for, the rest to the counter', () => {
    const problem = day([portions('x', 2, 200)]);
    expect(set(problem, 0, stretch(100, 310, { line: 'x' }), stretch(500, 690, { line: 'x' }))).toEqual([
      ['x', 0, 0, 200],
      ['x', 0, 200, 400],
      ['fillet', 0, 400, 700],
      ['fillet', 0, 700, 1000],
    ]);
  });
  it('the first due first, then by their lines', () => {
    const problem = day([
      portions('z', 1, 300, { dueDays: 1 }),
      portions('b', 1, 250, { dueDays: 2 }),
      portions('a', 1, 100, { dueDays: 2 }),
    ]);
    const laid = [
      stretch(0, 250, { line: 'b' }),
      stretch(250, 350, { line: 'a' }),
      stretch(350, 650, { line: 'z' }),
    ];
    expect(set(problem, 0, ...laid).slice(0, 3)).toEqual([
      ['z', 0, 0, 300],
      ['a', 0, 300, 400],
      ['b', 0, 400, 650],
    ]);
  });
  it('each section and each of its copies for itself', () => {
    const problem = day([portions('x', 2, 200)]);
    const laid = [stretch(100, 300, { line: 'x' }), stretch(300, 500, { line: 'x' }, { copy: 1 })];
    expect(set(problem, 0, ...laid).filter(([who]) => who === 'x')).toEqual([
      ['x', 0, 0, 200],
      ['x', 1, 0, 200],
    ]);
  });
  it('slices by thickness of the middle of what is allowed', () => {
    const problem = day([line('portion', 2, 0, [0, 9000], [900, 0], { id: 'x', thickMm: [100, 140] })]);
    expect(
      set(problem, 0, stretch(40, 140, { line: 'x' }), stretch(300, 440, { line: 'x' })).slice(0, 2),
    ).toEqual([
      ['x', 0, 0, 120],
      ['x', 0, 120, 240],
    ]);
  });
  it('a bag keeps the weight it has', () => {
    const problem = day([inAll('bag', 500), portions('x', 1, 200, { dueDays: 1 })]);
    const laid = [stretch(0, 190, { line: 'x' }), stretch(190, 640, { line: 'bag' })];
    expect(set(problem, 0, ...laid).slice(0, 2)).toEqual([
      ['bag', 0, 0, 450],
      ['x', 0, 450, 650],
    ]);
  });
  it('stay where they are when that is worth less by more than it may cost', () => {
    // Without a counter 200 g more of offcuts are worth 100.
    const problem = day([portions('x', 1, 200, { window: [100, 500] })], {
      counter: [],
      settings: { ...metre({}).settings, offcutsPerKg: 500, counterMm: [50, 500], counterLeastG: 100 },
    });
    const light = stretch(300, 400, { line: 'x' });
    expect(set(problem, 49, light)).toEqual([['x', 0, 300, 400]]);
    expect(set(problem, 50, light)).toEqual([['x', 0, 0, 200]]);
    // With the pieces' own weight counted, being off it pays for it: 100 g at 600 a kg are 60.
    const dear = { ...problem, settings: { ...problem.settings, deviationPerKg: 600 } };
    expect(set(dear, 0, light)).toEqual([['x', 0, 0, 200]]);
  });
  it('count the counter at its markdown', () => {
    // Behind them 250 mm are left, in a piece or none: 350 g at 800 a kg before.
    const problem = day([portions('x', 1, 650)], limits([300, 500], 100));
    const laid = [stretch(350, 1000, { line: 'x' }), stretch(0, 350, { counter: 'fillet' })];
    expect(set(problem, 0, ...laid).map(([who]) => who)).toEqual(['x', 'fillet']);
    expect(set(problem, 0, ...laid)[1]).toEqual(['fillet', 0, 650, 1000]);
    const shorter = day([portions('x', 1, 650)], limits([351, 500], 100));
    expect(set(shorter, 279, ...laid)).toEqual(laid.map((p) => [p.line ?? p.counter, 0, p.fromMm, p.toMm]));
    expect(set(shorter, 280, ...laid)).toEqual([['x', 0, 0, 650]]);
  });
  it('of a real fish and a form that loses its skin weigh what was asked for', () => {
    const hake = rowDay(1, 2, 3, 'hake');
    const line0 = portions('x', 2, 150, { form: 'portion_skinless', window: [120, 180] });
    const problem = { ...hake, lines: [portions('other', 1, 400), line0] };
    const second = problem.fish[1]!;
    const side = modesOf(problem, second).find((m) => m.id === 'fillets')!.sections[0]!;
    const factor = side.factor(problem.forms.get('portion_skinless')!)!;
    expect(factor).toBeLessThan(0.95);
    const loose = (from: number, to: number): PlannedPiece =>
      stretch(from, to, { line: 'x' }, { grams: (side.at(to) - side.at(from)) * factor });
    const plan = { fish: [filleted(second.id, loose(60, 130), loose(200, 290))] };
    const mine = neat(problem, plan, 1e9).fish[0]!.pieces.filter((p) => p.line === 'x');
    expect(mine[0]!.fromMm).toBe(0);
    expect(mine[1]!.fromMm).toBe(mine[0]!.toMm);
    for (const p of mine) {
      expect(p.grams).toBeCloseTo((side.at(p.toMm) - side.at(p.fromMm)) * factor, 6);
      // To the nearest millimetre.
      expect(Math.abs(p.grams - 150)).toBeLessThan(2);
    }
  });
  it('count each piece for its own class and its own line', () => {
    const others = [{ ...kinds[0]!, id: 'tail' as const, markdownPerKg: 9000 }, ...kinds];
    const problem = day([portions('w', 1, 900), portions('x', 1, 650)], {
      counter: others,
      ...limits([351, 500], 100),
    });
    const laid = [stretch(350, 1000, { line: 'x' }), stretch(0, 350, { counter: 'fillet' })];
    expect(set(problem, 279, ...laid)).toHaveLength(2);
    expect(set(problem, 280, ...laid)).toEqual([['x', 0, 0, 650]]);
  });
  it('stay where the last of them would have no place, or none of its weight', () => {
    const thick = day([line('portion', 3, 0, [0, 9000], [900, 0], { id: 'x', thickMm: [300, 400] })]);
    const three = [0, 1, 2].map((i) => stretch(i * 310, (i + 1) * 310, { line: 'x' }));
    expect(set(thick, 1e9, ...three)).toEqual(three.map((p) => ['x', 0, p.fromMm, p.toMm]));
    const full = day([portions('x', 3, 350, { window: [310, 400] })]);
    const thirds = [0, 1, 2].map((i) => stretch(i * 330, (i + 1) * 330, { line: 'x' }));
    expect(set(full, 1e9, ...thirds)).toEqual(thirds.map((p) => ['x', 0, p.fromMm, p.toMm]));
    const odd = day([portions('x', 1, 200, { window: [210, 300] })]);
    expect(set(odd, 1e9, stretch(100, 350, { line: 'x' }))).toEqual([['x', 0, 100, 350]]);
    const under = day([portions('x', 1, 200, { window: [100, 190] })]);
    expect(set(under, 1e9, stretch(100, 250, { line: 'x' }))).toEqual([['x', 0, 100, 250]]);
  });
  it('what takes all of a section stays as it is', () => {
    const sides = day([line('fillet_skin_on', 1, 950, [900, 1100], [900, 0], { id: 'x' })]);
    expect(set(sides, 1e9, stretch(0, 1000, { line: 'x' }))).toEqual([['x', 0, 0, 1000]]);
    const whole = day([line('gutted', 1, 3600, [3000, 4000], [900, 0], { id: 'g' })]);
    const planned = {
      fish: [
        {
          fish: 'a',
          mode: 'whole' as const,
          pieces: [{ ...stretch(0, 1000, { line: 'g' }), section: 'whole' as const, grams: 3600 }],
        },
      ],
    };
    expect(neat(whole, planned, 1e9)).toEqual(planned);
    // A joint goes in one piece, steaks behind it are set close.
    const salmon = hand({
      flesh: null,
      fish: [fish('a', 4000, 900)],
      lines: [line('boneless_joint', 1, 900, [500, 2000], [900, 0], { id: 'j' })],
    });
    const cavity = modesOf(salmon, salmon.fish[0]!).find((m) => m.id === 'joint')!.sections[0]!;
    const joint = {
      fish: [
        {
          fish: 'a',
          mode: 'joint' as const,
          pieces: [{ ...stretch(0, cavity.lengthMm, { line: 'j' }), section: 'cavity' as const }],
        },
      ],
    };
    expect(neat(salmon, joint, 1e9)).toEqual(joint);
  });
});
