/** Tickets that count as much as the house's own average in a cutter's figure (our choice). */
const pull = 12;

/**
 * A cutter's figure over what is expected, pulled toward 1 while there are few tickets: shrink n / (n + 12), partial
 * pooling. `ratios` are one a ticket; NaN for none.
 */
export function pooledRatio(ratios: readonly number[]): number {
  const n = ratios.length;
  const mean = ratios.reduce((a, b) => a + b, 0) / n;
  return 1 + (mean - 1) * (n / (n + pull));
}
