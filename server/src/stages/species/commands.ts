import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import type { Species } from '@ember-slate/core/species';
import { speciesFaults } from '@ember-slate/core/yields';
import type { Work } from '../../platform/context.ts';
import { run, type Tx } from '../../platform/db.ts';
import { fieldProblem, problems } from '../../platform/problem.ts';
import { changeSetting } from '../../platform/settings.ts';
import { allSpecies, columns, oneSpecies } from '../../shop/species.ts';
import { say } from './say.ts';

/** Puts a shipped entry in; where the shop has it unchanged its words are brought up to date. */
export async function insertSpecies(tx: Tx, species: Species): Promise<void> {
  const fresh = (column: string) => `${column} = IF(version = 1, VALUES(${column}), ${column})`;
  await run(
    tx,
    `INSERT INTO species (${fields.map((f) => columns[f]).join(', ')}) VALUES (${fields.map(() => '?').join(', ')})
     ON DUPLICATE KEY UPDATE ${['names', 'marks', 'look_alikes'].map(fresh).join(', ')}`,
    values(species),
  );
}

const fields = Object.keys(columns) as (keyof Species)[];
const values = (species: Species) =>
  fields.map((f) => (f === 'body' ? species.body && JSON.stringify(species.body) : species[f]));

/** Puts an entry of the shop's own into the book. */
export const addSpecies = (tx: Tx, species: Species) =>
  run(
    tx,
    `INSERT INTO species (${fields.map((f) => columns[f]).join(', ')}, own) VALUES (${fields.map(() => '?').join(', ')}, TRUE)`,
    values(species),
  );

/** Changes an entry that is still at this version; returns how many rows that was. */
export async function updateSpecies(tx: Tx, species: Species, version: number): Promise<number> {
  const done = await run(
    tx,
    `UPDATE species SET ${fields.map((f) => `${columns[f]} = ?`).join(', ')}, version = version + 1 WHERE id = ? AND version = ?`,
    [...values(species), species.id, version],
  );
  return done.affectedRows;
}

function check(species: Species): void {
  const faults = speciesFaults(species);
  if (faults.length > 0)
    throw problems.badInput(inWords(faults[0]!.message), {
      errors: inWords(faults.map((f) => ({ path: f.field, message: f.message }))),
    });
}

async function checkName(work: Work, id: string, name: string) {
  const same = (await allSpecies(work.tx)).find(
    (s) => s.id !== id && s.name.toLowerCase() === name.toLowerCase(),
  );
  if (same)
    throw problems.badInput(say('the_book_has_that_name_already'), {
      errors: [{ path: 'name', message: say('the_book_has_that_name_already') }],
    });
}

/** Changes an entry; lots keep their landing, their clocks follow the new numbers. */
export async function editSpecies(
  work: Work,
  id: string,
  body: BodyOf<typeof contract.species.edit>,
): Promise<{ version: number }> {
  const { version, ...fields } = body;
  const had = await oneSpecies(work.tx, id);
  if (!had) throw problems.notFound(say('not_in_the_species_book'));
  if (had.version !== version) throw problems.stale(say('someone_changed_this_entry'), had);
  // Lots are stored with a condition its body plan allows: the plan of a species stays.
  if (fields.bodyPlan !== had.bodyPlan)
    throw problems.badInput(say('the_body_plan_stays_add_another'), {
      errors: [{ path: 'bodyPlan', message: say('the_body_plan_stays_add_another') }],
    });
  check({ ...fields, id });
  await checkName(work, id, fields.name);
  if ((await updateSpecies(work.tx, { ...fields, id }, version)) === 0)
    throw problems.stale(say('someone_changed_this_entry'), (await oneSpecies(work.tx, id))!);
  return { version: version + 1 };
}

export async function newSpecies(
  work: Work,
  body: BodyOf<typeof contract.species.add>,
): Promise<{ id: string }> {
  check(body);
  await checkName(work, '', body.name);
  if (await oneSpecies(work.tx, body.id))
    throw problems.badInput(say('the_book_has_that_short_name'), {
      errors: [{ path: 'id', message: say('the_book_has_that_short_name') }],
    });
  await addSpecies(work.tx, body);
  return { id: body.id };
}

/** Says which species the shop does not sell. Throws a problem of the list where one is in no book, or none is left. */
export async function setSold(
  work: Work,
  { version, off }: BodyOf<typeof contract.species.setSold>,
): Promise<{ version: number }> {
  const book = new Set((await allSpecies(work.tx)).map((s) => s.id));
  if (!off.every((id) => book.has(id))) throw fieldProblem('off', say('not_in_the_species_book'));
  if (new Set(off).size >= book.size) throw fieldProblem('off', say('sell_one_species_at_least'));
  return changeSetting(
    work,
    'speciesOff',
    version,
    () => [...new Set(off)].sort(),
    (had) => ({ off: had }),
  );
}
