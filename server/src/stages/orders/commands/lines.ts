import { inWords } from '@ember-slate/words/core';
import { formRefusal } from '@ember-slate/core/forms';
import { type Entry, transfer } from '@ember-slate/core/ledger';
import { anyWhite, whiteFishFor } from '@ember-slate/core/orders';
import type { Species } from '@ember-slate/core/species';
import { apportion } from '@ember-slate/core/units';
import { post } from '../../../platform/books/ledger.ts';
import type { Work } from '../../../platform/context.ts';
import { placeholders, row, rows, run } from '../../../platform/db.ts';
import { fieldProblem, problems } from '../../../platform/problem.ts';
import { shopLots, wantOf } from '../../../shop/available.ts';
import type { LineRow } from '../../../shop/orders.ts';
import { formFor, type LineBody } from '../../../shop/promises.ts';
import { checkLine } from '../queries/checkLine.ts';
import { say } from '../say.ts';

/** What a customer wishes of a line, as its columns hold it. */
const wishColumns = [
  'form',
  'pieces',
  'piece_grams',
  'total_grams',
  'intended_use',
  'people',
  'thick_mm',
  'part_allowed',
  'trim_wish',
  'packing',
  'options',
] as const;
const wishValues = (l: LineBody) => [
  l.form,
  l.pieces,
  l.pieceGrams,
  l.totalGrams,
  l.use,
  l.people,
  l.thickMm,
  l.partAllowed,
  l.trimWish,
  l.packing,
  JSON.stringify(l.options),
];

/** Adds checked lines to an order; for any white fish, the one the shop means to give is chosen. */
export async function addLines(
  work: Work,
  book: Map<string, Species>,
  orderId: number,
  dueAt: Date,
  lines: readonly LineBody[],
): Promise<void> {
  const stocks = lines.some((l) => l.speciesId === anyWhite) ? await shopLots(work, book) : null;
  for (const l of lines) {
    const white =
      l.speciesId === anyWhite
        ? whiteFishFor(
            [...book.values()].map((species) => ({
              species,
              lots: (stocks!.get(species.id) ?? []).map((x) => x.available),
            })),
            wantOf(work, l, dueAt),
          )
        : null;
    if (l.speciesId === anyWhite && !white)
      throw fieldProblem('lines', say('no_white_fish_of_the_species_book'));
    await run(
      work.tx,
      `INSERT INTO order_line (order_id, species_id, any_white, ${wishColumns.join(', ')}) VALUES (${placeholders(3 + wishColumns.length)})`,
      [orderId, white?.species.id ?? l.speciesId, white !== null, ...wishValues(l)],
    );
  }
}

/** What lies on the order shelf of these tickets; lines take their share of it one after another. */
export const shelfOf = (work: Work, ticketIds: readonly number[]) =>
  rows<Entry>(
    work.tx,
    `SELECT account, lot_id AS lotId, item, batch, grams, pieces FROM balance
     WHERE account = 'place:order_shelf' AND batch IN (${placeholders(ticketIds.length)}) AND (grams > 0 OR pieces > 0) ORDER BY lot_id, item`,
    [...ticketIds],
  );

/** Takes what was weighed out for a line off the shelf rows it shares with other lines of its ticket. */
export function shelfShare(shelf: Entry[], line: LineRow): Entry[] {
  const mine = shelf.filter((e) => line.tickets.includes(e.batch) && e.item === line.form);
  const held = mine.reduce((s, e) => s + e.grams, 0);
  const shares = apportion(
    Math.min(line.readyGrams, held),
    mine.map((e) => e.grams),
  );
  let pieces = line.readyPieces;
  const taken = mine.map((e, i) => {
    const some = { ...e, grams: shares[i]!, pieces: Math.min(pieces, e.pieces) };
    pieces -= some.pieces;
    e.grams -= some.grams;
    e.pieces -= some.pieces;
    return some;
  });
  return taken.filter((e) => e.grams > 0 || e.pieces > 0);
}

/** Tickets of a line under lock, with their state. */
async function ticketsOf(work: Work, line: LineRow) {
  const found = [];
  for (const id of line.tickets)
    found.push(
      (await row<{ id: number; state: 'waiting' | 'cutting' | 'closed' }>(
        work.tx,
        'SELECT id, state FROM ticket WHERE id = ? FOR UPDATE',
        [id],
      ))!,
    );
  return found;
}

/** Takes a line off the tickets nobody has begun; a ticket with nothing left to cut goes with it. */
async function offWaiting(work: Work, lineId: number, ticketIds: readonly number[]) {
  for (const id of ticketIds) {
    await run(work.tx, 'DELETE FROM ticket_cut WHERE line_id = ? AND ticket_id = ?', [lineId, id]);
    if (await row(work.tx, 'SELECT id FROM ticket_cut WHERE ticket_id = ?', [id])) {
      await run(work.tx, 'UPDATE ticket SET version = version + 1 WHERE id = ?', [id]);
      continue;
    }
    await run(work.tx, 'DELETE FROM ticket_input WHERE ticket_id = ?', [id]);
    await run(work.tx, 'DELETE FROM ticket WHERE id = ?', [id]);
  }
}

/**
 * Takes a line off an order, however far it has come: its fish are free again, what is on the board is cut for the
 * counter, and what is ready goes back to the cold room with its clock.
 */
export async function dropLine(work: Work, line: LineRow, shelf: Entry[], why: string): Promise<void> {
  const tickets = await ticketsOf(work, line);
  if (line.readyGrams > 0) {
    const back = shelfShare(shelf, line).flatMap(({ account: _shelf, ...what }) =>
      transfer(what, 'place:order_shelf', 'place:cold_room'),
    );
    if (back.length > 0) await post(work, 'move', back, why.slice(0, 200));
  }
  await offWaiting(
    work,
    line.id,
    tickets.filter((t) => t.state === 'waiting').map((t) => t.id),
  );
  for (const t of tickets.filter((t) => t.state === 'cutting')) {
    // What was weighed for it is as good for the counter; the cut goes on under the same form.
    await run(
      work.tx,
      `UPDATE weigh_out SET kind = 'counter', cut_id = NULL WHERE struck_at IS NULL AND cut_id IN
         (SELECT id FROM ticket_cut WHERE ticket_id = ? AND line_id = ?)`,
      [t.id, line.id],
    );
    await run(
      work.tx,
      'UPDATE weigh_out SET cut_id = NULL WHERE cut_id IN (SELECT id FROM ticket_cut WHERE ticket_id = ? AND line_id = ?)',
      [t.id, line.id],
    );
    const counter = await row(
      work.tx,
      'SELECT id FROM ticket_cut WHERE ticket_id = ? AND line_id IS NULL AND form = ?',
      [t.id, line.form],
    );
    if (counter)
      await run(work.tx, 'DELETE FROM ticket_cut WHERE ticket_id = ? AND line_id = ?', [t.id, line.id]);
    else
      await run(work.tx, 'UPDATE ticket_cut SET line_id = NULL WHERE ticket_id = ? AND line_id = ?', [
        t.id,
        line.id,
      ]);
    await run(work.tx, 'UPDATE ticket SET version = version + 1 WHERE id = ?', [t.id]);
  }
  await run(work.tx, 'DELETE FROM pick WHERE line_id = ?', [line.id]);
  await run(work.tx, "UPDATE order_line SET state = 'cancelled', version = version + 1 WHERE id = ?", [
    line.id,
  ]);
}

/** Puts a changed line back to the start: its old fish and tickets are free. Refused once it is on the board. */
export async function changeLine(
  work: Work,
  book: Map<string, Species>,
  line: LineRow,
  to: LineBody,
  index: number,
): Promise<void> {
  const tickets = await ticketsOf(work, line);
  if (
    line.begun ||
    line.state === 'cutting' ||
    line.state === 'ready' ||
    tickets.some((t) => t.state !== 'waiting')
  )
    throw fieldProblem(
      `lines.${index}.form`,
      line.state === 'ready'
        ? say('it_is_cut_take_it_off_and_add_what')
        : say('it_is_on_the_board_take_it_off_it'),
    );
  checkLine(work, book, to, index);
  const species = to.speciesId === anyWhite ? line.speciesId : to.speciesId;
  const refused = formRefusal(book.get(species)!, null, formFor(work, to.form, index));
  if (refused) throw fieldProblem(`lines.${index}.form`, inWords(refused));
  await offWaiting(work, line.id, line.tickets);
  await run(work.tx, 'DELETE FROM pick WHERE line_id = ?', [line.id]);
  await run(
    work.tx,
    `UPDATE order_line SET species_id = ?, any_white = ?, ${wishColumns.map((c) => `${c} = ?`).join(', ')},
       state = 'open', version = version + 1 WHERE id = ?`,
    [species, to.speciesId === anyWhite, ...wishValues(to), line.id],
  );
}

/** Refuses what comes too late. */
export const isOver = (order: { number: number; state: string }) =>
  problems.conflict(say('order_is_already', { number: order.number, state: order.state }));
