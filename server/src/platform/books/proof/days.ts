import { formatDay } from '@ember-slate/core/calendar';
import { rateText } from '@ember-slate/core/prices';
import { say } from '../../say.ts';
import { check, type Check } from './check.ts';

/**
 * What money a day should have brought in by one way of paying: sales less deposits used, deposits, money given back,
 * what was paid on accounts.
 */
const expected = (pay: 'cash' | 'card') => `(
  COALESCE((SELECT SUM(CAST(s.total AS SIGNED) - s.deposit_used) FROM sale s WHERE s.sold_on = d.trading_day AND s.pay = '${pay}' AND s.void_movement_id IS NULL), 0)
  + COALESCE((SELECT SUM(IF(p.kind = 'taken', 1, -1) * CAST(p.money AS SIGNED)) FROM deposit p
      WHERE p.on_day = d.trading_day AND p.pay = '${pay}' AND p.kind IN ('taken', 'returned')), 0)
  - COALESCE((SELECT SUM(CAST(r.money AS SIGNED)) FROM refund r WHERE r.on_day = d.trading_day AND r.pay = '${pay}'), 0)
  + COALESCE((SELECT SUM(CAST(y.money AS SIGNED)) FROM payment y WHERE y.on_day = d.trading_day AND y.pay = '${pay}' AND y.undone_at IS NULL), 0))`;

/** What is summed by the day, for reports of years and for the till, is the sum of what it was summed from. */
export const days: readonly Check[] = [
  check<{ day: string; species: string; reason: string }>(
    `SELECT on_day AS day, species_id AS species, reason FROM (
       SELECT on_day, species_id, reason, waste, unaccounted FROM day_loss
       UNION ALL SELECT m.trading_day, l.species_id, IF(e.account = 'end:unaccounted', '', IF(m.kind = 'cut', e.item, m.reason)),
         -IF(e.account = 'end:waste', e.grams, 0), -IF(e.account = 'end:unaccounted', e.grams, 0)
       FROM movement m JOIN entry e ON e.movement_id = m.id AND e.account IN ('end:waste', 'end:unaccounted')
       JOIN lot l ON l.id = e.lot_id) AS both_sides
     GROUP BY on_day, species_id, reason HAVING SUM(waste) <> 0 OR SUM(unaccounted) <> 0`,
    (r) =>
      say('losses_of_not_what_the_entries_say', {
        onday: formatDay(r.day, 'date'),
        speciesid: r.species,
        reason: r.reason || say('not_accounted_for'),
      }),
  ),
  check<{ day: string; species: string; item: string }>(
    `SELECT on_day AS day, species_id AS species, item FROM (
       SELECT on_day, species_id, item, CAST(grams AS SIGNED) AS grams, CAST(counter_grams AS SIGNED) AS over_counter, CAST(money AS SIGNED) AS money FROM day_sold
       UNION ALL SELECT x.sold_on, x.species_id, x.item, -CAST(x.grams AS SIGNED), IF(x.way = 'counter', -CAST(x.grams AS SIGNED), 0),
         -CAST(x.money AS SIGNED)
       FROM trading_day d JOIN sale_line x ON x.sold_on = d.day AND x.way <> 'voided' AND x.article_id IS NULL WHERE d.closed) AS both_sides
     GROUP BY on_day, species_id, item HAVING SUM(grams) <> 0 OR SUM(over_counter) <> 0 OR SUM(money) <> 0`,
    (r) =>
      say('sales_of_not_what_their_lines_say', {
        onday: formatDay(r.day, 'date'),
        speciesid: r.species,
        item: r.item,
      }),
  ),
  check<{ day: string; name: string }>(
    `SELECT on_day AS day, a.name FROM (
       SELECT on_day, article_id, CAST(pieces AS SIGNED) AS pieces, CAST(grams AS SIGNED) AS grams, CAST(money AS SIGNED) AS money FROM day_article
       UNION ALL SELECT x.sold_on, x.article_id, -CAST(x.pieces AS SIGNED), -CAST(x.grams AS SIGNED), -CAST(x.money AS SIGNED)
       FROM trading_day d JOIN sale_line x ON x.sold_on = d.day AND x.way <> 'voided' AND x.article_id IS NOT NULL WHERE d.closed) AS both_sides
     JOIN article a ON a.id = article_id
     GROUP BY on_day, article_id HAVING SUM(both_sides.pieces) <> 0 OR SUM(both_sides.grams) <> 0 OR SUM(both_sides.money) <> 0`,
    (r) =>
      say('sales_of_article_not_what_their_lines_say', { onday: formatDay(r.day, 'date'), name: r.name }),
  ),
  check<{ day: string; rate: number }>(
    `SELECT on_day AS day, rate FROM (
       SELECT on_day, rate, CAST(money AS SIGNED) AS money, CAST(tax AS SIGNED) AS tax FROM day_tax
       UNION ALL SELECT x.sold_on, x.tax_rate, -CAST(x.money AS SIGNED), -CAST(x.tax AS SIGNED)
       FROM trading_day d JOIN sale_line x ON x.sold_on = d.day AND x.way <> 'voided' AND x.tax_rate IS NOT NULL WHERE d.closed) AS both_sides
     GROUP BY on_day, rate HAVING SUM(money) <> 0 OR SUM(tax) <> 0`,
    (r) =>
      say('tax_of_day_is_not_what_its_lines_say', { day: formatDay(r.day, 'date'), rate: rateText(r.rate) }),
  ),
  check<{ day: string }>(
    `SELECT d.day FROM trading_day d LEFT JOIN day_close c ON c.trading_day = d.day AND c.reopened_at IS NULL
     GROUP BY d.day HAVING COUNT(c.id) <> MAX(d.closed)
       OR MAX(d.sales) <> IF(MAX(d.closed), (SELECT COUNT(*) FROM sale s WHERE s.sold_on = d.day AND s.void_movement_id IS NULL), 0)
     UNION ALL SELECT c.trading_day FROM day_close c LEFT JOIN trading_day d ON d.day = c.trading_day WHERE d.day IS NULL`,
    (r) => say('day_and_its_closing_disagree', { day: formatDay(r.day, 'date') }),
  ),
  check<{ day: string }>(
    `SELECT d.trading_day AS day FROM day_close d WHERE d.reopened_at IS NULL AND (
       d.takings <> COALESCE((SELECT SUM(x.money) FROM sale_line x WHERE x.sold_on = d.trading_day AND x.way <> 'voided'), 0)
       OR d.books_cash <> ${expected('cash')} OR d.books_card <> ${expected('card')})`,
    (r) => say('closing_is_not_what_the_day_took', { day: formatDay(r.day, 'date') }),
  ),
];
