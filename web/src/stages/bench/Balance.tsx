import type { Ticket } from '@ember-slate/contract';
import { Mass, useMass } from '../../parts/Mass.tsx';
import { say } from './say.ts';

/** In, out, and what is not accounted for, on one axis of what is allowed. */
export function Balance({ ticket }: { ticket: Ticket }) {
  const mass = useMass();
  const { input, unaccounted, allowed, closes } = ticket.balance;
  const out = input - unaccounted;
  const x = (g: number) => 150 + Math.max(-145, Math.min(145, (g / allowed) * 70));
  return (
    <div>
      <div className="flex justify-between text-label">
        <span className="text-ink2">{say('in')}</span>
        <strong className="font-figure font-semibold">
          <Mass g={input} />
        </strong>
      </div>
      <div className="flex justify-between text-label">
        <span className="text-ink2">{say('out_so_far')}</span>
        <strong className="font-figure font-semibold">
          <Mass g={out} />
        </strong>
      </div>
      <svg
        width="100%"
        viewBox="0 0 300 46"
        role="img"
        aria-label={say('unaccounted_allowed', { unaccounted: mass(unaccounted), allowed: mass(allowed) })}
      >
        <rect x={x(-allowed)} y="8" width={x(allowed) - x(-allowed)} height="16" fill="var(--rimewash)" />
        <path className="rul" d="M 4 24.5 H 296" />
        <path d={`M ${x(unaccounted)} 4 V 28`} stroke="var(--ink)" strokeWidth="3" />
        <text x={x(-allowed)} y="42" className="i3 mid">
          {mass(-allowed)}
        </text>
        <text x={x(allowed)} y="42" className="i3 mid">
          {mass(allowed)}
        </text>
      </svg>
      <p className="font-figure text-label font-semibold">
        {closes
          ? say('the_balance_closes')
          : unaccounted > 0
            ? say('to_find', { unaccounted: mass(unaccounted) })
            : say('too_much', { unaccounted: mass(-unaccounted) })}
        <span className="ml-2 font-medium text-ink3">
          {say('unaccounted')} <Mass g={unaccounted} sign />
        </span>
      </p>
    </div>
  );
}
