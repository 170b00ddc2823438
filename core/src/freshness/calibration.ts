import type { Calibration } from './scheme.ts';

/** A lot seen after a known time in ice: days, and the index its fish showed. */
export interface AgePair {
  days: number;
  index: number;
}

/** A calibration rests on as many pairs at least (our choice). */
export const pairsNeeded = 12;

export interface Fit extends Calibration {
  meanDays: number;
  /** Sum of squared distances of the days from their mean. */
  spread: number;
}

/**
 * Ordinary least squares of index on days. Null while there are fewer than three pairs, the days do not differ, or the
 * index does not rise with them: a line that falls says nothing about age.
 */
export function fitLine(pairs: readonly AgePair[]): Fit | null {
  const n = pairs.length;
  if (n < 3) return null;
  const meanDays = pairs.reduce((s, p) => s + p.days, 0) / n;
  const meanIndex = pairs.reduce((s, p) => s + p.index, 0) / n;
  const spread = pairs.reduce((s, p) => s + (p.days - meanDays) ** 2, 0);
  if (spread < 1e-9) return null;
  const slope = pairs.reduce((s, p) => s + (p.days - meanDays) * (p.index - meanIndex), 0) / spread;
  if (slope <= 0) return null;
  const intercept = meanIndex - slope * meanDays;
  const residuals = pairs.reduce((s, p) => s + (p.index - intercept - slope * p.days) ** 2, 0);
  return { slope, intercept, residualSd: Math.sqrt(residuals / (n - 2)), pairs: n, meanDays, spread };
}

/** The 90 % band of a further lot's index about the line at `days`: half its width. */
export const bandAt = (fit: Fit, days: number): number =>
  1.645 * fit.residualSd * Math.sqrt(1 + 1 / fit.pairs + (days - fit.meanDays) ** 2 / fit.spread);

/**
 * Quadratic-weighted kappa of two graders over the same fish, levels 0 to `levels` - 1: 1 full agreement, 0 what
 * chance gives. Null when neither grader ever varies. (Cohen, Psychological Bulletin 70, 1968.)
 */
export function quadraticKappa(pairs: readonly (readonly [number, number])[], levels: number): number | null {
  const n = pairs.length;
  const share = (side: 0 | 1, level: number) => pairs.filter((p) => p[side] === level).length / n;
  let seen = 0;
  let chance = 0;
  for (let i = 0; i < levels; i++)
    for (let j = 0; j < levels; j++) {
      const weight = (i - j) ** 2;
      seen += (weight * pairs.filter((p) => p[0] === i && p[1] === j).length) / n;
      chance += weight * share(0, i) * share(1, j);
    }
  return n === 0 || chance === 0 ? null : 1 - seen / chance;
}
