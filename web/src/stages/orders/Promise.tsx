import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useEffect, useState } from 'react';
import { request } from '../../app/request.ts';
import { useTimes } from '../../app/shop.tsx';
import { useWant } from '../../parts/forms.ts';
import type { Weight } from '../../parts/Field.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { useMass } from '../../parts/Mass.tsx';
import type { Draft, NewLine } from './draft.ts';
import { say } from './say.ts';

type Answer = AnswerOf<typeof routes.orders.promise>[number];

/** Asks the shop what graded stock could serve, a moment after the typing stops. */
export function usePromise(
  lines: readonly NewLine[],
  dueAt: string | null,
  orderId: number | null,
): readonly Answer[] | null {
  const question = JSON.stringify({ dueAt, lines, orderId });
  const [answer, setAnswer] = useState<{ question: string; lines: readonly Answer[] } | null>(null);
  useEffect(() => {
    if (lines.length === 0 || dueAt === null) return;
    const ask = async () => {
      const outcome = await request<Answer[]>('POST', routes.orders.promise.path, JSON.parse(question));
      if (outcome.ok) setAnswer({ question, lines: outcome.data });
    };
    const timer = window.setTimeout(() => void ask(), 180);
    return () => window.clearTimeout(timer);
  }, [question, lines.length, dueAt]);
  return answer?.question === question ? answer.lines : null;
}

/** What is said first of each answer. */
export const answers: Record<Answer['answer'], string> = {
  yes: say('yes'),
  if: say('yes_if'),
  part: say('in_part'),
  no: say('no'),
};
type Near = Answer['nearest'][number];

/** What an offer changes of a line's fields. */
export function changeFor(draft: Draft, near: Near): Partial<Draft> {
  const weight = (grams: number | null): Weight | null =>
    grams === null ? null : { grams, source: 'typed' };
  return {
    speciesId: near.speciesId,
    form: near.form,
    pieces: near.pieces === null ? draft.pieces : String(near.pieces),
    each: weight(near.pieceGrams) ?? draft.each,
    total: weight(near.totalGrams) ?? draft.total,
    options: near.form === draft.form ? draft.options : [],
  };
}

/** Whether a line can be promised, and what is nearest to it where it cannot. */
export function PromiseLine({
  promise,
  dueAt,
  onOffer,
}: {
  promise: Answer | undefined;
  dueAt: string | null;
  onOffer: (near: Near) => void;
}) {
  const want = useWant();
  const { when, today } = useTimes();
  const mass = useMass();
  if (!promise)
    return <p className="min-h-5 text-note text-ink3">{say('can_we_promise_it_say_species_how')}</p>;
  const words = (n: Near): string => {
    const what = want(n);
    if (n.kind === 'species')
      return say('other_fish_instead', { speciesName: shortName(n.speciesName), what });
    if (n.kind === 'sooner') return say('by_2', { dueAt: when(n.dueAt) });
    if (n.kind === 'later') return say('at_2', { dueAt: when(n.dueAt) });
    return what;
  };
  const fine = promise.answer === 'yes';
  // By the clock only for today: what is for another day is cut some time before.
  const soon = promise.readyAt && dueAt && today(new Date(dueAt)) === today() ? promise.readyAt : null;
  return (
    <div className="min-h-5 text-note" role="status">
      <p>
        {!fine && <Lozenge />}{' '}
        <strong className={`font-figure text-body font-semibold ${fine ? 'text-rime' : 'text-embertext'}`}>
          {answers[promise.answer]}
        </strong>{' '}
        <span className="text-ink2">{promise.because}</span>
      </p>
      {(promise.expects || promise.toBuy) && (
        <p className="text-ink2">
          {promise.expects &&
            say('fish_give_about_9_times_of_10', {
              fish: promise.expects.fish,
              mean: mass(Math.round(promise.expects.mean)),
              low: mass(Math.round(promise.expects.low)),
              high: mass(Math.round(promise.expects.high)),
            })}
          {soon && say('the_bench_can_have_it_cut_by', { soon: when(soon) })}
          {promise.toBuy && (
            <span>
              {promise.expects && '. '}
              {say('for_the_rest_fish_on_the_buying', {
                fish: promise.toBuy.fish,
                grams: mass(promise.toBuy.grams),
              })}
            </span>
          )}
        </p>
      )}
      {promise.nearest.length > 0 && (
        <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1 py-1">
          <span className="text-ink2">{say('nearest_that_can_be')}</span>
          {promise.nearest.map((n) => (
            <button key={n.kind} type="button" className="why text-note" onClick={() => onOffer(n)}>
              {words(n)}
            </button>
          ))}
        </p>
      )}
    </div>
  );
}
