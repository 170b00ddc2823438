import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Actor, Work } from '../platform/context.ts';
import { row, rows, run, type Asks, type Tx } from '../platform/db.ts';
import type { DeviceStates } from '../platform/config.ts';
import { problems } from '../platform/problem.ts';
import { hashPin, releaseWaits } from '../platform/sessions.ts';
import { readSettings } from '../platform/settings.ts';

/** What the sign-in screen shows. */
export async function shopFace(
  db: Asks,
  me: Actor | null,
  devices: DeviceStates,
): Promise<AnswerOf<typeof contract.session.shop>> {
  const { name, sample, timeZone, currency, closesAt, weekdays, ruleProfile, idleLockMinutes } =
    await readSettings(db);
  return {
    name,
    sample,
    timeZone,
    currency,
    closesAt,
    weekdays: [...weekdays],
    ruleProfile,
    idleLockMinutes,
    staff: await rows(db, 'SELECT id, name FROM staff WHERE active ORDER BY id'),
    devices,
    me,
  };
}

/** Adds a person; the PIN is kept as an argon2id hash only. */
export async function addStaff(
  tx: Tx,
  person: { name: string; role: Actor['role']; pin: string; demo: boolean },
): Promise<number> {
  const made = await run(tx, 'INSERT INTO staff (name, role, pin_hash, demo_pin) VALUES (?, ?, ?, ?)', [
    person.name,
    person.role,
    await hashPin(person.pin),
    person.demo,
  ]);
  return made.insertId;
}

/** Days a sign-in is shown. */
const shownDays = 14;

/** Who signed in from where, who tried to, and who has to wait, latest first. */
export async function signIns(work: Work): Promise<AnswerOf<typeof contract.people.signIns>> {
  const tries = await rows<{
    at: Date;
    name: string | null;
    address: string;
    outcome: 'in' | 'wrong' | 'waiting';
  }>(
    work.tx,
    `SELECT i.at, p.name, i.address, i.outcome FROM sign_in i LEFT JOIN staff p ON p.id = i.staff_id
     WHERE i.at > ? ORDER BY i.id DESC LIMIT 500`,
    [new Date(work.now.getTime() - shownDays * 86_400_000)],
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

/** Lets somebody who gave wrong PINs, or for whom others gave them, try again at once. */
export async function letTryAgain(work: Work, id: number): Promise<{ id: number }> {
  if (!(await row(work.tx, 'SELECT 1 FROM staff WHERE id = ?', [id])))
    throw problems.notFound('Nobody of that number');
  await releaseWaits(work.tx, id);
  return { id };
}
