import type { Said } from './meanings.ts';
import { nth } from '../found.ts';

/** One line while it is being said. */
export interface Part {
  items: Said[];
  /** What parted it from the one before. */
  by: ',' | 'and' | null;
  from: Part | null;
}
/** A figure that may be pieces, or a weight. */
export const isAmount = (s: Said) =>
  (s.kind === 'number' && !(s.weak && s.value !== 1)) || s.kind === 'weight';
/** How many or how much, "a" among them. */
const isCount = (s: Said) => s.kind === 'number' || s.kind === 'weight';
/** A fish by name, or any white fish. */
export const isFish = (s: Said) => s.kind === 'species' || s.kind === 'any_white';
const isCutNoun = (s: Said) => (s.kind === 'noun' && s.noun !== 'whole') || s.kind === 'named';
/** A word that says how it is cut. */
export const isCut = (s: Said) =>
  isCutNoun(s) || s.kind === 'mod' || (s.kind === 'noun' && s.noun === 'whole');

/** From here on a bare figure is grams, not pieces. */
export const heavy = 50;

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
    if (has(had, isFish)) return true;
    // So much of something nobody knows is not so much of this fish: "2 lobsters and a hake".
    if (has(had, isAmount) && had.at(-1)?.kind === 'unknown' && has(chunk, isCount)) return true;
    return has(had, isCutNoun) && has(had, isAmount) && has(chunk, isCut) && amount;
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
export function partsOf(all: readonly Said[]): Part[] {
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
