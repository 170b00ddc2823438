import { nth, sure } from '../found.ts';
import { fractions, lengths, multiples, numbers, weights } from './lexicon.ts';

/** Small letters without accents, and signs as the words they stand for; a new line stays one. */
export const plainly = (text: string): string =>
  text
    .toLowerCase()
    .replace(/½/g, ' 1/2')
    .replace(/¼/g, ' 1/4')
    .replace(/¾/g, ' 3/4')
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/[×✕*]/g, ' x ')
    .replace(/[“”″]/g, '"')
    .replace(/[’‘`']/g, '')
    .replace(/&/g, ' and ')
    // "3-4 kg" is about as much as lies between; "2-3 steaks" is for somebody to say.
    .replace(
      /(\d+(?:[.,]\d+)?) ?(?:-|–|to) ?(\d+(?:[.,]\d+)?)(?= ?(kg|kilos?|g|grams?|lbs?|pounds?|oz|ounces?)\b)/g,
      (_all, low: string, high: string) =>
        String((Number(low.replace(',', '.')) + Number(high.replace(',', '.'))) / 2),
    )
    .replace(/\b\d+ ?(?:-|–) ?\d+\b/g, ' several ')
    .replace(/(\p{L})-(?=\p{L})/gu, '$1 ')
    .replace(/[^\S\n]+/g, ' ')
    .replace(/ ?\n\s*/g, '\n')
    .trim();

/** What a stretch of an order is: a number, a weight, a length, a time, a sign between lines, or a word. */
export type Token =
  | {
      kind: 'number';
      value: number;
      text: string;
      /** "a", "an": one, where a unit follows or a noun. */ weak?: boolean;
    }
  | { kind: 'weight'; grams: number; text: string }
  | { kind: 'length'; mm: number; text: string }
  | { kind: 'clock'; minutes: number; text: string }
  | { kind: 'break'; by: ',' | 'and'; text: string }
  | { kind: 'word'; text: string };

const pattern =
  /\d+[:.]\d\d ?(?:am|pm)\b|\d+:\d\d|\d+h\d\d\b|\d+ ?(?:am|pm)\b|\d+\/\d+|\d+(?:[.,]\d+)?|\p{L}+|[,;+\n"/]/gu;

const clockOf = (text: string): number | null => {
  const m = /^(\d+)(?:[:.h](\d\d))? ?(am|pm)?$/.exec(text);
  if (!m || (m[2] === undefined && m[3] === undefined)) return null;
  const [hour, minute] = [Number(m[1]), Number(m[2] ?? 0)];
  if (minute > 59) return null;
  if (m[3]) return hour < 1 || hour > 12 ? null : ((hour % 12) + (m[3] === 'pm' ? 12 : 0)) * 60 + minute;
  return hour > 23 ? null : hour * 60 + minute;
};

type Raw = { text: string; value?: number; weak?: boolean; clock?: number; word?: boolean };

function raw(text: string): Raw[] {
  return [...text.matchAll(pattern)].map(([t]): Raw => {
    const clock = /[:h]|am|pm/.test(t) && /^\d/.test(t) ? clockOf(t) : null;
    if (clock !== null) return { text: t, clock };
    const over = /^(\d+)\/(\d+)$/.exec(t);
    if (over) return { text: t, value: Number(over[1]) / Math.max(1, Number(over[2])) };
    const figure = /^\d/.test(t) ? Number(t.replace(',', '.')) : NaN;
    if (!Number.isNaN(figure)) return { text: t, value: figure };
    if (t in numbers) return { text: t, value: sure(numbers[t]) };
    return { text: t, word: true };
  });
}

/** A number from here on, with all that belongs to it: "two dozen", "half a", "1 1/2", "one and a half", "three hundred". */
function numberAt(all: readonly Raw[], i: number): { value: number; next: number; weak: boolean } | null {
  const word = (k: number) => all[k]?.text;
  let value: number;
  let next = i + 1;
  let weak = false;
  const here = all[i];
  if (!here) return null;
  const article = (k: number) => word(k) === 'a' || word(k) === 'an';
  if (here.value !== undefined) {
    value = here.value;
    // "twenty five", "1 1/2"
    const then = all[next];
    if (
      here.text in numbers &&
      value >= 20 &&
      value % 10 === 0 &&
      then &&
      then.text in numbers &&
      sure(then.value) < 10
    ) {
      value += sure(then.value);
      next++;
    } else if (then?.value !== undefined && then.text.includes('/') && Number.isInteger(value)) {
      value += then.value;
      next++;
    }
    // "three quarters of a kilo"
    const parts = /^(quarter|third)s$/.exec(word(next) ?? '')?.[1];
    const at = parts === undefined ? null : partOf(all, next);
    if (parts !== undefined && at !== null) {
      value *= sure(fractions[parts]);
      next = at;
    }
  } else if (here.text in fractions) {
    const at = partOf(all, i);
    if (at === null) return null;
    value = sure(fractions[here.text]);
    next = at;
    weak = true;
  } else if (article(i)) {
    const at = word(next) !== undefined && (word(next) ?? '') in fractions ? partOf(all, next) : null;
    if (at !== null) {
      value = sure(fractions[word(next) ?? '']);
      next = at;
    } else if ((word(next) ?? '') in numbers && numbers[word(next) ?? ''] === 2) {
      value = 2;
      next++;
    } else value = 1;
    weak = value !== 2;
  } else if (here.text in multiples) {
    return { value: sure(multiples[here.text]), next, weak: false };
  } else return null;
  while (word(next) !== undefined && (word(next) ?? '') in multiples) {
    value *= sure(multiples[word(next) ?? '']);
    next++;
    weak = false;
    // "three hundred and fifty"
    const tens = word(next) === 'and' ? all[next + 1] : all[next];
    if (value >= 100 && tens?.value !== undefined && tens.text in numbers) {
      next += word(next) === 'and' ? 2 : 1;
      value += tens.value;
    }
  }
  const half = halfAt(all, next);
  if (half && !weak) {
    value += half.value;
    next = half.next;
  }
  return { value, next, weak };
}

/** Where the thing stands of which a fraction is said: "half a kilo", "a quarter of a pound"; null where it is no fraction. */
function partOf(all: readonly Raw[], i: number): number | null {
  let k = i + 1;
  while (/^(of|a|an)$/.test(all[k]?.text ?? '')) k++;
  const thing = all[k]?.text ?? '';
  return thing in weights || thing in lengths || thing in multiples || /^(past|to)$/.test(thing) ? k : null;
}

/** "and a half", "and three quarters"; "and 8 quarter cut" is another wish. */
function halfAt(all: readonly Raw[], i: number): { value: number; next: number } | null {
  if (all[i]?.text !== 'and') return null;
  const k = all[i + 1]?.text === 'a' ? i + 2 : i + 1;
  const many = all[k]?.value ?? 1;
  const at = all[k]?.value === undefined ? k : k + 1;
  const text = all[at]?.text ?? '';
  const name = text.replace(/s$/, '');
  if (!(name in fractions) || (k === i + 1 && many === 1) || many > 1 !== text.endsWith('s')) return null;
  const value = many * sure(fractions[name]);
  return value < 1 ? { value, next: at + 1 } : null;
}

/** The tokens of a text that was made plain; numbers with their units are weights and lengths. */
export function tokens(text: string): Token[] {
  const all = raw(text);
  const out: Token[] = [];
  const said = (from: number, to: number) =>
    all
      .slice(from, to)
      .map((t) => t.text)
      .join(' ');
  for (let i = 0; i < all.length;) {
    const here = nth(all, i);
    if (here.clock !== undefined) {
      out.push({ kind: 'clock', minutes: here.clock, text: here.text });
      i++;
      continue;
    }
    const n = numberAt(all, i);
    if (n) {
      let { value, next } = n;
      const unit = all[next]?.text ?? '';
      // Nobody says "180 g and a half".
      const parted = !/^(g|gr|grams?|mm)$/.test(unit) && (unit in weights || unit in lengths);
      const more = parted ? halfAt(all, next + 1) : null;
      if (more) value += more.value;
      // "inch" is a length, "in" is one only behind a figure.
      if (unit in weights) {
        next = more?.next ?? next + 1;
        let grams = value * sure(weights[unit]);
        // "1 lb 4 oz"
        const rest = numberAt(all, next);
        const small = rest ? (all[rest.next]?.text ?? '') : '';
        if (rest && /^(lb|lbs|pounds?)$/.test(unit) && /^(oz|ozs|ounces?)$/.test(small)) {
          grams += rest.value * sure(weights[small]);
          next = rest.next + 1;
        }
        out.push({ kind: 'weight', grams: Math.round(grams), text: said(i, next) });
      } else if (
        unit in lengths &&
        (unit !== 'in' || /^(thick|deep|,|;|)$/.test(all[next + 1]?.text ?? ''))
      ) {
        next = more?.next ?? next + 1;
        out.push({ kind: 'length', mm: Math.round(value * sure(lengths[unit])), text: said(i, next) });
      } else out.push({ kind: 'number', value, text: said(i, next), ...(n.weak ? { weak: true } : {}) });
      i = next;
      continue;
    }
    const half =
      (here.text in weights && here.text.length > 2) || here.text in lengths ? halfAt(all, i + 1) : null;
    if (here.text in weights && here.text.length > 2) {
      out.push({
        kind: 'weight',
        grams: Math.round((1 + (half?.value ?? 0)) * sure(weights[here.text])),
        text: here.text,
      });
      i = half?.next ?? i + 1;
    } else if (here.text in lengths && here.text.startsWith('inch')) {
      out.push({
        kind: 'length',
        mm: Math.round((1 + (half?.value ?? 0)) * sure(lengths[here.text])),
        text: here.text,
      });
      i = half?.next ?? i + 1;
    } else {
      if (/^([,;+\n]|plus|then)$/.test(here.text)) out.push({ kind: 'break', by: ',', text: here.text });
      else if (here.text === 'and') out.push({ kind: 'break', by: 'and', text: here.text });
      else if (here.word && /[\p{L}\d]/u.test(here.text)) out.push({ kind: 'word', text: here.text });
      i++;
    }
  }
  return out;
}
