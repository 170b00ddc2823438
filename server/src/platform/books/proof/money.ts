import { say } from '../../say.ts';
import { check, checkEach, type Check } from './check.ts';

/** Batches made of trim are shared over their lots: a cent of the price of a line may lie with another. */
const made = 1_000_000_000;
/** Kinds of movement that money goes with. */
const sales = "('sell', 'hand_over')";

/**
 * Every sale is the sum of its lines and its lines are what its movement took out of the shop; every price is grams times
 * rate; money given back and money left with an order are never more than was paid; numbers run on without a hole.
 */
export const money: readonly Check[] = [
  check<{ number: number; total: number; sum: number }>(
    `SELECT s.number, s.total, COALESCE(SUM(x.money), -1) AS sum FROM sale s LEFT JOIN sale_line x ON x.sale_id = s.id
     GROUP BY s.id HAVING s.total <> sum`,
    (r) =>
      say('sale_is_not_the_sum_of_its_lines', { number: r.number, total: r.total, sum: Math.max(0, r.sum) }),
  ),
  check<{ number: number; position: number }>(
    `SELECT s.number, x.position FROM sale_line x JOIN sale s ON s.id = x.sale_id
     WHERE x.batch < ${made} AND CAST(x.money AS SIGNED) - IF(s.tax_added, CAST(x.tax AS SIGNED), 0) <> IF(x.unit = 'piece', x.pieces * x.per_kg, (CAST(x.grams AS UNSIGNED) * x.per_kg + 500) DIV 1000)`,
    (r) => say('line_is_not_grams_times_price', { number: r.number, position: r.position }),
  ),
  check<{ number: number; position: number }>(
    `SELECT s.number, MIN(x.position) AS position FROM sale_line x JOIN sale s ON s.id = x.sale_id WHERE x.batch >= ${made}
     GROUP BY x.sale_id, x.item, x.batch, x.per_kg HAVING ABS(SUM(x.money) - SUM(IF(s.tax_added, x.tax, 0)) - SUM(CAST(x.grams AS UNSIGNED) * x.per_kg) / 1000) > 1`,
    (r) => say('line_is_not_grams_times_price', { number: r.number, position: r.position }),
  ),
  checkEach<{ number: number }>(
    'sale',
    `SELECT s.number FROM sale s JOIN sale_line x ON x.sale_id = s.id WHERE s.id BETWEEN ? AND ?
     GROUP BY s.id, s.number, s.tax_added, x.tax_rate HAVING SUM(x.tax) <> COALESCE(IF(MAX(s.tax_added),
       ((SUM(x.money) - SUM(x.tax)) * MAX(x.tax_rate) * 2 + 10000) DIV 20000,
       (SUM(x.money) * MAX(x.tax_rate) * 2 + 10000 + MAX(x.tax_rate)) DIV ((10000 + MAX(x.tax_rate)) * 2)), 0)
     UNION SELECT number FROM sale s WHERE s.id BETWEEN ? AND ? AND tax_added
       AND NOT EXISTS (SELECT 1 FROM sale_line x WHERE x.sale_id = s.id AND x.tax_rate IS NOT NULL)`,
    (r) => say('tax_of_sale_is_not_its_rates', { number: r.number }),
  ),
  check<{ number: number; position: number }>(
    `SELECT s.number, x.position FROM refund_line l JOIN sale_line x ON x.sale_id = l.sale_id AND x.position = l.position
     JOIN sale s ON s.id = x.sale_id GROUP BY x.sale_id, x.position, s.number, x.money, x.tax
     HAVING SUM(l.tax) <> COALESCE((SUM(l.money) * MAX(x.tax) * 2 + MAX(x.money)) DIV (MAX(x.money) * 2), 0)`,
    (r) => say('tax_given_back_is_not_its_share', { number: r.number, position: r.position }),
  ),
  check<{ number: number; position: number }>(
    `SELECT s.number, x.position FROM sale_line x JOIN sale s ON s.id = x.sale_id LEFT JOIN lot l ON l.id = x.lot_id
     LEFT JOIN article a ON a.id = x.article_id
     WHERE x.sold_on <> s.sold_on OR x.species_id <> l.species_id OR (x.article_id IS NULL AND x.unit = 'piece' AND x.pieces = 0 AND x.money <> 0)
       OR (x.article_id IS NOT NULL AND (x.unit <> a.unit OR s.order_id IS NOT NULL OR IF(x.unit = 'kg', x.pieces, x.grams) <> 0))
       OR x.way <> IF(s.void_movement_id IS NOT NULL, 'voided', IF(s.order_id IS NULL, 'counter', 'order'))`,
    (r) => say('line_does_not_belong_to_its_sale', { number: r.number, position: r.position }),
  ),
  checkEach<{ movement: number; code: string; item: string }>(
    'movement',
    `SELECT movement, l.code, item FROM (
       SELECT s.movement_id AS movement, x.lot_id, x.item, x.batch, CAST(x.grams AS SIGNED) AS g, CAST(x.pieces AS SIGNED) AS p
         FROM sale s JOIN sale_line x ON x.sale_id = s.id AND x.article_id IS NULL
           WHERE s.movement_id BETWEEN ? AND ?
       UNION ALL SELECT e.movement_id, e.lot_id, e.item, e.batch, -e.grams, -e.pieces
         FROM movement m JOIN entry e ON e.movement_id = m.id AND e.account = 'outside:customer' WHERE m.id BETWEEN ? AND ? AND m.kind IN ${sales}) AS both_sides
     JOIN lot l ON l.id = lot_id
     GROUP BY movement, lot_id, item, batch HAVING SUM(g) <> 0 OR SUM(p) <> 0`,
    (r) => say('sold_is_not_what_left_the_shop', { movement: r.movement, code: r.code, item: r.item }),
  ),
  check<{ id: number }>(
    `SELECT m.id FROM movement m LEFT JOIN sale s ON s.movement_id = m.id WHERE m.kind IN ${sales}
     GROUP BY m.id HAVING COUNT(s.id) <> 1 OR MAX(s.sold_on) <> MAX(m.trading_day) OR MAX(s.sold_at) <> MAX(m.at)
       OR MAX(s.staff_id) <> MAX(m.staff_id) OR MAX(m.kind = 'hand_over') <> MAX(s.order_id IS NOT NULL)`,
    (r) => say('movement_without_its_sale', { id: r.id }),
  ),
  check<{ number: number }>(
    `SELECT s.number FROM sale s JOIN movement m ON m.id = s.movement_id LEFT JOIN movement v ON v.id = s.void_movement_id
     WHERE m.kind NOT IN ${sales} OR (s.void_movement_id IS NOT NULL AND (v.kind <> 'void' OR v.undoes IS NULL OR v.undoes <> s.movement_id))`,
    (r) => say('sale_has_another_movement', { number: r.number }),
  ),
  check<{ id: number }>(
    `SELECT m.id FROM movement m LEFT JOIN sale s ON s.void_movement_id = m.id WHERE m.kind = 'void'
     GROUP BY m.id HAVING COUNT(s.id) <> 1`,
    (r) => say('movement_takes_back_no_sale', { id: r.id }),
  ),
  check<{ name: string; last: number; count: number }>(
    `SELECT * FROM (
       SELECT 'sale' AS name, COALESCE(MAX(number), 0) AS top, COUNT(*) AS count FROM sale
       UNION ALL SELECT 'refund', COALESCE(MAX(number), 0), COUNT(*) FROM refund
       UNION ALL SELECT 'payment', COALESCE(MAX(number), 0), COUNT(*) FROM payment
       UNION ALL SELECT 'claim', COALESCE(MAX(number), 0), COUNT(*) FROM claim
       UNION ALL SELECT 'order', COALESCE(MAX(number), 0), COUNT(*) FROM customer_order) AS made
     LEFT JOIN (SELECT name AS counter, last_number AS last FROM counter_number) AS given ON given.counter = made.name
     WHERE made.count <> COALESCE(given.last, 0) OR made.top <> made.count`,
    (r) => say('numbers_have_a_hole', { name: r.name, last: r.last, count: r.count }),
  ),
  check<{ number: number }>(
    `SELECT r.number FROM refund r LEFT JOIN (SELECT refund_id, SUM(money) AS money FROM refund_line GROUP BY refund_id) AS l
       ON l.refund_id = r.id
     LEFT JOIN movement m ON m.id = r.movement_id JOIN sale s ON s.id = r.sale_id
     WHERE COALESCE(l.money, -1) <> r.money OR (s.void_movement_id IS NOT NULL AND r.money > 0)
       OR (r.pay = 'account' AND r.money > 0 AND s.customer_id IS NULL AND s.order_id IS NULL)
       OR (r.money = 0 AND NOT EXISTS (SELECT 1 FROM correction c WHERE c.record = 'refund' AND c.record_id = r.id))
       OR (m.id IS NOT NULL AND (m.kind <> 'refund' OR m.trading_day <> r.on_day))`,
    (r) => say('refund_is_not_the_sum_of_its_lines', { number: r.number }),
  ),
  check<{ number: number; position: number }>(
    `SELECT s.number, x.position FROM refund_line l JOIN sale_line x ON x.sale_id = l.sale_id AND x.position = l.position
     JOIN sale s ON s.id = x.sale_id JOIN refund r ON r.id = l.refund_id
     GROUP BY x.sale_id, x.position HAVING SUM(l.money) > MAX(x.money) OR SUM(l.grams) > MAX(x.grams) OR MAX(r.sale_id <> l.sale_id)`,
    (r) => say('more_given_back_than_was_paid', { number: r.number, position: r.position }),
  ),
  check<{ id: number }>(
    `SELECT movement AS id FROM (
       SELECT r.movement_id AS movement, x.lot_id, x.item, x.batch, CAST(l.grams AS SIGNED) AS grams FROM refund r
         JOIN refund_line l ON l.refund_id = r.id AND l.grams > 0
         JOIN sale_line x ON x.sale_id = l.sale_id AND x.position = l.position AND x.article_id IS NULL
       UNION ALL SELECT m.id, e.lot_id, e.item, e.batch, -e.grams FROM movement m
         JOIN entry e ON e.movement_id = m.id AND e.account = 'end:waste' WHERE m.kind = 'refund' AND m.undoes IS NULL
         AND NOT EXISTS (SELECT 1 FROM movement u WHERE u.undoes = m.id)) AS both_sides
     GROUP BY movement, lot_id, item, batch HAVING movement IS NULL OR SUM(grams) <> 0`,
    (r) => say('refund_is_not_what_came_back', { id: r.id }),
  ),
  check<{ number: number }>(
    `SELECT o.number FROM customer_order o
     LEFT JOIN (SELECT order_id, SUM(IF(kind = 'taken', money, 0)) AS taken, SUM(IF(kind = 'used', money, 0)) AS used,
       SUM(IF(kind IN ('returned', 'kept'), money, 0)) AS rest FROM deposit GROUP BY order_id) AS d ON d.order_id = o.id
     LEFT JOIN (SELECT order_id, SUM(deposit_used) AS used FROM sale WHERE order_id IS NOT NULL GROUP BY order_id) AS s ON s.order_id = o.id
     WHERE COALESCE(d.used, 0) <> COALESCE(s.used, 0) OR COALESCE(d.used, 0) + COALESCE(d.rest, 0) > COALESCE(d.taken, 0)
       OR (o.state IN ('handed', 'cancelled') AND COALESCE(d.used, 0) + COALESCE(d.rest, 0) <> COALESCE(d.taken, 0))`,
    (r) => say('deposits_of_order_do_not_add_up', { number: r.number }),
  ),
  check<{ number: number }>(
    'SELECT number FROM sale WHERE deposit_used > total OR (deposit_used > 0 AND order_id IS NULL)',
    (r) => say('sale_uses_more_than_was_left', { number: r.number }),
  ),
  check<{ species: string; item: string }>(
    `SELECT p.species_id AS species, p.item FROM price p
     LEFT JOIN price_change c ON c.id = (SELECT MAX(k.id) FROM price_change k WHERE k.species_id = p.species_id AND k.item = p.item)
     WHERE c.id IS NULL OR c.per_kg <> p.per_kg OR NOT (c.per_piece <=> p.per_piece)`,
    (r) => say('price_is_not_the_last_one_set', { species: r.species, item: r.item }),
  ),
];
