import type { Ticket } from '@ember-slate/contract';
import { act, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { hooked, Refusal } from '../../testing/served.tsx';
import { stepsSent, useStepping } from './stepping.ts';

/* The screen is at the next step at the tap; the shop hears every tap in its order, and has the last word. */

const ids = ['board', 'scale', 'gut', 'head', 'fillet', 'weigh'];
const ticketAt = (stepId: string, doneAhead: string[] = []) =>
  ({
    id: 1,
    stepId,
    stepIds: ids,
    steps: ids.map((id) => ({ id })),
    doneAhead,
    stepSeconds: 40,
    stepSince: '2026-11-25T10:00:00.000Z',
  }) as unknown as Ticket;
const path = '/api/bench/tickets/1/step';
const bram = { id: 2, name: 'Bram Teale', role: 'bench' } as const;
const stepping = (ticket: Ticket, answer: unknown = { id: 1 }) =>
  hooked(() => useStepping(ticket), { [path]: answer }, bram);
type Stepping = ReturnType<typeof stepping>;
const tap = (s: Stepping, by: 1 | -1 = 1) => act(() => void s.now().go(by));
const steps = (s: Stepping) => s.sent.map((x) => (x.body as { step: string }).step);

describe('going through the steps', () => {
  it.each<[string, string[], 1 | -1, string | null]>([
    ['board', [], 1, 'scale'],
    ['gut', [], -1, 'scale'],
    // Done for several tickets together: stepped over on the way on, there to be looked at on the way back.
    ['board', ['scale', 'gut'], 1, 'head'],
    ['head', ['scale', 'gut'], -1, 'gut'],
    ['fillet', ['weigh'], 1, null],
    ['weigh', [], 1, null],
    ['board', [], -1, null],
  ])('from %s, %j done ahead, by %d: %s', async (from, ahead, by, to) => {
    const s = stepping(ticketAt(from, ahead));
    tap(s, by);
    if (to === null) {
      expect(s.now().ticket.stepId).toBe(from);
      expect(s.sent).toEqual([]);
      return;
    }
    expect(s.now().ticket.stepId).toBe(to);
    expect(ids[s.now().at]).toBe(to);
    // The clock of the step begins with it.
    expect(s.now().ticket.stepSeconds).toBe(0);
    await waitFor(() => expect(steps(s)).toEqual([to]));
  });

  it('sends quick taps one after another, so that the last is where the ticket ends', async () => {
    const s = stepping(ticketAt('board'));
    for (let i = 0; i < 3; i++) tap(s);
    expect(s.now().ticket.stepId).toBe('head');
    await waitFor(() => expect(steps(s)).toEqual(['scale', 'gut', 'head']));
  });

  it('is over once every tap was answered: what ends the ticket waits for that', async () => {
    const s = stepping(ticketAt('board'));
    tap(s);
    tap(s);
    await act(async () => void (await stepsSent(1)));
    expect(steps(s)).toEqual(['scale', 'gut']);
  });

  it('goes back to where the ticket is when the shop refuses, and says why', async () => {
    const refusal = new Refusal({
      status: 409,
      code: 'conflict',
      detail: 'Ticket 32 lies still: go on first',
    });
    const s = stepping(ticketAt('gut'), refusal);
    tap(s);
    expect(s.now().ticket.stepId).toBe('head');
    await waitFor(() => expect(s.now().problem?.detail).toMatch(/lies still/));
    expect(s.now().ticket.stepId).toBe('gut');
    expect(s.now().ticket.stepSeconds).toBe(40);
  });

  it('begins at the first step where the ticket’s is not among them', () => {
    expect(stepping(ticketAt('tunnel')).now().at).toBe(0);
  });
});
