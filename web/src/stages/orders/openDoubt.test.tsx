import { render } from '@testing-library/react';
import { sameHours } from '@ember-slate/core/calendar';
import { describe, expect, it } from 'vitest';
import { ShopContext } from '../../app/shop.tsx';
import { shop as anyShop } from '../../testing/served.tsx';
import { OpenDoubt } from './OpenDoubt.tsx';

describe('an order for a time the shop is not open', () => {
  const shop = {
    ...anyShop,
    hours: sameHours([1, 2, 3, 4, 5, 6], { opens: 480, closes: 1080 }).with(6, { opens: 480, closes: 780 }),
    shut: [{ from: '2026-12-25', to: '2026-12-26', name: 'Christmas' }],
  };
  const asked = (day: string, minutes: number | null) =>
    render(
      <ShopContext value={{ shop, me: { id: 1, name: 'Wil', role: 'counter' } }}>
        <OpenDoubt day={day} minutes={minutes} />
      </ShopContext>,
    ).container.textContent;

  it.each([
    ['2026-12-24', 480, ''],
    ['2026-12-24', 1080, ''],
    ['2026-12-24', 1081, 'Open from 08:00 to 18:00'],
    ['2026-12-24', 479, 'Open from 08:00 to 18:00'],
    ['2026-12-19', 800, 'Open from 08:00 to 13:00'],
    ['2026-12-20', 600, 'shut on Sundays'],
    ['2026-12-25', 600, 'shut that day (Christmas)'],
    ['2026-12-20', null, ''],
    ['', 600, ''],
  ])('%s at %s is asked about: %s', (day, minutes, words) => {
    const text = asked(day, minutes);
    if (words === '') expect(text).toBe('');
    else expect(text).toContain(words);
  });
});
