import { dayMs } from '@ember-slate/core/calendar';
import type { BodyOf, contract } from '@ember-slate/contract';
import type { Work } from '../../platform/context.ts';
import { rows, run } from '../../platform/db.ts';
import { fieldProblem, problems } from '../../platform/problem.ts';
import { say } from './say.ts';

/** Knives one bench may name, and how long accidents are shown, days. */
const mostKnives = 60;
const oldestDays = 60;

export async function sharpen(
  work: Work,
  body: BodyOf<typeof contract.safety.sharpen>,
): Promise<{ id: number }> {
  const others = await rows(work.tx, 'SELECT DISTINCT knife FROM knife_care WHERE knife <> ? LIMIT ?', [
    body.knife,
    mostKnives,
  ]);
  if (others.length >= mostKnives)
    throw problems.conflict(say('knives_are_enough_for_one_bench', { mostKnives }));
  const made = await run(work.tx, 'INSERT INTO knife_care (knife, did, at, staff_id) VALUES (?, ?, ?, ?)', [
    body.knife,
    body.did,
    work.now,
    work.actor.id,
  ]);
  return { id: made.insertId };
}

export async function noteAccident(
  work: Work,
  body: BodyOf<typeof contract.safety.noteAccident>,
): Promise<{ id: number }> {
  const at = new Date(body.at);
  const ago = work.now.getTime() - at.getTime();
  if (ago < -60_000) throw fieldProblem('at', say('that_is_in_the_future_check_the'));
  if (ago > oldestDays * dayMs) throw fieldProblem('at', say('more_than_60_days_ago_check_the'));
  const made = await run(
    work.tx,
    'INSERT INTO accident (at, kind, who, what, first_aid, noted_by, noted_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [at, body.kind, body.who, body.what, body.firstAid, work.actor.id, work.now],
  );
  return { id: made.insertId };
}
