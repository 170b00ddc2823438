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
}

/**
 * The running integral of `f`, a polynomial of degree at most 9 between neighbouring `breaks` (increasing).
 * Inverted by bisection inside the piece.
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
    let [low, high] = [breaks[i]!, breaks[i + 1]!];
    for (let n = 0; n < 50; n++) {
      const middle = (low + high) / 2;
      if (sums[i]! + gauss(f, breaks[i]!, middle) < y) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  return { total, at, invert };
}
