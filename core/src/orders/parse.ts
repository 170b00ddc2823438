import { nth } from '../found.ts';
import { expectedCut, usualPacking, type Packing } from '../board/index.ts';
import { filletsOf, usualPieces, type Form, type FormId } from '../forms/index.ts';
import type { Use } from '../freshness/index.ts';
import type { Species } from '../species/index.ts';
import type { TrimWish } from '../yields/index.ts';
import { sliceGrams } from './thick.ts';
import { anyWhite } from './white.ts';
import { formOfCut, type Cut } from './cuts.ts';
import { lexicon, singular, type Act, type Item, type Mod, type Noun } from './lexicon.ts';
import { meantBy, namesOf, slipOf, type Names } from './names.ts';
import { isDone, optionFor } from './wishes.ts';
import { plainly, tokens, type Token } from './tokens.ts';
import { takeWhen } from './when.ts';

/** What a shop's words may mean: its book, its forms, the day it is, and what lies graded there. */
export interface OrderWords {
  species: readonly Species[];
  forms: readonly Form[];
  /** The trading day, and its weekday, 0 for Sunday. */
  today: string;
  weekday: number;
  /** Species of which graded fish lie in the shop; null or left out where that is not known. */
  inStock?: readonly string[] | null;
}

/** What a careful person would ask back before the fish is cut. */
export type Question = 'species' | 'form' | 'amount' | 'each_or_all';

export interface ParsedLine {
  /** What was said for it. */
  text: string;
  /** A fish of the book, or `any_white`; null where it was not said, or two are meant equally. */
  speciesId: string | null;
  /** Fish to choose from where that is to be asked. */
  candidates: string[];
  form: FormId | null;
  /** Forms to choose from where that is to be asked. */
  formCandidates: FormId[];
  /** Slices asked for by thickness, mm. */
  thickMm: number | null;
  trimWish: TrimWish;
  packing: Packing;
  /** Fewer will do. */
  partAllowed: boolean;
  /** Whole fish it was said of, where pieces follow from them. */
  fish: number | null;
  pieces: number | null;
  pieceGrams: number | null;
  /** The weight of a piece was said; else it is the usual one of that fish in that form. */
  weighed: boolean;
  totalGrams: number | null;
  /** A weight of which is to be asked whether it is each piece's or all of them together. */
  eachOrAllGrams: number | null;
  /** People it is to feed. */
  people: number | null;
  use: Use | null;
  /** Wishes beside the form, by their names in the lexicon. */
  options: Act[];
  ask: Question[];
  /** Slips of the finger, and what they were taken for. */
  slips: { said: string; meant: string }[];
  /** Words nobody understood, and wishes the form cannot have. */
  left: string;
}

/** What somebody answered to the questions about a line. */
export interface Answered {
  speciesId?: string;
  form?: FormId;
  /** A weight is each piece's; false where it is all of them together. */
  each?: boolean;
}

export interface ParsedOrder {
  lines: ParsedLine[];
  day: string | null;
  /** Minutes after midnight. */
  minutes: number | null;
  /** What they had before is wanted: it must be looked up. */
  again: boolean;
}

type Said =
  | Extract<Token, { kind: 'number' | 'weight' | 'length' }>
  | { kind: 'break'; by: ',' | 'and' }
  | { kind: 'species'; name: string; text: string }
  | { kind: 'named'; form: FormId; text: string }
  | { kind: 'unknown'; text: string }
  | (Item & { text: string });

/** Every word there is a meaning for. */
const known: ReadonlySet<string> = new Set([...lexicon.keys()].flatMap((p) => p.split(' ')));
const longestPhrase = Math.max(...[...lexicon.keys()].map((p) => p.split(' ').length));
/** Words a slip may have been meant to be, beside the names of fish. */
const slipWords: readonly string[] = [...lexicon]
  .filter(([p, item]) => ['noun', 'mod', 'use'].includes(item.kind) && !p.includes(' ') && p.length > 3)
  .map(([p]) => p);

const keptForms = new WeakMap<readonly Form[], ReadonlyMap<string, FormId>>();
/** Forms by their own names, where these say more than the lexicon does. */
function formNames(forms: readonly Form[]): ReadonlyMap<string, FormId> {
  const had = keptForms.get(forms);
  if (had) return had;
  const names = new Map<string, FormId>();
  for (const f of forms)
    if (!f.off)
      for (const name of [f.name, ...f.names.split(';')]) {
        const p = plainly(name)
          .replace(/[^\p{L}\p{N} ]/gu, ' ')
          .replace(/\s+/g, ' ')
          .trim();
        if (p.length > 2 && !lexicon.has(p) && !names.has(p)) names.set(p, f.id);
      }
  keptForms.set(forms, names);
  return names;
}

/** The longest name of a fish within a phrase; null where there is none. */
function fishIn(phrase: string, names: Names): string | null {
  const all = phrase.split(' ');
  for (let n = all.length; n > 0; n--)
    for (let i = 0; i + n <= all.length; i++) {
      const name = all.slice(i, i + n).join(' ');
      if (names.phrases.has(name) && !lexicon.has(name)) return name;
    }
  return null;
}

/** The tokens put into the words of the shop: names of fish and forms, and what the lexicon knows, the longest first. */
function meanings(
  all: readonly Token[],
  words: OrderWords,
  names: Names,
  slips: ParsedLine['slips'],
): Said[] {
  const nameWords = new Set([...names.phrases.keys()].flatMap((p) => p.split(' ')));
  const own = formNames(words.forms);
  const ownWords = new Set([...own.keys()].flatMap((p) => p.split(' ')));
  const texts = all.map((t) => {
    if (t.kind !== 'word' || known.has(t.text) || nameWords.has(t.text) || ownWords.has(t.text))
      return t.text;
    const meant = slipOf(t.text, names.common, true) ?? slipOf(t.text, slipWords, false);
    if (meant) slips.push({ said: t.text, meant });
    return meant ?? t.text;
  });
  /** Words, and what is one within a phrase: "and" between two, the "a" of "on a tray". */
  const isWord = (i: number) => {
    const t = all[i];
    return (
      t !== undefined &&
      (t.kind === 'word' || ((t.kind === 'break' || t.kind === 'number') && /^\p{L}+$/u.test(t.text)))
    );
  };
  const longest = Math.max(longestPhrase, names.longest, ...[...own.keys()].map((p) => p.split(' ').length));
  const out: Said[] = [];
  for (let i = 0; i < all.length;) {
    const token = nth(all, i);
    let taken = 0;
    const least = token.kind === 'number' ? 2 : 1;
    for (let n = Math.min(longest, all.length - i); n >= least && taken === 0; n--) {
      let whole = true;
      for (let k = i; k < i + n; k++) whole &&= isWord(k);
      if (!whole) continue;
      const phrase = texts.slice(i, i + n).join(' ');
      const form = own.get(phrase);
      const item = lexicon.get(phrase);
      if (form !== undefined) {
        // "Skate wing" names the fish along with its form.
        const fish = fishIn(phrase, names);
        if (fish) out.push({ kind: 'species', name: fish, text: fish });
        out.push({ kind: 'named', form, text: phrase });
      } else if (names.phrases.has(phrase) && !(n === 1 && item?.kind === 'filler'))
        out.push({ kind: 'species', name: phrase, text: phrase });
      else if (item && !(n === 1 && token.kind === 'break')) out.push({ ...item, text: phrase });
      else continue;
      taken = n;
    }
    if (taken === 0) {
      if (token.kind === 'number' || token.kind === 'weight' || token.kind === 'length') out.push(token);
      else if (token.kind === 'break') out.push({ kind: 'break', by: token.by });
      else if (token.kind === 'word') out.push({ kind: 'unknown', text: token.text });
      taken = 1;
    }
    i += taken;
  }
  return out;
}

/** One line while it is being said. */
interface Part {
  items: Said[];
  /** What parted it from the one before. */
  by: ',' | 'and' | null;
  from: Part | null;
}
const isAmount = (s: Said) => (s.kind === 'number' && !(s.weak && s.value !== 1)) || s.kind === 'weight';
const isFish = (s: Said) => s.kind === 'species' || s.kind === 'any_white';
const isCutNoun = (s: Said) => (s.kind === 'noun' && s.noun !== 'whole') || s.kind === 'named';
const isCut = (s: Said) => isCutNoun(s) || s.kind === 'mod' || (s.kind === 'noun' && s.noun === 'whole');

/** From here on a bare figure is grams, not pieces. */
const heavy = 50;

/** Whether these words begin another line, or say more of the one before them. */
function begins(part: Part, chunk: readonly Said[]): boolean {
  const has = (list: readonly Said[], is: (s: Said) => boolean) => list.some(is);
  const had = part.items;
  if (!has(had, (s) => s.kind !== 'filler')) return false;
  const amount = has(chunk, isAmount);
  // A bare figure of fifty and more is a weight.
  const kindOf = (s: Said) => (s.kind === 'number' && s.value >= heavy ? 'weight' : s.kind);
  const both = (kind: 'number' | 'weight') =>
    [chunk, had].every((list) => has(list, (s) => kindOf(s) === kind && isAmount(s)));
  const clash = both('number') || both('weight');
  if (has(chunk, isFish)) {
    if (!has(had, isFish)) return has(had, isCutNoun) && has(had, isAmount) && has(chunk, isCut) && amount;
    return true;
  }
  const noun = chunk.find(isCutNoun);
  if (noun) {
    const before = had.find(isCutNoun);
    // Bones said after a fish are its own, to be bagged.
    if (noun.kind === 'noun' && noun.noun === 'bones' && !amount) return false;
    if (!before) return has(had, isFish) && clash;
    return (
      before.kind !== noun.kind ||
      (before.kind === 'noun' && noun.kind === 'noun' && before.noun !== noun.noun) ||
      (amount && has(had, isAmount))
    );
  }
  // So much of something nobody knows is another line, not more of this fish.
  return clash || (amount && has(chunk, (s) => s.kind === 'unknown') && has(had, isFish));
}

/** The lines of an order: parted by signs and "and", and where another fish begins without any. */
function partsOf(all: readonly Said[]): Part[] {
  const parts: Part[] = [];
  let by: Part['by'] = null;
  for (let i = 0; i < all.length;) {
    if (nth(all, i).kind === 'break') {
      by = (all[i] as { by: ',' | 'and' }).by;
      i++;
      continue;
    }
    let end = i;
    while (end < all.length && nth(all, end).kind !== 'break') end++;
    // Within it another fish with its own amount is another line.
    let chunk = all.slice(i, end);
    i = end;
    while (chunk.length > 0) {
      const first = chunk.findIndex(isFish);
      const second = first === -1 ? -1 : chunk.findIndex((s, k) => k > first && isFish(s));
      let cut = chunk.length;
      if (second > first && second !== -1) {
        const amount = chunk.findLastIndex((s, k) => k > first && k < second && isAmount(s));
        cut = amount === -1 ? second : amount;
      }
      const piece = chunk.slice(0, cut);
      chunk = chunk.slice(cut);
      const last = parts.at(-1);
      if (last && piece.some((s) => s.kind === 'instead') && !piece.some(isFish))
        last.items = [...last.items.filter((s) => !isAmount(s)), ...piece];
      else if (last && !begins(last, piece)) last.items.push({ kind: 'break', by: ',' }, ...piece);
      else parts.push({ items: [...piece], by, from: last ?? null });
      by = ',';
    }
  }
  return parts.filter((p) => p.items.some((s) => s.kind !== 'filler' && s.kind !== 'break'));
}

/** What is known of a line once all its words are heard. */
interface Heard {
  name: string | null;
  white: boolean;
  fishSaid: boolean;
  cut: Cut & { nouns: Noun[]; mods: Set<Mod>; acts: Set<Act> };
  cutText: string | null;
  count: number | null;
  /** The count is of whole fish: it stands before the fish, and no piece is named behind it. */
  ofFish: boolean;
  half: boolean;
  grams: number | null;
  each: boolean;
  all: boolean;
  thickMm: number | null;
  people: number | null;
  use: Use | null;
  wish: TrimWish;
  packing: Packing;
  part: boolean;
  left: string[];
}

function hear(items: readonly Said[]): Heard {
  const h: Heard = {
    name: null,
    white: false,
    fishSaid: false,
    cut: { nouns: [], mods: new Set(), acts: new Set(), named: null, raw: false },
    cutText: null,
    count: null,
    ofFish: false,
    half: false,
    grams: null,
    each: false,
    all: false,
    thickMm: null,
    people: null,
    use: null,
    wish: 'shop',
    packing: usualPacking,
    part: false,
    left: [],
  };
  /** The next thing that means something, from here on. */
  const after = (i: number): number => {
    let k = i + 1;
    while (k < items.length && (nth(items, k).kind === 'filler' || nth(items, k).kind === 'of')) k++;
    return k;
  };
  const at = (i: number): Said | undefined => items[i];
  const isNoun = (s: Said | undefined) => s?.kind === 'noun' || s?.kind === 'named';
  for (let i = 0; i < items.length; i++) {
    const s = nth(items, i);
    switch (s.kind) {
      case 'number': {
        const next = at(after(i));
        const before = at(i - 1);
        if (
          at(i + 1)?.kind === 'people' ||
          (before?.kind === 'for' &&
            !s.weak &&
            !isNoun(next) &&
            next?.kind !== 'species' &&
            next?.kind !== 'weight')
        ) {
          h.people = s.value;
          break;
        }
        if (s.weak) {
          if (s.value !== 1) h.half ||= next?.kind === 'species' || isNoun(next);
          else if (h.count === null && (next?.kind === 'species' || isNoun(next))) h.count = 1;
          break;
        }
        // "Monkfish tail about 900".
        if (s.value >= heavy && h.grams === null && at(i + 1)?.kind !== 'x') {
          h.grams = Math.round(s.value);
          break;
        }
        if (!Number.isInteger(s.value) || h.count !== null) {
          h.left.push(s.text);
          break;
        }
        h.count = s.value;
        if (at(i + 1)?.kind === 'weight') h.each = true;
        const then = next?.kind === 'species' ? at(after(after(i))) : undefined;
        h.ofFish = (next?.kind === 'species' && !isNoun(then)) || next?.kind === 'fish';
        break;
      }
      case 'weight': {
        if (h.grams !== null) {
          h.left.push(s.text);
          break;
        }
        h.grams = s.grams;
        const lead = at(i - 1);
        if (lead?.kind === 'x' || (lead?.kind === 'of' && h.count !== null)) h.each = true;
        break;
      }
      case 'length':
        h.thickMm = s.mm;
        break;
      case 'species':
        h.name ??= s.name;
        break;
      case 'any_white':
        h.white = true;
        break;
      case 'fish':
        h.fishSaid = true;
        break;
      case 'named':
        h.cut.named ??= s.form;
        h.cutText ??= s.text;
        break;
      case 'noun':
        if (
          s.noun === 'bones' &&
          (h.cut.nouns.length > 0 || h.cut.mods.size > 0 || h.name !== null) &&
          i > 0 &&
          h.grams === null
        )
          h.wish = 'stock';
        else {
          h.cut.nouns.push(s.noun);
          if (s.noun !== 'whole') h.cutText = s.text;
          if (s.noun === 'sashimi' || s.noun === 'raw_slices') h.use = 'raw';
        }
        break;
      case 'mod':
        h.cut.mods.add(s.mod);
        break;
      case 'act':
        h.cut.acts.add(s.act);
        break;
      case 'use':
        h.use ??= s.use;
        break;
      case 'trim':
        h.wish = s.wish;
        break;
      case 'packing':
        if (h.packing === usualPacking) h.packing = s.packing;
        break;
      case 'part':
        h.part = true;
        break;
      case 'each':
        h.each = true;
        break;
      case 'all':
        h.all = true;
        break;
      case 'unknown':
        h.left.push(s.text);
        break;
      case 'doubt':
        h.half ||= /^(half|quarter|several)$/.test(s.text);
        h.left.push(s.text);
        break;
      default:
    }
  }
  h.cut = { ...h.cut, raw: h.use === 'raw' };
  return h;
}

/** A usual portion for one, g (115 to 170 g usual, common practice). */
const portionG = 170;

const usualKept = new WeakMap<Species, Map<string, number>>();
/**
 * What a piece of a form usually weighs, g: of a usual fish of that kind; of any fish where none is known.
 */
export function usualGrams(species: Species | null, form: Form, side = false): number {
  if (!species) return form.pieceG;
  const had = usualKept.get(species) ?? new Map<string, number>();
  usualKept.set(species, had);
  const key = `${form.id} ${form.pieceG} ${String(side)}`;
  const known = had.get(key);
  if (known !== undefined) return known;
  const condition = species.arrives;
  const fishGrams =
    species.typicalG * (condition === 'whole' ? 1 : condition === 'tail' ? 1 : species.gutted);
  const main = fishGrams * expectedCut({ species, condition, form, fishGrams, month: 6 }).yield;
  const grams =
    form.count === 'fish'
      ? Math.round(main / 10) * 10
      : side
        ? Math.round(main / 2 / 10) * 10
        : usualPieces(species, form, main, condition).grams;
  had.set(key, Math.max(1, grams));
  return Math.max(1, grams);
}

/** Whether so many of a weight are that weight each, or together: what is nearer to the usual; null where both may be. */
function isEach(count: number, grams: number, usual: number): boolean | null {
  if (count === 1) return true;
  const [each, all] = [Math.abs(Math.log(grams / usual)), Math.abs(Math.log(grams / count / usual))];
  return Math.abs(each - all) < 0.2 ? null : each < all;
}

function lineOf(
  part: Part,
  text: string,
  words: OrderWords,
  names: Names,
  slips: ParsedLine['slips'],
  answered: Answered,
): ParsedLine {
  const h = hear(part.items);
  if (answered.form !== undefined) h.cut.named = answered.form;
  if (answered.each !== undefined) [h.each, h.all] = [answered.each, !answered.each];
  const meant = answered.speciesId
    ? { speciesId: answered.speciesId, candidates: [] }
    : h.white
      ? { speciesId: anyWhite, candidates: [] }
      : h.name === null
        ? { speciesId: null, candidates: [] }
        : meantBy(h.name, names, words.inStock ?? null);
  const species = words.species.find((s) => s.id === meant.speciesId) ?? null;
  // Of fish meant equally the forms are asked that fit the first.
  const like = species ?? words.species.find((s) => s.id === meant.candidates[0]) ?? null;
  const { form, offer } = formOfCut(h.cut, like, words.forms);
  const ask: Question[] = [];
  if (meant.speciesId === null) ask.push('species');
  if (form === null) ask.push('form');
  const line: ParsedLine = {
    text,
    ...meant,
    form: form?.id ?? null,
    formCandidates: form ? [] : offer,
    thickMm: null,
    trimWish: h.wish,
    packing: h.packing,
    partAllowed: false,
    fish: null,
    pieces: null,
    pieceGrams: null,
    weighed: false,
    totalGrams: null,
    eachOrAllGrams: null,
    people: h.people,
    use: h.use,
    options: [],
    ask,
    slips: slips.filter((s) => text.includes(s.meant)),
    left: '',
  };
  wishesOf(line, h, form);
  amountOf(line, h, form, species);
  line.left = h.left.join(' ').trim();
  return line;
}

/** The wishes beside the form; what it cannot do is left, to be asked about. */
function wishesOf(line: ParsedLine, h: Heard, form: Form | null): void {
  const { acts, mods } = h.cut;
  const wished = new Set<Act>(acts);
  if (form) {
    for (const skin of ['skin_on', 'skin_off'] as const)
      if (mods.has(skin) && optionFor(skin, form)) wished.add(skin);
    if (mods.has('scaled') && optionFor('scaled', form)) wished.add('scaled');
    for (const act of wished) if (!isDone(act, form)) h.left.push(act.replaceAll('_', ' '));
    if (mods.has('boneless') && !form.boneless && form.section !== 'trim') h.left.push('boneless');
    if (mods.has('on_bone') && form.boneless && form.section !== 'trim') h.left.push('on the bone');
  }
  line.options = [...wished].filter((a) => !form || isDone(a, form));
  if (h.thickMm !== null && form?.section !== 'middle') h.left.push(`${h.thickMm} mm`);
}

/** How much of it: what was said, else what is usual of that fish in that form; asked where it was not said. */
function amountOf(line: ParsedLine, h: Heard, form: Form | null, species: Species | null): void {
  if (h.thickMm !== null && form?.section === 'middle') line.thickMm = h.thickMm;
  const side = h.cutText !== null && /^sides?$/.test(h.cutText);
  const usual = form ? usualGrams(species, form, side && form.count === 'fillet') : null;
  const one =
    (h.cutText !== null && singular.has(h.cutText)) ||
    (form?.count === 'fish' && h.grams === null && h.people === null && !/s$/.test(h.name ?? 's'));
  const count = h.count ?? (h.grams === null && h.people === null && one && !h.half ? 1 : null);
  if (h.half && h.grams === null) line.ask.push('amount');
  else if (count !== null && h.grams !== null) {
    line.pieces = count;
    const each = h.each
      ? true
      : h.all
        ? false
        : usual === null
          ? count === 1
            ? true
            : null
          : isEach(count, h.grams, usual);
    if (each === null) {
      line.ask.push('each_or_all');
      line.eachOrAllGrams = h.grams;
    } else {
      line.pieceGrams = Math.round(each ? h.grams : h.grams / count);
      line.weighed = true;
    }
  } else if (h.grams !== null) line.totalGrams = h.grams;
  else if (count !== null) {
    line.pieces = count;
    if (form && h.ofFish && form.count === 'fillet') {
      line.fish = count;
      line.pieces = count * (species ? filletsOf(species, form) : 2);
    } else if (h.ofFish && form?.count === 'fish') line.fish = count;
    line.pieceGrams = usual;
  } else if (h.people !== null && form && usual !== null) {
    if (form.section === 'cavity') line.totalGrams = h.people * portionG;
    else {
      line.pieces = h.people;
      line.pieceGrams = form.count === 'fish' ? usual : Math.max(usual, portionG);
    }
  } else if (h.people === null) line.ask.push('amount');
  if (line.thickMm !== null && species && line.pieces !== null && !line.weighed)
    line.pieceGrams = sliceGrams(species, line.thickMm) ?? line.pieceGrams;
  // Fewer pieces are fewer; less of a weight is another order.
  line.partAllowed = h.part && line.pieces !== null;
}

/** Lines that name no fish, or no cut, are of the one before; "2 cod and 2 haddock fillets" are fillets of both. */
function inherit(parts: readonly Part[]): void {
  const has = (p: Part, is: (s: Said) => boolean) => p.items.some(is);
  for (const p of parts) {
    if (!p.from) continue;
    if (!has(p, isFish) && has(p.from, isFish) && !has(p, (s) => s.kind === 'unknown')) {
      p.items.unshift(...p.from.items.filter(isFish));
      if (!has(p, isCut)) p.items.push(...p.from.items.filter(isCut));
    }
  }
  for (let i = parts.length - 2; i >= 0; i--) {
    const [a, b] = [nth(parts, i), nth(parts, i + 1)];
    if (b.by !== 'and' || !has(b, isFish) || !has(b, isCut) || has(a, isCut) || !has(a, isAmount)) continue;
    if (has(a, isFish)) a.items.push(...b.items.filter(isCut));
  }
  for (let i = parts.length - 2; i >= 0; i--) {
    const [a, b] = [nth(parts, i), nth(parts, i + 1)];
    if (b.by === 'and' && !has(a, isFish) && has(a, isCut) && has(b, (s) => s.kind === 'species'))
      a.items.unshift(...b.items.filter((s) => s.kind === 'species'));
  }
}

const spoken = (items: readonly Said[]) =>
  items
    .map((s) => (s.kind === 'break' ? ',' : s.text))
    .join(' ')
    .replace(/ ,/g, ',')
    .replace(/^,\s*|,\s*$/g, '')
    .trim();

/**
 * An order as it is said at the counter: "2 kg salmon side skinless fri 16:00", "4 portions of hake 170 g and the tail,
 * opened". Words may stand in any order. What it does not understand it says, word by word; where two fish or two amounts
 * may be meant it asks, and it invents none.
 * @param answered what was answered to the questions about each line
 */
export function parseOrder(
  text: string,
  words: OrderWords,
  answered: readonly (Answered | undefined)[] = [],
): ParsedOrder {
  const names = namesOf(words.species);
  const { day, minutes, rest } = takeWhen(tokens(plainly(text)), words.today, words.weekday);
  const slips: ParsedLine['slips'] = [];
  const said = meanings(rest, words, names, slips);
  const again = said.some((s) => s.kind === 'again');
  const parts = partsOf(said.filter((s) => s.kind !== 'again'));
  const texts = parts.map((p) => spoken(p.items));
  inherit(parts);
  return {
    lines: parts.map((p, i) => lineOf(p, nth(texts, i), words, names, slips, answered[i] ?? {})),
    day,
    minutes,
    again,
  };
}
