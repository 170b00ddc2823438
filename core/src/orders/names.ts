import { nth, sure } from '../found.ts';
import { shortName, type Species } from '../species/index.ts';
import { lexicon, nicknames, noSlip } from './lexicon.ts';
import { plainly } from './tokens.ts';

/** A name and the fish it may mean: one where it is theirs alone, several where each bears it. */
export interface Names {
  /** By words, as they stand in a text. */
  phrases: ReadonlyMap<string, readonly string[]>;
  /** Most words in a name. */
  longest: number;
  /** Fish of which this is a whole name; the others only bear the word. */
  whole: ReadonlySet<string>;
  /** Words of the common names: what a slip of the finger may have meant. */
  common: ReadonlySet<string>;
}

/** "Atlantic salmon (farmed)" without what stands in brackets; "Summer flounder (fluke)" has the second name there. */
const parts = (name: string): string[] => [
  name.replace(/\([^)]*\)/g, ' '),
  ...[...name.matchAll(/\(([^)]*)\)/g)].map((m) => nth(m, 1)),
];
const notNames = new Set(['farmed', 'several species', 'europe', 'us', 'wild']);
const clean = (name: string) =>
  plainly(name)
    .replace(/[^\p{L}\p{N} ]/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();

/** As one and as several: "bass", "basses"; the last word alone takes the ending. */
const plurals = (name: string): string[] => [name, `${name}s`, `${name}es`];

const kept = new WeakMap<readonly Species[], Names>();
/** The names of a book, each with the fish it may mean. */
export function namesOf(species: readonly Species[]): Names {
  const had = kept.get(species);
  if (had) return had;
  const phrases = new Map<string, string[]>();
  const whole = new Set<string>();
  const put = (name: string, id: string, full: boolean) => {
    if (name.length < 3 || notNames.has(name)) return;
    for (const p of plurals(name)) {
      const ids = phrases.get(p) ?? [];
      if (!ids.includes(id)) phrases.set(p, [...ids, id]);
      if (full) whole.add(`${p} ${id}`);
    }
  };
  for (const s of species) {
    const full = [
      ...parts(s.name),
      shortName(s.name),
      ...s.names.split(/[;,]/).flatMap(parts),
      s.id.replaceAll('_', ' '),
      s.scientificName,
    ].map(clean);
    for (const name of full) put(name, s.id, true);
    // Half a name: its last word, and its last two, are borne by every fish of the kind.
    for (const name of [...parts(s.name), shortName(s.name), ...s.names.split(/[;,]/)].map(clean)) {
      const words = name.split(' ');
      for (let n = 1; n < words.length; n++) {
        const tail = words.slice(-n).join(' ');
        if (!lexicon.has(tail)) put(tail, s.id, false);
      }
    }
  }
  for (const [name, id] of Object.entries(nicknames))
    if (species.some((s) => s.id === id))
      for (const p of plurals(name).filter((said) => !phrases.has(said))) {
        phrases.set(p, [id]);
        whole.add(`${p} ${id}`);
      }
  const common = species.flatMap((s) =>
    [s.name, ...s.names.split(/[;,]/)]
      .flatMap(parts)
      .map(clean)
      .flatMap((n) => n.split(' ')),
  );
  const names: Names = {
    phrases,
    common: new Set(
      [...common, ...Object.keys(nicknames)].filter(
        (w) => w.length > 2 && !notNames.has(w) && !lexicon.has(w),
      ),
    ),
    whole,
    longest: Math.max(1, ...[...phrases.keys()].map((p) => p.split(' ').length)),
  };
  kept.set(species, names);
  return names;
}

export interface Meant {
  speciesId: string | null;
  /** Fish that may be meant equally, where none is sure. */
  candidates: string[];
}

/**
 * Which fish a name means: the one whose whole name it is, before those that only bear the word; of several the one that
 * lies graded in the shop. Where two are meant equally, or only another than the named one lies there, it asks.
 * @param inStock species ids that lie graded; null where that is not known
 */
export function meantBy(name: string, names: Names, inStock: readonly string[] | null): Meant {
  const all = names.phrases.get(name) ?? [];
  const owners = all.filter((id) => names.whole.has(`${name} ${id}`));
  const there = (ids: readonly string[]) => ids.filter((id) => inStock?.includes(id));
  const first = owners.length > 0 ? owners : all;
  if (first.length === 1) {
    const [only] = first;
    const lying = there(all);
    // Sole is the Dover sole; where only lemon sole lies there, the customer may mean either.
    if (lying.length > 0 && !lying.includes(sure(only)))
      return { speciesId: null, candidates: [...lying, sure(only)] };
    return { speciesId: sure(only), candidates: [] };
  }
  const lying = there(first);
  if (lying.length === 1) return { speciesId: nth(lying, 0), candidates: [] };
  return { speciesId: null, candidates: lying.length > 1 ? lying : [...first] };
}

const skeleton = (word: string) => word.replace(/[aeiouy]/g, '').replace(/(.)\1+/g, '$1');

/** Letters added, lost, changed or changed about between two words; more than `most` counts as one more. */
function slipsBetween(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let [before, row]: [number[], number[]] = [[], Array.from({ length: b.length + 1 }, (_, i) => i)];
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++) {
      const change = a[i - 1] === b[j - 1] ? 0 : 1;
      let n = Math.min(nth(row, j) + 1, nth(next, j - 1) + 1, nth(row, j - 1) + change);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        n = Math.min(n, nth(before, j - 2) + 1);
      next.push(n);
    }
    [before, row] = [row, next];
  }
  return nth(row, b.length);
}

/**
 * The word a slip of the finger was meant to be: one of these that begins alike and is one letter away (two in a long
 * word). Null where none or several are as near.
 * @param bySound a word with the same consonants will do as well
 */
export function slipOf(word: string, known: Iterable<string>, bySound: boolean): string | null {
  if (word.length < 3 || noSlip.has(word)) return null;
  const most = word.length > 6 ? 2 : 1;
  let best: { to: string; n: number }[] = [];
  for (const k of known) {
    if (k.length < 3 || k[0] !== word[0] || k.includes(' ')) continue;
    const same =
      bySound &&
      skeleton(k) === skeleton(word) &&
      Math.abs(k.length - word.length) <= 2 &&
      skeleton(k).length > 1;
    const n = same ? 1 : word.length < 4 ? most + 1 : slipsBetween(word, k, most);
    if (n > most) continue;
    if (best.length === 0 || n < nth(best, 0).n) best = [{ to: k, n }];
    else if (n === nth(best, 0).n) best.push({ to: k, n });
  }
  const words = [...new Set(best.map((b) => b.to))];
  // "cod" and "cods" are the same word.
  const stems = new Set(words.map((w) => w.replace(/e?s$/, '')));
  return stems.size === 1 ? words.reduce((a, b) => (b.length < a.length ? b : a)) : null;
}
