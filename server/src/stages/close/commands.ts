import type { BodyOf, contract } from '@ember-slate/contract';
import { formatDay, isDate } from '@ember-slate/core/calendar';
import { holdDay, refuseClosed } from '../../platform/books/days.ts';
import { sealClosing } from '../../platform/books/seal.ts';
import { today, type Work } from '../../platform/context.ts';
import { row, run } from '../../platform/db.ts';
import { moneyText } from '../../platform/money.ts';
import { fieldProblem, problems } from '../../platform/problem.ts';
import { secondOf } from '../../platform/second.ts';
import { changeSetting } from '../../platform/settings.ts';
import { closeOf } from './queries/day.ts';
import { checksOf } from './queries/guide.ts';
import { say } from './say.ts';

/** Signs the day off, locks and seals it. What is still open may stay, with a remark; a fish on the board may not. */
export async function closeDay(
  work: Work,
  day: string,
  body: BodyOf<typeof contract.close.closeDay>,
): Promise<{ id: number }> {
  if (!isDate(day)) throw problems.notFound(say('no_such_day'));
  if (day > today(work)) throw problems.conflict(say('that_day_has_not_come_yet'));
  const begun = await row<{ day: string | null }>(work.tx, 'SELECT MIN(trading_day) AS day FROM movement');
  if (day < (begun?.day ?? today(work))) throw problems.conflict(say('the_shops_books_begin_later_than'));
  // Held from here: a sale that is being saved is counted, one that comes later is refused.
  const closed = await holdDay(work, day, 'alone');
  const state = await closeOf(work, day);
  if (closed)
    throw problems.conflict(
      say('was_closed_by_already', {
        day: formatDay(day, 'date'),
        closedBy: state.closedBy ?? say('someone'),
      }),
    );
  if (day === today(work) && state.openTickets > 0)
    throw problems.conflict(say('a_fish_is_still_on_the_board'));
  const { cash, card } = state.tills;
  const off = [
    body.countedCash === null ? 0 : body.countedCash - cash.expected,
    body.countedCard === null ? 0 : body.countedCard - card.expected,
  ];
  if (!body.remarks) {
    if (state.toDo.length > 0) throw fieldProblem('remarks', say('say_why_the_day_closes_although'));
    // Each by itself: money moved from one to the other would cancel out.
    const differs = (['cash', 'card'] as const).flatMap((way, i) =>
      off[i] === 0
        ? []
        : [
            say('is', {
              way,
              work: moneyText(work, Math.abs(off[i]!)),
              off: off[i]! > 0 ? say('over') : say('short'),
            }),
          ],
    );
    if (differs.length > 0)
      throw fieldProblem('remarks', say('the_till_differs_from_the_books', { differs: differs.join(', ') }));
  }
  const made = await run(
    work.tx,
    `INSERT INTO day_close (trading_day, closed_at, closed_by, takings, remarks, books_cash, books_card, counted_cash, counted_card)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      day,
      work.now,
      work.actor.id,
      state.takings,
      body.remarks,
      cash.expected,
      card.expected,
      body.countedCash,
      body.countedCard,
    ],
  );
  await sumDay(work, day);
  await sealClosing(work.tx, made.insertId, day);
  return { id: made.insertId };
}

/** Sums what the day sold: nothing in it changes while it is closed, and reports of years read these sums. */
async function sumDay(work: Work, day: string) {
  await run(
    work.tx,
    `INSERT INTO day_sold (on_day, species_id, item, grams, counter_grams, money)
     SELECT sold_on, species_id, item, SUM(grams), SUM(IF(way = 'counter', grams, 0)), SUM(money)
     FROM sale_line WHERE sold_on = ? AND way <> 'voided' AND article_id IS NULL GROUP BY sold_on, species_id, item`,
    [day],
  );
  await run(
    work.tx,
    `INSERT INTO day_article (on_day, article_id, pieces, grams, money)
     SELECT sold_on, article_id, SUM(pieces), SUM(grams), SUM(money)
     FROM sale_line WHERE sold_on = ? AND way <> 'voided' AND article_id IS NOT NULL GROUP BY sold_on, article_id`,
    [day],
  );
  await run(
    work.tx,
    `INSERT INTO day_tax (on_day, rate, money, tax)
     SELECT sold_on, tax_rate, SUM(money), SUM(tax) FROM sale_line
     WHERE sold_on = ? AND way <> 'voided' AND tax_rate IS NOT NULL GROUP BY sold_on, tax_rate`,
    [day],
  );
  await run(
    work.tx,
    `UPDATE trading_day SET closed = TRUE, sales =
       (SELECT COUNT(*) - COUNT(void_movement_id) FROM sale WHERE sold_on = ?) WHERE day = ?`,
    [day, day],
  );
}

/** Opens a closed day again; the closing stays in the record with the reason. */
export async function reopen(
  work: Work,
  day: string,
  { reason, second }: BodyOf<typeof contract.close.reopen>,
): Promise<{ id: number }> {
  if (!isDate(day)) throw problems.notFound(say('no_such_day'));
  const closed = await holdDay(work, day, 'alone');
  const standing = await row<{ id: number }>(
    work.tx,
    'SELECT id FROM day_close WHERE trading_day = ? AND reopened_at IS NULL ORDER BY id DESC LIMIT 1',
    [day],
  );
  if (!closed || !standing) throw problems.conflict(say('that_day_is_not_closed'));
  const other = await secondOf(work, second);
  await run(
    work.tx,
    `UPDATE day_close SET reopened_at = ?, reopened_by = ?, reopen_reason = ?, reopened_with = ?, reopened_alone = ?
     WHERE id = ?`,
    [work.now, work.actor.id, reason, other, other === null, standing.id],
  );
  await run(work.tx, 'DELETE FROM day_sold WHERE on_day = ?', [day]);
  await run(work.tx, 'DELETE FROM day_article WHERE on_day = ?', [day]);
  await run(work.tx, 'DELETE FROM day_tax WHERE on_day = ?', [day]);
  await run(work.tx, 'UPDATE trading_day SET closed = FALSE, sales = 0 WHERE day = ?', [day]);
  return { id: standing.id };
}

/** Signs a check: once, by whoever did it, on an open day that has come. */
export async function sign(
  work: Work,
  day: string,
  body: BodyOf<typeof contract.close.sign>,
): Promise<{ id: number }> {
  if (!isDate(day) || day > today(work)) throw problems.notFound(say('no_such_day'));
  await refuseClosed(work, day, say('its_checks_stay_as_they_were'));
  const check = (await checksOf(work, day)).find((c) => c.id === body.checkId);
  if (!check) throw fieldProblem('checkId', say('not_on_the_list'));
  if (check.signed) throw problems.conflict(say('has_signed_that_already', { by: check.signed.by }));
  await run(
    work.tx,
    'INSERT INTO day_check (trading_day, check_id, words, note, signed_at, signed_by) VALUES (?, ?, ?, ?, ?, ?)',
    [day, check.id, check.words, body.note, work.now, work.actor.id],
  );
  return { id: 0 };
}

export async function setChecks(
  work: Work,
  body: BodyOf<typeof contract.close.setChecks>,
): Promise<{ version: number }> {
  if (new Set(body.checks.map((c) => c.id)).size < body.checks.length)
    throw fieldProblem('checks', say('two_checks_have_one_name'));
  return changeSetting(
    work,
    'checks',
    body.version,
    () => body.checks,
    (checks) => ({ checks }),
  );
}
