import { addDays, formatDay, instantOn } from '@ember-slate/core/calendar';
import { expect, it } from 'vitest';
import { DayClock } from '../parts/DayClock.tsx';
import { hooked, served, shop, shopDay } from '../testing/served.tsx';
import { useTimes } from './shop.tsx';

/*
 * A weekday alone never means one a week away or more: a "Sat" read on a Saturday is today's.
 */
const far = [-400, -15, -14, -8, -7, 7, 8, 13, 14, 21, 400];
const near = [-6, -5, -3, -2, -1, 0, 1, 2, 3, 4, 6];
const times = () => hooked(useTimes, {}).now();

it.each(far)('a day %i days away is written with its date', (away) => {
  const day = addDays(shopDay, away);
  const { dayName, dayWords, when } = times();
  expect(dayName(day)).toBe(formatDay(day, 'day'));
  expect(dayWords(day)).toContain(formatDay(day, 'dayMonth'));
  expect(when(instantOn(day, 720, shop).toISOString())).toBe(`${formatDay(day, 'day')} 12:00`);
});
it.each(near)('a day %i days away by its weekday', (away) => {
  const day = addDays(shopDay, away);
  const { dayName, when } = times();
  expect(dayName(day)).toBe(formatDay(day, 'weekday'));
  expect(when(instantOn(day, 720, shop).toISOString())).toBe(
    away === 0 ? '12:00' : `${formatDay(day, 'weekday')} 12:00`,
  );
});
it.each([...far, ...near])(
  'the mark of a shelf life that ends %i days away says no bare weekday of another week',
  (away) => {
    served(<DayClock sellBy={addDays(shopDay, away)} graded />, {});
    const word = document.querySelector('svg text')!.textContent;
    if (away < 0) expect(word).toBe('over');
    else if (Math.abs(away) >= 7) expect(word).toMatch(/\d/);
    else expect(word).toMatch(away === 0 ? /today/ : /^\d+ days$|^[A-Z][a-z]{2}$/);
  },
);
