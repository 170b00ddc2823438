import { addDays } from '../calendar/index.ts';
import { formRefusal, type Form, type FormId } from '../forms/index.ts';
import type { Use } from '../freshness/index.ts';
import { shortName, type Species } from '../species/index.ts';
import { sliceGrams } from './thick.ts';
import { usualPacking, type Packing } from '../board/index.ts';
import type { TrimWish } from '../yields/index.ts';
import { anyWhite } from './white.ts';

/** What a shop's words may mean: its book, its forms, and the day it is. */
export interface OrderWords {
  species: readonly Species[];
  forms: readonly Form[];
  /** The trading day, and its weekday, 0 for Sunday. */
  today: string;
  weekday: number;
}

export interface ParsedLine {
  /** What was said for it. */
  text: string;
  /** A fish of the book, or `any_white`. */
  speciesId: string | null;
  form: FormId | null;
  /** Slices asked for by thickness, mm. */
  thickMm: number | null;
  trimWish: TrimWish;
  packing: Packing;
  /** Fewer will do. */
  partAllowed: boolean;
  pieces: number | null;
  pieceGrams: number | null;
  totalGrams: number | null;
  /** People it is to feed. */
  people: number | null;
  use: Use | null;
  /** Words nobody understood. */
  left: string;
}

export interface ParsedOrder {
  lines: ParsedLine[];
  day: string | null;
  /** Minutes after midnight. */
  minutes: number | null;
}

const weekdays = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];
const units: Readonly<Record<string, number>> = {
  kg: 1000,
  kilo: 1000,
  kilos: 1000,
  g: 1,
  gr: 1,
  gram: 1,
  grams: 1,
  lb: 453.59237,
  lbs: 453.59237,
  pound: 453.59237,
  pounds: 453.59237,
  oz: 28.349523125,
  ounce: 28.349523125,
  ounces: 28.349523125,
};
const mmOf: Readonly<Record<string, number>> = { mm: 1, cm: 10 };
const unit = `(${Object.keys(units)
  .sort((a, b) => b.length - a.length)
  .join('|')})`;
const number = '(\\d+(?:[.,]\\d+)?)';
const small: Readonly<Record<string, number>> = {
  a: 1,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  eight: 8,
  ten: 10,
  dozen: 12,
};

const uses: readonly [RegExp, Use][] = [
  [/\b(raw|sashimi|sushi|ceviche|tartare)\b/, 'raw'],
  [/\b(steamed|steam|steaming)\b/, 'steam'],
  [/\b(grilled|grill|bbq|barbecue|roast|roasting|bake|baking)\b/, 'grill'],
  [/\b(poached|poach|poaching|soup|stew|pie)\b/, 'poach'],
  [/\b(fried|fry|frying|pan)\b/, 'fry'],
];

/** What counters call the forms, beside the forms' own names (common practice). */
/** How an order says it is to be packed. */
const packingSaid: readonly [RegExp, Packing][] = [
  [/\b(?:vacuum|vac)[- ]?(?:packed|pack)\b/, 'vacuum'],
  [/\b(?:packed |wrapped )?for the freezer\b|\bfreezer pack(?:ed|s)?\b|\bto freeze\b/, 'frozen'],
  [/\bon (?:a |the )?trays?\b/, 'tray'],
  [/\b(?:loose|in paper)(?:,? in paper)?\b/, 'loose'],
];
const formWords: readonly [RegExp, FormId][] = [
  [/\bskinless (?:portions?|loin portions?)|(?:portions?|loins?) skinless\b/, 'portion_skinless'],
  [
    /\bskinless (?:sides?|fillets?)|(?:sides?|fillets?) skinless|skinned (?:sides?|fillets?)\b/,
    'fillet_skinless',
  ],
  [/\bquarter[- ]?cuts?(?: fillets?)?\b/, 'quarter_cut'],
  [/\bhalf[- ]shells?\b/, 'half_shell'],
  [/\bbutterfl(?:y|ied) tails?|tails? opened|opened tails?\b/, 'butterflied_tail'],
  [/\b(?:boneless |rolled )?joints?\b/, 'boneless_joint'],
  [/\bsteaks?|darnes?|cutlets?\b/, 'steaks'],
  [/\bportions?|pieces of side\b/, 'portion'],
  [/\bsides?|fillets?\b/, 'fillet_skin_on'],
  [/\bwings?\b/, 'wing'],
  [/\bscaled and gutted|cleaned|whole cleaned\b/, 'scaled_gutted'],
  [/\bgutted\b/, 'gutted'],
  [/\bwhole\b/, 'whole'],
];

const plain = (text: string) =>
  text
    .toLowerCase()
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[×✕]/g, 'x')
    .replace(/\s+/g, ' ')
    .trim();

const toNumber = (text: string) => Number(text.replace(',', '.'));

/** Names a species answers to, longest first. */
const namesOf = (s: Species): string[] =>
  [s.name, shortName(s.name), ...s.names.split(/[;,]/), s.id.replaceAll('_', ' '), s.scientificName]
    .map(plain)
    .filter((n) => n.length > 2);

interface Rest {
  text: string;
}
/** Takes what matches out of the text; null when nothing does. */
function bite(rest: Rest, pattern: RegExp): RegExpMatchArray | null {
  const found = pattern.exec(rest.text);
  if (!found) return null;
  rest.text = `${rest.text.slice(0, found.index)} ${rest.text.slice(found.index + found[0].length)}`
    .replace(/\s+/g, ' ')
    .trim();
  return found;
}

/** The day and the time asked for, wherever they stand; a weekday is the next one to come, today's own among them. */
function whenOf(rest: Rest, words: OrderWords): { day: string | null; minutes: number | null } {
  let day: string | null = null;
  let minutes: number | null = null;
  const clock =
    bite(rest, /\b(?:at |by |for )?([01]?\d|2[0-3])[:.h]([0-5]\d)\b(?! ?(?:kg|g|lb|oz))/) ??
    bite(rest, /\b(?:at |by )([01]?\d|2[0-3])(?= |$)(?! ?(?:kg|g|lb|oz|x))/);
  if (clock) minutes = Number(clock[1]) * 60 + Number(clock[2] ?? 0);
  else {
    const half = bite(rest, /\b(?:at |by |for )?(1[0-2]|[1-9])(?::([0-5]\d))? ?(am|pm)\b/);
    if (half) minutes = ((Number(half[1]) % 12) + (half[3] === 'pm' ? 12 : 0)) * 60 + Number(half[2] ?? 0);
    else if (bite(rest, /\b(?:at )?noon\b/)) minutes = 12 * 60;
  }
  if (bite(rest, /\b(?:for )?tomorrow\b/)) day = addDays(words.today, 1);
  else if (bite(rest, /\b(?:for )?today\b/)) day = words.today;
  else {
    const named = bite(
      rest,
      /\b(?:on |for |next )?(sun|mon|tue|wed|thu|fri|sat)(?:day|s|sday|nesday|rsday|urday)?\b/,
    );
    if (named) {
      const away = (weekdays.indexOf(named[1]!) - words.weekday + 7) % 7;
      day = addDays(words.today, named[0].includes('next') && away === 0 ? 7 : away);
    }
  }
  return { day, minutes };
}

/** A name as whole words, letter by letter: what a shop calls its forms is never read as a pattern. */
const wordsOf = (name: string, ending = '') =>
  new RegExp(
    `(?<![\\p{L}\\p{N}])${name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}${ending}(?![\\p{L}\\p{N}])`,
    'u',
  );

function speciesIn(rest: Rest, words: OrderWords): Species | null {
  const known = words.species
    .flatMap((s) => namesOf(s).map((name) => ({ s, name })))
    .sort((a, b) => b.name.length - a.name.length || a.s.name.length - b.s.name.length);
  for (const { s, name } of known) if (bite(rest, wordsOf(name, '(?:e?s)?'))) return s;
  // Half a name will do where only one fish has it: "bass", "bream", "trout".
  for (const word of rest.text.split(' ').filter((w) => w.length > 2)) {
    const stem = word.replace(/s$/, '');
    const found = words.species.filter((s) => namesOf(s).some((n) => n.split(' ').includes(stem)));
    if (found.length === 0) continue;
    bite(rest, wordsOf(word));
    return found.reduce((a, b) => (b.name.length < a.name.length ? b : a));
  }
  return null;
}

function formIn(rest: Rest, words: OrderWords, species: Species | null): Form | null {
  const cut = (f: Form) => !f.off && (species === null || formRefusal(species, null, f) === null);
  const own = words.forms
    .filter(cut)
    .flatMap((f) => [f.name, ...f.names.split(';')].map((n) => ({ f, name: plain(n).replaceAll(',', '') })))
    .filter((n) => n.name.length > 2)
    .sort((a, b) => b.name.length - a.name.length);
  for (const { f, name } of own.filter((n) => n.name.includes(' '))) if (bite(rest, wordsOf(name))) return f;
  for (const [pattern, id] of formWords) {
    const f = words.forms.find((x) => x.id === id);
    if (f && cut(f) && bite(rest, pattern)) return f;
  }
  for (const { f, name } of own) if (bite(rest, wordsOf(name))) return f;
  // "Skinless" alone is a fillet without its skin.
  if (bite(rest, /\bskin(?:less|ned|off)\b/))
    return words.forms.find((f) => f.id === 'fillet_skinless') ?? null;
  return null;
}

/** A usual portion for one, g (115 to 170 g usual, common practice). */
const portionG = 170;

function lineIn(text: string, words: OrderWords): ParsedLine {
  const rest: Rest = { text: plain(text) };
  const each =
    bite(rest, new RegExp(`\\b${number} ?x ?${number} ?${unit}\\b`)) ??
    bite(rest, new RegExp(`\\b${number} (?:pieces? )?(?:of|at) ${number} ?${unit}\\b`));
  const people = bite(rest, /\b(?:for|feeds?|to feed) (\d+)(?: people| persons?)?\b/);
  const total = each ? null : bite(rest, new RegExp(`\\b${number} ?${unit}\\b`));
  const apiece = bite(rest, /\b(each|apiece)\b/) !== null;
  const thick = bite(rest, /\b(\d+(?:[.,]\d+)?) ?(mm|cm|in|inch|inches)\b(?: thick)?/);
  const all = bite(rest, /\b(?:with|keep) (?:all )?(?:the )?trim(?:mings|s)?\b/) !== null;
  const stock =
    bite(
      rest,
      /\b(?:with|and|keep) (?:the |its |their )?(?:heads?|bones?|frames?)(?: and (?:heads?|bones?|frames?))?\b/,
    ) !== null;
  const packed = packingSaid.find(([pattern]) => bite(rest, pattern) !== null)?.[1] ?? usualPacking;
  const part = bite(rest, /\b(?:fewer will do|or what you have|as many as you have|part will do)\b/) !== null;
  const white = bite(rest, /\b(?:any )?white ?fish(?: in season)?\b/) !== null;
  const species = white ? null : speciesIn(rest, words);
  const use = uses.find(([pattern]) => bite(rest, pattern))?.[1] ?? null;
  const said = formIn(rest, words, species);
  const count = each
    ? null
    : (bite(rest, /\b(\d+)\b/) ?? bite(rest, new RegExp(`\\b(${Object.keys(small).join('|')})\\b`)));
  const n = count ? (small[count[1]!] ?? Number(count[1])) : null;
  const fed = people ? Number(people[1]) : null;
  const guess = (): FormId => {
    if (species && species.typicalG <= 700 && species.bodyPlan !== 'wing') return 'scaled_gutted';
    return fed !== null ? 'portion' : 'fillet_skin_on';
  };
  const fits = (id: FormId) => {
    const f = words.forms.find((x) => x.id === id);
    return f && (species === null || formRefusal(species, null, f) === null) ? f : null;
  };
  const form = said ?? (species || white ? (fits(guess()) ?? fits('fillet_skinless') ?? fits('wing')) : null);
  const line: ParsedLine = {
    text: text.trim(),
    speciesId: white ? anyWhite : (species?.id ?? null),
    form: form?.id ?? null,
    thickMm: null,
    trimWish: all ? 'all' : stock ? 'stock' : 'shop',
    packing: packed,
    partAllowed: false,
    pieces: null,
    pieceGrams: null,
    totalGrams: null,
    people: fed,
    use,
    left: rest.text
      .replace(/\b(of|to|the|and|with|please|each|pieces?|fish|for|some)\b/g, '')
      .replace(/[^\p{L}\p{N}' -]/gu, '')
      .replace(/\s+/g, ' ')
      .trim(),
  };
  if (each) {
    line.pieces = Math.round(toNumber(each[1]!));
    line.pieceGrams = Math.round(toNumber(each[2]!) * units[each[3]!]!);
  } else if (total && n !== null && n > 0) {
    // "2 sides 2.4 kg": so many that weigh so much together, unless it says each.
    line.pieces = n;
    line.pieceGrams = Math.round((toNumber(total[1]!) * units[total[2]!]!) / (apiece ? 1 : n));
  } else if (total) line.totalGrams = Math.round(toNumber(total[1]!) * units[total[2]!]!);
  else if (fed !== null && form) {
    const one = form.count === 'fish' ? form.pieceG : portionG;
    line.pieces = fed;
    line.pieceGrams = form.section === 'cavity' ? null : one;
    if (line.pieceGrams === null) {
      line.pieces = null;
      line.totalGrams = fed * portionG;
    }
  } else if (n !== null && form) {
    line.pieces = n;
    line.pieceGrams = form.pieceG;
  }
  // Fewer pieces are fewer; less of a weight is another order.
  if (part && line.pieces !== null) line.partAllowed = true;
  // Only slices across the fish come by thickness.
  if (thick && form?.section === 'middle')
    line.thickMm = Math.round(toNumber(thick[1]!) * (mmOf[thick[2]!] ?? 25.4));
  else if (thick) line.left = `${line.left} ${thick[0]}`.trim();
  if (line.thickMm !== null && species && line.pieces !== null)
    line.pieceGrams = sliceGrams(species, line.thickMm) ?? line.pieceGrams;
  return line;
}

/**
 * An order as it is said at the counter: "2 kg salmon side skinless fri 16:00", "4 x 170 g hake portions, 2 plaice
 * whole", "bass for 6 tomorrow". What it does not understand it says, word by word; it invents no fish.
 */
export function parseOrder(text: string, words: OrderWords): ParsedOrder {
  const rest: Rest = { text: plain(text) };
  const { day, minutes } = whenOf(rest, words);
  const lines = rest.text
    .split(/\s*(?:[;+]|,(?!\d)|\band\b(?! gutted| bones?\b| heads?\b| frames?\b))\s*/)
    .filter((t) => t !== '')
    .map((t) => lineIn(t, words));
  return { lines, day, minutes };
}
