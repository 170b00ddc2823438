import type { BodyOf, contract } from '@ember-slate/contract';
import { forms } from '@ember-slate/core/forms';
import { cutEntries, type Account, type CutOutput } from '@ember-slate/core/ledger';
import { formatMass } from '@ember-slate/core/units';
import { massBalance, trims } from '@ember-slate/core/yields';
import { today, type Work } from '../platform/context.ts';
import { row, run } from '../platform/db.ts';
import { post } from '../platform/ledger.ts';
import { fieldProblem, problems } from '../platform/problem.ts';
import { lockLots, take } from '../platform/stock.ts';
import { oneSpecies } from '../species/queries.ts';
import { inputsOf, ticketsWhere, weighOutsOf, type TicketRow, type WeighOutRow } from './queries.ts';
import { expectation, stepsOf, weightsOf } from './tickets.ts';

type Rooms = typeof contract.bench;

async function lockTicket(
  work: Work,
  id: number,
  state: TicketRow['state'],
  version?: number,
): Promise<TicketRow> {
  await row(work.tx, 'SELECT id FROM ticket WHERE id = ? FOR UPDATE', [id]);
  const [ticket] = await ticketsWhere(work.tx, 't.id = ?', [id]);
  if (!ticket) throw problems.notFound('No such ticket');
  if (version !== undefined && ticket.version !== version) {
    throw problems.stale(`Ticket ${ticket.number} was changed at another screen: look at it again`, {
      current: { state: ticket.state, version: ticket.version },
    });
  }
  if (ticket.state !== state) {
    const now = { waiting: 'not begun yet', cutting: 'being cut already', closed: 'closed already' }[
      ticket.state
    ];
    throw problems.conflict(`Ticket ${ticket.number} is ${now}`);
  }
  return ticket;
}

/** Fish come to the bench with the weight the scale gives them. */
export async function startTicket(
  work: Work,
  id: number,
  body: BodyOf<Rooms['start']>,
): Promise<{ id: number }> {
  await lockLots(
    work.tx,
    body.inputs.map((i) => i.lotId),
  );
  const ticket = await lockTicket(work, id, 'waiting', body.version);
  const inputs = await inputsOf(work.tx, [id]);
  const entries = [];
  for (const input of inputs) {
    const given = body.inputs.find((i) => i.lotId === input.lotId);
    if (!given) throw fieldProblem('inputs', `Weigh the fish of lot ${input.code} too`);
    const usual = input.fishGrams * input.pieces;
    if (given.grams < usual * 0.3 || given.grams > usual * 3) {
      throw fieldProblem(
        'inputs',
        `${input.pieces} fish of ${input.code} usually weigh about ${formatMass(Math.round(usual), 'metric')} g: check scale and tare`,
      );
    }
    const key = { account: 'place:cold_room' as const, lotId: input.lotId, item: 'whole', batch: 0 };
    entries.push(...(await take(work, key, { grams: given.grams, pieces: input.pieces }, 'place:bench')));
    await run(
      work.tx,
      'UPDATE ticket_input SET grams = ?, weight_source = ? WHERE ticket_id = ? AND lot_id = ?',
      [given.grams, given.source, id, input.lotId],
    );
  }
  await post(work, 'to_bench', entries, `ticket ${ticket.number}`);
  await run(work.tx, 'DELETE FROM pick WHERE line_id = ?', [ticket.lineId]);
  await run(work.tx, "UPDATE order_line SET state = 'cutting', version = version + 1 WHERE id = ?", [
    ticket.lineId,
  ]);
  await run(
    work.tx,
    "UPDATE ticket SET state = 'cutting', started_at = ?, version = version + 1 WHERE id = ?",
    [work.now, id],
  );
  return { id };
}

export async function goToStep(work: Work, id: number, step: number): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, 'cutting');
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const steps = stepsOf(species, ticket, await inputsOf(work.tx, [id]));
  if (step >= steps.length) throw fieldProblem('step', `This ticket has ${steps.length} steps`);
  await run(work.tx, 'UPDATE ticket SET step = ? WHERE id = ?', [step, id]);
  return { id };
}

/** What may be weighed out under each kind. */
function checkItem(ticket: TicketRow, kind: WeighOutRow['kind'], item: string) {
  const isTrim = Object.hasOwn(trims, item);
  const fits =
    kind === 'order' || kind === 'counter'
      ? item === ticket.form
      : kind === 'trim' || kind === 'waste'
        ? isTrim
        : item === '';
  if (!fits) throw fieldProblem('item', `${item || 'That'} is not weighed out of this ticket`);
}

export async function weighOut(
  work: Work,
  id: number,
  body: BodyOf<Rooms['weigh']>,
): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, 'cutting');
  checkItem(ticket, body.kind, body.item);
  if ((body.kind === 'order' || body.kind === 'counter') && body.pieces === 0)
    throw fieldProblem('pieces', 'Say how many pieces lie on the pan');
  const inputs = await inputsOf(work.tx, [id]);
  const after = massBalance(weightsOf(inputs, [...(await weighOutsOf(work.tx, id)), body]));
  if (after.unaccounted < -after.allowed) {
    throw fieldProblem(
      'grams',
      `${formatMass(-after.unaccounted, 'metric')} g more would come out than went in: tare forgotten, or weighed twice?`,
    );
  }
  const made = await run(
    work.tx,
    'INSERT INTO weigh_out (ticket_id, kind, item, grams, pieces, weight_source, weighed_at, weighed_by) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [id, body.kind, body.item, body.grams, body.pieces, body.source, work.now, work.actor.id],
  );
  return { id: made.insertId };
}

export async function strikeWeight(work: Work, id: number, weightId: number): Promise<{ id: number }> {
  await lockTicket(work, id, 'cutting');
  const struck = await run(
    work.tx,
    'UPDATE weigh_out SET struck_at = ?, struck_by = ? WHERE id = ? AND ticket_id = ? AND struck_at IS NULL',
    [work.now, work.actor.id, weightId, id],
  );
  if (struck.affectedRows === 0) throw problems.notFound('No such weight on this ticket');
  return { id: weightId };
}

export async function signSweep(work: Work, id: number, passTwoBones: number): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, 'cutting');
  if (!forms[ticket.form].boneless)
    throw problems.conflict(`${forms[ticket.form].name} are sold with their bones: nothing to sweep`);
  await run(
    work.tx,
    'UPDATE ticket SET sweep_by = ?, sweep_at = ?, sweep_bones = ?, version = version + 1 WHERE id = ?',
    [work.actor.id, work.now, passTwoBones, id],
  );
  return { id };
}

/** Where each kind of weigh-out ends in the ledger. */
function outputOf(ticket: TicketRow, w: WeighOutRow): CutOutput {
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
      ? ticket.form
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

/** Closes a balanced, swept ticket: outputs become stock, the line is ready, the order too when it was the last. */
export async function closeTicket(
  work: Work,
  id: number,
  body: BodyOf<Rooms['close']>,
): Promise<{ id: number }> {
  // The order first: two last tickets of one order, closed side by side, must see each other.
  await row(
    work.tx,
    'SELECT o.id FROM customer_order o WHERE o.id = (SELECT l.order_id FROM order_line l JOIN ticket t ON t.line_id = l.id WHERE t.id = ?) FOR UPDATE',
    [id],
  );
  const ticket = await lockTicket(work, id, 'cutting', body.version);
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const inputs = await inputsOf(work.tx, [id]);
  const weighed = await weighOutsOf(work.tx, id);
  if (!weighed.some((w) => w.kind === 'order'))
    throw problems.conflict('Nothing was weighed out for the order yet');
  if (forms[ticket.form].boneless && !ticket.sweepBy) throw problems.conflict('The bone sweep is not signed');
  const weights = weightsOf(inputs, weighed);
  const balance = massBalance(weights);
  if (!balance.closes && !body.reason) {
    throw fieldProblem(
      'reason',
      `${formatMass(balance.unaccounted, 'metric')} g are not accounted for: weigh again, add the missing tub, or say why`,
    );
  }
  const outputs = new Map<string, CutOutput>();
  for (const out of weighed.map((w) => outputOf(ticket, w))) {
    const key = `${out.account} ${out.item}`;
    const had = outputs.get(key);
    outputs.set(key, had ? { ...had, grams: had.grams + out.grams, pieces: had.pieces + out.pieces } : out);
  }
  const cut = inputs.map((i) => ({
    lotId: i.lotId,
    item: 'whole',
    batch: 0,
    grams: i.grams!,
    pieces: i.pieces,
  }));
  await post(
    work,
    'cut',
    cutEntries(cut, [...outputs.values()], id),
    `ticket ${ticket.number}${body.reason ? `: ${body.reason}` : ''}`.slice(0, 200),
  );
  await run(
    work.tx,
    `UPDATE ticket SET state = 'closed', closed_at = ?, closed_on = ?, closed_by = ?, close_reason = ?, input_grams = ?, main_grams = ?,
       expected_yield = ?, version = version + 1 WHERE id = ?`,
    [
      work.now,
      today(work),
      work.actor.id,
      body.reason,
      weights.input,
      weights.outputs,
      expectation(work, species, ticket, inputs).yield,
      id,
    ],
  );
  await run(work.tx, "UPDATE order_line SET state = 'ready', version = version + 1 WHERE id = ?", [
    ticket.lineId,
  ]);
  await run(
    work.tx,
    `UPDATE customer_order o SET o.state = 'ready', o.version = o.version + 1
     WHERE o.id = ? AND NOT EXISTS (SELECT 1 FROM order_line l WHERE l.order_id = o.id AND l.state NOT IN ('ready', 'cancelled'))`,
    [ticket.orderId],
  );
  return { id };
}
