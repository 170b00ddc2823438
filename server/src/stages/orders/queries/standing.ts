import type { StandingOrder } from '@ember-slate/contract';
import { usualPacking } from '@ember-slate/core/board';
import { addDays, weekdayOf } from '@ember-slate/core/calendar';
import { anyWhite } from '@ember-slate/core/orders';
import type { Species } from '@ember-slate/core/species';
import { today, type Reader } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';
import { ProblemError } from '../../../platform/problem.ts';
import type { LineBody } from '../../../shop/promises.ts';
import { speciesById } from '../../../shop/species.ts';
import { checkLine } from './checkLine.ts';
import { say } from '../say.ts';

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

export const standingWhere = (work: Reader, where: string, values: number[] = []) =>
  rows<StandingRow>(
    work.tx,
    `SELECT s.id, s.version, c.name AS customer, c.phone, s.weekday, s.at_minutes AS minutes, s.remarks, p.name AS madeBy, s.made_by AS staffId,
       CAST(s.made_to AS CHAR) AS madeTo, s.order_lines AS \`lines\`
     FROM standing_order s JOIN customer c ON c.id = s.customer_id JOIN staff p ON p.id = s.made_by
     WHERE s.ended_at IS NULL AND ${where} ORDER BY s.weekday, s.at_minutes, s.id`,
    values,
  );

/** The first day after `day` that falls on a weekday, 0 for Sunday. */
export const nextAfter = (day: string, weekday: number): string =>
  addDays(day, ((weekday - weekdayOf(day) + 6) % 7) + 1);

/** Lines as they are kept; those from before it was asked say nothing of their packing. */
export const linesOf = (kept: string): LineBody[] =>
  (JSON.parse(kept) as (Omit<LineBody, 'packing'> & Partial<Pick<LineBody, 'packing'>>)[]).map((l) => ({
    ...l,
    packing: l.packing ?? usualPacking,
  }));

/** Why lines cannot be ordered any more, in words; null while they can. */
function faultOf(work: Reader, book: Map<string, Species>, lines: readonly LineBody[]): string | null {
  try {
    for (const [i, line] of lines.entries()) checkLine(work, book, line, i);
    return null;
  } catch (error) {
    if (error instanceof ProblemError) return error.problem.detail ?? error.problem.title;
    throw error;
  }
}

export async function listStanding(
  work: Reader,
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
      speciesName:
        l.speciesId === anyWhite ? say('any_white_fish_2') : (book.get(l.speciesId)?.name ?? l.speciesId),
    })),
  }));
}
