import 'fake-indexeddb/auto';
import { contract, type Route } from '@ember-slate/contract';
import { act, cleanup, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { Provider } from 'react-redux';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { lastProblem, useChange } from './api.ts';
import { keptEntries, throwAway } from './outbox.ts';
import { store } from './store.ts';
import { isHere } from './who.ts';

/*
 * One press, one change: a change that got no answer may have been made, so pressing again must be the same change to
 * the shop. Whatever the shop answered ends it: the next press is a new one.
 */
type Answer = number | 'dead';
let answers: Answer[] = [];
const keys: string[] = [];
beforeEach(() => {
  keys.length = 0;
  // Only what is waited for between two tries: promises and storage go on by themselves.
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  vi.stubGlobal('fetch', (_path: string, init: RequestInit) => {
    keys.push(new Headers(init.headers).get('Idempotency-Key')!);
    const next = answers.length > 1 ? answers.shift()! : answers[0]!;
    if (next === 'dead') return Promise.reject(new TypeError('Failed to fetch'));
    return Promise.resolve(new Response('{"id":1}', { status: next }));
  });
  isHere({ id: 2, name: 'Bram' });
});
afterEach(async () => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
  for (const entry of await keptEntries()) await throwAway(entry.id);
});

const wrapper = ({ children }: { children: ReactNode }) => <Provider store={store}>{children}</Provider>;
function pressing<R extends Route>(route: R, forget = vi.fn()) {
  const draft = { forget };
  const { result } = renderHook(() => useChange(route, draft), { wrapper });
  /** Presses, and waits through every try; returns the key it was sent under and how it ended. */
  const press = async (body: unknown, ...will: Answer[]) => {
    answers = will;
    const before = keys.length;
    const outcome = await act(async () => {
      const sent = result.current.send(body as never, { id: 1 });
      for (let i = 0; i < 12; i++) await vi.advanceTimersByTimeAsync(1000);
      return sent;
    });
    return { key: keys[before]!, tries: keys.slice(before), outcome };
  };
  return { press, forget, now: () => result.current };
}
const hold = { version: 2, reason: 'looks odd' };

describe('a change', () => {
  it('that got no answer is the same change when it is pressed again', async () => {
    const { press, forget } = pressing(contract.landing.hold);
    const first = await press(hold, 'dead');
    // Tried four times by itself, under one key.
    expect(first.tries).toEqual(Array(4).fill(first.key));
    expect(first.outcome).toMatchObject({ ok: false, problem: { code: 'away' } });
    expect(forget).not.toHaveBeenCalled();
    const second = await press(hold, 'dead', 200);
    expect(new Set([first.key, ...second.tries]).size).toBe(1);
    expect(second.outcome).toEqual({ ok: true, data: { id: 1 } });
    expect(forget).toHaveBeenCalledOnce();
  });

  it.each<[string, unknown, Answer]>([
    ['with other words', { ...hold, reason: 'smells odd' }, 'dead'],
    ['after it was done', hold, 200],
    ['after it was refused', hold, 400],
    ['after somebody changed it meanwhile', hold, 409],
  ])('is a new one %s', async (_name, body, first) => {
    const { press } = pressing(contract.landing.hold);
    const one = await press(hold, first);
    const two = await press(body, 200);
    expect(two.key).not.toBe(one.key);
  });

  it('that was refused is not tried again by itself, and the words stay', async () => {
    const { press, forget } = pressing(contract.landing.hold);
    for (const status of [400, 401, 403, 404, 409, 422]) {
      const { tries } = await press(hold, status);
      expect(tries, String(status)).toHaveLength(1);
    }
    expect(forget).not.toHaveBeenCalled();
    expect(await keptEntries()).toEqual([]);
  });

  it('tells why the last one was refused, of several on one screen whichever it was', async () => {
    const one = pressing(contract.landing.hold);
    const other = pressing(contract.landing.split);
    const said = () => lastProblem(one.now(), other.now())?.status ?? null;
    expect(said()).toBeNull();
    await one.press(hold, 409);
    expect(said()).toBe(409);
    await other.press({ version: 2 }, 400);
    expect(said()).toBe(400);
    await other.press({ version: 3 }, 200);
    expect(said()).toBeNull();
  });

  it('of a weight that finds no line is kept under its key, in the name of who weighed it', async () => {
    const { press, forget } = pressing(contract.bench.weigh);
    const body = { cutId: 7, kind: 'order', item: 'steaks', grams: 204, pieces: 1, source: 'measured' };
    const one = await press(body, 'dead');
    expect(one.outcome).toMatchObject({ ok: false, kept: true });
    expect(forget).toHaveBeenCalledOnce();
    // Another piece of the very same weight is another weight.
    const two = await press(body, 503);
    expect(two.key).not.toBe(one.key);
    expect(await keptEntries()).toMatchObject(
      [one, two].map(({ key }) => ({
        key,
        body,
        path: '/api/bench/tickets/1/weights',
        who: { id: 2, name: 'Bram' },
      })),
    );
  });
});
