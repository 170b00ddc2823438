import { parseDecimal } from './decimal.ts';

/** Minor units shown with two decimals: 1490 is "14.90". The currency is said once a screen, not here. */
export const formatMoney = (minor: number): string =>
  `${minor < 0 ? '\u2212' : ''}${Math.floor(Math.abs(minor) / 100)}.${String(Math.abs(minor) % 100).padStart(2, '0')}`;

/** Reads "14.90", "14,90" or "14" to minor units; null when it is not money or has more than two decimals. */
export function parseMoney(text: string): number | null {
  const value = parseDecimal(text);
  if (value === null || value < 0) return null;
  const minor = Math.round(value * 100);
  return Math.abs(minor - value * 100) < 1e-6 ? minor : null;
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
  for (const [, i] of byRemainder.slice(0, left)) parts[i]! += 1;
  return parts;
}
