import type { BodyOf, contract } from '@ember-slate/contract';
import { dayMs, addDays, tradingDay } from '@ember-slate/core/calendar';
import { isSeaArea, lotCode } from '@ember-slate/core/labels';
import { transfer } from '@ember-slate/core/ledger';
import { conditionsFor, type Species } from '@ember-slate/core/species';
import { post } from '../../../platform/books/ledger.ts';
import { nextNumber } from '../../../platform/books/numbers.ts';
import type { Work } from '../../../platform/context.ts';
import { row, run, type Tx } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { listDeliveries, type LotFish } from '../queries/deliveries.ts';
import { say } from '../say.ts';

export async function insertFish(tx: Tx, lotId: number, fish: readonly LotFish[]): Promise<void> {
  if (fish.length === 0) return;
  await run(
    tx,
    `INSERT INTO lot_fish (lot_id, grams, weight_source, length_mm) VALUES ${fish.map(() => '(?, ?, ?, ?)').join(', ')}`,
    fish.flatMap((f) => [lotId, f.grams, f.source, f.lengthMm]),
  );
}

export type DeliveryInput = Omit<BodyOf<typeof contract.landing.editDelivery>, 'version' | 'reason'>;
export type LotInput = Omit<BodyOf<typeof contract.landing.editLot>, 'version' | 'reason'>;

export async function supplierId(work: Work, name: string): Promise<number> {
  await run(
    work.tx,
    'INSERT INTO supplier (name) VALUES (?) ON DUPLICATE KEY UPDATE id = LAST_INSERT_ID(id)',
    [name],
  );
  return (await row<{ id: number }>(work.tx, 'SELECT id FROM supplier WHERE name = ?', [name]))!.id;
}

/** A delivery may be written down late, not before it came. */
export function checkArrival(work: Work, arrivedAt: string) {
  const at = new Date(arrivedAt);
  if (at.getTime() > work.now.getTime() + 5 * 60_000)
    throw fieldProblem('arrivedAt', say('it_cannot_have_arrived_in_the'));
  if (at.getTime() < work.now.getTime() - 31 * dayMs)
    throw fieldProblem('arrivedAt', say('more_than_a_month_ago_check_the'));
  return at;
}

export const deliveryValues = (d: DeliveryInput) => [
  d.probeTenths,
  d.ice,
  d.drains,
  d.noteRef,
  d.noteGrams,
  d.notePieces,
  d.noteMoney,
  d.remarks,
];

export async function createDelivery(work: Work, d: DeliveryInput): Promise<{ id: number }> {
  const at = checkArrival(work, d.arrivedAt);
  const made = await run(
    work.tx,
    `INSERT INTO delivery (supplier_id, arrived_at, landed_on, recorded_by, probe_tenths, ice, drains, note_ref, note_grams, note_pieces, note_money, remarks)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      await supplierId(work, d.supplier),
      at,
      tradingDay(at, work.settings),
      work.actor.id,
      ...deliveryValues(d),
    ],
  );
  return { id: made.insertId };
}

export async function lockDelivery(work: Work, id: number) {
  const found = await row<{ id: number; state: 'open' | 'closed'; version: number; landed_on: string }>(
    work.tx,
    'SELECT id, state, version, landed_on FROM delivery WHERE id = ? FOR UPDATE',
    [id],
  );
  if (!found) throw problems.notFound(say('no_such_delivery'));
  return found;
}

/** Takes an empty delivery away; one with a lot is corrected, never removed. */
export async function dropDelivery(
  work: Work,
  id: number,
  body: { version: number },
): Promise<{ id: number }> {
  const had = await lockDelivery(work, id);
  if (had.version !== body.version)
    throw problems.stale(say('someone_corrected_this_delivery'), { version: had.version });
  const lot = await row<{ id: number }>(work.tx, 'SELECT id FROM lot WHERE delivery_id = ? LIMIT 1', [id]);
  if (lot || had.state === 'closed') throw problems.conflict(say('lots_were_landed_from_it'));
  await run(work.tx, 'DELETE FROM delivery WHERE id = ?', [id]);
  return { id };
}

/** What a lot says must be possible: species, condition, origin and dates fit together. */
export async function checkLot(work: Work, lot: LotInput, landedOn: string): Promise<Species> {
  const species = await oneSpecies(work.tx, lot.speciesId);
  if (!species) throw fieldProblem('speciesId', say('not_in_the_species_book'));
  if (!conditionsFor(species).includes(lot.condition))
    throw fieldProblem('condition', say('does_not_come_like_that', { species: species.name }));
  if (lot.caughtOn && lot.caughtOn > landedOn)
    throw fieldProblem('caughtOn', say('caught_after_it_was_landed_the'));
  if (lot.caughtOn && lot.caughtOn < addDays(landedOn, -60))
    throw fieldProblem('caughtOn', say('more_than_60_days_before_landing'));
  if (lot.production === 'caught' && !isSeaArea(lot.area))
    throw fieldProblem('area', say('choose_the_fao_catch_area'));
  if (lot.production !== 'caught' && lot.area.length < 2) {
    throw fieldProblem(
      'area',
      lot.production === 'farmed' ? say('say_the_country_of_farming') : say('say_the_water_and_the_country'),
    );
  }
  if (lot.production !== 'farmed' && !lot.gear) throw fieldProblem('gear', say('choose_the_fishing_gear'));
  const flat = species.bodyPlan === 'flat' || species.bodyPlan === 'large_flat';
  if (flat && lot.condition === 'gutted' && lot.slit === 'missing')
    throw fieldProblem('condition', say('no_gutting_slit_its_guts_are_in'));
  return species;
}

export const lotValues = (l: LotInput) => [
  l.speciesId,
  l.condition,
  l.pieces,
  l.grams,
  l.weightSource,
  l.pricePerKg,
  l.production,
  l.area,
  l.production === 'farmed' ? null : l.gear,
  l.boat,
  l.caughtOn,
  l.supplierLot,
  l.slit,
  l.scaled ?? 'no',
  l.remarks,
];

/** The next code of a species landed on a day. */
export async function nextLotCode(work: Work, day: string, species: Species): Promise<string> {
  const initial = lotCode(day, species, 0).slice(0, -1);
  return lotCode(day, species, await nextNumber(work.tx, `lot ${initial}`));
}

/** Fish weighed one by one are the lot: their number and their weight. */
function checkFish(lot: { fish: readonly LotFish[]; pieces: number; grams: number }) {
  if (lot.fish.length === 0) return;
  if (lot.fish.length !== lot.pieces)
    throw fieldProblem(
      'pieces',
      say('fish_were_weighed_one_by_one_the', { fish: lot.fish.length, pieces: lot.pieces }),
    );
  const grams = lot.fish.reduce((s, f) => s + f.grams, 0);
  if (grams !== lot.grams)
    throw fieldProblem(
      'grams',
      say('the_fish_weigh_g_together_the_lot', { together: grams, lotGrams: lot.grams }),
    );
}

export async function addLot(
  work: Work,
  deliveryId: number,
  lot: LotInput & { fish: LotFish[] },
): Promise<{ id: number; code: string }> {
  const delivery = await lockDelivery(work, deliveryId);
  if (delivery.state === 'closed') throw problems.conflict(say('this_delivery_is_closed_open_a_new'));
  const species = await checkLot(work, lot, delivery.landed_on);
  checkFish(lot);
  const code = await nextLotCode(work, delivery.landed_on, species);
  const made = await run(
    work.tx,
    `INSERT INTO lot (code, delivery_id, landed_on, species_id, arrival_condition, pieces, grams, weight_source, price_per_kg,
       production, area, gear, boat, caught_on, supplier_lot, slit, scaled, remarks) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [code, deliveryId, delivery.landed_on, ...lotValues(lot)],
  );
  const whole = { lotId: made.insertId, item: 'whole', batch: 0, grams: lot.grams, pieces: lot.pieces };
  await post(work, 'land', transfer(whole, 'outside:supplier', 'place:cold_room'));
  await insertFish(work.tx, made.insertId, lot.fish);
  return { id: made.insertId, code };
}

/** Closing with a difference asks for a reason and keeps it. */
export async function closeDelivery(
  work: Work,
  id: number,
  body: { version: number; reason: string },
): Promise<{ id: number }> {
  const had = await lockDelivery(work, id);
  if (had.version !== body.version)
    throw problems.stale(say('someone_corrected_this_delivery'), {
      version: had.version,
    });
  if (had.state === 'closed') throw problems.conflict(say('it_is_closed_already'));
  const delivery = (await listDeliveries(work, false, had.landed_on)).find((d) => d.id === id)!;
  const landed = await row(work.tx, 'SELECT 1 FROM lot WHERE delivery_id = ? LIMIT 1', [id]);
  if (!landed) throw problems.conflict(say('no_lot_was_landed_from_it_yet'));
  // One whose lots were all taken away again is closed with its reason.
  if ((delivery.differences.length > 0 || delivery.lots.length === 0) && !body.reason) {
    throw fieldProblem('reason', say('say_why_it_is_closed_although_it'));
  }
  await run(
    work.tx,
    "UPDATE delivery SET state = 'closed', close_reason = ?, version = version + 1 WHERE id = ?",
    [body.reason, id],
  );
  return { id };
}
