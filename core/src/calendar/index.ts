import { TZDate } from '@date-fns/tz';

/** How the shop counts time: zone, closing time, weekdays traded (0 = Sunday). */
export interface ShopCalendar {
  timeZone: string;
  /** Minutes after local midnight. */
  closesAt: number;
  weekdays: readonly number[];
}

/** The date (YYYY-MM-DD) of an instant in the shop's zone. */
export function tradingDay(at: Date, calendar: Pick<ShopCalendar, 'timeZone'>): string {
  const local = new TZDate(at, calendar.timeZone);
  const pad = (n: number) => String(n).padStart(2, '0');
  return `${local.getFullYear()}-${pad(local.getMonth() + 1)}-${pad(local.getDate())}`;
}

/** The instant of a local time of day (minutes after midnight) on a date. */
export function instantOn(day: string, minutes: number, calendar: Pick<ShopCalendar, 'timeZone'>): Date {
  const [y, m, d] = day.split('-').map(Number) as [number, number, number];
  return new Date(
    new TZDate(y, m - 1, d, Math.floor(minutes / 60), minutes % 60, calendar.timeZone).getTime(),
  );
}

/** The date `n` days later (negative: earlier). */
export function addDays(day: string, n: number): string {
  const at = new Date(`${day}T12:00:00Z`);
  at.setUTCDate(at.getUTCDate() + n);
  return at.toISOString().slice(0, 10);
}

/** Whole days from one date to another. */
export const daysBetween = (from: string, to: string): number =>
  Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000);

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
