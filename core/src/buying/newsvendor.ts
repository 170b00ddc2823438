import { normalBelow, normalDensity, normalQuantile } from './normal.ts';

/** Demand of one thing over the days it has to last, in one unit throughout (grams here). */
export interface Demand {
  mean: number;
  sd: number;
}

export interface Newsvendor {
  /** Share of days to be served in full: (p − c) / (p − s). */
  quantile: number;
  quantity: number;
}

/**
 * How much to have: serve up to the quantile (p − c) / (p − s) of a normal demand, p price, c cost, s salvage, all of
 * the same unit. Nothing where it costs as much as it brings. The newsvendor rule, any operations textbook. Throws
 * RangeError when leftovers bring as much as they cost: then no quantity is too much.
 */
export function newsvendor(demand: Demand, p: number, c: number, s: number): Newsvendor {
  if (s >= c && p > c) throw new RangeError('What is left over must bring less than it cost');
  const quantile = p > c ? (p - c) / (p - s) : 0;
  if (quantile <= 0) return { quantile: 0, quantity: 0 };
  const z = normalQuantile(quantile);
  return { quantile, quantity: Math.max(0, demand.sd > 0 ? demand.mean + demand.sd * z : demand.mean) };
}

/** What a quantity risks: the chance to run out, what is then missing on average, and what is left over on average. */
export function riskOf(demand: Demand, quantity: number): { runOut: number; missing: number; over: number } {
  if (demand.sd <= 0) {
    const missing = Math.max(0, demand.mean - quantity);
    return { runOut: missing > 0 ? 1 : 0, missing, over: Math.max(0, quantity - demand.mean) };
  }
  const z = (quantity - demand.mean) / demand.sd;
  // The standard normal loss function.
  const missing = demand.sd * (normalDensity(z) - z * (1 - normalBelow(z)));
  return { runOut: 1 - normalBelow(z), missing, over: quantity - demand.mean + missing };
}

/** Independent demands added up. */
export const pooled = (demands: readonly Demand[]): Demand => ({
  mean: demands.reduce((s, d) => s + d.mean, 0),
  sd: Math.sqrt(demands.reduce((s, d) => s + d.sd ** 2, 0)),
});
