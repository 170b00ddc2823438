/** A vote on the day axis: ice days used, and how much the vote counts. */
export interface Vote {
  days: number;
  weight: number;
}

/**
 * Weighted median: the value with half the weight on each side; midway between two when the split is exact.
 * Throws on an empty list.
 */
export function weightedMedian(votes: readonly Vote[]): number {
  const sorted = [...votes].sort((a, b) => a.days - b.days);
  const half = sorted.reduce((sum, v) => sum + v.weight, 0) / 2;
  let below = 0;
  for (const [i, vote] of sorted.entries()) {
    below += vote.weight;
    const next = sorted[i + 1];
    if (next && Math.abs(below - half) < 1e-12) return (vote.days + next.days) / 2;
    if (below > half) return vote.days;
  }
  throw new RangeError('No votes to take a median of');
}

/**
 * Weighted Huber location of the votes with a fixed scale: outliers pull with a bounded force.
 * Scale S = max(1.4826 x weighted median absolute deviation, `floor`), tuning 1.345, iterated from the weighted
 * median until it moves less than 1e-9 days. (Huber, Robust Statistics, 1981; constants are the textbook ones.)
 */
export function huberLocation(votes: readonly Vote[], floor: number): { location: number; scale: number } {
  const median = weightedMedian(votes);
  const deviations = votes.map((v) => ({ days: Math.abs(v.days - median), weight: v.weight }));
  const scale = Math.max(1.4826 * weightedMedian(deviations), floor);
  const limit = 1.345 * scale;
  let location = median;
  for (let step = 0; step < 1000; step++) {
    let sum = 0;
    let weights = 0;
    for (const { days, weight } of votes) {
      const distance = Math.abs(days - location);
      const pull = distance <= limit ? weight : (weight * limit) / distance;
      sum += pull * days;
      weights += pull;
    }
    const next = sum / weights;
    const moved = Math.abs(next - location);
    location = next;
    if (moved < 1e-9) break;
  }
  return { location, scale };
}
