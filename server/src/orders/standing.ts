import { usualPacking } from '@ember-slate/core/board';
import type { BodyOf, StandingOrder, contract } from '@ember-slate/contract';
import { addDays, instantOn } from '@ember-slate/core/calendar';
import { anyWhite } from '@ember-slate/core/orders';
import type { Species } from '@ember-slate/core/species';
import { today, type Work } from '../platform/context.ts';
import { row, rows, run } from '../platform/db.ts';
import { ProblemError, problems } from '../platform/problem.ts';
import { speciesById } from '../species/queries.ts';
import { checkLine, type LineBody } from './lines.ts';
import { customerId, takeOrder } from './service.ts';

/** Orders of a weekly one are made so many days ahead, so that buying and promising count them. */
const daysAhead = 7;

interface StandingRow {
  id: number;
  version: number;
  customer: string;
  phone: string;
  weekday: number;
  minutes: number;
  remarks: string;
  madeBy: string;
  staffId: number;
  madeTo: string;
  lines: string;
}

const standingWhere = (work: Work, where: string, values: number[] = []) =>
  rows<StandingRow>(
    work.tx,
    `SELECT s.id, s.version, c.name AS customer, c.phone, s.weekday, s.at_minutes AS minutes, s.remarks, p.name AS madeBy, s.made_by AS staffId,
       CAST(s.made_to AS CHAR) AS madeTo, s.order_lines AS \`lines\`
     FROM standing_order s JOIN customer c ON c.id = s.customer_id JOIN staff p ON p.id = s.made_by
     WHERE s.ended_at IS NULL AND ${where} ORDER BY s.weekday, s.at_minutes, s.id`,
    values,
  );

const weekdayOf = (day: string): number => new Date(`${day}T00:00:00Z`).getUTCDay();

/** The first day after `day` that falls on a weekday, 0 for Sunday. */
const nextAfter = (day: string, weekday: number): string =>
  addDays(day, ((weekday - weekdayOf(day) + 6) % 7) + 1);

/** Lines as they are kept; those from before it was asked say nothing of their packing. */
const linesOf = (kept: string): LineBody[] =>
  (JSON.parse(kept) as (Omit<LineBody, 'packing'> & Partial<Pick<LineBody, 'packing'>>)[]).map((l) => ({
    ...l,
    packing: l.packing ?? usualPacking,
  }));

/** Why lines cannot be ordered any more, in words; null while they can. */
function faultOf(work: Work, book: Map<string, Species>, lines: readonly LineBody[]): string | null {
  try {
    for (const [i, line] of lines.entries()) checkLine(work, book, line, i);
    return null;
  } catch (error) {
    if (error instanceof ProblemError) return error.problem.detail ?? error.problem.title;
    throw error;
  }
}

export async function listStanding(
  work: Work,
  where = 'TRUE',
  values: number[] = [],
): Promise<StandingOrder[]> {
  const book = await speciesById(work.tx);
  return (await standingWhere(work, where, values)).map(({ madeTo: _to, staffId: _staff, lines, ...s }) => ({
    ...s,
    nextDay: nextAfter(addDays(today(work), -1), s.weekday),
    fault: faultOf(work, book, linesOf(lines)),
    lines: linesOf(lines).map((l) => ({
      ...l,
      speciesName: l.speciesId === anyWhite ? 'Any white fish' : (book.get(l.speciesId)?.name ?? l.speciesId),
    })),
  }));
}

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

export async function endStanding(work: Work, id: number, version: number): Promise<{ id: number }> {
  const held = await row<{ version: number; ended: number }>(
    work.tx,
    'SELECT version, ended_at IS NOT NULL AS ended FROM standing_order WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!held) throw problems.notFound('No such weekly order');
  if (held.ended) throw problems.conflict('This weekly order was ended already');
  if (held.version !== version)
    throw problems.stale('This weekly order was changed meanwhile: look at it again', {
      ...(await listStanding(work, 's.id = ?', [id]))[0],
      version: held.version,
    });
  await run(work.tx, 'UPDATE standing_order SET ended_at = ?, version = version + 1 WHERE id = ?', [
    work.now,
    id,
  ]);
  return { id };
}
