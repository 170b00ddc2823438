import { inWords } from '@ember-slate/words/core';
import type { DayClose } from '@ember-slate/contract';
import { shortName, conditionName } from '@ember-slate/core/species';
import { scaleLinear } from 'd3-scale';
import { Mass } from '../../parts/Mass.tsx';
import { Table, type Column } from '../../parts/Table.tsx';
import { Why } from '../../parts/Why.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

type Row = DayClose['yields'][number];

const from = 0.2;
const x = scaleLinear([from, 1], [4, 184]).clamp(true);

/** A post for the expectation, a dot for what came. */
function Came({ row: r }: { row: Row }) {
  return (
    <svg
      width="190"
      height="22"
      role="img"
      aria-label={say('points', { yield: ((r.yield - r.expected) * 100).toFixed(1) })}
    >
      <path className="rul" d="M 4 15.5 H 186" />
      <path d={`M ${x(r.expected)} 3 V 19`} stroke="var(--rime)" strokeWidth="2.5" />
      <path d={`M ${x(r.expected)} 11 H ${x(r.yield)}`} stroke="var(--ink)" strokeWidth="1.5" />
      <circle cx={x(r.yield)} cy="11" r="4" fill="var(--ink)" />
    </svg>
  );
}

const columns: readonly Column<Row>[] = [
  {
    head: say('ticket'),
    cell: (r) => (
      <>
        <span className="font-figure text-label font-semibold">{r.number}</span> {shortName(r.speciesName)}
        <span className="block text-note text-ink3">
          {say('to_5', { conditionName: inWords(conditionName[r.condition]), formName: r.formName })}
        </span>
      </>
    ),
  },
  { head: say('in'), cell: (r) => <Mass g={r.inputGrams} />, figure: true },
  { head: say('came'), cell: (r) => `${(r.yield * 100).toFixed(1)} %`, figure: true },
  {
    head: say('expected'),
    cell: (r) => `${(r.expected * 100).toFixed(1)} %`,
    figure: true,
    className: 'text-ink2',
  },
  { head: say('n20_to_100'), cell: (r) => <Came row={r} />, apart: true },
  {
    head: say('worth'),
    cell: (r) =>
      r.costOfPoint === 0
        ? '–'
        : `${say(r.costOfPoint > 0 ? 'lost' : 'won')} ${formatMoney(Math.abs(r.costOfPoint))}`,
    figure: true,
  },
];

/** The day's cuts against what was expected: a post for the expectation, a dot for what came. */
export function Yields({ rows }: { rows: DayClose['yields'] }) {
  return (
    <section>
      <h2 className="text-row">
        {say('yield_against_expectation')}{' '}
        <Why>
          <p>{say('yield_main_product_weight_that')}</p>
          <p>{say('a_lost_point_costs_points_input_2')}</p>
        </Why>
      </h2>
      {rows.length === 0 ? (
        <p className="border-t border-line pt-2 text-ink2">{say('no_ticket_was_closed_on_this_day')}</p>
      ) : (
        <Table columns={columns} rows={rows} keyOf={(r) => r.ticketId} />
      )}
    </section>
  );
}
