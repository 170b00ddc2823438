import type { Answered, OrderWords, ParsedLine, ParsedOrder, Question } from './parsed.ts';
import type { Species } from '../species/index.ts';
import { anyWhite } from './white.ts';
import { filletsOf, type Form } from '../forms/index.ts';
import { formOfCut } from './cuts.ts';
import { hear, type Heard } from './hear.ts';
import { isAmount, isCut, isFish, type Part, partsOf } from './parts.ts';
import { isDone, optionFor } from './wishes.ts';
import { meanings, type Said } from './meanings.ts';
import { meantBy, type Names, namesOf } from './names.ts';
import { nth } from '../found.ts';
import { plainly, tokens } from './tokens.ts';
import { portionG, usualGrams } from './usual.ts';
import { sliceGrams } from './thick.ts';
import { parseWhen } from './when.ts';
import { type Act, singular } from './lexicon.ts';

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

const isWeight = (s: Said) => s.kind === 'weight';

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
    // Two fish and a weight of fillets are not said in one breath: each is asked for in its own way. Nor are fish for
    // so many people, or "a side of salmon", whose cut stands before its fish.
    if (has(a, isWeight) !== has(b, isWeight) || has(a, (s) => s.kind === 'for')) continue;
    if (b.items.findIndex(isCut) < b.items.findIndex(isFish)) continue;
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
    .replace(/ ,/g, ',');

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
  const { day, minutes, rest } = parseWhen(tokens(plainly(text)), words.today, words.weekday);
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
