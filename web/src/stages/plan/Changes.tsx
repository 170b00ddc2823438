import { contract, type PlanChanges } from '@ember-slate/contract';
import { formOf } from '@ember-slate/core/forms';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useForms } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { formatMoney } from '../../parts/money.ts';

type Line = PlanChanges['species'][number]['lines'][number];

const listed = (codes: readonly string[]): string =>
  [...new Set(codes)]
    .map((c) => {
      const n = codes.filter((x) => x === c).length;
      return n > 1 ? `${n} fish of ${c}` : c;
    })
    .join(', ') || 'no fish';

function words(l: Line): string {
  switch (l.kind) {
    case 'new':
      return l.to.length > 0 ? `came in since; from ${listed(l.to)}` : 'came in since; not served';
    case 'gone':
      return 'is no longer asked for';
    case 'filled':
      return `is served now, from ${listed(l.to)}`;
    case 'lost':
      return `is no longer served (was from ${listed(l.from)})`;
    case 'moved':
      return `from ${listed(l.to)} instead of ${listed(l.from)}`;
  }
}

/** What a plan does otherwise than the one before it: lines, fish, counter, and what that is worth. */
export function Changes({ planId }: { planId: number }) {
  const { data, problem, refetch } = useRead(contract.plan.changes, { params: { id: planId } });
  const { when } = useTimes();
  const mass = useMass();
  const forms = useForms();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  if (!data.before) return <p>It is the first plan there is.</p>;
  const gain = Math.round(data.value - data.before.value);
  return (
    <div>
      <p className="pb-2">
        Against the plan of {when(data.before.madeAt)} by {data.before.madeBy.split(' ')[0]}:{' '}
        <strong className="font-figure font-semibold">
          {gain === 0 ? 'worth the same' : `${formatMoney(Math.abs(gain))} ${gain > 0 ? 'more' : 'less'}`}
        </strong>
        .
      </p>
      {data.species.length === 0 && (
        <p className="text-ink2">Every line comes from the same fish as before.</p>
      )}
      {data.species.map((s) => {
        const more = Math.round(s.value.after - s.value.before);
        return (
          <section key={s.speciesId} className="border-t border-line py-2">
            <h3 className="flex justify-between font-figure text-label font-semibold">
              <span>{s.speciesName}</span>
              <span>{more === 0 ? '' : `${more > 0 ? '+' : '−'}${formatMoney(Math.abs(more))}`}</span>
            </h3>
            <ul className="text-note text-ink2">
              {s.lines.map((l) => (
                <li key={l.lineId}>
                  {l.orderNumber} {l.customer}, {formOf(forms, l.form).name}: {words(l)}
                </li>
              ))}
              {s.fish.map((f) => (
                <li key={`${f.code} ${f.grams}`}>
                  {Math.abs(f.more)} fish of {f.code}, {mass(f.grams)}: {f.more > 0 ? 'opened' : 'left whole'}
                </li>
              ))}
              {s.counter.map((c) => (
                <li key={c.id}>
                  {c.id} for the counter: {mass(Math.round(Math.abs(c.grams)))}{' '}
                  {c.grams > 0 ? 'more' : 'less'}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
    </div>
  );
}
