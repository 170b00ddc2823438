import { TZDate } from '@date-fns/tz';
// Of the library this one: all of it takes a quarter of a second of every start.
import { format } from 'date-fns/format';

/**
 * How dates and times are written, on every screen and paper. One vocabulary, so that a day looks the same wherever it
 * stands: Fri 27 November on a heading, Fri 27 Nov in a row, 27 Nov on an axis, 27 Nov 2026 in a record.
 */
const patterns = {
  /** 16:05 */
  clock: 'HH:mm',
  /** Fri */
  weekday: 'EEE',
  /** Fri 16:05 */
  weekdayClock: 'EEE HH:mm',
  /** Fri 27 */
  weekdayNumber: 'EEE d',
  /** 27 Nov */
  dayMonth: 'd MMM',
  /** Nov 2026 */
  month: 'MMM yyyy',
  /** Fri 27 Nov */
  day: 'EEE d MMM',
  /** Fri 27 November */
  longDay: 'EEE d MMMM',
  /** Fri 27 Nov 16:05 */
  dayClock: 'EEE d MMM HH:mm',
  /** Fri 27 Nov 2026 */
  dayDate: 'EEE d MMM yyyy',
  /** 27 Nov 2026 */
  date: 'd MMM yyyy',
  /** 27 Nov 2026, 16:05 */
  dateClock: 'd MMM yyyy, HH:mm',
} as const;
export type DateShape = keyof typeof patterns;

/** An instant (a Date, ms since 1970, or ISO text) as a zone's clocks and calendars show it. */
export const formatInstant = (at: Date | number | string, shape: DateShape, timeZone: string): string =>
  format(new TZDate(new Date(at), timeZone), patterns[shape]);

/** A date (YYYY-MM-DD), which is the same day whatever the zone. */
export const formatDay = (day: string, shape: DateShape): string =>
  formatInstant(`${day}T12:00:00Z`, shape, 'UTC');

/** A month by its number, 1 to 12, in three letters: Nov. */
export const monthName = (month: number): string => format(new Date(2000, month - 1, 1), 'MMM');

/** A weekday by its number, 0 for Sunday: Friday. */
export const weekdayName = (weekday: number): string => format(new Date(2000, 0, 2 + weekday), 'EEEE');
