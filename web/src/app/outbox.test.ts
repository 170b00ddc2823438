import 'fake-indexeddb/auto';
import { contract } from '@ember-slate/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keep, keepable, onKept, sendKept } from './outbox.ts';
import { mayRetry, ownChanges, request, requestUntilAnswered } from './request.ts';

type Answer = { status: number; body?: unknown; changeId?: number } | 'dead';
const sent: { path: string; key: string | null; body: unknown }[] = [];
let answers: Answer[] = [];

/** Stands in for the network: answers in order, the last one over and over. */
function answer(...all: Answer[]) {
  answers = all;
}
beforeEach(() => {
  sent.length = 0;
  ownChanges.clear();
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    const headers = new Headers(init.headers);
    sent.push({
      path,
      key: headers.get('Idempotency-Key'),
      body: init.body ? JSON.parse(init.body as string) : null,
    });
    const next = answers.length > 1 ? answers.shift()! : answers[0]!;
    if (next === 'dead') return Promise.reject(new TypeError('Failed to fetch'));
    return Promise.resolve(
      new Response(JSON.stringify(next.body ?? {}), {
        status: next.status,
        headers: next.changeId ? { 'Change-Id': String(next.changeId) } : {},
      }),
    );
  });
});
afterEach(() => vi.unstubAllGlobals());

const weight = (n: number) => ({
  key: `key-${n}`,
  method: 'POST',
  path: '/api/bench/tickets/1/weights',
  body: { grams: n },
});
const waiting = () =>
  new Promise<number>((done) => {
    const stop = onKept((count) => {
      done(count);
      queueMicrotask(() => stop());
    });
  });
const refused = vi.fn();

describe('what may be kept', () => {
  it('is weigh-outs and sales, nothing that needs an answer first', () => {
    expect(keepable(contract.bench.weigh)).toBe(true);
    expect(keepable(contract.counter.sell)).toBe(true);
    for (const route of [contract.bench.close, contract.orders.take, contract.landing.addLot])
      expect(keepable(route)).toBe(false);
  });
});

describe('the outbox', () => {
  it('keeps entries over a dead line and sends them in order, each under its own key', async () => {
    await keep(weight(1));
    await keep(weight(2));
    expect(await waiting()).toBe(2);
    answer('dead');
    expect(await sendKept(refused)).toBe(0);
    expect(await waiting()).toBe(2);
    answer({ status: 200 });
    expect(await sendKept(refused)).toBe(2);
    expect(sent.slice(-2).map((s) => [s.key, s.body])).toEqual([
      ['key-1', { grams: 1 }],
      ['key-2', { grams: 2 }],
    ]);
    expect(await waiting()).toBe(0);
    expect(refused).not.toHaveBeenCalled();
  });

  it('stops at the first that finds no line and keeps it and those after it', async () => {
    for (const n of [1, 2, 3]) await keep(weight(n));
    answer({ status: 200 }, { status: 503 });
    expect(await sendKept(refused)).toBe(1);
    expect(await waiting()).toBe(2);
    answer({ status: 200 });
    expect(await sendKept(refused)).toBe(2);
  });

  it('waits for a sign-in rather than losing an entry', async () => {
    await keep(weight(4));
    answer({ status: 401 });
    await sendKept(refused);
    expect(await waiting()).toBe(1);
    answer({ status: 200 });
    await sendKept(refused);
    expect(await waiting()).toBe(0);
  });

  it('says what the shop refused, and goes on with the rest', async () => {
    await keep(weight(5));
    await keep(weight(6));
    answer({ status: 409, body: { title: 'x', detail: 'Ticket 1 is closed already' } }, { status: 200 });
    expect(await sendKept(refused)).toBe(1);
    expect(refused).toHaveBeenCalledWith('Ticket 1 is closed already');
    expect(await waiting()).toBe(0);
  });

  it('sends nothing twice when two screens’ events come together', async () => {
    await keep(weight(7));
    answer({ status: 200 });
    const done = await Promise.all([sendKept(refused), sendKept(refused), sendKept(refused)]);
    expect(done.reduce((a, b) => a + b, 0)).toBe(1);
    expect(sent).toHaveLength(1);
  });
});

describe('a request', () => {
  it('turns a dead line and a broken answer into a problem that may be tried again', async () => {
    answer('dead');
    const dead = await request('GET', '/api/tide');
    expect(dead.ok).toBe(false);
    if (!dead.ok) expect(mayRetry(dead.problem)).toBe(true);
  });

  it('remembers the changes it made itself', async () => {
    answer({ status: 200, changeId: 41 });
    await request('POST', '/api/x', {}, 'k');
    expect([...ownChanges]).toEqual([41]);
  });

  it('is sent again with the same key while the shop is away, and not when it was refused', async () => {
    answer('dead', { status: 503 }, { status: 200, body: { id: 9 } });
    const outcome = await requestUntilAnswered('POST', '/api/x', {}, 'the-key');
    expect(outcome).toEqual({ ok: true, data: { id: 9 } });
    expect(sent.map((s) => s.key)).toEqual(['the-key', 'the-key', 'the-key']);
    sent.length = 0;
    answer({ status: 409, body: { status: 409, detail: 'no' } });
    expect((await requestUntilAnswered('POST', '/api/x', {}, 'other')).ok).toBe(false);
    expect(sent).toHaveLength(1);
  });
});
