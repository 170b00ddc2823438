import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort, type PrivateDatabase, startPrivateDatabase } from '../src/launch/database.ts';
import { prepare } from '../src/launch/prepare.ts';
import { openPool, rows, transaction } from '../src/platform/db.ts';
import { addStaff } from '../src/stages/people/commands.ts';
import { proveBooks } from '../src/platform/books/proof/index.ts';
import { built } from './built.ts';
import { landMany, sale, ApiClient } from './testShop.ts';

/** A shop of two processes that are killed without warning, as the power does. */
describe('the power goes', () => {
  const dir = mkdtempSync(join(tmpdir(), 'ember-slate-crash-'));
  let database: PrivateDatabase;
  let server: ChildProcess;
  let port = 0;
  let staffId = 0;

  const openDoor = async () => {
    server = spawn(process.execPath, built('server/dist/launch/main.js'), {
      env: { ...process.env, DATABASE_URL: database.url, PORT: String(port), CHECK_ANSWERS: '1' },
      stdio: ['ignore', 'pipe', 'ignore'],
    });
    await new Promise<void>((done, fail) => {
      server.stdout!.once('data', () => done());
      server.once('exit', () => fail(new Error('the server did not open')));
    });
  };
  const signedIn = async () => {
    const screen = new ApiClient(`http://127.0.0.1:${port}`);
    expect((await screen.signIn(staffId, '864201')).status).toBe(200);
    return screen;
  };
  const gone = (child: ChildProcess) => new Promise((done) => child.once('exit', done));

  beforeAll(async () => {
    port = await freePort();
    database = await startPrivateDatabase(dir);
    await prepare(database.url);
    const pool = openPool(database.url, 1);
    staffId = await transaction(pool, (tx) =>
      addStaff(tx, { name: 'Manager', role: 'manager', pin: '864201', demo: false }),
    );
    await pool.end();
    await openDoor();
  });
  afterAll(async () => {
    server.kill('SIGKILL');
    await database.stop();
    rmSync(dir, { recursive: true, force: true });
  });

  it('keeps every sale that was acknowledged and none in part', async () => {
    const screen = await signedIn();
    const lotId = (await landMany(screen, 1))[0]!;
    const acknowledged = new Set<number>();
    const sent = new Map<string, number>();
    let running = true;
    const till = async () => {
      while (running && sent.size < 2000) {
        const key = randomUUID();
        sent.set(key, 0);
        const reply = await screen
          .send(contract.counter.sell, { body: sale(lotId, 460, 1), key })
          .catch(() => null);
        if (reply?.status !== 200) continue;
        acknowledged.add(reply.body.id);
        sent.set(key, reply.body.id);
      }
    };
    const tills = [till(), till(), till(), till()];
    // In the middle of the selling, however fast this machine sells.
    for (let waited = 0; acknowledged.size < 40 && waited < 600; waited++) await sleep(50);
    const dead = gone(server);
    process.kill(database.pid, 'SIGKILL');
    server.kill('SIGKILL');
    running = false;
    await Promise.all([dead, ...tills]);
    expect(acknowledged.size).toBeGreaterThanOrEqual(40);

    database = await startPrivateDatabase(dir);
    const pool = openPool(database.url, 1);
    const books = await transaction(pool, proveBooks);
    const kept = await rows<{ id: number }>(pool, 'SELECT id FROM sale');
    await pool.end();
    expect(books.faults).toEqual([]);
    const ids = new Set(kept.map((s) => s.id));
    for (const id of acknowledged) expect(ids.has(id), `sale ${id}`).toBe(true);
    // Only a sale on its way when the power went may be there without its answer.
    expect(ids.size - acknowledged.size).toBeLessThanOrEqual(4);

    // A till that never got its answer asks again with the same key: it is sold once, whatever happened before.
    await openDoor();
    const after = await signedIn();
    const open = [...sent].filter(([, id]) => id === 0).map(([key]) => key);
    for (const key of open) {
      const reply = await after.send(contract.counter.sell, { body: sale(lotId, 460, 1), key });
      expect(reply.status).toBe(200);
      acknowledged.add(reply.body.id);
    }
    const stock = (await after.ok(contract.counter.stock)).find((r) => r.lotId === lotId)!;
    expect(stock.pieces).toBe(4000 - acknowledged.size);
  });

  it('says so in words while the records are away, and goes on when they are back', async () => {
    const screen = await signedIn();
    process.kill(database.pid, 'SIGKILL');
    let reply = await screen.send(contract.counter.stock);
    for (let i = 0; i < 20 && reply.status === 200; i++) {
      await sleep(100);
      reply = await screen.send(contract.counter.stock);
    }
    expect([reply.status, reply.problem.code]).toEqual([503, 'records-away']);
    expect(reply.headers.get('retry-after')).toBe('2');
    expect(server.exitCode).toBeNull();
    database = await startPrivateDatabase(dir);
    expect((await screen.send(contract.counter.stock)).status).toBe(200);
  });

  it('goes on with a ticket where it was, each weight once, when the records come back', async () => {
    const screen = await signedIn();
    const lotId = (await landMany(screen, 1))[0]!;
    const { id } = await screen.ok(contract.bench.make, {
      body: {
        lotId,
        fish: 2,
        form: 'fillet_skin_on',
        dueAt: new Date(Date.now() + 3_600_000).toISOString(),
        pieces: 4,
        pieceGrams: 110,
        totalGrams: null,
      },
    });
    const params = { id };
    const ticket = () => screen.ok(contract.bench.ticket, { params });
    const { version, inputs } = await ticket();
    await screen.ok(contract.bench.start, {
      params,
      body: {
        version,
        inputs: inputs.map((i) => ({ lotId: i.lotId, grams: i.grams, source: 'measured' as const })),
      },
    });
    await screen.ok(contract.bench.step, { params, body: { step: 'trim' } });
    const keys = Array.from({ length: 4 }, () => randomUUID());
    const weigh = (n: number) =>
      screen
        .send(contract.bench.weigh, {
          params,
          key: keys[n]!,
          body: {
            cutId: null,
            kind: 'counter',
            item: 'fillet_skin_on',
            grams: 108 + n,
            pieces: 1,
            source: 'measured',
          },
        })
        .then((r) => r.status)
        .catch(() => 0);
    expect(await weigh(0)).toBe(200);
    process.kill(database.pid, 'SIGKILL');
    let refused = 0;
    for (let i = 0; i < 40 && refused < 3; i++) {
      if ((await weigh(1 + (i % 3))) !== 200) refused += 1;
      await sleep(100);
    }
    expect(refused).toBe(3);
    database = await startPrivateDatabase(dir);
    // The screen sends what it kept, under the keys it had, and once more for good measure.
    for (const n of [0, 1, 2, 3, 2, 1]) expect(await weigh(n)).toBe(200);
    const now = await ticket();
    expect(now.stepId).toBe('trim');
    expect(now.weighOuts.map((w) => w.grams).sort()).toEqual([108, 109, 110, 111]);
  });

  it('proves the books from the command line', () => {
    const env = { ...process.env, DATABASE_URL: database.url };
    const verify = spawnSync(process.execPath, built('server/dist/launch/verify.js'), {
      env,
      encoding: 'utf8',
    });
    expect(verify.status).toBe(0);
    expect(verify.stdout).toMatch(/Every gram and every coin is where the books say/);
  });
});
