import { useCallback } from 'react';
import type { Outcome } from './request.ts';
import { say, useAct } from './store.ts';

/** Says on the scale bar how a change went: why it was refused, or `done` when that is worth a word. True when it was done. */
export function useSaid(): (outcome: Outcome<unknown>, done?: string) => boolean {
  const act = useAct();
  return useCallback(
    (outcome, done) => {
      if (!outcome.ok) act(say({ text: outcome.problem.detail ?? outcome.problem.title, problem: true }));
      else if (done) act(say({ text: done, problem: false }));
      return outcome.ok;
    },
    [act],
  );
}
