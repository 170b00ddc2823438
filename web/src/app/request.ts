import type { Problem } from '@ember-slate/contract';
import { say } from './say.ts';

export type Outcome<T> = { ok: true; data: T } | { ok: false; problem: Problem };

/** Ids of changes this screen made itself: the feed need not bring them back. */
export const ownChanges = new Set<number>();

/** What every request says beside itself: the units of this screen. */
export const asked: { headers: Record<string, string> } = { headers: {} };

const noAnswer = (detail: string): Problem => ({
  type: 'urn:ember-slate:problem:away',
  title: say('no_answer'),
  status: 0,
  code: 'away',
  detail,
});

/** Whether sending the same request again with the same key may help: nothing is known to have been refused. */
export const mayRetry = (problem: Problem): boolean => [0, 500, 502, 503, 504, 507].includes(problem.status);

/** One request; a problem document, a dead line or a server that answers nonsense come back as a problem. */
export async function request<T>(
  method: string,
  path: string,
  body?: unknown,
  key?: string,
  more: Record<string, string> = {},
): Promise<Outcome<T>> {
  try {
    const response = await fetch(path, {
      method,
      headers: {
        ...more,
        ...(body === undefined ? {} : { 'Content-Type': 'application/json' }),
        ...(key ? { 'Idempotency-Key': key } : {}),
        ...asked.headers,
      },
      body: body === undefined ? null : JSON.stringify(body),
      signal: AbortSignal.timeout(15_000),
    });
    const change = response.headers.get('Change-Id');
    if (change) ownChanges.add(Number(change));
    const data = (await response.json()) as unknown;
    if (response.ok) return { ok: true, data: data as T };
    // Whatever stands between may answer in its own way: the status is what counts.
    return {
      ok: false,
      problem: { ...noAnswer(say('the_server_rejected_it')), ...(data as Problem), status: response.status },
    };
  } catch {
    return {
      ok: false,
      problem: noAnswer(say('the_shop_does_not_answer_nothing')),
    };
  }
}
