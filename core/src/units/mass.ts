import { nth, sure } from '../found.ts';
import { parseDecimal } from './decimal.ts';
import { thousands } from './thousands.ts';

export type UnitSystem = 'metric' | 'imperial';

/** International avoirdupois ounce, exact. */
export const gramsPerOunce = 28.349523125;

/** A figure of so many decimals, its thousands set apart. */
const figure = (value: number, decimals: number): string => {
  const [whole = '', part] = value.toFixed(decimals).split('.');
  return part === undefined ? thousands(whole) : `${thousands(whole)}.${part}`;
};

/** The unit a weight of this size is shown in, to be set smaller than its number. */
export const massUnit = (grams: number, system: UnitSystem): MassUnit => {
  // By what is shown: 9999.6 g would read 10 000 g, and 453 g 16.0 oz.
  if (system === 'metric') return Math.round(Math.abs(grams)) >= 10_000 ? 'kg' : 'g';
  return Math.round((Math.abs(grams) / gramsPerOunce) * 10) >= 160 ? 'lb' : 'oz';
};

/** A weight's number alone: grams below 10 kg, else kg with two decimals; ounces with one decimal, pounds with two. */
export function formatMass(grams: number, system: UnitSystem): string {
  const g = Math.abs(grams);
  const unit = massUnit(g, system);
  const shown =
    unit === 'g'
      ? figure(g, 0)
      : unit === 'kg'
        ? figure(g / 1000, 2)
        : unit === 'oz'
          ? figure(g / gramsPerOunce, 1)
          : figure(g / gramsPerOunce / 16, 2);
  // What reads as nothing has no sign.
  return grams < 0 && /[1-9]/.test(shown) ? `\u2212${shown}` : shown;
}

/** A weight with its unit, for a sentence: "460 g", "21.72 kg", "1.62 lb". */
export const massText = (grams: number, system: UnitSystem = 'metric'): string =>
  `${formatMass(grams, system)} ${massUnit(grams, system)}`;

export type MassUnit = 'g' | 'kg' | 'oz' | 'lb';

/**
 * Reads a typed weight to whole grams. A bare number is of the unit `bare`, grams (metric) or ounces (imperial) unless
 * told otherwise; "4.6 kg", "2 lb", "7 oz", "1 lb 4 oz" say their own unit. Null when it is no weight or negative.
 */
export function parseMass(
  text: string,
  system: UnitSystem,
  bare: MassUnit = system === 'metric' ? 'g' : 'oz',
): number | null {
  const clean = text.trim().toLowerCase();
  const factors: Record<string, number> = { g: 1, kg: 1000, oz: gramsPerOunce, lb: 16 * gramsPerOunce };
  const poundsOunces = /^(.+?)\s*lb\s+(.+?)\s*oz$/.exec(clean);
  const parts: (readonly [string, number])[] = poundsOunces
    ? [
        [nth(poundsOunces, 1), sure(factors.lb)],
        [nth(poundsOunces, 2), sure(factors.oz)],
      ]
    : (() => {
        const one = sure(/^(.*?)\s*(kg|g|lb|oz)?$/.exec(clean));
        return [[nth(one, 1), sure(factors[one[2] ?? bare])]] as const;
      })();
  let grams = 0;
  for (const [number, factor] of parts) {
    const value = parseDecimal(number);
    if (value === null || value < 0) return null;
    grams += value * factor;
  }
  return Math.round(grams);
}

/**
 * Grams meant by a bare figure with a decimal where whole grams are asked: "13.5" is 13.5 kg. Null where nothing is odd.
 */
export function kilogramsMeant(text: string, bare: MassUnit): number | null {
  if (bare !== 'g' || !/^\s*\d+[.,]\d+\s*$/.test(text)) return null;
  const value = parseDecimal(text.trim());
  return value === null || value <= 0 ? null : Math.round(value * 1000);
}
