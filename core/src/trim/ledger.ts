/** Where a gram of trim ended, for the books of trim. */
export type TrimEnd = 'sold' | 'made' | 'kitchen' | 'binned' | 'there' | 'returned';

export interface TrimGrams {
  trim: string;
  end: TrimEnd;
  grams: number;
  money: number;
}

/** What trim brought, and what was binned that had a buyer: grams that could be sold, at the shop's price. */
export interface TrimWorth {
  recoveredGrams: number;
  recoveredMoney: number;
  binnedGrams: number;
  missedMoney: number;
}

/** Adds trims up. `priceOf` is minor units a kilogram of what has a buyer, null for what has none. */
export function trimWorth(rows: readonly TrimGrams[], priceOf: (trim: string) => number | null): TrimWorth {
  const sum = { recoveredGrams: 0, recoveredMoney: 0, binnedGrams: 0, missedMoney: 0 };
  for (const r of rows) {
    if (r.end === 'sold' || r.end === 'made' || r.end === 'kitchen') {
      sum.recoveredGrams += r.grams;
      sum.recoveredMoney += r.money;
    }
    const perKg = priceOf(r.trim);
    if (r.end === 'binned' && perKg !== null && perKg > 0) {
      sum.binnedGrams += r.grams;
      sum.missedMoney += Math.floor((r.grams * perKg) / 1000 + 0.5);
    }
  }
  return sum;
}
