import type { BodyOf, contract, Pay } from '@ember-slate/contract';
import { taxGivenBack } from '@ember-slate/core/prices';
import { differing, keepCorrection } from '../../../platform/books/corrections.ts';
import { refuseClosed } from '../../../platform/books/days.ts';
import { undo } from '../../../platform/books/ledger.ts';
import type { Work } from '../../../platform/context.ts';
import { row, rows, run } from '../../../platform/db.ts';
import { moneyText } from '../../../platform/money.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { linesOf } from '../queries/sales.ts';
import { say } from '../say.ts';

interface KeptRefund {
  number: number;
  saleId: number;
  movement: number | null;
  day: string;
  money: number;
  pay: Pay;
  nobodys: number;
}

/**
 * Puts right how much money was given back, and how: the till of its day follows, and the account of who owes it. Nothing
 * at all takes it back whole, and fish that came with it was not brought back. Refused on a closed day.
 */
export async function putRefundRight(
  work: Work,
  id: number,
  { was, money, pay, reason }: BodyOf<typeof contract.counter.putRefundRight>,
): Promise<{ id: number }> {
  const at = await row<{ saleId: number }>(work.tx, 'SELECT sale_id AS saleId FROM refund WHERE id = ?', [
    id,
  ]);
  if (!at) throw problems.notFound(say('no_such_refund'));
  // Money is given back for a sale by one at a time.
  await row(work.tx, 'SELECT id FROM sale WHERE id = ? FOR UPDATE', [at.saleId]);
  const had = (await row<KeptRefund>(
    work.tx,
    `SELECT r.number, r.sale_id AS saleId, r.movement_id AS movement, r.on_day AS day, r.money, r.pay,
       s.customer_id IS NULL AND s.order_id IS NULL AS nobodys
     FROM refund r JOIN sale s ON s.id = r.sale_id WHERE r.id = ? FOR UPDATE`,
    [id],
  ))!;
  await refuseClosed(work, had.day, say('its_money_was_counted_with_that_day'));
  if (had.money !== was.money || had.pay !== was.pay)
    throw problems.conflict(say('this_refund_was_changed_meanwhile', { number: had.number }));
  if (pay === 'account' && had.nobodys === 1) throw fieldProblem('pay', say('nobodys_account'));
  const words = (of: { money: number; pay: Pay }) =>
    of.money === 0
      ? say('is_taken_back')
      : say('refund_paid', { money: moneyText(work, of.money), pay: of.pay });
  const changes = differing({ [say('money_given_back')]: [words(had), words({ money, pay })] });
  if (changes.length === 0) throw problems.conflict(say('that_is_what_it_says'));
  if (had.money === 0) throw problems.conflict(say('refund_was_taken_back', { number: had.number }));
  if (money !== had.money) await putMoneyRight(work, id, had, money);
  await run(work.tx, 'UPDATE refund SET money = ?, pay = ? WHERE id = ?', [
    money,
    money === 0 ? had.pay : pay,
    id,
  ]);
  await keepCorrection(work, 'refund', {
    id,
    name: say('refund_named', { number: had.number }),
    changes,
    reason,
  });
  return { id };
}

/** Other money for the line it was given back for, with its tax; none for all lines, and what came back did not. */
async function putMoneyRight(work: Work, id: number, had: KeptRefund, money: number): Promise<void> {
  const mine = await rows<{ position: number; money: number; tax: number; since: number }>(
    work.tx,
    `SELECT l.position, l.money, l.tax, EXISTS (SELECT 1 FROM refund_line o WHERE o.sale_id = l.sale_id
       AND o.position = l.position AND o.refund_id > l.refund_id AND o.money > 0) AS since
     FROM refund_line l WHERE l.refund_id = ?`,
    [id],
  );
  // Tax given back is shared out in the order it was given: what came later builds on this.
  if (mine.some((l) => l.since === 1)) throw problems.conflict(say('more_was_given_back_since'));
  if (money === 0) {
    if (had.movement !== null && (await undo(work, had.movement)) === null)
      throw problems.conflict(say('fish_came_back_on_another_day'));
    await run(work.tx, 'UPDATE refund_line SET grams = 0, money = 0, tax = 0 WHERE refund_id = ?', [id]);
    return;
  }
  const [only] = mine;
  if (only === undefined || mine.length > 1) throw problems.conflict(say('several_lines_take_it_back'));
  const line = (await linesOf(work, [had.saleId])).find((l) => l.position === only.position)!;
  const before = { money: line.refundedMoney - only.money, tax: line.refundedTax - only.tax };
  const most = line.money - before.money;
  if (money > most)
    throw fieldProblem('money', say('is_all_that_was_paid_for_it_and', { work: moneyText(work, most) }));
  await run(work.tx, 'UPDATE refund_line SET money = ?, tax = ? WHERE refund_id = ?', [
    money,
    taxGivenBack(line, before, money),
    id,
  ]);
}
