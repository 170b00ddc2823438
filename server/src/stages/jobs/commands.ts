import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Work } from '../../platform/context.ts';
import { row, run } from '../../platform/db.ts';
import { problems } from '../../platform/problem.ts';
import { say } from './say.ts';

async function lockOpen(work: Work, id: number): Promise<void> {
  const job = await row<{ state: string }>(work.tx, 'SELECT state FROM job WHERE id = ? FOR UPDATE', [id]);
  if (!job || job.state === 'done' || job.state === 'dropped')
    throw problems.notFound(say('that_is_done_already'));
  if (job.state === 'running') throw problems.conflict(say('it_is_being_done_just_now'));
}

/** Has a job tried again as soon as this is committed. Throws a problem when it is not open. */
export async function tryAgain(work: Work, id: number): Promise<AnswerOf<typeof contract.jobs.again>> {
  await lockOpen(work, id);
  await run(work.tx, "UPDATE job SET state = 'waiting', attempts = 0, due_at = ? WHERE id = ?", [
    work.now,
    id,
  ]);
  work.afterwards(id, ({ done, why }) => ({ done, why }));
  return { id, done: false, why: say('it_is_being_done') };
}

/** Gives a job up. Throws a problem when it is not open. */
export async function dropJob(work: Work, id: number): Promise<{ id: number }> {
  await lockOpen(work, id);
  await run(work.tx, "UPDATE job SET state = 'dropped', open_for = NULL WHERE id = ?", [id]);
  return { id };
}
