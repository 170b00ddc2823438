import type { BodyOf, contract } from '@ember-slate/contract';
import type { Actor, Work } from '../../platform/context.ts';
import { row, rows, run, type Tx } from '../../platform/db.ts';
import { fieldProblem, problems } from '../../platform/problem.ts';
import { endSessionsOf, givePin, hashPin, releaseWaits } from '../../platform/sessions.ts';
import { changeSetting } from '../../platform/settings.ts';
import { say } from './say.ts';

/** Adds a person; the PIN is kept as an argon2id hash only. */
export async function addStaff(
  tx: Tx,
  person: { name: string; role: Actor['role']; pin: string; demo: boolean; handed?: boolean },
): Promise<number> {
  const made = await run(
    tx,
    'INSERT INTO staff (name, role, pin_hash, demo_pin, pin_handed) VALUES (?, ?, ?, ?, ?)',
    [person.name, person.role, await hashPin(person.pin), person.demo, person.handed ?? false],
  );
  return made.insertId;
}

interface Person {
  id: number;
  version: number;
  name: string;
  role: Actor['role'];
  active: number;
}

/** Everybody under lock, so that two managers cannot put each other out at once. */
const everybody = (work: Work) =>
  rows<Person>(work.tx, 'SELECT id, version, name, role, active FROM staff ORDER BY id FOR UPDATE');

async function personOf(work: Work, id: number): Promise<{ person: Person; others: Person[] }> {
  const all = await everybody(work);
  const person = all.find((p) => p.id === id);
  if (!person) throw problems.notFound(say('nobody_of_that_number'));
  return { person, others: all.filter((p) => p.id !== id) };
}

function nameIsFree(name: string, others: readonly Person[]): void {
  const same = others.find((p) => p.name.localeCompare(name, undefined, { sensitivity: 'base' }) === 0);
  if (same)
    throw fieldProblem('name', say(same.active ? 'somebody_is_called_that' : 'somebody_was_called_that'));
}

/** Adds somebody whose PIN is handed to them. Throws a problem of the field when the name is taken. */
export async function add(work: Work, body: BodyOf<typeof contract.people.add>): Promise<{ id: number }> {
  nameIsFree(body.name, await everybody(work));
  return { id: await addStaff(work.tx, { ...body, demo: false, handed: true }) };
}

/** Changes a person's name, role and whether they work here. A shop is never left without a manager. */
export async function edit(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.people.edit>,
): Promise<{ version: number }> {
  const { person, others } = await personOf(work, id);
  const { name, role, version } = person;
  if (version !== body.version)
    throw problems.stale(say('somebody_changed_this_person'), {
      version,
      name,
      role,
      active: person.active === 1,
    });
  nameIsFree(body.name, others);
  const isManager = body.active && body.role === 'manager';
  if (!isManager && !others.some((p) => p.active && p.role === 'manager'))
    throw fieldProblem(body.active ? 'role' : 'active', say('a_shop_has_a_manager'));
  await run(work.tx, 'UPDATE staff SET name = ?, role = ?, active = ?, version = version + 1 WHERE id = ?', [
    body.name,
    body.role,
    body.active,
    id,
  ]);
  if (!body.active) await endSessionsOf(work.tx, id);
  return { version: version + 1 };
}

/** Gives somebody a PIN they change at their next sign-in, signs them out and lets them try at once. */
export async function setPin(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.people.setPin>,
): Promise<{ id: number }> {
  await personOf(work, id);
  await givePin(work.tx, id, body.pin, true);
  await releaseWaits(work.tx, id);
  return { id };
}

export async function signOut(work: Work, id: number): Promise<{ id: number }> {
  await personOf(work, id);
  await endSessionsOf(work.tx, id);
  return { id };
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
