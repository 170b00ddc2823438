import { dayMs, addDays, closingOf, isTradingDay, tradingDay, type ShopCalendar } from '../calendar/index.ts';
import { isPiece, isSkinned, isSmallOily, type ArrivalCondition, type Species } from '../species/index.ts';
import { said } from './say.ts';

/** Where the rate comes from; its coefficient is from memory. */
export const clockSource = said('square_root_spoilage_model_r_t_1_0');

/**
 * Spoilage rate relative to melting ice: r(0) = 1, r(5) = 2.25, r(10) = 4. `celsius` at or below -3 counts as
 * frozen (0: the clock stands), above 15 the rate of 15 is used. Source: `clockSource`.
 */
export function spoilageRate(celsius: number): number {
  if (celsius <= -3) return 0;
  return (1 + 0.1 * Math.min(celsius, 15)) ** 2;
}

/**
 * How much faster the clock of something as landed runs than a gutted fish's: with the guts in 1 / 0.75, small oily
 * fish 1 / 0.6; a side 1 / 0.75, a skinless fillet or loin 1 / 0.65, as if the shop had cut it (our choice).
 */
export function landedPace(species: Pick<Species, 'fat' | 'typicalG'>, condition: ArrivalCondition): number {
  if (isPiece(condition)) return cutPace(isSkinned(condition) ? 0.65 : 0.75);
  if (condition !== 'whole') return 1;
  return 1 / (isSmallOily(species) ? 0.6 : 0.75);
}

/** What a lot's life depends on when it stays at one temperature. */
export interface LifeInput {
  iceDays: number;
  /** Ice days used when it was graded. */
  usedAtGrading: number;
  /** Lower half-width of the estimate, days. */
  halfWidth: number;
  /** Days gone since grading. */
  elapsedDays: number;
  /** Storage temperature, C, constant. */
  celsius: number;
  /** How much faster its clock runs than a gutted fish's: `landedPace` as landed, `cutPace` once cut. */
  pace: number;
}

/**
 * Pace of a piece's clock from the cut on. Cutting shortens what remains at the cut, once, by the form's life factor
 * (0.75 fillet or steak, 0.65 skinless portion; our choice): at pace 1 / factor the piece ends exactly when the cut said
 * it would, and a piece cut again goes on by the factors' ratio.
 */
export const cutPace = (lifeFactor: number): number => 1 / lifeFactor;

/** Days of eating life left at this temperature, never below 0; and the ice days used so far. */
export function daysLeft(life: LifeInput): { used: number; left: number; cautiousLeft: number } {
  const rate = spoilageRate(life.celsius) * life.pace;
  const used = life.usedAtGrading + life.elapsedDays * rate;
  const remain = (from: number) => (rate === 0 ? Infinity : Math.max(0, (life.iceDays - from) / rate));
  return { used, left: remain(used), cautiousLeft: remain(used + life.halfWidth / 2) };
}

/**
 * The last trading day that ends fully inside the predicted life, or null when today's close is already beyond it.
 * `days` is the cautious life (estimate less half the lower half-width) from `now`.
 */
export function sellBy(now: Date, days: number, calendar: ShopCalendar): string | null {
  const end = new Date(now.getTime() + Math.round(Math.min(days, 400) * dayMs));
  const today = tradingDay(now, calendar);
  let day = tradingDay(end, calendar);
  if (closingOf(day, calendar) > end) day = addDays(day, -1);
  while (day >= today && !isTradingDay(day, calendar)) day = addDays(day, -1);
  return day >= today ? day : null;
}
