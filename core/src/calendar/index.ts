import { TZDate } from '@date-fns/tz';

export { formatDay, formatInstant, monthName, weekdayName, type DateShape } from './shapes.ts';

/** A day of 24 hours, ms. */
export const dayMs = 86_400_000;

/** When the shop opens and closes on a day, minutes after local midnight. */
export interface Hours {
  opens: number;
  closes: number;
}

/** A stretch of days on which the shop is shut, first and last among them. */
export interface Shut {
  from: string;
  to: string;
  name: string;
}

/** How the shop counts time: its zone, its hours, and when it is shut out of the usual. */
export interface ShopCalendar {
  timeZone: string;
  /** The hours of each weekday, Sunday first; null where it is shut. */
  hours: readonly (Hours | null)[];
  shut: readonly Shut[];
}

/** A week with the same hours on these weekdays (0 = Sunday), shut on the others. */
export const sameHours = (weekdays: readonly number[], hours: Hours): (Hours | null)[] =>
  Array.from({ length: 7 }, (_, weekday) => (weekdays.includes(weekday) ? hours : null));

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

/** The weekday of a date (YYYY-MM-DD), 0 for Sunday. */
export const weekdayOf = (day: string): number => new Date(`${day}T12:00:00Z`).getUTCDay();

/** The Monday a week of work begins with, of the week a date is in. */
export const mondayOf = (day: string): string => addDays(day, -((weekdayOf(day) + 6) % 7));

/** Whole days from one date to another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / dayMs);

type Openings = Pick<ShopCalendar, 'hours' | 'shut'>;

/** Why the shop is shut on this date out of the usual; null where it is not. */
export const shutOn = (day: string, calendar: Pick<ShopCalendar, 'shut'>): Shut | null =>
  calendar.shut.find((s) => s.from <= day && day <= s.to) ?? null;

/** The hours of this date; null where the shop is shut. */
export const hoursOn = (day: string, calendar: Openings): Hours | null =>
  shutOn(day, calendar) ? null : (calendar.hours[weekdayOf(day)] ?? null);

/** Whether the shop trades on this date. */
export const isTradingDay = (day: string, calendar: Openings): boolean => hoursOn(day, calendar) !== null;

/** Whether the shop is open at this time of a date, minutes after midnight; its very last minute counts. */
export function openAt(
  day: string,
  minutes: number,
  calendar: Openings,
): 'open' | 'shut' | 'before' | 'after' {
  const hours = hoursOn(day, calendar);
  if (!hours) return 'shut';
  return minutes < hours.opens ? 'before' : minutes > hours.closes ? 'after' : 'open';
}

/**
 * When the shop closes on this date. On a day it is shut whoever works there is done by the latest hour of the week;
 * a shop that never opens is done at midnight.
 */
export const closingOf = (day: string, calendar: ShopCalendar): Date =>
  instantOn(
    day,
    hoursOn(day, calendar)?.closes ??
      calendar.hours.reduce((latest, h) => Math.max(latest, h?.closes ?? 0), 0),
    calendar,
  );

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
