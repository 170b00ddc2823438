import type { Act, Mod, Noun } from './lexicon.ts';
import type { Cut } from './cuts.ts';
import type { Said } from './meanings.ts';
import type { TrimWish } from '../yields/index.ts';
import type { Use } from '../freshness/index.ts';
import { heavy } from './parts.ts';
import { nth } from '../found.ts';
import { type Packing, usualPacking } from '../board/index.ts';

/** What is known of a line once all its words are heard. */
export interface Heard {
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

export function hear(items: readonly Said[]): Heard {
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
