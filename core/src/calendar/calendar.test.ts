import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  addDays,
  closingOf,
  daysBetween,
  formatClock,
  formatDay,
  formatInstant,
  hoursOn,
  instantOn,
  isDate,
  isTradingDay,
  mondayOf,
  monthName,
  sameHours,
  shutOn,
  parseClock,
  tradingDay,
  weekdayName,
  weekdayOf,
} from './index.ts';

const dublin = { timeZone: 'Europe/Dublin' };
const denver = { timeZone: 'America/Denver' };

describe('the trading day', () => {
  it.each([
    ['2026-11-25T00:30:00Z', dublin, '2026-11-25'],
    ['2026-11-25T00:30:00Z', denver, '2026-11-24'],
    // Summer time: half past eleven at night UTC is already tomorrow in Dublin.
    ['2026-06-30T23:30:00Z', dublin, '2026-07-01'],
    ['2026-12-31T23:59:59Z', dublin, '2026-12-31'],
  ])('%s in %o is %s', (at, zone, day) => {
    expect(tradingDay(new Date(at), zone)).toBe(day);
  });

  it.each([
    ['2026-01-15', 18 * 60, dublin, '2026-01-15T18:00:00.000Z'],
    ['2026-07-15', 18 * 60, dublin, '2026-07-15T17:00:00.000Z'],
    ['2026-07-15', 18 * 60 + 45, denver, '2026-07-16T00:45:00.000Z'],
  ])('%s at minute %i in %o is %s', (day, minutes, zone, iso) => {
    expect(instantOn(day, minutes, zone).toISOString()).toBe(iso);
  });

  it('is 23 and 25 hours long when the clocks change', () => {
    const hours = (day: string) =>
      (instantOn(addDays(day, 1), 0, dublin).getTime() - instantOn(day, 0, dublin).getTime()) / 3_600_000;
    expect(hours('2026-03-29')).toBe(23);
    expect(hours('2026-10-25')).toBe(25);
    expect(hours('2026-11-25')).toBe(24);
  });
});

describe('dates', () => {
  it.each([
    ['2026-02-28', 1, '2026-03-01'],
    ['2028-02-28', 1, '2028-02-29'],
    ['2026-12-31', 1, '2027-01-01'],
    ['2026-03-29', 1, '2026-03-30'],
    ['2026-01-01', -1, '2025-12-31'],
  ])('%s and %i days is %s', (day, n, other) => {
    expect(addDays(day, n)).toBe(other);
    expect(daysBetween(day, other)).toBe(n);
  });

  // By the printed calendar: 1 January 2026 was a Thursday, 29 February 2028 a Tuesday.
  it.each([
    ['2026-01-01', 4, '2025-12-29'],
    ['2028-02-29', 2, '2028-02-28'],
    ['2026-11-29', 0, '2026-11-23'],
    ['2026-11-30', 1, '2026-11-30'],
    ['2026-12-05', 6, '2026-11-30'],
  ])('%s is weekday %i of the week from %s', (day, weekday, monday) => {
    expect([weekdayOf(day), mondayOf(day)]).toEqual([weekday, monday]);
  });

  it.each([
    ['2026-02-28', true],
    ['2026-02-29', false],
    ['2028-02-29', true],
    ['2026-02-30', false],
    ['2026-13-01', false],
    ['2026-1-1', false],
    ['today', false],
    ['', false],
    ['x2026-02-28', false],
    ['2026-02-28T', false],
    ['2026-02-28 ', false],
  ])('"%s" is a date: %s', (text, is) => {
    expect(isDate(text)).toBe(is);
  });

  it('are shut from the first to the last of the days the shop says, whatever the weekday', () => {
    const calendar = {
      hours: sameHours([1, 2, 3, 4, 5, 6], { opens: 480, closes: 1080 }),
      shut: [{ from: '2026-12-25', to: '2026-12-28', name: 'Christmas' }],
    };
    const days = ['2026-12-24', '2026-12-25', '2026-12-27', '2026-12-28', '2026-12-29'];
    expect(days.map((d) => hoursOn(d, calendar)?.closes ?? null)).toEqual([1080, null, null, null, 1080]);
    expect(days.map((d) => shutOn(d, calendar)?.name)).toEqual([
      undefined,
      'Christmas',
      'Christmas',
      'Christmas',
      undefined,
    ]);
  });

  it('close at the hour of the day; shut, at the latest of the week; without any, at midnight', () => {
    const early = sameHours([1, 2, 3, 4, 5], { opens: 480, closes: 1080 });
    const calendar = { timeZone: 'UTC', hours: early.with(6, { opens: 480, closes: 780 }), shut: [] };
    const closing = (day: string, of = calendar) => closingOf(day, of).toISOString().slice(11, 16);
    expect(['2026-11-27', '2026-11-28', '2026-11-29'].map((d) => closing(d))).toEqual([
      '18:00',
      '13:00',
      '18:00',
    ]);
    expect(closing('2026-11-27', { ...calendar, hours: sameHours([], early[1]!) })).toBe('00:00');
  });

  it('count no further from a day that is none', () => {
    expect([addDays('someday', 1), addDays('2026-02-31x', 0)]).toEqual(['', '']);
  });

  it('knows the weekdays the shop trades', () => {
    const hours = sameHours([2, 3, 4, 5, 6], { opens: 480, closes: 1080 });
    const tuesdayToSaturday = { hours, shut: [] };
    const week = ['2026-11-22', '2026-11-23', '2026-11-24', '2026-11-28'];
    expect(week.map((d) => isTradingDay(d, tuesdayToSaturday))).toEqual([false, false, true, true]);
  });
});

describe('the time of day', () => {
  it.each([
    ['9', 540],
    ['930', 570],
    ['0930', 570],
    ['9:30', 570],
    ['9.30', 570],
    ['9h30', 570],
    [' 12 ', 720],
    ['1200', 720],
    ['12 am', 0],
    ['1 am', 60],
    ['1 pm', 780],
    ['11:59 AM', 719],
    ['12:59 pm', 779],
    ['12 pm', 720],
    ['9:30 pm', 1290],
    ['23:59', 1439],
    ['0', 0],
  ])('reads "%s"', (text, minutes) => {
    expect(parseClock(text)).toBe(minutes);
  });

  it.each(['', '24', '2400', '9:60', '9:3', '13 pm', '0 am', 'noon', '-9', '9:30:00', '12345'])(
    'refuses "%s"',
    (text) => {
      expect(parseClock(text)).toBeNull();
    },
  );

  it('is written with two figures each', () => {
    expect([0, 5, 570, 605, 1439].map(formatClock)).toEqual(['00:00', '00:05', '09:30', '10:05', '23:59']);
  });
  it('reads back every minute of the day', () => {
    for (let m = 0; m < 1440; m++) expect(parseClock(formatClock(m))).toBe(m);
  });
});

describe('how dates are written', () => {
  // The same instant on two clocks: 23:30 on a summer evening in Dublin, still the afternoon in Denver.
  const at = '2026-09-04T22:30:00Z';
  it.each([
    ['clock', '23:30', '16:30'],
    ['weekday', 'Fri', 'Fri'],
    ['weekdayClock', 'Fri 23:30', 'Fri 16:30'],
    ['weekdayNumber', 'Fri 4', 'Fri 4'],
    ['dayMonth', '4 Sep', '4 Sep'],
    ['month', 'Sep 2026', 'Sep 2026'],
    ['day', 'Fri 4 Sep', 'Fri 4 Sep'],
    ['longDay', 'Fri 4 September', 'Fri 4 September'],
    ['dayClock', 'Fri 4 Sep 23:30', 'Fri 4 Sep 16:30'],
    ['dayDate', 'Fri 4 Sep 2026', 'Fri 4 Sep 2026'],
    ['date', '4 Sep 2026', '4 Sep 2026'],
    ['dateClock', '4 Sep 2026, 23:30', '4 Sep 2026, 16:30'],
  ] as const)('%s: %s in Dublin, %s in Denver', (shape, east, west) => {
    for (const same of [at, new Date(at), Date.parse(at)])
      expect(formatInstant(same, shape, dublin.timeZone)).toBe(east);
    expect(formatInstant(at, shape, denver.timeZone)).toBe(west);
  });

  it('an instant stands under the date its shop traded on, a day under itself', () => {
    fc.assert(
      fc.property(
        fc.date({ min: new Date('2000-01-01'), max: new Date('2099-12-31'), noInvalidDate: true }),
        fc.constantFrom('Europe/Dublin', 'America/Denver', 'Pacific/Auckland', 'Asia/Kolkata'),
        (instant, timeZone) => {
          const day = tradingDay(instant, { timeZone });
          expect(formatInstant(instant, 'date', timeZone)).toBe(formatDay(day, 'date'));
          expect(formatDay(day, 'date')).toMatch(
            new RegExp(`^${Number(day.slice(8))} .* ${day.slice(0, 4)}$`),
          );
        },
      ),
    );
  });

  it('names months and weekdays as the dates that fall in them do', () => {
    for (let m = 1; m <= 12; m++) {
      const day = `2026-${String(m).padStart(2, '0')}-15`;
      expect(formatDay(day, 'dayMonth')).toBe(`15 ${monthName(m)}`);
    }
    expect([0, 1, 5, 6].map(weekdayName)).toEqual(['Sunday', 'Monday', 'Friday', 'Saturday']);
    for (let d = 0; d < 7; d++) {
      const day = addDays('2026-11-22', d);
      expect(isTradingDay(day, { hours: sameHours([d], { opens: 0, closes: 60 }), shut: [] })).toBe(true);
      expect(formatDay(day, 'weekday')).toBe(weekdayName(d).slice(0, 3));
    }
  });

  it('is not asked of an instant that is none', () => {
    expect(() => formatInstant('yesterday', 'clock', 'UTC')).toThrow(RangeError);
  });
});
