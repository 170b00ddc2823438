import { nth } from '../found.ts';
import type { Said, Word } from '@ember-slate/words/said';
import { addDays, isDate } from '../calendar/index.ts';
import { isSeaArea, type gearClasses, type ProductionMethod } from '../labels/index.ts';
import { conditionsFor, type ArrivalCondition, type Species } from '../species/index.ts';
import { parseDecimal } from '../units/decimal.ts';
import { said } from './say.ts';

/** What a line of a delivery note can say about a lot. */
export const noteFields = [
  'species',
  'condition',
  'pieces',
  'weight',
  'price',
  'production',
  'area',
  'gear',
  'boat',
  'caught',
  'lot',
  'remarks',
] as const;
export type NoteField = (typeof noteFields)[number];
/** Column index of each field, or null where the note does not say it. */
export type NoteColumns = Readonly<Record<NoteField, number | null>>;

const headers: Record<NoteField, RegExp> = {
  species: /^(species|fish|product|item|article|description|name|art|asfis|code)\b/,
  condition: /^(condition|presentation|state|form|prep|gutted)\b/,
  pieces: /^(pieces|pcs|no\.? of|number|count|qty|quantity|fish no|st(ü|ue)ck)\b/,
  weight: /^(weight|net|kg|kilos?|grams?|lbs?|wt|mass)\b/,
  price: /^(price|unit price|cost|per kg|rate|eur|gbp|usd)\b|\/kg|per kg/,
  production: /^(method|production|wild|farmed|origin type)\b/,
  area: /^(area|fao|zone|catch area|origin|country|caught in)\b/,
  gear: /^(gear|fishing gear)\b/,
  boat: /^(boat|vessel|ship|farm|caught by|boat or farm)\b/,
  caught: /^(caught|catch date|date of catch|landed|harvest)\b/,
  lot: /^(lot|batch|box|trace)\b/,
  remarks: /^(remarks?|note|comment)\b/,
};

/** Which column is probably which field: remembered names first, then what headers usually say. */
export function guessColumns(
  header: readonly string[],
  remembered: Partial<Record<NoteField, string>> | null,
): NoteColumns {
  const plain = header.map((h) => h.trim().toLowerCase());
  const taken = new Set<number>();
  const found = {} as Record<NoteField, number | null>;
  for (const field of noteFields) {
    const known = remembered?.[field]?.trim().toLowerCase();
    const at = known === undefined ? -1 : plain.findIndex((h, i) => h === known && !taken.has(i));
    found[field] = at === -1 ? null : at;
    if (at !== -1) taken.add(at);
  }
  for (const field of noteFields) {
    if (found[field] !== null) continue;
    const at = plain.findIndex((h, i) => !taken.has(i) && headers[field].test(h));
    if (at === -1) continue;
    found[field] = at;
    taken.add(at);
  }
  return found;
}

/** Finds a species by id, any of its names, its scientific name or its ASFIS code; undefined when none or several fit. */
export function findSpecies<S extends Pick<Species, 'id' | 'name' | 'names' | 'scientificName' | 'asfis'>>(
  text: string,
  book: readonly S[],
): S | undefined {
  const wanted = text.trim().toLowerCase().replaceAll('_', ' ');
  if (wanted === '') return undefined;
  const namesOf = (s: S) =>
    [
      s.id.replaceAll('_', ' '),
      s.name,
      s.name.replace(/\s*\(.*\)$/, ''),
      s.scientificName,
      s.asfis ?? '',
      ...s.names.split(','),
    ]
      .map((n) => n.trim().toLowerCase())
      .filter((n) => n !== '');
  const exact = book.filter((s) => namesOf(s).includes(wanted));
  if (exact.length > 0) return exact.length === 1 ? exact[0] : undefined;
  const part = book.filter((s) => namesOf(s).some((n) => n.split(/[\s(),]+/).includes(wanted)));
  return part.length === 1 ? part[0] : undefined;
}

const conditionWords: readonly [RegExp, ArrivalCondition][] = [
  [/^(whl|whole|round|ungutted|guts? in)\b/, 'whole'],
  [/^(guh|headed|h\s?&\s?g|head off|headless)\b/, 'headed_gutted'],
  [/^(gut|gutted|drawn|gug)\b/, 'gutted'],
  [/^(tal|tails?)\b/, 'tail'],
  [/^(wng|wings?)\b/, 'wing'],
  [/^(fsb|(sides?|fillets?),? (pin ?)?bones?[- ]in)\b/, 'side'],
  [/^(fil|sides?,? boned|boned sides?|fillets?,? skin[- ]on|skin[- ]on fillets?)\b/, 'boned_side'],
  [/^(fis|fillets?,? (skinless|skinned)|(skinless|skinned) fillets?)\b/, 'fillet'],
  [/^loins?\b/, 'loin'],
];
const productionWords: readonly [RegExp, ProductionMethod][] = [
  [/fresh ?water/, 'caught_freshwater'],
  [/^(farm|farmed|aqua|cultured)/, 'farmed'],
  [/^(caught|wild|sea|line|trawl)/, 'caught'],
];
const gearWords: readonly [RegExp, (typeof gearClasses)[number]][] = [
  [/hook|line|troll/, 'hooks and lines'],
  [/surround|purse|lift/, 'surrounding and lift nets'],
  [/trawl/, 'trawls'],
  [/gill|tangle|trammel|entangl/, 'gillnets and similar'],
  [/dredg/, 'dredges'],
  [/pot|trap|creel/, 'pots and traps'],
  [/seine/, 'seines'],
];
const wordFor = <T>(words: readonly [RegExp, T][], text: string): T | undefined =>
  words.find(([pattern]) => pattern.test(text.trim().toLowerCase()))?.[1];

/** A lot as a note says it. */
export interface NoteLot {
  speciesId: string;
  condition: ArrivalCondition;
  pieces: number;
  grams: number;
  pricePerKg: number;
  production: ProductionMethod;
  area: string;
  gear: string | null;
  /** The boat or the farm, where the note names it. */
  boat: string;
  caughtOn: string | null;
  supplierLot: string;
  remarks: string;
}
export interface NoteRow {
  lot: NoteLot | null;
  errors: { field: NoteField; message: Said }[];
}

const gramsPer: readonly [RegExp, number][] = [
  [/kg|kilo/, 1000],
  [/lb|pound/, 453.592_37],
  [/oz|ounce/, 28.349_523_125],
  [/\bg\b|gram/, 1],
];

/** A date as notes write it: ISO, or day and month in the order of the shop's part of the world. Null when it is none. */
export function readDate(text: string, monthFirst: boolean): string | null {
  const t = text.trim();
  if (isDate(t)) return t;
  const m = /^(\d{1,2})[./-](\d{1,2})[./-](\d{4})$/.exec(t);
  if (!m) return null;
  const [day, month] = monthFirst ? [nth(m, 2), nth(m, 1)] : [nth(m, 1), nth(m, 2)];
  const iso = `${m[3]}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  return isDate(iso) ? iso : null;
}

/** A cell that a spreadsheet would run: refused, never kept. Negative numbers are numbers. */
export const looksLikeFormula = (cell: string): boolean =>
  /^[=+\-@\t\r]/.test(cell) && parseDecimal(cell) === null;

/**
 * Reads one line of a note into a lot, with everything that is wrong with it by field. `dressedMeans` is what this
 * supplier means by the bare word dressed: without it the word is refused, since it means two things.
 */
export function readNoteRow(
  cells: readonly string[],
  columns: NoteColumns,
  at: {
    header: readonly string[];
    book: readonly Species[];
    landedOn: string;
    monthFirst: boolean;
    dressedMeans: 'headed_gutted' | 'gutted' | null;
    /** Decimals of the currency's minor unit. */
    moneyDigits: number;
  },
): NoteRow {
  const errors: NoteRow['errors'] = [];
  const wrong = (field: NoteField, message: Said) => void errors.push({ field, message });
  const refused = new Set<NoteField>();
  const cell = (field: NoteField): string => {
    const i = columns[field];
    const text = i === null ? '' : (cells[i] ?? '').trim();
    if (text !== '' && looksLikeFormula(text)) {
      if (!refused.has(field))
        wrong(field, said('looks_like_a_spreadsheet_formula', { text: text.slice(0, 20) }));
      refused.add(field);
      return '';
    }
    return text;
  };
  const headOf = (field: NoteField) =>
    columns[field] === null ? '' : (at.header[columns[field]] ?? '').toLowerCase();

  const speciesText = cell('species');
  const species = findSpecies(speciesText, at.book);
  if (!species && !refused.has('species'))
    wrong(
      'species',
      speciesText === '' ? said('no_species') : said('is_not_in_the_species_book', { speciesText }),
    );

  const conditionText = cell('condition');
  const usual = species?.arrives ?? 'whole';
  let condition: ArrivalCondition = usual === 'tail' ? 'tail' : usual;
  if (/^dressed\b/i.test(conditionText)) {
    if (at.dressedMeans) condition = at.dressedMeans;
    else wrong('condition', said('dressed_means_two_things_ask_and'));
  } else if (conditionText !== '') {
    const read = wordFor(conditionWords, conditionText);
    if (read) condition = read;
    else if (/^(sides?|fillets?)\b/i.test(conditionText))
      wrong('condition', said('may_be_with_skin_or_bones_or', { conditionText }));
    else wrong('condition', said('is_no_condition_whl_gut_guh_tal', { conditionText }));
  } else if (species?.bodyPlan === 'wing') condition = 'wing';
  if (species && !conditionsFor(species).includes(condition))
    wrong('condition', said('does_not_come_like_that', { species: species.name }));

  const number = (field: NoteField, what: Word, most: number): number => {
    const text = cell(field)
      .replace(/\s*(kg|kilos?|g|lbs?|oz|pcs|pieces|eur|€|£|\$)\s*$/i, '')
      .replace(/^[€£$]\s*/, '');
    const value = text === '' ? null : parseDecimal(text);
    if (value === null || value <= 0) {
      if (refused.has(field)) return 0;
      wrong(field, text === '' ? said('no', { what }) : said('is_no', { text, what }));
      return 0;
    }
    if (value > most) wrong(field, said('is_too_much_for_a', { text, what }));
    return value;
  };
  const pieces = number('pieces', said('number_of_fish'), 20_000);
  if (pieces > 0 && !Number.isInteger(pieces))
    wrong('pieces', said('is_no_whole_number_of_fish', { pieces }));
  const weightText = cell('weight').toLowerCase();
  const factor =
    gramsPer.find(([unit]) => unit.test(weightText))?.[1] ??
    gramsPer.find(([unit]) => unit.test(headOf('weight')))?.[1] ??
    1000;
  const grams = Math.round(number('weight', said('weight'), 2_000_000) * factor);
  const perPound = /lb|pound/.test(headOf('price'));
  const price = columns.price === null ? 0 : number('price', said('price'), 100_000);
  const pricePerKg = Math.round(price * 10 ** at.moneyDigits * (perPound ? 1000 / 453.592_37 : 1));

  const productionText = cell('production');
  const production = productionText === '' ? 'caught' : wordFor(productionWords, productionText);
  if (!production) wrong('production', said('is_neither_caught_nor_farmed', { productionText }));
  const areaText = cell('area');
  const fao = /^(?:fao\s*)?(\d{2}(?:\.[0-9a-z]+)*)/i.exec(areaText)?.[1]?.toLowerCase();
  const area = production === 'caught' ? (fao ?? '') : areaText;
  if (production === 'caught' && !isSeaArea(area))
    wrong('area', areaText === '' ? said('no_catch_area') : said('is_no_fao_area', { areaText }));
  if (production !== 'caught' && area.length < 2) wrong('area', said('no_country_of_farming_or_water'));
  const gearText = cell('gear');
  const gear = gearText === '' ? null : (wordFor(gearWords, gearText) ?? null);
  if (production !== 'farmed' && gear === null)
    wrong('gear', gearText === '' ? said('no_fishing_gear') : said('is_no_gear_class', { gearText }));
  const boat = cell('boat');
  if (boat.length > 60) wrong('boat', said('a_boat_or_farm_is_at_most_60'));
  const caughtText = cell('caught');
  const caughtOn = caughtText === '' ? null : readDate(caughtText, at.monthFirst);
  if (caughtText !== '' && caughtOn === null) wrong('caught', said('is_no_date', { caughtText }));
  if (caughtOn && caughtOn > at.landedOn) wrong('caught', said('caught_after_it_was_landed'));
  if (caughtOn && caughtOn < addDays(at.landedOn, -60))
    wrong('caught', said('more_than_60_days_before_landing'));
  const supplierLot = cell('lot');
  if (supplierLot.length > 40) wrong('lot', said('a_lot_number_is_at_most_40'));
  const remarks = cell('remarks');
  if (remarks.length > 500) wrong('remarks', said('a_remark_is_at_most_500_characters'));

  if (errors.length > 0 || !species || !production) return { lot: null, errors };
  return {
    lot: {
      speciesId: species.id,
      condition,
      pieces,
      grams,
      pricePerKg,
      production,
      area,
      gear: production === 'farmed' ? null : gear,
      boat,
      caughtOn,
      supplierLot,
      remarks,
    },
    errors,
  };
}
