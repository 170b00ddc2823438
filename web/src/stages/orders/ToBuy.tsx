import { contract } from '@ember-slate/contract';
import { formOf } from '@ember-slate/core/forms';
import { shortName } from '@ember-slate/core/species';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { useForms } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';
import { BesideHead } from './BesideHead.tsx';

/** What open orders lack, as whole fish for the buyer. */
export default function ToBuy() {
  const { data: list, problem, refetch } = useRead(contract.orders.buying);
  const { when } = useTimes();
  const mass = useMass();
  const forms = useForms();
  if (!list) return <Waiting problem={problem} onRetry={refetch} />;
  const soonest = list.toSorted((a, b) => a.firstDue.localeCompare(b.firstDue))[0];
  return (
    <div className="h-full overflow-y-auto pb-8">
      <BesideHead>
        {soonest
          ? `Buy ${soonest.fish} ${shortName(soonest.speciesName).toLowerCase()}, ${mass(soonest.grams)}, by ${when(soonest.firstDue)}`
          : 'Open orders lack nothing'}
      </BesideHead>
      <p className="pb-3 text-ink2">
        {soonest
          ? 'What the fish in the shop cannot give for orders taken, as fish to buy.'
          : 'Every line taken can be cut from fish in the shop, as it lies graded now.'}{' '}
        <Why>
          <p>
            Lines in order of their due time take the fish that run out of life first, each only the part of a
            fish it needs. What is then missing is turned into whole fish of usual weight by the expected
            yield of its form; a fish not graded, held or out of life when due counts as missing.
          </p>
          <p>Source: the species book, the yields of forms, the clocks of lots; rounding up is our choice.</p>
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
              {s.fish} fish, {mass(s.grams)}
            </span>
            <ul className="col-span-2">
              {s.for.map((w) => (
                <li key={`${w.orderNumber} ${w.form} ${w.missing}`} className="text-note text-ink2">
                  {when(w.dueAt)} {w.customer}, order {w.orderNumber}: lacks{' '}
                  {w.pieceGrams === null ? mass(w.missing) : `${w.missing} × ${mass(w.pieceGrams)}`}{' '}
                  {formOf(forms, w.form).name} <span className="text-ink3">({w.because})</span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </div>
  );
}
