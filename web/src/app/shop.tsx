import type { AnswerOf, contract, Me, SpeciesRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { TZDate } from '@date-fns/tz';
import {
  daysBetween,
  formatDay,
  formatInstant,
  tradingDay,
  type DateShape,
} from '@ember-slate/core/calendar';
import { createContext, useContext, useEffect, useMemo, useState } from 'react';
import { useRead } from './api.ts';
import { say } from './say.ts';

export type Shop = AnswerOf<typeof contract.session.shop>;

/** The shop and the person on this screen; below the sign-in there always is one. */
export const ShopContext = createContext<{ shop: Shop; me: Me } | null>(null);

export function useShop(): { shop: Shop; me: Me } {
  const value = useContext(ShopContext);
  if (!value) throw new Error('useShop is for screens behind the sign-in');
  return value;
}

/** What the shop calls a place, whichever screen says it. */
export function usePlaceName(): (account: string) => string {
  const { shop } = useShop();
  return (account) => shop.places[account] ?? account;
}

/** The time, to the minute. */
export function useNow(everyMs = 15_000): Date {
  const [now, setNow] = useState(() => new Date());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(new Date()), everyMs);
    return () => window.clearInterval(timer);
  }, [everyMs]);
  return now;
}

/** Times as the shop's clock shows them. */
export function useTimes() {
  const { shop } = useShop();
  return useMemo(() => {
    const { timeZone } = shop;
    const written = (at: string | number | Date, shape: DateShape) => formatInstant(at, shape, timeZone);
    const now = () => tradingDay(new Date(), shop);
    const near = (day: string) => Math.abs(daysBetween(now(), day)) < 7;
    const dayName = (day: string) => formatDay(day, near(day) ? 'weekday' : 'day');
    return {
      local: (at: string | Date) => new TZDate(new Date(at), timeZone),
      written,
      time: (at: string | Date) => written(at, 'clock'),
      day: (at: string | Date) => written(at, 'longDay'),
      today: (now: Date = new Date()) => tradingDay(now, shop),
      /** A day by its weekday, which alone never means one a week away. */
      dayName,
      /** A day as it is spoken of: near ones by their distance. */
      dayWords: (day: string) => {
        const away = daysBetween(now(), day);
        const word =
          away === 0 ? say('today') : away === 1 ? say('tomorrow') : away === -1 ? say('yesterday') : null;
        return word ? `${word}, ${dayName(day)}` : formatDay(day, 'day');
      },
      /** A time, with its day when that is not today. */
      when: (at: string) => {
        const day = tradingDay(new Date(at), shop);
        return written(at, day === now() ? 'clock' : near(day) ? 'weekdayClock' : 'dayClock');
      },
    };
  }, [shop]);
}

/** Species to choose from, those the shop sells; and the one that is chosen already, sold or not. */
export function useSold(chosen = ''): SpeciesRow[] {
  const book = useSpecies();
  return useMemo(() => [...book.values()].filter((s) => s.sold || s.id === chosen), [book, chosen]);
}

/** The species book by id. */
export function useSpecies(): Map<string, SpeciesRow> {
  const { data } = useRead(routes.landing.species);
  return useMemo(() => new Map((data ?? []).map((s) => [s.id, s])), [data]);
}
