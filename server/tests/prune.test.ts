import { contract } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { row, rows, run } from '../src/platform/db.ts';
import { prune } from '../src/platform/prune.ts';
import { shopForEach, landBass, noon, proof } from './testShop.ts';

const opened = shopForEach();
const day = 24 * 3_600_000;
const ago = (days: number) => new Date(noon.getTime() - days * day);

describe('what only grows', () => {
  it('is thrown away by age, however much there is, and nothing younger', async () => {
    const { pool, staff } = opened();
    // A year of requests, one each hour; of the other tables some rows on both sides of their age.
    const hours = 365 * 24;
    for (let h = 1; h <= hours; h += 1000)
      await run(
        pool,
        `INSERT INTO idempotency (id, staff_id, request_hash, answer, created_at)
         SELECT UUID(), ?, UNHEX(SHA2(seq, 256)), '{}', ? - INTERVAL seq HOUR FROM seq_${h}_to_${Math.min(hours, h + 999)}`,
        [staff.bench, noon],
      );
    for (const days of [1, 40, 80, 100]) {
      await run(pool, "INSERT INTO change_feed (at, tags) VALUES (?, 'cold')", [ago(days)]);
      await run(
        pool,
        "INSERT INTO sign_in (at, staff_id, address, outcome) VALUES (?, ?, '10.0.0.9', 'in')",
        [ago(days), staff.bench],
      );
      for (const state of ['done', 'stuck'])
        await run(
          pool,
          "INSERT INTO job (kind, what, payload, state, due_at, made_at, made_by) VALUES ('plan', 'x', '{}', ?, ?, ?, ?)",
          [state, ago(days), ago(days), staff.bench],
        );
    }
    const gone = await prune(pool, noon);
    expect(gone.idempotency).toBe(hours - 60 * 24);
    expect(await prune(pool, noon)).toMatchObject({ idempotency: 0, change_feed: 0, sign_in: 0, job: 0 });
    const left = (await row<{ feed: number; signIns: number; done: number; stuck: number; oldest: Date }>(
      pool,
      `SELECT (SELECT COUNT(*) FROM change_feed WHERE tags = 'cold') AS feed,
         (SELECT COUNT(*) FROM sign_in WHERE address = '10.0.0.9') AS signIns,
         (SELECT COUNT(*) FROM job WHERE state = 'done') AS done, (SELECT COUNT(*) FROM job WHERE state = 'stuck') AS stuck,
         (SELECT MIN(created_at) FROM idempotency) AS oldest`,
    ))!;
    expect(left).toMatchObject({ feed: 1, signIns: 3, done: 1, stuck: 4 });
    expect(left.oldest.getTime()).toBeGreaterThanOrEqual(ago(60).getTime());
  });

  it('is none of the records of the shop: two years on, the books prove themselves as before', async () => {
    const shop = opened();
    await landBass(shop);
    const before = await proof(shop);
    const tables = async () =>
      Object.fromEntries(
        await Promise.all(
          ['lot', 'movement', 'grade', 'delivery', 'reading', 'staff'].map(async (t) => [
            t,
            (await row<{ n: number }>(shop.pool, `SELECT COUNT(*) AS n FROM ${t}`))!.n,
          ]),
        ),
      ) as Record<string, number>;
    const had = await tables();
    await prune(shop.pool, new Date(noon.getTime() + 730 * day));
    expect(await tables()).toEqual(had);
    expect(await proof(shop)).toEqual(before);
    // Everyone has to sign in again; nobody is shut out.
    expect(await rows(shop.pool, 'SELECT staff_id FROM session')).toEqual([]);
    expect((await shop.bench.send(contract.landing.deliveries)).status).toBe(401);
  });
});
