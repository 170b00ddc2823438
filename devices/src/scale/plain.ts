import type { ScaleReading } from './protocol.ts';

/**
 * Scales that send plain lines of ASCII, as most bench scales with a serial or network port do (common practice): a
 * weight with its unit somewhere in the line, and often a mark that says whether it stands still:
 *
 *   `ST,GS,+  1.234kg` · `US,NT,-0.020 kg` · `+001.234 kg S` · `1234 g` · `OL`
 */
export const plainUnits = ['g', 'kg', 'oz', 'lb'] as const;
export type PlainUnit = (typeof plainUnits)[number];

/** Grams each: the international pound is 0.45359237 kg exactly. */
const gramsIn: Readonly<Record<PlainUnit, number>> = { g: 1, kg: 1000, oz: 28.349_523_125, lb: 453.592_37 };

const over = /(^|[^A-Z])(OL|OF|OVER|OVERLOAD)([^A-Z]|$)|\+{3,}/;
const still = /(^|[^A-Z])(ST|S|STABLE)([^A-Z]|$)/;
const moving = /(^|[^A-Z])(US|U|UN|D|M|MO|DYN)([^A-Z]|$)|\?/;
const weight = /([+-]?)[ \t]*(?<!\d[.,]?)(\d{1,7}(?:[.,]\d{1,4})?)[ \t]*(KG|LBS?|OZ|G)?(?![A-Z0-9.,])/g;

/** What one plain line says: no grams where the pan is overloaded; null steadiness where it has no mark for it. */
export interface PlainLine {
  grams: number | null;
  steady: boolean | null;
}

/**
 * Reads a plain line; `unit` is taken where the line has none. Null for a line that is none, or from which it is not
 * clear which of several numbers is the weight: a weight is never guessed.
 */
export function parsePlain(line: string, unit: PlainUnit): PlainLine | null {
  const text = line.slice(0, 100).toUpperCase();
  if (over.test(text)) return { grams: null, steady: false };
  const numbers = [...text.matchAll(weight)];
  const withUnit = numbers.filter((n) => n[3] !== undefined);
  const [only, ...others] = withUnit.length > 0 ? withUnit : numbers;
  if (!only || others.length > 0) return null;
  const said = only[3]?.replace('LBS', 'LB').toLowerCase() as PlainUnit | undefined;
  const value = Number(only[2]!.replace(',', '.')) * gramsIn[said ?? unit];
  const grams = Math.round(only[1] === '-' ? -value : value);
  if (Math.abs(grams) > 999_999) return null;
  // The weight itself is not looked through for marks.
  const rest = text.replace(only[0], ' ');
  return {
    grams: grams === 0 ? 0 : grams,
    steady: moving.test(rest) ? false : still.test(rest) ? true : null,
  };
}

/** A line without a mark stands still once it has said the same so many times in a row. */
const sameLines = 4;

/**
 * Makes readings of the plain lines of a scale. It takes no commands, so taring and zeroing are done here: `tare` sets
 * off what lies on the pan, `zero` forgets that.
 */
export class PlainScale {
  private seq = 0;
  private gross: number | null = null;
  private tared = 0;
  private same = 0;

  constructor(private readonly unit: PlainUnit) {}

  /** The reading of a line, or null for a line that is none. */
  read(line: string): ScaleReading | null {
    const said = parsePlain(line, this.unit);
    if (!said) return null;
    this.same = said.grams === this.gross ? this.same + 1 : 1;
    this.gross = said.grams;
    const state =
      said.grams === null
        ? 'overload'
        : (said.steady ?? this.same >= sameLines)
          ? ('steady' as const)
          : ('settling' as const);
    return { seq: ++this.seq, grams: (said.grams ?? 0) - this.tared, tare: this.tared, state };
  }

  /** Does what the scale would be told; false for what a real scale is not. */
  command(word: string): boolean {
    if (word !== 'TARE' && word !== 'ZERO') return false;
    this.tared = word === 'TARE' ? Math.max(0, this.gross ?? 0) : 0;
    return true;
  }
}
