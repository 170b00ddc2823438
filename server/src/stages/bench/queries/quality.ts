import { inWords } from '@ember-slate/words/core';
import { dayMs } from '@ember-slate/core/calendar';
import type { AnswerOf, contract } from '@ember-slate/contract';
import { formName } from '@ember-slate/core/forms';
import { pooledRatio } from '@ember-slate/core/yields';
import type { Reader, Work } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';
import { formsOf } from '../../../platform/settings.ts';

/** Tickets looked back on, days. */
const lookBackDays = 90;

/** How each cutter's tickets went, form by form: a help, not a ranking. A cutter sees their own only. */
export async function quality(
  work: Reader & Pick<Work, 'actor'>,
): Promise<AnswerOf<typeof contract.bench.quality>> {
  const since = new Date(work.now.getTime() - lookBackDays * dayMs);
  const found = await rows<{
    cutter: string;
    form: string;
    reached: number;
    seconds: number | null;
    norm: number | null;
    bones: number;
    frame: number | null;
  }>(
    work.tx,
    `SELECT p.name AS cutter, MIN(c.form) AS form, t.main_grams / (t.input_grams * t.expected_yield) AS reached,
       (SELECT SUM(x.seconds) FROM ticket_time x WHERE x.ticket_id = t.id) AS seconds, t.norm_minutes AS norm,
       COALESCE((SELECT SUM(b.found) FROM bone_pass b WHERE b.ticket_id = t.id AND b.pass = 2), 0) AS bones, t.frame_grade AS frame
     FROM ticket t JOIN ticket_cut c ON c.ticket_id = t.id JOIN staff p ON p.id = t.cutter_id
     WHERE t.state = 'closed' AND t.closed_at >= ? AND t.input_grams > 0 AND t.expected_yield > 0 AND (? OR t.cutter_id = ?)
     GROUP BY t.id HAVING COUNT(DISTINCT c.form) = 1`,
    [since, work.actor.role === 'manager', work.actor.id],
  );
  const groups = new Map<string, typeof found>();
  for (const t of found) {
    const key = `${t.cutter}\n${t.form}`;
    groups.set(key, [...(groups.get(key) ?? []), t]);
  }
  const mean = (ns: readonly number[]) => ns.reduce((a, b) => a + b, 0) / ns.length;
  return [...groups.values()]
    .map((tickets) => {
      const timed = tickets.filter((t) => t.seconds !== null && t.norm !== null && t.norm > 0);
      const looked = tickets.map((t) => t.frame).filter((f) => f !== null);
      return {
        cutter: tickets[0]!.cutter,
        form: tickets[0]!.form,
        formName: inWords(formName(formsOf(work.settings), tickets[0]!.form)),
        tickets: tickets.length,
        minutes: timed.length > 0 ? pooledRatio(timed.map((t) => Number(t.seconds) / 60 / t.norm!)) : null,
        yield: pooledRatio(tickets.map((t) => Number(t.reached))),
        bones: mean(tickets.map((t) => Number(t.bones))),
        frame: looked.length > 0 ? mean(looked) : null,
      };
    })
    .sort((a, b) => a.formName.localeCompare(b.formName) || a.cutter.localeCompare(b.cutter));
}
