/** One form wanted, with how much of it a kilogram of fish gives. */
export interface FormWanted {
  form: string;
  grams: number;
  yield: number;
}

/** Whole fish that give these forms less what is still there, rounded up to fish and then to boxes. */
export interface WholeFish {
  fish: number;
  grams: number;
  boxes: number | null;
}

/**
 * Forms cut off different fish: what each lacks is turned into whole fish by its yield and added up. `boxGrams` null
 * buys by the fish. Forms of one fish could share it; counting them apart never buys too little (our choice).
 */
export function wholeFishFor(
  wanted: readonly FormWanted[],
  stock: ReadonlyMap<string, number>,
  fishGrams: number,
  boxGrams: number | null,
): WholeFish {
  const raw = wanted.reduce(
    (s, w) => s + (w.yield > 0 ? Math.max(0, w.grams - (stock.get(w.form) ?? 0)) / w.yield : 0),
    0,
  );
  const fish = Math.ceil(raw / fishGrams - 1e-9);
  if (fish <= 0) return { fish: 0, grams: 0, boxes: boxGrams === null ? null : 0 };
  if (boxGrams === null) return { fish, grams: Math.round(fish * fishGrams), boxes: null };
  const boxes = Math.ceil((fish * fishGrams) / boxGrams - 1e-9);
  return { fish: Math.max(fish, Math.floor((boxes * boxGrams) / fishGrams)), grams: boxes * boxGrams, boxes };
}

/**
 * The shop question: N people, a portion of so many grams, from fish of this weight: fish, kilograms to buy, cost.
 * Money in minor units, half up.
 */
export function forPeople(o: {
  people: number;
  portionGrams: number;
  yield: number;
  fishGrams: number;
  perKg: number;
}): { fish: number; grams: number; cost: number; spare: number } {
  const needs = o.people * o.portionGrams;
  const fish = Math.ceil(needs / (o.fishGrams * o.yield) - 1e-9);
  const grams = Math.round(fish * o.fishGrams);
  return {
    fish,
    grams,
    cost: Math.floor((grams * o.perKg) / 1000 + 0.5),
    spare: Math.round(grams * o.yield - needs),
  };
}
