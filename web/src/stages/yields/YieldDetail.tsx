import { formatDay, monthName } from '@ember-slate/core/calendar';
import { inWords } from '@ember-slate/words/core';
import type { YieldOf, YieldRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName, conditionName } from '@ember-slate/core/species';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { LineChart } from '../../parts/LineChart.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';
import { say } from './say.ts';

const percent = (share: number) => `${(share * 100).toFixed(1)} %`;

/** The individuals chart of the last tickets: band between the limits, mean, and the one point that asks for a look. */
function ControlChartOf({ of }: { of: YieldOf }) {
  const chart = useMemo(() => {
    const { points } = of;
    const n = points.length;
    const values = points.map((p) => p.yield * 100);
    const low = Math.min(...values, (of.chart?.low ?? 1) * 100);
    const high = Math.max(...values, (of.chart?.high ?? 0) * 100);
    const pad = Math.max(0.5, (high - low) * 0.08);
    const line = points.map((p, i) => [i, p.yield * 100] as const);
    const last = of.signals.at(-1);
    const at = last ? points.findIndex((p) => p.ticketId === last.ticketIds.at(-1)) : -1;
    const ticks = [0, Math.floor(n / 3), Math.floor((2 * n) / 3), n - 1].filter(
      (v, i, all) => v >= 0 && all.indexOf(v) === i,
    );
    return {
      series: [
        ...(of.chart
          ? [
              {
                kind: 'band' as const,
                points: [
                  [-0.5, of.chart.low * 100],
                  [n - 0.5, of.chart.low * 100],
                  [n - 0.5, of.chart.high * 100],
                  [-0.5, of.chart.high * 100],
                ] as const,
              },
            ]
          : []),
        { kind: 'line' as const, points: line },
        { kind: 'dots' as const, points: line },
        ...(at >= 0 ? [{ kind: 'hot' as const, points: [line[at]!] }] : []),
      ],
      levels: of.chart
        ? [
            { y: of.chart.mean * 100, name: say('mean', { mean: (of.chart.mean * 100).toFixed(1) }) },
            { y: of.expected * 100, name: say('book', { expected: (of.expected * 100).toFixed(1) }) },
          ].filter((l, i, all) => i === 0 || Math.abs(l.y - all[0]!.y) > (high - low) * 0.12)
        : [],
      x: {
        min: -0.5,
        max: Math.max(1, n - 0.5),
        ticks,
        name: (x: number) => {
          const p = points[Math.round(x)];
          return p ? formatDay(p.day, 'day') : '';
        },
      },
      y: { min: low - pad, max: high + pad, name: (y: number) => `${y.toFixed(0)}`, unit: '%' },
    };
  }, [of]);
  return (
    <LineChart
      label={say('yield_ticket_by_ticket', { speciesName: of.speciesName, formName: of.formName })}
      height={210}
      {...chart}
    />
  );
}

function Parts({ title, rows, all }: { title: string; rows: YieldOf['by']['method']; all: number }) {
  if (rows.length < 2) return null;
  return (
    <section>
      <h3 className="text-label">{title}</h3>
      <ul>
        {rows.map((r) => (
          <li key={r.name} className="flex justify-between gap-3 border-t border-line py-1 text-note">
            <span className="min-w-0">{r.name}</span>
            <span className="shrink-0">
              <span className="font-figure text-label font-semibold">{percent(r.yield)}</span>{' '}
              <span className="text-ink3">
                {say('points_and_tickets', {
                  points: `${r.yield >= all ? '+' : '−'}${Math.abs((r.yield - all) * 100).toFixed(1)}`,
                  tickets: r.tickets,
                })}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What the yield cost or won, week by week. */
function Weeks({ weeks }: { weeks: YieldOf['weeks'] }) {
  const most = Math.max(1, ...weeks.map((w) => Math.abs(w.lost ?? 0)));
  if (weeks.length < 2 || weeks.every((w) => w.lost === null)) return null;
  return (
    <section>
      <h3 className="text-label">{say('money_lost_week_by_week')}</h3>
      <ul>
        {weeks.map((w) => (
          <li
            key={w.from}
            className="grid grid-cols-[64px_minmax(0,1fr)_86px] items-center gap-2 border-t border-line text-note"
          >
            <span className="text-ink3">{formatDay(w.from, 'dayMonth')}</span>
            <span className="relative h-4">
              <span
                className="absolute top-1 h-2 bg-ink"
                style={{
                  left: (w.lost ?? 0) >= 0 ? '50%' : `${50 - (50 * Math.abs(w.lost ?? 0)) / most}%`,
                  width: `${(50 * Math.abs(w.lost ?? 0)) / most}%`,
                }}
              />
              <span className="absolute top-0 left-1/2 h-4 w-px bg-rule" />
            </span>
            <span className="text-right">
              {formatMoney(Math.abs(w.lost ?? 0))} {(w.lost ?? 0) > 0 ? say('lost') : say('won')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

function TicketOf({ point: p }: { point: YieldOf['points'][number] }) {
  const { dayWords } = useTimes();
  return (
    <>
      <Link className="why" to={`/bench/${p.ticketId}`}>
        {p.number}
      </Link>{' '}
      <span className="text-note text-ink3">{dayWords(p.day)}</span>
    </>
  );
}
const ticketColumns: readonly Column<YieldOf['points'][number]>[] = [
  { head: say('ticket'), cell: (p) => <TicketOf point={p} /> },
  { head: say('from'), className: 'text-note text-ink2', cell: (p) => p.supplier },
  { head: say('in'), figure: true, cell: (p) => <Mass g={p.inputGrams} /> },
  { head: say('came'), figure: true, cell: (p) => percent(p.yield) },
  { head: say('expected'), figure: true, className: 'text-ink2', cell: (p) => percent(p.expected) },
  { head: say('lost_2'), figure: true, cell: (p) => (p.lost === null ? '' : formatMoney(p.lost)) },
];

/** One form of one fish: where its yield comes from and where it goes. */
export function YieldDetail({ of: row }: { of: YieldRow }) {
  const {
    data: of,
    problem,
    refetch,
  } = useRead(routes.yields.one, {
    query: { speciesId: row.speciesId, condition: row.condition, form: row.form },
  });
  if (!of) return <Waiting problem={problem} onRetry={refetch} />;
  const last = of.signals.at(-1);
  const input = of.points.reduce((s, p) => s + p.inputGrams, 0);
  const all = input > 0 ? of.points.reduce((s, p) => s + p.yield * p.inputGrams, 0) / input : of.expected;
  const figures: [string, string][] = [
    [say('book_expects'), percent(of.expected)],
    [say('learned'), say('from_fish', { mean: percent(of.learned.mean), fish: of.learned.fish })],
    [
      say('nine_tickets_of_ten'),
      say('to_3', { low: percent(of.learned.low), high: percent(of.learned.high) }),
    ],
    ...(of.chart
      ? ([[say('limits'), say('to_3', { low: percent(of.chart.low), high: percent(of.chart.high) })]] as [
          string,
          string,
        ][])
      : []),
  ];
  return (
    <div className="min-w-0">
      <h2 className="text-row">
        {say('to_4', {
          speciesName: shortName(of.speciesName),
          conditionName: inWords(conditionName[of.condition]),
          formName: of.formName,
        })}{' '}
        <Why>
          <p>{say('learned_8_book_fish_own_mean_8')}</p>
          <p>{say('chart_of_single_values_limits_at')}</p>
          <p>{say('a_lost_point_costs_points_input')}</p>
        </Why>
      </h2>
      <div className="grid grid-cols-[minmax(0,1fr)_190px] gap-4 max-sm:grid-cols-1">
        {of.points.length > 1 ? (
          <ControlChartOf of={of} />
        ) : (
          <p className="py-6 text-ink2">{say('one_ticket_is_no_chart_yet')}</p>
        )}
        <div>
          <dl className="text-note">
            {figures.map(([name, value]) => (
              <div key={name} className="border-b border-line py-1">
                <dt className="text-ink3">{name}</dt>
                <dd className="font-figure text-label font-semibold">{value}</dd>
              </div>
            ))}
            {last && (
              <div className="py-1">
                <dt className="text-embertext">{last.words}</dt>
                <dd>
                  {say('ticket_2', { ticketIds: last.ticketIds.length > 1 ? 's' : '' })}{' '}
                  {last.ticketIds.slice(-3).map((id) => (
                    <Link key={id} className="why pr-2" to={`/bench/${id}`}>
                      {of.points.find((p) => p.ticketId === id)?.number}
                    </Link>
                  ))}
                </dd>
              </div>
            )}
          </dl>
          {of.spent && (
            <p className="py-1 text-note text-ink2">
              {say('spent_around_fillets_down_to_of', {
                months: of.spent.months.map((m) => monthName(m)).join(', '),
                factor: Math.round(of.spent.factor * 100),
              })}
            </p>
          )}
        </div>
      </div>
      <div className="grid grid-cols-2 gap-x-8 gap-y-3 pt-3 max-sm:grid-cols-1">
        <Parts title={say('by_method')} rows={of.by.method} all={all} />
        <Parts title={say('by_supplier')} rows={of.by.supplier} all={all} />
        <Parts title={say('by_month')} rows={of.by.month} all={all} />
        <Parts title={say('by_size_of_fish')} rows={of.by.size} all={all} />
        <Parts title={say('by_year')} rows={of.by.year} all={all} />
        <Weeks weeks={of.weeks} />
      </div>
      <h3 className="pt-4 text-label">{say('tickets')}</h3>
      <div className="max-h-[320px] overflow-y-auto">
        <Table columns={ticketColumns} rows={[...of.points].reverse()} keyOf={(p) => p.ticketId} />
      </div>
    </div>
  );
}
