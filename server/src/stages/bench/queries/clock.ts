import { remembered } from '../../../platform/kept.ts';
import type { BenchClock } from '@ember-slate/contract';
import { schedule } from '@ember-slate/core/benchtime';
import { shortName } from '@ember-slate/core/species';
import type { Reader } from '../../../platform/context.ts';
import { benchWork } from '../../../shop/benchWork.ts';
import { say } from '../say.ts';

/** Who cuts what when, from now on: open tickets over the hands at the bench. */
export const benchClock = remembered(async (work: Reader): Promise<BenchClock> => {
  const { hands, jobs, tickets, cuts } = await benchWork(work);
  if (hands.length === 0) return { hands: [], tickets: [], slots: [], exact: true };
  const so = schedule(
    jobs,
    hands.map(() => 0),
  );
  const instant = (m: number) => new Date(work.now.getTime() + m * 60_000).toISOString();
  return {
    hands,
    exact: so.exact,
    tickets: jobs.map((j) => {
      const t = tickets.find((x) => String(x.id) === j.id)!;
      const own = cuts.filter((c) => c.ticketId === t.id);
      return {
        id: t.id,
        number: t.number,
        title: `${shortName(t.speciesName).toLowerCase()}, ${[...new Set(own.map((c) => c.customer ?? say('the_counter')))].join(', ')}`,
        dueAt: t.dueAt.toISOString(),
        doneAt: instant(so.done[j.id] ?? 0),
        lateMinutes: Math.round(so.late[j.id] ?? 0),
      };
    }),
    slots: so.slots.map((s) => ({
      ticketId: Number(s.id),
      hand: s.hand,
      cleanFrom: instant(s.cleanFrom),
      start: instant(s.start),
      end: instant(s.end),
    })),
  };
});
