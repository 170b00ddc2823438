import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import type { Species } from '@ember-slate/core/species';
import { speciesFaults } from '@ember-slate/core/yields';
import type { Work } from '../platform/context.ts';
import { row, rows } from '../platform/db.ts';
import { problems } from '../platform/problem.ts';
import { addSpecies, allSpecies, oneSpecies, updateSpecies } from './queries.ts';

function check(species: Species): void {
  const faults = speciesFaults(species);
  if (faults.length > 0)
    throw problems.badInput(faults[0]!.message, {
      errors: faults.map((f) => ({ path: f.field, message: f.message })),
    });
}

async function checkName(work: Work, id: string, name: string) {
  const same = (await allSpecies(work.tx)).find(
    (s) => s.id !== id && s.name.toLowerCase() === name.toLowerCase(),
  );
  if (same)
    throw problems.badInput('The book has that name already', {
      errors: [{ path: 'name', message: 'The book has that name already' }],
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
  if (!had) throw problems.notFound('Not in the species book');
  if (had.version !== version)
    throw problems.stale('Someone changed this entry meanwhile: look at it again', had);
  // Lots are stored with a condition its body plan allows: the plan of a species stays.
  if (fields.bodyPlan !== had.bodyPlan)
    throw problems.badInput('The body plan stays: add another species instead', {
      errors: [{ path: 'bodyPlan', message: 'The body plan stays: add another species instead' }],
    });
  check({ ...fields, id });
  await checkName(work, id, fields.name);
  if ((await updateSpecies(work.tx, { ...fields, id }, version)) === 0)
    throw problems.stale(
      'Someone changed this entry meanwhile: look at it again',
      (await oneSpecies(work.tx, id))!,
    );
  return { version: version + 1 };
}

export async function newSpecies(
  work: Work,
  body: BodyOf<typeof contract.species.add>,
): Promise<{ id: string }> {
  check(body);
  await checkName(work, '', body.name);
  if (await oneSpecies(work.tx, body.id))
    throw problems.badInput('The book has that short name already', {
      errors: [{ path: 'id', message: 'The book has that short name already' }],
    });
  await addSpecies(work.tx, body);
  return { id: body.id };
}

/** Reached over expected yield by month of the year, weighted by what was cut. */
export async function speciesYields(
  work: Work,
  id: string,
): Promise<AnswerOf<typeof contract.species.yields>> {
  const months = await rows<{ month: number; tickets: number; reached: number }>(
    work.tx,
    `SELECT MONTH(t.closed_on) AS month, COUNT(*) AS tickets, SUM(t.main_grams) / SUM(t.input_grams * t.expected_yield) AS reached
     FROM ticket t WHERE t.species_id = ? AND t.closed_on IS NOT NULL AND t.input_grams > 0
     GROUP BY MONTH(t.closed_on) ORDER BY 1`,
    [id],
  );
  const lots = await row<{ n: number }>(work.tx, 'SELECT COUNT(*) AS n FROM lot WHERE species_id = ?', [id]);
  return { months, lots: lots!.n };
}
