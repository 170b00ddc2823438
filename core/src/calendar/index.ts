import { TZDate } from '@date-fns/tz';

export { formatDay, formatInstant, monthName, weekdayName, type DateShape } from './shapes.ts';

/** A day of 24 hours, ms. */
export const dayMs = 86_400_000;

/** How the shop counts time: zone, closing time, weekdays traded (0 = Sunday). */
export interface ShopCalendar {
  timeZone: string;
  /** Minutes after local midnight. */
  closesAt: number;
  weekdays: readonly number[];
}

const formats = new Map<string, Intl.DateTimeFormat>();

/** Local midnight falls on a quarter of an hour of UTC everywhere, so all of a quarter is one date. */
const quarterMs = 900_000;
const dates = new Map<string, Map<number, string>>();

/** The date (YYYY-MM-DD) of an instant in the shop's zone. Throws RangeError for an instant that is none. */
export function tradingDay(at: Date, calendar: Pick<ShopCalendar, 'timeZone'>): string {
  const { timeZone } = calendar;
  let known = dates.get(timeZone);
  if (!known) dates.set(timeZone, (known = new Map<number, string>()));
  const quarter = Math.floor(at.getTime() / quarterMs);
  const kept = known.get(quarter);
  if (kept !== undefined) return kept;
  let format = formats.get(timeZone);
  // Making a formatter costs a hundred times its use; the Canadian form of a date is the ISO one.
  if (!format) formats.set(timeZone, (format = new Intl.DateTimeFormat('en-CA', { timeZone })));
  const day = format.format(at);
  if (known.size > 20_000) known.clear();
  known.set(quarter, day);
  return day;
}

const instants = new Map<string, number>();

/** The instant of a local time of day (minutes after midnight) on a date. */
export function instantOn(day: string, minutes: number, calendar: Pick<ShopCalendar, 'timeZone'>): Date {
  const key = `${day} ${minutes} ${calendar.timeZone}`;
  let at = instants.get(key);
  if (at === undefined) {
    const [y, m, d] = day.split('-').map(Number) as [number, number, number];
    at = new TZDate(y, m - 1, d, Math.floor(minutes / 60), minutes % 60, calendar.timeZone).getTime();
    // A list asks for the same few evenings over and over.
    if (instants.size > 1000) instants.clear();
    instants.set(key, at);
  }
  return new Date(at);
}

/** The date `n` days later (negative: earlier). */
export function addDays(day: string, n: number): string {
  const at = new Date(`${day}T12:00:00Z`);
  at.setUTCDate(at.getUTCDate() + n);
  return Number.isNaN(at.getTime()) ? '' : at.toISOString().slice(0, 10);
}

/** Whether this is a date that exists, as YYYY-MM-DD. */
export const isDate = (text: string): boolean =>
  /^\d{4}-\d{2}-\d{2}$/.test(text) && addDays(text, 0) === text;

/** Whole days from one date to another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / dayMs);

/** Whether the shop trades on this date. */
export const isTradingDay = (day: string, calendar: Pick<ShopCalendar, 'weekdays'>): boolean =>
  calendar.weekdays.includes(new Date(`${day}T12:00:00Z`).getUTCDay());

/** Minutes after midnight as a 24-hour clock shows them: 570 is "09:30". */
export const formatClock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`;

/**
 * Reads a time as it is typed in a hurry: "9", "930", "0930", "9:30", "9.30", "9 pm", "21:30". Minutes after
 * midnight, or null when it is no time.
 */
export function parseClock(text: string): number | null {
  const match = /^(\d{1,2})(?:[:.h]?(\d{2}))?\s*(am|pm)?$/.exec(text.trim().toLowerCase());
  if (!match) return null;
  const [, hourText, minuteText, half] = match;
  let hour = Number(hourText);
  const minute = Number(minuteText ?? 0);
  if (half && (hour < 1 || hour > 12)) return null;
  if (half) hour = (hour % 12) + (half === 'pm' ? 12 : 0);
  return hour < 24 && minute < 60 ? hour * 60 + minute : null;
}
