import { contract, type Report } from '@ember-slate/contract';
import { dayMs, addDays } from '@ember-slate/core/calendar';
import { useMemo, useState } from 'react';
import { useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { TextField } from '../../parts/Field.tsx';
import { LineChart } from '../../parts/LineChart.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney, inMoney } from '../../parts/money.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { CloseNav } from './CloseNav.tsx';

const spans = { week: 6, month: 29, quarter: 90, year: 364 } as const;
type Span = keyof typeof spans | 'own';
const points = (share: number | null) =>
  share === null ? '–' : `${share >= 0 ? '+' : '−'}${Math.abs(share * 100).toFixed(1)}`;

/** Money in and out over the stretch. */
function Takings({ of }: { of: Report }) {
  const chart = useMemo(() => {
    const at = (day: string) => Date.parse(`${day}T12:00:00Z`);
    const taken = of.series.map((s) => [at(s.from), inMoney(s.takings)] as const);
    const bought = of.series.map((s) => [at(s.from), inMoney(s.bought)] as const);
    const top = Math.max(1, ...taken.map((p) => p[1]), ...bought.map((p) => p[1]));
    const first = taken[0]?.[0] ?? 0;
    const last = Math.max(first + dayMs, taken.at(-1)?.[0] ?? 0);
    return {
      series: [
        { kind: 'line' as const, points: taken },
        ...(taken.length < 60 ? [{ kind: 'dots' as const, points: taken }] : []),
        { kind: 'dashed' as const, points: bought },
      ],
      x: {
        min: first,
        max: last,
        ticks: [0, 0.25, 0.5, 0.75, 1].map((t) => first + t * (last - first)),
        name: (x: number) => {
          const d = new Date(x);
          return of.step === 'month'
            ? `${d.getUTCMonth() + 1}/${String(d.getUTCFullYear()).slice(2)}`
            : `${d.getUTCDate()}.${d.getUTCMonth() + 1}.`;
        },
      },
      y: { min: 0, max: top * 1.08, name: (y: number) => y.toFixed(0) },
    };
  }, [of]);
  return of.series.length < 2 ? null : (
    <>
      <LineChart label={`Takings and what was bought, by ${of.step}`} height={210} {...chart} />
      <p className="pb-3 text-note text-ink3">line: taken by {of.step} · dashed: bought</p>
    </>
  );
}

function Against({
  name,
  now,
  before,
  money,
}: {
  name: string;
  now: number;
  before: number;
  money?: boolean;
}) {
  const mass = useMass();
  const change = before === 0 ? null : (now - before) / before;
  return (
    <div className="border-b border-line py-1.5">
      <dt className="text-note text-ink3">{name}</dt>
      <dd className="font-figure text-row font-semibold">
        {money ? formatMoney(now) : mass(now)}{' '}
        <span className="text-note font-normal text-ink2">
          {change === null
            ? ''
            : `${change >= 0 ? '+' : '−'}${Math.abs(change * 100).toFixed(0)} % on before`}
        </span>
      </dd>
    </div>
  );
}

/** A stretch of days as charts and tables; every table out as CSV. */
export default function Reports() {
  const { me } = useShop();
  const { today, dayWords } = useTimes();
  const manager = me.role === 'manager';
  const [span, setSpan] = useState<Span>('month');
  const [own, setOwn] = useState(() => ({ from: addDays(today(), -29), to: today() }));
  const to = span === 'own' ? own.to : today();
  const from = span === 'own' ? own.from : addDays(to, -spans[span]);
  const {
    data: of,
    problem,
    again,
  } = useRead(contract.reports.report, { query: { from, to }, skip: !manager });
  const { data: tables } = useRead(contract.reports.tables, { skip: !manager });
  if (!manager) return <h1 className="text-head">Reports are for the manager’s eyes</h1>;
  return (
    <div className="pb-8">
      <CloseNav />
      <div className="flex flex-wrap items-end justify-between gap-x-6">
        <h1 className="pb-2 text-head">
          {of ? `${formatMoney(of.total.takings)} taken in ${of.total.sales} sales` : 'Adding up …'}
        </h1>
        <Choice
          className="mb-0!"
          label="Over"
          value={span}
          onChange={setSpan}
          options={[
            { value: 'week', name: '7 days' },
            { value: 'month', name: '30 days' },
            { value: 'quarter', name: '13 weeks' },
            { value: 'year', name: 'a year' },
            { value: 'own', name: 'from, to' },
          ]}
        />
      </div>
      {span === 'own' && (
        <div className="grid max-w-[420px] grid-cols-2 gap-5">
          <TextField
            type="date"
            label="From"
            value={own.from}
            onChange={(d) => {
              if (d) setOwn({ ...own, from: d });
            }}
          />
          <TextField
            type="date"
            label="To"
            value={own.to}
            onChange={(d) => {
              if (d) setOwn({ ...own, to: d });
            }}
          />
        </div>
      )}
      {!of ? (
        <Waiting problem={problem} again={again} />
      ) : (
        <>
          <div className="grid grid-cols-[minmax(0,1fr)_250px] gap-8 border-t border-line pt-3 max-sm:grid-cols-1">
            <div>
              <p className="pb-1 text-ink2">
                {dayWords(of.from)} to {dayWords(of.to)}.
              </p>
              <Takings of={of} />
            </div>
            <dl>
              <Against name="taken" now={of.total.takings} before={of.before.takings} money />
              <Against name="bought" now={of.total.bought} before={of.before.bought} money />
              <Against name="sold" now={of.total.soldGrams} before={of.before.soldGrams} />
              <Against name="waste" now={of.total.wasteGrams} before={of.before.wasteGrams} />
              <Against
                name="not accounted for"
                now={of.total.unaccountedGrams}
                before={of.before.unaccountedGrams}
              />
              {of.total.refunds > 0 && (
                <Against name="given back" now={of.total.refunds} before={of.before.refunds} money />
              )}
            </dl>
          </div>
          <h2 className="pt-3 text-row">By species</h2>
          <div className="overflow-x-auto">
            <table className="plain min-w-[760px]">
              <thead>
                <tr>
                  <th>Fish</th>
                  <th className="text-right">Landed</th>
                  <th className="text-right">Bought</th>
                  <th className="text-right">Sold</th>
                  <th className="text-right">Taken</th>
                  <th className="text-right">Waste</th>
                  <th className="text-right">Tickets</th>
                  <th className="text-right">Yield, points</th>
                </tr>
              </thead>
              <tbody>
                {of.species.map((s) => (
                  <tr key={s.speciesId}>
                    <td>{s.name}</td>
                    <td className="num">
                      <Mass g={s.landedGrams} />
                    </td>
                    <td className="num">{formatMoney(s.bought)}</td>
                    <td className="num">
                      <Mass g={s.soldGrams} />
                    </td>
                    <td className="num font-semibold">{formatMoney(s.takings)}</td>
                    <td className="num">
                      <Mass g={s.wasteGrams} />
                    </td>
                    <td className="num">{s.tickets}</td>
                    <td className="num">{points(s.yieldAgainst)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <h2 className="pt-5 text-row">By supplier</h2>
          <div className="overflow-x-auto">
            <table className="plain min-w-[760px]">
              <thead>
                <tr>
                  <th>Supplier</th>
                  <th className="text-right">Deliveries</th>
                  <th className="text-right">Lots</th>
                  <th className="text-right">Weight</th>
                  <th className="text-right">Paid</th>
                  <th className="text-right">At the door</th>
                  <th className="text-right">Rejected</th>
                  <th className="text-right">Claims</th>
                  <th className="text-right">Yield, points</th>
                </tr>
              </thead>
              <tbody>
                {of.suppliers.map((s) => (
                  <tr key={s.supplierId}>
                    <td>{s.name}</td>
                    <td className="num">{s.deliveries}</td>
                    <td className="num">{s.lots}</td>
                    <td className="num">
                      <Mass g={s.grams} />
                    </td>
                    <td className="num">{formatMoney(s.money)}</td>
                    <td className="num">{s.probeC === null ? '–' : `${s.probeC.toFixed(1)} °C`}</td>
                    <td className="num">{s.rejected}</td>
                    <td className="num">
                      {s.claims === 0 ? '–' : `${s.claims}, ${formatMoney(s.claimMoney)}`}
                    </td>
                    <td className="num">{points(s.yieldAgainst)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          <div className="grid grid-cols-2 gap-10 pt-5 max-sm:grid-cols-1">
            <section>
              <h2 className="text-row">By form</h2>
              <table className="plain">
                <tbody>
                  {of.forms.slice(0, 14).map((x) => (
                    <tr key={x.name}>
                      <td>{x.name}</td>
                      <td className="num">
                        <Mass g={x.grams} />
                      </td>
                      <td className="num">{formatMoney(x.takings)}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
            <section>
              <h2 className="text-row">Waste, by reason</h2>
              <table className="plain">
                <tbody>
                  {of.waste.slice(0, 14).map((w) => (
                    <tr key={w.reason}>
                      <td>{w.reason}</td>
                      <td className="num">
                        <Mass g={w.grams} />
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          </div>
          <h2 className="pt-5 text-row">Every table out, as CSV</h2>
          <ul className="grid grid-cols-3 gap-x-8 max-lg:grid-cols-2 max-sm:grid-cols-1">
            {(tables ?? []).map((t) => (
              <li key={t.name} className="border-t border-line py-1">
                <a className="why" href={`/api/reports/${t.name}/${from}/${to}/table.csv`}>
                  {t.name}
                </a>{' '}
                <span className="text-note text-ink3">{t.about}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
