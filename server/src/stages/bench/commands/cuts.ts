import { inWords } from '@ember-slate/words/core';
import type { BodyOf, contract } from '@ember-slate/contract';
import { optionClash, optionRefusal, type Packing, packingRefusal } from '@ember-slate/core/board';
import { rawRefusal } from '@ember-slate/core/coldchain';
import { offerFrom } from '@ember-slate/core/cutplan';
import { type Form, formOf, formRefusal, togetherRefusal } from '@ember-slate/core/forms';
import type { Use } from '@ember-slate/core/freshness';
import { transfer } from '@ember-slate/core/ledger';
import { type ArrivalCondition, countWord, type Species } from '@ember-slate/core/species';
import { post } from '../../../platform/books/ledger.ts';
import { nextNumber } from '../../../platform/books/numbers.ts';
import { lockLots } from '../../../platform/books/stock.ts';
import type { Work } from '../../../platform/context.ts';
import { row, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { fishOf, shopLots, wantOf } from '../../../shop/available.ts';
import { type Clocks, clocksOf, rawOf, type RowState } from '../../../shop/clocks.ts';
import { lotsById, type LotWithGrade } from '../../../shop/lots.ts';
import { oneSpecies, speciesById } from '../../../shop/species.ts';
import { stock } from '../../../shop/stock.ts';
import { inputAt } from '../../../shop/ticketJob.ts';
import { cutsOf, type InputRow, inputsOf, weighOutsOf } from '../../../shop/tickets.ts';
import { lockTicket } from './lock.ts';
import { say } from '../say.ts';

const knownForm = (work: Work, id: string): Form => {
  const form = formsOf(work.settings).get(id);
  if (!form || form.off) throw fieldProblem('form', say('not_a_form_of_this_shop'));
  return form;
};

function checkAmount(body: { pieces: number | null; pieceGrams: number | null; totalGrams: number | null }) {
  if (body.totalGrams === null ? body.pieces === null || body.pieceGrams === null : body.pieces !== null)
    throw fieldProblem('pieces', say('say_pieces_and_the_weight_of_one'));
}

/** Throws why pieces cut of these rows may not be packed so. */
async function checkPacking(
  work: Work,
  packing: Packing,
  from: readonly { lotId: number; item: string; batch: number }[],
): Promise<void> {
  const thawed = async () => {
    const lots = await lotsById(
      work.tx,
      from.map((f) => f.lotId),
    );
    const clocks = await clocksOf(work, lots, await speciesById(work.tx));
    return from.some((f) =>
      clocks
        .ofLot(f.lotId)
        .some((s) => s.clock.item === f.item && s.clock.batch === f.batch && s.clock.thawedAt !== null),
    );
  };
  const refused = packingRefusal(packing, {
    profile: work.settings.ruleProfile,
    thawed: packing === 'frozen' && (await thawed()),
  });
  if (refused) throw fieldProblem('packing', inWords(refused));
}

/** What is to be cut, without how much of it. */
interface CutWish {
  form: Form;
  options: readonly string[];
  use: Use;
  packing: Packing;
  dueAt: Date;
}
/** The same as the plan asks it; more is known of it than how much only once the fish lie there. */
const wishOf = (work: Work, wish: CutWish) =>
  wantOf(work, { ...wish, form: wish.form.id, pieces: null, pieceGrams: null, totalGrams: 1 }, wish.dueAt);

/** Why pieces that were cut before may not become this; null when they may. */
function pieceRefusal(
  work: Work,
  species: Species,
  cut: ArrivalCondition,
  lot: LotWithGrade,
  row: { item: string; state: RowState | null; clocks: Clocks },
  { form, options, use }: CutWish,
): string | null {
  const refused =
    formRefusal(species, cut, form) ??
    options.map((o) => optionRefusal(species, cut, form, o)).find((r) => r);
  if (refused) return inWords(refused);
  const raw = form.raw || use === 'raw';
  return raw && !rawOf(work, lot, row.item, row.state, row.clocks.logs).fit ? inWords(rawRefusal) : null;
}

/** Why the fish of a ticket may not become this by then, named by its lot; null when they may. */
async function ticketRefusal(
  work: Work,
  species: Species,
  inputs: readonly InputRow[],
  wish: CutWish,
): Promise<string | null> {
  const lots = await lotsById(
    work.tx,
    inputs.map((i) => i.lotId),
  );
  const clocks = await clocksOf(work, lots, new Map([[species.id, species]]));
  for (const input of inputs) {
    const lot = lots.find((l) => l.id === input.lotId)!;
    if (input.item !== 'whole') {
      const { item, batch } = input;
      const state =
        clocks.ofLot(lot.id).find((s) => s.clock.item === item && s.clock.batch === batch) ?? null;
      const cut = inputAt(work, species, input);
      const refused = pieceRefusal(work, species, cut, lot, { item, state, clocks }, wish);
      if (refused) return `${input.code}: ${refused}`;
      continue;
    }
    const grams = (input.grams ?? input.fishGrams * input.pieces) / input.pieces;
    const fish = fishOf(work, lot, clocks.lot(lot.id), clocks, { pieces: 1, grams });
    const offer = offerFrom(species, fish, wishOf(work, wish));
    if (offer.refusal) return `${lot.code}: ${inWords(offer.refusal)}`;
  }
  return null;
}

/** Adds a form to a ticket: for a line that waits, whose own fish are given back, or for the counter. */
export async function addCut(
  work: Work,
  id: number,
  body: BodyOf<typeof contract.bench.addCut>,
): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, ['waiting', 'cutting'], body.version);
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const inputs = await inputsOf(work.tx, [id]);
  const cuts = await cutsOf(work.tx, [id]);
  const line = body.lineId === null ? null : await lineFor(work, body.lineId, ticket.speciesId);
  const form = line ? formOf(formsOf(work.settings), line.form) : knownForm(work, body.form);
  if (!line) checkAmount(body);
  if (!line && cuts.some((c) => c.lineId === null && c.form === form.id))
    throw fieldProblem('form', say('for_the_counter_are_on_this_ticket', { form: form.name }));
  const clash = cuts
    .filter((c) => c.form !== form.id)
    .map((c) => togetherRefusal(formOf(formsOf(work.settings), c.form), form))
    .find((r) => r !== null);
  if (clash) throw fieldProblem('form', inWords(clash));
  const options = line ? (JSON.parse(line.options) as string[]) : body.options;
  const clashing = optionClash(options);
  if (clashing)
    throw fieldProblem('options', say('and_cannot_both_be', { one: clashing[0], other: clashing[1] }));
  const packing = line?.packing ?? body.packing;
  const wish = { form, options, use: line?.use ?? 'fry', packing, dueAt: line?.dueAt ?? work.now } as const;
  await checkPacking(work, packing, inputs);
  const unfit = await ticketRefusal(work, species, inputs, wish);
  if (unfit) throw fieldProblem('form', unfit);
  const wanted = line ?? body;
  const made = await run(
    work.tx,
    'INSERT INTO ticket_cut (ticket_id, line_id, form, pieces, piece_grams, total_grams, thick_mm, packing, options) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)',
    [
      id,
      body.lineId,
      form.id,
      wanted.pieces,
      wanted.pieceGrams,
      wanted.totalGrams,
      line ? null : body.thickMm,
      body.packing,
      JSON.stringify(options),
    ],
  );
  if (line) {
    await run(work.tx, 'DELETE FROM pick WHERE line_id = ?', [line.id]);
    await run(work.tx, 'UPDATE order_line SET state = ?, version = version + 1 WHERE id = ?', [
      ticket.state === 'waiting' ? 'planned' : 'cutting',
      line.id,
    ]);
  }
  await run(work.tx, 'UPDATE ticket SET version = version + 1 WHERE id = ?', [id]);
  return { id: made.insertId };
}

async function lineFor(work: Work, lineId: number, speciesId: string) {
  const line = await row<{
    id: number;
    form: string;
    use: Use;
    pieces: number | null;
    pieceGrams: number | null;
    totalGrams: number | null;
    options: string;
    state: string;
    speciesId: string;
    dueAt: Date;
    packing: Packing;
    cutId: number | null;
  }>(
    work.tx,
    `SELECT l.id, l.form, l.intended_use AS \`use\`, l.pieces, l.piece_grams AS pieceGrams, l.total_grams AS totalGrams, l.options, l.packing, l.state,
       l.species_id AS speciesId, o.due_at AS dueAt, (SELECT MIN(c.id) FROM ticket_cut c WHERE c.line_id = l.id) AS cutId
     FROM order_line l JOIN customer_order o ON o.id = l.order_id WHERE l.id = ? FOR UPDATE`,
    [lineId],
  );
  if (!line || line.speciesId !== speciesId)
    throw fieldProblem('lineId', say('no_such_line_of_this_species'));
  if (line.cutId !== null || !['open', 'planned'].includes(line.state))
    throw problems.conflict(say('that_line_is_at_the_bench_or_gone'));
  return line;
}

/** A line one ticket has let go: as far on as its other tickets are, else back in the cut plan. */
const backToPlan = (work: Work, lineId: number) =>
  run(
    work.tx,
    `UPDATE order_line l SET l.version = l.version + 1, l.state = CASE
       WHEN EXISTS (SELECT 1 FROM ticket_cut c JOIN ticket t ON t.id = c.ticket_id WHERE c.line_id = l.id AND t.state = 'cutting') THEN 'cutting'
       WHEN EXISTS (SELECT 1 FROM ticket_cut c WHERE c.line_id = l.id) OR EXISTS (SELECT 1 FROM pick k WHERE k.line_id = l.id) THEN 'planned'
       ELSE 'open' END WHERE l.id = ?`,
    [lineId],
  );

/** Gives a form up before anything was weighed for it; its line waits in the cut plan again. */
export async function dropCut(
  work: Work,
  id: number,
  cutId: number,
  version: number,
): Promise<{ id: number }> {
  await lockTicket(work, id, ['waiting', 'cutting'], version);
  const cuts = await cutsOf(work.tx, [id]);
  const cut = cuts.find((c) => c.id === cutId);
  if (!cut) throw problems.notFound(say('no_such_form_on_this_ticket'));
  if (cuts.length === 1) throw problems.conflict(say('it_is_the_only_form_of_this_ticket'));
  const weighed = await row(
    work.tx,
    "SELECT id FROM weigh_out WHERE ticket_id = ? AND struck_at IS NULL AND (cut_id = ? OR (kind = 'counter' AND item = ? AND ?))",
    [id, cutId, cut.form, !cuts.some((c) => c.id !== cutId && c.form === cut.form)],
  );
  if (weighed) throw problems.conflict(say('strike_what_was_weighed_for_it'));
  await run(work.tx, 'UPDATE weigh_out SET cut_id = NULL WHERE cut_id = ?', [cutId]);
  await run(work.tx, 'DELETE FROM ticket_cut WHERE id = ?', [cutId]);
  if (cut.lineId !== null) await backToPlan(work, cut.lineId);
  await run(work.tx, 'UPDATE ticket SET version = version + 1 WHERE id = ?', [id]);
  return { id };
}

/** A ticket for the counter: these fish of a lot, cut without an order. */
export async function makeTicket(
  work: Work,
  body: BodyOf<typeof contract.bench.make>,
): Promise<{ id: number; number: number }> {
  await lockLots(work.tx, [body.lotId]);
  checkAmount(body);
  const clash = optionClash(body.options);
  if (clash) throw fieldProblem('options', say('and_cannot_both_be_2', { one: clash[0], other: clash[1] }));
  await checkPacking(work, body.packing, [body]);
  if (body.item !== 'whole') return cutAgain(work, body);
  const book = await speciesById(work.tx);
  const all = [...(await shopLots(work, book)).values()].flat();
  const found = all.find((l) => l.lot.id === body.lotId);
  if (!found) throw fieldProblem('lotId', say('no_fish_of_that_lot_in_the_cold'));
  const species = book.get(found.lot.speciesId)!;
  const form = knownForm(work, body.form);
  const { options, packing } = body;
  const wish = { form, options, use: 'fry', packing, dueAt: new Date(body.dueAt) } as const;
  const offer = offerFrom(species, found.available, wishOf(work, wish));
  if (offer.refusal) throw fieldProblem('form', inWords(offer.refusal));
  if (body.fish > found.available.freePieces)
    throw fieldProblem(
      'fish',
      say('has_that_are_not_promised', {
        code: found.lot.code,
        freePieces: found.available.freePieces,
        condition: inWords(countWord(found.lot.condition, found.available.freePieces)),
      }),
    );
  const number = await nextNumber(work.tx, 'ticket');
  const made = await run(work.tx, 'INSERT INTO ticket (number, species_id, due_at) VALUES (?, ?, ?)', [
    number,
    species.id,
    new Date(body.dueAt),
  ]);
  await run(work.tx, 'INSERT INTO ticket_input (ticket_id, lot_id, pieces) VALUES (?, ?, ?)', [
    made.insertId,
    body.lotId,
    body.fish,
  ]);
  await addForm(work, made.insertId, form.id, body);
  return { id: made.insertId, number };
}

/** A ticket of pieces that lie in stock: they are cut again, with their clock, lot and batch. */
async function cutAgain(
  work: Work,
  body: BodyOf<typeof contract.bench.make>,
): Promise<{ id: number; number: number }> {
  const row = (await stock(work)).find(
    (r) => r.lotId === body.lotId && r.item === body.item && r.batch === body.batch && r.place === body.place,
  );
  if (!row) throw fieldProblem('lotId', say('nothing_of_that_lies_there'));
  if (row.blocked !== null) throw fieldProblem('lotId', row.blocked);
  const input = row.cutAs;
  if (!input) throw fieldProblem('lotId', say('are_not_cut_again', { itemName: row.itemName }));
  const species = (await speciesById(work.tx)).get(row.speciesId)!;
  const form = knownForm(work, body.form);
  const [lot] = await lotsById(work.tx, [row.lotId]);
  const clocks = await clocksOf(work, [lot!], new Map([[species.id, species]]));
  const state = clocks.row(row.lotId, body.place, row.item, row.batch);
  const { options, packing } = body;
  const wish = { form, options, use: 'fry', packing, dueAt: new Date(body.dueAt) } as const;
  const refused = pieceRefusal(work, species, input, lot!, { item: row.item, state, clocks }, wish);
  if (refused) throw fieldProblem('form', refused);
  if (body.fish > row.freePieces)
    throw fieldProblem('fish', say('pieces_of_it_lie_there_that_nobody', { freePieces: row.freePieces }));
  const number = await nextNumber(work.tx, 'ticket');
  const made = await run(work.tx, 'INSERT INTO ticket (number, species_id, due_at) VALUES (?, ?, ?)', [
    number,
    species.id,
    new Date(body.dueAt),
  ]);
  await run(
    work.tx,
    'INSERT INTO ticket_input (ticket_id, lot_id, pieces, item, batch, place, piece_grams) VALUES (?, ?, ?, ?, ?, ?, ?)',
    [
      made.insertId,
      row.lotId,
      body.fish,
      row.item,
      row.batch,
      body.place,
      row.grams / Math.max(1, row.pieces),
    ],
  );
  await addForm(work, made.insertId, form.id, body);
  return { id: made.insertId, number };
}

const addForm = (work: Work, ticketId: number, form: string, body: BodyOf<typeof contract.bench.make>) =>
  run(
    work.tx,
    'INSERT INTO ticket_cut (ticket_id, form, pieces, piece_grams, total_grams, thick_mm, packing, options) VALUES (?, ?, ?, ?, ?, ?, ?, ?)',
    [
      ticketId,
      form,
      body.pieces,
      body.pieceGrams,
      body.totalGrams,
      body.thickMm,
      body.packing,
      JSON.stringify(body.options),
    ],
  );

/** Gives a ticket up: its fish go back to the cold room, its lines to the plan. Not once anything was weighed out. */
export async function withdraw(work: Work, id: number, version: number): Promise<{ id: number }> {
  const ticket = await lockTicket(work, id, ['waiting', 'cutting'], version);
  if ((await weighOutsOf(work.tx, id)).length > 0)
    throw problems.conflict(say('something_was_weighed_out_of_it'));
  const inputs = await inputsOf(work.tx, [id]);
  if (ticket.state === 'cutting') {
    const back = inputs.flatMap((i) =>
      transfer(
        { lotId: i.lotId, item: i.item, batch: i.batch, grams: i.grams!, pieces: i.pieces },
        'place:bench',
        'place:cold_room',
      ),
    );
    await post(work, 'move', back, say('ticket_given_up', { number: ticket.number }));
  }
  const given = (await cutsOf(work.tx, [id])).map((c) => c.lineId).filter((l) => l !== null);
  // A begun ticket keeps its number and its struck weights for the record; it is over, and cut nothing.
  await run(work.tx, 'UPDATE ticket_timer SET answered_at = ? WHERE ticket_id = ? AND answered_at IS NULL', [
    work.now,
    id,
  ]);
  await run(work.tx, 'UPDATE weigh_out SET cut_id = NULL WHERE ticket_id = ?', [id]);
  await run(work.tx, 'DELETE FROM ticket_cut WHERE ticket_id = ?', [id]);
  await run(work.tx, 'DELETE FROM ticket_input WHERE ticket_id = ?', [id]);
  for (const lineId of given) await backToPlan(work, lineId);
  if (ticket.state === 'waiting') await run(work.tx, 'DELETE FROM ticket WHERE id = ?', [id]);
  else
    await run(
      work.tx,
      "UPDATE ticket SET state = 'closed', closed_at = ?, close_reason = 'given up', version = version + 1 WHERE id = ?",
      [work.now, id],
    );
  return { id };
}
