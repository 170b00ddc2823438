import type { DayClose } from '@ember-slate/contract';
import { shortName, conditionName } from '@ember-slate/core/species';
import { Mass } from '../../parts/Mass.tsx';
import { Why } from '../../parts/Why.tsx';
import { formatMoney } from '../../parts/money.ts';

/** The day's cuts against what was expected: a post for the expectation, a dot for what came. */
export function Yields({ rows }: { rows: DayClose['yields'] }) {
  const from = 0.2;
  const x = (v: number) => ((Math.max(from, Math.min(1, v)) - from) / (1 - from)) * 180 + 4;
  return (
    <section>
      <h2 className="text-row">
        Yield against expectation{' '}
        <Why>
          <p>
            Yield = main product ÷ weight that came to the bench. Expected from the species’ fractions, the
            condition on arrival, size and season.
          </p>
          <p>A lost point costs points × input × cost per kilogram of output (price paid ÷ yield reached).</p>
        </Why>
      </h2>
      {rows.length === 0 ? (
        <p className="border-t border-line pt-2 text-ink2">No ticket was closed on this day.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="plain">
            <thead>
              <tr>
                <th>Ticket</th>
                <th className="text-right">In</th>
                <th className="text-right">Came</th>
                <th className="text-right">Expected</th>
                <th className="pl-4">20 to 100 %</th>
                <th className="text-right">Worth</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((r) => (
                <tr key={r.ticketId}>
                  <td>
                    <span className="font-figure text-label font-semibold">{r.number}</span>{' '}
                    {shortName(r.speciesName)}
                    <span className="block text-note text-ink3">
                      {conditionName[r.condition]} to {r.formName}
                    </span>
                  </td>
                  <td className="num">
                    <Mass g={r.inputGrams} />
                  </td>
                  <td className="num">{(r.yield * 100).toFixed(1)} %</td>
                  <td className="num text-ink2">{(r.expected * 100).toFixed(1)} %</td>
                  <td className="pl-4">
                    <svg
                      width="190"
                      height="22"
                      role="img"
                      aria-label={`${((r.yield - r.expected) * 100).toFixed(1)} points`}
                    >
                      <path className="rul" d="M 4 15.5 H 186" />
                      <path d={`M ${x(r.expected)} 3 V 19`} stroke="var(--rime)" strokeWidth="2.5" />
                      <path
                        d={`M ${x(r.expected)} 11 H ${x(r.yield)}`}
                        stroke="var(--ink)"
                        strokeWidth="1.5"
                      />
                      <circle cx={x(r.yield)} cy="11" r="4" fill="var(--ink)" />
                    </svg>
                  </td>
                  <td className="num">
                    {r.costOfPoint === 0
                      ? '–'
                      : `${r.costOfPoint > 0 ? 'lost ' : 'won '}${formatMoney(Math.abs(r.costOfPoint))}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}
