import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import type { Entry } from '@ember-slate/core/ledger';
import { taxGivenBack } from '@ember-slate/core/prices';
import { massText } from '@ember-slate/core/units';
import { refuseClosed } from '../../../platform/books/days.ts';
import { post } from '../../../platform/books/ledger.ts';
import { nextNumber } from '../../../platform/books/numbers.ts';
import { today, type Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { moneyText } from '../../../platform/money.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { linesOf } from '../queries/sales.ts';
import { say } from '../say.ts';

/** Money back for lines of a sale, never more than was paid for them; fish that comes back goes to the bin. */
export async function refund(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.counter.refund>,
): Promise<AnswerOf<typeof contract.counter.refund>> {
  const sale = await row<{ number: number; voidMovementId: number | null; nobodys: number }>(
    work.tx,
    `SELECT number, void_movement_id AS voidMovementId, customer_id IS NULL AND order_id IS NULL AS nobodys
     FROM sale WHERE id = ? FOR UPDATE`,
    [id],
  );
  if (!sale) throw problems.notFound(say('no_such_sale'));
  if (sale.voidMovementId !== null)
    throw problems.conflict(say('sale_was_taken_back_whole', { number: sale.number }));
  if (body.pay === 'account' && sale.nobodys === 1) throw fieldProblem('pay', say('nobodys_account'));
  await refuseClosed(work, today(work), say('money_is_given_back_on_an_open_day'));
  const lines = await linesOf(work, [id]);
  const entries: Entry[] = [];
  for (const [i, back] of body.lines.entries()) {
    const line = lines.find((l) => l.position === back.position);
    if (!line || body.lines.findIndex((b) => b.position === back.position) !== i)
      throw fieldProblem(`lines.${i}`, say('that_line_is_not_in_this_sale_or'));
    const money = line.money - line.refundedMoney;
    if (back.money > money)
      throw fieldProblem(
        `lines.${i}.money`,
        say('is_all_that_was_paid_for_it_and', { work: moneyText(work, money) }),
      );
    const grams = line.grams - line.refundedGrams;
    if (back.grams > grams)
      throw fieldProblem(
        `lines.${i}.grams`,
        say('only_of_it_was_sold_and_is_not', { grams: massText(grams, work.units) }),
      );
    // An article that comes back is binned like fish, and was in no lot.
    if (back.grams === 0 || line.lotId === null || line.item === null) continue;
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
  for (const l of body.lines) {
    const line = lines.find((x) => x.position === l.position)!;
    const before = { money: line.refundedMoney, tax: line.refundedTax };
    await run(
      work.tx,
      'INSERT INTO refund_line (refund_id, sale_id, position, grams, money, tax) VALUES (?, ?, ?, ?, ?, ?)',
      [made.insertId, id, l.position, l.grams, l.money, taxGivenBack(line, before, l.money)],
    );
  }
  return { id: made.insertId, number, money };
}
