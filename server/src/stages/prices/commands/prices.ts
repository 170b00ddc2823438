import type { BodyOf, contract } from '@ember-slate/contract';
import { isItem } from '@ember-slate/core/ledger';
import { knownRow, lockLots } from '../../../platform/books/stock.ts';
import { today, type Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { accountKey, type Key } from '../../../shop/keys.ts';
import { lotsById } from '../../../shop/lots.ts';
import { pieceGrams, pricesOf } from '../../../shop/prices.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

/** Sets a price that was thought of while another stood there: where that one is gone, nothing is written. */
export async function setPrice(
  work: Work,
  { was, perPiece, from, ...body }: BodyOf<typeof contract.prices.set>,
): Promise<{ id: number }> {
  const species = await oneSpecies(work.tx, body.speciesId);
  if (!species) throw fieldProblem('speciesId', say('not_in_the_species_book'));
  if (!isItem(body.item, formsOf(work.settings)))
    throw fieldProblem('item', say('not_a_form_or_trim_of_this_shop'));
  if (perPiece !== null && !formsOf(work.settings).has(body.item) && body.item !== 'whole')
    throw fieldProblem('perPiece', say('only_fish_and_its_forms_are_sold_by_the_piece'));
  // Every sum reckons in kilograms: a piece is what one usually weighs.
  const perKg =
    perPiece === null
      ? body.perKg
      : Math.max(1, Math.round((perPiece * 1000) / pieceGrams(work, species, body.item)));
  const had = await row<{ perKg: number; perPiece: number | null }>(
    work.tx,
    'SELECT per_kg AS perKg, per_piece AS perPiece FROM price WHERE species_id = ? AND item = ? FOR UPDATE',
    [body.speciesId, body.item],
  );
  const now = had?.perKg ?? (await pricesOf(work, [body.speciesId])).full(body.speciesId, body.item);
  if (now !== was) throw problems.stale(say('someone_set_this_price_meanwhile'), { was: now });
  if (from !== null && from < today(work)) throw fieldProblem('from', say('that_day_has_passed'));
  if (from !== null && from > today(work)) return keepAhead(work, { ...body, perKg, perPiece, from });
  return had?.perKg === perKg && had.perPiece === perPiece
    ? { id: 0 }
    : writePrice(work, { ...body, perKg, perPiece });
}

/** Sets many prices, all of them or none: what somebody else set meanwhile stops it. */
export async function setPrices(
  work: Work,
  prices: BodyOf<typeof contract.prices.setList>['prices'],
): Promise<{ set: number }> {
  for (const price of prices)
    await setPrice(work, { ...price, perPiece: null, from: null, reason: say('with_the_price_list') });
  return { set: prices.length };
}

type Price = Omit<BodyOf<typeof contract.prices.set>, 'was' | 'from'>;

/** Keeps a price for a day to come; one that was kept for that day already gives way to it. */
async function keepAhead(work: Work, body: Price & { from: string }): Promise<{ id: number }> {
  const made = await run(
    work.tx,
    `REPLACE INTO price_ahead (species_id, item, per_kg, per_piece, from_day, reason, made_at, made_by)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?)`,
    [body.speciesId, body.item, body.perKg, body.perPiece, body.from, body.reason, work.now, work.actor.id],
  );
  return { id: made.insertId };
}

/** Drops a price that was to stand from a day to come. Throws not-found where it stands already, or was dropped. */
export async function dropAhead(work: Work, id: number): Promise<{ id: number }> {
  const gone = await run(work.tx, 'DELETE FROM price_ahead WHERE id = ?', [id]);
  if (gone.affectedRows === 0) throw problems.notFound(say('no_such_price_ahead'));
  return { id };
}

/** Writes a price and the row of its history. */
export async function writePrice(work: Work, body: Price): Promise<{ id: number }> {
  await run(
    work.tx,
    `INSERT INTO price (species_id, item, per_kg, per_piece) VALUES (?, ?, ?, ?)
     ON DUPLICATE KEY UPDATE per_kg = VALUES(per_kg), per_piece = VALUES(per_piece)`,
    [body.speciesId, body.item, body.perKg, body.perPiece],
  );
  const made = await run(
    work.tx,
    'INSERT INTO price_change (species_id, item, per_kg, per_piece, at, staff_id, reason) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [body.speciesId, body.item, body.perKg, body.perPiece, work.now, work.actor.id, body.reason],
  );
  return { id: made.insertId };
}

const standing = (work: Work, key: Omit<Key, 'place'>) =>
  row<{ id: number; perKg: number }>(
    work.tx,
    `SELECT id, per_kg AS perKg FROM markdown WHERE lot_id = ? AND item = ? AND batch = ? AND ended_at IS NULL FOR UPDATE`,
    [key.lotId, key.item, key.batch],
  );

const end = (work: Work, id: number) =>
  run(work.tx, 'UPDATE markdown SET ended_at = ?, ended_by = ? WHERE id = ?', [work.now, work.actor.id, id]);

/** Marks a row down: below its full price, not below the shop's floor, once at a time. */
export async function markDown(
  work: Work,
  body: BodyOf<typeof contract.prices.markDown>,
): Promise<{ id: number }> {
  await lockLots(work.tx, [body.lotId]);
  const [lot] = await lotsById(work.tx, [body.lotId]);
  if (!lot) throw problems.notFound(say('no_such_lot'));
  await knownRow(work, accountKey(body));
  const full = (await pricesOf(work)).full(lot.speciesId, body.item);
  if (full === null) throw fieldProblem('perKg', say('it_has_no_price_yet_set_one_first'));
  if (body.perKg >= full) throw fieldProblem('perKg', say('a_markdown_is_below_the_full_price'));
  const floor = Math.round(full * work.settings.money.floorShare);
  if (body.perKg < floor)
    throw fieldProblem(
      'perKg',
      say('below_the_floor_the_shop_set_of', {
        floorShare: Math.round(work.settings.money.floorShare * 100),
      }),
    );
  const had = await standing(work, body);
  if (had) await end(work, had.id);
  const made = await run(
    work.tx,
    'INSERT INTO markdown (lot_id, item, batch, full_per_kg, per_kg, reason, made_at, made_by) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [body.lotId, body.item, body.batch, full, body.perKg, body.reason, work.now, work.actor.id],
  );
  return { id: made.insertId };
}

export async function markUp(
  work: Work,
  body: BodyOf<typeof contract.prices.markUp>,
): Promise<{ id: number }> {
  const had = await standing(work, body);
  if (!had) throw problems.conflict(say('it_is_not_marked_down'));
  await end(work, had.id);
  return { id: had.id };
}
