import type { BodyOf, contract } from '@ember-slate/contract';
import { formatInstant, tradingDay } from '@ember-slate/core/calendar';
import { formatTemperature } from '@ember-slate/core/units';
import { keepCorrection } from '../../../platform/books/corrections.ts';
import { refuseClosed } from '../../../platform/books/days.ts';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { onePlace } from '../queries/log.ts';
import { say } from '../say.ts';

interface Righted {
  id: number;
  /** What it was read of: a place, or a lot. */
  of: string;
  at: Date;
  had: number;
  was: number;
  tenths: number | null;
  reason: string;
}

/** Holds the day of a reading open, refuses what somebody put right meanwhile, and keeps what it said before. */
async function keepRight(work: Work, { id, of, at, had, was, tenths, reason }: Righted): Promise<void> {
  await refuseClosed(work, tradingDay(at, work.settings), say('its_temperatures_were_signed'));
  if (had !== was) throw problems.stale(say('someone_put_it_right'), { was: had });
  const words = (t: number) => formatTemperature(t, work.units);
  await keepCorrection(work, 'reading', {
    id,
    name: `${of}, ${formatInstant(at, 'dateClock', work.settings.timeZone)}`.slice(0, 120),
    changes: [
      { what: say('temperature'), was: words(had), now: tenths === null ? say('taken_away') : words(tenths) },
    ],
    reason,
  });
}

/** Puts a temperature of a place right that was read by hand, or takes it away: every clock after it follows. */
export async function putReadingRight(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.putReadingRight>,
): Promise<{ id: number }> {
  const place = await onePlace(work.tx, id);
  const at = new Date(body.at);
  const key = [id, at];
  const which = "place_id = ? AND at = ? AND source = 'probe'";
  const had = await row<{ tenths: number }>(
    work.tx,
    `SELECT tenths FROM reading WHERE ${which} FOR UPDATE`,
    key,
  );
  if (!had) throw problems.notFound(say('no_such_reading'));
  await keepRight(work, { ...body, id, of: place.name, at, had: had.tenths });
  if (body.tenths === null) await run(work.tx, `DELETE FROM reading WHERE ${which}`, key);
  else await run(work.tx, `UPDATE reading SET tenths = ? WHERE ${which}`, [body.tenths, ...key]);
  await run(work.tx, 'UPDATE place SET righted = righted + 1 WHERE id = ?', [id]);
  return { id };
}

/** Puts the core temperature of a lot right that was written down by itself; one of a grade is graded again. */
export async function putProbeRight(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.putProbeRight>,
): Promise<{ id: number }> {
  const had = await row<{ tenths: number; at: Date; lotId: number; code: string; graded: number }>(
    work.tx,
    `SELECT p.tenths, p.at, l.id AS lotId, l.code,
       EXISTS (SELECT 1 FROM grade g WHERE g.lot_id = l.id AND g.graded_at = p.at) AS graded
     FROM lot_probe p JOIN lot l ON l.id = p.lot_id WHERE p.id = ? FOR UPDATE`,
    [id],
  );
  if (!had) throw problems.notFound(say('no_such_reading'));
  if (had.graded === 1) throw problems.conflict(say('it_is_part_of_a_grade'));
  await keepRight(work, {
    ...body,
    id: had.lotId,
    of: say('lot', { code: had.code }),
    at: had.at,
    had: had.tenths,
  });
  if (body.tenths === null) await run(work.tx, 'DELETE FROM lot_probe WHERE id = ?', [id]);
  else await run(work.tx, 'UPDATE lot_probe SET tenths = ? WHERE id = ?', [body.tenths, id]);
  return { id };
}
