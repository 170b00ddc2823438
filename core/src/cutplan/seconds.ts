/** The least and the most a plan may take, s (our choice; small days are found in less than the least). */
const [least, most] = [1, 12] as const;

/** How long the planner may think about so many lines and fish, s (our choice, by the growth of what there is to decide). */
export const planSeconds = (lines: number, fish: number): number =>
  Math.min(most, Math.max(least, Math.sqrt(lines * fish) / 5));
