import type { Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';

/** Steps on their way to the shop, by ticket: quick taps are sent one after another, and what ends it comes after them. */
const underWay = new Map<number, Promise<unknown>>();
/** Waits until every step of a ticket that was tapped has been answered. */
export const stepsSent = (ticketId: number): Promise<unknown> => underWay.get(ticketId) ?? Promise.resolve();

/**
 * Going through the steps of a ticket: the screen is there at the tap, the shop's record follows. What the shop
 * refuses brings the screen back to where the ticket is.
 */
export function useStepping(ticket: Ticket) {
  const { send, problem } = useChange(routes.bench.step);
  const [going, setGoing] = useState<{ id: string; since: string } | null>(null);
  if (going && going.id === ticket.stepId) setGoing(null);
  const shown: Ticket =
    going === null || going.id === ticket.stepId
      ? ticket
      : { ...ticket, stepId: going.id, stepSeconds: 0, stepSince: going.since };
  const at = Math.max(
    0,
    shown.steps.findIndex((s) => s.id === shown.stepId),
  );
  const go = async (by: 1 | -1) => {
    // What was done for several tickets together is stepped over.
    let to = at + by;
    while (by === 1 && ticket.doneAhead.includes(ticket.steps[to]?.id ?? '')) to += 1;
    const next = ticket.steps[to];
    if (!next) return;
    setGoing({ id: next.id, since: new Date().toISOString() });
    const sent = stepsSent(ticket.id).then(() => send({ step: next.id }, { id: ticket.id }));
    underWay.set(ticket.id, sent);
    const outcome = await sent;
    if (!outcome.ok) setGoing(null);
  };
  return { ticket: shown, at, go, problem };
}
