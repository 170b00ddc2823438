import type { contract } from '@ember-slate/contract';
import type { Work } from '../platform/context.ts';
import { row, rows, run } from '../platform/db.ts';
import { idOf, type Handlers } from '../platform/handlers.ts';
import { problems } from '../platform/problem.ts';

const lockOpen = async (work: Work, id: number) => {
  const job = await row<{ state: string }>(work.tx, 'SELECT state FROM job WHERE id = ? FOR UPDATE', [id]);
  if (!job || job.state === 'done' || job.state === 'dropped')
    throw problems.notFound('That is done already');
  if (job.state === 'running') throw problems.conflict('It is being done just now');
};

/** What still waits to be printed or planned. */
export const jobRoom: Handlers<typeof contract.jobs> = {
  open: async (work) => {
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
  },
  again: async (work, { params }) => {
    const id = idOf(params.id);
    await lockOpen(work, id);
    await run(work.tx, "UPDATE job SET state = 'waiting', attempts = 0, due_at = ? WHERE id = ?", [
      work.now,
      id,
    ]);
    work.afterwards(id, ({ done, why }) => ({ done, why }));
    return { id, done: false, why: 'It is being done' };
  },
  drop: async (work, { params }) => {
    const id = idOf(params.id);
    await lockOpen(work, id);
    await run(work.tx, "UPDATE job SET state = 'dropped', open_for = NULL WHERE id = ?", [id]);
    return { id };
  },
};
