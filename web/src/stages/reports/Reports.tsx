import type { Report } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { addDays, dayMs, formatInstant } from '@ember-slate/core/calendar';
import { useMemo } from 'react';
import { useDay, useView } from '../../app/address.ts';
import { useRead } from '../../app/api.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { TextField } from '../../parts/Field.tsx';
import { LineChart } from '../../parts/LineChart.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { formatMoney, inMoney, moneySign } from '../../parts/money.ts';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { CloseNav } from '../../parts/CloseNav.tsx';
import { useDegrees } from '../../parts/temperature.ts';
import { TaxTable } from '../../parts/TaxTable.tsx';
import { say } from './say.ts';

const spans = { week: 6, month: 29, quarter: 90, year: 364 } as const;
type Span = keyof typeof spans | 'own';
const spanIds: readonly Span[] = ['week', 'month', 'quarter', 'year', 'own'];
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
        name: (x: number) => formatInstant(x, of.step === 'month' ? 'month' : 'dayMonth', 'UTC'),
      },
      y: { min: 0, max: top * 1.08, name: (y: number) => y.toFixed(0), unit: moneySign() },
    };
  }, [of]);
  return of.series.length < 2 ? null : (
    <>
      <LineChart label={say('takings_and_what_was_bought_by', { step: of.step })} height={210} {...chart} />
      <p className="pb-3 text-note text-ink3">{say('line_taken_by_dashed_bought', { step: of.step })}</p>
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
            : say('on_before', {
                sign: change >= 0 ? '+' : '−',
                percent: Math.abs(change * 100).toFixed(0),
              })}
        </span>
      </dd>
    </div>
  );
}

/** The stretch against the one before it. */
function Sums({ of }: { of: Report }) {
  const { dayWords } = useTimes();
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_250px] gap-8 border-t border-line pt-3 max-sm:grid-cols-1">
      <div>
        <p className="pb-1 text-ink2">{say('to', { from: dayWords(of.from), to: dayWords(of.to) })}</p>
        <Takings of={of} />
      </div>
      <dl>
        <Against name={say('taken_2')} now={of.total.takings} before={of.before.takings} money />
        <Against name={say('bought_2')} now={of.total.bought} before={of.before.bought} money />
        <Against name={say('sold_2')} now={of.total.soldGrams} before={of.before.soldGrams} />
        <Against name={say('waste_2')} now={of.total.wasteGrams} before={of.before.wasteGrams} />
        <Against
          name={say('not_accounted_for')}
          now={of.total.unaccountedGrams}
          before={of.before.unaccountedGrams}
        />
        {of.total.refunds > 0 && (
          <Against name={say('given_back_2')} now={of.total.refunds} before={of.before.refunds} money />
        )}
      </dl>
    </div>
  );
}

type SpeciesRow = Report['species'][number];
const bySpecies: readonly Column<SpeciesRow>[] = [
  { head: say('fish_2'), cell: (s) => s.name },
  { head: say('landed_2'), figure: true, cell: (s) => <Mass g={s.landedGrams} /> },
  { head: say('bought'), figure: true, cell: (s) => formatMoney(s.bought) },
  { head: say('sold'), figure: true, cell: (s) => <Mass g={s.soldGrams} /> },
  { head: say('taken'), figure: true, cell: (s) => formatMoney(s.takings) },
  { head: say('waste'), figure: true, cell: (s) => <Mass g={s.wasteGrams} /> },
  { head: say('tickets'), figure: true, cell: (s) => s.tickets },
  { head: say('yield_points'), figure: true, cell: (s) => points(s.yieldAgainst) },
];

function Degrees({ c }: { c: number }) {
  return useDegrees()(c);
}

type SupplierRow = Report['suppliers'][number];
const bySupplier: readonly Column<SupplierRow>[] = [
  { head: say('supplier'), cell: (s) => s.name },
  { head: say('deliveries'), figure: true, cell: (s) => s.deliveries },
  { head: say('lots'), figure: true, cell: (s) => s.lots },
  { head: say('weight'), figure: true, cell: (s) => <Mass g={s.grams} /> },
  { head: say('paid'), figure: true, cell: (s) => formatMoney(s.money) },
  {
    head: say('at_the_door'),
    figure: true,
    cell: (s) => (s.probeC === null ? '–' : <Degrees c={s.probeC} />),
  },
  { head: say('rejected'), figure: true, cell: (s) => s.rejected },
  {
    head: say('claims'),
    figure: true,
    cell: (s) => (s.claims === 0 ? '–' : `${s.claims}, ${formatMoney(s.claimMoney)}`),
  },
  { head: say('yield_points'), figure: true, cell: (s) => points(s.yieldAgainst) },
];

const byForm: readonly Column<Report['forms'][number]>[] = [
  { head: say('form_2'), cell: (x) => x.name },
  { head: say('sold'), figure: true, cell: (x) => <Mass g={x.grams} /> },
  { head: say('taken'), figure: true, cell: (x) => formatMoney(x.takings) },
];
const byReason: readonly Column<Report['waste'][number]>[] = [
  { head: say('reason'), cell: (w) => w.reason },
  { head: say('waste'), figure: true, cell: (w) => <Mass g={w.grams} /> },
];
const byArticle: readonly Column<Report['articles'][number]>[] = [
  { head: say('what'), cell: (a) => a.name },
  { head: say('sold'), figure: true, cell: (a) => (a.unit === 'kg' ? <Mass g={a.grams} /> : a.pieces) },
  { head: say('taken'), figure: true, cell: (a) => formatMoney(a.takings) },
];
/** Forms and reasons shown; the rest is in the files. */
const most = 14;

function Tables({ of }: { of: Report }) {
  return (
    <>
      <h2 className="pt-3 text-row">{say('by_species')}</h2>
      <Table columns={bySpecies} rows={of.species} keyOf={(s) => s.speciesId} least={760} />
      <h2 className="pt-5 text-row">{say('by_supplier')}</h2>
      <Table columns={bySupplier} rows={of.suppliers} keyOf={(s) => s.supplierId} least={760} />
      <div className="grid grid-cols-2 gap-10 pt-5 max-sm:grid-cols-1">
        <section>
          <h2 className="text-row">{say('by_form')}</h2>
          <Table columns={byForm} rows={of.forms.slice(0, most)} keyOf={(x) => x.name} bare />
        </section>
        <section>
          <h2 className="text-row">{say('waste_by_reason')}</h2>
          <Table columns={byReason} rows={of.waste.slice(0, most)} keyOf={(w) => w.reason} bare />
        </section>
      </div>
      {of.articles.length > 0 && (
        <>
          <h2 className="pt-5 text-row">{say('other_goods')}</h2>
          <Table columns={byArticle} rows={of.articles} keyOf={(a) => a.name} bare />
        </>
      )}
      {of.tax.length > 0 && (
        <>
          <h2 className="pt-5 text-row">{say('tax_taken')}</h2>
          <TaxTable tax={of.tax} />
        </>
      )}
    </>
  );
}

/** Days of one's own choosing. */
function FromTo({
  from,
  to,
  onFrom,
  onTo,
}: {
  from: string;
  to: string;
  onFrom: (day: string) => void;
  onTo: (day: string) => void;
}) {
  return (
    <div className="grid max-w-[420px] grid-cols-2 gap-5">
      <TextField
        type="date"
        label={say('from')}
        value={from}
        onChange={(d) => {
          if (d) onFrom(d);
        }}
      />
      <TextField
        type="date"
        label={say('to_2')}
        value={to}
        onChange={(d) => {
          if (d) onTo(d);
        }}
      />
    </div>
  );
}

/** A stretch of days as charts and tables; every table out as CSV. */
export default function Reports() {
  const { me } = useShop();
  const { today } = useTimes();
  const manager = me.role === 'manager';
  const [span, setSpan] = useView('over', spanIds, 'month');
  const [ownFrom, setFrom] = useDay('from', addDays(today(), -29));
  const [ownTo, setTo] = useDay('to', today());
  const to = span === 'own' ? ownTo : today();
  const from = span === 'own' ? ownFrom : addDays(to, -spans[span]);
  const {
    data: of,
    problem,
    refetch,
  } = useRead(routes.reports.report, { query: { from, to }, skip: !manager });
  const { data: tables } = useRead(routes.reports.tables, { skip: !manager });
  if (!manager) return <h1 className="text-head">{say('reports_are_for_the_managers_eyes')}</h1>;
  return (
    <div className="pb-8">
      <CloseNav />
      <div className="flex flex-wrap items-end justify-between gap-x-6">
        <h1 className="pb-2 text-head">
          {of
            ? say('taken_in_sales', { takings: formatMoney(of.total.takings), sales: of.total.sales })
            : say('adding_up')}
        </h1>
        <Choice
          className="mb-0!"
          label={say('over_2')}
          value={span}
          onChange={setSpan}
          options={[
            { value: 'week', name: say('n7_days') },
            { value: 'month', name: say('n30_days') },
            { value: 'quarter', name: say('n13_weeks') },
            { value: 'year', name: say('a_year') },
            { value: 'own', name: say('from_to') },
          ]}
        />
      </div>
      {span === 'own' && <FromTo from={ownFrom} to={ownTo} onFrom={setFrom} onTo={setTo} />}
      {!of ? (
        <Waiting problem={problem} onRetry={refetch} />
      ) : (
        <>
          <Sums of={of} />
          <Tables of={of} />
          <h2 className="pt-5 text-row">{say('every_table_out_as_csv')}</h2>
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
