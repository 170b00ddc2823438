import { nth } from '../found.ts';
/**
 * What a customer may say about a form, by its words on the order. The first is what is offered; the others are what
 * older orders say. Words that stand nowhere here are the shop's own: the ticket says them as they are.
 */
export const optionWords = {
  head_on: ['head on'],
  head_off: ['head off'],
  gills_in: ['gills left in'],
  scaled: ['scaled'],
  fins_off: ['fins off'],
  fins_on: ['fins left on'],
  tail_off: ['tail off'],
  tail_on: ['tail left on'],
  slashed: ['slashed 3 times a side'],
  scored: ['scored 2 to 3 mm deep'],
  skirts_on: ['skirts left', 'frills left'],
  stuffed: ['stuffed: say with what, it may add an allergen', 'stuffed on request'],
  halved: ['halved along the spine'],
  ends_off: ['belly ends trimmed'],
  tied: ['tied', 'tied at 25 to 30 mm'],
  wrapped: ['wrapped tight'],
  double: ['double: both sides kept joined'],
  paired: ['paired: two loose sides head to tail'],
  herbs: ['herbs inside'],
  pins_in: ['pin bones left in, declared'],
  belly_off: ['belly off', 'belly off first'],
  shaved: ['bloodline shaved'],
  skin_on: ['skin on'],
  skin_off: ['skinless', 'skinned'],
  light: ['90 to 100 g light'],
  usual: ['115 to 170 g usual'],
  large: ['170 to 230 g large'],
  medallions: ['medallions 20 mm'],
  thin: ['thin 8 mm'],
  milt: ['soft roe (milt)'],
  eyes_whole: ['eyes taken whole'],
} as const satisfies Record<string, readonly string[]>;
export type OptionId = keyof typeof optionWords;

const byWords: ReadonlyMap<string, OptionId> = new Map(
  Object.entries(optionWords).flatMap(([id, words]) => words.map((w) => [w, id as OptionId] as const)),
);

/** The option these words name, or null for a shop's own words. */
export const optionOf = (words: string): OptionId | null => byWords.get(words) ?? null;

/** Of these one at most can be meant. */
const eitherOr: readonly (readonly OptionId[])[] = [
  ['head_on', 'head_off'],
  ['fins_on', 'fins_off'],
  ['tail_on', 'tail_off'],
  ['tied', 'wrapped'],
  ['double', 'paired'],
  ['skin_on', 'skin_off'],
  ['skin_off', 'scored'],
  ['head_off', 'gills_in'],
  ['light', 'usual', 'large'],
  ['medallions', 'thin'],
];

/** Two options of a line that cannot both be meant, by their words; null when all go together. */
export function optionClash(options: readonly string[]): [string, string] | null {
  for (const group of eitherOr) {
    const said = options.filter((w) => {
      const id = optionOf(w);
      return id !== null && group.includes(id);
    });
    if (new Set(said.map(optionOf)).size > 1) return [nth(said, 0), nth(said, 1)];
  }
  return null;
}

/** Slices named by their thickness, mm. */
export const sliceMm = (options: ReadonlySet<OptionId>): number | null =>
  options.has('medallions') ? 20 : options.has('thin') ? 8 : null;

/** Portions named by their size, grams from and to (common practice). */
export const portionSizes: Partial<Record<OptionId, readonly [number, number]>> = {
  light: [90, 100],
  usual: [115, 170],
  large: [170, 230],
};

export const optionsOf = (words: readonly string[]): Set<OptionId> =>
  new Set(words.map(optionOf).filter((o) => o !== null));
