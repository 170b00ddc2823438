import { inWords } from '@ember-slate/words/core';
import type { Refund, Sold, WeightSource } from '@ember-slate/contract';
import { byRate, type Unit } from '@ember-slate/core/prices';
import { itemName } from '@ember-slate/core/ledger';
import { type ArrivalCondition, shortName } from '@ember-slate/core/species';
import type { Reader } from '../../../platform/context.ts';
import { placeholders, rows } from '../../../platform/db.ts';
import { formsOf } from '../../../platform/settings.ts';

interface LineRow {
  saleId: number;
  position: number;
  /** Null where it is an article, with its name. */
  lotId: number | null;
  code: string | null;
  speciesName: string | null;
  condition: ArrivalCondition | null;
  item: string | null;
  batch: number;
  article: string | null;
  allergens: string | null;
  unit: Unit;
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

const nameOf = (work: Reader, { article, speciesName, item, condition }: LineRow) =>
  speciesName === null || item === null || condition === null
    ? (article ?? '')
    : `${shortName(speciesName)}, ${inWords(itemName(item, condition, formsOf(work.settings)))}`;

export const linesOf = (work: Reader, saleIds: readonly number[]) =>
  rows<LineRow>(
    work.tx,
    `SELECT x.sale_id AS saleId, x.position, x.lot_id AS lotId, l.code, s.name AS speciesName, l.arrival_condition AS \`condition\`,
       x.item, x.batch, a.name AS article, a.allergens, x.unit, x.grams, x.weight_source AS source, x.pieces, x.per_kg AS perKg, x.full_per_kg AS fullPerKg, x.price_reason AS priceReason, x.money, x.tax_rate AS rate, x.tax,
       CAST(COALESCE(SUM(r.grams), 0) AS SIGNED) AS refundedGrams, CAST(COALESCE(SUM(r.money), 0) AS SIGNED) AS refundedMoney,
       CAST(COALESCE(SUM(r.tax), 0) AS SIGNED) AS refundedTax
     FROM sale_line x LEFT JOIN lot l ON l.id = x.lot_id LEFT JOIN species s ON s.id = x.species_id
       LEFT JOIN article a ON a.id = x.article_id
       LEFT JOIN refund_line r ON r.sale_id = x.sale_id AND r.position = x.position
     WHERE x.sale_id IN (${placeholders(saleIds.length)}) GROUP BY x.sale_id, x.position ORDER BY x.sale_id, x.position`,
    [...saleIds],
  );

/** What was given back for these sales, but for what was taken back itself. */
const refundsOf = (work: Reader, saleIds: readonly number[]) =>
  rows<Omit<Refund, 'at'> & { saleId: number; at: Date }>(
    work.tx,
    `SELECT r.sale_id AS saleId, r.id, r.number, r.at, p.name AS \`by\`, r.money, r.pay, r.reason
     FROM refund r JOIN staff p ON p.id = r.staff_id
     WHERE r.money > 0 AND r.sale_id IN (${placeholders(saleIds.length)}) ORDER BY r.id`,
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
    depositUsed: number;
    voided: number;
    taxAdded: number;
  }>(
    work.tx,
    `SELECT k.id, k.number, o.number AS orderNumber, c.name AS customer, k.sold_at AS at, p.name AS \`by\`, k.pay, k.total, k.deposit_used AS depositUsed,
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
  const refunds = await refundsOf(
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
      lines: mine.map((l) => ({
        position: l.position,
        name: nameOf(work, l),
        code: l.code,
        allergens: l.allergens ?? '',
        grams: l.grams,
        source: l.source,
        pieces: l.pieces,
        unit: l.unit,
        perKg: l.perKg,
        fullPerKg: l.fullPerKg,
        priceReason: l.priceReason,
        money: l.money,
        tax: l.tax,
        refundedGrams: l.refundedGrams,
        refundedMoney: l.refundedMoney,
      })),
      refunds: refunds
        .filter((r) => r.saleId === s.id)
        .map(({ saleId: _sale, ...r }) => ({ ...r, at: r.at.toISOString() })),
    };
  });
}

export const salesOf = (work: Reader, day: string): Promise<Sold[]> =>
  salesWhere(work, 'k.sold_on = ?', [day]);
