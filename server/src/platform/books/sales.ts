import type { Pay, WeightSource } from '@ember-slate/contract';
import { today, type Work } from '../context.ts';
import { placeholders, run } from '../db.ts';
import { nextNumber } from './numbers.ts';

export interface SoldLine {
  lotId: number;
  speciesId: string;
  item: string;
  batch: number;
  grams: number;
  pieces: number;
  source: WeightSource;
  perKg: number;
  /** What the price list said. */
  fullPerKg: number;
  priceReason: string | null;
  money: number;
}

export interface Paid {
  orderId: number | null;
  /** Whose account it goes on, where no order says so. */
  customerId: number | null;
  pay: Pay;
  /** Money of a deposit in it: the customer pays that much less. */
  depositUsed: number;
}

/** Writes a sale beside its movement; returns its id, number and total. */
export async function recordSale(work: Work, movementId: number, paid: Paid, lines: readonly SoldLine[]) {
  const number = await nextNumber(work.tx, 'sale');
  const total = lines.reduce((s, l) => s + l.money, 0);
  const made = await run(
    work.tx,
    `INSERT INTO sale (number, order_id, customer_id, movement_id, sold_at, sold_on, staff_id, total, pay, deposit_used)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      number,
      paid.orderId,
      paid.customerId,
      movementId,
      work.now,
      today(work),
      work.actor.id,
      total,
      paid.pay,
      paid.depositUsed,
    ],
  );
  await run(
    work.tx,
    `INSERT INTO sale_line (sale_id, position, lot_id, species_id, item, batch, grams, pieces, weight_source, per_kg,
       full_per_kg, price_reason, money, sold_on, way) VALUES ${lines.map(() => `(${placeholders(15)})`).join(', ')}`,
    lines.flatMap((l, i) => [
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
      l.fullPerKg,
      l.priceReason,
      l.money,
      today(work),
      paid.orderId === null ? 'counter' : 'order',
    ]),
  );
  return { id: made.insertId, number, total };
}
