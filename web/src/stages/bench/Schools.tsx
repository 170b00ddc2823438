import { contract, type Problem, type TicketSchool } from '@ember-slate/contract';
import { useState } from 'react';
import { useChange, useRead } from '../../app/api.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';

const chosenBy = {
  default: '',
  shop: 'the shop’s way',
  cutter: 'your way',
  ticket: 'chosen for this ticket',
  rule: 'no choice here',
};

/** Where good cutters disagree: each way with what it does to this ticket's grams and minutes. */
export function Schools({ ticketId }: { ticketId: number }) {
  const { data, problem: unread, again } = useRead(contract.bench.ways, { params: { id: ticketId } });
  const { send } = useChange(contract.bench.schools);
  const mass = useMass();
  const [problem, setProblem] = useState<Problem | null>(null);
  const choose = async (question: string, school: string) => {
    const outcome = await send({ question, school }, { id: ticketId });
    setProblem(outcome.ok ? null : outcome.problem);
  };
  const effect = (way: TicketSchool['ways'][number]) => {
    const parts = [
      way.grams === 0 ? '' : `${way.grams > 0 ? '+' : '−'}${mass(Math.abs(way.grams))}`,
      Math.abs(way.minutes) < 0.05
        ? ''
        : `${way.minutes > 0 ? '+' : '−'}${Math.abs(way.minutes).toFixed(1)} min`,
    ].filter((p) => p !== '');
    return parts.length > 0 ? parts.join(', ') : 'no change in yield or time';
  };
  if (!data) return <Waiting problem={unread} again={again} />;
  return (
    <div className="max-h-[60vh] overflow-y-auto">
      {data.map((q) => (
        <fieldset key={q.question} className="border-t border-line py-2">
          <legend className="float-left w-full font-figure text-row font-semibold">
            {q.name} <span className="text-label font-medium text-ink3">{chosenBy[q.by]}</span>
          </legend>
          {q.because && <p className="clear-both text-note text-ink2">{q.because}.</p>}
          <div className="clear-both grid gap-1.5 pt-1">
            {q.ways.map((way) => {
              const on = way.school === q.school;
              return (
                <button
                  key={way.school}
                  type="button"
                  aria-pressed={on}
                  aria-disabled={way.refused !== null || undefined}
                  onClick={() => way.refused === null && void choose(q.question, way.school)}
                  className={`btn min-h-14 flex-col items-start py-1.5 text-left ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                >
                  <span>{way.name}</span>
                  <span className="font-text text-note text-ink2">
                    {way.refused ?? (on ? way.note || 'as it is now' : `${effect(way)}. ${way.note}`)}
                  </span>
                </button>
              );
            })}
          </div>
        </fieldset>
      ))}
      {problem && (
        <p role="alert" className="border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
    </div>
  );
}
