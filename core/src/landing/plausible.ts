import type { Said } from '@ember-slate/words/said';
import { arrivalFraction, type ArrivalCondition, type Arriving, type Species } from '../species/index.ts';
import { said } from './say.ts';

/** One fish on the scale and the board: grams as it arrived, millimetres of total length or null. */
export interface MeasuredFish {
  grams: number;
  lengthMm: number | null;
}

export interface FishSpread {
  count: number;
  total: number;
  mean: number;
  /** Standard deviation between fish, grams; 0 for one. */
  sd: number;
}

/** Running figures of fish weighed one by one. */
export function spreadOf(fish: readonly Pick<MeasuredFish, 'grams'>[]): FishSpread {
  const count = fish.length;
  const total = fish.reduce((s, f) => s + f.grams, 0);
  const mean = count === 0 ? 0 : total / count;
  const sd = count < 2 ? 0 : Math.sqrt(fish.reduce((s, f) => s + (f.grams - mean) ** 2, 0) / (count - 1));
  return { count, total, mean, sd };
}

/** Length in cm of a whole fish of this weight: W = a L^b turned round (FishBase-type parameters, from memory). */
export const lengthCm = (species: Pick<Species, 'lwA' | 'lwB'>, wholeGrams: number): number =>
  (wholeGrams / species.lwA) ** (1 / species.lwB);

/** Weight in g of a whole fish of this length in cm. */
export const weightG = (species: Pick<Species, 'lwA' | 'lwB'>, cm: number): number =>
  species.lwA * cm ** species.lwB;

/**
 * Condition of a fish against the normal one of its species at its length: K over normal K, which is its weight over
 * the weight its length asks for. Below 0.88 it is thin or spent (our choice).
 */
export function relativeCondition(
  species: Arriving & Pick<Species, 'lwA' | 'lwB'>,
  condition: ArrivalCondition,
  fish: { grams: number; lengthMm: number },
): number {
  return fish.grams / arrivalFraction(species, condition) / weightG(species, fish.lengthMm / 10);
}

export interface FishDoubt {
  kind: 'unit' | 'species' | 'thin' | 'size';
  message: Said;
}

const near = (x: number, y: number) => x > y * 0.85 && x < y * 1.18;

/**
 * What is doubtful about one fish: a unit that slipped, another species, a spent fish, a size the book does not know.
 * Null when weight and length fit. Only whole and gutted fish have a length to compare.
 */
export function fishDoubt(
  species: Species,
  condition: ArrivalCondition,
  fish: MeasuredFish,
): FishDoubt | null {
  const whole = fish.grams / arrivalFraction(species, condition);
  const comparable = condition === 'whole' || condition === 'gutted';
  if (fish.lengthMm !== null && comparable) {
    const k = relativeCondition(species, condition, { grams: fish.grams, lengthMm: fish.lengthMm });
    const asked = Math.round(weightG(species, fish.lengthMm / 10));
    const expected = Math.round(lengthCm(species, whole) * 10);
    const longer = fish.lengthMm / expected;
    if (near(longer, 0.1) || near(longer, 1 / 25.4) || near(longer, 10) || near(longer, 2.54))
      return {
        kind: 'unit',
        message: said('mm_for_g_mm_is_expected_was_it', {
          lengthMm: fish.lengthMm,
          grams: Math.round(fish.grams),
          expected,
        }),
      };
    if (k < 0.45 || k > 1.9)
      return {
        kind: 'species',
        message: said('at_mm_a_weighs_about_g_this_one_g', {
          lengthMm: fish.lengthMm,
          species: species.name,
          asked,
          whole: Math.round(whole),
        }),
      };
    if (k < 0.88)
      return {
        kind: 'thin',
        message: said('thin_of_the_weight_its_length_asks', { k: Math.round(k * 100) }),
      };
  }
  if (whole < species.minG * 0.5 || whole > species.maxG * 1.5)
    return {
      kind: 'size',
      message: said('g_whole_is_outside_to_g_for_wrong', {
        whole: Math.round(whole),
        minG: species.minG,
        maxG: species.maxG,
        species: species.name,
      }),
    };
  return null;
}

/** What a whole lot's fish say together: fish missing against the note, many thin ones. */
export function lotDoubts(
  species: Species,
  condition: ArrivalCondition,
  fish: readonly MeasuredFish[],
  note: { pieces: number | null; grams: number | null },
): Said[] {
  const notes: Said[] = [];
  const { count, total } = spreadOf(fish);
  if (note.pieces !== null && count < note.pieces)
    notes.push(said('of_fish_of_the_note_are_not', { missing: note.pieces - count, pieces: note.pieces }));
  if (note.pieces !== null && count > note.pieces)
    notes.push(said('fish_more_than_the_note_says', { count: count - note.pieces }));
  if (note.grams !== null && note.pieces === count && Math.abs(total - note.grams) > note.grams * 0.02)
    notes.push(total < note.grams ? said('all_fish_are_there_but_lighter') : said('heavier_than_the_note'));
  const thin = fish.filter((f) => fishDoubt(species, condition, f)?.kind === 'thin').length;
  if (count >= 3 && thin * 2 > count) notes.push(said('of_are_thin_for_their_length_a', { thin, count }));
  return notes;
}
