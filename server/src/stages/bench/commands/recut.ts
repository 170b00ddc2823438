import { inWords } from '@ember-slate/words/core';
import { compose } from '@ember-slate/core/board';
import { formatDay } from '@ember-slate/core/calendar';
import { formOf, formRefusal } from '@ember-slate/core/forms';
import { holdDay } from '../../../platform/books/days.ts';
import type { Work } from '../../../platform/context.ts';
import { placeholders, rows, run } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { inputAt, jobOf } from '../../../shop/ticketJob.ts';
import { cutsOf, inputsOf, type TicketRow, weighOutsOf } from '../../../shop/tickets.ts';
import { expectation, weightsOf } from '../queries/tickets.ts';
import { lockTicket } from './lock.ts';
import { keepYield } from './yieldPoint.ts';
import { say } from '../say.ts';

/** Works out what a cut ticket gave and what was expected of it, and keeps it on the ticket and in the yield book. */
export async function reckon(work: Work, ticket: TicketRow): Promise<void> {
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const inputs = await inputsOf(work.tx, [ticket.id]);
  const cuts = await cutsOf(work.tx, [ticket.id]);
  const weights = weightsOf(inputs, await weighOutsOf(work.tx, ticket.id));
  const composition = compose(jobOf(work, species, ticket, cuts, inputs));
  const expected = expectation(work, species, ticket, cuts, inputs).yield;
  await run(
    work.tx,
    'UPDATE ticket SET input_grams = ?, main_grams = ?, expected_yield = ?, norm_minutes = ? WHERE id = ?',
    [weights.input, weights.outputs, expected, composition.minutes, ticket.id],
  );
  await run(work.tx, 'DELETE FROM yield_point WHERE ticket_id = ?', [ticket.id]);
  await keepYield(work, { ticket, cuts, inputs, weights, expected, composition });
}

/** The species of the lots a ticket took its fish from: one, or it was not one ticket's work. */
async function speciesCut(work: Work, ticket: TicketRow): Promise<string> {
  const found = await rows<{ id: string }>(
    work.tx,
    'SELECT DISTINCT l.species_id AS id FROM ticket_input i JOIN lot l ON l.id = i.lot_id WHERE i.ticket_id = ?',
    [ticket.id],
  );
  if (found.length > 1)
    throw problems.conflict(say('ticket_was_cut_from_another_lot_too', { number: ticket.number }));
  return found[0]!.id;
}

/** Refuses a species or a way it came that the ticket's forms cannot have been cut from. */
async function couldBeCut(work: Work, ticket: TicketRow): Promise<void> {
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const [input] = await inputsOf(work.tx, [ticket.id]);
  for (const { form } of await cutsOf(work.tx, [ticket.id])) {
    const cut = formOf(formsOf(work.settings), form);
    const refusal = formRefusal(species, inputAt(work, species, input!), cut);
    if (refusal)
      throw problems.conflict(
        say('ticket_cut_what_that_fish_does_not_give', {
          number: ticket.number,
          form: cut.name,
          refusal: inWords(refusal),
        }),
      );
  }
}

/**
 * Brings the tickets cut from lots that were put right along: their species, what was expected of their fish, their yields.
 * What a closed day sealed stays as it was; a lot that turns out to be another species must have no ticket in one, and none
 * that waits or is being cut.
 */
export async function recut(work: Work, lotIds: readonly number[]): Promise<void> {
  const found = await rows<{ id: number; other: number }>(
    work.tx,
    `SELECT t.id, MAX(l.species_id <> t.species_id) AS other FROM ticket t JOIN ticket_input i ON i.ticket_id = t.id
     JOIN lot l ON l.id = i.lot_id WHERE i.lot_id IN (${placeholders(lotIds.length)}) AND (t.state <> 'closed' OR t.input_grams IS NOT NULL)
     GROUP BY t.id ORDER BY t.id`,
    [...lotIds],
  );
  for (const { id, other } of found) {
    const ticket = await lockTicket(work, id, ['waiting', 'cutting', 'closed']);
    if (ticket.state !== 'closed') {
      if (other === 0) continue;
      throw problems.conflict(say('ticket_is_for_the_species_it_was', { number: ticket.number }));
    }
    if (await holdDay(work, ticket.closedOn!, 'shared')) {
      if (other === 0) continue;
      throw problems.conflict(
        say('ticket_was_closed_on_a_day_that_is_sealed', {
          number: ticket.number,
          day: formatDay(ticket.closedOn!, 'date'),
        }),
      );
    }
    const now = { ...ticket, speciesId: other === 0 ? ticket.speciesId : await speciesCut(work, ticket) };
    await couldBeCut(work, now);
    await run(work.tx, 'UPDATE ticket SET species_id = ?, version = version + 1 WHERE id = ?', [
      now.speciesId,
      id,
    ]);
    await reckon(work, now);
  }
}
