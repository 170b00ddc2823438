import type { Work } from '../../../platform/context.ts';
import { row } from '../../../platform/db.ts';
import { problems } from '../../../platform/problem.ts';
import { type TicketRow, ticketsWhere } from '../../../shop/tickets.ts';

const words = { waiting: 'not begun yet', cutting: 'being cut already', closed: 'closed already' };

/** Locks a ticket for a change; it must be in one of these states, and still at the version the screen saw. */
export async function lockTicket(
  work: Work,
  id: number,
  states: readonly TicketRow['state'][],
  version?: number,
): Promise<TicketRow> {
  await row(work.tx, 'SELECT id FROM ticket WHERE id = ? FOR UPDATE', [id]);
  const [ticket] = await ticketsWhere(work.tx, 't.id = ?', [id]);
  if (!ticket) throw problems.notFound('No such ticket');
  if (version !== undefined && ticket.version !== version) {
    throw problems.stale(`Ticket ${ticket.number} was changed at another screen: look at it again`, {
      state: ticket.state,
      version: ticket.version,
    });
  }
  if (!states.includes(ticket.state))
    throw problems.conflict(`Ticket ${ticket.number} is ${words[ticket.state]}`);
  return ticket;
}

/** Only the cutter who has it goes through its steps; another takes it over first. */
export function ownCutter(work: Work, ticket: TicketRow): void {
  if (ticket.cutterId !== null && ticket.cutterId !== work.actor.id)
    throw problems.conflict(`${ticket.cutterName} is cutting ticket ${ticket.number}: take it over first`);
}
