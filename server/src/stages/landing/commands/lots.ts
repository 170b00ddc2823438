import { inWords } from '@ember-slate/words/core';
import type { AnswerOf, BodyOf, contract } from '@ember-slate/contract';
import { groundRefusal } from '@ember-slate/core/coldchain';
import type { ProductionMethod } from '@ember-slate/core/labels';
import { transfer } from '@ember-slate/core/ledger';
import { lockBalance, post } from '../../../platform/books/ledger.ts';
import { lockLots } from '../../../platform/books/stock.ts';
import { today, type Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { promisedFish } from '../../../shop/onHand.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { nextLotCode } from './deliveries.ts';
import { say } from '../say.ts';

interface Held {
  id: number;
  version: number;
  landedOn: string;
  speciesId: string;
  gradeId: number | null;
  production: ProductionMethod;
  /** Why it waits. */
  reason: string | null;
}

const changedMeanwhile = (lot: Held) => problems.stale(say('someone_changed_this_lot_meanwhile'), lot);

/** Locks a lot and reads it. */
export async function lockLot(work: Work, id: number): Promise<Held> {
  await lockLots(work.tx, [id]);
  const lot = await row<Held>(
    work.tx,
    'SELECT id, version, landed_on AS landedOn, species_id AS speciesId, grade_id AS gradeId, production, hold_reason AS reason FROM lot WHERE id = ?',
    [id],
  );
  if (!lot) throw problems.notFound(say('no_such_lot'));
  return lot;
}

/** What of a lot lies in the cold room as landed and is promised to nobody; locked. */
export async function freeWhole(
  work: Work,
  lotId: number,
): Promise<{ grams: number; pieces: number; free: number }> {
  const there = await lockBalance(work.tx, { account: 'place:cold_room', lotId, item: 'whole', batch: 0 });
  const promised = (await promisedFish(work.tx, [lotId])).get(lotId) ?? 0;
  return { ...there, free: there.pieces - promised };
}

/** Holds a lot until someone decides, or lets it go. */
export async function holdLot(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.landing.hold>,
): Promise<{ id: number }> {
  const lot = await lockLot(work, id);
  if (lot.version !== body.version) throw changedMeanwhile(lot);
  await run(work.tx, 'UPDATE lot SET hold_reason = ?, version = version + 1 WHERE id = ?', [
    body.reason || null,
    id,
  ]);
  return { id };
}

/** Keeps the paper that lets a lot be eaten raw unfrozen in place of the one before, or withdraws it. */
export async function keepRawPaper(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.landing.rawPaper>,
): Promise<{ id: number }> {
  const lot = await lockLot(work, id);
  if (lot.version !== body.version) throw changedMeanwhile(lot);
  const refused = body.paper && groundRefusal(body.paper.ground, lot.production, work.settings.ruleProfile);
  if (refused) throw fieldProblem('paper.ground', inWords(refused));
  await run(
    work.tx,
    'UPDATE raw_paper SET withdrawn_at = ?, withdrawn_by = ? WHERE lot_id = ? AND withdrawn_at IS NULL',
    [work.now, work.actor.id, id],
  );
  if (body.paper)
    await run(
      work.tx,
      'INSERT INTO raw_paper (lot_id, ground, document, made_at, made_by) VALUES (?, ?, ?, ?, ?)',
      [id, body.paper.ground, body.paper.document, work.now, work.actor.id],
    );
  await run(work.tx, 'UPDATE lot SET version = version + 1 WHERE id = ?', [id]);
  return { id };
}

/** Part of a lot becomes a lot of its own: same origin, same grade, same clock; the old one is smaller by it. */
export async function splitLot(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.landing.split>,
): Promise<AnswerOf<typeof contract.landing.split>> {
  const lot = await lockLot(work, id);
  if (lot.version !== body.version) throw changedMeanwhile(lot);
  const there = await freeWhole(work, id);
  if (body.pieces > there.free)
    throw fieldProblem('pieces', say('fish_of_it_are_free_in_the_cold', { free: there.free }));
  if (body.pieces >= there.pieces || body.grams >= there.grams)
    throw fieldProblem('pieces', say('something_of_it_must_stay_correct'));
  const species = (await oneSpecies(work.tx, lot.speciesId))!;
  const code = await nextLotCode(work, lot.landedOn, species);
  const made = await run(
    work.tx,
    `INSERT INTO lot (code, delivery_id, parent_id, species_id, landed_on, arrival_condition, slit, scaled, pieces, grams, weight_source,
       price_per_kg, production, area, gear, boat, caught_on, supplier_lot, remarks, hold_reason, damage)
     SELECT ?, delivery_id, id, species_id, landed_on, arrival_condition, slit, scaled, ?, ?, ?,
       price_per_kg, production, area, gear, boat, caught_on, supplier_lot, ?, hold_reason, damage FROM lot WHERE id = ?`,
    [code, body.pieces, body.grams, body.source, body.remarks, id],
  );
  const part = { item: 'whole', batch: 0, grams: body.grams, pieces: body.pieces };
  await post(
    work,
    'split',
    [
      ...transfer({ ...part, lotId: id }, 'place:cold_room', 'outside:supplier'),
      ...transfer({ ...part, lotId: made.insertId }, 'outside:supplier', 'place:cold_room'),
    ],
    code,
  );
  await run(
    work.tx,
    'UPDATE lot SET grams = grams - ?, pieces = pieces - ?, version = version + 1 WHERE id = ?',
    [body.grams, body.pieces, id],
  );
  if (lot.gradeId !== null) {
    const grade = await run(
      work.tx,
      `INSERT INTO grade (lot_id, graded_at, graded_by, scheme, scheme_version, fish, observed, core_tenths, temperature_history,
         foreign_smell, used_days, half_width, category, advised, verdict, override_reason, on_day)
       SELECT ?, graded_at, graded_by, scheme, scheme_version, fish, observed, core_tenths, temperature_history,
         foreign_smell, used_days, half_width, category, advised, verdict, override_reason, ? FROM grade WHERE id = ?`,
      [made.insertId, today(work), lot.gradeId],
    );
    await run(work.tx, 'UPDATE lot SET grade_id = ? WHERE id = ?', [grade.insertId, made.insertId]);
  }
  await run(
    work.tx,
    `INSERT INTO raw_paper (lot_id, ground, document, made_at, made_by)
     SELECT ?, ground, document, made_at, made_by FROM raw_paper WHERE lot_id = ? AND withdrawn_at IS NULL`,
    [made.insertId, id],
  );
  await run(
    work.tx,
    'INSERT INTO lot_probe (lot_id, at, tenths, staff_id) SELECT ?, at, tenths, staff_id FROM lot_probe WHERE lot_id = ?',
    [made.insertId, id],
  );
  return { id: made.insertId, code };
}
