import { dayMs } from '@ember-slate/core/calendar';
import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader } from '../../platform/context.ts';
import { rows } from '../../platform/db.ts';

/** Days a sign-in is shown. */
const shownDays = 14;

/** Who signed in from where, who tried to, and who has to wait, latest first. */
export async function signIns(work: Reader): Promise<AnswerOf<typeof contract.people.signIns>> {
  const tries = await rows<{
    at: Date;
    name: string | null;
    address: string;
    outcome: 'in' | 'wrong' | 'waiting';
  }>(
    work.tx,
    `SELECT i.at, p.name, i.address, i.outcome FROM sign_in i LEFT JOIN staff p ON p.id = i.staff_id
     WHERE i.at > ? ORDER BY i.id DESC LIMIT 500`,
    [new Date(work.now.getTime() - shownDays * dayMs)],
  );
  const waiting = await rows<{
    staffId: number;
    name: string;
    address: string;
    failures: number;
    until: Date;
  }>(
    work.tx,
    `SELECT w.staff_id AS staffId, p.name, w.address, w.failures, w.wait_until AS until
     FROM sign_in_wait w JOIN staff p ON p.id = w.staff_id WHERE w.wait_until > ? ORDER BY w.wait_until DESC`,
    [work.now],
  );
  return {
    tries: tries.map((t) => ({ ...t, at: t.at.toISOString() })),
    waiting: waiting.map((w) => ({ ...w, until: w.until.toISOString() })),
  };
}
