import type { AnswerOf, contract } from '@ember-slate/contract';
import { addDays, instantOn, isDate } from '@ember-slate/core/calendar';
import type { Reader } from '../../../platform/context.ts';
import { csvFile } from '../../../platform/csv.ts';
import type { File } from '../../../platform/handlers.ts';
import { problems } from '../../../platform/problem.ts';
import { say } from '../say.ts';

/**
 * Tables a shop may take out, each between two days. `by` says whether its days are dates or instants. No PIN, session
 * or key is in any of them.
 */
const tables: Record<string, { about: string; by: 'day' | 'instant'; sql: string }> = {
  deliveries: {
    about: say('deliveries_with_their_notes'),
    by: 'day',
    sql: `SELECT d.id, s.name AS supplier, d.arrived_at, d.landed_on, d.probe_tenths, d.ice, d.note_ref, d.note_grams, d.note_pieces, d.note_money,
      d.state, d.remarks FROM delivery d JOIN supplier s ON s.id = d.supplier_id WHERE d.landed_on BETWEEN ? AND ? ORDER BY d.id`,
  },
  lots: {
    about: say('lots_as_landed_with_the_grade_that'),
    by: 'day',
    sql: `SELECT l.code, s.name AS supplier, p.name AS species, p.scientific_name, l.landed_on, l.arrival_condition, l.pieces, l.grams,
      l.weight_source, l.price_per_kg, l.production, l.area, l.gear, l.boat, l.caught_on, l.supplier_lot, g.verdict, g.category, g.used_days, l.remarks
      FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id JOIN species p ON p.id = l.species_id
      LEFT JOIN grade g ON g.id = l.grade_id WHERE l.landed_on BETWEEN ? AND ? AND l.pieces > 0 ORDER BY l.id`,
  },
  grades: {
    about: say('every_grade_given'),
    by: 'instant',
    sql: `SELECT l.code, g.graded_at, p.name AS graded_by, g.scheme, g.scheme_version, g.core_tenths, g.used_days, g.half_width, g.category,
      g.advised, g.verdict, g.override_reason, g.void_at FROM grade g JOIN lot l ON l.id = g.lot_id JOIN staff p ON p.id = g.graded_by
      WHERE g.graded_at >= ? AND g.graded_at < ? ORDER BY g.id`,
  },
  orders: {
    about: say('order_lines_by_when_they_are_due'),
    by: 'instant',
    sql: `SELECT o.number, c.name AS customer, o.due_at, o.state, p.name AS species, l.form, l.pieces, l.piece_grams, l.total_grams,
      l.intended_use, l.state AS line_state, o.taken_at, o.handed_at, o.remarks
      FROM customer_order o JOIN customer c ON c.id = o.customer_id JOIN order_line l ON l.order_id = o.id JOIN species p ON p.id = l.species_id
      WHERE o.due_at >= ? AND o.due_at < ? ORDER BY o.id, l.id`,
  },
  tickets: {
    about: say('closed_tickets_of_one_form_with'),
    by: 'day',
    sql: `SELECT t.number, y.closed_on, p.name AS species, y.arrival_condition, y.form, y.ribs, y.pin_bones, s.name AS supplier, w.name AS cutter,
      y.fish, y.input_grams, y.main_grams, y.expected, y.paid_per_kg, t.norm_minutes
      FROM yield_point y JOIN ticket t ON t.id = y.ticket_id JOIN species p ON p.id = y.species_id JOIN supplier s ON s.id = y.supplier_id
      JOIN staff w ON w.id = y.cutter_id WHERE y.closed_on BETWEEN ? AND ? ORDER BY y.ticket_id`,
  },
  weights: {
    about: say('everything_weighed_out_at_the'),
    by: 'instant',
    sql: `SELECT t.number AS ticket, w.kind, w.item, w.grams, w.pieces, w.weight_source, w.tub, w.tare_grams, w.weighed_at, p.name AS weighed_by,
      w.struck_at FROM weigh_out w JOIN ticket t ON t.id = w.ticket_id JOIN staff p ON p.id = w.weighed_by
      WHERE w.weighed_at >= ? AND w.weighed_at < ? ORDER BY w.id`,
  },
  sales: {
    about: say('lines_of_sales'),
    by: 'day',
    sql: `SELECT k.number, k.sold_at, k.sold_on, w.name AS sold_by, k.pay, x.position, l.code AS lot, p.name AS species, x.item, a.name AS article, x.batch, x.grams, x.pieces,
      x.unit, x.weight_source, x.full_per_kg, x.per_kg, x.price_reason, x.money, x.tax_rate, x.tax, k.void_movement_id IS NOT NULL AS taken_back, o.number AS order_number
      FROM sale_line x JOIN sale k ON k.id = x.sale_id LEFT JOIN lot l ON l.id = x.lot_id LEFT JOIN species p ON p.id = x.species_id
      LEFT JOIN article a ON a.id = x.article_id JOIN staff w ON w.id = k.staff_id LEFT JOIN customer_order o ON o.id = k.order_id
      WHERE x.sold_on BETWEEN ? AND ? ORDER BY k.id, x.position`,
  },
  goods: {
    about: say('other_goods_in_out_and_counted'),
    by: 'day',
    sql: `SELECT k.id, k.at, k.on_day, a.name AS article, a.unit, k.kind, k.amount, k.reason, w.name AS by_whom
      FROM article_act k JOIN article a ON a.id = k.article_id JOIN staff w ON w.id = k.staff_id
      WHERE k.on_day BETWEEN ? AND ? ORDER BY k.id`,
  },
  refunds: {
    about: say('money_given_back'),
    by: 'day',
    sql: `SELECT r.number, r.at, r.on_day, k.number AS sale, w.name AS given_by, r.pay, r.reason, x.position, x.grams, x.money, x.tax
      FROM refund r JOIN refund_line x ON x.refund_id = r.id JOIN sale k ON k.id = r.sale_id JOIN staff w ON w.id = r.staff_id
      WHERE x.money > 0 AND r.on_day BETWEEN ? AND ? ORDER BY r.id, x.position`,
  },
  payments: {
    about: say('money_paid_on_accounts'),
    by: 'day',
    sql: `SELECT y.number, y.at, y.on_day, c.name AS customer, y.money, y.pay, y.remarks, w.name AS taken_by, y.undone_at, y.undone_why
      FROM payment y JOIN customer c ON c.id = y.customer_id JOIN staff w ON w.id = y.staff_id
      WHERE y.on_day BETWEEN ? AND ? ORDER BY y.id`,
  },
  deposits: {
    about: say('money_left_with_orders'),
    by: 'day',
    sql: `SELECT o.number AS order_number, d.kind, d.money, d.pay, d.at, d.on_day, w.name AS taken_by
      FROM deposit d JOIN customer_order o ON o.id = d.order_id JOIN staff w ON w.id = d.staff_id WHERE d.on_day BETWEEN ? AND ? ORDER BY d.id`,
  },
  ledger: {
    about: say('every_entry_of_the_stock_ledger'),
    by: 'day',
    sql: `SELECT m.id AS movement, m.kind, m.at, m.trading_day, w.name AS by_whom, m.reason, e.account, l.code AS lot, e.item, e.batch, e.grams, e.pieces
      FROM movement m JOIN entry e ON e.movement_id = m.id JOIN lot l ON l.id = e.lot_id JOIN staff w ON w.id = m.staff_id
      WHERE m.trading_day BETWEEN ? AND ? ORDER BY m.id, e.id`,
  },
  losses: {
    about: say('waste_by_reason_and_what_is_not'),
    by: 'day',
    sql: `SELECT d.on_day, p.name AS species, d.reason, d.waste, d.unaccounted FROM day_loss d JOIN species p ON p.id = d.species_id
      WHERE d.on_day BETWEEN ? AND ? ORDER BY d.on_day, p.name, d.reason`,
  },
  counts: {
    about: say('stock_counts'),
    by: 'day',
    sql: `SELECT c.at, c.on_day, w.name AS counted_by, c.place, l.code AS lot, c.item, c.batch, c.book_grams, c.book_pieces, c.grams, c.pieces,
      c.weight_source, c.reason, c.void_at FROM stock_count c JOIN lot l ON l.id = c.lot_id JOIN staff w ON w.id = c.staff_id
      WHERE c.on_day BETWEEN ? AND ? ORDER BY c.id`,
  },
  made: {
    about: say('batches_made_of_trim'),
    by: 'day',
    sql: `SELECT m.id, m.product, m.made_at, w.name AS made_by, m.grams_in, m.grams_out, m.remarks, l.code AS parent, -e.grams AS parent_grams, e.item,
        m.void_at AS taken_back_at
      FROM made m JOIN staff w ON w.id = m.made_by JOIN entry e ON e.movement_id = m.movement_id AND e.item LIKE 'trim:%' AND e.grams < 0
      JOIN lot l ON l.id = e.lot_id WHERE m.made_on BETWEEN ? AND ? ORDER BY m.id, e.id`,
  },
  prices: {
    about: say('prices_as_they_were_set'),
    by: 'instant',
    sql: `SELECT p.name AS species, c.item, c.per_kg, c.at, w.name AS set_by, c.reason FROM price_change c JOIN species p ON p.id = c.species_id
      LEFT JOIN staff w ON w.id = c.staff_id WHERE c.at >= ? AND c.at < ? ORDER BY c.id`,
  },
  markdowns: {
    about: say('markdowns_and_when_they_ended'),
    by: 'instant',
    sql: `SELECT l.code AS lot, m.item, m.batch, m.full_per_kg, m.per_kg, m.reason, m.made_at, w.name AS made_by, m.ended_at
      FROM markdown m JOIN lot l ON l.id = m.lot_id JOIN staff w ON w.id = m.made_by WHERE m.made_at >= ? AND m.made_at < ? ORDER BY m.id`,
  },
  claims: {
    about: say('claims_against_suppliers'),
    by: 'instant',
    sql: `SELECT c.number, s.name AS supplier, l.code AS lot, c.outcome, c.grams, c.pieces, c.money, c.reason, c.made_at, c.settled_money, c.settled_at, c.void_at AS taken_back_at
      FROM claim c JOIN lot l ON l.id = c.lot_id JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id
      WHERE c.made_at >= ? AND c.made_at < ? ORDER BY c.id`,
  },
  temperatures: {
    about: say('readings_of_cold_places'),
    by: 'instant',
    sql: `SELECT p.name AS place, r.at, r.source, r.tenths FROM reading r JOIN place p ON p.id = r.place_id WHERE r.at >= ? AND r.at < ? ORDER BY r.at, p.id`,
  },
  checks: {
    about: say('cleaning_and_safety_checks'),
    by: 'day',
    sql: `SELECT c.trading_day, c.words, c.note, c.signed_at, w.name AS signed_by FROM day_check c JOIN staff w ON w.id = c.signed_by
      WHERE c.trading_day BETWEEN ? AND ? ORDER BY c.trading_day, c.signed_at`,
  },
  days: {
    about: say('days_closed_and_opened_again'),
    by: 'day',
    sql: `SELECT d.trading_day, d.closed_at, w.name AS closed_by, d.takings, d.books_cash, d.counted_cash, d.books_card, d.counted_card, d.remarks,
      d.reopened_at, q.name AS reopened_by, x.name AS reopened_with, d.reopened_alone, d.reopen_reason FROM day_close d JOIN staff w ON w.id = d.closed_by
      LEFT JOIN staff q ON q.id = d.reopened_by LEFT JOIN staff x ON x.id = d.reopened_with
      WHERE d.trading_day BETWEEN ? AND ? ORDER BY d.id`,
  },
};

export const tableNames = (): AnswerOf<typeof contract.reports.tables> =>
  Object.entries(tables).map(([name, t]) => ({ name, about: t.about }));

/** One table between two days as CSV; columns are named as the database names them, weights in grams, money in minor units. */
export async function tableCsv(work: Reader, name: string, from: string, to: string): Promise<File> {
  const table = Object.hasOwn(tables, name) ? tables[name]! : null;
  if (!table) throw problems.notFound(say('no_such_table'));
  if (!isDate(from) || !isDate(to) || from > to) throw problems.notFound(say('from_one_day_to_a_later_one'));
  const values =
    table.by === 'day'
      ? [from, to]
      : [instantOn(from, 0, work.settings), instantOn(addDays(to, 1), 0, work.settings)];
  const [found, fields] = await work.tx.execute({ sql: table.sql, rowsAsArray: true }, values);
  return csvFile(
    `${name}-${from}-${to}.csv`,
    fields.map((f) => f.name),
    found as unknown as (string | number | Date | null)[][],
  );
}
