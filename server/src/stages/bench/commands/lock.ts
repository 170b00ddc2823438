import type { Work } from '../../../platform/context.ts';
import { row } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { type TicketRow, ticketsWhere } from '../../../shop/tickets.ts';
import { say } from '../say.ts';

const words = {
  waiting: say('not_begun_yet'),
  cutting: say('being_cut_already'),
  closed: say('closed_already'),
};

/** Locks a ticket for a change; it must be in one of these states, and still at the version the screen saw. */
export async function lockTicket(
  work: Work,
  id: number,
  states: readonly TicketRow['state'][],
  version?: number,
): Promise<TicketRow> {
  await row(work.tx, 'SELECT id FROM ticket WHERE id = ? FOR UPDATE', [id]);
  const [ticket] = await ticketsWhere(work.tx, 't.id = ?', [id]);
  if (!ticket) throw problems.notFound(say('no_such_ticket'));
  if (version !== undefined && ticket.version !== version) {
    throw problems.stale(say('ticket_was_changed_at_another', { number: ticket.number }), {
      state: ticket.state,
      version: ticket.version,
    });
  }
  if (!states.includes(ticket.state))
    throw problems.conflict(say('ticket_is', { number: ticket.number, words: words[ticket.state] }));
  return ticket;
}

/** Only the cutter who has it goes through its steps; another takes it over first. */
export function ownCutter(work: Work, ticket: TicketRow): void {
  if (ticket.cutterId !== null && ticket.cutterId !== work.actor.id)
    throw problems.conflict(
      say('is_cutting_ticket_take_it_over', { cutterName: ticket.cutterName ?? '', number: ticket.number }),
    );
}
