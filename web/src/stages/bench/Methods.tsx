import type { TicketMethod } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useChange, useRead } from '../../app/api.ts';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';

const chosenBy = {
  default: '',
  shop: say('the_shops_way'),
  cutter: say('your_way'),
  ticket: say('chosen_for_this_ticket'),
  rule: say('no_choice_here'),
};

/** Where good cutters disagree: each way with what it does to this ticket's grams and minutes. */
export function Methods({ ticketId }: { ticketId: number }) {
  const { data, problem: unread, refetch } = useRead(routes.bench.ways, { params: { id: ticketId } });
  const { send, problem } = useChange(routes.bench.methods);
  const mass = useMass();
  const choose = async (question: string, method: string) => {
    await send({ question, method }, { id: ticketId });
  };
  const effect = (way: TicketMethod['ways'][number]) => {
    const parts = [
      way.grams === 0 ? '' : `${way.grams > 0 ? '+' : '−'}${mass(Math.abs(way.grams))}`,
      Math.abs(way.minutes) < 0.05
        ? ''
        : say('min_2', { sign: way.minutes > 0 ? '+' : '−', minutes: Math.abs(way.minutes).toFixed(1) }),
    ].filter((p) => p !== '');
    const pays =
      way.perMinute === null
        ? ''
        : say('brings_a_minute', { perMinute: formatMoney(Math.round(way.perMinute)) });
    return `${parts.length > 0 ? parts.join(', ') : say('no_change_in_yield_or_time')}${pays}`;
  };
  if (!data) return <Waiting problem={unread} onRetry={refetch} />;
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
              const on = way.method === q.method;
              return (
                <button
                  key={way.method}
                  type="button"
                  aria-pressed={on}
                  aria-disabled={way.refused !== null || undefined}
                  onClick={() => way.refused === null && void choose(q.question, way.method)}
                  className={`btn min-h-14 w-full flex-col items-start py-1.5 text-left whitespace-normal ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                >
                  <span>{way.name}</span>
                  <span className="font-text text-note text-ink2">
                    {way.refused ??
                      [
                        on
                          ? say('as_it_is_now', {
                              perMinute:
                                way.perMinute === null
                                  ? ''
                                  : say('brings_a_minute_2', {
                                      perMinute: formatMoney(Math.round(way.perMinute)),
                                    }),
                            })
                          : effect(way),
                        way.note,
                      ]
                        .filter((t) => t !== '')
                        .join('. ')}
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
