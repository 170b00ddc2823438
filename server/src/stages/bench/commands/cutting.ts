import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import { type Form, formOf } from '@ember-slate/core/forms';
import {
  type Account,
  cutEntries,
  type CutOutput,
  type Entry,
  itemName,
  reverse,
  summed,
} from '@ember-slate/core/ledger';
import { countWord } from '@ember-slate/core/species';
import { massText } from '@ember-slate/core/units';
import { massBalance, trims } from '@ember-slate/core/yields';
import { entriesOf, lockBalance, post } from '../../../platform/books/ledger.ts';
import { settleOrder } from '../../../platform/books/orderState.ts';
import { lockLots, removeStock } from '../../../platform/books/stock.ts';
import { today, type Work } from '../../../platform/context.ts';
import { placeholders, rows, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { inputAt } from '../../../shop/ticketJob.ts';
import {
  type CutRow,
  cutsOf,
  type InputRow,
  inputsOf,
  passesOf,
  type WeighOutRow,
  weighOutsOf,
} from '../../../shop/tickets.ts';
import { weightsOf } from '../queries/tickets.ts';
import { spend } from './board.ts';
import { lockTicket } from './lock.ts';
import { reckon } from './recut.ts';
import { say } from '../say.ts';

/** Fish come to the bench with the weight the scale gives them. */
export async function startTicket(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.start>,
): Promise<{ id: number }> {
  await lockLots(
    work.tx,
    body.inputs.map((i) => i.lotId),
  );
  const ticket = await lockTicket(work, id, ['waiting'], body.version);
  const inputs = await inputsOf(work.tx, [id]);
  const cuts = await cutsOf(work.tx, [id]);
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const stiff = inputs.filter((i) => i.item === 'whole' && i.rigor === 'in_rigor');
  const opened = cuts.some((c) => formOf(formsOf(work.settings), c.form).section !== 'fish');
  if (stiff.length > 0 && opened && !body.limp)
    throw fieldProblem('limp', say('was_stiff_at_its_grading_in_rigor', { code: stiff[0]!.code }));
  if (body.limp)
    for (const i of stiff)
      await run(work.tx, "UPDATE lot SET rigor = 'past', version = version + 1 WHERE id = ?", [i.lotId]);
  const entries = [];
  for (const input of inputs) {
    const given = body.inputs.find((i) => i.lotId === input.lotId);
    if (!given) throw fieldProblem('inputs', say('weigh_the_fish_of_lot_too', { code: input.code }));
    const usual = input.fishGrams * input.pieces;
    if (given.grams < usual * 0.3 || given.grams > usual * 3) {
      throw fieldProblem(
        'inputs',
        say('of_usually_weigh_about_check_scale', {
          pieces: input.pieces,
          work: inWords(countWord(inputAt(work, species, input), input.pieces)),
          code: input.code,
          usual: massText(Math.round(usual), work.units),
        }),
      );
    }
    const key = { account: input.place, lotId: input.lotId, item: input.item, batch: input.batch };
    entries.push(
      ...(await removeStock(work, key, { grams: given.grams, pieces: input.pieces }, 'place:bench')),
    );
    await run(
      work.tx,
      'UPDATE ticket_input SET grams = ?, weight_source = ? WHERE ticket_id = ? AND lot_id = ?',
      [given.grams, given.source, id, input.lotId],
    );
  }
  await post(work, 'to_bench', entries, say('ticket', { number: ticket.number }));
  const lines = cuts.map((c) => c.lineId).filter((l) => l !== null);
  for (const line of lines) {
    await run(work.tx, 'DELETE FROM pick WHERE line_id = ?', [line]);
    await run(work.tx, "UPDATE order_line SET state = 'cutting', version = version + 1 WHERE id = ?", [line]);
  }
  await run(
    work.tx,
    "UPDATE ticket SET state = 'cutting', started_at = ?, step_at = ?, cutter_id = ?, version = version + 1 WHERE id = ?",
    [work.now, work.now, work.actor.id, id],
  );
  return { id };
}

/** What may be weighed out under each kind; gives the item it goes under. */
export function itemOf(cuts: readonly CutRow[], body: BodyOf<typeof contract.bench.weigh>): string {
  const { kind, item, cutId } = body;
  const cut = cuts.find((c) => c.id === cutId);
  if (kind === 'order') {
    if (!cut?.lineId) throw fieldProblem('cutId', say('say_which_order_it_is_for'));
    return cut.form;
  }
  if (kind === 'counter') {
    if (!cuts.some((c) => c.form === item))
      throw fieldProblem('item', say('this_ticket_does_not_cut_that_form'));
    return item;
  }
  const fits = kind === 'trim' || kind === 'waste' ? Object.hasOwn(trims, item) : item === '';
  if (!fits)
    throw fieldProblem('item', say('is_not_weighed_out_of_this_ticket', { item: item || say('that') }));
  return item;
}

/** How long the same reading for the same thing is taken for the same piece, s. */
const sameWithinS = 6;

export async function weighOut(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.weigh>,
): Promise<{ id: number }> {
  await lockTicket(work, id, ['cutting']);
  const item = itemOf(await cutsOf(work.tx, [id]), body);
  if ((body.kind === 'order' || body.kind === 'counter') && body.pieces === 0)
    throw fieldProblem('pieces', say('say_how_many_pieces_lie_on_the_pan'));
  const inputs = await inputsOf(work.tx, [id]);
  const before = await weighOutsOf(work.tx, id);
  const last = before.at(-1);
  if (
    last &&
    !body.again &&
    (body.source === 'measured' || body.source === 'simulated') &&
    last.source === body.source &&
    last.grams === body.grams &&
    last.kind === body.kind &&
    last.item === item &&
    work.now.getTime() - last.weighedAt.getTime() < sameWithinS * 1000
  )
    throw fieldProblem(
      'again',
      say('again_within_seconds_the_same', { grams: massText(body.grams, work.units), sameWithinS }),
    );
  const after = massBalance(weightsOf(inputs, [...before, body]));
  if (after.unaccounted < -after.allowed) {
    throw fieldProblem(
      'grams',
      say('more_would_come_out_than_went_in', { unaccounted: massText(-after.unaccounted, work.units) }),
    );
  }
  return { id: await putWeight(work, id, item, body) };
}

/** Writes a weight down on a ticket; gives its row. */
export async function putWeight(
  work: Work,
  id: number,
  item: string,
  body: Omit<BodyOf<typeof contract.bench.weigh>, 'again'>,
): Promise<number> {
  const made = await run(
    work.tx,
    `INSERT INTO weigh_out (ticket_id, cut_id, kind, item, grams, pieces, weight_source, tub, tare_grams, weighed_at, weighed_by)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    [
      id,
      body.kind === 'order' ? body.cutId : null,
      body.kind,
      item,
      body.grams,
      body.pieces,
      body.source,
      body.tub ?? '',
      body.tareGrams ?? 0,
      work.now,
      work.actor.id,
    ],
  );
  return made.insertId;
}

export async function strikeWeight(work: Work, id: number, weightId: number): Promise<{ id: number }> {
  await lockTicket(work, id, ['cutting']);
  await strike(work, id, weightId);
  return { id: weightId };
}

/** Takes a weight off a ticket; it stays to be read. Throws when it is not on it. */
export async function strike(work: Work, id: number, weightId: number): Promise<void> {
  const struck = await run(
    work.tx,
    'UPDATE weigh_out SET struck_at = ?, struck_by = ? WHERE id = ? AND ticket_id = ? AND struck_at IS NULL',
    [work.now, work.actor.id, weightId, id],
  );
  if (struck.affectedRows === 0) throw problems.notFound(say('no_such_weight_on_this_ticket'));
  // The piece will weigh something else: what its label says is wrong.
  await run(
    work.tx,
    "UPDATE label SET void_at = ?, void_by = ?, void_why = 'weight taken back' WHERE weigh_out_id = ? AND void_at IS NULL",
    [work.now, work.actor.id, weightId],
  );
}

/** What the cut of a ticket moves in the ledger: its fish off the bench, what was weighed out of them to where it goes. */
export function cutOf(id: number, inputs: readonly InputRow[], weighed: readonly WeighOutRow[]): Entry[] {
  const outputs = new Map<string, CutOutput>();
  for (const out of weighed.map(outputOf)) {
    const key = `${out.account} ${out.item}`;
    const had = outputs.get(key);
    outputs.set(key, had ? { ...had, grams: had.grams + out.grams, pieces: had.pieces + out.pieces } : out);
  }
  const cut = inputs.map((i) => ({
    lotId: i.lotId,
    item: i.item,
    batch: i.batch,
    grams: i.grams!,
    pieces: i.pieces,
  }));
  return cutEntries(cut, [...outputs.values()], id);
}

/** Where each kind of weigh-out ends in the ledger. */
function outputOf(w: WeighOutRow): CutOutput {
  const account: Record<WeighOutRow['kind'], Account> = {
    order: 'place:order_shelf',
    counter: 'place:cold_room',
    trim: 'place:cold_room',
    waste: 'end:waste',
    drip: 'end:drip',
    water: 'end:drip',
  };
  const item =
    w.kind === 'order' || w.kind === 'counter'
      ? w.item
      : w.kind === 'trim' || w.kind === 'waste'
        ? `trim:${w.item}`
        : 'whole';
  return {
    account: account[w.kind],
    item,
    grams: w.kind === 'water' ? -w.grams : w.grams,
    pieces: w.kind === 'order' || w.kind === 'counter' ? w.pieces : 0,
  };
}

/** Why a ticket may not close yet, or null: every line weighed, every boneless form swept twice. */
export function notYet(
  forms: readonly Form[],
  cuts: readonly CutRow[],
  weighed: readonly WeighOutRow[],
  swept: boolean,
) {
  const empty = cuts.find((c) => c.lineId !== null && !weighed.some((w) => w.cutId === c.id));
  if (empty)
    return say('nothing_was_weighed_out_for_s_yet', {
      customer: empty.customer ?? '',
      find: forms.find((f) => f.id === empty.form)!.name,
    });
  if (!weighed.some((w) => w.kind === 'order' || w.kind === 'counter'))
    return say('nothing_was_weighed_out_yet');
  if (forms.some((f) => f.boneless) && !swept) return say('the_bone_sweep_is_not_signed_both');
  return null;
}

/** Refuses entries that take out of a place what was sold, moved or used since. */
export async function mustLieThere(
  work: Work,
  inputs: readonly InputRow[],
  entries: readonly Entry[],
): Promise<void> {
  for (const e of entries.filter((x) => x.account.startsWith('place:') && x.grams < 0)) {
    const has = await lockBalance(work.tx, e);
    if (has.grams + e.grams >= 0 && has.pieces + e.pieces >= 0) continue;
    const name = itemName(e.item, inputs[0]!.arrival, formsOf(work.settings));
    throw problems.short(
      say('of_its_were_sold_moved_or_used', {
        name: inWords(name),
        grams: massText(-e.grams - has.grams, work.units),
      }),
    );
  }
}

/** The movements of a ticket's cut that stand, the last first: it, and what weights that were put right changed of it. */
const cutsStanding = async (work: Work, id: number, inputs: readonly InputRow[]): Promise<number[]> =>
  (
    await rows<{ id: number }>(
      work.tx,
      `SELECT DISTINCT m.id FROM movement m JOIN entry e ON e.movement_id = m.id
       WHERE e.lot_id IN (${placeholders(inputs.length)}) AND e.batch = ? AND e.account <> 'place:bench' AND m.kind = 'cut' AND m.undoes IS NULL
         AND NOT EXISTS (SELECT 1 FROM movement u WHERE u.undoes = m.id) ORDER BY m.id DESC`,
      [...inputs.map((i) => i.lotId), id],
    )
  ).map((m) => m.id);

/**
 * Opens a ticket again that was closed today: what it put into stock goes back to the bench, its weights stay as they
 * are until they are struck, its lines are at the bench again. Refused once anything of it was sold or moved.
 */
export async function reopenTicket(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.reopen>,
): Promise<{ id: number }> {
  await lockOrders(work, id);
  const ticket = await lockTicket(work, id, ['closed'], body.version);
  const cuts = await cutsOf(work.tx, [id]);
  const inputs = await inputsOf(work.tx, [id]);
  if (cuts.length === 0 || inputs.length === 0)
    throw problems.conflict(say('that_ticket_was_given_up_its_fish'));
  if (ticket.closedOn !== today(work)) throw problems.conflict(say('it_was_closed_on_another_day_count'));
  await lockLots(
    work.tx,
    inputs.map((i) => i.lotId),
  );
  const standing = await cutsStanding(work, id, inputs);
  const gone = await rows<{ state: string }>(
    work.tx,
    "SELECT l.state FROM order_line l JOIN ticket_cut c ON c.line_id = l.id WHERE c.ticket_id = ? AND l.state = 'handed'",
    [id],
  );
  if (gone.length > 0) throw problems.conflict(say('its_customer_has_collected_it_that'));
  const why = say('ticket_opened_again', { number: ticket.number, reason: body.reason }).slice(0, 200);
  const back = (await Promise.all(standing.map((cut) => entriesOf(work.tx, cut)))).map(reverse);
  await mustLieThere(work, inputs, summed(back.flat()));
  for (const [i, cut] of standing.entries()) await post(work, 'cut', back[i]!, why, cut);
  await run(work.tx, 'DELETE FROM yield_point WHERE ticket_id = ?', [id]);
  await run(
    work.tx,
    `UPDATE ticket SET state = 'cutting', closed_at = NULL, closed_on = NULL, closed_by = NULL, close_reason = '', input_grams = NULL,
       main_grams = NULL, expected_yield = NULL, norm_minutes = NULL, step_at = ?, cutter_id = ?, version = version + 1 WHERE id = ?`,
    [work.now, work.actor.id, id],
  );
  for (const { lineId } of cuts)
    if (lineId !== null)
      await run(work.tx, "UPDATE order_line SET state = 'cutting', version = version + 1 WHERE id = ?", [
        lineId,
      ]);
  for (const orderId of new Set(cuts.map((c) => c.orderId)))
    if (orderId !== null) await settleOrder(work, orderId);
  return { id };
}

/** Locks the orders of a ticket: two last tickets of one order, closed side by side, must see each other. */
export const lockOrders = (work: Work, ticketId: number) =>
  rows(
    work.tx,
    `SELECT o.id FROM customer_order o WHERE o.id IN
       (SELECT l.order_id FROM order_line l JOIN ticket_cut c ON c.line_id = l.id WHERE c.ticket_id = ?) ORDER BY o.id FOR UPDATE`,
    [ticketId],
  );

/** Closes a balanced, swept ticket: outputs become stock, its lines are ready, orders too where it was the last. */
export async function closeTicket(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.close>,
): Promise<{ id: number }> {
  await lockOrders(work, id);
  const ticket = await lockTicket(work, id, ['cutting'], body.version);
  const inputs = await inputsOf(work.tx, [id]);
  const cuts = await cutsOf(work.tx, [id]);
  const weighed = await weighOutsOf(work.tx, id);
  const swept = (await passesOf(work.tx, id)).some((p) => p.pass === 2);
  const why = notYet(
    cuts.map((c) => formOf(formsOf(work.settings), c.form)),
    cuts,
    weighed,
    swept,
  );
  if (why) throw problems.conflict(why);
  const weights = weightsOf(inputs, weighed);
  const balance = massBalance(weights);
  if (!balance.closes && !body.reason) {
    throw fieldProblem(
      'reason',
      say('are_not_accounted_for_weigh_again', { unaccounted: massText(balance.unaccounted, work.units) }),
    );
  }
  await post(
    work,
    'cut',
    cutOf(id, inputs, weighed),
    say('ticket_2', { number: ticket.number, reason: body.reason ? `: ${body.reason}` : '' }).slice(0, 200),
  );
  await spend(work, ticket);
  await run(
    work.tx,
    `UPDATE ticket SET state = 'closed', closed_at = ?, closed_on = ?, closed_by = ?, close_reason = ?, step_at = NULL,
       version = version + 1 WHERE id = ?`,
    [work.now, today(work), work.actor.id, body.reason, id],
  );
  await reckon(work, ticket);
  for (const { lineId } of cuts)
    if (lineId !== null)
      await run(
        work.tx,
        // What comes from other fish too is ready when the last of them is cut.
        `UPDATE order_line l SET l.state = 'ready', l.version = l.version + 1 WHERE l.id = ? AND NOT EXISTS
           (SELECT 1 FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id WHERE c.line_id = l.id AND t.state <> 'closed')`,
        [lineId],
      );
  for (const orderId of new Set(cuts.map((c) => c.orderId)))
    if (orderId !== null) await settleOrder(work, orderId);
  return { id };
}
