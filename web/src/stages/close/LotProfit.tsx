import { contract, type LotCost } from '@ember-slate/contract';
import { addDays } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';

function OneLot({ lot }: { lot: LotCost }) {
  const mass = useMass();
  return (
    <section aria-label={`Lot ${lot.code}`}>
      <h2 className="text-row">
        {shortName(lot.speciesName)} {lot.code}: {formatMoney(Math.abs(lot.profit))}{' '}
        {lot.profit < 0 ? 'short of its cost' : 'earned'}
      </h2>
      <p className="pb-2 text-ink2">
        {mass(lot.grams)} from {lot.supplier}: {formatMoney(lot.paid)} paid
        {lot.landing > 0 && `, ${formatMoney(lot.landing)} landing`}
        {lot.labour > 0 && `, ${formatMoney(lot.labour)} at the bench`}
        {lot.claims > 0 && `, ${formatMoney(lot.claims)} claimed back`}. {mass(lot.left)} still there.
      </p>
      <table className="plain">
        <thead>
          <tr>
            <th>Became</th>
            <th className="text-right">Weight</th>
            <th className="text-right">Carries</th>
            <th className="text-right">A kg</th>
            <th className="text-right">Sold</th>
            <th className="text-right">For</th>
          </tr>
        </thead>
        <tbody>
          {lot.outputs.map((o) => (
            <tr key={o.item}>
              <td>{o.itemName}</td>
              <td className="num">
                <Mass g={o.grams} />
              </td>
              <td className="num">{formatMoney(o.cost)}</td>
              <td className="num">{o.perKg === null ? '–' : formatMoney(o.perKg)}</td>
              <td className="num">{o.soldGrams === 0 ? '–' : <Mass g={o.soldGrams} />}</td>
              <td className="num">{o.takings === 0 ? '–' : formatMoney(o.takings)}</td>
            </tr>
          ))}
          <tr className="border-t-[1.5px] border-ink font-semibold">
            <td>in all, to the last coin</td>
            <td className="num">
              <Mass g={lot.outputs.reduce((s, o) => s + o.grams, 0)} />
            </td>
            <td className="num">{formatMoney(lot.outputs.reduce((s, o) => s + o.cost, 0))}</td>
            <td />
            <td />
            <td className="num">{formatMoney(lot.takings)}</td>
          </tr>
        </tbody>
      </table>
    </section>
  );
}

const spans = { week: 6, fortnight: 13, month: 29 } as const;

/** What every lot cost and earned, and what forms and days earned of it. */
export function LotProfit() {
  const { today, dayWords } = useTimes();
  const [span, setSpan] = useState<keyof typeof spans>('fortnight');
  const [by, setBy] = useState<'lot' | 'form' | 'day'>('lot');
  const [id, setId] = useState<number | null>(null);
  const to = today();
  const { data, problem, refetch } = useRead(contract.costs.lots, {
    query: { from: addDays(to, -spans[span]), to },
  });
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const shown = data.lots.find((l) => l.lotId === id) ?? data.lots.find((l) => l.takings > 0) ?? data.lots[0];
  const profit = data.lots.reduce((s, l) => s + l.profit, 0);
  return (
    <section>
      <div className="flex flex-wrap items-end gap-6">
        <Choice
          label="Landed within"
          value={span}
          onChange={setSpan}
          options={[
            { value: 'week', name: '7 days' },
            { value: 'fortnight', name: '14 days' },
            { value: 'month', name: '30 days' },
          ]}
        />
        <Choice
          label="By"
          value={by}
          onChange={setBy}
          options={[
            { value: 'lot', name: 'lot' },
            { value: 'form', name: 'form' },
            { value: 'day', name: 'day of sale' },
          ]}
        />
        <p className="pb-8 text-ink2">
          {data.lots.length} lots, {formatMoney(Math.abs(profit))} {profit < 0 ? 'short' : 'earned'} so far.{' '}
          <Why>
            <p>
              A lot’s cost (paid + landing + bench minutes × rate − claims settled) is shared over all it
              became that is sold, lies there or went to the kitchen; waste takes none. Shares sum to the cost
              exactly.
            </p>
            <p>Earned = taken − the cost of what is gone; what still lies there keeps its share.</p>
          </Why>
        </p>
      </div>
      {by === 'lot' ? (
        <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] gap-8 max-lg:grid-cols-1">
          <ul className="max-h-[520px] overflow-y-auto border-t border-line" aria-label="Lots">
            {data.lots.map((l) => (
              <li key={l.lotId} className="border-b border-line">
                <button
                  type="button"
                  aria-pressed={l.lotId === shown?.lotId}
                  onClick={() => setId(l.lotId)}
                  className={`grid min-h-11 w-full grid-cols-[minmax(0,1fr)_88px_88px] items-center gap-3 px-2 text-left hover:bg-lift ${l.lotId === shown?.lotId ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                >
                  <span className="truncate">
                    <span className="font-figure text-label font-semibold">{shortName(l.speciesName)}</span>{' '}
                    <span className="text-note text-ink3">
                      {l.code}, {l.supplier}
                    </span>
                  </span>
                  <span className="text-right text-note text-ink2">{formatMoney(l.cost)}</span>
                  <span className="text-right font-figure text-label font-semibold">
                    {formatMoney(l.profit)}
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {shown ? <OneLot lot={shown} /> : <p className="text-ink2">No lot was landed in these days.</p>}
        </div>
      ) : (
        <table className="plain">
          <thead>
            <tr>
              <th>{by === 'form' ? 'Form' : 'Day'}</th>
              {by === 'form' && <th className="text-right">Sold</th>}
              <th className="text-right">Taken</th>
              <th className="text-right">Cost</th>
              <th className="text-right">Earned</th>
              <th className="text-right">Margin</th>
            </tr>
          </thead>
          <tbody>
            {(by === 'form'
              ? data.forms.map((f) => ({ name: f.itemName, ...f }))
              : data.days.map((d) => ({ name: dayWords(d.day), grams: 0, ...d }))
            ).map((r) => (
              <tr key={r.name}>
                <td>{r.name}</td>
                {by === 'form' && (
                  <td className="num">
                    <Mass g={r.grams} />
                  </td>
                )}
                <td className="num">{formatMoney(r.takings)}</td>
                <td className="num">{formatMoney(r.cost)}</td>
                <td className="num font-semibold">{formatMoney(r.profit)}</td>
                <td className="num text-ink2">
                  {r.takings === 0 ? '–' : `${Math.round((r.profit / r.takings) * 100)} %`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
