import below from '@stdlib/stats-base-dists-normal-cdf';
import quantile from '@stdlib/stats-base-dists-normal-quantile';

/** The standard normal quantile of p, 0 < p < 1; ∓Infinity at the ends and beyond. */
export const normalQuantile = (p: number): number =>
  p <= 0 ? -Infinity : p >= 1 ? Infinity : quantile(p, 0, 1);

/** Density of the standard normal distribution. */
export const normalDensity = (z: number): number => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);

/** Share of the standard normal distribution below z. */
export const normalBelow = (z: number): number => below(z, 0, 1);
