/** A weigh-out: fish cut, what went in, and the main product over it. */
export interface YieldSeen {
  fish: number;
  inputGrams: number;
  yield: number;
}

/** What is expected of a form, and where nine of ten tickets will lie. */
export interface LearnedYield {
  mean: number;
  low: number;
  high: number;
  /** Fish it was learned from, those of the starting value not counted. */
  fish: number;
}

/** Fish the starting value counts as, and how far tickets usually lie from it, share (our choice). */
const priorFish = 8;
const priorSpread = 0.02;
/** 90 % of a normal distribution lies within so many standard deviations (general knowledge). */
const ninety = 1.645;

/**
 * Expected yield after these weigh-outs: the starting value counts as 8 fish, tickets by their weight; the interval is
 * the 90 % predictive one. Our choice of prior; the arithmetic is a normal mean with a prior sample.
 */
export function learnedYield(prior: number, seen: readonly YieldSeen[]): LearnedYield {
  const n = seen.reduce((s, x) => s + x.fish, 0);
  const grams = seen.reduce((s, x) => s + x.inputGrams, 0);
  const own = grams > 0 ? seen.reduce((s, x) => s + x.inputGrams * x.yield, 0) / grams : prior;
  const mean = (priorFish * prior + n * own) / (priorFish + n);
  const scatter = seen.reduce((s, x) => s + (x.inputGrams / grams) * n * (x.yield - own) ** 2, 0);
  const variance = (priorFish * priorSpread ** 2 + scatter) / (priorFish + n - 1);
  const half = ninety * Math.sqrt(variance * (1 + 1 / (priorFish + n)));
  return { mean, low: Math.max(0, mean - half), high: Math.min(1, mean + half), fish: n };
}
