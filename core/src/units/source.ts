/** How a weight is known, the surest first. What a stand-in of the scale said is simulated, for good. */
export const weightSources = ['measured', 'typed', 'estimated', 'simulated'] as const;
export type WeightSource = (typeof weightSources)[number];

/** How a sum of weights is known: as the least sure of them; null for a sum of none. */
export const leastSure = (sources: readonly WeightSource[]): WeightSource | null =>
  weightSources.findLast((s) => sources.includes(s)) ?? null;
