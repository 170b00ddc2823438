import { dayMs } from '@ember-slate/core/calendar';
import type { BodyOf, contract } from '@ember-slate/contract';
import { placesOfKind, type StockPlace } from '@ember-slate/core/ledger';
import type { Work } from '../../../platform/context.ts';
import { row, run, type Tx } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { type PlaceRow, places, type ReadingSource } from '../../../shop/logs.ts';
import { coldPlaces, isRemovable } from '../../../shop/places.ts';
import { onePlace } from '../queries/log.ts';
import { say } from '../say.ts';

/** Readings of one place: written once each, and counted so that every process hears of them. */
export async function writeReadings(
  tx: Tx,
  place: Pick<PlaceRow, 'id'>,
  readings: readonly { at: Date; tenths: number }[],
  source: ReadingSource,
  staffId: number | null,
): Promise<number> {
  if (readings.length === 0) return 0;
  await run(tx, 'UPDATE place SET revision = revision + 1 WHERE id = ?', [place.id]);
  const { revision } = (await row<{ revision: number }>(tx, 'SELECT revision FROM place WHERE id = ?', [
    place.id,
  ]))!;
  let written = 0;
  for (let i = 0; i < readings.length; i += 500) {
    const some = readings.slice(i, i + 500);
    const made = await run(
      tx,
      `INSERT IGNORE INTO reading (place_id, at, source, tenths, revision, staff_id) VALUES ${some.map(() => '(?, ?, ?, ?, ?, ?)').join(', ')}`,
      some.flatMap((r) => [place.id, r.at, source, r.tenths, revision, staffId]),
    );
    written += made.affectedRows;
  }
  return written;
}

/**
 * A round through the places with the thermometer: all readings at once, by whom and when. One that is warmer than its
 * limit asks what was done about it, and that is kept as the answer to it.
 */
export async function readRound(
  work: Work,
  body: BodyOf<typeof contract.cold.round>,
): Promise<{ read: number }> {
  const all = await places(work.tx);
  if (new Set(body.readings.map((r) => r.id)).size < body.readings.length)
    throw fieldProblem('readings', say('a_place_is_there_twice'));
  for (const [i, r] of body.readings.entries()) {
    const place = all.find((p) => p.id === r.id && p.removedAt === null);
    if (!place) throw fieldProblem(`readings.${i}.id`, say('no_such_place'));
    const warm = place.limitTenths !== null && r.tenths > place.limitTenths;
    if (warm && r.done === '')
      throw fieldProblem(
        `readings.${i}.done`,
        say('is_warmer_than_its_limit_say_what', { place: place.name }),
      );
    const written = await writeReadings(
      work.tx,
      place,
      [{ at: work.now, tenths: r.tenths }],
      'probe',
      work.actor.id,
    );
    if (written === 0) throw problems.conflict(say('was_read_this_moment_already', { place: place.name }));
    if (r.done !== '')
      await run(
        work.tx,
        `INSERT INTO alarm_answer (place_id, kind, from_at, upto_at, done, answered_by, answered_at)
         VALUES (?, 'warm', ?, ?, ?, ?, ?)`,
        [place.id, work.now, work.now, r.done, work.actor.id, work.now],
      );
  }
  return { read: body.readings.length };
}

/** A probe reading of a place, by hand; it may come late. */
export async function readPlace(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.read>,
): Promise<{ id: number }> {
  const place = await onePlace(work.tx, id);
  if (place.removedAt !== null)
    throw problems.conflict(say('the_shop_has_it_no_more', { place: place.name }));
  const at = new Date(body.at);
  if (at.getTime() > work.now.getTime() + 60_000)
    throw fieldProblem('at', say('that_is_in_the_future_check_the'));
  if (at.getTime() < work.now.getTime() - 60 * dayMs)
    throw fieldProblem('at', say('more_than_60_days_ago_check_the'));
  const written = await writeReadings(work.tx, place, [{ at, tenths: body.tenths }], 'probe', work.actor.id);
  if (written === 0) throw problems.conflict(say('a_probe_of_this_place_at_this_time'));
  return { id };
}

export async function answerAlarm(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.answer>,
): Promise<{ id: number }> {
  const place = (await coldPlaces(work)).find((p) => p.id === id);
  if (!place) throw problems.notFound(say('no_such_place'));
  const episode = place.episodes.find((e) => e.kind === body.kind && e.from === body.from);
  if (!episode) throw problems.conflict(say('that_stretch_looks_different_now_a'));
  if (episode.answer) throw problems.conflict(say('has_answered_for_it_already', { by: episode.answer.by }));
  const made = await run(
    work.tx,
    'INSERT INTO alarm_answer (place_id, kind, from_at, upto_at, done, answered_by, answered_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [id, body.kind, new Date(episode.from), new Date(episode.to), body.done, work.actor.id, work.now],
  );
  return { id: made.insertId };
}

type PlaceFields = Pick<BodyOf<typeof contract.cold.edit>, 'name' | 'setTenths' | 'limitTenths' | 'sensor'>;

/** What a place says of itself: a limit above its set point, a name and a sensor no other has. */
async function checkPlace(work: Work, body: PlaceFields, id: number | null): Promise<void> {
  if (body.limitTenths !== null && body.limitTenths <= body.setTenths)
    throw fieldProblem('limitTenths', say('the_limit_lies_above_the_set_point'));
  const others = (await places(work.tx)).filter((p) => p.id !== id && p.removedAt === null);
  const taken = others.find((p) => p.sensor !== null && p.sensor === body.sensor);
  if (taken) throw fieldProblem('sensor', say('that_sensor_reads_another', { place: taken.name }));
  if (others.some((p) => p.name.toLowerCase() === body.name.toLowerCase()))
    throw fieldProblem('name', say('another_place_is_called_that'));
}

/** Another place of a kind. An account is never given twice: what lay in the one before stays known by it. */
export async function addPlace(
  work: Work,
  { kind, ...body }: BodyOf<typeof contract.cold.add>,
): Promise<{ id: number }> {
  await checkPlace(work, body, null);
  const had = new Set((await places(work.tx)).map((p) => p.account));
  const account = placesOfKind(kind).find((a) => !had.has(a));
  if (!account) throw problems.conflict(say('nine_of_a_kind_is_the_most'));
  const made = await run(
    work.tx,
    'INSERT INTO place (account, name, set_tenths, limit_tenths, sensor) VALUES (?, ?, ?, ?, ?)',
    [account, body.name, body.setTenths, body.limitTenths, body.sensor],
  );
  return { id: made.insertId };
}

/** Takes a place away in which nothing lies, or has it again; it is read by no sensor until somebody says which. */
export async function removePlace(
  work: Work,
  id: number,
  { removed, version }: BodyOf<typeof contract.cold.remove>,
): Promise<{ id: number }> {
  const place = await row<PlaceFields & { version: number; account: StockPlace }>(
    work.tx,
    'SELECT version, account, name, set_tenths AS setTenths, limit_tenths AS limitTenths FROM place WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!place) throw problems.notFound(say('no_such_place'));
  if (place.version !== version) {
    const there = await onePlace(work.tx, id);
    throw problems.stale(say('someone_changed_this_place'), { ...there, removed: there.removedAt !== null });
  }
  if (!isRemovable(place.account)) throw problems.conflict(say('no_shop_does_without_it'));
  const lying = await row(
    work.tx,
    'SELECT 1 FROM balance WHERE account = ? AND (grams > 0 OR pieces > 0) LIMIT 1 LOCK IN SHARE MODE',
    [place.account],
  );
  if (!removed) await checkPlace(work, { ...place, sensor: null }, id);
  if (removed && lying) throw problems.conflict(say('something_lies_there_move_it_first'));
  await run(
    work.tx,
    'UPDATE place SET removed_at = ?, removed_by = ?, sensor = NULL, version = version + 1 WHERE id = ?',
    [removed ? work.now : null, removed ? work.actor.id : null, id],
  );
  return { id };
}

export async function editPlace(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.cold.edit>,
): Promise<{ id: number }> {
  const place = await row<{ version: number }>(
    work.tx,
    'SELECT version FROM place WHERE id = ? AND removed_at IS NULL FOR UPDATE',
    [id],
  );
  if (!place) throw problems.notFound(say('no_such_place'));
  if (place.version !== body.version)
    throw problems.stale(say('someone_changed_this_place'), await onePlace(work.tx, id));
  await checkPlace(work, body, id);
  await run(
    work.tx,
    'UPDATE place SET name = ?, set_tenths = ?, limit_tenths = ?, sensor = ?, version = version + 1 WHERE id = ?',
    [body.name, body.setTenths, body.limitTenths, body.sensor, id],
  );
  return { id };
}
