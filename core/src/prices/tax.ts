import { trimOf } from '../yields/index.ts';
import { productId } from '../trim/index.ts';
import { apportion, multiplyRate } from '../units/index.ts';
import { nth } from '../found.ts';

/** Kinds of goods that may bear different rates: fish in any form, trim as it is, what is made of trim. */
export const goods = ['fish', 'trim', 'made'] as const;
/** A kind of goods, as tax tells them apart. */
export type Goods = (typeof goods)[number];

/** How the shop is taxed: rates in hundredths of a per cent, null where none is charged. */
export interface TaxRules {
  /** Prices are without tax, and it is added at the till; otherwise it is in the price. */
  added: boolean;
  rates: Readonly<Record<Goods, number | null>>;
}

/** How a shop that charges no tax is taxed. */
export const noTax: TaxRules = { added: false, rates: { fish: null, trim: null, made: null } };

/** Which kind of goods an item is. */
export const goodsOf = (item: string): Goods =>
  productId(item) !== null ? 'made' : trimOf(item) !== null ? 'trim' : 'fish';

/** Half up to the whole unit, exact in integers; neither is negative. */
const halfUp = (times: number, by: number, over: number): number =>
  Number((BigInt(times) * BigInt(by) * 2n + BigInt(over)) / (BigInt(over) * 2n));

/** The tax in money that was paid, minor units: what is left of it without tax is the rest. */
export const taxWithin = (paid: number, rate: number): number => halfUp(paid, rate, 10_000 + rate);
/** The tax that comes on top of money without it, minor units. */
export const taxOnTop = (net: number, rate: number): number => halfUp(net, rate, 10_000);

/** The share of a price the shop keeps: the rest is tax that is in it. */
export const keptOf = ({ added, rates }: TaxRules, kind: Goods): number =>
  added ? 1 : 10_000 / (10_000 + (rates[kind] ?? 0));

/** A line of a sale as it is paid: money with the tax in it, and that tax. */
export interface Taxed {
  money: number;
  tax: number;
  /** Hundredths of a per cent; null where no tax is charged. */
  rate: number | null;
}

/** What a line of a sale is taxed by: what of the shop's fish it is, or the rate of an article of its own. */
export type TaxedBy = { item: string } | { rate: number | null };

const rateFor = (line: TaxedBy, rules: TaxRules): number | null =>
  'rate' in line ? line.rate : rules.rates[goodsOf(line.item)];

/**
 * Taxes the lines of one sale. `money` of a line is its amount times its price, minor units. Tax is reckoned once for all lines of
 * a rate and rounded half up, then shared over them, so that what a receipt says by rate is what its lines say together
 * (common practice; where an authority rounds by line, the sums differ by a minor unit).
 */
export function taxLines(lines: readonly (TaxedBy & { money: number })[], rules: TaxRules): Taxed[] {
  const taxed: Taxed[] = lines.map((l) => ({ money: l.money, tax: 0, rate: rateFor(l, rules) }));
  for (const rate of new Set(taxed.flatMap((t) => t.rate ?? []))) {
    const of = taxed.filter((t) => t.rate === rate);
    const money = of.reduce((s, t) => s + t.money, 0);
    const shares = apportion(
      rules.added ? taxOnTop(money, rate) : taxWithin(money, rate),
      of.map((t) => t.money),
    );
    of.forEach((t, i) => {
      t.tax = nth(shares, i);
      if (rules.added) t.money += t.tax;
    });
  }
  return taxed;
}

/** What an article is counted in: pieces, or grams that are sold by the kilogram. */
export const units = ['piece', 'kg'] as const;
/** What an article is counted in. */
export type Unit = (typeof units)[number];

/** What pieces, or grams, cost at a price a piece, or a kilogram; minor units, half up. */
export const moneyFor = (unit: Unit, amount: number, price: number): number =>
  unit === 'piece' ? amount * price : multiplyRate(amount, price);

/** An article as it goes into a bag: `amount` in pieces or grams, price a piece or a kilogram in minor units. */
export interface BaggedArticle {
  unit: Unit;
  amount: number;
  price: number;
  rate: number | null;
}

/** Fish in a bag: its price is of a kilogram, or of a piece where its unit says so; minor units. */
export interface BaggedFish {
  item: string;
  grams: number;
  pieces?: number;
  unit?: Unit | undefined;
  perKg: number;
}

/** What such a line comes to before tax on top, minor units. */
export const fishMoney = ({ unit = 'kg', grams, pieces = 0, perKg }: Omit<BaggedFish, 'item'>): number =>
  moneyFor(unit, unit === 'piece' ? pieces : grams, perKg);

/** What a customer pays for fish and for other goods at these prices, with tax; minor units. */
export const toPayFor = (
  lines: readonly BaggedFish[],
  rules: TaxRules,
  articles: readonly BaggedArticle[] = [],
): number =>
  taxLines(
    [
      ...lines.map((l) => ({ item: l.item, money: fishMoney(l) })),
      ...articles.map((a) => ({ rate: a.rate, money: moneyFor(a.unit, a.amount, a.price) })),
    ],
    rules,
  ).reduce((s, l) => s + l.money, 0);

/** What was taken at a rate: with tax, and the tax in it; minor units. */
export interface AtRate {
  rate: number;
  paid: number;
  tax: number;
}

/** Sums by rate, highest first; what bears no tax is left out. */
export function byRate(lines: readonly Taxed[]): AtRate[] {
  const sums = new Map<number, AtRate>();
  for (const { rate, money, tax } of lines) {
    if (rate === null) continue;
    const had = sums.get(rate) ?? { rate, paid: 0, tax: 0 };
    sums.set(rate, { rate, paid: had.paid + money, tax: had.tax + tax });
  }
  return [...sums.values()].sort((a, b) => b.rate - a.rate);
}

/** The tax in money given back on a line, after some was given back before: all of it when all is given back. */
export const taxGivenBack = (
  line: { money: number; tax: number },
  before: { money: number; tax: number },
  back: number,
): number => (line.money === 0 ? 0 : halfUp(before.money + back, line.tax, line.money)) - before.tax;

/** A rate as it is written: 750 is "7.5 %". */
export const rateText = (rate: number): string => `${String(rate / 100)} %`;
