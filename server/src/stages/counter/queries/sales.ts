import { inWords } from '@ember-slate/words/core';
import type { Sold, WeightSource } from '@ember-slate/contract';
import { byRate } from '@ember-slate/core/prices';
import { itemName } from '@ember-slate/core/ledger';
import { type ArrivalCondition, shortName } from '@ember-slate/core/species';
import type { Reader } from '../../../platform/context.ts';
import { placeholders, rows } from '../../../platform/db.ts';
import { formsOf } from '../../../platform/settings.ts';

interface LineRow {
  saleId: number;
  position: number;
  lotId: number;
  code: string;
  speciesName: string;
  condition: ArrivalCondition;
  item: string;
  batch: number;
  grams: number;
  source: WeightSource;
  pieces: number;
  perKg: number;
  fullPerKg: number;
  priceReason: string | null;
  money: number;
  rate: number | null;
  tax: number;
  refundedGrams: number;
  refundedMoney: number;
  refundedTax: number;
}

export const linesOf = (work: Reader, saleIds: readonly number[]) =>
  rows<LineRow>(
    work.tx,
    `SELECT x.sale_id AS saleId, x.position, x.lot_id AS lotId, l.code, s.name AS speciesName, l.arrival_condition AS \`condition\`,
       x.item, x.batch, x.grams, x.weight_source AS source, x.pieces, x.per_kg AS perKg, x.full_per_kg AS fullPerKg, x.price_reason AS priceReason, x.money, x.tax_rate AS rate, x.tax,
       CAST(COALESCE(SUM(r.grams), 0) AS SIGNED) AS refundedGrams, CAST(COALESCE(SUM(r.money), 0) AS SIGNED) AS refundedMoney,
       CAST(COALESCE(SUM(r.tax), 0) AS SIGNED) AS refundedTax
     FROM sale_line x JOIN lot l ON l.id = x.lot_id JOIN species s ON s.id = x.species_id
       LEFT JOIN refund_line r ON r.sale_id = x.sale_id AND r.position = x.position
     WHERE x.sale_id IN (${placeholders(saleIds.length)}) GROUP BY x.sale_id, x.position ORDER BY x.sale_id, x.position`,
    [...saleIds],
  );

/** Sales that answer a condition, latest first, each with its lines and what came back. */
export async function salesWhere(work: Reader, where: string, values: (string | number)[]): Promise<Sold[]> {
  const sales = await rows<{
    id: number;
    number: number;
    orderNumber: number | null;
    customer: string | null;
    at: Date;
    by: string;
    pay: Sold['pay'];
    total: number;
    voided: number;
    taxAdded: number;
  }>(
    work.tx,
    `SELECT k.id, k.number, o.number AS orderNumber, c.name AS customer, k.sold_at AS at, p.name AS \`by\`, k.pay, k.total,
       k.void_movement_id IS NOT NULL AS voided, k.tax_added AS taxAdded
     FROM sale k JOIN staff p ON p.id = k.staff_id LEFT JOIN customer_order o ON o.id = k.order_id
     LEFT JOIN customer c ON c.id = COALESCE(k.customer_id, o.customer_id)
     WHERE ${where} ORDER BY k.id DESC LIMIT 500`,
    values,
  );
  const lines = await linesOf(
    work,
    sales.map((s) => s.id),
  );
  return sales.map((s) => {
    const mine = lines.filter((l) => l.saleId === s.id);
    return {
      ...s,
      at: s.at.toISOString(),
      voided: s.voided === 1,
      taxAdded: s.taxAdded === 1,
      tax: byRate(mine),
      refunded: mine.reduce((sum, l) => sum + l.refundedMoney, 0),
      lines: mine.map(
        ({
          saleId: _sale,
          lotId: _lot,
          batch: _batch,
          rate: _rate,
          refundedTax: _tax,
          speciesName,
          condition,
          item,
          ...l
        }) => ({
          ...l,
          name: `${shortName(speciesName)}, ${inWords(itemName(item, condition, formsOf(work.settings)))}`,
        }),
      ),
    };
  });
}

export const salesOf = (work: Reader, day: string): Promise<Sold[]> =>
  salesWhere(work, 'k.sold_on = ?', [day]);
