import { nth } from '../found.ts';
import { parseDecimal } from './decimal.ts';

/** Decimals of a currency's minor unit: 2 for most, 0 for yen and króna (ISO 4217, as the platform knows it). */
export const minorDigits = (currency: string): number =>
  new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2;

/** Minor units as money: 1490 is "14.90", or "1490" without a minor unit. The currency is said once a screen, not here. */
export function formatMoney(minor: number, digits = 2): string {
  const text = String(Math.abs(minor)).padStart(digits + 1, '0');
  const cut = text.length - digits;
  // Thousands are set apart from five digits on, as weights are.
  const whole = cut < 5 ? text.slice(0, cut) : text.slice(0, cut).replace(/\B(?=(\d{3})+$)/g, '\u2009');
  return `${minor < 0 ? '\u2212' : ''}${whole}${digits > 0 ? `.${text.slice(cut)}` : ''}`;
}

/** Reads "14.90", "14,90" or "14" to minor units; null when it is not money or has more decimals than the currency. */
export function parseMoney(text: string, digits = 2): number | null {
  const value = parseDecimal(text);
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
