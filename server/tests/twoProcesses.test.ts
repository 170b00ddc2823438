import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { freePort } from '../src/launch/database.ts';
import { row, rows } from '../src/platform/db.ts';
import { built } from './built.ts';
import {
  bassLot,
  delivery,
  fresh,
  gradeBody,
  openTestShop,
  pins,
  proof,
  sale,
  ApiClient,
  type TestShop,
} from './testShop.ts';

/** Two server processes on one database, as behind a balancer: neither knows of the other but through the records. */
describe('two processes', () => {
  let shop: TestShop;
  const servers: ChildProcess[] = [];
  const tills: ApiClient[] = [];
  let lotId = 0;
  beforeAll(async () => {
    shop = await openTestShop(inject('databaseUrl'));
    for (let i = 0; i < 2; i++) {
      const port = await freePort();
      const server = spawn(process.execPath, built('server/dist/launch/main.js'), {
        env: { ...process.env, DATABASE_URL: shop.url, PORT: String(port), CHECK_ANSWERS: '1' },
        stdio: ['ignore', 'pipe', 'ignore'],
      });
      servers.push(server);
      await new Promise<void>((done, fail) => {
        server.stdout.once('data', () => done());
        server.once('exit', () => fail(new Error('a server did not open')));
      });
      tills.push(new ApiClient(`http://127.0.0.1:${port}`));
    }
    const [first, second] = tills as [ApiClient, ApiClient];
    expect((await first.signIn(shop.staff.manager, pins.manager)).status).toBe(200);
    // The session is the shop's, not the process's.
    second.cookie = first.cookie;
    const arrivedAt = new Date(Date.now() - 3_600_000).toISOString();
    const { id } = await first.ok(contract.landing.createDelivery, { body: delivery({ arrivedAt }) });
    const lot = await second.ok(contract.landing.addLot, {
      params: { id },
      body: bassLot({ pieces: 400, grams: 184_000, caughtOn: null }),
    });
    lotId = lot.id;
    await first.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ fish: Array.from({ length: 8 }, () => fresh) }),
    });
  }, 60_000);
  afterAll(async () => {
    for (const server of servers) {
      const gone = new Promise((done) => server.once('exit', done));
      server.kill('SIGTERM');
      await gone;
    }
    await shop.close();
  });

  it('sell the last fish once, and one act once whichever of them is asked', async () => {
    const keys = Array.from({ length: 30 }, () => randomUUID());
    const replies = await Promise.all(
      keys.flatMap((key) =>
        tills.map((till) => till.send(contract.counter.sell, { body: sale(lotId, 460, 1), key })),
      ),
    );
    expect(new Set(replies.map((r) => r.status))).toEqual(new Set([200]));
    expect(new Set(replies.map((r) => r.body.id)).size).toBe(30);
    // What is left is fewer than are asked for: it is sold to the last fish and not beyond.
    const wanted = await Promise.all(
      Array.from({ length: 44 }, (_, i) =>
        tills[i % 2]!.send(contract.counter.sell, { body: sale(lotId, 4600, 10) }),
      ),
    );
    expect(wanted.filter((r) => r.status === 200)).toHaveLength(37);
    expect(new Set(wanted.map((r) => r.status))).toEqual(new Set([200, 409]));
    expect((await proof(shop)).faults).toEqual([]);
  }, 60_000);

  it('close a day once, and count every sale that was saved in it', async () => {
    const today = (await row<{ day: string }>(shop.pool, 'SELECT MAX(trading_day) AS day FROM movement'))!
      .day;
    const closing = tills.map((till) =>
      till.send(contract.close.closeDay, {
        params: { day: today },
        body: { remarks: 'all the same', countedCash: null, countedCard: null },
      }),
    );
    expect((await Promise.all(closing)).map((r) => r.status).sort()).toEqual([200, 409]);
    const closes = await rows<{ takings: number }>(shop.pool, 'SELECT takings FROM day_close');
    const sold = await row<{ n: number }>(shop.pool, 'SELECT SUM(total) + 0 AS n FROM sale');
    expect(closes).toEqual([{ takings: sold!.n }]);
    for (const till of tills)
      expect((await till.send(contract.counter.sell, { body: sale(lotId, 460, 1) })).status).toBe(409);
  }, 60_000);
});
