import { dayMs } from '@ember-slate/core/calendar';
import type { Problem, SupplierRecord } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { useChosenRow } from '../../app/address.ts';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNow, useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { PastedList } from '../../parts/PastedList.tsx';
import { Stale } from '../../parts/Stale.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { LineChart } from '../../parts/LineChart.tsx';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { TextField } from '../../parts/Field.tsx';
import { PaneList } from '../../parts/PaneList.tsx';
import { Table, type Column } from '../../parts/Table.tsx';
import { useDegrees, useDegreeSign } from '../../parts/temperature.ts';
import { Waiting } from '../../parts/Waiting.tsx';
import { formatMoney } from '../../parts/money.ts';
import { type ClaimAct, ClaimActs, ClaimRight } from './ClaimRight.tsx';
import { say } from './say.ts';

const mean = (points: SupplierRecord['marks']) =>
  points.reduce((s, p) => s + p.value, 0) / Math.max(1, points.length);

/** One measure of a supplier over its deliveries: dots in time, the mean as a line. */
function Over({
  name,
  points,
  shown,
  unit,
  level,
}: {
  name: string;
  points: SupplierRecord['marks'];
  shown: (value: number) => string;
  unit: string;
  level?: { y: number; name: string; hot?: boolean };
}) {
  const now = useNow(60_000).getTime();
  const { written } = useTimes();
  const chart = useMemo(() => {
    const values = points.map((p) => p.value);
    const all = level ? [...values, level.y] : values;
    const [low, high] = [Math.min(...all), Math.max(...all)];
    const room = Math.max(0.5, (high - low) * 0.15);
    const first = Math.min(now - 14 * dayMs, ...points.map((p) => Date.parse(p.at)));
    const ticks = Array.from({ length: 4 }, (_, i) => first + ((now - first) * (i + 0.5)) / 4);
    const average = mean(points);
    return {
      series: [
        { kind: 'dashed' as const, points: [[first, average] as const, [now, average] as const] },
        { kind: 'dots' as const, points: points.map((p) => [Date.parse(p.at), p.value] as const) },
      ],
      levels: level ? [level] : [],
      x: {
        min: first,
        max: now,
        ticks,
        name: (t: number) => written(t, 'dayMonth'),
      },
      y: { min: low - room, max: high + room, name: (v: number) => v.toFixed(high - low < 3 ? 1 : 0), unit },
    };
  }, [points, level, now, written, unit]);
  return (
    <section>
      <h2 className="text-label">
        {name}{' '}
        <span className="text-body font-medium text-ink2">
          {points.length > 0 ? say('on_average', { points: shown(mean(points)) }) : say('nothing_yet')}
        </span>
      </h2>
      {points.length > 0 && <LineChart label={name} height={140} {...chart} />}
    </section>
  );
}

const dressedWords = { headed_gutted: say('head_off_gutted'), gutted: say('gutted_head_on') };

function Terms({ record }: { record: SupplierRecord }) {
  const draft = useDraft(`supplier terms ${record.id}`);
  const [version, setVersion] = useKept(draft, 'version', record.version);
  const { send, busy } = useChange(routes.landing.editSupplier, draft);
  const [wording, setWording] = useKept(draft, 'wording', record.claimWording);
  const [dressed, setDressed] = useKept<'ask' | 'headed_gutted' | 'gutted'>(
    draft,
    'dressed',
    record.dressedMeans ?? 'ask',
  );
  const [problem, setProblem] = useKept<Problem | null>(draft, 'problem', null);
  const mine = { claimWording: wording, dressedMeans: dressed === 'ask' ? null : dressed };
  const save = async (over = version) => {
    const outcome = await send({ ...mine, version: over }, { id: record.id });
    if (!outcome.ok) setProblem(outcome.problem);
  };
  return (
    <form
      className="border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <Stale
        problem={problem}
        names={{ dressedMeans: say('what_it_means_by_dressed'), claimWording: say('wording_of_claims') }}
        mine={mine}
        kinds={{ dressedMeans: dressedWords }}
        onKeep={(over) => {
          setVersion(over);
          void save(over);
        }}
        onTheirs={draft.forget}
      />
      <Choice
        label={say('what_it_means_by_dressed')}
        value={dressed}
        onChange={setDressed}
        options={[
          { value: 'ask', name: say('ask_each_time') },
          ...(['headed_gutted', 'gutted'] as const).map((value) => ({ value, name: dressedWords[value] })),
        ]}
      />
      <TextField
        label={say('wording_of_claims_to_it')}
        value={wording}
        onChange={setWording}
        error={problem?.code === 'stale' ? undefined : problem?.detail}
        note={say('as_agreed_offered_with_every_claim')}
      />
      <Button submit busy={busy}>
        {say('keep_it')}
      </Button>
    </form>
  );
}

function Record({ id }: { id: number }) {
  const { data: record, problem, refetch } = useRead(routes.landing.supplier, { params: { id } });
  const { me } = useShop();
  const { day } = useTimes();
  const degrees = useDegrees();
  const sign = useDegreeSign();
  const mass = useMass();
  const [asking, setAsking] = useState<{ what: ClaimAct; id: number } | null>(null);
  if (!record) return <Waiting problem={problem} onRetry={refetch} />;
  const asked = record.claims.find((c) => c.id === asking?.id);
  const claimColumns: readonly Column<SupplierRecord['claims'][number]>[] = [
    {
      head: say('claim'),
      className: 'whitespace-nowrap',
      cell: (c) => (
        <>
          <a className="why" href={`/api/landing/claims/${c.id}/sheet.pdf`} target="_blank" rel="noreferrer">
            {c.number}
          </a>{' '}
          <span className="text-note text-ink3">{day(c.at)}</span>
        </>
      ),
    },
    {
      head: say('fish'),
      cell: (c) => (
        <>
          {c.speciesName} <span className="text-note text-ink3">{c.code}</span>
        </>
      ),
    },
    { head: say('reason'), cell: (c) => c.reason, className: 'py-1 text-note text-ink2' },
    { head: say('weight'), cell: (c) => <Mass g={c.grams} />, figure: true },
    { head: say('amount_claimed'), cell: (c) => formatMoney(c.money), figure: true },
    {
      head: say('paid'),
      cell: (c) => (c.settledMoney === null ? say('open') : formatMoney(c.settledMoney)),
      figure: true,
    },
    {
      head: <span className="sr-only">{say('what_to_do')}</span>,
      cell: (c) => <ClaimActs claim={c} onAct={(what) => setAsking({ what, id: c.id })} />,
    },
  ];
  const rejected = record.verdicts.reject;
  return (
    <div className="pb-6">
      <h1 className="text-head max-sm:text-big">
        {record.lots === 0
          ? say('has_brought_nothing_yet', { record: record.name })
          : rejected > 0
            ? say('of_lots_rejected', { record: record.name, rejected, lots: record.lots })
            : say('mark_on_average', { record: record.name, marks: Math.round(mean(record.marks)) })}
      </h1>
      <p className="pb-3 text-ink2">
        {say('deliveries_in_90_days_accepted_for', {
          deliveries: record.deliveries,
          grams: mass(record.grams),
          money: formatMoney(record.money),
          accept: record.verdicts.accept,
          usetoday: record.verdicts.use_today,
          cookedonly: record.verdicts.cooked_only,
          hold: record.verdicts.hold,
        })}
      </p>
      <div className="grid grid-cols-2 gap-x-8 gap-y-4 max-sm:grid-cols-1">
        <Over
          name={say('mark_at_the_door_of_100')}
          points={record.marks}
          shown={(v) => String(Math.round(v))}
          unit={say('of_100')}
        />
        <Over
          name={say('core_temperature')}
          points={record.temperatures}
          shown={degrees}
          unit={sign}
          level={limit}
        />
        <Over
          name={say('weighed_against_the_note')}
          points={record.weights}
          shown={(v) => `${plain(v)} %`}
          unit="%"
          level={even}
        />
        <Over
          name={say('older_than_its_note_says_days')}
          points={record.ages}
          shown={plain}
          unit={say('days_axis')}
          level={even}
        />
        <Over
          name={say('yield_against_expectation_points')}
          points={record.yields}
          shown={plain}
          unit={say('points_axis')}
          level={even}
        />
        {me.role === 'manager' && <Terms key={record.version} record={record} />}
      </div>
      {record.claims.length > 0 && (
        <div className="mt-4">
          <Table columns={claimColumns} rows={record.claims} keyOf={(c) => c.id} />
          {asking && asked && <ClaimRight claim={asked} what={asking.what} onDone={() => setAsking(null)} />}
        </div>
      )}
    </div>
  );
}
/** One decimal, never a minus before nothing. */
const plain = (value: number) => (Math.abs(value) < 0.05 ? '0.0' : value.toFixed(1).replace('-', '\u2212'));
const even = { y: 0, name: '' };
const limit = { y: 2, name: say('limit'), hot: true };

/** Suppliers and what their fish was like. */
export default function Suppliers() {
  const { data: suppliers, problem, refetch } = useRead(routes.landing.suppliers);
  const chosen = Number(useParams().id ?? 0);
  const { me } = useShop();
  const [bringing, setList] = useChosenRow('list');
  if (!suppliers) return <Waiting problem={problem} onRetry={refetch} />;
  const shown = suppliers.find((s) => s.id === chosen) ?? suppliers[0];
  const list = me.role === 'manager' && (
    <Button small onPress={() => setList('yes')}>
      {say('from_a_list')}
    </Button>
  );
  if (bringing !== null && me.role === 'manager')
    return (
      <>
        <h1 className="text-head">{say('suppliers_from_a_list')}</h1>
        <PastedList kind="suppliers" onDone={() => setList(null)} />
      </>
    );
  if (!shown)
    return (
      <>
        <h1 className="text-head">{say('no_supplier_yet_the_first_delivery')}</h1>
        {list}
      </>
    );
  return (
    <div className="panes grid-cols-[190px_minmax(0,1fr)]">
      <PaneList
        label={say('suppliers')}
        chosen={shown.id}
        rows={suppliers.map((s) => ({ key: s.id, name: s.name, to: `/suppliers/${s.id}` }))}
      >
        {list && <li className="pt-3">{list}</li>}
      </PaneList>
      <div className="pane">
        <Record key={shown.id} id={shown.id} />
      </div>
    </div>
  );
}
