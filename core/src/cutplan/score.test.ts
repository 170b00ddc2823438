import type { Word } from '@ember-slate/words/said';
import { describe, expect, it } from 'vitest';
import type { Plan, PlanLine, PlannedPiece, PlanProblem } from './problem.ts';
import { tidied } from './pinned.ts';
import { counterTakings, filledShare, planFaults, rankOf, score } from './score.ts';
import { modesOf } from './sections.ts';
import { counter, fish, hand, line, randomDay, rowDay } from './testing/index.ts';
import { planned } from './testing/planned.ts';

/** Sides of a gram a millimetre, a metre long, from fish of 4 kg; cuts each 10 mm. */
const metre = (over: Partial<PlanProblem>) => {
  const usual = hand({}).settings;
  return hand({
    flesh: { fromMm: 0, toMm: 1000, gutted: 0.9, side: 0.25 },
    ...over,
    settings: { ...usual, gridMm: 10, counterMm: [50, 500], counterLeastG: 100, ...over.settings },
  });
};
const portion = (id: string, pieces: number, grams: number, rest: Partial<PlanLine> = {}) =>
  line('portion', pieces, grams, [grams - 20, grams + 20], [1000, 400], { id, ...rest });
/** A stretch of a side that weighs what it is long. */
const cut = (
  fromMm: number,
  toMm: number,
  whose: Partial<PlannedPiece>,
  rest: Partial<PlannedPiece> = {},
): PlannedPiece => ({
  section: 'side',
  copy: 0,
  fromMm,
  toMm,
  grams: toMm - fromMm,
  line: null,
  counter: null,
  ...whose,
  ...rest,
});
const x = { line: 'x' };
const shop = { counter: 'fillet' as const };
const of = (id: string, ...pieces: PlannedPiece[]): Plan['fish'][number] => ({
  fish: id,
  mode: 'fillets',
  pieces,
});

const thickLine = portion('thick', 1, 0, { thickMm: [20, 40], window: [0, 9000] });
const total: PlanLine = {
  ...portion('total', 1, 500),
  pieces: null,
  pieceGrams: null,
  totalGrams: 500,
  window: [450, 550],
};
const problem = metre({
  fish: [fish('a', 4000, 900), fish('b', 4000, 500), { ...fish('c', 4000, 500), refuses: { x: 'bruised' } }],
  lines: [
    portion('x', 2, 200),
    portion('one', 1, 300),
    thickLine,
    total,
    line('gutted', 1, 3600, [3000, 4000], [4000, 0], { id: 'g' }),
    portion('fewer', 4, 100, { partAllowed: true }),
  ],
  counter: counter(2000, 800, 600),
});
/** What each fault is, by its code: of a piece what is wrong with it. */
const codes = (plan: Plan, p = problem) =>
  planFaults(p, plan).map((fault) => {
    const what = (fault.params?.what ?? fault) as Word;
    return typeof what === 'string' ? what : what.code.replace('core/cutplan:', '');
  });

describe('what is wrong with a plan', () => {
  const two = [cut(0, 200, x), cut(200, 400, x)];
  it.each<[string, Plan, string[]]>([
    ['nothing', { fish: [of('a', ...two)] }, []],
    ['no fish at all', { fish: [] }, []],
    ['a fish nobody has', { fish: [of('z', ...two)] }, ['no_such_fish']],
    ['a fish twice', { fish: [of('a', ...two), of('a')] }, ['cut_twice']],
    ['no way to cut it', { fish: [{ ...of('a', ...two), mode: 'wings' }] }, ['is_not_cut_as']],
    [
      'a part it has not',
      { fish: [of('a', ...two, cut(0, 100, shop, { section: 'loin' }))] },
      ['a_fish_cut_as_has_no_such_part'],
    ],
    ['a third side', { fish: [of('a', ...two, cut(0, 100, shop, { copy: 2 }))] }, ['it_has_only_of_it']],
    [
      'a side before the first',
      { fish: [of('a', ...two, cut(0, 100, shop, { copy: -1 }))] },
      ['it_has_only_of_it'],
    ],
    ['its second side', { fish: [of('a', ...two, cut(0, 100, shop, { copy: 1 }))] }, []],
    ['its very end', { fish: [of('a', ...two, cut(900, 1000, shop))] }, []],
    [
      'past its end',
      { fish: [of('a', ...two, cut(900, 1001, shop, { grams: 100 }))] },
      ['runs_past_its_ends'],
    ],
    ['before its start', { fish: [of('a', cut(-1, 200, x), two[1]!)] }, ['runs_past_its_ends']],
    ['for nobody', { fish: [of('a', ...two, cut(500, 600, {}))] }, ['is_for_nobody_or_for_two']],
    ['for two', { fish: [of('a', ...two, cut(500, 600, { ...x, ...shop }))] }, ['is_for_nobody_or_for_two']],
    ['for a line nobody has', { fish: [of('a', ...two, cut(500, 600, { line: 'y' }))] }, ['no_line']],
    [
      'for a line of whole fish',
      { fish: [of('a', cut(0, 600, { line: 'g' }, { grams: 3600 }))] },
      ['are_not_cut_of_it'],
    ],
    [
      'another weight than it has',
      { fish: [of('a', cut(0, 200, x, { grams: 201 }), two[1]!)] },
      ['weighs_g_not'],
    ],
    ['a gram rounded', { fish: [of('a', cut(0, 200, x, { grams: 200.6 }), two[1]!)] }, []],
    ['a refused fish', { fish: [of('c', ...two)] }, ['bruised', 'bruised']],
    ['too light a piece', { fish: [of('a', cut(0, 179, x), two[1]!)] }, ['g_lies_outside_to_g']],
    ['the lightest piece', { fish: [of('a', cut(0, 180, x), two[1]!)] }, []],
    ['the heaviest piece', { fish: [of('a', two[0]!, cut(200, 420, x))] }, []],
    ['too heavy a piece', { fish: [of('a', two[0]!, cut(200, 421, x))] }, ['g_lies_outside_to_g']],
    ['the thinnest slice', { fish: [of('a', cut(0, 20, { line: 'thick' }))] }, []],
    [
      'too thin a slice',
      { fish: [of('a', cut(0, 19, { line: 'thick' }))] },
      ['is_not_of_the_thickness_asked_for'],
    ],
    ['the thickest slice', { fish: [of('a', cut(0, 40, { line: 'thick' }))] }, []],
    [
      'too thick a slice',
      { fish: [of('a', cut(0, 41, { line: 'thick' }))] },
      ['is_not_of_the_thickness_asked_for'],
    ],
    [
      'half a fish sold whole',
      {
        fish: [
          {
            fish: 'a',
            mode: 'whole',
            pieces: [cut(500, 1000, { line: 'g' }, { section: 'whole', grams: 3600 })],
          },
        ],
      },
      ['goes_in_one_piece'],
    ],
    [
      'a fish sold whole',
      {
        fish: [
          {
            fish: 'a',
            mode: 'whole',
            pieces: [cut(0, 1000, { line: 'g' }, { section: 'whole', grams: 3600 })],
          },
        ],
      },
      [],
    ],
    [
      'a counter class nobody sells',
      { fish: [of('a', ...two, cut(500, 600, { counter: 'steak' }))] },
      ['is_no_piece_for_the_counter'],
    ],
    [
      'a counter piece of another weight',
      { fish: [of('a', ...two, cut(500, 600, shop, { grams: 101 }))] },
      ['is_stated_at_another_weight'],
    ],
    ['the lightest for the counter', { fish: [of('a', ...two, cut(500, 600, shop))] }, []],
    [
      'too light for the counter',
      { fish: [of('a', ...two, cut(500, 599, shop))] },
      ['is_too_small_or_too_long_for_the'],
    ],
    ['the longest for the counter', { fish: [of('a', ...two, cut(500, 1000, shop))] }, []],
    [
      'too long for the counter',
      { fish: [of('a', ...two, cut(490, 1000, shop))] },
      ['is_too_small_or_too_long_for_the'],
    ],
    [
      'two pieces over one another',
      { fish: [of('a', ...two, cut(399, 500, shop))] },
      ['two_pieces_over_one_another_at_mm'],
    ],
    ['two pieces side by side', { fish: [of('a', ...two, cut(400, 500, shop))] }, []],
    ['a piece too many', { fish: [of('a', ...two, cut(400, 600, x))] }, ['line_more_pieces_than_it_wants']],
    ['a piece too few', { fish: [of('a', two[0]!)] }, ['line_has_pieces_but_is_not_filled']],
    ['fewer where fewer will do', { fish: [of('a', cut(0, 100, { line: 'fewer' }))] }, []],
    [
      'too little in all',
      { fish: [of('a', cut(0, 449, { line: 'total' }))] },
      ['line_has_pieces_but_is_not_filled'],
    ],
    [
      'enough in all',
      { fish: [of('a', cut(0, 250, { line: 'total' }), cut(250, 450, { line: 'total' }))] },
      [],
    ],
    [
      'too much in all',
      { fish: [of('a', cut(0, 551, { line: 'total' }))] },
      ['line_has_pieces_but_is_not_filled'],
    ],
  ])('%s', (_what, plan, faults) => expect(codes(plan)).toEqual(faults));

  it('a side cut along and parted at once, but not one side along and the other parted', () => {
    const day = randomDay(1, 1, 0, 'hake');
    const one = { ...day.fish[0]!, grams: 3000, daysLeft: 9 };
    const told = {
      ...day,
      fish: [one],
      lines: [portion('x', 2, 150, { partAllowed: true }), portion('s', 1, 200)],
    };
    const [side] = modesOf(told, one).find((m) => m.id === 'fillets')!.sections;
    const [loin] = side!.split;
    const at = (s: typeof loin, copy: number, toMm: number, whose: string): PlannedPiece => {
      const form = told.forms.get('portion')!;
      return {
        ...cut(0, toMm, { line: whose }),
        section: s!.id,
        copy,
        grams: s!.at(toMm) * s!.factor(form)!,
      };
    };
    const mm = (s: typeof loin, grams: number) => {
      let to = 1;
      while (s!.at(to) * s!.factor(told.forms.get('portion')!)! < grams) to++;
      return to;
    };
    const plan = (copy: number) => ({
      fish: [of(one.id, at(side, 0, mm(side, 200), 's'), at(loin, copy, mm(loin, 150), 'x'))],
    });
    expect(codes(plan(0), told)).toEqual(['a_is_cut_along_and_opened_at_once']);
    expect(codes(plan(1), told)).toEqual([]);
  });

  it('small sides are sold over the counter as they are, not in part', () => {
    const small = { ...problem, fish: [fish('a', 760, 900)] };
    const piece = (fromMm: number, toMm: number) =>
      codes({ fish: [of('a', cut(fromMm, toMm, shop, { grams: (toMm - fromMm) * 0.19 }))] }, small);
    expect(piece(0, 1000)).toEqual([]);
    expect(piece(0, 900)).toEqual(['is_too_small_or_too_long_for_the']);
    expect(piece(100, 1000)).toEqual(['is_too_small_or_too_long_for_the']);
  });
});

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
        of('a', cut(0, 190, x), cut(190, 400, x), cut(400, 900, shop), cut(0, 300, shop, { copy: 1 })),
        of('b', cut(0, 460, { line: 'total' }), cut(460, 560, { line: 'fewer' })),
        {
          fish: 'c',
          mode: 'whole',
          pieces: [cut(0, 1000, { line: 'g' }, { section: 'whole', grams: 3600 })],
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
    expect(worth(of('z', cut(0, 400, shop)))).toBe(worth());
    expect(worth({ ...of('a', cut(0, 400, shop)), mode: 'wings' })).toBe(worth());
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
    const [one, some, all] = [1, 2, 4].map((n) => Array.from({ length: n }, () => cut(0, 100, {})));
    const line4 = portion('l', 4, 100);
    expect([one, some, all].map((p) => filledShare(problem, line4, p!))).toEqual([0, 0, 1]);
    const fewer = { ...line4, partAllowed: true };
    expect([one, some, all].map((p) => filledShare(problem, fewer, p!))).toEqual([0.25, 0.5, 1]);
    // By weight, half a gram is rounding.
    expect([449.4, 449.5, 550.5, 550.6].map((g) => filledShare(problem, total, [cut(0, g, {})]))).toEqual([
      0, 1, 1, 0,
    ]);
  });
  it('ranks plans by what the lines they leave were to be kept for', () => {
    const kept = { ...problem, lines: [portion('x', 2, 200, { keep: 5000 }), portion('one', 1, 300)] };
    expect(rankOf(kept, { value: 100, filled: { x: 1, one: 0 } })).toBe(100);
    expect(rankOf(kept, { value: 100, filled: { x: 0.5, one: 1 } })).toBe(-2400);
    expect(rankOf(kept, { value: 100, filled: {} })).toBe(-4900);
  });
});

describe('a plan that does not fill a line it cuts for', () => {
  const tidy = (...pieces: PlannedPiece[]) => tidied(problem, { fish: [of('a', ...pieces)] }).fish;
  it('sells those pieces over the counter, as heavy as they are there', () =>
    expect(tidy(cut(0, 200, x), cut(300, 600, { line: 'one' }))).toEqual([
      of('a', cut(0, 200, shop), cut(300, 600, { line: 'one' })),
    ]));
  it('leaves in the fish what is no piece for the counter, and a fish that then gives nothing uncut', () => {
    const late = { ...problem, lines: [portion('x', 2, 90)] };
    expect(tidied(late, { fish: [of('a', cut(0, 90, x), cut(90, 290, shop))] }).fish).toEqual([
      of('a', cut(90, 290, shop)),
    ]);
    expect(tidied(late, { fish: [of('a', cut(0, 90, x))] }).fish).toEqual([]);
    const noCounter = { ...problem, counter: [] };
    expect(tidied(noCounter, { fish: [of('a', cut(0, 200, x))] }).fish).toEqual([]);
  });
  it.each([
    [0, 99, false],
    [0, 100, true],
    [0, 500, true],
    [0, 501, false],
  ])('a piece from %i to %i mm: %s', (fromMm, toMm, sold) => {
    const wide = { ...problem, lines: [portion('x', 2, toMm)] };
    expect(tidied(wide, { fish: [of('a', cut(fromMm, toMm, x))] }).fish.length).toBe(sold ? 1 : 0);
  });
  it('is the same plan where every line it cuts for is filled', () => {
    const plan = { fish: [of('a', cut(0, 200, x), cut(200, 400, x))] };
    expect(tidied(problem, plan)).toBe(plan);
  });
});
