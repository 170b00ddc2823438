import type { BodyOf, contract } from '@ember-slate/contract';
import { addDays, instantOn } from '@ember-slate/core/calendar';
import { today, type Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { speciesById } from '../../../shop/species.ts';
import { checkLine } from '../queries/checkLine.ts';
import { linesOf, listStanding, nextAfter, standingWhere } from '../queries/standing.ts';
import { customerId } from '../../../platform/books/customers.ts';
import { takeOrder } from './orders.ts';
import { say } from '../say.ts';

/** Orders of a weekly one are made so many days ahead, so that buying and promising count them. */
const daysAhead = 7;

/** Keeps an order for every week and makes the first ones of it. */
export async function keepStanding(
  work: Work,
  body: BodyOf<typeof contract.orders.keepStanding>,
): Promise<{ id: number; made: number }> {
  const book = await speciesById(work.tx);
  for (const [i, line] of body.lines.entries()) checkLine(work, book, line, i);
  const made = await run(
    work.tx,
    `INSERT INTO standing_order (customer_id, weekday, at_minutes, order_lines, remarks, made_by, made_at, made_to)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      await customerId(work, body.customer, body.phone),
      body.weekday,
      body.minutes,
      JSON.stringify(body.lines),
      body.remarks,
      work.actor.id,
      work.now,
      addDays(body.from, -1),
    ],
  );
  return { id: made.insertId, made: await makeStanding(work, made.insertId) };
}

/**
 * Makes the orders weekly ones call for within the next days, each day's once. A form or fish the shop has given up
 * since leaves that order out; nothing else is lost by it.
 */
export async function makeStanding(work: Work, only: number | null = null): Promise<number> {
  const until = addDays(today(work), daysAhead);
  const due = await standingWhere(work, only === null ? 'TRUE' : 's.id = ?', only === null ? [] : [only]);
  let made = 0;
  for (const s of due) {
    // Locked: two processes looking at once make it once.
    const held = await row<{ madeTo: string }>(
      work.tx,
      'SELECT CAST(made_to AS CHAR) AS madeTo FROM standing_order WHERE id = ? AND ended_at IS NULL FOR UPDATE',
      [s.id],
    );
    if (!held || held.madeTo >= until) continue;
    const from = held.madeTo > addDays(today(work), -1) ? held.madeTo : addDays(today(work), -1);
    for (let day = nextAfter(from, s.weekday); day <= until; day = addDays(day, 7)) {
      const dueAt = instantOn(day, s.minutes, work.settings);
      if (dueAt <= work.now) continue;
      await takeOrder(
        work,
        {
          customer: s.customer,
          phone: s.phone,
          dueAt: dueAt.toISOString(),
          remarks: s.remarks,
          deposit: 0,
          depositPay: 'cash',
          lines: linesOf(s.lines),
        },
        s.id,
      );
      made++;
    }
    await run(work.tx, 'UPDATE standing_order SET made_to = ? WHERE id = ?', [until, s.id]);
  }
  return made;
}

/** Holds a weekly order that is not ended, as it was seen. Throws not-found, a conflict where it was ended, stale where it was changed. */
async function lockStanding(work: Work, id: number, version: number): Promise<void> {
  const held = await row<{ version: number; ended: number }>(
    work.tx,
    'SELECT version, ended_at IS NOT NULL AS ended FROM standing_order WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!held) throw problems.notFound(say('no_such_weekly_order'));
  if (held.ended) throw problems.conflict(say('this_weekly_order_was_ended'));
  if (held.version !== version)
    throw problems.stale(say('this_weekly_order_was_changed'), {
      ...(await listStanding(work, 's.id = ?', [id]))[0],
      version: held.version,
    });
}

/** Changes a weekly order from its next week on. Its orders that are made already are orders of their own, and stay. */
export async function changeStanding(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.orders.changeStanding>,
): Promise<{ id: number }> {
  await lockStanding(work, id, body.version);
  const book = await speciesById(work.tx);
  for (const [i, line] of body.lines.entries()) checkLine(work, book, line, i);
  await run(
    work.tx,
    'UPDATE standing_order SET weekday = ?, at_minutes = ?, order_lines = ?, remarks = ?, version = version + 1 WHERE id = ?',
    [body.weekday, body.minutes, JSON.stringify(body.lines), body.remarks, id],
  );
  return { id };
}

export async function endStanding(work: Work, id: number, version: number): Promise<{ id: number }> {
  await lockStanding(work, id, version);
  await run(work.tx, 'UPDATE standing_order SET ended_at = ?, version = version + 1 WHERE id = ?', [
    work.now,
    id,
  ]);
  return { id };
}
