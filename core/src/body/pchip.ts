import { nth } from '../found.ts';

/**
 * Shape-preserving cubic through points: weighted harmonic mean slopes inside, three-point ends, no overshoot
 * (Fritsch and Carlson 1980, Fritsch and Butland 1984; the rule SciPy's PchipInterpolator follows).
 * `xs` strictly increase; outside them the first or last cubic runs on.
 */
export function pchip(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  const n = xs.length;
  const h = xs.slice(1).map((x, i) => x - nth(xs, i));
  const slope = h.map((step, i) => (nth(ys, i + 1) - nth(ys, i)) / step);
  const inner = (i: number) => {
    const [a, b] = [nth(slope, i - 1), nth(slope, i)];
    if (a * b <= 0) return 0;
    const [w1, w2] = [2 * nth(h, i) + nth(h, i - 1), nth(h, i) + 2 * nth(h, i - 1)];
    return (w1 + w2) / (w1 / a + w2 / b);
  };
  const end = (h0: number, h1: number, d0: number, d1: number) => {
    const d = ((2 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
    if (Math.sign(d) !== Math.sign(d0)) return 0;
    return Math.sign(d0) !== Math.sign(d1) && Math.abs(d) > 3 * Math.abs(d0) ? 3 * d0 : d;
  };
  const d = xs.map((_, i) => (i === 0 || i === n - 1 ? 0 : inner(i)));
  if (n === 2) d[0] = d[1] = nth(slope, 0);
  else {
    d[0] = end(nth(h, 0), nth(h, 1), nth(slope, 0), nth(slope, 1));
    d[n - 1] = end(nth(h, n - 2), nth(h, n - 3), nth(slope, n - 2), nth(slope, n - 3));
  }
  return (x) => {
    let i = 0;
    while (i < n - 2 && x > nth(xs, i + 1)) i++;
    const t = (x - nth(xs, i)) / nth(h, i);
    return (
      nth(ys, i) * (1 + 2 * t) * (1 - t) ** 2 +
      nth(h, i) * nth(d, i) * t * (1 - t) ** 2 +
      nth(ys, i + 1) * t * t * (3 - 2 * t) +
      nth(h, i) * nth(d, i + 1) * t * t * (t - 1)
    );
  };
}
