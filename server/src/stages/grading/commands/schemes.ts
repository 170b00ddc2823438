import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import { fitLine, pairsNeeded, type Scheme, schemeFaults } from '@ember-slate/core/freshness';
import type { Work } from '../../../platform/context.ts';
import { row, run, type Tx } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { parse } from '../../../shop/schemes.ts';
import { speciesById } from '../../../shop/species.ts';
import { pairsOf, schemeAndSpecies } from '../queries/calibration.ts';
import { say } from '../say.ts';

/** Puts a shipped scheme in where it is not yet there; a changed one stays as the shop has it. */
export const insertShipped = (tx: Tx, scheme: Scheme, at: Date) =>
  run(tx, "INSERT IGNORE INTO scheme (id, version, body, note, made_at) VALUES (?, ?, ?, 'as shipped', ?)", [
    scheme.id,
    scheme.version,
    JSON.stringify(scheme),
    at,
  ]);

async function keep(work: Work, scheme: Scheme, note: string): Promise<{ version: number }> {
  const faults = schemeFaults(scheme);
  if (faults.length > 0) throw fieldProblem('signs', inWords(faults).join('. '));
  await run(
    work.tx,
    'INSERT INTO scheme (id, version, body, note, made_by, made_at) VALUES (?, ?, ?, ?, ?, ?)',
    [scheme.id, scheme.version, JSON.stringify(scheme), note, work.actor.id, work.now],
  );
  return { version: scheme.version };
}

async function lockScheme(work: Work, id: string, from: number): Promise<Scheme | null> {
  const last = await row<{ version: number; body: string }>(
    work.tx,
    'SELECT version, body FROM scheme WHERE id = ? ORDER BY version DESC LIMIT 1 FOR UPDATE',
    [id],
  );
  if (!last && from > 0) throw problems.notFound(say('no_such_scheme'));
  if (last && last.version !== from) throw problems.stale(say('someone_changed_this_scheme'), parse(last));
  return last ? parse(last) : null;
}

/** A change is a new version. A grade that is open goes on with the version it began with. */
export async function changeScheme(
  work: Work,
  id: string,
  body: BodyOf<typeof contract.grading.changeScheme>,
): Promise<{ version: number }> {
  const { version, note, ...fields } = body;
  if (fields.id !== id) throw fieldProblem('id', say('a_scheme_keeps_its_name_begin_a'));
  const book = await speciesById(work.tx);
  const alien = fields.species?.find((s) => !book.has(s));
  if (alien) throw fieldProblem('species', say('is_not_in_the_species_book', { alien }));
  const had = await lockScheme(work, id, version);
  return keep(work, { ...fields, version: version + 1, calibration: had?.calibration ?? {} }, note);
}

/** On the manager's word only, and only from enough pairs. */
export async function calibrate(
  work: Work,
  id: string,
  body: BodyOf<typeof contract.grading.calibrate>,
): Promise<{ version: number }> {
  const { scheme, species } = await schemeAndSpecies(work, id, body.speciesId);
  await lockScheme(work, id, body.version);
  const { [species.id]: _before, ...others } = scheme.calibration;
  if (!body.apply)
    return keep(
      work,
      { ...scheme, version: scheme.version + 1, calibration: others },
      say('own_line_for_taken_back', { species: species.name }),
    );
  const fit = fitLine(await pairsOf(work, scheme, species));
  if (!fit || fit.pairs < pairsNeeded)
    throw problems.conflict(say('a_line_needs_grades_of_lots_with_a', { pairsNeeded }));
  const { slope, intercept, residualSd, pairs } = fit;
  return keep(
    work,
    {
      ...scheme,
      version: scheme.version + 1,
      calibration: { ...others, [species.id]: { slope, intercept, residualSd, pairs } },
    },
    say('own_line_for_from_grades', { species: species.name, pairs }),
  );
}
