export {
  byRate,
  fishMoney,
  goods,
  goodsOf,
  keptOf,
  moneyFor,
  noTax,
  rateText,
  taxGivenBack,
  taxLines,
  taxOnTop,
  taxWithin,
  toPayFor,
  units,
  type AtRate,
  type BaggedArticle,
  type BaggedFish,
  type Goods,
  type Taxed,
  type TaxedBy,
  type TaxRules,
  type Unit,
} from './tax.ts';
import { nth } from '../found.ts';

/** Steps a price may be cut by, share of the full price. */
export const markdownSteps = [0, 0.1, 0.2, 0.3, 0.5] as const;

/** How buyers answer a lower price, by what is sold: price response exponent (our choice, 1.1 to 2.5). */
export const usualElasticity = 1.8;
/** What a busy counter sells of one thing on a day at most, over its usual sales (our choice). */
export const usualTraffic = 2.5;

export interface MarkdownInput {
  grams: number;
  /** Full price, minor units a kilogram. */
  perKg: number;
  /** Expected sales at full price on each day left, today first, grams. */
  demand: readonly number[];
  /** q(p) = q0 (p / p0)^−e. */
  elasticity: number;
  /** Grams a day the counter can sell at whatever price. */
  traffic: number;
  /** No price below this, minor units a kilogram. */
  floorPerKg: number;
  /** What a kilogram brings that is left at the end. */
  salvagePerKg: number;
}

export interface MarkdownDay {
  step: number;
  perKg: number;
  sold: number;
  left: number;
}

export interface Markdown {
  path: MarkdownDay[];
  /** Expected takings and salvage along the path, and at full price all along; minor units. */
  takings: number;
  atFullPrice: { takings: number; left: number };
  /** Grams left over at the end. */
  left: number;
}

/** The grid of stock, grams: 50, or a two-hundredth of a large stock. */
export const markdownGrid = (grams: number): number => Math.max(50, Math.ceil(grams / 200));

/** Grams sold on one day at this price, whole steps of the grid; never more than there is. */
function soldOf(o: MarkdownInput, grid: number, day: number, perKg: number, stock: number): number {
  const wanted = Math.min(o.traffic, nth(o.demand, day) * (perKg / o.perKg) ** -o.elasticity);
  return Math.min(stock, Math.round(wanted / grid));
}

/** The prices a lot may be offered at: the steps, those below the floor left out. Full price always stays. */
export const markdownPrices = (
  o: Pick<MarkdownInput, 'perKg' | 'floorPerKg'>,
): { step: number; perKg: number }[] =>
  markdownSteps
    .map((step) => ({ step, perKg: Math.round(o.perKg * (1 - step)) }))
    .filter((p) => p.step === 0 || p.perKg >= o.floorPerKg);

/**
 * The price path that brings most over the days left: an exact dynamic programme over days, stock on the grid and the
 * step reached. A price once cut is not raised again, and of equal paths the one that cuts least and latest is taken
 * (our choices). Where the stock sells out at full price no step is offered. Days beyond sell-by are not listed in
 * `demand`, so none is ever planned there.
 */
export function markdown(o: MarkdownInput): Markdown {
  const grid = markdownGrid(o.grams);
  const prices = markdownPrices(o);
  const days = o.demand.length;
  const all = Math.round(o.grams / grid);
  // Money in thousandths of minor units: grams × rate.
  const full = { takings: 0, left: all };
  for (let d = 0; d < days; d++) {
    const sold = soldOf(o, grid, d, o.perKg, full.left);
    full.takings += sold * grid * o.perKg;
    full.left -= sold;
  }
  const atFullPrice = {
    takings: Math.round((full.takings + full.left * grid * o.salvagePerKg) / 1000),
    left: full.left * grid,
  };
  // worth[d][step][stock]: the most that days d and after bring, when the price may be at `step` or lower.
  const worth = Array.from({ length: days + 1 }, () => prices.map(() => new Float64Array(all + 1)));
  const choice = Array.from({ length: days }, () => prices.map(() => new Uint8Array(all + 1)));
  for (const end of nth(worth, days)) for (let s = 0; s <= all; s++) end[s] = s * grid * o.salvagePerKg;
  for (let d = days - 1; d >= 0; d--)
    for (let from = prices.length - 1; from >= 0; from--)
      for (let s = 0; s <= all; s++) {
        let best = -1;
        let bestAt = from;
        for (let at = from; at < prices.length; at++) {
          const sold = soldOf(o, grid, d, nth(prices, at).perKg, s);
          const value = sold * grid * nth(prices, at).perKg + nth(nth(nth(worth, d + 1), at), s - sold);
          if (value > best) {
            best = value;
            bestAt = at;
          }
        }
        nth(nth(worth, d), from)[s] = best;
        nth(nth(choice, d), from)[s] = bestAt;
      }
  const path: MarkdownDay[] = [];
  let at = 0;
  let stock = all;
  for (let d = 0; d < days; d++) {
    at = full.left === 0 ? 0 : nth(nth(nth(choice, d), at), stock);
    const { step, perKg } = nth(prices, at);
    const sold = soldOf(o, grid, d, perKg, stock);
    stock -= sold;
    path.push({ step, perKg, sold: sold * grid, left: stock * grid });
  }
  const takings = path.reduce((s, p) => s + p.sold * p.perKg, 0) + stock * grid * o.salvagePerKg;
  return { path, takings: Math.round(takings / 1000), atFullPrice, left: stock * grid };
}
