import { describe, expect, it } from 'vitest';
import { problemFaults, type Plan, type PlanLine, type PlanProblem } from './index.ts';
import { filleted, line, metreDay as day, portions, stretch } from './testing/index.ts';

const codes = (problem: PlanProblem, settled: Plan = { fish: [] }) =>
  problemFaults(problem, settled).map((f) => {
    const code = typeof f.message === 'string' ? f.message : f.message.code.replace(/^core\/\w+:/, '');
    return `${f.path.join('.')} ${code}`;
  });
const asked = (more: Partial<PlanLine>): Partial<PlanProblem> => ({
  lines: [{ ...portions('x', 2, 200), ...more }],
});
const set = (more: Partial<PlanProblem['settings']>): Partial<PlanProblem> => ({
  settings: { ...day.settings, ...more },
});
const [first] = day.fish;
const [shop] = day.counter;

describe('what cannot be in a day to be planned', () => {
  it.each<[string, Partial<PlanProblem>, string[]]>([
    ['nothing of this one', {}, []],
    ['a fish twice', { fish: [first!, { ...first!, grams: 9 }] }, ['fish.1.id is_there_twice']],
    [
      'a line three times',
      { lines: [1, 2, 3].map((n) => portions('x', n, 200)) },
      ['lines.1.id is_there_twice', 'lines.2.id is_there_twice'],
    ],
    ['a class twice', { counter: [shop!, shop!] }, ['counter.1.id is_there_twice']],
    [
      'a fish that came as it never does',
      { fish: [{ ...first!, condition: 'wing' }] },
      ['fish.0.condition does_not_come_as'],
    ],
    [
      'a fish refused for a line that is not there',
      {
        fish: [
          {
            ...first!,
            refuses: { gone: 'soft', x: 'soft', 'counter:fillet': 'soft', 'counter:steak': 'soft' },
          },
        ],
      },
      ['fish.0.refuses.gone no_line', 'fish.0.refuses.counter:steak no_line'],
    ],
    [
      'a form nobody knows, of which nothing more is asked',
      asked({ form: 'chops', window: [9, 1] }),
      ['lines.0.form no_form'],
    ],
    ['a form this fish is not cut in', asked({ form: 'quarter_cut' }), ['lines.0.form is_not_cut_as']],
    ['pieces of no weight', asked({ pieceGrams: null }), ['lines.0.pieces say_pieces_or_a_total']],
    ['a weight without pieces', asked({ pieces: null }), ['lines.0.pieces say_pieces_or_a_total']],
    ['neither', asked({ pieces: null, pieceGrams: null }), ['lines.0.pieces say_pieces_or_a_total']],
    ['pieces and a total', asked({ totalGrams: 200 }), ['lines.0.pieces say_pieces_or_a_total']],
    [
      'a total with a number',
      asked({ totalGrams: 200, pieceGrams: null }),
      ['lines.0.pieces say_pieces_or_a_total'],
    ],
    [
      'a total with a weight each',
      asked({ totalGrams: 200, pieces: null }),
      ['lines.0.pieces say_pieces_or_a_total'],
    ],
    ['a total alone', asked({ totalGrams: 200, pieceGrams: null, pieces: null }), []],
    ['a window the wrong way round', asked({ window: [220, 180] }), ['lines.0.window from_less_to_more']],
    ['a window below nothing', asked({ window: [-1, 220] }), ['lines.0.window from_less_to_more']],
    [
      'a window of nothing',
      asked({ window: [0, 0] }),
      ['lines.0.window from_less_to_more', 'lines.0.window asked_outside_its_window'],
    ],
    ['a window of one weight', asked({ window: [200, 200] }), []],
    ['a weight above its window', asked({ window: [180, 199] }), ['lines.0.window asked_outside_its_window']],
    ['a weight below its window', asked({ window: [201, 220] }), ['lines.0.window asked_outside_its_window']],
    [
      'a total outside its window',
      asked({ totalGrams: 500, pieces: null, pieceGrams: null, window: [510, 600] }),
      ['lines.0.window asked_outside_its_window'],
    ],
    ['a slice of any weight', asked({ window: [500, 600], thickMm: [20, 30] }), []],
    ['a slice thicker than thick', asked({ thickMm: [30, 20] }), ['lines.0.thickMm from_less_to_more']],
    ['a slice of nothing', asked({ thickMm: [0, 0] }), ['lines.0.thickMm from_less_to_more']],
    [
      'a class of a form nobody knows',
      { counter: [{ ...shop!, form: 'chops' }] },
      ['counter.0.form no_form'],
    ],
    [
      'a class this fish does not give',
      { counter: [{ ...shop!, form: 'wing' }] },
      ['counter.0.form is_not_cut_as'],
    ],
    [
      'a markdown above the price',
      { counter: [{ ...shop!, markdownPerKg: 2001 }] },
      ['counter.0.markdownPerKg marked_down_above_its_price'],
    ],
    ['a markdown of nothing off', { counter: [{ ...shop!, markdownPerKg: 2000 }] }, []],
    [
      'counter pieces the wrong way round',
      set({ counterMm: [50, 49] }),
      ['settings.counterMm from_less_to_more'],
    ],
    ['counter pieces below nothing', set({ counterMm: [-1, 49] }), ['settings.counterMm from_less_to_more']],
    ['counter pieces of one length', set({ counterMm: [50, 50] }), []],
    [
      'trim nobody knows',
      set({ trimsPerKg: { scrape: 100, feathers: 1 } }),
      ['settings.trimsPerKg.feathers no_such_trim'],
    ],
    [
      'flesh that ends where it begins',
      { flesh: { fromMm: 300, toMm: 300, gutted: 0.9, side: 0.25 } },
      ['flesh.toMm from_less_to_more'],
    ],
    [
      'sides heavier than the fish',
      { flesh: { fromMm: 0, toMm: 300, gutted: 0.9, side: 0.46 } },
      ['flesh.side two_sides_outweigh_the_fish'],
    ],
    ['sides as heavy as the fish', { flesh: { fromMm: 0, toMm: 300, gutted: 0.9, side: 0.45 } }, []],
    ['no flesh said', { flesh: null }, []],
  ])('%s', (_name, change, faults) => {
    expect(codes({ ...day, ...change })).toEqual(faults);
  });

  const two = filleted('a', stretch(0, 200, { line: 'x' }), stretch(200, 400, { line: 'x' }));
  it('fish cut already, as no plan may hold them; of a day that is wrong itself only that is said', () => {
    const wrong = { fish: [{ ...two, fish: 'z' }] };
    expect(codes(day, { fish: [two] })).toEqual([]);
    expect(codes(day, wrong)).toEqual(['settled no_such_fish']);
    const twice = { ...day, lines: [...day.lines, line('gutted', 1, 900, [800, 990], [1, 0], { id: 'x' })] };
    expect(codes(twice, wrong)).toEqual(['lines.6.id is_there_twice']);
  });
});
