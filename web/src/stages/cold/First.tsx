import { contract, type FirstRow } from '@ember-slate/contract';
import { shortName } from '@ember-slate/core/species';
import { useRead } from '../../app/api.ts';
import { DayClock } from '../../parts/DayClock.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { OnHandCells } from './OnHandCells.tsx';

function headline(rows: readonly FirstRow[]): string {
  const next = rows.find((r) => !r.decide);
  if (!next) return rows.length > 0 ? 'Decide about what is held or rejected' : 'Nothing in the shop';
  return `${shortName(next.speciesName)}, ${next.itemName}: use it first`;
}

/** One ordered list of what to use first, with the reason for each place in it. */
export default function First() {
  const { data: rows, problem, refetch } = useRead(contract.cold.first);
  if (!rows) return <Waiting problem={problem} onRetry={refetch} />;
  const decide = rows.filter((r) => r.decide);
  const parts: (readonly [string, FirstRow[]])[] = [
    ['in this order', rows.filter((r) => !r.decide)],
    ['someone must decide', decide],
  ];
  return (
    <div className="pb-6">
      <h1 className="text-head max-sm:text-big">{headline(rows)}</h1>
      <p className="pb-2 text-ink2">
        What ends first goes first; of one day, fish with its guts in before the others.
        {decide.length > 0
          ? ` ${decide.length} ${decide.length === 1 ? 'lot waits' : 'lots wait'} for a decision.`
          : ''}
      </p>
      {parts
        .filter(([, some]) => some.length > 0)
        .map(([name, some]) => (
          <table key={name} className="plain mb-5" aria-label={name}>
            <thead>
              <tr>
                <th className="w-8" />
                <th>{name}</th>
                <th className="max-sm:hidden">Where</th>
                <th className="text-right">Weight</th>
                <th>Reason</th>
                <th className="max-sm:hidden">Sell by</th>
              </tr>
            </thead>
            <tbody>
              {some.map((r, i) => (
                <tr key={`${r.lotId} ${r.itemName} ${r.placeName} ${i}`} className="hover:bg-lift">
                  <td className="num text-ink3">{r.decide ? '' : i + 1}</td>
                  <OnHandCells row={r} />
                  <td className="text-note text-ink2">
                    {r.reason}
                    {r.assumed ? ' · part of its log is assumed' : ''}
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
