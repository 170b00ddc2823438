import { contract, type FirstRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useRead } from '../../app/api.ts';
import { DayClock } from '../../parts/DayClock.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { OnHandCells } from './OnHandCells.tsx';
import { say } from './say.ts';

function headline(rows: readonly FirstRow[]): string {
  const next = rows.find((r) => !r.decide);
  if (!next) return rows.length > 0 ? say('decide_about_what_is_held_or') : say('nothing_in_the_shop');
  return say('use_it_first', { speciesName: shortName(next.speciesName), itemName: next.itemName });
}

/** One ordered list of what to use first, with the reason for each place in it. */
export default function First() {
  const { data: rows, problem, refetch } = useRead(contract.cold.first);
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
          <table key={name} className="plain mb-5" aria-label={name}>
            <thead>
              <tr>
                <th className="w-8" />
                <th>{name}</th>
                <th className="max-sm:hidden">{say('where')}</th>
                <th className="text-right">{say('weight')}</th>
                <th>{say('reason')}</th>
                <th className="max-sm:hidden">{say('sell_by')}</th>
              </tr>
            </thead>
            <tbody>
              {some.map((r, i) => (
                <tr key={`${r.lotId} ${r.itemName} ${r.placeName} ${i}`} className="hover:bg-lift">
                  <td className="num text-ink3">{r.decide ? '' : i + 1}</td>
                  <OnHandCells row={r} />
                  <td className="text-note text-ink2">
                    {r.reason}
                    {r.assumed ? ` ${say('part_of_its_log_is_assumed')}` : ''}
                  </td>
                  <td className="max-sm:hidden">
                    <DayClock
                      sellBy={r.sellBy}
                      graded={r.daysLeft !== null}
                      perDay={16}
                      days={7}
                      quiet={r.decide}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        ))}
    </div>
  );
}
