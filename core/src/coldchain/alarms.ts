import { longestGapMs, type Reading, type TemperatureLog } from './log.ts';

/** Minutes above the limit before a place is called warm, and without a reading before it is called silent (our choice). */
export const warmAfterMinutes = 30;
export const silentAfterMinutes = 120;

/** Something a person must look at: a place above its limit, or a sensor that said nothing. */
export interface Episode {
  kind: 'warm' | 'silent';
  from: number;
  to: number;
  /** Whether it is still so at the end of the window. */
  lasts: boolean;
  /** Warmest reading, C; null for a silence. */
  peak: number | null;
}

/**
 * Stretches of a window in which a place was above `limit` for half an hour or more, or had no reading for two hours.
 * Readings are joined by straight lines; nothing is said about the inside of a silence.
 */
export function episodes(
  log: TemperatureLog,
  limit: number | null,
  hasSensor: boolean,
  from: number,
  to: number,
): Episode[] {
  const readings = log.readings(from, to);
  const found: Episode[] = [];
  let warm: { from: number; to: number; peak: number } | null = null;
  const endWarm = (lasts: boolean) => {
    if (warm && warm.to - warm.from >= warmAfterMinutes * 60_000)
      found.push({ kind: 'warm', ...warm, lasts });
    warm = null;
  };
  const silence = (a: number, b: number, lasts: boolean) => {
    if (hasSensor && b - a > silentAfterMinutes * 60_000)
      found.push({ kind: 'silent', from: a, to: b, lasts, peak: null });
  };
  let before: Reading | null = null;
  for (const r of readings) {
    if (before) silence(before.at, r.at, false);
    if (before && r.at - before.at > longestGapMs) endWarm(false);
    if (limit !== null) {
      const was: number | null = before?.celsius ?? null;
      if (r.celsius > limit) {
        const rose: number =
          !warm && before && was !== null && was <= limit && r.at - before.at <= longestGapMs
            ? before.at + ((limit - was) / (r.celsius - was)) * (r.at - before.at)
            : r.at;
        warm = warm
          ? { from: warm.from, to: r.at, peak: Math.max(warm.peak, r.celsius) }
          : { from: rose, to: r.at, peak: r.celsius };
      } else if (warm && before) {
        const fell = (before.celsius - limit) / (before.celsius - r.celsius);
        warm = { from: warm.from, to: before.at + fell * (r.at - before.at), peak: warm.peak };
        endWarm(false);
      }
    }
    before = r;
  }
  endWarm(before !== null && to - before.at <= silentAfterMinutes * 60_000);
  silence(before?.at ?? from, to, true);
  return found.sort((a, b) => a.from - b.from);
}
