import { today, type Work } from '../platform/context.ts';
import { run } from '../platform/db.ts';
import { nextNumber } from '../platform/numbers.ts';

export interface SoldLine {
  lotId: number;
  speciesId: string;
  item: string;
  batch: number;
  grams: number;
  pieces: number;
  source: 'measured' | 'typed' | 'estimated';
  perKg: number;
  money: number;
}

/** Writes a sale beside its movement; returns its id, number and total. */
export async function recordSale(
  work: Work,
  movementId: number,
  orderId: number | null,
  lines: readonly SoldLine[],
) {
  const number = await nextNumber(work.tx, 'sale');
  const total = lines.reduce((s, l) => s + l.money, 0);
  const made = await run(
    work.tx,
    'INSERT INTO sale (number, order_id, movement_id, sold_at, sold_on, staff_id, total) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [number, orderId, movementId, work.now, today(work), work.actor.id, total],
  );
  for (const [i, l] of lines.entries()) {
    await run(
      work.tx,
      `INSERT INTO sale_line (sale_id, position, lot_id, species_id, item, batch, grams, pieces, weight_source, per_kg, money)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
      [
        made.insertId,
        i + 1,
        l.lotId,
        l.speciesId,
        l.item,
        l.batch,
        l.grams,
        l.pieces,
        l.source,
        l.perKg,
        l.money,
      ],
    );
  }
  return { id: made.insertId, number, total };
}
