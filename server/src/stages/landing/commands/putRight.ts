import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import { tradingDay } from '@ember-slate/core/calendar';
import { type Account, type Entry, summed, transfer } from '@ember-slate/core/ledger';
import { conditionName } from '@ember-slate/core/species';
import { formatTemperature, massText } from '@ember-slate/core/units';
import { type Correction, differing, keepCorrection } from '../../../platform/books/corrections.ts';
import { refuseClosed } from '../../../platform/books/days.ts';
import { moveLosses, post } from '../../../platform/books/ledger.ts';
import { lockLots } from '../../../platform/books/stock.ts';
import type { Work } from '../../../platform/context.ts';
import { row, rows, run } from '../../../platform/db.ts';
import { moneyText } from '../../../platform/money.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { deliveriesWhere, type DeliveryRow, fishOfLots, lotsOfDeliveries } from '../queries/deliveries.ts';
import { lotUses } from '../queries/lotUses.ts';
import {
  checkArrival,
  checkLot,
  deliveryValues,
  lockDelivery,
  type LotInput,
  lotValues,
  supplierId,
} from './deliveries.ts';
import { say } from '../say.ts';

/** Brings the tickets cut from these lots along; the bench's own act. */
export type Recut = (work: Work, lotIds: readonly number[]) => Promise<void>;

type Delivered = Pick<
  DeliveryRow,
  | 'supplier'
  | 'probeTenths'
  | 'ice'
  | 'drains'
  | 'noteRef'
  | 'noteGrams'
  | 'notePieces'
  | 'noteMoney'
  | 'remarks'
> & { arrivedAt: string };

const deliveryChanges = (work: Work, was: Delivered, now: Delivered): Correction[] => {
  const both = (read: (d: Delivered) => string) => [read(was), read(now)] as const;
  const orNone = <T>(value: T | null, words: (v: T) => string) =>
    value === null ? say('none') : words(value);
  return differing({
    [say('supplier')]: both((d) => d.supplier),
    [say('arrived')]: both((d) => d.arrivedAt),
    [say('core')]: both((d) => orNone(d.probeTenths, (t) => formatTemperature(t, work.units))),
    [say('ice')]: both((d) => say('ice_is', { ice: d.ice })),
    [say('box')]: both((d) => say('box_is', { drains: d.drains })),
    [say('note_number')]: both((d) => d.noteRef),
    [say('weight_on_note')]: both((d) => orNone(d.noteGrams, (g) => massText(g, work.units))),
    [say('number_on_note')]: both((d) => orNone(d.notePieces, String)),
    [say('money_on_note')]: both((d) => orNone(d.noteMoney, (m) => moneyText(work, m))),
    [say('remarks')]: both((d) => d.remarks),
  });
};

/** Puts a delivery right; a reason is asked for once it is closed. Its lots' yields follow another supplier. */
export const putDeliveryRight =
  (recut: Recut) =>
  async (
    work: Work,
    id: number,
    d: BodyOf<typeof contract.landing.editDelivery>,
  ): Promise<{ id: number }> => {
    const had = await lockDelivery(work, id);
    const [current] = await deliveriesWhere(work.tx, 'd.id = ?', [id]);
    if (had.version !== d.version) throw problems.stale(say('someone_corrected_this_delivery'), current!);
    const at = checkArrival(work, d.arrivedAt);
    const day = tradingDay(at, work.settings);
    const lots = await lotsOfDeliveries(work.tx, [id]);
    if (lots.length > 0 && day !== had.landed_on)
      throw fieldProblem('arrivedAt', say('its_lots_carry_their_landing_date'));
    const changes = deliveryChanges(work, { ...current!, arrivedAt: current!.arrivedAt.toISOString() }, d);
    if (changes.length > 0 && had.state === 'closed' && !d.reason)
      throw fieldProblem('reason', say('it_is_closed_say_why_it_is_put_right'));
    await run(
      work.tx,
      `UPDATE delivery SET supplier_id = ?, arrived_at = ?, landed_on = ?, version = version + 1,
       probe_tenths = ?, ice = ?, drains = ?, note_ref = ?, note_grams = ?, note_pieces = ?, note_money = ?, remarks = ? WHERE id = ?`,
      [await supplierId(work, d.supplier), at, day, ...deliveryValues(d), id],
    );
    if (d.supplier !== current!.supplier && lots.length > 0)
      await recut(
        work,
        lots.map((l) => l.id),
      );
    await keepCorrection(work, 'delivery', {
      id,
      name: say('delivery_of', { supplier: current!.supplier, note: current!.noteRef || '–' }),
      changes,
      reason: d.reason,
    });
    return { id };
  };

interface LotHad extends LotInput {
  code: string;
  version: number;
  landedOn: string;
  deliveryId: number;
  gradeId: number | null;
}

/** Locks a lot and reads what it says. Throws where it is not there, or was put right since the screen read it. */
async function lockLot(work: Work, id: number, version: number): Promise<LotHad> {
  await lockLots(work.tx, [id]);
  const found = await row<{ deliveryId: number }>(
    work.tx,
    'SELECT delivery_id AS deliveryId FROM lot WHERE id = ?',
    [id],
  );
  const had = found && (await lotsOfDeliveries(work.tx, [found.deliveryId], true)).find((l) => l.id === id);
  if (!had) throw problems.notFound(say('no_such_lot'));
  if (had.pieces === 0) throw problems.conflict(say('it_was_taken_away', { code: had.code }));
  if (had.version !== version) throw problems.stale(say('someone_corrected_this_lot'), had);
  return { ...had, pricePerKg: had.pricePerKg! };
}

async function lotChanges(work: Work, was: LotInput, now: LotInput): Promise<Correction[]> {
  const names = {
    was: (await oneSpecies(work.tx, was.speciesId))!.name,
    now: (await oneSpecies(work.tx, now.speciesId))!.name,
  };
  const both = (read: (l: LotInput) => string) => [read(was), read(now)] as const;
  return differing({
    [say('species')]: [names.was, names.now],
    [say('came_as')]: both((l) => inWords(conditionName[l.condition])),
    [say('number')]: both((l) => String(l.pieces)),
    [say('weight')]: both((l) => massText(l.grams, work.units)),
    [say('price_a_kg')]: both((l) => moneyText(work, l.pricePerKg)),
    [say('origin')]: both((l) => say('origin_is', { production: l.production, area: l.area })),
    [say('gear')]: both((l) => (l.production === 'farmed' ? '' : (l.gear ?? ''))),
    [say('boat_or_farm')]: both((l) => l.boat),
    [say('caught_on')]: both((l) => l.caughtOn ?? ''),
    [say('suppliers_lot')]: both((l) => l.supplierLot),
    [say('gutting_slit')]: both((l) => say('slit_is', { slit: l.slit })),
    [say('scaled')]: both((l) => say('scaled_is', { scaled: l.scaled ?? 'no' })),
    [say('remarks')]: both((l) => l.remarks),
  });
}

/** Whole fish of a lot by the place they lie in, the cold room first; what lies on the board is the ticket's. */
const wholeIn = (work: Work, id: number) =>
  rows<{ account: Account; grams: number; pieces: number }>(
    work.tx,
    `SELECT account, grams, pieces FROM balance WHERE lot_id = ? AND item = 'whole' AND batch = 0
       AND account LIKE 'place:%' AND account <> 'place:bench' ORDER BY account <> 'place:cold_room', account FOR UPDATE`,
    [id],
  );

/** Places where whole fish of a lot were counted: what lies there is known, whatever was landed. */
const countedIn = async (work: Work, id: number): Promise<Set<string>> =>
  new Set(
    (
      await rows<{ place: string }>(
        work.tx,
        "SELECT DISTINCT place FROM stock_count WHERE lot_id = ? AND item = 'whole' AND batch = 0 AND void_at IS NULL",
        [id],
      )
    ).map((c) => c.place),
  );

/** What of a lot's whole fish was not accounted for when the last of a row left, g. */
const residueOf = async (work: Work, id: number): Promise<number> =>
  (await row<{ grams: number }>(
    work.tx,
    `SELECT CAST(COALESCE(SUM(e.grams), 0) AS SIGNED) AS grams FROM entry e JOIN movement m ON m.id = e.movement_id
     WHERE e.lot_id = ? AND e.item = 'whole' AND e.batch = 0 AND e.account = 'end:unaccounted' AND m.kind <> 'count'`,
    [id],
  ))!.grams;

/**
 * What another landed weight or number moves. What lay in the cold room was wrong by the difference, and still is as long as
 * fish lie there that nobody counted; once the last has left it was not accounted for, or went along to where most of them
 * lie now. Throws where fewer lie there than it takes away.
 */
async function landedEntries(
  work: Work,
  id: number,
  moved: { grams: number; pieces: number },
): Promise<Entry[]> {
  const key = { lotId: id, item: 'whole', batch: 0 };
  const there = await wholeIn(work, id);
  const counted = await countedIn(work, id);
  const lying = there.filter((p) => p.pieces > 0);
  const inCold = lying.find((p) => p.account === 'place:cold_room');
  const most = lying.filter((p) => !counted.has(p.account)).sort((a, b) => b.pieces - a.pieces)[0];
  const at = counted.has('place:cold_room') ? undefined : (inCold ?? most);
  const residue = inCold ? 0 : await residueOf(work, id);
  const settled =
    Math.sign(residue) === -Math.sign(moved.grams)
      ? -Math.sign(residue) * Math.min(Math.abs(residue), Math.abs(moved.grams))
      : 0;
  const here = at ? { grams: moved.grams - settled, pieces: moved.pieces } : { grams: 0, pieces: 0 };
  if (!at && lying.length === 0 && moved.pieces > 0) throw problems.short(say('all_of_this_lot_has_left'));
  const left = { grams: (at?.grams ?? 0) + here.grams, pieces: (at?.pieces ?? 0) + here.pieces };
  if (left.pieces < 0 || (left.pieces > 0 && left.grams <= 0))
    throw problems.short(say('more_of_this_lot_has_left_the_cold'));
  // With its last fish a row is empty: what was left of its weight is not accounted for.
  const last = left.pieces === 0 ? left.grams : 0;
  return summed([
    { ...key, account: 'outside:supplier', grams: -moved.grams, pieces: -moved.pieces },
    ...(at ? [{ ...key, account: at.account, grams: here.grams - last, pieces: here.pieces }] : []),
    {
      ...key,
      account: 'end:unaccounted',
      grams: moved.grams - here.grams + last,
      pieces: moved.pieces - here.pieces,
    },
  ]);
}

/** What it was graded as says nothing of another fish: the grade is asked again. */
async function gradeAgain(work: Work, id: number): Promise<void> {
  await run(work.tx, 'UPDATE grade SET void_at = ?, void_by = ? WHERE lot_id = ? AND void_at IS NULL', [
    work.now,
    work.actor.id,
    id,
  ]);
  await run(
    work.tx,
    "UPDATE lot SET grade_id = NULL, damage = NULL, roe = 'unknown', rigor = 'unknown' WHERE id = ?",
    [id],
  );
}

/** What was sold and lost of a lot was of another species, and what was promised of it cannot be kept with it. */
async function becomeSpecies(work: Work, id: number, was: string, now: string): Promise<void> {
  const days = await rows<{ day: string }>(
    work.tx,
    'SELECT DISTINCT sold_on AS day FROM sale_line WHERE lot_id = ? ORDER BY sold_on',
    [id],
  );
  for (const { day } of days) await refuseClosed(work, day, say('some_of_it_was_sold_that_day'));
  await run(work.tx, 'UPDATE sale_line SET species_id = ? WHERE lot_id = ?', [now, id]);
  await moveLosses(work.tx, id, was, now);
  await letLinesGo(work, id, now);
}

/** Fish promised of a lot that is another species now are let go; a line with none left waits in the cut plan again. */
async function letLinesGo(work: Work, id: number, now: string): Promise<void> {
  const lines = await rows<{ id: number }>(
    work.tx,
    'SELECT l.id FROM pick k JOIN order_line l ON l.id = k.line_id WHERE k.lot_id = ? AND l.species_id <> ? ORDER BY l.id FOR UPDATE',
    [id, now],
  );
  for (const line of lines) {
    await run(work.tx, 'DELETE FROM pick WHERE line_id = ? AND lot_id = ?', [line.id, id]);
    await run(
      work.tx,
      `UPDATE order_line l SET l.version = l.version + 1, l.state = IF(l.state = 'planned'
         AND NOT EXISTS (SELECT 1 FROM pick k WHERE k.line_id = l.id)
         AND NOT EXISTS (SELECT 1 FROM ticket_cut c WHERE c.line_id = l.id), 'open', l.state) WHERE l.id = ?`,
      [line.id],
    );
  }
}

/** Labels of pieces say where their fish is from: those of a lot that says otherwise now are void. */
const voidLabels = (work: Work, id: number) =>
  run(
    work.tx,
    `UPDATE label SET void_at = ?, void_by = ?, void_why = ? WHERE void_at IS NULL AND weigh_out_id IN
       (SELECT w.id FROM weigh_out w JOIN ticket_input i ON i.ticket_id = w.ticket_id WHERE i.lot_id = ?)`,
    [work.now, work.actor.id, say('its_lot_was_put_right'), id],
  );

/** What stands on the label of a piece. */
const onLabels = ['speciesId', 'condition', 'production', 'area', 'gear', 'caughtOn'] as const;

/**
 * Puts a lot right at any time: what lies there, was lost, sold and cut of it follows, another fish is graded again, labels
 * that say otherwise are void. Once others have built on what it says, a reason is asked for.
 */
export const putLotRight =
  (recut: Recut) =>
  async (work: Work, id: number, lot: BodyOf<typeof contract.landing.editLot>): Promise<{ id: number }> => {
    const had = await lockLot(work, id, lot.version);
    await checkLot(work, lot, had.landedOn);
    const changes = await lotChanges(work, had, lot);
    const says = changes.filter((c) => c.what !== say('remarks'));
    if (says.length > 0 && !lot.reason && (await lotUses(work, id)).needsReason)
      throw fieldProblem('reason', say('others_have_built_on_it_say_why'));
    const moved = { grams: lot.grams - had.grams, pieces: lot.pieces - had.pieces };
    if (moved.grams !== 0 || moved.pieces !== 0)
      await post(
        work,
        'correct',
        await landedEntries(work, id, moved),
        lot.reason ? say('lot_put_right', { reason: lot.reason }) : say('lot_corrected'),
      );
    const other = lot.speciesId !== had.speciesId || lot.condition !== had.condition;
    if (lot.speciesId !== had.speciesId) await becomeSpecies(work, id, had.speciesId, lot.speciesId);
    if (other && had.gradeId !== null) await gradeAgain(work, id);
    await run(
      work.tx,
      `UPDATE lot SET species_id = ?, arrival_condition = ?, pieces = ?, grams = ?, weight_source = ?, price_per_kg = ?,
       production = ?, area = ?, gear = ?, boat = ?, caught_on = ?, supplier_lot = ?, slit = ?, scaled = ?, remarks = ?, version = version + 1 WHERE id = ?`,
      [...lotValues(lot), id],
    );
    // Fish weighed one by one are the lot, or say nothing of it any more.
    const fish = (await fishOfLots(work.tx, [id])).get(id) ?? [];
    if (fish.length !== lot.pieces || fish.reduce((s, f) => s + f.grams, 0) !== lot.grams)
      await run(work.tx, 'DELETE FROM lot_fish WHERE lot_id = ?', [id]);
    if (onLabels.some((field) => lot[field] !== had[field])) await voidLabels(work, id);
    if (changes.length > 0) await recut(work, [id]);
    await keepCorrection(work, 'lot', {
      id,
      name: say('lot', { code: had.code }),
      changes,
      reason: lot.reason,
    });
    return { id };
  };

/** Takes a lot away that was landed twice: its row stays, with nothing landed. */
export async function dropLot(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.landing.dropLot>,
): Promise<{ id: number }> {
  const had = await lockLot(work, id, body.version);
  const there = await wholeIn(work, id);
  const grams = there.reduce((s, p) => s + p.grams, 0);
  const uses = await lotUses(work, id);
  if (grams !== had.grams || uses.tickets.length > 0)
    throw problems.conflict(say('something_was_made_of_it_already', { code: had.code }));
  if (uses.promised > 0)
    throw problems.conflict(say('it_is_promised_to_orders', { code: had.code, promised: uses.promised }));
  const claim = await row(work.tx, 'SELECT 1 FROM claim WHERE lot_id = ? AND void_at IS NULL LIMIT 1', [id]);
  if (claim) throw problems.conflict(say('a_claim_was_made_for_it', { code: had.code }));
  await post(
    work,
    'correct',
    there
      .filter((p) => p.grams > 0)
      .flatMap((p) =>
        transfer(
          { lotId: id, item: 'whole', batch: 0, grams: p.grams, pieces: p.pieces },
          p.account,
          'outside:supplier',
        ),
      ),
    say('lot_taken_away', { reason: body.reason }),
  );
  await gradeAgain(work, id);
  await run(work.tx, 'DELETE FROM lot_fish WHERE lot_id = ?', [id]);
  await run(work.tx, 'UPDATE lot SET pieces = 0, grams = 0, version = version + 1 WHERE id = ?', [id]);
  await keepCorrection(work, 'lot', {
    id,
    name: say('lot', { code: had.code }),
    changes: differing({
      [say('weight')]: [massText(had.grams, work.units), say('taken_away')],
    }),
    reason: body.reason,
  });
  return { id };
}
