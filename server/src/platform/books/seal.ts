import { createHash } from 'node:crypto';
import { row, rows, run, type Tx } from '../db.ts';

/**
 * What a closed day holds for good, in order: its movements, sales, money given back and left, counts, cutting, grades and
 * signed checks. Nothing in it may change after the day is closed: neither by a person nor by a later version's migration.
 */
const contents: readonly (readonly [what: string, sql: string])[] = [
  [
    'movement',
    'SELECT id, kind, at, staff_id, reason, undoes FROM movement WHERE trading_day = ? ORDER BY id',
  ],
  [
    'entry',
    `SELECT e.movement_id, e.id, e.account, e.lot_id, e.item, e.batch, e.grams, e.pieces FROM movement m
     JOIN entry e ON e.movement_id = m.id WHERE m.trading_day = ? ORDER BY e.id`,
  ],
  [
    'sale',
    `SELECT id, number, order_id, customer_id, movement_id, sold_at, staff_id, total, pay, deposit_used, void_movement_id
     FROM sale WHERE sold_on = ? ORDER BY id`,
  ],
  [
    'sale line',
    `SELECT sale_id, position, lot_id, species_id, item, batch, grams, pieces, weight_source, per_kg, full_per_kg, price_reason,
       money, way FROM sale_line WHERE sold_on = ? ORDER BY sale_id, position`,
  ],
  [
    'taxed line',
    `SELECT x.sale_id, x.position, k.tax_added, x.tax_rate, x.tax FROM sale_line x JOIN sale k ON k.id = x.sale_id
     WHERE x.sold_on = ? AND x.tax_rate IS NOT NULL ORDER BY x.sale_id, x.position`,
  ],
  [
    'article sold',
    "SELECT sale_id, position, article_id, unit FROM sale_line WHERE sold_on = ? AND (article_id IS NOT NULL OR unit = 'piece') ORDER BY sale_id, position",
  ],
  [
    'article counted',
    'SELECT id, article_id, kind, amount, reason, at, staff_id FROM article_act WHERE on_day = ? ORDER BY id',
  ],
  [
    'refund',
    'SELECT id, number, sale_id, movement_id, at, staff_id, money, pay, reason FROM refund WHERE on_day = ? ORDER BY id',
  ],
  [
    'refund line',
    `SELECT l.refund_id, l.sale_id, l.position, l.grams, l.money FROM refund r JOIN refund_line l ON l.refund_id = r.id
     WHERE r.on_day = ? ORDER BY l.refund_id, l.position`,
  ],
  [
    'refunded tax',
    `SELECT l.refund_id, l.position, l.tax FROM refund r JOIN refund_line l ON l.refund_id = r.id
     WHERE r.on_day = ? AND l.tax > 0 ORDER BY l.refund_id, l.position`,
  ],
  [
    'deposit',
    'SELECT id, order_id, kind, money, at, staff_id, pay FROM deposit WHERE on_day = ? ORDER BY id',
  ],
  [
    'payment',
    `SELECT id, number, customer_id, money, pay, remarks, at, staff_id, undone_at, undone_by, undone_why FROM payment
     WHERE on_day = ? ORDER BY id`,
  ],
  [
    'count',
    `SELECT id, movement_id, place, lot_id, item, batch, book_grams, book_pieces, grams, pieces, weight_source, reason, at, staff_id
     FROM stock_count WHERE on_day = ? ORDER BY id`,
  ],
  [
    'made',
    'SELECT id, product, movement_id, grams_in, grams_out, remarks, made_at, made_by FROM made WHERE made_on = ? ORDER BY id',
  ],
  [
    'ticket',
    `SELECT id, number, species_id, input_grams, main_grams, expected_yield, closed_at, closed_by, close_reason FROM ticket
     WHERE closed_on = ? ORDER BY id`,
  ],
  [
    'weighed in',
    `SELECT i.ticket_id, i.lot_id, i.item, i.batch, i.pieces, i.grams, i.weight_source FROM ticket t
     JOIN ticket_input i ON i.ticket_id = t.id WHERE t.closed_on = ? ORDER BY i.ticket_id, i.lot_id, i.item, i.batch`,
  ],
  [
    'weighed out',
    `SELECT w.ticket_id, w.id, w.item, w.grams, w.pieces, w.weight_source, w.weighed_at, w.weighed_by, w.struck_at, w.struck_by
     FROM ticket t JOIN weigh_out w ON w.ticket_id = t.id WHERE t.closed_on = ? ORDER BY w.id`,
  ],
  [
    'bone sweep',
    `SELECT b.ticket_id, b.id, b.pass, b.staff_id, b.at, b.found FROM ticket t JOIN bone_pass b ON b.ticket_id = t.id
     WHERE t.closed_on = ? ORDER BY b.id`,
  ],
  [
    'sweep alone',
    `SELECT b.id FROM ticket t JOIN bone_pass b ON b.ticket_id = t.id WHERE t.closed_on = ? AND b.alone ORDER BY b.id`,
  ],
  [
    'yield',
    `SELECT ticket_id, species_id, form, supplier_id, cutter_id, fish, input_grams, main_grams, expected, paid_per_kg
     FROM yield_point WHERE closed_on = ? ORDER BY ticket_id`,
  ],
  [
    'grade',
    `SELECT id, lot_id, graded_at, graded_by, scheme, scheme_version, fish, core_tenths, used_days, half_width, category, advised,
       verdict, override_reason FROM grade WHERE on_day = ? ORDER BY id`,
  ],
  [
    'correction',
    'SELECT id, record, record_id, name, changes, reason, at, staff_id FROM correction WHERE on_day = ? ORDER BY id',
  ],
  [
    'check',
    'SELECT check_id, words, note, signed_at, signed_by FROM day_check WHERE trading_day = ? ORDER BY check_id',
  ],
];

/** One closing, as its seal covers it. */
export interface Closing {
  id: number;
  day: string;
  afterId: number | null;
  seal: string | null;
  reopened: boolean;
}

/** The last closing that was sealed before this one, and its seal; nulls for the first. */
const sealedBefore = (tx: Tx, id: number) =>
  row<{ id: number; seal: string }>(
    tx,
    'SELECT id, seal FROM day_close WHERE id < ? AND seal IS NOT NULL ORDER BY id DESC LIMIT 1',
    [id],
  );

/**
 * The seal of a closing: SHA-256 over what its day holds, what the closing says, and the seal of the closing before it, so
 * that nothing of a closed day can be changed, consistently or not, without every seal since. Hexadecimal.
 */
export async function sealOf(
  tx: Tx,
  closing: Pick<Closing, 'id' | 'day'>,
  before: string | null,
): Promise<string> {
  const hash = createHash('sha256');
  const add = (what: string, found: object) =>
    hash.update(`${JSON.stringify([what, ...(Object.values(found) as unknown[])])}\n`);
  add('after', { before });
  for (const [what, sql] of contents)
    for (const found of await rows<object>(tx, sql, [closing.day])) add(what, found);
  add(
    'closing',
    (await row<object>(
      tx,
      `SELECT id, trading_day, closed_at, closed_by, takings, remarks, books_cash, books_card, counted_cash, counted_card
       FROM day_close WHERE id = ?`,
      [closing.id],
    ))!,
  );
  return hash.digest('hex');
}

/** Seals a closing, over the one before it. Closings wait for each other here; nobody else does. */
export async function sealClosing(tx: Tx, id: number, day: string): Promise<void> {
  await run(
    tx,
    "INSERT INTO counter_number (name, last_number) VALUES ('seal', 1) ON DUPLICATE KEY UPDATE last_number = last_number + 1",
  );
  const before = await sealedBefore(tx, id);
  const seal = await sealOf(tx, { id, day }, before?.seal ?? null);
  await run(tx, 'UPDATE day_close SET seal = ?, after_id = ? WHERE id = ?', [seal, before?.id ?? null, id]);
}
