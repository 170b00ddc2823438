import { nth } from '../found.ts';
import { jointCost, perKgOf } from './joint.ts';
import { labourCost, marginOf, markupOf, priceForMargin } from './price.ts';

/** One way to sell a fish: what a kilogram of it becomes, and the minutes it takes. */
export interface FormChoice {
  form: string;
  /** Main product over what goes in. */
  yield: number;
  /** Price of the main product, minor units a kilogram; null when the shop has none. */
  perKg: number | null;
  /** Saleable trims: share of what goes in, and what a kilogram brings. */
  trims: readonly { item: string; share: number; perKg: number }[];
  /** Bench minutes of one fish. */
  minutes: number;
}

export interface CostInput {
  /** Paid a kilogram as it came, and landing costs a kilogram on top, minor units. */
  paidPerKg: number;
  landingPerKg: number;
  fishGrams: number;
  /** Bench hour, minor units. */
  perHour: number;
  /** Wanted margin, share of what the shop keeps of the price. */
  margin: number;
  /** The share of a price that is left when the tax in it is paid; 1 where there is none. */
  keeps: number;
}

/** What a form of one fish costs and earns, in minor units; money of one fish unless it says a kilogram. */
export interface FormCost {
  form: string;
  grams: number;
  fishCost: number;
  labour: number;
  trimWorth: number;
  takings: number | null;
  profit: number | null;
  profitPerKg: number | null;
  profitPerMinute: number | null;
  /** A kilogram of the main: by yield alone, with trim credited, and with the joint cost shared by what all of it brings. */
  byYield: number | null;
  credited: number | null;
  joint: number | null;
  /** With labour in. */
  full: number | null;
  /** Price a kilogram that leaves the wanted margin on `full`. */
  priceWanted: number | null;
  margin: number | null;
  markup: number | null;
  /** The yield at which it earns nothing at its price. */
  breakEven: number | null;
}

/** Costs one form of one fish by every method the shop may ask for. */
export function costForm(input: CostInput, choice: FormChoice): FormCost {
  const kg = input.fishGrams / 1000;
  const grams = Math.round(input.fishGrams * choice.yield);
  const fishCost = Math.round((input.paidPerKg + input.landingPerKg) * kg);
  const labour = labourCost(choice.minutes, input.perHour);
  const trims = choice.trims.map((t) => ({
    grams: Math.round(input.fishGrams * t.share),
    perKg: t.perKg,
    ownCost: 0,
  }));
  const trimWorth = trims.reduce((s, t) => s + Math.round((t.grams * t.perKg) / 1000), 0);
  const perKg = choice.perKg === null ? null : choice.perKg * input.keeps;
  const takings = perKg === null ? null : Math.round((grams * perKg) / 1000);
  const profit = takings === null ? null : takings + trimWorth - fishCost - labour;
  const shares =
    perKg === null ? null : jointCost(fishCost + labour, [{ grams, perKg, ownCost: 0 }, ...trims]);
  const full = perKgOf(fishCost + labour - trimWorth, grams);
  return {
    form: choice.form,
    grams,
    fishCost,
    labour,
    trimWorth,
    takings,
    profit,
    profitPerKg: profit === null ? null : profit / kg,
    profitPerMinute: profit === null || choice.minutes <= 0 ? null : profit / choice.minutes,
    byYield: perKgOf(fishCost, grams),
    credited: perKgOf(fishCost - trimWorth, grams),
    joint: shares && perKgOf(nth(shares, 0), grams),
    full,
    priceWanted: full === null ? null : Math.max(0, priceForMargin(full, input.margin)) / input.keeps,
    margin: full === null || perKg === null ? null : marginOf(full, perKg),
    markup: full === null || perKg === null ? null : markupOf(full, perKg),
    breakEven:
      perKg === null || perKg <= 0
        ? null
        : ((fishCost + labour - trimWorth) * 1000) / (perKg * input.fishGrams),
  };
}
