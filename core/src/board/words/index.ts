import type { Act } from '../act.ts';
import type { ActWords, Context, Entry, Line } from './entry.ts';
import type { Board, Cut } from '../state.ts';
import type { Said, Word } from '@ember-slate/words/said';
import { finishWords } from './finish.ts';
import { openingWords } from './opening.ts';
import { pieceWords } from './pieces.ts';
import { sideWords } from './sides.ts';
import { wholeWords } from './whole.ts';
import { wingWords } from './wings.ts';

const entries: Record<string, Entry> = {
  ...wholeWords,
  ...wingWords,
  ...openingWords,
  ...sideWords,
  ...pieceWords,
  ...finishWords,
};

/** The words of an act, said of the board as it lies when the act begins. Throws RangeError for an act without words. */
export function wordsOf(act: Act, b: Board, cuts: readonly Cut[]): ActWords {
  const entry = entries[act.id];
  if (!entry) throw new RangeError(`No words for ${act.id}`);
  const context: Context = { act, b, cuts };
  const is = (of: Said | ((s: Context) => Said)) => (typeof of === 'function' ? of(context) : of);
  const lines = (of: readonly Line[]) =>
    of.filter((l): l is Word => l !== false && l !== null && l !== undefined && l !== '');
  const part = (of: Entry['begin']) => (of === undefined ? null : is(of));
  const [begin, way, hand] = [part(entry.begin), part(entry.way), part(entry.hand)];
  return {
    title: is(entry.title),
    short: entry.short,
    why: is(entry.why),
    begin: begin ?? '',
    way: way ?? '',
    hand: hand ?? '',
    how: lines([begin, way, ...(entry.more?.(context) ?? []), hand]),
    check: is(entry.check),
    cautions: lines(entry.cautions?.(context) ?? []),
  };
}
