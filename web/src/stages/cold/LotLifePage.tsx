import { inWords } from '@ember-slate/words/core';
import type { LotLife } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { groundName } from '@ember-slate/core/coldchain';
import { shortName } from '@ember-slate/core/species';
import { Link, useParams } from 'react-router';
import { useChange, useRead } from '../../app/api.ts';
import { useDraft, useKept } from '../../app/draft.ts';
import { useShop, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { TemperatureField, TextField } from '../../parts/Field.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { spell, useDegrees } from '../../parts/temperature.ts';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Why } from '../../parts/Why.tsx';
import { LotProbes } from './HandReadings.tsx';
import { LifePicture } from './LifePicture.tsx';
import { say } from './say.ts';

function headline(life: LotLife): string {
  const row = life.rows.find((r) => r.item === 'whole') ?? life.rows[0];
  if (!row) return say('nothing_of_it_is_left_in_the_shop');
  if (row.daysLeft === null) return say('not_graded_yet_it_has_no_clock');
  if (row.frozenAt) return say('frozen_its_clock_stands');
  if (row.daysLeft === 0) return say('its_life_is_over');
  return say('days_left_where_it_lies', { daysLeft: row.daysLeft.toFixed(1) });
}

function Histamine({ life }: { life: LotLife }) {
  const { me } = useShop();
  const draft = useDraft(`clear lot ${life.id}`);
  const { send, busy, problem } = useChange(routes.cold.clear, draft);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const account = life.histamine!;
  const share = Math.min(1, account.hours / account.limitHours);
  const hot = account.state !== 'open' && account.clearance === null;
  return (
    <section className="border-t border-line pt-3">
      <h2 className="text-label">
        {say('histamine_account_of_h_above_4_4_c', {
          hours: account.hours.toFixed(1),
          limitHours: account.limitHours,
        })}
      </h2>
      <svg width="100%" height="22" aria-hidden="true" className="block overflow-visible">
        <line className="rul" x1="0" x2="100%" y1="18.5" y2="18.5" />
        <rect
          x="0"
          y="10"
          height="8"
          width={`${share * 100}%`}
          fill={hot ? 'var(--emberline)' : 'var(--ink)'}
        />
        <line x1="50%" x2="50%" y1="4" y2="20" stroke="var(--rule)" />
        <line x1="100%" x2="100%" y1="2" y2="20" stroke="var(--ink)" strokeWidth="2.5" />
      </svg>
      <p className={`text-note ${hot ? 'text-embertext' : 'text-ink2'}`}>
        {account.clearance
          ? say('cleared_by_a_test', { clearance: account.clearance })
          : account.state === 'full'
            ? say('full_it_is_not_sold_cooking_and')
            : account.state === 'half'
              ? say('half_used_cold_fast_first')
              : say('open_warned_at_half_stopped_when')}
      </p>
      <Why label={say('why_these_hours')}>
        <p>{say('the_hours_its_place_or_its_own')}</p>
        <p className="text-note text-ink3">{account.source}</p>
      </Why>
      {account.state === 'full' && account.clearance === null && me.role === 'manager' && (
        <form
          className="flex items-start gap-4 pt-2"
          onSubmit={(e) => {
            e.preventDefault();
            void send({ reason }, { id: life.id });
          }}
        >
          <TextField
            className="flex-1"
            label={say('test_and_its_result')}
            value={reason}
            onChange={setReason}
            error={problem?.detail}
            note={say('laboratory_number_mg_a_kilo')}
          />
          <div className="pt-3">
            <Button submit busy={busy} notYet={reason.trim() === '' ? say('say_which_test') : null}>
              {say('clear_the_lot')}
            </Button>
          </div>
        </form>
      )}
    </section>
  );
}

function Probe({ id }: { id: number }) {
  const draft = useDraft(`probe lot ${id}`);
  const { send, busy, problem } = useChange(routes.cold.probe, draft);
  const [tenths, setTenths] = useKept<number | null>(draft, 'tenths', null);
  return (
    <form
      className="flex items-start gap-4 border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (tenths === null) return;
        void send({ tenths }, { id }).then((o) => {
          if (o.ok) setTenths(null);
        });
      }}
    >
      <TemperatureField
        className="w-36"
        label={say('core_now')}
        value={tenths}
        onChange={setTenths}
        error={problem?.detail}
      />
      <div className="pt-3">
        <Button submit busy={busy} notYet={tenths === null ? say('read_the_probe_first') : null}>
          {say('write_it_down')}
        </Button>
      </div>
    </form>
  );
}

/** Whether it may be eaten raw: by the freezer's record, or by its paper. */
function RawUse({ life }: { life: LotLife }) {
  const degrees = useDegrees();
  const { when } = useTimes();
  return (
    <>
      {life.freezing && (
        <section className="border-t border-line pt-3">
          <h2 className="text-label">
            {life.freezing.met ? say('freezing_for_raw_use_on_record') : say('freezing_for_raw_use_not_yet')}
          </h2>
          <p className="text-note text-ink2">
            {say('h_unbroken_of_h_at_or_colder_the', {
              hours: life.freezing.hours.toFixed(1),
              wanted: life.freezing.rule.hours,
              celsius: degrees(life.freezing.rule.celsius),
              solidAt:
                life.freezing.rule.solidAt !== null
                  ? say('after_it_was_frozen_solid_at', { solidAt: degrees(life.freezing.rule.solidAt) })
                  : '',
              met:
                !life.freezing.met && life.freezing.completeAt
                  ? say('complete_if_it_stays_so_cold', { completeAt: when(life.freezing.completeAt) })
                  : '',
              source: life.freezing.rule.source,
            })}
          </p>
        </section>
      )}
      {life.rawPaper && (
        <section className="border-t border-line pt-3">
          <h2 className="text-label">{say('raw_use_on_paper')}</h2>
          <p className="text-note text-ink2">
            {say('not_frozen_kept_with_the_lot_at', {
              ground: inWords(groundName(life.rawPaper.ground)),
              document: life.rawPaper.document,
            })}
          </p>
        </section>
      )}
    </>
  );
}

type Row = LotLife['rows'][number];

function SellBy({ row: r }: { row: Row }) {
  const { dayWords } = useTimes();
  return r.sellBy ? dayWords(r.sellBy) : r.daysLeft === null ? '–' : say('over');
}
const rowColumns: readonly Column<Row>[] = [
  {
    head: say('what_is_left_of_it'),
    cell: (r) => (
      <>
        {r.itemName}
        {r.thawedAt ? <span className="text-note text-ink3"> {say('thawed_2')}</span> : null}
      </>
    ),
  },
  { head: say('where'), className: 'text-ink2', cell: (r) => r.placeName.toLowerCase() },
  { head: say('weight'), figure: true, cell: (r) => <Mass g={r.grams} /> },
  { head: say('used'), figure: true, cell: (r) => r.used?.toFixed(1) ?? '–' },
  { head: say('left'), figure: true, cell: (r) => r.daysLeft?.toFixed(1) ?? '–' },
  { head: say('sell_by'), className: 'text-ink2', cell: (r) => <SellBy row={r} /> },
];

/** Every row of stock there still is of it. */
function Rows({ life }: { life: LotLife }) {
  if (life.rows.length === 0) return null;
  return (
    <div className="mt-4">
      <Table columns={rowColumns} rows={life.rows} keyOf={(r) => `${r.place} ${r.item} ${r.batch}`} />
    </div>
  );
}

/** One picture of a lot: from landing to its end. */
export default function LotLifePage() {
  const id = Number(useParams().id);
  const { data: life, problem, refetch } = useRead(routes.cold.lot, { params: { id } });
  const degrees = useDegrees();
  const { dayWords, when, today } = useTimes();
  if (!life) return <Waiting problem={problem} onRetry={refetch} />;
  const row = life.rows.find((r) => r.item === 'whole') ?? life.rows[0];
  return (
    <div className="pb-6">
      <p className="text-ink2">
        <Link to="/first" className="why mr-3">
          {say('what_goes_first')}
        </Link>
        <strong className="font-figure font-semibold text-ink">
          {say('lot', { speciesName: shortName(life.speciesName), code: life.code })}
        </strong>{' '}
        {say('landed', { supplier: life.supplier, boat: life.boat || 'none', landedAt: when(life.landedAt) })}
      </p>
      <div className="flex items-end justify-between gap-5">
        <h1 className="text-verdict font-semibold max-sm:text-head">{headline(life)}</h1>
        <span className="mb-1 flex flex-wrap justify-end gap-3">
          <Link to={`/landing?day=${today(new Date(life.landedAt))}&lot=${id}`} className="btn">
            {say('put_right')}
          </Link>
          <Link to={`/grading/${id}`} className="btn">
            {say('grade_again')}
          </Link>
        </span>
      </div>
      {row?.daysLeftRange && row.used !== null && (
        <p className="pb-2 text-ink2">
          {say('of_ice_days_used_more_a_day_at_90', {
            used: row.used.toFixed(1),
            iceDays: life.iceDays,
            rate: row.rate.toFixed(2),
            expected: degrees(row.expected),
            daysLeftRange: say('low_to_high', {
              low: row.daysLeftRange[0].toFixed(1),
              high: row.daysLeftRange[1].toFixed(1),
            }),
            sellBy: row.sellBy ? dayWords(row.sellBy) : say('not_any_more'),
            assumedHours:
              row.assumedHours > 0.1
                ? ` ${say('of_its_log_assumed', { assumedHours: spell(row.assumedHours * 3_600_000) })}`
                : '',
          })}{' '}
          <Why>
            <p>
              {say('used_the_grades_estimate_and_for', {
                pace:
                  life.pace > 1
                    ? say('guts_in_so_times_as_fast_until_it', { pace: life.pace.toFixed(2) })
                    : '',
              })}
            </p>
            <p className="text-note text-ink3">{say('square_root_spoilage_model_fao')}</p>
          </Why>
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_300px] gap-8 max-lg:grid-cols-1">
        <LifePicture life={life} />
        <div className="space-y-4">
          {life.whatIf.length > 0 && (
            <section>
              <h2 className="text-label">{say('if_it_moved_now')}</h2>
              <Table
                bare
                rows={life.whatIf}
                keyOf={(w) => w.name}
                columns={[
                  {
                    cell: (w) => (
                      <>
                        {w.name} <span className="text-note text-ink3">{degrees(w.celsius)}</span>
                      </>
                    ),
                  },
                  {
                    cell: (w) => (
                      <>
                        {w.daysLeft.toFixed(1)}
                        <span className="ml-1 text-[0.8em] font-medium text-ink2">{say('days_2')}</span>
                      </>
                    ),
                    figure: true,
                  },
                ]}
              />
            </section>
          )}
          {life.histamine && <Histamine life={life} />}
          <RawUse life={life} />
          {row && <Probe id={id} />}
          <LotProbes life={life} />
        </div>
      </div>
      <Rows life={life} />
    </div>
  );
}
