import type { PlanChanges } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { formOf } from '@ember-slate/core/forms';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useForms } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

type Line = PlanChanges['species'][number]['lines'][number];

const listed = (codes: readonly string[]): string =>
  [...new Set(codes)]
    .map((c) => {
      const n = codes.filter((x) => x === c).length;
      return n > 1 ? say('fish_of', { fish: n, code: c }) : c;
    })
    .join(', ') || say('no_fish');

function words(l: Line): string {
  switch (l.kind) {
    case 'new':
      return l.to.length > 0
        ? say('came_in_since_from', { to: listed(l.to) })
        : say('came_in_since_not_served');
    case 'gone':
      return say('is_no_longer_asked_for');
    case 'filled':
      return say('is_served_now_from', { to: listed(l.to) });
    case 'lost':
      return say('is_no_longer_served_was_from', { from: listed(l.from) });
    case 'moved':
      return say('from_instead_of', { to: listed(l.to), from: listed(l.from) });
  }
}

/** What a plan does otherwise than the one before it: lines, fish, counter, and what that is worth. */
export function Changes({ planId }: { planId: number }) {
  const { data, problem, refetch } = useRead(routes.plan.changes, { params: { id: planId } });
  const { when } = useTimes();
  const mass = useMass();
  const forms = useForms();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  if (!data.before) return <p>{say('it_is_the_first_plan_there_is')}</p>;
  const gain = Math.round(data.value - data.before.value);
  return (
    <div>
      <p className="pb-2">
        {data.before.madeBy === null
          ? say('against_the_plan_of', { madeAt: when(data.before.madeAt) })
          : `${say('against_the_plan_of_by', { madeAt: when(data.before.madeAt) })} ${data.before.madeBy.split(' ')[0]}`}
        :{' '}
        <strong className="font-figure font-semibold">
          {gain === 0
            ? say('worth_the_same')
            : say(gain > 0 ? 'money_more' : 'money_less', { money: formatMoney(Math.abs(gain)) })}
        </strong>
        .
      </p>
      {data.species.length === 0 && <p className="text-ink2">{say('every_line_comes_from_the_same')}</p>}
      {data.species.map((s) => {
        const more = Math.round(s.value.after - s.value.before);
        return (
          <section key={s.speciesId} className="border-t border-line py-2">
            <h3 className="flex justify-between font-figure text-label font-semibold">
              <span>{s.speciesName}</span>
              <span>{more === 0 ? '' : `${more > 0 ? '+' : '−'}${formatMoney(Math.abs(more))}`}</span>
            </h3>
            <ul className="text-note text-ink2">
              {s.lines.length + s.fish.length + s.counter.length === 0 && (
                <li>{say('the_same_lines_and_fish_cut_otherwise')}</li>
              )}
              {s.lines.map((l) => (
                <li key={l.lineId}>
                  {l.orderNumber} {l.customer}, {formOf(forms, l.form).name}: {words(l)}
                </li>
              ))}
              {s.fish.map((f) => (
                <li key={`${f.code} ${f.grams}`}>
                  {say('fish_of_2', {
                    more: Math.abs(f.more),
                    code: f.code,
                    grams: mass(f.grams),
                    what: f.more > 0 ? say('opened') : say('left_whole'),
                  })}
                </li>
              ))}
              {s.counter.map((c) => (
                <li key={c.id}>
                  {say('for_the_counter', {
                    form: c.id,
                    grams: mass(Math.round(Math.abs(c.grams))),
                    side: c.grams > 0 ? say('more') : say('less'),
                  })}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
