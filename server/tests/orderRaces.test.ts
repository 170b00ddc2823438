import { randomUUID } from 'node:crypto';
import { contract } from '@ember-slate/contract';
import { beforeEach, describe, expect, it } from 'vitest';
import { cut, fourFillets, shopForEach, landBass, proof, start, toBench, type TestShop } from './testShop.ts';

let shop: TestShop;
const freshShop = shopForEach();
beforeEach(() => void (shop = freshShop()));

const line = fourFillets().lines[0]!;
const orderOf = async (id: number) => (await shop.counter.ok(contract.orders.list)).find((o) => o.id === id);
const count = async (sql: string) => {
  const [rows] = await shop.pool.query(sql);
  return Number((rows as { n: number }[])[0]!.n);
};
/** Statuses of requests sent at the same moment, the lowest first. */
const together = async (...sent: Promise<{ status: number }>[]) =>
  (await Promise.all(sent)).map((r) => r.status).sort();
const shelf = () =>
  count("SELECT COALESCE(SUM(grams), 0) AS n FROM balance WHERE account = 'place:order_shelf'");
const ready = async () => {
  await landBass(shop);
  const { orderId, tickets } = await toBench(shop, fourFillets({ deposit: 300 }));
  const { version } = await cut(shop, tickets[0]!);
  await shop.bench.ok(contract.bench.close, { params: { id: tickets[0]! }, body: { version, reason: '' } });
  return (await orderOf(orderId))!;
};

describe('two hands at one order', () => {
  it('hand it over once, for one price, with one deposit used', async () => {
    const order = await ready();
    const hand = (perKg: number) =>
      shop.counter.send(contract.orders.handOver, {
        params: { id: order.id },
        body: { version: order.version, prices: order.lines.map((l) => ({ lineId: l.id, perKg })) },
      });
    expect(await together(hand(3000), hand(4000), hand(5000))).toEqual([200, 409, 409]);
    expect(await count('SELECT COUNT(*) AS n FROM sale')).toBe(1);
    expect(await count("SELECT COUNT(*) AS n FROM deposit WHERE kind = 'used'")).toBe(1);
    expect(await shelf()).toBe(0);
  });

  it('hand it over or let it go, never both', async () => {
    const order = await ready();
    const statuses = await together(
      shop.counter.send(contract.orders.handOver, {
        params: { id: order.id },
        body: { version: order.version, prices: order.lines.map((l) => ({ lineId: l.id, perKg: 3000 })) },
      }),
      shop.manager.send(contract.orders.cancel, {
        params: { id: order.id },
        body: { version: order.version, reason: 'nobody came' },
      }),
    );
    expect(statuses).toEqual([200, 409]);
    const sold = await count('SELECT COUNT(*) AS n FROM sale');
    const back = await count(
      "SELECT COUNT(*) AS n FROM balance WHERE account = 'place:cold_room' AND item = 'fillet_skin_on' AND grams > 0",
    );
    expect(sold + back).toBe(1);
    expect(await shelf()).toBe(0);
  });

  it('change it one after the other: the second sees what the first did', async () => {
    const { id } = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const { lines: _lines, deposit: _none, ...head } = { deposit: 0, ...fourFillets() };
    const change = (remarks: string) =>
      shop.counter.send(contract.orders.edit, { params: { id }, body: { ...head, remarks, version: 1 } });
    const replies = await Promise.all([change('one bag'), change('two bags')]);
    expect(replies.map((r) => r.status).sort()).toEqual([200, 409]);
    const stale = replies.find((r) => r.status === 409)!;
    expect(stale.problem.current).toMatchObject({ id, version: 2 });
  });

  it('take it once, however often the same key arrives', async () => {
    const key = randomUUID();
    const take = () => shop.counter.send(contract.orders.take, { body: fourFillets({ deposit: 500 }), key });
    const replies = await Promise.all([take(), take(), take()]);
    expect(new Set(replies.map((r) => r.body.number))).toEqual(new Set([1]));
    expect(await count('SELECT COUNT(*) AS n FROM customer_order')).toBe(1);
    expect(await count('SELECT COUNT(*) AS n FROM deposit')).toBe(1);
  });
});

describe('the counter and the bench at once', () => {
  const drop = async (id: number) => {
    const { version, lines } = (await orderOf(id))!;
    const [first] = lines;
    const keep = lines.slice(1).map((l) => ({
      ...line,
      id: l.id,
      pieces: l.pieces,
      people: l.people,
      thickMm: l.thickMm,
      partAllowed: l.partAllowed,
      trimWish: l.trimWish,
      options: l.options,
    }));
    expect(first).toBeDefined();
    return shop.counter.send(contract.orders.edit, {
      params: { id },
      body: { ...fourFillets(), version, lines: keep },
    });
  };

  it('a line taken off while its fish come to the board is either free or cut for the counter', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop, fourFillets({ lines: [line, { ...line, pieces: 2 }] }));
    const params = { id: tickets[0]! };
    const { version, inputs } = await shop.bench.ok(contract.bench.ticket, { params });
    const [off, begun] = await Promise.all([
      drop(orderId),
      shop.bench.send(contract.bench.start, {
        params,
        body: {
          version,
          inputs: inputs.map((i) => ({ lotId: i.lotId, grams: i.grams, source: 'measured' as const })),
        },
      }),
    ]);
    expect(off.status).toBe(200);
    expect([200, 404, 409]).toContain(begun.status);
    expect((await orderOf(orderId))!.lines.map((l) => l.state)).toEqual(['cancelled', 'planned']);
    const found = (await shop.bench.ok(contract.bench.tickets)).find((t) => t.id === params.id);
    if (begun.status === 200) expect(found!.cuts.map((c) => c.lineId)).toEqual([null]);
    else expect(found).toBeUndefined();
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('a ticket closed while its order is cancelled leaves nothing on the shelf', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop);
    const { version } = await cut(shop, tickets[0]!);
    const order = (await orderOf(orderId))!;
    const statuses = await together(
      shop.bench.send(contract.bench.close, { params: { id: tickets[0]! }, body: { version, reason: '' } }),
      shop.counter.send(contract.orders.cancel, {
        params: { id: orderId },
        body: { version: order.version, reason: 'too late' },
      }),
    );
    expect(statuses[0]).toBe(200);
    const left = await orderOf(orderId);
    // Cancelled first, its pieces are the counter's; closed first, the cancelling screen must look again.
    if (left) expect(left).toMatchObject({ state: 'ready' });
    else expect(await shelf()).toBe(0);
  });

  it('a ticket begun twice is begun once', async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop);
    const params = { id: tickets[0]! };
    const { version, inputs } = await shop.bench.ok(contract.bench.ticket, { params });
    const begin = () =>
      shop.bench.send(contract.bench.start, {
        params,
        body: {
          version,
          inputs: inputs.map((i) => ({ lotId: i.lotId, grams: i.grams, source: 'measured' as const })),
        },
      });
    expect(await together(begin(), begin())).toEqual([200, 409]);
    await expect(start(shop, tickets[0]!)).rejects.toThrow();
  });
});
