import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader } from '../../platform/context.ts';
import { rows } from '../../platform/db.ts';

/** What still waits to be printed or planned, newest first. */
export async function openJobs(work: Reader): Promise<AnswerOf<typeof contract.jobs.open>> {
  const found = await rows<{
    id: number;
    what: string;
    stuck: number;
    why: string | null;
    attempts: number;
    madeAt: Date;
    madeBy: string;
  }>(
    work.tx,
    `SELECT j.id, j.what, j.state = 'stuck' AS stuck, j.why, j.attempts, j.made_at AS madeAt, p.name AS madeBy
     FROM job j JOIN staff p ON p.id = j.made_by WHERE j.state IN ('waiting', 'running', 'stuck') ORDER BY j.id DESC LIMIT 200`,
  );
  return found.map((j) => ({ ...j, stuck: j.stuck === 1, madeAt: j.madeAt.toISOString() }));
}
