import type { BodyOf, contract } from '@ember-slate/contract';
import type { Actor, Work } from '../../platform/context.ts';
import { row, run, type Tx } from '../../platform/db.ts';
import { problems } from '../../platform/problem.ts';
import { hashPin, releaseWaits } from '../../platform/sessions.ts';
import { changeSetting } from '../../platform/settings.ts';
import { say } from './say.ts';

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

/** Lets somebody who gave wrong PINs, or for whom others gave them, try again at once. */
export async function letTryAgain(work: Work, id: number): Promise<{ id: number }> {
  if (!(await row(work.tx, 'SELECT 1 FROM staff WHERE id = ?', [id])))
    throw problems.notFound(say('nobody_of_that_number'));
  await releaseWaits(work.tx, id);
  return { id };
}

/** Whose food rules the shop keeps. Throws a stale problem when they were changed meanwhile. */
export const setRules = (work: Work, body: BodyOf<typeof contract.people.setRules>) =>
  changeSetting(
    work,
    'ruleProfile',
    body.version,
    () => body.profile,
    (profile) => ({ profile }),
  );
