import type { TicketSchool } from '@ember-slate/contract';
import {
  compose,
  openQuestions,
  questionOf,
  schoolRefusal,
  ticketMinutes,
  type Composition,
} from '@ember-slate/core/forms';
import type { Work } from '../platform/context.ts';
import { problems } from '../platform/problem.ts';
import { oneSpecies } from '../species/queries.ts';
import { cutsOf, inputsOf, ticketsWhere } from './queries.ts';
import { expectation, jobOf } from './tickets.ts';

const sum = (ns: readonly number[]) => ns.reduce((a, b) => a + b, 0);

/** Each open question with what every way would do to this ticket. */
export async function ticketWays(work: Work, id: number): Promise<TicketSchool[]> {
  const [ticket] = await ticketsWhere(work.tx, 't.id = ?', [id]);
  if (!ticket) throw problems.notFound('No such ticket');
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const inputs = await inputsOf(work.tx, [id]);
  const cuts = await cutsOf(work.tx, [id]);
  const job = jobOf(work, species, ticket, cuts, inputs);
  const now = compose(job);
  const fish = sum(inputs.map((i) => i.pieces));
  const grams = (c: Composition) => sum(expectation(work, species, cuts, inputs, c).mains);
  const minutes = (c: Composition) => ticketMinutes(c.steps, fish, species);
  const [gramsNow, minutesNow] = [grams(now), minutes(now)];
  return openQuestions(job).map((q) => {
    const chosen = now.schools[q];
    return {
      question: q,
      name: questionOf(q).name,
      by: chosen.by,
      because: chosen.because,
      school: chosen.school.id,
      ways: questionOf(q).schools.map((s) => {
        const refused = schoolRefusal(q, s.id, species, job.condition, job.forms);
        const then = compose({ ...job, ticket: { ...job.ticket, [q]: s.id } });
        return {
          school: s.id,
          name: s.name,
          note: s.note,
          refused,
          grams: refused ? 0 : grams(then) - gramsNow,
          minutes: refused ? 0 : minutes(then) - minutesNow,
        };
      }),
    };
  });
}
