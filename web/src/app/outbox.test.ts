import 'fake-indexeddb/auto';
import { contract } from '@ember-slate/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { keep, keepable, keptEntries, onKept, sendAgain, sendKept, throwAway } from './outbox.ts';
import { api } from './api.ts';
import { mayRetry, ownChanges, request } from './request.ts';
import { store } from './store.ts';

type Answer = { status: number; body?: unknown; changeId?: number } | 'dead';
const sent: { path: string; key: string | null; name: string | null; body: unknown }[] = [];
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
      name: headers.get('In-The-Name-Of'),
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

const cutter = { id: 2, name: 'Bram', role: 'bench' } as const;
const boss = { id: 1, name: 'Ines', role: 'manager' } as const;
const weight = (n: number, who: { id: number; name: string } | null = cutter) => ({
  key: `key-${n}`,
  method: 'POST',
  path: '/api/bench/tickets/1/weights',
  body: { grams: n },
  who: who && { id: who.id, name: who.name },
});
const waiting = async () => (await keptEntries()).filter((k) => k.refused === undefined).length;
const refusals = async () =>
  (await keptEntries()).flatMap((k) => (k.refused === undefined ? [] : [k.refused]));
afterEach(async () => {
  for (const k of await keptEntries()) await throwAway(k.id);
});

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
    answer('dead');
    expect(await sendKept(cutter)).toBe(0);
    expect(await waiting()).toBe(2);
    answer({ status: 200 });
    expect(await sendKept(cutter)).toBe(2);
    expect(sent.slice(-2).map((s) => [s.key, s.body])).toEqual([
      ['key-1', { grams: 1 }],
      ['key-2', { grams: 2 }],
    ]);
    expect(await waiting()).toBe(0);
  });

  it.each([500, 502, 503, 504, 507, 401, 429])(
    'an answer of %i loses nothing: it and those after it wait',
    async (status) => {
      for (const n of [1, 2, 3]) await keep(weight(n));
      answer({ status: 200 }, { status });
      expect(await sendKept(cutter)).toBe(1);
      expect([await waiting(), await refusals()]).toEqual([2, []]);
      answer({ status: 200 });
      expect(await sendKept(cutter)).toBe(2);
    },
  );

  it.each([400, 403, 404, 409, 422])(
    'what the shop refuses with %i stays here with its reason',
    async (status) => {
      await keep(weight(5));
      await keep(weight(6));
      answer({ status, body: { title: 'x', detail: 'Ticket 1 is closed already' } }, { status: 200 });
      expect(await sendKept(cutter)).toBe(1);
      expect([await waiting(), await refusals()]).toEqual([0, ['Ticket 1 is closed already']]);
      // It is not sent again by itself, but on a person's word, under its own key.
      expect(await sendKept(cutter)).toBe(0);
      const [entry] = await keptEntries();
      answer({ status: 200 });
      expect(await sendAgain(entry!, cutter)).toBe(true);
      expect(sent.at(-1)).toMatchObject({ key: 'key-5' });
      expect(await keptEntries()).toEqual([]);
    },
  );

  it('sends nothing in another’s name but on a manager’s word, and then says whose it is', async () => {
    await keep(weight(7));
    await keep(weight(8, null));
    answer({ status: 200 });
    for (const other of [{ id: 3, role: 'counter' } as const, boss]) expect(await sendKept(other)).toBe(0);
    expect(sent).toEqual([]);
    // A counter hand cannot vouch.
    expect(await sendKept({ id: 3, role: 'counter' }, true)).toBe(0);
    expect(await sendKept(boss, true)).toBe(2);
    expect(sent.map((s) => s.name)).toEqual(['2', null]);
  });

  it('sends nothing twice when two screens’ events come together', async () => {
    await keep(weight(9));
    answer({ status: 200 });
    const done = await Promise.all([sendKept(cutter), sendKept(cutter), sendKept(cutter)]);
    expect(done.reduce((a, b) => a + b, 0)).toBe(1);
    expect(sent).toHaveLength(1);
  });

  it('tells who listens what waits and what was refused', async () => {
    const heard: number[] = [];
    const stop = onKept((kept) => heard.push(kept.length));
    await keep(weight(10));
    await throwAway((await keptEntries())[0]!.id);
    await expect.poll(() => heard.slice(-2)).toEqual([1, 0]);
    stop();
  });
});

describe('a request', () => {
  it('turns a dead line and a broken answer into a problem that may be tried again', async () => {
    answer('dead');
    const dead = await request('GET', '/api/summary');
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
    const change = (key: string) =>
      store.dispatch(
        api.endpoints.change.initiate({ method: 'POST', path: '/api/x', body: {}, key, tags: [] }),
      );
    expect((await change('the-key')).data).toEqual({ id: 9 });
    expect(sent.map((s) => s.key)).toEqual(['the-key', 'the-key', 'the-key']);
    sent.length = 0;
    answer({ status: 409, body: { status: 409, detail: 'no' } });
    expect((await change('other')).error).toMatchObject({ status: 409, detail: 'no' });
    expect(sent).toHaveLength(1);
  });
});
