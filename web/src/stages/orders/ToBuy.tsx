import { routes } from '@ember-slate/contract/routes';
import { formOf } from '@ember-slate/core/forms';
import { shortName } from '@ember-slate/core/species';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useForms } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';
import { BesideHead } from './BesideHead.tsx';
import { say } from './say.ts';

/** What open orders lack, as whole fish for the buyer. */
export default function ToBuy() {
  const { data: list, problem, refetch } = useRead(routes.orders.buying);
  const { when } = useTimes();
  const mass = useMass();
  const forms = useForms();
  if (!list) return <Waiting problem={problem} onRetry={refetch} />;
  const soonest = list.toSorted((a, b) => a.firstDue.localeCompare(b.firstDue))[0];
  return (
    <div className="pb-8">
      <BesideHead>
        {soonest
          ? say('buy_by', {
              fish: soonest.fish,
              speciesName: shortName(soonest.speciesName).toLowerCase(),
              grams: mass(soonest.grams),
              firstDue: when(soonest.firstDue),
            })
          : say('open_orders_lack_nothing')}
      </BesideHead>
      <p className="pb-3 text-ink2">
        {soonest ? say('what_the_fish_in_the_shop_cannot') : say('every_line_taken_can_be_cut_from')}{' '}
        <Why>
          <p>{say('lines_in_order_of_their_due_time')}</p>
          <p>{say('source_the_species_book_the_yields')}</p>
        </Why>
      </p>
      <ul>
        {list.map((s) => (
          <li
            key={s.speciesId}
            className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-6 border-t border-line py-3"
          >
            <h2 className="font-figure text-row font-semibold">{s.speciesName}</h2>
            <span className="text-right font-figure text-row font-semibold">
              {say('fish_2', { fish: s.fish, grams: mass(s.grams) })}
            </span>
            <ul className="col-span-2">
              {s.for.map((w) => (
                <li key={`${w.orderNumber} ${w.form} ${w.missing}`} className="text-note text-ink2">
                  {say('order_lacks', {
                    dueAt: when(w.dueAt),
                    customer: w.customer,
                    orderNumber: w.orderNumber,
                    pieceGrams:
                      w.pieceGrams === null ? mass(w.missing) : `${w.missing} × ${mass(w.pieceGrams)}`,
                    forms: formOf(forms, w.form).name,
                  })}{' '}
                  <span className="text-ink3">({w.because})</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </div>
  );
}
