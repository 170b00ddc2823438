/** How a price may end: in .49 and .99, in whole tens of cents, or as it falls. */
export const endings = ['none', '49_99', 'x0'] as const;
export type PriceEnding = (typeof endings)[number];

/** Cost a kilogram of output by yield alone: price paid a kilogram over the yield. Minor units, not rounded. */
export const costByYield = (paidPerKg: number, yieldShare: number): number => paidPerKg / yieldShare;

/** The yield at which a bought-in piece and the cut fish cost the same: 3.50 whole and 5.50 cut meet at 63.6 %. */
export const breakEvenYield = (wholePerKg: number, cutPerKg: number): number => wholePerKg / cutPerKg;

/** The price that leaves this margin (share of the price): cost / (1 − m). Throws RangeError unless 0 <= m < 1. */
export function priceForMargin(cost: number, margin: number): number {
  if (!(margin >= 0 && margin < 1)) throw new RangeError('A margin is a share of the price, under 1');
  return cost / (1 - margin);
}

/** Share of the price that is left over its cost; null for no price. */
export const marginOf = (cost: number, price: number): number | null =>
  price > 0 ? (price - cost) / price : null;

/** What is put on top, as a share of the cost; null for no cost. */
export const markupOf = (cost: number, price: number): number | null =>
  cost > 0 ? (price - cost) / cost : null;

/** The next price up, in minor units, that ends as the shop's prices do; never below the one given. */
export function withEnding(price: number, ending: PriceEnding): number {
  const up = Math.ceil(price - 1e-9);
  if (ending === 'none') return up;
  if (ending === 'x0') return Math.ceil(up / 10) * 10;
  const inHundred = up % 100;
  return up - inHundred + (inHundred <= 49 ? 49 : 99);
}

/** Units a price is said by, with the grams of one (the pound is exact by definition). */
export const priceUnits = { kg: 1000, '100g': 100, lb: 453.59237 } as const;
export type PriceUnit = keyof typeof priceUnits;

/** A price a kilogram said by another unit, minor units, half up. */
export const perUnit = (perKg: number, unit: PriceUnit): number =>
  Math.floor((perKg * priceUnits[unit]) / 1000 + 0.5);

/** Minor units for bench minutes at a rate an hour, half up. */
export const labourCost = (minutes: number, perHour: number): number =>
  Math.floor((minutes * perHour) / 60 + 0.5);
