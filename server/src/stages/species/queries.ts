import type { AnswerOf, contract } from '@ember-slate/contract';
import type { Reader } from '../../platform/context.ts';
import { row, rows } from '../../platform/db.ts';
import { problems } from '../../platform/problem.ts';
import { oneSpecies } from '../../shop/species.ts';
import { say } from './say.ts';

/** Reached over expected yield by month of the year, weighted by what was cut. */
export async function speciesYields(
  work: Reader,
  id: string,
): Promise<AnswerOf<typeof contract.species.yields>> {
  if (!(await oneSpecies(work.tx, id))) throw problems.notFound(say('not_in_the_species_book'));
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
