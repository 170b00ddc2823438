import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import { offerFrom } from '@ember-slate/core/cutplan';
import { nextNumber } from '../../../platform/books/numbers.ts';
import { lockLots } from '../../../platform/books/stock.ts';
import type { Work } from '../../../platform/context.ts';
import { row, rows, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { shopLots, wantOf } from '../../../shop/available.ts';
import { speciesById } from '../../../shop/species.ts';
import { linesToPlan, type StoredLine } from '../queries/lines.ts';
import { say } from '../say.ts';

/** Nobody else writes on this line meanwhile. Refused where it is gone from its order. */
export async function lockRowOf(work: Work, id: number): Promise<void> {
  if (!(await row(work.tx, 'SELECT id FROM order_line WHERE id = ? FOR UPDATE', [id])))
    throw problems.notFound(say('that_line_is_gone'));
}

async function lockLine(work: Work, id: number, version: number): Promise<StoredLine> {
  await lockRowOf(work, id);
  const [line] = await linesToPlan(work, 'l.id = ?', [id]);
  if (!line) throw problems.conflict(say('this_line_is_at_the_bench_or_gone'));
  if (line.version !== version)
    throw problems.stale(say('someone_planned_this_line'), {
      version: line.version,
      picks: await rows<{ lotId: number; fish: number }>(
        work.tx,
        'SELECT lot_id AS lotId, fish FROM pick WHERE line_id = ? ORDER BY lot_id',
        [id],
      ),
    });
  return line;
}

/** Promises fish to a line. Lots are locked, so the same fish is never promised twice. */
export async function choosePicks(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.plan.choose>,
): Promise<{ id: number }> {
  await lockLots(
    work.tx,
    body.picks.map((p) => p.lotId),
  );
  const line = await lockLine(work, id, body.version);
  const book = await speciesById(work.tx);
  const species = book.get(line.speciesId)!;
  const lots = (await shopLots(work, book, [id])).get(line.speciesId) ?? [];
  const want = wantOf(work, line, line.dueAt);
  if (new Set(body.picks.map((p) => p.lotId)).size !== body.picks.length)
    throw fieldProblem('picks', say('one_choice_a_lot_please'));
  for (const [i, pick] of body.picks.entries()) {
    const lot = lots.find((l) => l.lot.id === pick.lotId);
    if (!lot)
      throw fieldProblem(
        `picks.${i}.lotId`,
        say('no_of_that_lot_in_the_cold_room', { species: species.name }),
      );
    const offer = offerFrom(species, lot.available, want);
    if (offer.refusal) throw fieldProblem(`picks.${i}.lotId`, `${lot.lot.code}: ${inWords(offer.refusal)}`);
    if (pick.fish > offer.fishFree)
      throw fieldProblem(
        `picks.${i}.fish`,
        say('has_fish_that_are_not_promised', { code: lot.lot.code, fishFree: offer.fishFree }),
      );
  }
  await run(work.tx, 'DELETE FROM pick WHERE line_id = ?', [id]);
  for (const pick of body.picks)
    await run(work.tx, 'INSERT INTO pick (line_id, lot_id, fish) VALUES (?, ?, ?)', [
      id,
      pick.lotId,
      pick.fish,
    ]);
  // Whoever chooses its fish wants it again.
  await run(
    work.tx,
    'UPDATE order_line SET state = ?, let_go_by = NULL, version = version + 1 WHERE id = ?',
    [body.picks.length > 0 ? 'planned' : 'open', id],
  );
  return { id };
}

/** Makes the ticket of a planned line; its fish stay promised until they come to the bench. */
export async function sendToBench(
  work: Work,
  id: number,
  version: number,
): Promise<{ id: number; number: number }> {
  const line = await lockLine(work, id, version);
  if (line.state !== 'planned') throw problems.conflict(say('choose_its_fish_first'));
  const number = await nextNumber(work.tx, 'ticket');
  const made = await run(work.tx, 'INSERT INTO ticket (number, species_id, due_at) VALUES (?, ?, ?)', [
    number,
    line.speciesId,
    line.dueAt,
  ]);
  await run(
    work.tx,
    `INSERT INTO ticket_cut (ticket_id, line_id, form, pieces, piece_grams, total_grams, options)
     SELECT ?, id, form, pieces, piece_grams, total_grams, options FROM order_line WHERE id = ?`,
    [made.insertId, id],
  );
  await run(
    work.tx,
    'INSERT INTO ticket_input (ticket_id, lot_id, pieces) SELECT ?, lot_id, fish FROM pick WHERE line_id = ?',
    [made.insertId, id],
  );
  await run(work.tx, 'UPDATE order_line SET version = version + 1 WHERE id = ?', [id]);
  return { id: made.insertId, number };
}
