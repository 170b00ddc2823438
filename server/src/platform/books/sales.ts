import type { Pay, WeightSource } from '@ember-slate/contract';
import { taxLines, type Unit } from '@ember-slate/core/prices';
import { today, type Work } from '../context.ts';
import { placeholders, run } from '../db.ts';
import { nextNumber } from './numbers.ts';

interface Line {
  grams: number;
  pieces: number;
  source: WeightSource;
  /** A kilogram, or a piece where it is sold by the piece. */
  perKg: number;
  /** What the price list said. */
  fullPerKg: number;
  priceReason: string | null;
  /** Amount times price; tax comes on top where prices are without it. */
  money: number;
}

/** Fish of a lot that was sold. */
export interface SoldLine extends Line {
  lotId: number;
  speciesId: string;
  item: string;
  batch: number;
  /** What its prices are of. */
  unit: Unit;
}

/** An article that was sold. */
export interface SoldArticle extends Line {
  articleId: number;
  unit: Unit;
  rate: number | null;
}

export interface Paid {
  orderId: number | null;
  /** Whose account it goes on, where no order says so. */
  customerId: number | null;
  pay: Pay;
  /** Money of a deposit that is there: the customer pays that much less, and never less than nothing. */
  deposit: number;
}

/** Writes a sale with its tax beside its movement; returns its id, number, total and what of the deposit is in it. */
export async function recordSale(
  work: Work,
  movementId: number,
  paid: Paid,
  lines: readonly (SoldLine | SoldArticle)[],
) {
  const number = await nextNumber(work.tx, 'sale');
  const taxed = taxLines(lines, work.settings.tax);
  const total = taxed.reduce((s, l) => s + l.money, 0);
  const depositUsed = Math.min(paid.deposit, total);
  const made = await run(
    work.tx,
    `INSERT INTO sale (number, order_id, customer_id, movement_id, sold_at, sold_on, staff_id, total, pay, deposit_used, tax_added)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
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
      depositUsed,
      work.settings.tax.added && taxed.some((t) => t.rate !== null),
    ],
  );
  await run(
    work.tx,
    `INSERT INTO sale_line (sale_id, position, lot_id, species_id, item, batch, grams, pieces, weight_source, per_kg,
       full_per_kg, price_reason, money, tax_rate, tax, sold_on, way, article_id, unit) VALUES ${lines.map(() => `(${placeholders(19)})`).join(', ')}`,
    lines.flatMap((l, i) => [
      made.insertId,
      i + 1,
      ...('lotId' in l ? [l.lotId, l.speciesId, l.item, l.batch] : [null, null, null, 0]),
      l.grams,
      l.pieces,
      l.source,
      l.perKg,
      l.fullPerKg,
      l.priceReason,
      taxed[i]!.money,
      taxed[i]!.rate,
      taxed[i]!.tax,
      today(work),
      paid.orderId === null ? 'counter' : 'order',
      'lotId' in l ? null : l.articleId,
      l.unit,
    ]),
  );
  return { id: made.insertId, number, total, depositUsed };
}
