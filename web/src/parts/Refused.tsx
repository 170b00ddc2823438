import type { Problem } from '@ember-slate/contract';

/** Why the shop did not do it: what is wrong at the field, or in all. */
export function Refused({ problem }: { problem: Problem | null }) {
  return problem ? (
    <p role="alert" className="mb-3 border-b-[3px] border-emberline pb-1">
      {problem.errors?.[0]?.message ?? problem.detail}
    </p>
  ) : null;
}
