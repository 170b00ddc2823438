import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Actor } from '../platform/context.ts';
import { rows, run, type Tx, type Asks } from '../platform/db.ts';
import { hashPin } from '../platform/sessions.ts';
import { readSettings } from '../platform/settings.ts';

/** What the sign-in screen shows. */
export async function shopFace(
  db: Asks,
  me: Actor | null,
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
