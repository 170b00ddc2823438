import type { CutPlan } from '@ember-slate/contract';
import type { ReactNode } from 'react';
import { MoneyAxis } from './MoneyAxis.tsx';
import { asPercent, chanceOf, gramsShort, linesOf, mayKeepMore, sum, worthOf } from './pieces.ts';
import { useMass } from '../../parts/Mass.tsx';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

/** What the plan is worth, against first come and the bound; what can be done with it at its side. */
export function PlanHead({ plan, children }: { plan: CutPlan; children: ReactNode }) {
  const mass = useMass();
  // Money alone: that an order comes before the counter is in the plan, not in its sum.
  const value = sum(plan, (f) => worthOf(f.score));
  const first = sum(plan, (f) => worthOf(f.firstCome.score));
  const more = mayKeepMore(plan);
  const known = !more && plan.species.every((s) => !s.found || s.found.bound !== null);
  const bound = known ? sum(plan, (f) => (f.bound ?? f.score.value) + f.score.penalties) : null;
  const lines = linesOf(plan);
  const likely = chanceOf(plan);
  const opened = sum(plan, (f) => f.score.fishOpened);
  const fewer = sum(plan, (f) => f.firstCome.score.fishOpened) - opened;
  return (
    <div className="flex flex-wrap items-start justify-between gap-x-6 gap-y-1 pb-2">
      <div className="shrink-0 max-sm:shrink">
        <h1 className="text-head max-sm:text-big">
          {say('plan_earns', { state: plan.state, money: formatMoney(Math.round(value)) })}
        </h1>
        <p className="text-ink2">
          {say('of_lines_from_fish', {
            filled: lines.filter((l) => l.filled).length,
            lines: lines.length,
            opened,
            fewer:
              fewer > 0
                ? say('fewer_than_first_come', { fewer })
                : fewer < 0
                  ? say('more_than_first_come', { fewer: -fewer })
                  : '',
          })}
          {likely !== null && (
            <span className="block">
              {say('at_their_marks_come_out', { lines: likely.lines, chance: asPercent(likely.all) })}
            </span>
          )}
          {more && plan.state !== 'running' && <span className="block">{say('another_may_keep_more')}</span>}
          {gramsShort(lines) > 0 && (
            <span className="block text-embertext">
              {say('grams_short_in_all', { amount: mass(gramsShort(lines)) })}
            </span>
          )}
        </p>
      </div>
      <MoneyAxis first={first} value={value} bound={bound} />
      <div className="flex shrink-0 gap-3">{children}</div>
    </div>
  );
}
