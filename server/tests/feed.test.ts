import { createServer, type ServerResponse } from 'node:http';
import type { AddressInfo, Server, Socket } from 'node:net';
import { contract } from '@ember-slate/contract';
import { startScale } from '@ember-slate/devices/scale';
import { afterAll, beforeAll, describe, expect, inject, it, vi } from 'vitest';
import { freePort } from '../src/launch/database.ts';
import { announce, FeedReader } from '../src/platform/feed.ts';
import { transaction } from '../src/platform/db.ts';
import { streamTo, type Sources } from '../src/platform/stream.ts';
import { delivery, openTestShop, type TestShop, type ApiClient } from './testShop.ts';

interface Event {
  event: string;
  data: unknown;
}

/** Listens to the stream of one screen until `enough` says so. */
async function listen(screen: ApiClient, enough: (events: Event[]) => boolean, ms = 8000): Promise<Event[]> {
  const stop = new AbortController();
  const timer = setTimeout(() => stop.abort(), ms);
  const events: Event[] = [];
  try {
    const response = await fetch(`${screen.base}/api/feed`, {
      headers: { cookie: screen.cookie },
      signal: stop.signal,
    });
    expect(response.headers.get('content-type')).toBe('text/event-stream');
    let rest = '';
    for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
      const blocks = (rest + chunk).split('\n\n');
      rest = blocks.pop()!;
      for (const block of blocks) {
        const [first, second] = block.split('\n');
        events.push({ event: first!.slice(7), data: JSON.parse(second!.slice(6)) as unknown });
      }
      if (enough(events)) return events;
    }
  } catch (error) {
    if (!stop.signal.aborted) throw error;
  } finally {
    clearTimeout(timer);
    stop.abort();
  }
  return events;
}

describe('the stream to a screen', () => {
  let shop: TestShop;
  let scale: Server;
  const plugs: Socket[] = [];
  beforeAll(async () => {
    const port = await freePort();
    scale = await startScale(port, () => 0.5, 20);
    scale.on('connection', (socket) => plugs.push(socket));
    shop = await openTestShop(inject('databaseUrl'), { scaleAddress: `127.0.0.1:${port}` });
  });
  afterAll(async () => {
    await shop.close();
    if (scale.listening) scale.close();
  });
  it('is sent line by line, while an answer of some size is packed for the way', async () => {
    const ask = (path: string, stop?: AbortSignal) =>
      fetch(`${shop.base}${path}`, {
        headers: { cookie: shop.counter.cookie, 'accept-encoding': 'gzip' },
        ...(stop ? { signal: stop } : {}),
      });
    const book = await ask(contract.landing.species.path);
    expect(book.headers.get('content-encoding')).toBe('gzip');
    expect(((await book.json()) as unknown[]).length).toBeGreaterThan(20);
    const stop = new AbortController();
    const feed = await ask('/api/feed', stop.signal);
    expect(feed.headers.get('content-encoding')).toBeNull();
    stop.abort();
  });

  const readings = (events: Event[]) =>
    events.filter((e) => e.event === 'scale').map((e) => e.data as { grams: number; state: string });

  it('names what another screen changed, with the id its own answer carried', async () => {
    const heard = listen(shop.counter, (e) => e.some((x) => x.event === 'change'));
    // The stream begins with what changes after it opened.
    await new Promise((done) => setTimeout(done, 700));
    const made = await shop.bench.send(contract.landing.createDelivery, { body: delivery() });
    const change = (await heard).find((e) => e.event === 'change');
    expect(change!.data).toEqual([
      expect.objectContaining({ id: Number(made.headers.get('change-id')), tags: ['landing'] }),
    ]);
  });

  it('misses nothing that changes from the moment it is open, and gives each change once', async () => {
    const seen: number[] = [];
    const reader = new FeedReader(shop.pool, 20);
    const stop = await reader.subscribe((changes) => seen.push(...changes.map((c) => c.id)));
    const made = await shop.bench.send(contract.landing.createDelivery, { body: delivery() });
    await vi.waitFor(() => expect(seen).toEqual([Number(made.headers.get('change-id'))]));
    stop();
  });

  it('hears a slow transaction whose older id is committed after a newer one', async () => {
    const seen: number[] = [];
    const reader = new FeedReader(shop.pool, 20);
    const stop = await reader.subscribe((changes) => seen.push(...changes.map((c) => c.id)));
    const slow = await shop.pool.getConnection();
    await slow.beginTransaction();
    const older = await announce(slow, ['landing'], shop.clock.now);
    const quick = await transaction(shop.pool, (tx) => announce(tx, ['orders'], shop.clock.now));
    expect(quick).toBeGreaterThan(older);
    await vi.waitFor(() => expect(seen).toEqual([quick]));
    await slow.commit();
    slow.release();
    await vi.waitFor(() => expect(seen).toEqual([quick, older]));
    stop();
  });

  it('says nothing of a change that was refused', async () => {
    // What was changed a moment ago may still be given out; nothing newer may follow.
    const [[top]] = (await shop.pool.query('SELECT MAX(id) AS id FROM change_feed')) as unknown as [
      { id: number }[],
    ];
    const heard = listen(shop.counter, () => false, 1500);
    await new Promise((done) => setTimeout(done, 400));
    await shop.bench.send(contract.landing.createDelivery, { body: delivery({ supplier: '' }) });
    const ids = (await heard)
      .filter((e) => e.event === 'change')
      .flatMap((e) => (e.data as { id: number }[]).map((c) => c.id));
    expect(ids.filter((id) => id > top!.id)).toEqual([]);
  });

  it('shows the pan as it swings and settles, takes the tare off and says overload', async () => {
    const put = (grams: number) => shop.bench.ok(contract.devices.scale, { body: { command: 'put', grams } });
    const settled = (grams: number) => (e: Event[]) =>
      readings(e).some((r) => r.state === 'steady' && Math.abs(r.grams - grams) <= 2);
    const watched = listen(shop.bench, settled(4600));
    await put(4600);
    const seen = readings(await watched);
    expect(seen.some((r) => r.state === 'settling')).toBe(true);
    expect(settled(4600)(seen.map((data) => ({ event: 'scale', data })))).toBe(true);

    const tared = listen(shop.bench, settled(0));
    await shop.bench.ok(contract.devices.scale, { body: { command: 'tare' } });
    expect(settled(0)(await tared)).toBe(true);

    const over = listen(shop.bench, (e) => readings(e).some((r) => r.state === 'overload'));
    await put(16_000);
    expect(readings(await over).at(-1)!.state).toBe('overload');
  });

  it('says there is no reading when the scale is gone, and a command then fails in words', async () => {
    const gone = listen(shop.bench, (e) => readings(e).at(-1)?.state === 'none');
    await new Promise((done) => setTimeout(done, 300));
    scale.close();
    for (const socket of plugs) socket.destroy();
    const last = readings(await gone).at(-1)!;
    expect(last.state).toBe('none');
    const dead = await shop.bench.send(contract.devices.scale, { body: { command: 'tare' } });
    expect([dead.status, dead.problem.code]).toEqual([503, 'records-away']);
    expect(dead.problem.detail).toMatch(/scale does not answer/);
  });
});

describe('a stream that ends', () => {
  it('is written to by nothing from that moment, though its line still closes', async () => {
    const heard = new Set<(said: never) => void>();
    const source = {
      subscribe: (listener: (said: never) => void) => {
        heard.add(listener);
        return () => heard.delete(listener);
      },
    };
    const closing = new AbortController();
    const sources = { feed: source, scale: source, probe: source, closing: closing.signal };
    const opened = new Promise<ServerResponse>((done) => {
      const server = createServer((_request, response) => {
        void streamTo(response, sources as unknown as Sources, () => Promise.resolve(true)).then(() =>
          done(response),
        );
        response.on('close', () => server.close());
      });
      server.listen(0, '127.0.0.1', () => {
        const stream = fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}`);
        void stream.then((answer) => answer.text());
      });
    });
    const response = await opened;
    expect(heard.size).toBe(3);
    closing.abort();
    expect(response.closed).toBe(false);
    expect(heard.size).toBe(0);
  });
});
