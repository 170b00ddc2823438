import {
  formatClock,
  hoursOn,
  openAt,
  shutOn,
  weekdayName,
  weekdayOf,
  type ShopCalendar,
} from '@ember-slate/core/calendar';
import { useShop } from '../../app/shop.tsx';
import { say } from './say.ts';

/** What to ask about a time at which the shop is not open; null where there is nothing to ask. */
function doubtOf(day: string, minutes: number, shop: ShopCalendar): string | null {
  const hours = hoursOn(day, shop);
  const out = shutOn(day, shop);
  if (out) return say('shut_for', { name: out.name });
  if (!hours) return say('shut_on_weekday', { weekday: weekdayName(weekdayOf(day)) });
  if (openAt(day, minutes, shop) === 'open') return null;
  return say('open_only_from_to', { opens: formatClock(hours.opens), closes: formatClock(hours.closes) });
}

/** Asks about an order for a time at which the shop is not open; `minutes` after midnight. */
export function OpenDoubt({ day, minutes }: { day: string; minutes: number | null }) {
  const { shop } = useShop();
  const doubt = minutes === null || day === '' ? null : doubtOf(day, minutes, shop);
  return (
    doubt && (
      <p role="status" className="pb-1 text-note text-embertext">
        {doubt}
      </p>
    )
  );
}
