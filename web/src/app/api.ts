import type { AnswerOf, Problem, QueryOf, Route, SentOf, Tag } from '@ember-slate/contract';
import { tags } from '@ember-slate/contract/routes';
import { createApi, retry, type BaseQueryFn } from '@reduxjs/toolkit/query/react';
import { useCallback, useContext, useRef, useState } from 'react';
import { keep, keepable } from './outbox.ts';
import { whoIsHere, WhoseScreen } from './who.ts';
import { mayRetry, request, type Outcome } from './request.ts';

interface ReadArgs {
  path: string;
  tags: readonly Tag[];
  /** Whose answer it is: cached answers are kept apart by it. */
  whose: string;
}
interface ChangeArgs extends Omit<ReadArgs, 'whose'> {
  method: string;
  body: unknown;
  key: string;
}

const waitsMs = [300, 1000, 2500];

const send: BaseQueryFn<ReadArgs | ChangeArgs, unknown, Problem, object> = async (args) => {
  const outcome =
    'key' in args
      ? await request(args.method, args.path, args.body, args.key)
      : await request('GET', args.path);
  return outcome.ok ? { data: outcome.data } : { error: outcome.problem };
};

/** One engine for every request: routes come from the contract, so no endpoint is written twice. */
export const api = createApi({
  reducerPath: 'api',
  tagTypes: [...tags],
  // A change is sent again with the same key while the server is away, for about four seconds; a read is not.
  baseQuery: retry(send, {
    retryCondition: (problem, args, { attempt }) =>
      'key' in args && attempt <= waitsMs.length && mayRetry(problem as Problem),
    backoff: (attempt) => new Promise((done) => setTimeout(done, waitsMs[attempt - 1])),
  }),
  endpoints: (build) => ({
    read: build.query<unknown, ReadArgs>({
      query: (args) => args,
      providesTags: (_r, _e, args) => [...args.tags],
    }),
    change: build.mutation<unknown, ChangeArgs>({
      query: (args) => args,
      invalidatesTags: (r, _e, args) => (r === undefined ? [] : [...args.tags]),
    }),
  }),
});

export type Params = Record<string, string | number>;

function pathOf(route: Route, params: Params = {}, query?: Record<string, unknown>): string {
  const path = route.path.replace(/:(\w+)/g, (_m, name: string) => encodeURIComponent(String(params[name])));
  const pairs = Object.entries(query ?? {}).filter(([, v]) => v !== undefined);
  return pairs.length > 0
    ? `${path}?${new URLSearchParams(pairs.map(([k, v]) => [k, String(v)])).toString()}`
    : path;
}

/** Reads a route; the answer stays fresh through the change feed. */
export function useRead<R extends Route>(
  route: R,
  args: { params?: Params; query?: QueryOf<R>; skip?: boolean } = {},
) {
  const path = pathOf(route, args.params, args.query as Record<string, unknown> | undefined);
  const whose = useContext(WhoseScreen);
  const result = api.useReadQuery({ path, tags: route.tags, whose }, { skip: args.skip ?? false });
  return {
    data: result.currentData as AnswerOf<R> | undefined,
    problem: result.error as Problem | undefined,
    refetch: result.refetch,
  };
}

/**
 * Sends a change. Pressing again after an answer that never came repeats the same key, so nothing is done twice.
 * Weights and sales that find no line are kept on this screen and sent when it is back. Done or kept, the form’s draft
 * is forgotten. `problem` is why the last one was refused, until one is done.
 */
export function useChange<R extends Route>(route: R, draft?: { forget: () => void }) {
  const [trigger] = api.useChangeMutation();
  const [busy, setBusy] = useState(false);
  const [last, setLast] = useState<{ problem: Problem | null; order: number }>({ problem: null, order: 0 });
  const setProblem = (problem: Problem | null) => setLast({ problem, order: ++outcomes });
  const pending = useRef<{ body: string; key: string } | null>(null);
  const send = useCallback(
    async (
      body: SentOf<R>,
      params?: Params,
    ): Promise<Outcome<AnswerOf<R>> | { ok: false; problem: Problem; kept: true }> => {
      const path = pathOf(route, params);
      const text = `${path} ${JSON.stringify(body)}`;
      const key = pending.current?.body === text ? pending.current.key : crypto.randomUUID();
      pending.current = { body: text, key };
      setBusy(true);
      const result = await trigger({ path, tags: route.tags, method: route.method, body: body ?? {}, key });
      setBusy(false);
      if (result.error === undefined) {
        pending.current = null;
        setProblem(null);
        draft?.forget();
        return { ok: true, data: result.data as AnswerOf<R> };
      }
      const problem = result.error as Problem;
      if (!mayRetry(problem)) pending.current = null;
      else if (keepable(route)) {
        pending.current = null;
        await keep({ key, method: route.method, path, body: body ?? {}, who: whoIsHere() });
        setProblem(null);
        draft?.forget();
        return { ok: false, problem, kept: true };
      }
      setProblem(problem);
      return { ok: false, problem };
    },
    [route, trigger, draft],
  );
  return { send, busy, problem: last.problem, order: last.order };
}

let outcomes = 0;
/** Of several changes on one screen, why the one that was asked for last was refused; null when it was done. */
export const lastProblem = (
  ...changes: readonly { problem: Problem | null; order: number }[]
): Problem | null => changes.reduce((a, b) => (b.order > a.order ? b : a)).problem;
