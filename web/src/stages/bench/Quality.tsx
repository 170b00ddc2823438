import type { AnswerOf } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { useRead } from '../../app/api.ts';
import { useShop } from '../../app/shop.tsx';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { say } from './say.ts';

type Row = AnswerOf<typeof routes.bench.quality>[number];

/** Where a ratio stands to what is expected, on one axis for all rows: 60 to 140 %. */
function Ratio({ value }: { value: number | null }) {
  if (value === null) return <span className="text-ink3">{say('not_timed')}</span>;
  const x = (v: number) => 75 + Math.max(-0.4, Math.min(0.4, v - 1)) * 175;
  return (
    <svg
      width="220"
      height="26"
      role="img"
      aria-label={say('of_expected', { percent: (value * 100).toFixed(1) })}
    >
      <path className="rul" d="M 5 18.5 H 145 M 5.5 14 V 22 M 75.5 10 V 22 M 145.5 14 V 22" />
      <path d={`M 75 13 H ${x(value)}`} stroke="var(--ink)" strokeWidth="5" />
      <text x="154" y="18" className="i2">
        {(value * 100).toFixed(1)} %
      </text>
    </svg>
  );
}

const columnsFor = (manager: boolean): readonly Column<Row>[] => [
  {
    head: say('form'),
    cell: (r) => r.formName,
    className: 'font-figure text-label font-semibold',
  },
  ...(manager ? [{ head: say('cutter'), cell: (r: Row) => r.cutter }] : []),
  { head: say('tickets'), cell: (r) => r.tickets, figure: true },
  { head: say('minutes_60_to_140'), cell: (r) => <Ratio value={r.minutes} />, apart: true },
  { head: say('yield_60_to_140'), cell: (r) => <Ratio value={r.yield} />, apart: true },
  {
    head: say('bones_in_pass_two'),
    cell: (r) => say('a_ticket', { bones: r.bones.toFixed(2) }),
    figure: true,
  },
  { head: say('frame'), cell: (r) => (r.frame === null ? '–' : r.frame.toFixed(1)), figure: true },
];

/** Minutes, yield and bones by form and cutter: a help, not a ranking. */
export default function Quality() {
  const { data, problem, refetch } = useRead(routes.bench.quality);
  const { me } = useShop();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const most = [...data].sort((a, b) => b.bones - a.bones)[0];
  return (
    <div>
      <h1 className="text-head">
        {most && most.bones > 0
          ? say('pass_two_finds_most_in', { formName: most.formName })
          : say('how_the_cutting_goes')}
      </h1>
      <p className="pb-3 text-label text-ink2">
        {say('the_last_90_days_against_what_each', {
          role: me.role === 'manager' ? say('by_cutter_and_form') : say('yours_by_form'),
        })}
      </p>
      {data.length === 0 ? (
        <p className="border-t border-line pt-4 text-label">{say('nothing_to_show_yet_closed_tickets')}</p>
      ) : (
        <Table
          columns={columnsFor(me.role === 'manager')}
          rows={data}
          keyOf={(r) => `${r.form} ${r.cutter}`}
        />
      )}
    </div>
  );
}
