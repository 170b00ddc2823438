import type { FirstRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { shortName } from '@ember-slate/core/species';
import { useRead } from '../../app/api.ts';
import { DayClock } from '../../parts/DayClock.tsx';
import { Table, type Column } from '../../parts/Table.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { onHand } from './onHand.tsx';
import { say } from './say.ts';

function headline(rows: readonly FirstRow[]): string {
  const next = rows.find((r) => !r.decide);
  if (!next) return rows.length > 0 ? say('decide_about_what_is_held_or') : say('nothing_in_the_shop');
  return say('use_it_first', { speciesName: shortName(next.speciesName), itemName: next.itemName });
}

const columns = (name: string): readonly Column<FirstRow & { number: number }>[] => [
  { head: '', cell: (r) => (r.decide ? '' : r.number), figure: true, className: 'w-8 text-ink3' },
  ...onHand(name),
  {
    head: say('reason'),
    cell: (r) => `${r.reason}${r.assumed ? ` ${say('part_of_its_log_is_assumed')}` : ''}`,
    className: 'text-note text-ink2',
  },
  {
    head: say('sell_by'),
    cell: (r) => (
      <DayClock sellBy={r.sellBy} graded={r.daysLeft !== null} perDay={16} days={7} quiet={r.decide} />
    ),
    wide: true,
  },
];

/** One ordered list of what to use first, with the reason for each place in it. */
export default function First() {
  const { data: rows, problem, refetch } = useRead(routes.cold.first);
  if (!rows) return <Waiting problem={problem} onRetry={refetch} />;
  const decide = rows.filter((r) => r.decide);
  const parts: (readonly [string, FirstRow[]])[] = [
    [say('in_this_order'), rows.filter((r) => !r.decide)],
    [say('someone_must_decide'), decide],
  ];
  return (
    <div className="pb-6">
      <h1 className="text-head max-sm:text-big">{headline(rows)}</h1>
      <p className="pb-2 text-ink2">
        {say('what_ends_first_goes_first_of_one', {
          decide: decide.length > 0 ? ` ${say('lots_wait_for_a_decision', { decide: decide.length })}` : '',
        })}
      </p>
      {parts
        .filter(([, some]) => some.length > 0)
        .map(([name, some]) => (
          <div key={name} className="mb-5">
            <Table
              label={name}
              columns={columns(name)}
              rows={some.map((r, i) => ({ ...r, number: i + 1 }))}
              keyOf={(r) => r.number}
            />
          </div>
        ))}
    </div>
  );
}
