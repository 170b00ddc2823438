// Every index here counts over the array it looks into: a `!` behind one says no more than that.

/**
 * Shape-preserving cubic through points: weighted harmonic mean slopes inside, three-point ends, no overshoot
 * (Fritsch and Carlson 1980, Fritsch and Butland 1984; the rule SciPy's PchipInterpolator follows).
 * `xs` strictly increase; outside them the first or last cubic runs on.
 */
export function pchip(xs: readonly number[], ys: readonly number[]): (x: number) => number {
  const n = xs.length;
  const h = xs.slice(1).map((x, i) => x - xs[i]!);
  const slope = h.map((step, i) => (ys[i + 1]! - ys[i]!) / step);
  const inner = (i: number) => {
    const [a, b] = [slope[i - 1]!, slope[i]!];
    if (a * b <= 0) return 0;
    const [w1, w2] = [2 * h[i]! + h[i - 1]!, h[i]! + 2 * h[i - 1]!];
    return (w1 + w2) / (w1 / a + w2 / b);
  };
  const end = (h0: number, h1: number, d0: number, d1: number) => {
    const d = ((2 * h0 + h1) * d0 - h0 * d1) / (h0 + h1);
    if (Math.sign(d) !== Math.sign(d0)) return 0;
    return Math.sign(d0) !== Math.sign(d1) && Math.abs(d) > 3 * Math.abs(d0) ? 3 * d0 : d;
  };
  const d = xs.map((_, i) => (i === 0 || i === n - 1 ? 0 : inner(i)));
  if (n === 2) d[0] = d[1] = slope[0]!;
  else {
    d[0] = end(h[0]!, h[1]!, slope[0]!, slope[1]!);
    d[n - 1] = end(h[n - 2]!, h[n - 3]!, slope[n - 2]!, slope[n - 3]!);
  }
  return (x) => {
    let i = 0;
    while (i < n - 2 && x > xs[i + 1]!) i++;
    const t = (x - xs[i]!) / h[i]!;
    return (
      ys[i]! * (1 + 2 * t) * (1 - t) ** 2 +
      h[i]! * d[i]! * t * (1 - t) ** 2 +
      ys[i + 1]! * t * t * (3 - 2 * t) +
      h[i]! * d[i + 1]! * t * t * (t - 1)
    );
  };
}
