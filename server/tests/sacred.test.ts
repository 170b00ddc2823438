import { randomUUID } from 'node:crypto';
import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { row, rows } from '../src/platform/db.ts';
import {
  cut,
  delivery,
  fourFillets,
  landBass,
  openTestShop,
  proof,
  sale,
  toBench,
  wholeKey,
  type TestShop,
} from './testShop.ts';

let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
afterAll(async () => {
  // Whatever the tests below did to it, the books still prove themselves.
  expect((await proof(shop)).faults).toEqual([]);
  await shop.close();
});

const held = async (lotId: number) =>
  (await shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId && r.item === 'whole');
const inParallel = <T>(n: number, make: (i: number) => Promise<T>) =>
  Promise.all(Array.from({ length: n }, (_, i) => make(i)));
const count = async (table: 'delivery' | 'sale' | 'movement') =>
  (await row<{ n: number }>(shop.pool, `SELECT COUNT(*) AS n FROM ${table}`))!.n;

describe('a change is made once', () => {
  it('however often it is sent', async () => {
    const { lotId } = await landBass(shop);
    const key = randomUUID();
    const first = await shop.counter.send(contract.counter.sell, { body: sale(lotId, 460, 1), key });
    const again = await shop.counter.send(contract.counter.sell, { body: sale(lotId, 460, 1), key });
    expect([first.status, again.status]).toEqual([200, 200]);
    expect(again.body).toEqual(first.body);
    expect(again.headers.get('idempotent-replay')).toBe('true');
    expect((await held(lotId))!.pieces).toBe(9);
  });

  it('also when the repeats come side by side', async () => {
    const { lotId } = await landBass(shop);
    const key = randomUUID();
    const replies = await inParallel(6, () =>
      shop.counter.send(contract.counter.sell, { body: sale(lotId, 460, 1), key }),
    );
    const settled = replies.filter((r) => r.status === 200);
    expect(settled.length).toBeGreaterThan(0);
    // A repeat that could not wait is told to try again, never that it failed.
    for (const r of replies) expect([200, 503]).toContain(r.status);
    expect(new Set(settled.map((r) => JSON.stringify(r.body))).size).toBe(1);
    expect((await held(lotId))!.pieces).toBe(9);
  });

  it('and a key is not lent to another request; the act belongs to whoever did it, whoever repeats it', async () => {
    const { lotId } = await landBass(shop);
    const key = randomUUID();
    await shop.counter.ok(contract.counter.sell, { body: sale(lotId, 460, 1), key });
    const other = await shop.counter.send(contract.counter.sell, { body: sale(lotId, 461, 1), key });
    expect([other.status, other.problem.code]).toEqual([422, 'key-reused']);
    // The answer was lost, and somebody else unlocked the screen before it asked again.
    const repeat = await shop.manager.send(contract.counter.sell, { body: sale(lotId, 460, 1), key });
    expect([repeat.status, repeat.headers.get('idempotent-replay')]).toEqual([200, 'true']);
    const [sold] = await shop.counter.ok(contract.counter.sales, { query: { day: '2026-11-25' } });
    expect(sold!.by).toBe('The counter');
    expect((await held(lotId))!.pieces).toBe(9);
  });

  it('nor to the same words said of something else', async () => {
    const [a, b] = [await landBass(shop), await landBass(shop)];
    const key = randomUUID();
    const body = { version: 2, reason: 'looks odd' };
    const hold = (id: number) => shop.bench.send(contract.landing.hold, { params: { id }, body, key });
    expect((await hold(a.lotId)).status).toBe(200);
    const other = await hold(b.lotId);
    expect([other.status, other.problem.code]).toEqual([422, 'key-reused']);
  });

  it('a refused change keeps no trace, and its key may be used again', async () => {
    const { lotId } = await landBass(shop);
    const key = randomUUID();
    const before = [await count('movement'), await count('sale')];
    const refused = await shop.counter.send(contract.counter.sell, { body: sale(lotId, 9000, 11), key });
    expect(refused.status).toBe(409);
    expect([await count('movement'), await count('sale')]).toEqual(before);
    await shop.counter.ok(contract.counter.sell, { body: sale(lotId, 460, 1), key });
  });

  it.each([null, 'no-uuid', ''])('and needs its key: %s', async (key) => {
    const reply = await shop.bench.send(contract.landing.createDelivery, { body: delivery(), key });
    expect(reply.status).toBe(400);
    expect(reply.problem.detail).toMatch(/Idempotency-Key/);
  });
});

describe('two hands at one fish', () => {
  it('sell the last one once', async () => {
    const { lotId } = await landBass(shop);
    await shop.counter.ok(contract.counter.sell, { body: sale(lotId, 4140, 9) });
    const replies = await inParallel(8, (i) =>
      (i % 2 ? shop.counter : shop.manager).send(contract.counter.sell, { body: sale(lotId, 460, 1) }),
    );
    expect(replies.filter((r) => r.status === 200)).toHaveLength(1);
    for (const r of replies.filter((x) => x.status !== 200)) expect([409, 503]).toContain(r.status);
    expect(await held(lotId)).toBeUndefined();
  });

  it('never sell more grams than there are, whatever the order', async () => {
    const { lotId } = await landBass(shop);
    const replies = await inParallel(14, (i) =>
      shop.counter.send(contract.counter.sell, { body: sale(lotId, 430 + i, 1) }),
    );
    expect(replies.filter((r) => r.status === 200).length).toBeLessThanOrEqual(10);
    const sold = await row<{ g: number }>(
      shop.pool,
      "SELECT COALESCE(SUM(grams), 0) AS g FROM entry WHERE lot_id = ? AND account = 'outside:customer'",
      [lotId],
    );
    expect(Number(sold!.g)).toBeLessThanOrEqual(4600 + 69);
  });

  it('promise the same fish to one order only', async () => {
    // Only this lot is in the shop for bass: whatever the other tests left is cleared out first.
    for (const r of await shop.counter.ok(contract.counter.stock))
      if (r.speciesId === 'sea_bass')
        await shop.counter.ok(contract.counter.discard, {
          body: {
            place: r.place,
            lotId: r.lotId,
            item: r.item,
            batch: r.batch,
            grams: r.grams,
            pieces: r.pieces,
            to: 'waste',
            reason: 'cleared for a test',
          },
        });
    const { lotId } = await landBass(shop, true, { pieces: 2, grams: 920 });
    const orders = await inParallel(4, () => shop.counter.ok(contract.orders.take, { body: fourFillets() }));
    const mine = new Set(orders.map((o) => o.id));
    const lines = (await shop.bench.ok(contract.plan.lines)).filter((l) => mine.has(l.orderId));
    const replies = await Promise.all(
      lines.map((l) =>
        shop.bench.send(contract.plan.choose, {
          params: { id: l.id },
          body: { version: l.version, picks: [{ lotId, fish: 2 }] },
        }),
      ),
    );
    expect(replies.filter((r) => r.status === 200)).toHaveLength(1);
    const promised = await row<{ n: number }>(
      shop.pool,
      'SELECT COALESCE(SUM(fish), 0) AS n FROM pick WHERE lot_id = ?',
      [lotId],
    );
    expect(Number(promised!.n)).toBe(2);
    const free = await held(lotId);
    expect(free).toMatchObject({ pieces: 2, freePieces: 0, freeGrams: 0 });
    const bought = await shop.counter.send(contract.counter.sell, { body: sale(lotId, 460, 1) });
    expect([bought.status, bought.problem.code]).toEqual([409, 'short']);
  });

  it('make an order ready when its last two tickets close side by side', async () => {
    await landBass(shop);
    const body = fourFillets();
    const { orderId, tickets } = await toBench(shop, { ...body, lines: [body.lines[0]!, body.lines[0]!] });
    expect(tickets).toHaveLength(2);
    const ready = [];
    for (const id of tickets) ready.push(await cut(shop, id));
    await Promise.all(
      ready.map((t) =>
        shop.bench.ok(contract.bench.close, {
          params: { id: t.id },
          body: { version: t.version, reason: '' },
        }),
      ),
    );
    const orders = await shop.counter.ok(contract.orders.list);
    expect(orders.find((o) => o.id === orderId)!.state).toBe('ready');
  });
});

describe('a stale screen', () => {
  it('is shown what it missed and overwrites nothing', async () => {
    const { deliveryId } = await landBass(shop);
    const params = { id: deliveryId };
    const seen = (await shop.bench.ok(contract.landing.deliveries, {})).find((d) => d.id === deliveryId)!;
    const edit = (remarks: string) =>
      shop.bench.send(contract.landing.editDelivery, {
        params,
        body: { ...delivery({ remarks }), version: seen.version },
      });
    const [one, two] = await Promise.all([edit('left'), edit('right')]);
    expect([one.status, two.status].sort()).toEqual([200, 409]);
    const lost = one.status === 409 ? one : two;
    const kept = one.status === 409 ? 'right' : 'left';
    expect(lost.problem.code).toBe('stale');
    expect(lost.problem.current).toMatchObject({ remarks: kept, version: seen.version + 1 });
  });

  it('cannot start a ticket twice', async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop);
    const params = { id: tickets[0]! };
    const ticket = await shop.bench.ok(contract.bench.ticket, { params });
    const body = {
      version: ticket.version,
      inputs: ticket.inputs.map((i) => ({ lotId: i.lotId, grams: i.grams, source: 'measured' as const })),
    };
    const replies = await inParallel(3, () => shop.bench.send(contract.bench.start, { params, body }));
    expect(replies.map((r) => r.status).sort()).toEqual([200, 409, 409]);
  });
});

describe('the ledger', () => {
  it.each([
    'UPDATE entry SET grams = grams + 1 LIMIT 1',
    'DELETE FROM entry LIMIT 1',
    "UPDATE movement SET reason = 'never happened' LIMIT 1",
    'DELETE FROM movement LIMIT 1',
  ])('refuses "%s"', async (sql) => {
    await expect(shop.pool.query(sql)).rejects.toThrow(/append-only|foreign key/);
  });

  it('lets no place hold less than nothing, whoever writes', async () => {
    await expect(
      shop.pool.query("UPDATE balance SET grams = -1 WHERE account = 'place:cold_room' LIMIT 1"),
    ).rejects.toThrow(/CONSTRAINT|constraint/);
  });

  it('proves its balances, and says which row drifted', async () => {
    const { lotId } = await landBass(shop);
    await shop.pool.query(
      "UPDATE balance SET grams = grams + 7 WHERE account = 'place:cold_room' AND lot_id = ?",
      [lotId],
    );
    const { faults } = await proof(shop);
    expect(faults).toHaveLength(1);
    expect(faults[0]).toMatch(/7/);
    await shop.pool.query(
      "UPDATE balance SET grams = grams - 7 WHERE account = 'place:cold_room' AND lot_id = ?",
      [lotId],
    );
  });

  it('takes a sale back with a movement that undoes it, once', async () => {
    const { lotId } = await landBass(shop);
    const sold = await shop.counter.ok(contract.counter.sell, { body: sale(lotId, 460, 1) });
    const voided = { params: { id: sold.id }, body: { reason: 'wrong fish' } };
    expect((await shop.counter.send(contract.counter.voidSale, voided)).status).toBe(403);
    await shop.manager.ok(contract.counter.voidSale, voided);
    expect(await held(lotId)).toMatchObject({ grams: 4600, pieces: 10 });
    expect((await shop.manager.send(contract.counter.voidSale, voided)).status).toBe(409);
    const kinds = await rows<{ kind: string }>(
      shop.pool,
      'SELECT DISTINCT m.id, m.kind FROM movement m JOIN entry e ON e.movement_id = m.id WHERE e.lot_id = ? ORDER BY m.id',
      [lotId],
    );
    expect(kinds.map((k) => k.kind)).toEqual(['land', 'sell', 'void']);
  });

  it('corrects a landed weight with a movement, not by rewriting', async () => {
    const { lotId, deliveryId } = await landBass(shop, false);
    const lots = (await shop.bench.ok(contract.landing.deliveries, {})).find(
      (d) => d.id === deliveryId,
    )!.lots;
    const {
      id: _id,
      code: _code,
      deliveryId: _d,
      speciesName: _n,
      landedOn: _l,
      graded: _g,
      doubt: _t,
      ...had
    } = lots[0]!;
    await shop.bench.ok(contract.landing.editLot, {
      params: { id: lotId },
      body: { ...had, pricePerKg: 1450, grams: 4500 },
    });
    expect(await held(lotId)).toMatchObject({ grams: 4500, pieces: 10 });
    const landed = await rows<{ grams: number }>(
      shop.pool,
      "SELECT grams FROM entry WHERE lot_id = ? AND account = 'outside:supplier' ORDER BY id",
      [lotId],
    );
    expect(landed.map((e) => e.grams)).toEqual([-4600, 100]);
  });

  it('counts a tray short and keeps the difference in sight', async () => {
    const { lotId } = await landBass(shop);
    const { differenceGrams } = await shop.counter.ok(contract.counter.count, {
      body: { ...wholeKey(lotId), grams: 4500, pieces: 10, source: 'measured', reason: 'not known' },
    });
    expect(differenceGrams).toBe(-100);
    const day = await shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } });
    const lot = day.lots.find((l) => l.lotId === lotId)!;
    expect(lot.discrepancy).toEqual({ share: 100 / 4600, grams: 100, within: false });
    expect(day.toDo[0]).toMatchObject({ kind: 'lot', code: lot.code, short: 100 });
  });
});
