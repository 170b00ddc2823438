import { type Demand, demandModel, type DemandModel, demandOn } from '@ember-slate/core/buying';
import { addDays, isTradingDay, weekdayOf } from '@ember-slate/core/calendar';
import { today, type Reader } from '../platform/context.ts';
import { rows } from '../platform/db.ts';

/** Days of sales demand is learned from: twelve weeks (our choice). */
const historyDays = 84;

const holidayOf = (work: Reader, day: string) =>
  work.settings.holidays.find((h) => h.day === day)?.factor ?? 1;

/** What the counter sold a day of each species and item, orders left out, over twelve weeks up to yesterday. */
export async function soldByDay(work: Reader, upTo: string = addDays(today(work), -1)) {
  const from = addDays(upTo, -historyDays + 1);
  const sold = await rows<{ day: string; speciesId: string; item: string; grams: number }>(
    work.tx,
    `SELECT on_day AS day, species_id AS speciesId, item, CAST(counter_grams AS SIGNED) AS grams
     FROM day_sold WHERE on_day BETWEEN ? AND ? AND counter_grams > 0
     UNION ALL SELECT x.sold_on, x.species_id, x.item, CAST(SUM(x.grams) AS SIGNED)
     FROM trading_day d JOIN sale_line x ON x.sold_on = d.day AND x.way = 'counter' AND x.article_id IS NULL
     WHERE d.day BETWEEN ? AND ? AND NOT d.closed GROUP BY x.sold_on, x.species_id, x.item`,
    [from, upTo, from, upTo],
  );
  const traded = [...new Set(sold.map((s) => s.day))].sort();
  return { sold, traded };
}

/** Demand of every species and item the counter sold, learned from its own days. */
export async function demandOf(work: Reader, upTo?: string) {
  const { sold, traded } = await soldByDay(work, upTo);
  const byWhat = new Map<string, Map<string, number>>();
  for (const s of sold) {
    const key = `${s.speciesId} ${s.item}`;
    let days = byWhat.get(key);
    if (!days) byWhat.set(key, (days = new Map<string, number>()));
    days.set(s.day, s.grams);
  }
  const models = new Map<string, DemandModel>();
  for (const [key, days] of byWhat) {
    // Before it was first sold it was not on offer.
    const since = [...days.keys()].reduce((a, b) => (a < b ? a : b));
    models.set(
      key,
      demandModel(
        traded
          .filter((d) => d >= since)
          .map((day) => ({
            weekday: weekdayOf(day),
            grams: days.get(day) ?? 0,
            holiday: holidayOf(work, day),
          })),
      ),
    );
  }
  return {
    models,
    on: (speciesId: string, item: string, day: string): Demand | null => {
      const model = models.get(`${speciesId} ${item}`);
      if (!model) return null;
      return isTradingDay(day, work.settings)
        ? demandOn(model, weekdayOf(day), holidayOf(work, day))
        : { mean: 0, sd: 0 };
    },
  };
}
