import { nth } from '../found.ts';
import type { Demand } from './newsvendor.ts';

/** Weight of the newest day in the smoothed level (our choice). */
const alpha = 0.25;
/** Days of one weekday that count as much as the usual week (our choice). */
const weekdayPull = 2;

export interface DaySold {
  /** 0 for Sunday. */
  weekday: number;
  grams: number;
  /** What a feast or a fair made of the day: 1 for none. */
  holiday: number;
}

export interface DemandModel {
  /** Grams of a usual day. */
  level: number;
  /** Share of the level on each weekday, Sunday first; days never traded stay 1. */
  weekdays: number[];
  /** Of what came against what was expected a day ahead. */
  sd: number;
  days: number;
}

/**
 * Demand of one form as level × weekday index × holiday factor. Weekday indices are means over the days' mean, pulled
 * to 1 while there are few; the level is smoothed exponentially (0.25) over what each day was without them; the spread
 * is that of the forecasts made a day ahead, each with what was known then of the level. Days come oldest first, traded
 * days only, those without sales as 0.
 */
export function demandModel(sold: readonly DaySold[]): DemandModel {
  const mean = sold.reduce((s, d) => s + d.grams / d.holiday, 0) / Math.max(1, sold.length);
  const weekdays = Array.from({ length: 7 }, (_, weekday) => {
    const own = sold.filter((d) => d.weekday === weekday);
    if (mean === 0) return 1;
    const sum = own.reduce((s, d) => s + d.grams / d.holiday / mean, 0);
    return (sum + weekdayPull) / (own.length + weekdayPull);
  });
  let level = mean;
  let squares = 0;
  for (const d of sold) {
    const index = nth(weekdays, d.weekday) * d.holiday;
    squares += (d.grams - level * index) ** 2;
    if (index > 0) level += alpha * (d.grams / index - level);
  }
  return {
    level,
    weekdays,
    sd: sold.length > 1 ? Math.sqrt(squares / (sold.length - 1)) : level,
    days: sold.length,
  };
}

/** What a day is expected to sell. The spread grows with the day as its mean does. */
export function demandOn(model: DemandModel, weekday: number, holiday = 1): Demand {
  const index = nth(model.weekdays, weekday) * holiday;
  return { mean: model.level * index, sd: model.sd * Math.sqrt(Math.max(0, index)) };
}
