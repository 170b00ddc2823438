import { say } from '../../say.ts';
import { check, type Check } from './check.ts';

/** The cut of a closed ticket that stands: not taken back, and taking back none. */
const standing = `m.kind = 'cut' AND m.undoes IS NULL AND NOT EXISTS (SELECT 1 FROM movement u WHERE u.undoes = m.id)`;

/** A closed ticket whose pieces were weighed out one by one, as a bench does. */
const weighedOut =
  "k.state = 'closed' AND k.input_grams IS NOT NULL AND EXISTS (SELECT 1 FROM weigh_out o WHERE o.ticket_id = k.id)";

/**
 * What was weighed out of a ticket is what its cut put into the ledger, its yield and its labels say the same weights, and a
 * lot stands at its latest grade, with a reason where somebody decided otherwise than the signs.
 */
export const cutting: readonly Check[] = [
  check<{ number: number }>(
    `SELECT t.number FROM ticket t
     JOIN (SELECT ticket_id, SUM(grams) AS went FROM ticket_input GROUP BY ticket_id) AS i ON i.ticket_id = t.id
     LEFT JOIN (SELECT e.batch, SUM(e.grams) AS came FROM movement m JOIN entry e ON e.movement_id = m.id AND e.account LIKE 'place:%'
       WHERE ${standing} AND e.account <> 'place:bench' AND e.item NOT LIKE 'trim:%' GROUP BY e.batch) AS c ON c.batch = t.id
     WHERE t.state = 'closed' AND t.input_grams IS NOT NULL AND (i.went <> t.input_grams OR COALESCE(c.came, 0) <> t.main_grams)`,
    (r) => say('ticket_is_not_what_was_weighed', { number: r.number }),
  ),
  check<{ number: number; item: string }>(
    `SELECT t.number, b.item FROM (
       SELECT w.ticket_id AS ticket, CASE w.kind WHEN 'waste' THEN 'end:waste' WHEN 'drip' THEN 'end:drip' WHEN 'water' THEN 'end:drip' ELSE 'place' END AS account,
         CASE WHEN w.kind IN ('order', 'counter') THEN w.item WHEN w.kind IN ('trim', 'waste') THEN CONCAT('trim:', w.item) ELSE 'whole' END AS item,
         IF(w.kind = 'water', -1, 1) * CAST(w.grams AS SIGNED) AS grams, IF(w.kind IN ('order', 'counter'), CAST(w.pieces AS SIGNED), 0) AS pieces
       FROM weigh_out w JOIN ticket k ON k.id = w.ticket_id AND ${weighedOut} WHERE w.struck_at IS NULL
       UNION ALL SELECT e.batch, IF(e.account LIKE 'place:%', 'place', e.account), e.item, -e.grams, -e.pieces FROM movement m JOIN entry e ON e.movement_id = m.id
         JOIN ticket k ON k.id = e.batch AND ${weighedOut}
         WHERE ${standing} AND e.account NOT IN ('place:bench', 'end:unaccounted')) AS b
     JOIN ticket t ON t.id = b.ticket
     GROUP BY b.ticket, b.account, b.item HAVING SUM(b.grams) <> 0 OR SUM(b.pieces) <> 0`,
    (r) => say('weighed_is_not_what_the_cut_says', { number: r.number, item: r.item }),
  ),
  check<{ number: number }>(
    `SELECT t.number FROM yield_point y JOIN ticket t ON t.id = y.ticket_id
     JOIN (SELECT i.ticket_id, SUM(i.pieces) AS fish, SUM(i.grams * l.price_per_kg) / SUM(i.grams) AS paid
       FROM ticket_input i JOIN lot l ON l.id = i.lot_id GROUP BY i.ticket_id) AS i ON i.ticket_id = t.id
     WHERE t.state <> 'closed' OR y.input_grams <> t.input_grams OR y.main_grams <> t.main_grams OR y.closed_on <> t.closed_on
       OR y.species_id <> t.species_id OR ABS(y.expected - t.expected_yield) > 1e-9 OR y.fish <> i.fish`,
    (r) => say('yield_is_not_that_of_its_ticket', { number: r.number }),
  ),
  check<{ number: number }>(
    `SELECT t.number FROM ticket t
     JOIN (SELECT i.ticket_id, MIN(l.arrival_condition) AS first, MAX(l.arrival_condition) AS last, MIN(i.item) AS item, MAX(i.item) AS other
       FROM ticket_input i JOIN lot l ON l.id = i.lot_id GROUP BY i.ticket_id) AS i ON i.ticket_id = t.id
     JOIN (SELECT ticket_id, COUNT(DISTINCT form) AS forms FROM ticket_cut GROUP BY ticket_id) AS c ON c.ticket_id = t.id
     LEFT JOIN yield_point y ON y.ticket_id = t.id
     WHERE t.state = 'closed' AND t.input_grams > 0 AND t.expected_yield IS NOT NULL AND y.ticket_id IS NULL
       AND i.item = 'whole' AND i.other = 'whole' AND i.first = i.last AND c.forms = 1`,
    (r) => say('ticket_is_not_in_the_yield_book', { number: r.number }),
  ),
  check<{ id: number }>(
    `SELECT b.id FROM label b JOIN weigh_out w ON w.id = b.weigh_out_id
     WHERE JSON_VALUE(b.content, '$.grams') <> w.grams OR JSON_VALUE(b.content, '$.pieces') <> w.pieces
       OR JSON_VALUE(b.content, '$.price') <> (CAST(w.grams AS UNSIGNED) * JSON_VALUE(b.content, '$.perKg') + 500) DIV 1000
       OR (w.struck_at IS NOT NULL AND b.void_at IS NULL)`,
    (r) => say('label_is_not_that_of_its_piece', { id: r.id }),
  ),
  check<{ code: string }>(
    `SELECT l.code FROM lot l LEFT JOIN (SELECT lot_id, MAX(id) AS latest FROM grade WHERE void_at IS NULL GROUP BY lot_id) AS g ON g.lot_id = l.id
     WHERE COALESCE(l.grade_id, 0) <> COALESCE(g.latest, 0)
     UNION SELECT l.code FROM grade g JOIN lot l ON l.id = g.lot_id
     WHERE g.verdict <> g.advised AND COALESCE(g.override_reason, '') = ''`,
    (r) => say('lot_is_not_as_it_was_graded', { code: r.code }),
  ),
];
