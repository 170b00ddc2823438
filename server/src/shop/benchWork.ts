import type { BenchJob } from '@ember-slate/core/benchtime';
import { compose, minutesOf } from '@ember-slate/core/board';
import { formOf } from '@ember-slate/core/forms';
import type { Reader } from '../platform/context.ts';
import { rows } from '../platform/db.ts';
import { formsOf } from '../platform/settings.ts';
import { speciesById } from './species.ts';
import { jobOf } from './ticketJob.ts';
import { cutsOf, inputsOf, ticketsWhere } from './tickets.ts';

/** What an ordered ticket's late minute weighs against one for the counter (our choice). */
export const orderPriority = 5;

/** Open tickets as work, and the hands at the bench. */
export async function benchWork(work: Reader) {
  const book = await speciesById(work.tx);
  const tickets = await ticketsWhere(work.tx, "t.state IN ('waiting', 'cutting')");
  const ids = tickets.map((t) => t.id);
  const cuts = await cutsOf(work.tx, ids);
  const inputs = await inputsOf(work.tx, ids);
  const staff = await rows<{ id: number; name: string }>(
    work.tx,
    "SELECT id, name FROM staff WHERE active AND role = 'bench' ORDER BY id",
  );
  const raw = new Set(
    (
      await rows<{ id: number }>(
        work.tx,
        "SELECT DISTINCT c.ticket_id AS id FROM ticket_cut c JOIN order_line l ON l.id = c.line_id WHERE l.intended_use = 'raw'",
      )
    ).map((r) => r.id),
  );
  const at = tickets.map((t) => t.cutterId).filter((c) => c !== null);
  const named = new Map(tickets.map((t) => [t.cutterId, t.cutterName]));
  // Everyone of the bench, and whoever has a ticket in hand.
  const hands = [
    ...staff,
    ...[...new Set(at)]
      .filter((id) => !staff.some((s) => s.id === id))
      .map((id) => ({ id, name: named.get(id)! })),
  ];
  const minutes = (when: Date) => (when.getTime() - work.now.getTime()) / 60_000;
  const jobs = tickets.flatMap((t): BenchJob[] => {
    const species = book.get(t.speciesId)!;
    const mine = inputs.filter((i) => i.ticketId === t.id);
    const own = cuts.filter((c) => c.ticketId === t.id);
    if (mine.length === 0) return [];
    const { steps } = compose(jobOf(work, species, t, own, mine));
    const from =
      t.state === 'cutting'
        ? Math.max(
            0,
            steps.findIndex((s) => s.id === t.stepId),
          )
        : 0;
    const left = steps.slice(from);
    const stands = left.findIndex((s) => s.timer !== null);
    const of = (part: typeof left) => minutesOf(part);
    return [
      {
        id: String(t.id),
        due: minutes(t.dueAt),
        work: stands === -1 ? [of(left)] : [of(left.slice(0, stands + 1)), of(left.slice(stands + 1))],
        wait: stands === -1 ? 0 : left[stands]!.timer!,
        species: t.speciesId,
        raw: raw.has(t.id) || own.some((c) => formOf(formsOf(work.settings), c.form).raw),
        priority: own.some((c) => c.lineId !== null) ? orderPriority : 1,
        hand:
          t.state === 'cutting' && t.cutterId !== null ? hands.findIndex((h) => h.id === t.cutterId) : null,
      },
    ];
  });
  return { hands, jobs, tickets, cuts };
}
