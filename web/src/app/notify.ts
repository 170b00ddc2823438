import { useCallback } from 'react';
import type { Outcome } from './request.ts';
import { notify, useAppDispatch } from './store.ts';

/** Says on the scale bar how a change went: why it was refused, or `done` when that is worth a word. True when it was done. */
export function useNotify(): (outcome: Outcome<unknown>, done?: string) => boolean {
  const dispatch = useAppDispatch();
  return useCallback(
    (outcome, done) => {
      if (!outcome.ok)
        dispatch(notify({ text: outcome.problem.detail ?? outcome.problem.title, problem: true }));
      else if (done) dispatch(notify({ text: done, problem: false }));
      return outcome.ok;
    },
    [dispatch],
  );
}
