/** Coefficients of Wichura's algorithm AS 241, PPND16 (Applied Statistics 37, 1988), values from memory, lowest power first. */
const near = {
  up: [
    3.387132872796366608, 133.14166789178437745, 1971.5909503065514427, 13731.693765509461125,
    45921.953931549871457, 67265.770927008700853, 33430.575583588128105, 2509.0809287301226727,
  ],
  down: [
    1, 42.313330701600911252, 687.1870074920579083, 5394.1960214247511077, 21213.794301586595867,
    39307.89580009271061, 28729.085735721942674, 5226.495278852854561,
  ],
};
const far = {
  up: [
    1.42343711074968357734, 4.6303378461565452959, 5.7694972214606914055, 3.64784832476320460504,
    1.27045825245236838258, 0.24178072517745061177, 0.0227238449892691845833, 7.7454501427834140764e-4,
  ],
  down: [
    1, 2.05319162663775882187, 1.6763848301838038494, 0.68976733498510000455, 0.14810397642748007459,
    0.0151986665636164571966, 5.475938084995344946e-4, 1.05075007164441684324e-9,
  ],
};
const tail = {
  up: [
    6.6579046435011037772, 5.4637849111641143699, 1.7848265399172913358, 0.29656057182850489123,
    0.026532189526576123093, 0.0012426609473880784386, 2.71155556874348757815e-5, 2.01033439929228813265e-7,
  ],
  down: [
    1, 0.59983220655588793769, 0.13692988092273580531, 0.0148753612908506148525, 7.868691311456132591e-4,
    1.8463183175100546818e-5, 1.4215117583164458887e-7, 2.04426310338993978564e-15,
  ],
};
const polynomial = (c: readonly number[], x: number) => c.reduceRight((s, a) => s * x + a, 0);
const ratio = (p: { up: readonly number[]; down: readonly number[] }, x: number) =>
  polynomial(p.up, x) / polynomial(p.down, x);

/** The standard normal quantile of p, 0 < p < 1; ∓Infinity at the ends. Wichura, AS 241. */
export function normalQuantile(p: number): number {
  if (p <= 0) return -Infinity;
  if (p >= 1) return Infinity;
  const q = p - 0.5;
  if (Math.abs(q) <= 0.425) return q * ratio(near, 0.180625 - q * q);
  const r = Math.sqrt(-Math.log(q < 0 ? p : 1 - p));
  const z = r <= 5 ? ratio(far, r - 1.6) : ratio(tail, r - 5);
  return q < 0 ? -z : z;
}

/** Density of the standard normal distribution. */
export const normalDensity = (z: number): number => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);

/** Share of the standard normal distribution below z: its series near the middle, a continued fraction in the tails. */
export function normalBelow(z: number): number {
  const x = Math.abs(z);
  if (x < 3) {
    let term = x;
    let sum = x;
    for (let k = 1; Math.abs(term) > 1e-17 && k < 200; k++) sum += term *= (x * x) / (2 * k + 1);
    const half = sum * normalDensity(x);
    return z < 0 ? 0.5 - half : 0.5 + half;
  }
  let fraction = 0;
  for (let k = 60; k > 0; k--) fraction = k / (x + fraction);
  const above = normalDensity(x) / (x + fraction);
  return z < 0 ? above : 1 - above;
}
