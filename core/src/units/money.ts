import { nth } from '../found.ts';
import { parseDecimal } from './decimal.ts';
import { thousands } from './thousands.ts';

/** Decimals of a currency's minor unit: 2 for most, 0 for yen and króna (ISO 4217, as the platform knows it). */
export const minorDigits = (currency: string): number =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;

/** Minor units as one types them: 1490 is "14.90", or "1490" without a minor unit. */
export function plainMoney(minor: number, digits = 2): string {
  const text = String(Math.abs(minor)).padStart(digits + 1, '0');
  const cut = text.length - digits;
  const whole = thousands(text.slice(0, cut));
  return `${minor < 0 ? '\u2212' : ''}${whole}${digits > 0 ? `.${text.slice(cut)}` : ''}`;
}

const formats = new Map<string, Intl.NumberFormatPart[]>();

/** How a language writes one unit of a currency, in the short sign a shop uses itself ("$", not "US$"). */
function partsOf(
  currency: string,
  language: string,
  currencyDisplay: 'narrowSymbol' | 'code',
): Intl.NumberFormatPart[] {
  const key = `${currency} ${language} ${currencyDisplay}`;
  let parts = formats.get(key);
  if (!parts)
    formats.set(
      key,
      (parts = new Intl.NumberFormat(language, {
        style: 'currency',
        currency,
        currencyDisplay,
      }).formatToParts(1)),
    );
  return parts;
}

/** The sign of a currency: "€", "kr". */
export const currencySign = (currency: string, language = 'en'): string =>
  partsOf(currency, language, 'narrowSymbol').find((p) => p.type === 'currency')?.value ?? currency;

/**
 * Minor units with the currency's sign where the language puts it (Unicode CLDR): 1490 EUR is "€14.90" in
 * English, or "EUR 14.90" where the sign cannot be printed.
 */
export function formatMoney(
  minor: number,
  currency: string,
  language = 'en',
  sign: 'narrowSymbol' | 'code' = 'narrowSymbol',
): string {
  const digits = minorDigits(currency);
  const [whole = '', fraction = ''] = plainMoney(Math.abs(minor), digits).split('.');
  const text = partsOf(currency, language, sign)
    .map((p) => (p.type === 'integer' ? whole : p.type === 'fraction' ? fraction : p.value))
    .join('');
  return minor < 0 ? `\u2212${text}` : text;
}

/** Reads "14.90", "14,90", "14" or "€ 14.90" to minor units; null when it is not money or has more decimals than the currency. */
export function parseMoney(text: string, digits = 2): number | null {
  const value = parseDecimal(text.trim().replace(/^\p{Sc}|\p{Sc}$/u, ''));
  if (value === null || value < 0) return null;
  const scaled = value * 10 ** digits;
  const minor = Math.round(scaled);
  return Math.abs(minor - scaled) < 1e-6 ? minor : null;
}

/** Price of `grams` at `perKg` minor units a kilogram, half up to the minor unit, exact in integers. */
export const multiplyRate = (grams: number, perKg: number): number =>
  Number((BigInt(grams) * BigInt(perKg) + 500n) / 1000n);

/**
 * Shares a whole number over weights so that the parts sum to it exactly (largest remainders).
 * Weights are not negative; when all are zero the first takes everything.
 */
export function apportion(total: number, weights: readonly number[]): number[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  if (sum === 0) return weights.map((_, i) => (i === 0 ? total : 0));
  const exact = weights.map((w) => (total * w) / sum);
  const parts = exact.map(Math.floor);
  const left = total - parts.reduce((a, b) => a + b, 0);
  const byRemainder = exact
    .map((x, i) => [x - Math.floor(x), i] as const)
    .sort((a, b) => b[0] - a[0] || a[1] - b[1]);
  for (const [, i] of byRemainder.slice(0, left)) parts[i] = nth(parts, i) + 1;
  return parts;
}
