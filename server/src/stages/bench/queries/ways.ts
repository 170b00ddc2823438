import { inWords } from '@ember-slate/words/core';
import type { TicketMethod } from '@ember-slate/contract';
import {
  compose,
  goalsOf,
  type MethodChoices,
  methodRefusal,
  openQuestions,
  questionOf,
} from '@ember-slate/core/board';
import type { Reader } from '../../../platform/context.ts';
import { problems } from '../../../platform/problem.ts';
import { pricesOf } from '../../../shop/prices.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { jobOf } from '../../../shop/ticketJob.ts';
import { cutsOf, inputsOf, ticketsWhere } from '../../../shop/tickets.ts';
import { expectation } from './tickets.ts';
import { say } from '../say.ts';

const sum = (ns: readonly number[]) => ns.reduce((a, b) => a + b, 0);

/** Each open question with what every way would do to this ticket. */
export async function ticketWays(work: Reader, id: number): Promise<TicketMethod[]> {
  const [ticket] = await ticketsWhere(work.tx, 't.id = ?', [id]);
  if (!ticket) throw problems.notFound(say('no_such_ticket'));
  const species = (await oneSpecies(work.tx, ticket.speciesId))!;
  const inputs = await inputsOf(work.tx, [id]);
  const cuts = await cutsOf(work.tx, [id]);
  const job = jobOf(work, species, ticket, cuts, inputs);
  const now = compose(job);
  const prices = (await pricesOf(work, [species.id])).net;
  const looked = (choices: MethodChoices) => {
    const so = expectation(work, species, ticket, cuts, inputs, choices);
    const minutes = compose({ ...job, ticket: { ...job.ticket, ...choices } }).minutes;
    const worth = [
      ...cuts.map((c, i) => [prices(species.id, c.form), so.mains[i]!] as const),
      ...so.trims
        .filter((t) => t.keep)
        .map((t) => [prices(species.id, `trim:${t.part}`) ?? 0, t.grams] as const),
    ];
    const perMinute = worth.some(([p]) => p === null)
      ? null
      : sum(worth.map(([p, g]) => (p! * g) / 1000)) / minutes;
    return { grams: sum(so.mains), minutes, perMinute };
  };
  const as = looked({});
  const at = { ...job, cuts: goalsOf(job) };
  return inWords(
    openQuestions(job).map((q) => {
      const chosen = now.methods[q];
      return {
        question: q,
        name: questionOf(q).name,
        by: chosen.by,
        because: chosen.because,
        method: chosen.method.id,
        ways: questionOf(q).methods.map((m) => {
          const refused = methodRefusal(q, m.id, at);
          const then = refused ? null : looked({ [q]: m.id });
          return {
            method: m.id,
            name: m.name,
            note: m.note,
            refused,
            grams: then ? then.grams - as.grams : 0,
            minutes: then ? then.minutes - as.minutes : 0,
            perMinute: then?.perMinute ?? null,
          };
        }),
      };
    }),
  );
}
