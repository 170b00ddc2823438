import { inWords } from '@ember-slate/words/core';
import type { DayClose } from '@ember-slate/contract';
import { shortName, conditionName } from '@ember-slate/core/species';
import { Mass } from '../../parts/Mass.tsx';
import { Why } from '../../parts/Why.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

/** The day's cuts against what was expected: a post for the expectation, a dot for what came. */
export function Yields({ rows }: { rows: DayClose['yields'] }) {
  const from = 0.2;
  const x = (v: number) => ((Math.max(from, Math.min(1, v)) - from) / (1 - from)) * 180 + 4;
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
        <div className="overflow-x-auto">
          <table className="plain">
            <thead>
              <tr>
                <th>{say('ticket')}</th>
                <th className="text-right">{say('in')}</th>
                <th className="text-right">{say('came')}</th>
                <th className="text-right">{say('expected')}</th>
                <th className="pl-4">{say('n20_to_100')}</th>
                <th className="text-right">{say('worth')}</th>
              </tr>
            </thead>
            <tbody>
              {rows.map((r) => (
                <tr key={r.ticketId}>
                  <td>
                    <span className="font-figure text-label font-semibold">{r.number}</span>{' '}
                    {shortName(r.speciesName)}
                    <span className="block text-note text-ink3">
                      {say('to_5', {
                        conditionName: inWords(conditionName[r.condition]),
                        formName: r.formName,
                      })}
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
                      aria-label={say('points', { yield: ((r.yield - r.expected) * 100).toFixed(1) })}
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
                      : `${r.costOfPoint > 0 ? `${say('lost')} ` : `${say('won')} `}${formatMoney(Math.abs(r.costOfPoint))}`}
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
