import { nth, sure } from '../found.ts';

/** Degree of the polynomials that are integrated: half-height times half-width times two straight lines, and one to spare. */
const degree = 9;

/** Legendre polynomials P0 to P(top) at t, by their recurrence (Abramowitz and Stegun 22.7, from memory). */
function legendre(t: number, top: number, out: Float64Array): Float64Array {
  out[0] = 1;
  out[1] = t;
  for (let k = 1; k < top; k++) out[k + 1] = ((2 * k + 1) * t * nth(out, k) - k * nth(out, k - 1)) / (k + 1);
  return out;
}

/** Nodes and weights of Gauss-Legendre on [-1, 1], exact to degree 2n - 1: the roots of Pn by Newton's steps. */
function gaussRule(n: number): [node: number, weight: number][] {
  const p = new Float64Array(n + 1);
  return Array.from({ length: n }, (_, i) => {
    let t = Math.cos((Math.PI * (i + 0.75)) / (n + 0.5));
    let slope = 1;
    for (let step = 0; step < 20; step++) {
      legendre(t, n, p);
      slope = (n * (t * nth(p, n) - nth(p, n - 1))) / (t * t - 1);
      t -= nth(p, n) / slope;
    }
    return [t, 2 / ((1 - t * t) * slope * slope)];
  });
}
const rule = gaussRule(degree + 1);
const basis = new Float64Array(degree + 2);

export interface Cumulative {
  total: number;
  /** Integral from the first break to `u`. */
  at: (u: number) => number;
  /** Where the integral reaches `y`; the ends for what lies beyond them. */
  invert: (y: number) => number;
  /** What is integrated. */
  slope: (u: number) => number;
}

/** Where an increasing `g` is nothing between two ends: steps of Newton by its slope, halving where one leaves them. */
function root(
  g: (u: number) => number,
  slope: (u: number) => number,
  from: number,
  to: number,
  begin = (from + to) / 2,
): number {
  let [low, high] = [from, to];
  let u = begin;
  for (let n = 0; n < 80; n++) {
    const value = g(u);
    if (value === 0 || high - low < 1e-14) break;
    if (value < 0) low = u;
    else high = u;
    const step = u - value / slope(u);
    const next = step > low && step < high ? step : (low + high) / 2;
    const moved = Math.abs(next - u);
    u = next;
    if (moved < 1e-14) break;
  }
  return u;
}

/** One stretch between breaks as a Legendre series: exact for a polynomial of the degree above. */
function series(f: (u: number) => number, from: number, to: number) {
  const [half, middle] = [(to - from) / 2, (to + from) / 2];
  const c = new Float64Array(degree + 1);
  for (const [t, weight] of rule) {
    const value = weight * f(middle + half * t);
    legendre(t, degree, basis);
    for (let k = 0; k <= degree; k++) c[k] = nth(c, k) + ((2 * k + 1) / 2) * value * nth(basis, k);
  }
  const local = (u: number) => (half === 0 ? 0 : (u - middle) / half);
  return {
    value: (u: number) => {
      legendre(local(u), degree, basis);
      let sum = 0;
      for (let k = 0; k <= degree; k++) sum += nth(c, k) * nth(basis, k);
      return sum;
    },
    integral: (u: number) => {
      const t = local(u);
      legendre(t, degree + 1, basis);
      let sum = nth(c, 0) * (t + 1);
      for (let k = 1; k <= degree; k++)
        sum += (nth(c, k) * (nth(basis, k + 1) - nth(basis, k - 1))) / (2 * k + 1);
      return half * sum;
    },
  };
}

/** The running integral of `f`, a polynomial of degree at most 9 between neighbouring `breaks` (increasing). */
export function cumulative(f: (u: number) => number, breaks: readonly number[]): Cumulative {
  const pieces = breaks.slice(1).map((to, i) => series(f, nth(breaks, i), to));
  const sums = [0];
  for (const [i, p] of pieces.entries()) sums.push(nth(sums, i) + p.integral(nth(breaks, i + 1)));
  const total = sure(sums.at(-1));
  const first = nth(breaks, 0);
  const last = sure(breaks.at(-1));
  /** The piece a place lies in. */
  const pieceAt = (u: number) => {
    let i = 0;
    while (i < pieces.length - 1 && u >= nth(breaks, i + 1)) i++;
    return i;
  };
  const at = (u: number) => {
    if (u <= first) return 0;
    if (u >= last) return total;
    const i = pieceAt(u);
    return nth(sums, i) + nth(pieces, i).integral(u);
  };
  const slope = (u: number) => nth(pieces, pieceAt(u)).value(u);
  const invert = (y: number) => {
    if (y <= 0) return first;
    if (y >= total) return last;
    let i = 0;
    while (nth(sums, i + 1) < y) i++;
    const p = nth(pieces, i);
    const [from, to] = [nth(breaks, i), nth(breaks, i + 1)];
    const begin = from + ((to - from) * (y - nth(sums, i))) / (nth(sums, i + 1) - nth(sums, i));
    return root((u) => nth(sums, i) + p.integral(u) - y, p.value, from, to, begin);
  };
  return { total, at, invert, slope };
}

/** What one running integral has beyond another that never grows faster. */
export function beyond(all: Cumulative, part: Cumulative, from: number, to: number): Cumulative {
  const at = (u: number) => all.at(u) - part.at(u);
  const slope = (u: number) => all.slope(u) - part.slope(u);
  const total = at(to);
  const invert = (y: number) => {
    if (y <= 0) return from;
    if (y >= total) return to;
    return root((u) => at(u) - y, slope, from, to);
  };
  return { total, at, invert, slope };
}
