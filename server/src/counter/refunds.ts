import type { AnswerOf, BodyOf, Sold, contract, WeightSource } from '@ember-slate/contract';
import { itemName, type Entry } from '@ember-slate/core/ledger';
import { shortName, type ArrivalCondition } from '@ember-slate/core/species';
import { massText } from '@ember-slate/core/units';
import { moneyText } from '../platform/money.ts';
import { refuseClosed } from '../platform/days.ts';
import { today, type Work } from '../platform/context.ts';
import { marks, row, rows, run } from '../platform/db.ts';
import { post } from '../platform/ledger.ts';
import { nextNumber } from '../platform/numbers.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { formsOf } from '../platform/settings.ts';

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
  refundedGrams: number;
  refundedMoney: number;
}

const linesOf = (work: Work, saleIds: readonly number[]) =>
  rows<LineRow>(
    work.tx,
    `SELECT x.sale_id AS saleId, x.position, x.lot_id AS lotId, l.code, s.name AS speciesName, l.arrival_condition AS \`condition\`,
       x.item, x.batch, x.grams, x.weight_source AS source, x.pieces, x.per_kg AS perKg, x.full_per_kg AS fullPerKg, x.price_reason AS priceReason, x.money,
       CAST(COALESCE(SUM(r.grams), 0) AS SIGNED) AS refundedGrams, CAST(COALESCE(SUM(r.money), 0) AS SIGNED) AS refundedMoney
     FROM sale_line x JOIN lot l ON l.id = x.lot_id JOIN species s ON s.id = x.species_id
       LEFT JOIN refund_line r ON r.sale_id = x.sale_id AND r.position = x.position
     WHERE x.sale_id IN (${marks(saleIds.length)}) GROUP BY x.sale_id, x.position ORDER BY x.sale_id, x.position`,
    [...saleIds],
  );

/** Sales that answer a condition, latest first, each with its lines and what came back. */
export async function salesWhere(work: Work, where: string, values: (string | number)[]): Promise<Sold[]> {
  const sales = await rows<{
    id: number;
    number: number;
    orderNumber: number | null;
    at: Date;
    by: string;
    pay: Sold['pay'];
    total: number;
    voided: number;
  }>(
    work.tx,
    `SELECT k.id, k.number, o.number AS orderNumber, k.sold_at AS at, p.name AS \`by\`, k.pay, k.total,
       k.void_movement_id IS NOT NULL AS voided
     FROM sale k JOIN staff p ON p.id = k.staff_id LEFT JOIN customer_order o ON o.id = k.order_id
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
      refunded: mine.reduce((sum, l) => sum + l.refundedMoney, 0),
      lines: mine.map(
        ({ saleId: _sale, lotId: _lot, batch: _batch, speciesName, condition, item, ...l }) => ({
          ...l,
          name: `${shortName(speciesName)}, ${itemName(item, condition, formsOf(work.settings))}`,
        }),
      ),
    };
  });
}

export const salesOf = (work: Work, day: string): Promise<Sold[]> => salesWhere(work, 'k.sold_on = ?', [day]);

/** Money back for lines of a sale, never more than was paid for them; fish that comes back goes to the bin. */
export async function refund(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.counter.refund>,
): Promise<AnswerOf<typeof contract.counter.refund>> {
  const sale = await row<{ number: number; voidMovementId: number | null }>(
    work.tx,
    'SELECT number, void_movement_id AS voidMovementId FROM sale WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!sale) throw problems.notFound('No such sale');
  if (sale.voidMovementId !== null) throw problems.conflict(`Sale ${sale.number} was taken back whole`);
  await refuseClosed(work, today(work), 'money is given back on an open day');
  const lines = await linesOf(work, [id]);
  const entries: Entry[] = [];
  for (const [i, back] of body.lines.entries()) {
    const line = lines.find((l) => l.position === back.position);
    if (!line || body.lines.findIndex((b) => b.position === back.position) !== i)
      throw fieldProblem(`lines.${i}`, 'That line is not in this sale, or is named twice');
    const money = line.money - line.refundedMoney;
    if (back.money > money)
      throw fieldProblem(
        `lines.${i}.money`,
        `${moneyText(work, money)} is all that was paid for it and not given back yet`,
      );
    const grams = line.grams - line.refundedGrams;
    if (back.grams > grams)
      throw fieldProblem(
        `lines.${i}.grams`,
        `Only ${massText(grams, work.units)} of it was sold and is not back yet`,
      );
    if (back.grams === 0) continue;
    const what = { lotId: line.lotId, item: line.item, batch: line.batch, grams: back.grams, pieces: 0 };
    entries.push(
      { ...what, account: 'outside:customer', grams: -back.grams },
      // Once out of the shop's hands it is never sold again (common practice).
      { ...what, account: 'end:waste' },
    );
  }
  const movement = entries.length > 0 ? await post(work, 'refund', entries, body.reason) : null;
  const money = body.lines.reduce((s, l) => s + l.money, 0);
  const number = await nextNumber(work.tx, 'refund');
  const made = await run(
    work.tx,
    'INSERT INTO refund (number, sale_id, movement_id, at, on_day, staff_id, money, pay, reason) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)',
    [number, id, movement, work.now, today(work), work.actor.id, money, body.pay, body.reason],
  );
  for (const l of body.lines)
    await run(
      work.tx,
      'INSERT INTO refund_line (refund_id, sale_id, position, grams, money) VALUES (?, ?, ?, ?, ?)',
      [made.insertId, id, l.position, l.grams, l.money],
    );
  return { id: made.insertId, number, money };
}
