/** Nodes and weights of 5-point Gauss-Legendre on [-1, 1]: exact to degree 9 (Abramowitz and Stegun 25.4, from memory). */
const a = Math.sqrt(5 - 2 * Math.sqrt(10 / 7)) / 3;
const b = Math.sqrt(5 + 2 * Math.sqrt(10 / 7)) / 3;
const wa = (322 + 13 * Math.sqrt(70)) / 900;
const wb = (322 - 13 * Math.sqrt(70)) / 900;
const rule = [
  [0, 128 / 225],
  [-a, wa],
  [a, wa],
  [-b, wb],
  [b, wb],
] as const;

const gauss = (f: (u: number) => number, from: number, to: number): number => {
  const half = (to - from) / 2;
  const middle = (to + from) / 2;
  return half * rule.reduce((sum, [x, w]) => sum + w * f(middle + half * x), 0);
};

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
function root(g: (u: number) => number, slope: (u: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  let u = (low + high) / 2;
  for (let n = 0; n < 80; n++) {
    const value = g(u);
    if (value === 0 || high - low < 1e-15) break;
    if (value < 0) low = u;
    else high = u;
    const step = u - value / slope(u);
    const next = step > low && step < high ? step : (low + high) / 2;
    if (Math.abs(next - u) < 1e-15) break;
    u = next;
  }
  return u;
}

/**
 * The running integral of `f`, a polynomial of degree at most 9 between neighbouring `breaks` (increasing).
 * Inverted inside the piece.
 */
export function cumulative(f: (u: number) => number, breaks: readonly number[]): Cumulative {
  const sums = [0];
  for (let i = 1; i < breaks.length; i++) sums.push(sums[i - 1]! + gauss(f, breaks[i - 1]!, breaks[i]!));
  const total = sums.at(-1)!;
  const first = breaks[0]!;
  const last = breaks.at(-1)!;
  const at = (u: number) => {
    if (u <= first) return 0;
    if (u >= last) return total;
    const i = breaks.findLastIndex((x) => x <= u);
    return sums[i]! + gauss(f, breaks[i]!, u);
  };
  const invert = (y: number) => {
    if (y <= 0) return first;
    if (y >= total) return last;
    const i = sums.findLastIndex((s) => s <= y);
    const target = y - sums[i]!;
    return root((u) => gauss(f, breaks[i]!, u) - target, f, breaks[i]!, breaks[i + 1]!);
  };
  return { total, at, invert, slope: f };
}

/** What one running integral has beyond another that never grows faster. */
export function beyond(all: Cumulative, part: Cumulative, from: number, to: number): Cumulative {
  const at = (u: number) => all.at(u) - part.at(u);
  const total = at(to);
  const invert = (y: number) => {
    if (y <= 0) return from;
    if (y >= total) return to;
    return root(
      (u) => at(u) - y,
      (u) => all.slope(u) - part.slope(u),
      from,
      to,
    );
  };
  return { total, at, invert, slope: (u) => all.slope(u) - part.slope(u) };
}
