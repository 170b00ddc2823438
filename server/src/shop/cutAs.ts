import { pieceOf } from '@ember-slate/core/board';
import type { FormBook } from '@ember-slate/core/forms';
import type { ArrivalCondition, Species } from '@ember-slate/core/species';
import { placeholders, rows, type Tx } from '../platform/db.ts';

/** Options of every cut of a form that one ticket made, as one JSON list of lists; null where none did. */
export const optionsSql = (ticket: string, form: string) =>
  `(SELECT CONCAT('[', GROUP_CONCAT(x.options), ']') FROM ticket_cut x WHERE x.ticket_id = ${ticket} AND x.form = ${form})`;

/**
 * What something in stock is to the board: uncut fish as they came, pieces by the form and the options they were cut
 * with, as JSON of `optionsSql`. Null for what is not cut again. Of pieces that lie mixed, the one with the most bones.
 */
export function cutAs(
  forms: FormBook,
  species: Species,
  of: { item: string; arrival: ArrivalCondition; cutWith: string | null },
): ArrivalCondition | null {
  if (of.item === 'whole') return of.arrival;
  const form = forms.get(of.item);
  if (!form) return null;
  const ways = of.cutWith === null ? [[]] : (JSON.parse(of.cutWith) as string[][]);
  const pieces = ways.map((options) => pieceOf(form, options, species));
  return pieces.includes(null) ? null : (pieces.find((p) => p === 'side') ?? pieces[0]!);
}

/** Options of the cuts that made these batches, by batch and form. */
export async function cutsWith(tx: Tx, batches: readonly number[]): Promise<Map<string, string>> {
  if (batches.length === 0) return new Map();
  const found = await rows<{ batch: number; form: string; options: string }>(
    tx,
    `SELECT ticket_id AS batch, form, CONCAT('[', GROUP_CONCAT(options), ']') AS options FROM ticket_cut
     WHERE ticket_id IN (${placeholders(batches.length)}) GROUP BY ticket_id, form`,
    [...batches],
  );
  return new Map(found.map((f) => [`${f.batch} ${f.form}`, f.options]));
}
