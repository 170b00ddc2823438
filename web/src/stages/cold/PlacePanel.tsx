import type { ColdPlace } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { dayMs, instantOn } from '@ember-slate/core/calendar';
import { formatTemperature } from '@ember-slate/core/units';
import { useMemo } from 'react';
import { useView } from '../../app/address.ts';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useNow, useShop, useTimes } from '../../app/shop.tsx';
import { notify, useAppDispatch, useAppSelector } from '../../app/store.ts';
import { Button } from '../../parts/Button.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { errorsByPath, TemperatureField, TimeField } from '../../parts/Field.tsx';
import { LineChart } from '../../parts/LineChart.tsx';
import { spell, useDegrees, useDegreeSign } from '../../parts/temperature.ts';
import { PlaceReadings } from './HandReadings.tsx';
import { ChangePlace } from './PlaceForm.tsx';
import { say } from './say.ts';
import { Table } from '../../parts/Table.tsx';

const ranges = [
  { value: '1', name: say('a_day') },
  { value: '7', name: say('a_week') },
  { value: '60', name: say('two_months') },
] as const;
const rangeIds = ranges.map((r) => r.value);
function History({ place }: { place: ColdPlace }) {
  const [days, setDays] = useView('days', rangeIds, '1');
  const { data } = useRead(routes.cold.log, { params: { id: place.id }, query: { days: Number(days) } });
  const degrees = useDegrees();
  const now = useNow(60_000).getTime();
  const { local, written } = useTimes();
  const units = useAppSelector((s) => s.prefs.units);
  const sign = useDegreeSign();
  const chart = useMemo(() => {
    const readings = data?.readings ?? [];
    const span = Number(days) * dayMs;
    const max = now;
    const min = max - span;
    const step = days === '1' ? dayMs / 8 : days === '7' ? dayMs : 10 * dayMs;
    const first = local(new Date(min));
    first.setHours(days === '1' ? Math.ceil(first.getHours() / 3 + 0.01) * 3 : 24, 0, 0, 0);
    const ticks = [];
    for (let t = first.getTime(); t < max - step / 5; t += step) ticks.push(t);
    const limit = place.limitTenths === null ? null : place.limitTenths / 10;
    const values = [...readings.map((r) => r[1]), place.setTenths / 10, limit ?? place.setTenths / 10];
    return {
      series: [{ points: readings, kind: 'line' as const, gap: 2 * 3_600_000 }],
      levels: [
        ...(limit === null ? [] : [{ y: limit, name: say('limit', { limit: degrees(limit) }), hot: true }]),
        { y: place.setTenths / 10, name: say('set_point', { setTenths: degrees(place.setTenths / 10) }) },
      ],
      x: {
        min,
        max,
        ticks,
        name: (t: number) => written(t, days === '1' ? 'clock' : 'dayMonth'),
      },
      y: {
        min: Math.floor(Math.min(...values) - 0.4),
        max: Math.ceil(Math.max(...values) + 0.6),
        name: (c: number) => formatTemperature(Math.round(c * 10), units).split('.')[0]!,
        unit: sign,
      },
    };
    // `degrees` and what `useTimes` gives follow the units and the shop.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [data, days, place, units, now]);
  return (
    <>
      <Choice label={say('shown')} value={days} options={ranges} onChange={setDays} className="w-[300px]" />
      {data && data.readings.length === 0 ? (
        <p className="py-6 text-ink2">
          {say('no_reading_in_this_time_the_clock', { setTenths: degrees(place.setTenths / 10) })}
        </p>
      ) : (
        <LineChart label={say('temperature_of', { place: place.name })} height={220} {...chart} />
      )}
    </>
  );
}

/** A reading by hand: now, or at an earlier time of today. */
function ByHand({ place }: { place: ColdPlace }) {
  const units = useAppSelector((s) => s.prefs.units);
  const draft = useDraft(`read place ${place.id}`);
  const { send, busy, problem } = useChange(routes.cold.read, draft);
  const { shop } = useShop();
  const { today } = useTimes();
  const dispatch = useAppDispatch();
  const [tenths, setTenths] = useKept<number | null>(draft, 'tenths', null);
  const [at, setAt] = useKept<number | null>(draft, 'at', null);
  const errors = errorsByPath(problem);
  const save = async () => {
    if (tenths === null) return;
    const time = at === null ? new Date() : instantOn(today(), at, shop);
    const outcome = await send({ at: time.toISOString(), tenths }, { id: place.id });
    if (!outcome.ok) return;
    dispatch(
      notify({
        text: say('written_down', { place: place.name, tenths: formatTemperature(tenths, units) }),
        problem: false,
      }),
    );
  };
  return (
    <form
      className="flex items-start gap-5"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <TemperatureField
        className="w-48"
        label={say('by_probe')}
        value={tenths}
        onChange={setTenths}
        error={errors.tenths}
      />
      <TimeField
        className="w-32"
        label={say('read_at')}
        value={at}
        onChange={setAt}
        error={errors.at}
        note={say('empty_now')}
      />
      <div className="pt-3">
        <Button submit busy={busy} notYet={tenths === null ? say('read_the_probe_first') : null}>
          {say('write_it_down')}
        </Button>
        {problem?.detail && !problem.errors && (
          <p role="alert" className="pt-1 text-note text-embertext">
            {problem.detail}
          </p>
        )}
      </div>
    </form>
  );
}

/** One place: its log against its limit, what was warm or silent, a reading by hand. */
export function PlacePanel({
  place,
  onAnswer,
}: {
  place: ColdPlace;
  onAnswer: (episode: ColdPlace['episodes'][number]) => void;
}) {
  const degrees = useDegrees();
  const { when, day } = useTimes();
  const { me } = useShop();
  return (
    <div>
      <h2 className="text-big">{place.name}</h2>
      <p className="pb-2 text-ink2">
        {say('clocks_expect', {
          last: place.last
            ? say('at', {
                celsius: degrees(place.last.celsius),
                at: when(place.last.at),
                source: place.last.source === 'simulated' ? say('simulated') : '',
              })
            : say('never_read'),
          expected: degrees(place.expected),
          because: place.last ? say('mean_of_the_last_24_h') : say('its_set_point'),
        })}
      </p>
      <History place={place} />
      {place.episodes.length > 0 && (
        <Table
          bare
          rows={place.episodes}
          keyOf={(e) => `${e.kind} ${e.from}`}
          columns={[
            {
              cell: (e) =>
                say('to', {
                  day: day(e.from),
                  from: when(e.from).slice(-5),
                  to: e.lasts ? say('now') : when(e.to).slice(-5),
                }),
              className: 'whitespace-nowrap text-ink2',
            },
            {
              cell: (e) => (e.kind === 'warm' ? say('up_to', { peak: degrees(e.peak!) }) : say('silent')),
              className: 'font-figure text-label font-semibold',
            },
            { cell: (e) => spell(Date.parse(e.to) - Date.parse(e.from)), figure: true },
            {
              cell: (e) =>
                e.answer ? (
                  <span className="text-note text-ink2">
                    {e.answer.done} <span className="text-ink3">· {e.answer.by}</span>
                  </span>
                ) : (
                  <button type="button" className="why" onClick={() => onAnswer(e)}>
                    {say('say_what_was_done')}
                  </button>
                ),
              className: 'py-2',
            },
          ]}
        />
      )}
      <h3 className="mt-5 border-t border-line pt-3 pb-1 text-label">{say('read_it_by_hand')}</h3>
      <ByHand place={place} />
      <PlaceReadings placeId={place.id} />
      {me.role === 'manager' && (
        <>
          <h3 className="mt-2 border-t border-line pt-3 pb-1 text-label">{say('what_it_is_kept_at')}</h3>
          <ChangePlace key={place.version} place={place} />
        </>
      )}
    </div>
  );
}
