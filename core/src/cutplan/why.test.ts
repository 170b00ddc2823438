import { describe, expect, it } from 'vitest';
import { whyUnfilled } from './why.ts';
import type { PlanLine, PlanProblem } from './problem.ts';
import { fish, hand, inAll, line, metre, portions } from './testing/index.ts';

const none = { filled: {}, trimGrams: {} };
const why = (
  lines: PlanLine[],
  over: Partial<PlanProblem> = {},
  score: Parameters<typeof whyUnfilled>[1] = none,
) => whyUnfilled(metre({ fish: [fish('a', 4000, 900), fish('b', 2000, 900)], lines, ...over }), score);

describe('why a line is not filled', () => {
  it('is said of no line that is', () => {
    const lines = [portions('x', 2, 200), portions('y', 2, 200), portions('z', 2, 200)];
    const said = why(lines, {}, { filled: { x: 1, y: 0.5 }, trimGrams: {} });
    expect(Object.keys(said)).toEqual(['y', 'z']);
    expect(why(lines.slice(0, 1), {}, { filled: { x: 1 }, trimGrams: {} })).toEqual({});
  });
  it('there is no fish', () => {
    expect(why([portions('x', 2, 200)], { fish: [] })).toEqual({
      x: { code: 'core/cutplan:no_to_cut', params: { species: 'Atlantic salmon (farmed)' } },
    });
  });
  it('every fish is refused: what most of them are refused for', () => {
    const refusing = (...words: string[]) => ({
      fish: words.map((word, i) => ({ ...fish(`f${i}`, 4000, 900), refuses: { x: word } })),
    });
    expect(why([portions('x', 2, 200)], refusing('bruised', 'thawed', 'thawed'))).toEqual({ x: 'thawed' });
    expect(why([portions('x', 2, 200)], refusing('thawed', 'bruised'))).toEqual({ x: 'thawed' });
    // One that is not refused: then it is something else.
    const one = { fish: [...refusing('thawed').fish, fish('a', 4000, 900)] };
    expect(why([portions('x', 2, 200)], one).x).toMatchObject({
      code: 'core/cutplan:what_fish_there_is_goes_further_on',
    });
  });
  it('none gives a piece of that weight, or a bag of it', () => {
    expect(why([portions('x', 1, 1500.4)]).x).toMatchObject({
      code: 'core/cutplan:none_of_the_fish_gives_a_piece_of',
      params: { least: 1480, most: 1520 },
    });
    // These fish have sides alone, no steaks.
    expect(why([{ ...inAll('x', 500), form: 'steaks' }]).x).toMatchObject({
      code: 'core/cutplan:none_of_the_fish_can_be_cut_into',
    });
  });
  it('it could be had, and goes further elsewhere', () => {
    const word = { code: 'core/cutplan:what_fish_there_is_goes_further_on' };
    expect(why([portions('x', 2, 200)]).x).toMatchObject(word);
    // A loin is inside a side.
    const block = { ...line('block_portions', 2, 150, [100, 200], [900, 0]), id: 'x' };
    const salmon = hand({ flesh: null, fish: [fish('a', 4000, 900)], lines: [block] });
    expect(whyUnfilled(salmon, none).x).toMatchObject(word);
  });
  it.each([
    [104, 50],
    [12.5, 10],
  ])('of the trim there is only so much: %i g of collars', (grams, said) => {
    const lines = [{ ...inAll('x', 300), form: 'collars' }];
    const share = grams === 104 ? grams / 2 : grams;
    expect(why(lines, {}, { filled: {}, trimGrams: { collars: share } }).x).toMatchObject({
      code: 'core/cutplan:comes_off_as_trim_only_about_g_of',
      params: { grams: said },
    });
  });
  it('of the trim there is none', () => {
    const lines = [{ ...inAll('x', 300), form: 'collars' }];
    for (const collars of [0, 9])
      expect(why(lines, {}, { filled: {}, trimGrams: { collars, head: 4000 } }).x).toMatchObject({
        code: 'core/cutplan:comes_off_as_trim_none_of_with',
      });
    expect(why(lines).x).toMatchObject({ code: 'core/cutplan:comes_off_as_trim_none_of_with' });
  });
});
