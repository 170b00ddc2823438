import { inWords } from '@ember-slate/words/core';
import type { Word } from '@ember-slate/words/said';
import { describe, expect, it } from 'vitest';
import type { Plan, PlannedPiece } from './problem.ts';
import { planFaults } from './score.ts';
import { modesOf } from './sections.ts';
import { filleted, fish, line, metreDay as problem, portions, randomDay, stretch } from './testing/index.ts';

const x = { line: 'x' };
const shop = { counter: 'fillet' as const };
/** What each fault is, by its code: of a piece what is wrong with it. */
const codes = (plan: Plan, p = problem) =>
  planFaults(p, plan).map((fault) => {
    const what = (fault.params?.what ?? fault) as Word;
    return typeof what === 'string' ? what : what.code.replace('core/cutplan:', '');
  });

describe('what is wrong with a plan', () => {
  const two = [stretch(0, 200, x), stretch(200, 400, x)];
  it.each<[string, Plan, string[]]>([
    ['nothing', { fish: [filleted('a', ...two)] }, []],
    ['no fish at all', { fish: [] }, []],
    ['a fish nobody has', { fish: [filleted('z', ...two)] }, ['no_such_fish']],
    ['a fish twice', { fish: [filleted('a', ...two), filleted('a')] }, ['cut_twice']],
    ['no way to cut it', { fish: [{ ...filleted('a', ...two), mode: 'wings' }] }, ['is_not_cut_as']],
    [
      'a part it has not',
      { fish: [filleted('a', ...two, stretch(0, 100, shop, { section: 'loin' }))] },
      ['a_fish_cut_as_has_no_such_part'],
    ],
    [
      'a third side',
      { fish: [filleted('a', ...two, stretch(0, 100, shop, { copy: 2 }))] },
      ['it_has_only_of_it'],
    ],
    [
      'a side before the first',
      { fish: [filleted('a', ...two, stretch(0, 100, shop, { copy: -1 }))] },
      ['it_has_only_of_it'],
    ],
    ['its second side', { fish: [filleted('a', ...two, stretch(0, 100, shop, { copy: 1 }))] }, []],
    ['its very end', { fish: [filleted('a', ...two, stretch(900, 1000, shop))] }, []],
    [
      'past its end',
      { fish: [filleted('a', ...two, stretch(900, 1001, shop, { grams: 100 }))] },
      ['runs_past_its_ends'],
    ],
    ['before its start', { fish: [filleted('a', stretch(-1, 200, x), two[1]!)] }, ['runs_past_its_ends']],
    ['for nobody', { fish: [filleted('a', ...two, stretch(500, 600, {}))] }, ['is_for_nobody_or_for_two']],
    [
      'for two',
      { fish: [filleted('a', ...two, stretch(500, 600, { ...x, ...shop }))] },
      ['is_for_nobody_or_for_two'],
    ],
    [
      'for a line nobody has',
      { fish: [filleted('a', ...two, stretch(500, 600, { line: 'y' }))] },
      ['no_line'],
    ],
    [
      'for a line of whole fish',
      { fish: [filleted('a', stretch(0, 600, { line: 'g' }, { grams: 3600 }))] },
      ['are_not_cut_of_it'],
    ],
    [
      'another weight than it has',
      { fish: [filleted('a', stretch(0, 200, x, { grams: 201 }), two[1]!)] },
      ['weighs_g_not'],
    ],
    ['a gram rounded', { fish: [filleted('a', stretch(0, 200, x, { grams: 200.6 }), two[1]!)] }, []],
    ['a refused fish', { fish: [filleted('c', ...two)] }, ['bruised', 'bruised']],
    ['too light a piece', { fish: [filleted('a', stretch(0, 179, x), two[1]!)] }, ['g_lies_outside_to_g']],
    ['the lightest piece', { fish: [filleted('a', stretch(0, 180, x), two[1]!)] }, []],
    ['the heaviest piece', { fish: [filleted('a', two[0]!, stretch(200, 420, x))] }, []],
    ['too heavy a piece', { fish: [filleted('a', two[0]!, stretch(200, 421, x))] }, ['g_lies_outside_to_g']],
    ['the thinnest slice', { fish: [filleted('a', stretch(0, 20, { line: 'thick' }))] }, []],
    [
      'too thin a slice',
      { fish: [filleted('a', stretch(0, 19, { line: 'thick' }))] },
      ['is_not_of_the_thickness_asked_for'],
    ],
    ['the thickest slice', { fish: [filleted('a', stretch(0, 40, { line: 'thick' }))] }, []],
    [
      'too thick a slice',
      { fish: [filleted('a', stretch(0, 41, { line: 'thick' }))] },
      ['is_not_of_the_thickness_asked_for'],
    ],
    [
      'half a fish sold whole',
      {
        fish: [
          {
            fish: 'a',
            mode: 'whole',
            pieces: [stretch(500, 1000, { line: 'g' }, { section: 'whole', grams: 3600 })],
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
            pieces: [stretch(0, 1000, { line: 'g' }, { section: 'whole', grams: 3600 })],
          },
        ],
      },
      [],
    ],
    [
      'a counter class nobody sells',
      { fish: [filleted('a', ...two, stretch(500, 600, { counter: 'steak' }))] },
      ['is_no_piece_for_the_counter'],
    ],
    [
      'a counter piece of another weight',
      { fish: [filleted('a', ...two, stretch(500, 600, shop, { grams: 101 }))] },
      ['is_stated_at_another_weight'],
    ],
    ['the lightest for the counter', { fish: [filleted('a', ...two, stretch(500, 600, shop))] }, []],
    [
      'too light for the counter',
      { fish: [filleted('a', ...two, stretch(500, 599, shop))] },
      ['is_too_small_or_too_long_for_the'],
    ],
    ['the longest for the counter', { fish: [filleted('a', ...two, stretch(500, 1000, shop))] }, []],
    [
      'too long for the counter',
      { fish: [filleted('a', ...two, stretch(490, 1000, shop))] },
      ['is_too_small_or_too_long_for_the'],
    ],
    [
      'two pieces over one another',
      { fish: [filleted('a', ...two, stretch(399, 500, shop))] },
      ['two_pieces_over_one_another_at_mm'],
    ],
    ['two pieces side by side', { fish: [filleted('a', ...two, stretch(400, 500, shop))] }, []],
    [
      'a piece too many',
      { fish: [filleted('a', ...two, stretch(400, 600, x))] },
      ['line_more_pieces_than_it_wants'],
    ],
    ['a piece too few', { fish: [filleted('a', two[0]!)] }, ['line_has_pieces_but_is_not_filled']],
    ['fewer where fewer will do', { fish: [filleted('a', stretch(0, 100, { line: 'fewer' }))] }, []],
    [
      'too little in all',
      { fish: [filleted('a', stretch(0, 449, { line: 'total' }))] },
      ['line_has_pieces_but_is_not_filled'],
    ],
    [
      'enough in all',
      { fish: [filleted('a', stretch(0, 250, { line: 'total' }), stretch(250, 450, { line: 'total' }))] },
      [],
    ],
    [
      'too much in all',
      { fish: [filleted('a', stretch(0, 551, { line: 'total' }))] },
      ['line_has_pieces_but_is_not_filled'],
    ],
  ])('%s', (_what, plan, faults) => expect(codes(plan)).toEqual(faults));

  it('a side cut along and parted at once, but not one side along and the other parted', () => {
    const day = randomDay(1, 1, 0, 'hake');
    const one = { ...day.fish[0]!, grams: 3000, daysLeft: 9 };
    const told = {
      ...day,
      fish: [one],
      lines: [portions('x', 2, 150, { partAllowed: true }), portions('s', 1, 200)],
    };
    const [side] = modesOf(told, one).find((m) => m.id === 'fillets')!.sections;
    const [loin] = side!.split;
    const at = (s: typeof loin, copy: number, toMm: number, whose: string): PlannedPiece => {
      const form = told.forms.get('portion')!;
      return {
        ...stretch(0, toMm, { line: whose }),
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
      fish: [filleted(one.id, at(side, 0, mm(side, 200), 's'), at(loin, copy, mm(loin, 150), 'x'))],
    });
    expect(codes(plan(0), told)).toEqual(['a_is_cut_along_and_opened_at_once']);
    expect(codes(plan(1), told)).toEqual([]);
  });

  it('small sides are sold over the counter as they are, not in part', () => {
    const small = { ...problem, fish: [fish('a', 760, 900)] };
    const piece = (fromMm: number, toMm: number) =>
      codes({ fish: [filleted('a', stretch(fromMm, toMm, shop, { grams: (toMm - fromMm) * 0.19 }))] }, small);
    expect(piece(0, 1000)).toEqual([]);
    expect(piece(0, 900)).toEqual(['is_too_small_or_too_long_for_the']);
    expect(piece(100, 1000)).toEqual(['is_too_small_or_too_long_for_the']);
  });

  it('a fish that has no day left, or no record for raw use', () => {
    const plan = { fish: [filleted('a', ...two)] };
    const [a, ...others] = problem.fish;
    const late = { ...problem, fish: [{ ...a!, daysLeft: 2 }, ...others] };
    const due = (dueDays: number) => ({
      ...late,
      lines: late.lines.map((l) => ({ ...l, dueDays })),
    });
    expect([codes(plan, due(2)), codes(plan, due(2.1))]).toEqual([
      [],
      ['out_of_life_before_it_is_due', 'out_of_life_before_it_is_due'],
    ]);
    const raw = (rawFit: boolean) => ({
      ...problem,
      fish: [{ ...a!, rawFit }, ...others],
      lines: problem.lines.map((l) => ({ ...l, raw: true })),
    });
    expect(codes(plan, raw(true))).toEqual([]);
    expect(inWords(planFaults(raw(false), plan)).join()).toMatch(/freezing record.*freezing record/);
  });
  it('says where, and by how much', () =>
    expect(
      inWords(
        planFaults(problem, {
          fish: [filleted('a', stretch(0, 200, x, { grams: 203 }), stretch(201, 422, x))],
        }),
      ),
    ).toEqual([
      'a, side 0 to 200 mm: weighs 200 g, not 203',
      'a, side 201 to 422 mm: 221 g lies outside 180 to 220 g',
    ]));

  it('a fillet that holds no two pieces cut smaller', () => {
    const one = (grams: number) => ({
      ...problem,
      lines: [line('fillet_skin_on', 1, grams, [grams - 100, grams + 100], [0, 0], { id: 'f' })],
    });
    const cut = (fromMm: number, toMm: number) => ({
      fish: [filleted('a', stretch(fromMm, toMm, { line: 'f' }))],
    });
    expect(codes(cut(0, 1000), one(950))).toEqual([]);
    expect(codes(cut(0, 950), one(950))).toEqual(['goes_in_one_piece']);
    expect(codes(cut(50, 1000), one(950))).toEqual(['goes_in_one_piece']);
    // Two of 500 g go into it, and two a sixth lighter than 580 g.
    expect([500, 580, 600].map((grams) => codes(cut(0, grams), one(grams)))).toEqual([
      [],
      [],
      ['goes_in_one_piece'],
    ]);
  });
  it('are said with what they are of', () => {
    const plan = {
      fish: [
        filleted(
          'a',
          stretch(0, 200, x),
          stretch(100, 300, x),
          stretch(300, 500, x),
          stretch(500, 600, { line: 'y' }),
          stretch(600, 700, { counter: 'fillet' }, { copy: 3 }),
          stretch(700, 800, { line: 'g' }),
          stretch(800, 900, { counter: 'fillet' }, { section: 'loin' }),
        ),
        filleted('a'),
        filleted('z'),
        { ...filleted('b'), mode: 'wings' as const },
        filleted('c', stretch(0, 460, { line: 'one' })),
      ],
    };
    expect(inWords(planFaults(problem, plan))).toEqual([
      'a, side 500 to 600 mm: no line y',
      'a, side 600 to 700 mm: it has only 2 of it',
      'a, side 700 to 800 mm: whole, gutted are not cut of it',
      'a, side 700 to 800 mm: 100 g lies outside 3000 to 4000 g',
      'a, loin 800 to 900 mm: a fish cut as fillets has no such part',
      'a: two pieces over one another at 100 mm of the side',
      'a: cut twice',
      'z: no such fish',
      'b: is not cut as wings',
      'c, side 0 to 460 mm: 460 g lies outside 280 to 320 g',
      'line x: more pieces than it wants',
    ]);
  });
});
