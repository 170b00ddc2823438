import { nth, sure } from '../found.ts';
import { dayMs } from '../calendar/index.ts';
import { spoilageRate } from '../freshness/clock.ts';

/** One temperature at an instant: milliseconds since 1970, degrees C. */
export interface Reading {
  at: number;
  celsius: number;
}

/** What a stretch of a log amounts to. */
export interface Span {
  /** Ice days used: the integral of the spoilage rate, at the pace of gutted fish. */
  iceDays: number;
  /** Degree-milliseconds; divided by the length it is the mean. */
  degreeMs: number;
  /** Milliseconds no reading covers: the set point was assumed. */
  assumedMs: number;
  /** Milliseconds above the histamine limit of 4.4 C. */
  warmMs: number;
  /** Whether any of it was above 21 C. */
  hot: boolean;
}

/** A gap between readings longer than this is filled with the set point and marked as assumed (our choice). */
export const longestGapMs = 6 * 3_600_000;
/** Above this a histamine species gathers histamine; above `hotC` faster (after FDA's guidance, from memory). */
export const warmC = 4.4;
export const hotC = 21;

const frozenC = -3;
const fullC = 15;

/** Where on a straight line from `c0` to `c1` the value `c` lies, as a share of its length; null when it does not cross. */
const crossing = (c0: number, c1: number, c: number): number | null =>
  (c0 < c && c1 > c) || (c0 > c && c1 < c) ? (c - c0) / (c1 - c0) : null;

/**
 * Ice days used over `ms` milliseconds while the temperature runs straight from `c0` to `c1`: the square of
 * 1 + 0.1 T integrated exactly, split where the line passes -3 C (the clock stands below) and 15 C (the rate of 15
 * is used above). Source: `clockSource`.
 */
function lineIceDays(c0: number, c1: number, ms: number): number {
  const cuts = [0, crossing(c0, c1, frozenC), crossing(c0, c1, fullC), 1]
    .filter((x) => x !== null)
    .sort((a, b) => a - b);
  let sum = 0;
  for (let i = 1; i < cuts.length; i++) {
    const from = c0 + (c1 - c0) * nth(cuts, i - 1);
    const to = c0 + (c1 - c0) * nth(cuts, i);
    const middle = (from + to) / 2;
    const share = nth(cuts, i) - nth(cuts, i - 1);
    if (middle <= frozenC || middle >= fullC) sum += share * spoilageRate(middle);
    else {
      const s0 = 1 + 0.1 * from;
      const s1 = 1 + 0.1 * to;
      sum += (share * (s0 * s0 + s0 * s1 + s1 * s1)) / 3;
    }
  }
  return (sum * ms) / dayMs;
}

/** Share of a straight line from `c0` to `c1` that lies above `limit`. */
function shareAbove(c0: number, c1: number, limit: number): number {
  if (c0 <= limit && c1 <= limit) return 0;
  if (c0 > limit && c1 > limit) return 1;
  const at = (limit - c0) / (c1 - c0);
  return c1 > c0 ? 1 - at : at;
}

interface Sums {
  ice: number;
  degree: number;
  assumed: number;
  warm: number;
}

const sumsOf = (c0: number, c1: number, ms: number, assumed: boolean): Sums => ({
  ice: lineIceDays(c0, c1, ms),
  degree: ((c0 + c1) / 2) * ms,
  assumed: assumed ? ms : 0,
  warm: shareAbove(c0, c1, warmC) * ms,
});

/**
 * A place's temperature over time. Readings are joined by straight lines; longer gaps than `longestGapMs` run at the
 * set point and count as assumed; before the first and after the last reading its value holds for as long, then the set
 * point. Running sums are kept, so any stretch is answered from its two ends: adding the newest reading costs one
 * step, a late one recomputes what comes after it.
 */
export class TemperatureLog {
  private at: number[] = [];
  private celsius: number[] = [];
  private ice: number[] = [];
  private degree: number[] = [];
  private assumed: number[] = [];
  private warm: number[] = [];
  /** Readings above `hotC` up to and with this one. */
  private hot: number[] = [];

  constructor(
    readonly setCelsius: number,
    readings: readonly Reading[] = [],
  ) {
    this.add(readings);
  }

  get length(): number {
    return this.at.length;
  }

  get last(): Reading | null {
    const i = this.at.length - 1;
    return i < 0 ? null : { at: nth(this.at, i), celsius: nth(this.celsius, i) };
  }

  /** Takes readings in any order; one at an instant already known replaces it. */
  add(readings: readonly Reading[]): void {
    let dirty = this.at.length;
    const sorted = [...readings].sort((a, b) => a.at - b.at);
    const newest = this.at.at(-1) ?? -Infinity;
    if (sorted.length > 0 && nth(sorted, 0).at <= newest) {
      dirty = this.indexBefore(nth(sorted, 0).at);
      const tail = new Map<number, number>();
      for (let i = dirty; i < this.at.length; i++) tail.set(nth(this.at, i), nth(this.celsius, i));
      for (const r of sorted) tail.set(r.at, r.celsius);
      this.at.length = dirty;
      this.celsius.length = dirty;
      for (const [at, celsius] of [...tail].sort((a, b) => a[0] - b[0])) {
        this.at.push(at);
        this.celsius.push(celsius);
      }
    } else {
      for (const r of sorted) {
        if (r.at === this.at.at(-1)) this.celsius[this.celsius.length - 1] = r.celsius;
        else {
          this.at.push(r.at);
          this.celsius.push(r.celsius);
        }
      }
    }
    this.sumFrom(dirty);
  }

  private sumFrom(start: number): void {
    for (const sums of [this.ice, this.degree, this.assumed, this.warm, this.hot]) sums.length = start;
    for (let i = start; i < this.at.length; i++) {
      const isHot = nth(this.celsius, i) > hotC ? 1 : 0;
      if (i === 0) {
        for (const sums of [this.ice, this.degree, this.assumed, this.warm]) sums.push(0);
        this.hot.push(isHot);
        continue;
      }
      const s = this.segment(i - 1, nth(this.at, i));
      this.ice.push(nth(this.ice, i - 1) + s.ice);
      this.degree.push(nth(this.degree, i - 1) + s.degree);
      this.assumed.push(nth(this.assumed, i - 1) + s.assumed);
      this.warm.push(nth(this.warm, i - 1) + s.warm);
      this.hot.push(nth(this.hot, i - 1) + isHot);
    }
  }

  /** How many readings lie at or before `at`. */
  private indexAfter(at: number): number {
    let low = 0;
    let high = this.at.length;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (nth(this.at, middle) <= at) low = middle + 1;
      else high = middle;
    }
    return low;
  }

  /** How many readings lie before `at`. */
  private indexBefore(at: number): number {
    const i = this.indexAfter(at);
    return i > 0 && this.at[i - 1] === at ? i - 1 : i;
  }

  /** From reading `i` to an instant before the next one. */
  private segment(i: number, to: number): Sums {
    const from = nth(this.at, i);
    const gap = nth(this.at, i + 1) - from;
    if (gap > longestGapMs) return sumsOf(this.setCelsius, this.setCelsius, to - from, true);
    const c0 = nth(this.celsius, i);
    const c1 = c0 + ((nth(this.celsius, i + 1) - c0) * (to - from)) / gap;
    return sumsOf(c0, c1, to - from, false);
  }

  /** From an end of the log outwards: its reading holds for a while, then the set point. */
  private beyond(celsius: number, ms: number): Sums {
    const held = sumsOf(celsius, celsius, Math.min(ms, longestGapMs), false);
    const rest = sumsOf(this.setCelsius, this.setCelsius, Math.max(0, ms - longestGapMs), true);
    return {
      ice: held.ice + rest.ice,
      degree: held.degree + rest.degree,
      assumed: rest.assumed,
      warm: held.warm + rest.warm,
    };
  }

  /** Running sums up to an instant, counted from the first reading (negative before it). */
  private upTo(at: number): Sums {
    const n = this.at.length;
    if (n === 0) return sumsOf(this.setCelsius, this.setCelsius, at, true);
    if (at < nth(this.at, 0)) {
      const s = this.beyond(nth(this.celsius, 0), nth(this.at, 0) - at);
      return { ice: -s.ice, degree: -s.degree, assumed: -s.assumed, warm: -s.warm };
    }
    const i = this.indexAfter(at) - 1;
    const s = i === n - 1 ? this.beyond(nth(this.celsius, i), at - nth(this.at, i)) : this.segment(i, at);
    return {
      ice: nth(this.ice, i) + s.ice,
      degree: nth(this.degree, i) + s.degree,
      assumed: nth(this.assumed, i) + s.assumed,
      warm: nth(this.warm, i) + s.warm,
    };
  }

  /** The temperature at an instant, as the log has it, and whether it was assumed. */
  valueAt(at: number): { celsius: number; assumed: boolean } {
    const n = this.at.length;
    const i = this.indexAfter(at) - 1;
    const end = n === 0 ? null : i < 0 ? 0 : i === n - 1 ? n - 1 : null;
    if (end !== null) {
      const far = Math.abs(at - nth(this.at, end)) > longestGapMs;
      return { celsius: far ? this.setCelsius : nth(this.celsius, end), assumed: far };
    }
    if (n === 0 || nth(this.at, i + 1) - nth(this.at, i) > longestGapMs)
      return { celsius: this.setCelsius, assumed: true };
    const share = (at - nth(this.at, i)) / (nth(this.at, i + 1) - nth(this.at, i));
    return {
      celsius: nth(this.celsius, i) + share * (nth(this.celsius, i + 1) - nth(this.celsius, i)),
      assumed: false,
    };
  }

  /** What the stretch from one instant to a later one amounts to. Stretches add up: splitting one changes nothing. */
  span(from: number, to: number): Span {
    const a = this.upTo(from);
    const b = this.upTo(to);
    const before = this.indexAfter(from) - 1;
    const upTo = this.indexAfter(to) - 1;
    const hotReadings = (upTo < 0 ? 0 : nth(this.hot, upTo)) - (before < 0 ? 0 : nth(this.hot, before));
    return {
      iceDays: b.ice - a.ice,
      degreeMs: b.degree - a.degree,
      assumedMs: b.assumed - a.assumed,
      warmMs: b.warm - a.warm,
      hot: hotReadings > 0 || this.valueAt(from).celsius > hotC || this.valueAt(to).celsius > hotC,
    };
  }

  /** What to expect next: the mean of the last 24 h, the set point where nothing was read then. */
  expected(now: number): number {
    if (this.at.length === 0 || now - sure(this.at.at(-1)) > longestGapMs) return this.setCelsius;
    const from = Math.max(now - dayMs, nth(this.at, 0));
    return now > from ? this.span(from, now).degreeMs / (now - from) : nth(this.celsius, 0);
  }

  /** The readings from one instant to another, both included. */
  readings(from: number, to: number): Reading[] {
    const found: Reading[] = [];
    for (let i = this.indexBefore(from); i < this.at.length && nth(this.at, i) <= to; i++)
      found.push({ at: nth(this.at, i), celsius: nth(this.celsius, i) });
    return found;
  }
}
