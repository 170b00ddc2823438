import { dayMs } from '../calendar/index.ts';
import { daysLeft, spoilageRate } from '../freshness/clock.ts';
import type { Species } from '../species/index.ts';

/** Days a frozen fish keeps its quality: lean 6 months, others 2 (US FDA cold storage chart, from memory; the near end). */
export const frozenDays = (fat: Species['fat']): number => (fat === 'lean' ? 180 : 60);
/** A thawed fish lasts two days at most and is never frozen again raw (our choice). */
export const thawedDays = 2;

export interface RowLife {
  used: number;
  left: number;
  cautiousLeft: number;
  /** Relative to melting ice, guts and cutting counted; 0 when frozen. */
  rate: number;
}

/**
 * Days left of a stock row at the temperature to expect where it lies. Frozen places stop the clock and set a storage
 * limit instead; thawed fish ends within two days; scraped flesh within one.
 */
export function rowLife(row: {
  species: Pick<Species, 'iceDays' | 'fat'>;
  used: number;
  /** Lower half-width of the grade's interval, days. */
  halfWidth: number;
  expectedCelsius: number;
  /** How much faster its clock runs: guts in, or cut. */
  pace: number;
  /** Days at most whatever the clock says, or null. */
  mostDays: number | null;
  frozenAt: number | null;
  thawedAt: number | null;
  now: number;
}): RowLife {
  const rate = spoilageRate(row.expectedCelsius) * row.pace;
  const caps = [
    row.mostDays,
    row.frozenAt === null ? null : frozenDays(row.species.fat) - (row.now - row.frozenAt) / dayMs,
    row.thawedAt === null ? null : thawedDays - (row.now - row.thawedAt) / dayMs,
  ].filter((c) => c !== null);
  const most = Math.max(0, Math.min(...caps, rate === 0 ? frozenDays(row.species.fat) : Infinity));
  const life = daysLeft({
    iceDays: row.species.iceDays,
    usedAtGrading: row.used,
    halfWidth: row.halfWidth,
    elapsedDays: 0,
    celsius: row.expectedCelsius,
    pace: row.pace,
  });
  // A fish that was out of life before it froze does not get any back.
  const gone = row.used >= row.species.iceDays;
  return {
    used: row.used,
    left: gone ? 0 : Math.min(life.left, most),
    cautiousLeft: gone ? 0 : Math.min(life.cautiousLeft, most),
    rate,
  };
}
