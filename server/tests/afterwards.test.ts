import { randomUUID } from 'node:crypto';
import { createServer, type Server, type Socket } from 'node:net';
import { contract } from '@ember-slate/contract';
import { Printer, startPrinter } from '@ember-slate/devices/printer';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import { addJob, Jobs } from '../src/platform/jobs.ts';
import { row, rows, transaction } from '../src/platform/db.ts';
import { quietly } from '../src/platform/context.ts';
import { defaultSettings } from '../src/platform/settings.ts';
import { Kept } from '../src/platform/kept.ts';
import { landBass, noon, openTestShop, type TestShop } from './testShop.ts';

/** What a change leaves to be done happens once, after it is committed, and holds nobody up. */
describe('printing', () => {
  /** Takes a job and says nothing more, as a printer whose process is frozen. */
  let frozen: Server;
  const taken: Socket[] = [];
  let shop: TestShop;
  let lotId = 0;
  beforeAll(async () => {
    frozen = createServer((socket) => void taken.push(socket.resume()));
    await new Promise<void>((done) => frozen.listen(0, '127.0.0.1', done));
    shop = await openTestShop(inject('databaseUrl'), {
      printerAddress: `127.0.0.1:${(frozen.address() as { port: number }).port}`,
    });
    ({ lotId } = await landBass(shop));
  });
  afterAll(async () => {
    await shop.close();
    for (const socket of taken) socket.destroy();
    frozen.close();
  });

  it('a printer that takes a job and freezes holds no row and no connection of the records', async () => {
    const prints = Array.from({ length: 12 }, () =>
      shop.bench.send(contract.landing.printLabel, { params: { id: lotId }, body: { copies: 1 } }),
    );
    await expect.poll(() => taken.length, { timeout: 60_000 }).toBeGreaterThan(0);
    const begun = performance.now();
    await shop.counter.ok(contract.counter.stock);
    await shop.bench.ok(contract.landing.hold, {
      params: { id: lotId },
      body: { version: 2, reason: null },
    });
    // Far from the eight seconds a printer may take.
    expect(performance.now() - begun).toBeLessThan(4000);
    for (const reply of await Promise.all(prints)) expect(reply.status).toBe(200);
    // Twelve times the same label asked for is one job while it is open.
    expect(taken).toHaveLength(1);
  }, 30_000);

  it('what may have been printed is never printed again but by a person', async () => {
    const [stuck] = await shop.bench.ok(contract.jobs.open);
    expect(stuck).toMatchObject({
      stuck: true,
      why: expect.stringMatching(/may have been printed/) as string,
    });
    await shop.bench.ok(contract.jobs.drop, { params: { id: stuck!.id } });
    expect(await shop.bench.ok(contract.jobs.open)).toEqual([]);
    expect((await shop.bench.send(contract.jobs.again, { params: { id: stuck!.id } })).status).toBe(404);
  });

  it('a repeat of the request prints nothing again and reads as the first', async () => {
    const printer = new Printer(9);
    const server = await startPrinter(0, printer);
    const other = await openTestShop(inject('databaseUrl'), {
      printerAddress: `127.0.0.1:${(server.address() as { port: number }).port}`,
    });
    try {
      const { lotId: id } = await landBass(other);
      const key = randomUUID();
      const ask = () =>
        other.bench.send(contract.landing.printLabel, { params: { id }, body: { copies: 2 }, key });
      const first = await ask();
      expect(first.body).toEqual({ printed: 2, why: null });
      const again = await ask();
      expect([again.body, again.headers.get('idempotent-replay')]).toEqual([first.body, 'true']);
      expect(printer.labels).toBe(7);
    } finally {
      await other.close();
      server.close();
    }
  });
});

describe('jobs', () => {
  let shop: TestShop;
  const done: number[] = [];
  let fails = 0;
  let clock = noon;
  let jobs: Jobs;
  beforeAll(async () => {
    shop = await openTestShop(inject('databaseUrl'));
    jobs = new Jobs(shop.pool, () => clock, {
      count: {
        repeatable: true,
        unsure: 'x',
        run: ({ n }: { n: number }) => {
          if (fails-- > 0) return Promise.resolve({ went: 'not', why: 'not yet' });
          done.push(n);
          return Promise.resolve({ went: 'done' });
        },
      },
    });
  });
  beforeEach(() => {
    done.length = 0;
    fails = 0;
    clock = noon;
  });
  afterAll(() => shop.close());
  const add = (n: number, fail = false) =>
    transaction(shop.pool, async (tx) => {
      const work = quietly({
        tx,
        actor: { id: shop.staff.bench, name: '', role: 'bench' },
        now: noon,
        settings: defaultSettings,
        kept: new Kept(),
      });
      const id = await addJob(work, { kind: 'count', subject: n, what: `count ${n}`, payload: { n } });
      if (fail) throw new Error('given up');
      return id;
    });
  const state = async (id: number) =>
    (await row<{ state: string; attempts: number }>(
      shop.pool,
      'SELECT state, attempts FROM job WHERE id = ?',
      [id],
    ))!;

  it('of a change that is rolled back are not there', async () => {
    await expect(add(1, true)).rejects.toThrow('given up');
    expect(await rows(shop.pool, "SELECT id FROM job WHERE what = 'count 1'")).toEqual([]);
  });

  it('are done by one of those who try at once', async () => {
    const id = await add(2);
    await Promise.all(Array.from({ length: 8 }, () => jobs.runNow(id)));
    expect(done).toEqual([2]);
    expect(await state(id)).toMatchObject({ state: 'done', attempts: 1 });
  });

  it('are tried again, then wait for a person', async () => {
    fails = 99;
    const id = await add(3);
    for (let i = 0; i < 6; i++) await jobs.runNow(id);
    expect(await state(id)).toMatchObject({ state: 'stuck', attempts: 6 });
    fails = 0;
    // Asked for again it is the same job, and it is tried anew.
    expect(await add(3)).toBe(id);
    expect((await jobs.runNow(id)).done).toBe(true);
  });

  it('of a process that died are taken up by another', async () => {
    const id = await add(4);
    await shop.pool.query("UPDATE job SET state = 'running', held_until = ? WHERE id = ?", [
      new Date(noon.getTime() + 60_000),
      id,
    ]);
    jobs.start();
    await new Promise((d) => setTimeout(d, 2500));
    expect(done).toEqual([]);
    clock = new Date(noon.getTime() + 61_000);
    await expect.poll(() => done, { timeout: 60_000 }).toEqual([4]);
    await jobs.close();
  }, 20_000);
});
