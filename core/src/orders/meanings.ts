import type { Form, FormId } from '../forms/index.ts';
import type { OrderWords, ParsedLine } from './parsed.ts';
import { nth } from '../found.ts';
import { plainly, type Token } from './tokens.ts';
import { type Item, lexicon } from './lexicon.ts';
import { type Names, slipOf } from './names.ts';

/** A word or a phrase of an order with one of its meanings. */
export type Said =
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
export function meanings(
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
