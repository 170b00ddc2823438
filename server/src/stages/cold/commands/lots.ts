import type { BodyOf, contract } from '@ember-slate/contract';
import { today, type Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

async function lockLot(work: Work, id: number) {
  const lot = await row<{ species_id: string }>(
    work.tx,
    'SELECT species_id FROM lot WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!lot) throw problems.notFound(say('no_such_lot'));
  return lot;
}

export async function probeLot(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.probe>,
): Promise<{ id: number }> {
  await lockLot(work, id);
  const made = await run(
    work.tx,
    'INSERT INTO lot_probe (lot_id, at, tenths, staff_id) VALUES (?, ?, ?, ?)',
    [id, work.now, body.tenths, work.actor.id],
  );
  return { id: made.insertId };
}

/** A test clears a lot whose account is full; it is kept with who said so. */
export async function clearHistamine(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.clear>,
): Promise<{ id: number }> {
  const { species_id: speciesId } = await lockLot(work, id);
  if (!(await oneSpecies(work.tx, speciesId))!.histamine)
    throw problems.conflict(say('this_species_has_no_histamine'));
  await run(
    work.tx,
    'UPDATE lot SET histamine_clearance = ?, cleared_by = ?, version = version + 1 WHERE id = ?',
    [`${today(work)}: ${body.reason}`.slice(0, 500), work.actor.id, id],
  );
  return { id };
}
