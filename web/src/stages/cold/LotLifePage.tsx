import { contract, type LotLife, type Problem } from '@ember-slate/contract';
import { groundName } from '@ember-slate/core/coldchain';
import { shortName } from '@ember-slate/core/species';
import { useState } from 'react';
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
import { LifePicture } from './LifePicture.tsx';

function headline(life: LotLife): string {
  const row = life.rows.find((r) => r.item === 'whole') ?? life.rows[0];
  if (!row) return 'Nothing of it is left in the shop';
  if (row.daysLeft === null) return 'Not graded yet: it has no clock';
  if (row.frozenAt) return 'Frozen: its clock stands';
  if (row.daysLeft === 0) return 'Its life is over';
  return `${row.daysLeft.toFixed(1)} days left where it lies`;
}

function Histamine({ life }: { life: LotLife }) {
  const { me } = useShop();
  const draft = useDraft(`clear lot ${life.id}`);
  const { send, busy } = useChange(contract.cold.clear, draft);
  const [reason, setReason] = useKept(draft, 'reason', '');
  const [problem, setProblem] = useState<Problem | null>(null);
  const account = life.histamine!;
  const share = Math.min(1, account.hours / account.limitHours);
  const hot = account.state !== 'open' && account.clearance === null;
  return (
    <section className="border-t border-line pt-3">
      <h2 className="text-label">
        Histamine account: {account.hours.toFixed(1)} of {account.limitHours} h above 4.4 °C
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
          ? `Cleared by a test. ${account.clearance}`
          : account.state === 'full'
            ? 'Full: it is not sold. Cooking and freezing do not remove histamine; only a test may clear it.'
            : account.state === 'half'
              ? 'Half used: cold, fast, first.'
              : 'Open. Warned at half, stopped when full.'}
      </p>
      <Why label="why these hours?">
        <p>
          The hours its place, or its own core by probe, was above 4.4 °C since it came are added up. When any
          of it was above 21 °C the limit is 4 h, else 8 h. A fish that came warm counts as warm until it is
          probed cold.
        </p>
        <p className="text-note text-ink3">{account.source}</p>
      </Why>
      {account.state === 'full' && account.clearance === null && me.role === 'manager' && (
        <form
          className="flex items-start gap-4 pt-2"
          onSubmit={(e) => {
            e.preventDefault();
            void send({ reason }, { id: life.id }).then((o) => setProblem(o.ok ? null : o.problem));
          }}
        >
          <TextField
            className="flex-1"
            label="Test and its result"
            value={reason}
            onChange={setReason}
            error={problem?.detail}
            note="laboratory, number, mg a kilo"
          />
          <div className="pt-3">
            <Button submit busy={busy} notYet={reason.trim() === '' ? 'say which test' : null}>
              Clear the lot
            </Button>
          </div>
        </form>
      )}
    </section>
  );
}

function Probe({ id }: { id: number }) {
  const draft = useDraft(`probe lot ${id}`);
  const { send, busy } = useChange(contract.cold.probe, draft);
  const [tenths, setTenths] = useKept<number | null>(draft, 'tenths', null);
  const [problem, setProblem] = useState<Problem | null>(null);
  return (
    <form
      className="flex items-start gap-4 border-t border-line pt-3"
      onSubmit={(e) => {
        e.preventDefault();
        if (tenths === null) return;
        void send({ tenths }, { id }).then((o) => {
          setProblem(o.ok ? null : o.problem);
          if (o.ok) setTenths(null);
        });
      }}
    >
      <TemperatureField
        className="w-36"
        label="Core now"
        value={tenths}
        onChange={setTenths}
        error={problem?.detail}
      />
      <div className="pt-3">
        <Button submit busy={busy} notYet={tenths === null ? 'read the probe first' : null}>
          Write it down
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
            {life.freezing.met ? 'Freezing for raw use: on record' : 'Freezing for raw use: not yet'}
          </h2>
          <p className="text-note text-ink2">
            {life.freezing.hours.toFixed(1)} h unbroken of {life.freezing.rule.hours} h at{' '}
            {degrees(life.freezing.rule.celsius)} or colder
            {life.freezing.rule.solidAt !== null
              ? `, after it was frozen solid at ${degrees(life.freezing.rule.solidAt)}`
              : ''}
            {!life.freezing.met && life.freezing.completeAt
              ? `; complete ${when(life.freezing.completeAt)} if it stays so cold`
              : ''}
            . The log is the freezer’s air: that the fish was frozen through is for a person to say. Freezing
            kills parasites; it does not remove bacteria, histamine or toxins. {life.freezing.rule.source}
          </p>
        </section>
      )}
      {life.rawPaper && (
        <section className="border-t border-line pt-3">
          <h2 className="text-label">Raw use: on paper</h2>
          <p className="text-note text-ink2">
            Not frozen: {groundName(life.rawPaper.ground)}, {life.rawPaper.document}. Kept with the lot at
            landing; whether it is good is for your food authority to say.
          </p>
        </section>
      )}
    </>
  );
}

type Row = LotLife['rows'][number];

function SellBy({ row: r }: { row: Row }) {
  const { dayWords } = useTimes();
  return r.sellBy ? dayWords(r.sellBy) : r.daysLeft === null ? '–' : 'over';
}
const rowColumns: readonly Column<Row>[] = [
  {
    head: 'What is left of it',
    cell: (r) => (
      <>
        {r.itemName}
        {r.thawedAt ? <span className="text-note text-ink3"> thawed</span> : null}
      </>
    ),
  },
  { head: 'Where', className: 'text-ink2', cell: (r) => r.placeName.toLowerCase() },
  { head: 'Weight', figure: true, cell: (r) => <Mass g={r.grams} /> },
  { head: 'Used', figure: true, cell: (r) => r.used?.toFixed(1) ?? '–' },
  { head: 'Left', figure: true, cell: (r) => r.daysLeft?.toFixed(1) ?? '–' },
  { head: 'Sell by', className: 'text-ink2', cell: (r) => <SellBy row={r} /> },
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
  const { data: life, problem, refetch } = useRead(contract.cold.lot, { params: { id } });
  const degrees = useDegrees();
  const { dayWords, when } = useTimes();
  if (!life) return <Waiting problem={problem} onRetry={refetch} />;
  const row = life.rows.find((r) => r.item === 'whole') ?? life.rows[0];
  return (
    <div className="pb-6">
      <p className="truncate text-ink2">
        <Link to="/first" className="why mr-3">
          what goes first
        </Link>
        <strong className="font-figure font-semibold text-ink">
          {shortName(life.speciesName)}, lot {life.code}
        </strong>{' '}
        · {life.supplier} · landed {when(life.landedAt)}
      </p>
      <div className="flex items-end justify-between gap-5">
        <h1 className="text-verdict font-semibold max-sm:text-head">{headline(life)}</h1>
        <Link to={`/grading/${id}`} className="btn mb-1">
          Grade again
        </Link>
      </div>
      {row?.daysLeftRange && (
        <p className="pb-2 text-ink2">
          {row.used!.toFixed(1)} of {life.iceDays} ice days used, {row.rate.toFixed(2)} more a day at{' '}
          {degrees(row.expected)} · 90 %: {row.daysLeftRange.map((d) => d.toFixed(1)).join(' to ')} days ·
          sell by {row.sellBy ? dayWords(row.sellBy) : 'not any more'}
          {row.assumedHours > 0.1 ? ` · ${spell(row.assumedHours * 3_600_000)} of its log assumed` : ''}{' '}
          <Why>
            <p>
              Used = the grade’s estimate, and for each day since (1 + 0.1 T)² days by the temperature log of
              every place it lay in, T in °C, readings joined by straight lines
              {life.pace > 1 ? `; guts in, so ${life.pace.toFixed(2)} times as fast until it is cut` : ''}; a
              piece runs at 1 / its form’s factor from the cut on, so it ends when the cut said it would. Days
              left = (ice days − used) ÷ rate at the temperature to expect: the place’s mean over the last 24
              h, else its set point. Sell by is the last trading day fully inside the estimate less half its
              lower half-width.
            </p>
            <p className="text-note text-ink3">
              Square-root spoilage model, FAO Fisheries Technical Paper 348. Gaps over 6 h run at the set
              point and are marked.
            </p>
          </Why>
        </p>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_300px] gap-8 max-lg:grid-cols-1">
        <LifePicture life={life} />
        <div className="space-y-4">
          {life.whatIf.length > 0 && (
            <section>
              <h2 className="text-label">If it moved now</h2>
              <table className="plain">
                <tbody>
                  {life.whatIf.map((w) => (
                    <tr key={w.name}>
                      <td>
                        {w.name} <span className="text-note text-ink3">{degrees(w.celsius)}</span>
                      </td>
                      <td className="num">
                        {w.daysLeft.toFixed(1)}
                        <span className="ml-1 text-[0.8em] font-medium text-ink2">days</span>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </section>
          )}
          {life.histamine && <Histamine life={life} />}
          <RawUse life={life} />
          {row && <Probe id={id} />}
        </div>
      </div>
      <Rows life={life} />
    </div>
  );
}
