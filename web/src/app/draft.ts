import { useCallback, useMemo, useState } from 'react';
import { drafts } from './drafts.ts';
import { useShop } from './shop.tsx';
import { useAppDispatch, useAppSelector } from './store.ts';

const { drafted, thrownAway } = drafts.actions;

export interface Draft {
  form: string;
  /** Fields as they stood when the form was opened: the version among them, so that a stale write never wins. */
  opened: Map<string, unknown>;
  /** Whether something is typed that is not saved. */
  kept: boolean;
  forget: () => void;
  /** Throws it away, then goes on: what “Leave it” does. */
  leave: (then: () => void) => () => void;
}

/**
 * The draft of one form. It belongs to the person who typed it, unless it is the screen's own (a bag). Saved or thrown
 * away, it is forgotten; until then it is there again whenever the form is.
 */
export function useDraft(form: string, owner: 'person' | 'screen' = 'person'): Draft {
  const { me } = useShop();
  const key = `${owner === 'person' ? me.id : 'screen'} ${form}`;
  const kept = useAppSelector((s) => s.drafts[key] !== undefined);
  const [opened] = useState(() => new Map<string, unknown>());
  const dispatch = useAppDispatch();
  const forget = useCallback(() => void dispatch(thrownAway(key)), [dispatch, key]);
  const leave = useCallback(
    (then: () => void) => () => {
      forget();
      then();
    },
    [forget],
  );
  return useMemo(() => ({ form: key, opened, kept, forget, leave }), [key, opened, kept, forget, leave]);
}

/** One field of a draft, as `useState` would have it. */
export function useKept<T>(
  draft: Draft,
  name: string,
  initial: T | (() => T),
): [T, (value: T | ((had: T) => T)) => void] {
  const dispatch = useAppDispatch();
  const [first] = useState<T>(() => {
    const value = typeof initial === 'function' ? (initial as () => T)() : initial;
    draft.opened.set(name, value);
    return value;
  });
  const value = useAppSelector((s) => {
    const fields = s.drafts[draft.form]?.fields;
    return fields && name in fields ? (fields[name] as T) : first;
  });
  const set = (next: T | ((had: T) => T)) =>
    void dispatch((dispatch, getState) => {
      const fields = getState().drafts[draft.form]?.fields;
      const had = fields && name in fields ? (fields[name] as T) : first;
      const to = typeof next === 'function' ? (next as (had: T) => T)(had) : next;
      // With the first word typed all of the form is kept as it was opened.
      dispatch(
        drafted({
          form: draft.form,
          fields: { ...(fields ? {} : Object.fromEntries(draft.opened)), [name]: to },
        }),
      );
    });
  return [value, set];
}
