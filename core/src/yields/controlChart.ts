import { nth } from '../found.ts';
import type { Said } from '@ember-slate/words/said';
import { said } from './say.ts';
/** Limits lie so many mean moving ranges from the mean: 3 / 1.128 (NIST/SEMATECH e-Handbook, individuals charts). */
const limitFactor = 2.66;
/** Points in a row on one side of the mean, and in a row rising or falling, that say something has changed (same). */
const oneSide = 9;
const oneWay = 6;

export interface Signal {
  kind: 'outside' | 'one_side' | 'trend';
  /** The point at which it shows. */
  at: number;
  /** The first point it speaks of. */
  from: number;
  direction: 'up' | 'down';
}

export interface ControlChart {
  mean: number;
  low: number;
  high: number;
  signals: Signal[];
}

/**
 * Individuals chart of values in the order they came: mean ± 2.66 mean moving ranges, and what breaks its rules: one
 * point outside, nine in a row on one side, six in a row rising or falling. A run signals once, where it becomes one.
 * Null under two values.
 */
export function controlChart(values: readonly number[]): ControlChart | null {
  const n = values.length;
  if (n < 2) return null;
  const mean = values.reduce((a, b) => a + b, 0) / n;
  const ranges = values.slice(1).map((v, i) => Math.abs(v - nth(values, i)));
  const half = (limitFactor * ranges.reduce((a, b) => a + b, 0)) / ranges.length;
  const low = mean - half;
  const high = mean + half;
  const signals: Signal[] = [];
  const runs = { side: 0, sideLength: 0, way: 0, wayLength: 1 };
  values.forEach((v, at) => {
    if (v < low || v > high)
      signals.push({ kind: 'outside', at, from: at, direction: v > high ? 'up' : 'down' });
    const side = Math.sign(v - mean);
    runs.sideLength = side !== 0 && side === runs.side ? runs.sideLength + 1 : Math.abs(side);
    runs.side = side;
    if (runs.sideLength === oneSide)
      signals.push({ kind: 'one_side', at, from: at - oneSide + 1, direction: side > 0 ? 'up' : 'down' });
    if (at === 0) return;
    const way = Math.sign(v - nth(values, at - 1));
    // Six in a row are five steps the same way.
    runs.wayLength = way === 0 ? 1 : way === runs.way ? runs.wayLength + 1 : 2;
    runs.way = way;
    if (runs.wayLength === oneWay)
      signals.push({ kind: 'trend', at, from: at - oneWay + 1, direction: way > 0 ? 'up' : 'down' });
  });
  return { mean, low, high, signals };
}

/** What a signal says. */
export function signalWords(signal: Signal): Said {
  const low = signal.direction === 'down';
  if (signal.kind === 'outside') return low ? said('below_the_lower_limit') : said('above_the_upper_limit');
  if (signal.kind === 'one_side')
    return said('in_a_row_the_mean', { oneSide, low: low ? said('below') : said('above') });
  return said('in_a_row', { oneWay, low: low ? said('falling') : said('rising') });
}
