import { inWords } from '@ember-slate/words/core';
import type { YieldRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName, conditionName } from '@ember-slate/core/species';
import { useChosenRow } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';
import { CloseNav } from '../../parts/CloseNav.tsx';
import { YieldDetail } from './YieldDetail.tsx';
import { say } from './say.ts';

const keyOf = (r: Pick<YieldRow, 'speciesId' | 'condition' | 'form'>) =>
  `${r.speciesId} ${r.condition} ${r.form}`;
const percent = (share: number) => (share * 100).toFixed(1);

/** Cutters against the mean of the same forms: a help for each, not a ranking. */
function Cutters() {
  const { me } = useShop();
  const { data } = useRead(routes.yields.cutters);
  if (!data || data.length === 0) return null;
  return (
    <section className="pt-5">
      <h2 className="text-row">
        {me.role === 'manager' ? say('hands') : say('your_hand')}{' '}
        <Why>
          <p>{say('after_the_mean_of_each_fish_and')}</p>
        </Why>
      </h2>
      <ul>
        {data.map((c) => (
          <li key={c.cutterId} className="flex justify-between border-t border-line py-1">
            <span>{c.name}</span>
            <span className="text-ink2">
              {say('tickets_points', {
                tickets: c.tickets,
                sign: c.effect >= 0 ? '+' : '−',
                points: Math.abs(c.effect * 100).toFixed(2),
              })}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Expected and learned yields of every form, what loses most first. */
export default function YieldBook() {
  const { me } = useShop();
  const { data: book, problem, refetch } = useRead(routes.yields.book, { skip: me.role === 'counter' });
  const [chosen, setChosen] = useChosenRow('of');
  if (me.role === 'counter') return <h1 className="text-head">{say('the_yield_book_is_for_the_bench')}</h1>;
  if (!book) return <Waiting problem={problem} onRetry={refetch} />;
  const shown = book.find((r) => keyOf(r) === chosen) ?? book.find((r) => r.signal !== null) ?? book[0];
  const lost = book.reduce((s, r) => s + (r.lost ?? 0), 0);
  return (
    <div className="pb-8">
      {me.role === 'manager' && <CloseNav />}
      <h1 className="text-head">
        {book.length === 0
          ? say('no_ticket_is_closed_yet')
          : me.role !== 'manager'
            ? `${shortName(shown!.speciesName)}, ${shown!.formName}`
            : lost > 0
              ? say('of_yield_lost_in_four_weeks', { lost: formatMoney(lost) })
              : say('of_yield_won_in_four_weeks', { lost: formatMoney(-lost) })}
      </h1>
      <p className="pb-3 text-ink2">
        {book.length === 0
          ? say('close_a_ticket_of_one_form_and_its')
          : say('output_over_input_from_the_fish_as')}
      </p>
      {shown && (
        <div className="grid grid-cols-[minmax(0,0.82fr)_minmax(0,1.18fr)] gap-8 border-t border-line pt-3 max-lg:grid-cols-1">
          <div>
            <ul aria-label={say('forms')}>
              {book.map((r) => {
                const on = keyOf(r) === keyOf(shown);
                return (
                  <li key={keyOf(r)} className="border-b border-line">
                    <button
                      type="button"
                      aria-pressed={on}
                      onClick={() => setChosen(keyOf(r))}
                      className={`grid min-h-12 w-full grid-cols-[minmax(0,1fr)_74px_92px] items-center gap-3 px-2 text-left hover:bg-lift ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                    >
                      <span className="min-w-0">
                        <span className="block font-figure text-label font-semibold">
                          {shortName(r.speciesName)}, {r.formName}
                        </span>
                        <span className={`block text-note ${r.signal ? 'text-embertext' : 'text-ink3'}`}>
                          {r.signal ??
                            say('tickets_2', {
                              conditionName: inWords(conditionName[r.condition]),
                              tickets: r.tickets,
                            })}
                        </span>
                      </span>
                      <span className="text-right font-figure text-row font-semibold">
                        {percent(r.learned.mean)} %
                        <span className="block text-note leading-3 font-normal text-ink3">
                          {say('book', { expected: percent(r.expected) })}
                        </span>
                      </span>
                      <span className="text-right font-figure text-label">
                        {r.lost === null ? '' : formatMoney(Math.abs(r.lost))}
                        <span className="block text-note leading-3 text-ink3">
                          {r.lost === null ? '' : r.lost > 0 ? say('lost') : say('won')}
                        </span>
                      </span>
                    </button>
                  </li>
                );
              })}
            </ul>
            <Cutters />
          </div>
          <YieldDetail key={keyOf(shown)} of={shown} />
        </div>
      )}
    </div>
  );
}
