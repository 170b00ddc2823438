import { say } from '../../say.ts';
import { check, checkEach, type Check } from './check.ts';

/**
 * Every movement sums to zero grams a lot, every balance is the sum of its entries, no place holds less than nothing, every
 * lot was landed with the weight its row says, nothing came out of nothing, and what takes a movement back takes all of it.
 */
export const grams: readonly Check[] = [
  check<{ movement: number; lot: number; off: number }>(
    'SELECT movement_id AS movement, lot_id AS lot, SUM(grams) AS off FROM entry GROUP BY movement_id, lot_id HAVING off <> 0',
    (r) => say('movement_lot_is_off_by_g', { movementid: r.movement, lotid: r.lot, off: r.off }),
  ),
  checkEach<{ account: string; lot: number; item: string; g: number; p: number }>(
    'lot',
    `SELECT account, lot_id AS lot, item, batch, SUM(grams) AS g, SUM(pieces) AS p FROM (
       SELECT account, lot_id, item, batch, grams, pieces FROM entry WHERE lot_id BETWEEN ? AND ?
       UNION ALL SELECT account, lot_id, item, batch, -grams, -pieces FROM balance WHERE lot_id BETWEEN ? AND ?) AS both_sides
     GROUP BY account, lot_id, item, batch HAVING g <> 0 OR p <> 0`,
    (r) =>
      say('lot_the_ledger_says_g_and_pieces', {
        account: r.account,
        lotid: r.lot,
        item: r.item,
        grams: r.g,
        pieces: r.p,
      }),
  ),
  check<{ id: number }>(
    // A bag without fish moves money alone; of one with fish the money's rules find what is missing.
    `SELECT m.id FROM movement m LEFT JOIN entry e ON e.movement_id = m.id WHERE e.id IS NULL AND m.kind NOT IN ('sell', 'void')`,
    (r) => say('movement_has_no_entries', { id: r.id }),
  ),
  check<{ code: string; on_row: number; landed: number }>(
    `SELECT l.code, l.grams AS on_row, -COALESCE(SUM(b.grams), 0) AS landed FROM lot l
     LEFT JOIN balance b ON b.lot_id = l.id AND b.account = 'outside:supplier' GROUP BY l.id HAVING landed <> on_row`,
    (r) => say('lot_g_on_its_row_g_in_the_ledger', { code: r.code, grams: r.on_row, landed: r.landed }),
  ),
  // A scale and the books may differ by a residue, once a row; more came out of nothing.
  checkEach<{ id: number; kind: string; code: string; item: string; gained: number }>(
    'movement',
    `SELECT m.id, m.kind, l.code, e.item, -SUM(IF(e.account = 'end:unaccounted', e.grams, 0)) AS gained
     FROM movement m JOIN entry e ON e.movement_id = m.id JOIN lot l ON l.id = e.lot_id
     WHERE m.id BETWEEN ? AND ? AND m.kind IN ('sell', 'hand_over', 'move', 'discard', 'make', 'to_bench', 'return') AND m.undoes IS NULL
     GROUP BY m.id, e.lot_id, e.item, e.batch
     HAVING gained > 0 AND (gained > GREATEST(30, ROUND(MAX(l.grams) * 0.015)) * COUNT(DISTINCT IF(e.account LIKE 'place:%', e.account, NULL))
       OR SUM(IF(e.account LIKE 'place:%' AND e.grams < 0, -e.grams, 0)) = 0)`,
    (r) =>
      say('movement_g_of_lot_that_were_not', {
        id: r.id,
        kind: r.kind,
        gained: r.gained,
        code: r.code,
        item: r.item,
      }),
  ),
  check<{ account: string; lot: number }>(
    "SELECT account, lot_id AS lot FROM balance WHERE account LIKE 'place:%' AND (grams < 0 OR pieces < 0)",
    (r) => say('holds_less_than_nothing_of_lot', { account: r.account, lotid: r.lot }),
  ),
  check<{ id: number; undone: number }>(
    `SELECT MAX(taking) AS id, undone FROM (
       SELECT m.id AS taking, m.undoes AS undone, e.account, e.lot_id, e.item, e.batch, e.grams, e.pieces
         FROM movement m JOIN entry e ON e.movement_id = m.id WHERE m.undoes IS NOT NULL
       UNION ALL SELECT 0, u.undoes, e.account, e.lot_id, e.item, e.batch, e.grams, e.pieces
         FROM movement u JOIN entry e ON e.movement_id = u.undoes) AS both_ways
     GROUP BY undone, account, lot_id, item, batch HAVING SUM(grams) <> 0 OR SUM(pieces) <> 0`,
    (r) => say('movement_takes_back_another_amount', { id: r.id, undone: r.undone }),
  ),
  check<{ code: string; item: string; place: string }>(
    `SELECT l.code, c.item, c.place FROM stock_count c JOIN lot l ON l.id = c.lot_id
     LEFT JOIN movement m ON m.id = c.movement_id
     LEFT JOIN (SELECT movement_id, SUM(grams) AS grams, SUM(pieces) AS pieces, MIN(account) AS first, MAX(account) AS last
       FROM entry WHERE account LIKE 'place:%' GROUP BY movement_id) AS e ON e.movement_id = c.movement_id
     WHERE COALESCE(e.grams, 0) <> CAST(c.grams AS SIGNED) - CAST(c.book_grams AS SIGNED)
       OR COALESCE(e.pieces, 0) <> CAST(c.pieces AS SIGNED) - CAST(c.book_pieces AS SIGNED)
       OR (m.id IS NOT NULL AND (m.kind <> 'count' OR m.trading_day <> c.on_day OR e.first <> c.place OR e.last <> c.place))`,
    (r) => say('count_not_what_its_movement_says', { code: r.code, item: r.item, place: r.place }),
  ),
  check<{ id: number; kind: string }>(
    `SELECT m.id, m.kind FROM movement m LEFT JOIN stock_count c ON c.movement_id = m.id WHERE m.kind = 'count' AND m.undoes IS NULL AND c.id IS NULL
       AND m.id NOT IN (SELECT id FROM older_movement)
     UNION ALL SELECT m.id, m.kind FROM movement m LEFT JOIN made k ON k.movement_id = m.id WHERE m.kind = 'make' AND m.undoes IS NULL AND k.id IS NULL
     UNION ALL SELECT m.id, m.kind FROM movement m LEFT JOIN claim c ON c.movement_id = m.id WHERE m.kind = 'return' AND m.undoes IS NULL AND c.id IS NULL`,
    (r) => say('movement_without_its_record', { id: r.id, kind: r.kind }),
  ),
  check<{ id: number }>(
    `SELECT k.id FROM made k LEFT JOIN (
       SELECT movement_id, SUM(IF(account LIKE 'place:%' AND grams > 0, grams, 0)) AS came, SUM(IF(account LIKE 'place:%' AND grams < 0, -grams, 0))
         - SUM(IF(account = 'end:unaccounted', grams, 0)) AS went FROM entry GROUP BY movement_id) AS e ON e.movement_id = k.movement_id
     WHERE k.movement_id IS NULL OR e.came <> k.grams_out OR e.went <> k.grams_in`,
    (r) => say('made_batch_not_what_its_movement_says', { id: r.id }),
  ),
  check<{ number: number }>(
    `SELECT c.number FROM claim c LEFT JOIN (
       SELECT movement_id, SUM(IF(account IN ('outside:returned', 'end:waste'), grams, 0)) AS grams FROM entry GROUP BY movement_id) AS e
       ON e.movement_id = c.movement_id
     WHERE (c.outcome <> 'keep') <> (c.movement_id IS NOT NULL) OR (c.movement_id IS NOT NULL AND COALESCE(e.grams, 0) <> c.grams)`,
    (r) => say('claim_not_what_its_movement_says', { number: r.number }),
  ),
  // What was binned for a claim could once be taken back without it.
  check<{ record: string; name: string }>(
    `SELECT v.record, v.name FROM (
       SELECT 'claim' AS record, id, number AS name, movement_id, void_at IS NOT NULL AS is_void, outcome <> 'bin' AS is_whole FROM claim
       UNION ALL SELECT 'made', id, id, movement_id, void_at IS NOT NULL, TRUE FROM made) AS v
     LEFT JOIN movement u ON u.undoes = v.movement_id
     LEFT JOIN correction k ON k.record = v.record AND k.record_id = v.id AND v.is_void
     WHERE IF(v.is_void, k.id IS NULL OR (v.movement_id IS NOT NULL AND u.id IS NULL), v.is_whole AND u.id IS NOT NULL)`,
    (r) => say('taken_back_without_its_record', { record: r.record, name: r.name }),
  ),
];
