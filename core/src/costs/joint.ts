import { apportion } from '../units/index.ts';

/** One saleable output of a cut: what it weighs, sells for and still costs after the split. */
export interface JointOutput {
  grams: number;
  /** Minor units a kilogram. */
  perKg: number;
  /** Further costs of its own after the split (packing, skinning), minor units. */
  ownCost: number;
}

/**
 * Shares a joint cost (fish and joint labour, minor units) over outputs by net realisable value at the split:
 * price × kg − own costs; an output worth less than its own costs carries none, waste is not listed. Shares sum to the
 * cost exactly (largest remainders). Where nothing is worth anything the cost follows weight. Standard cost accounting.
 */
export function jointCost(cost: number, outputs: readonly JointOutput[]): number[] {
  if (outputs.length === 0) return [];
  const worth = outputs.map((o) => Math.max(0, o.grams * o.perKg - o.ownCost * 1000));
  return worth.some((w) => w > 0)
    ? apportion(cost, worth)
    : apportion(
        cost,
        outputs.map((o) => o.grams),
      );
}

/**
 * The other accepted way: trims are credited at what they bring after their own costs, the mains carry the rest by
 * weight. Sums to the cost exactly; a credit larger than the cost leaves the mains a negative cost, which is said.
 */
export function trimCredit(
  cost: number,
  mains: readonly { grams: number }[],
  trims: readonly JointOutput[],
): { mains: number[]; trims: number[] } {
  const credits = trims.map((t) => Math.max(0, Math.round((t.grams * t.perKg) / 1000) - t.ownCost));
  const rest = cost - credits.reduce((a, b) => a + b, 0);
  const weights = mains.map((m) => m.grams);
  const shares = apportion(Math.abs(rest), weights).map((x) => (rest < 0 ? -x : x));
  return { mains: shares, trims: credits };
}

/** A kilogram's cost in minor units, half up, of something that cost this much in all; null for no weight. */
export const perKgOf = (cost: number, grams: number): number | null =>
  grams > 0 ? Math.floor((cost * 1000) / grams + 0.5) : null;
