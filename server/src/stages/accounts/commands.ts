import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { refuseClosed } from '../../platform/books/days.ts';
import { nextNumber } from '../../platform/books/numbers.ts';
import { today, type Work } from '../../platform/context.ts';
import { row, run } from '../../platform/db.ts';
import { problems } from '../../platform/problem.ts';
import { lockPayment, owedBy } from './queries.ts';
import { say } from './say.ts';

/** Writes down money a customer paid. Throws not-found for nobody, and a conflict when the day is closed. */
export async function pay(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.accounts.pay>,
): Promise<AnswerOf<typeof contract.accounts.pay>> {
  if (!(await row(work.tx, 'SELECT id FROM customer WHERE id = ?', [id])))
    throw problems.notFound(say('no_such_customer'));
  await refuseClosed(work, today(work), say('money_is_taken_on_an_open_day'));
  const number = await nextNumber(work.tx, 'payment');
  const made = await run(
    work.tx,
    'INSERT INTO payment (number, customer_id, money, pay, remarks, at, on_day, staff_id) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [number, id, body.money, body.pay, body.remarks, work.now, today(work), work.actor.id],
  );
  return { id: made.insertId, number, owes: await owedBy(work, id) };
}

/** Takes a payment back. Throws not-found for none, a conflict when it was already or its day is closed. */
export async function takeBack(work: Work, id: number, reason: string): Promise<{ id: number }> {
  const had = await lockPayment(work, id);
  if (!had) throw problems.notFound(say('no_such_payment'));
  if (had.undone) throw problems.conflict(say('was_taken_back_already', { number: had.number }));
  await refuseClosed(work, had.day, say('it_was_in_that_days_till'));
  await run(work.tx, 'UPDATE payment SET undone_at = ?, undone_by = ?, undone_why = ? WHERE id = ?', [
    work.now,
    work.actor.id,
    reason,
    id,
  ]);
  return { id };
}
