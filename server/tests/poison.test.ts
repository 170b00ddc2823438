import { contract, type Route } from '@ember-slate/contract';
import { run } from '../src/platform/db.ts';
import { defaultSettings } from '../src/platform/settings.ts';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { landBass, noon, openTestShop, sale, type TestShop } from './testShop.ts';
import { requestsOf } from '@ember-slate/contract/testing';

const routes = Object.entries(contract).flatMap(([room, all]) =>
  Object.entries(all as Record<string, Route>).map(([name, route]) => [`${room}.${name}`, route] as const),
);
const reads = routes.filter(([, r]) => r.method === 'GET');

/** A shop into whose records nonsense got, as an older version let it. */
describe('a row nobody knows', () => {
  let shop: TestShop;
  let lotId = 0;
  beforeAll(async () => {
    shop = await openTestShop(inject('databaseUrl'));
    ({ lotId } = await landBass(shop));
    await shop.counter.ok(contract.counter.sell, { body: sale(lotId, 460, 1) });
    const key = [lotId, 'nonsense', 0];
    for (const [account, item, batch, grams] of [
      ['place:display', 'nonsense', 0, 5],
      ['place:slab', 'trim:gold', 0, 40],
      ['place:cold_room', 'made:nothing', 1_000_000_777, 90],
      ['place:cold_room', 'steaks', 77, 300],
    ] as const) {
      const made = await run(
        shop.pool,
        "INSERT INTO movement (kind, at, trading_day, staff_id, reason) VALUES ('count', ?, '2026-11-25', 1, '')",
        [noon],
      );
      for (const [a, g] of [
        [account, grams],
        ['end:unaccounted', -grams],
      ] as const) {
        await run(
          shop.pool,
          'INSERT INTO entry (movement_id, account, lot_id, item, batch, grams, pieces) VALUES (?, ?, ?, ?, ?, ?, 0)',
          [made.insertId, a, lotId, item, batch, g],
        );
        await run(
          shop.pool,
          'INSERT INTO balance (account, lot_id, item, batch, grams, pieces) VALUES (?, ?, ?, ?, ?, 0)',
          [a, lotId, item, batch, g],
        );
      }
    }
    const binned = await run(
      shop.pool,
      "INSERT INTO movement (kind, at, trading_day, staff_id, reason) VALUES ('discard', ?, '2026-11-25', 1, 'trim:gold')",
      [noon],
    );
    for (const [a, g] of [
      ['end:waste', 5],
      ['end:unaccounted', -5],
    ] as const)
      await run(
        shop.pool,
        'INSERT INTO entry (movement_id, account, lot_id, item, batch, grams, pieces) VALUES (?, ?, ?, ?, ?, ?, 0)',
        [binned.insertId, a, ...key, g],
      );
    await run(shop.pool, "UPDATE sale_line SET item = 'nonsense'", []);
    await run(
      shop.pool,
      "INSERT INTO price (species_id, item, per_kg) VALUES ('sea_bass', 'nonsense', 100)",
      [],
    ).catch(() => undefined);
    await run(
      shop.pool,
      "INSERT INTO markdown (lot_id, item, batch, full_per_kg, per_kg, reason, made_at, made_by) VALUES (?, 'nonsense', 0, 200, 100, '', ?, 1)",
      [lotId, noon],
    );
    await run(
      shop.pool,
      "INSERT INTO slab_spot (code, lot_id, item, batch) VALUES ('Z9', ?, 'nonsense', 0)",
      [lotId],
    );
    await run(
      shop.pool,
      "INSERT INTO yield_point SELECT 1, '2026-11-25', 'sea_bass', 'gutted', 'nonsense', '', '', 1, 1, 1, 100, 50, 0.5, 1 FROM DUAL WHERE EXISTS (SELECT 1 FROM ticket WHERE id = 1)",
      [],
    );
    await shop.counter.ok(contract.orders.take, {
      body: {
        customer: 'Pell',
        dueAt: '2026-11-26T10:00:00.000Z',
        depositPay: 'cash',
        lines: [
          {
            speciesId: 'sea_bass',
            form: 'fillet_skin_on',
            pieces: 2,
            pieceGrams: 150,
            totalGrams: null,
            use: 'fry',
            people: null,
            thickMm: null,
            partAllowed: false,
            trimWish: 'shop',
            options: [],
          },
        ],
      },
    });
    await run(shop.pool, "UPDATE order_line SET form = 'nonsense'", []);
  });
  afterAll(() => shop.close());

  it.each(reads)('stops not %s', async (_name, route) => {
    const params = { id: lotId, day: '2026-11-25', part: 'head', product: 'stock_pack', table: 'sales' };
    const reply = await shop.manager.send(route, {
      params,
      query: {
        day: '2026-11-25',
        from: '2026-11-01',
        to: '2026-11-25',
        lotId: String(lotId),
        item: 'whole',
        speciesId: 'sea_bass',
        condition: 'gutted',
        form: 'fillet_skin_on',
        code: '2100001604685',
        scheme: 'eu-general',
        species: 'sea_bass',
        supplier: '',
        name: 'Pell',
      },
    });
    expect(reply.status, JSON.stringify(reply.problem)).toBeLessThan(500);
  });

  it('is shown as unknown, is not for sale, and can be binned', async () => {
    const stock = await shop.counter.ok(contract.counter.stock);
    const row = stock.find((r) => r.item === 'nonsense')!;
    expect(row).toMatchObject({ itemName: 'unknown (nonsense)', saleable: false });
    const key = { place: 'place:display', lotId, item: 'nonsense', batch: 0 } as const;
    await shop.counter.ok(contract.counter.discard, {
      body: { ...key, grams: 5, pieces: 0, to: 'waste', reason: 'nobody knows what it is' },
    });
    expect((await shop.counter.ok(contract.counter.stock)).some((r) => r.item === 'nonsense')).toBe(false);
  });

  it('keeps no day from closing', async () => {
    await shop.manager.ok(contract.close.closeDay, {
      params: { day: '2026-11-25' },
      body: { remarks: 'all the same', countedCash: null, countedCard: null },
    });
  });
});

describe('stock out of nothing', () => {
  let shop: TestShop;
  beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
  afterAll(() => shop.close());

  it.each([
    ['a row that was never there', { item: 'steaks', batch: 0 }],
    ['a form nobody has', { item: 'nonsense', batch: 0 }],
    ['a batch nobody made', { item: 'whole', batch: 4_000_000_000 }],
    ['a trim that is none', { item: 'trim:gold', batch: 0 }],
  ])('is not moved, binned, sold, counted, marked down or laid out: %s', async (_what, wrong) => {
    const { lotId } = await landBass(shop);
    const key = { place: 'place:display' as const, lotId, ...wrong };
    const amount = { grams: 20, pieces: 0 };
    const tries = [
      shop.manager.send(contract.counter.move, {
        body: { ...key, ...amount, to: 'place:slab', spot: null },
      }),
      shop.manager.send(contract.counter.discard, { body: { ...key, ...amount, to: 'waste', reason: 'x' } }),
      shop.manager.send(contract.counter.count, {
        body: { ...key, ...amount, source: 'typed', reason: 'x' },
      }),
      shop.manager.send(contract.counter.sell, {
        body: { lines: [{ ...key, ...amount, source: 'typed', perKg: 100, priceReason: 'x' }] },
      }),
      shop.manager.send(contract.prices.markDown, { body: { ...key, perKg: 100, reason: 'x' } }),
      shop.manager.send(contract.counter.putAt, { body: { ...key, place: 'place:slab', spot: 'A1' } }),
      shop.manager.send(contract.trim.make, {
        body: { product: 'stock_pack', inputs: [{ ...key, grams: 20 }], grams: 20 },
      }),
    ];
    for (const reply of await Promise.all(tries)) {
      expect(reply.status, JSON.stringify(reply.problem)).toBeGreaterThanOrEqual(400);
      expect(reply.status, JSON.stringify(reply.problem)).toBeLessThan(500);
    }
    expect((await shop.manager.ok(contract.books.verify)).faults).toEqual([]);
  });

  it('is named by the proof of the books where an older version sold it', async () => {
    const { lotId } = await landBass(shop);
    const made = await run(
      shop.pool,
      "INSERT INTO movement (kind, at, trading_day, staff_id, reason) VALUES ('sell', ?, '2026-11-25', 1, '')",
      [noon],
    );
    for (const [account, grams] of [
      ['outside:customer', 65],
      ['end:unaccounted', -65],
    ] as const) {
      await run(
        shop.pool,
        "INSERT INTO entry (movement_id, account, lot_id, item, batch, grams, pieces) VALUES (?, ?, ?, 'trim:scrape', 0, ?, 0)",
        [made.insertId, account, lotId, grams],
      );
      await run(
        shop.pool,
        "INSERT INTO balance (account, lot_id, item, batch, grams, pieces) VALUES (?, ?, 'trim:scrape', 0, ?, 0)",
        [account, lotId, grams],
      );
    }
    const { faults } = await shop.manager.ok(contract.books.verify);
    expect(faults.join('\n')).toMatch(/65 g of lot .* that were not there/);
  });
});

describe('random requests', () => {
  let shop: TestShop;
  let known: Parameters<typeof requestsOf>[1];
  beforeAll(async () => {
    shop = await openTestShop(inject('databaseUrl'));
    await landBass(shop);
    const species = (await shop.manager.ok(contract.landing.species)).map((s) => s.id);
    known = {
      species: [...species.slice(0, 4), 'sea_bass', 'any_white', 'constructor'],
      items: ['whole', 'fillet_skin_on', 'steaks', 'trim:head', 'made:stock_pack', 'nonsense'],
      days: ['2026-11-25', '2026-11-24', '2000-01-01', '2099-12-31'],
      now: noon,
    };
    expect(defaultSettings.sample).toBe(false);
  });
  afterAll(() => shop.close());

  it.each(routes.filter(([, r]) => r.kind !== 'session' && r.kind !== 'device' && r.kind !== 'upload'))(
    'of %s are answered, and never with a fault',
    async (_name, route) => {
      for (const asked of fc.sample(requestsOf(route, known), { numRuns: 10, seed: 20 })) {
        const reply = await fetch(shop.base + asked.path, {
          method: asked.method,
          headers: {
            cookie: shop.manager.cookie,
            'content-type': 'application/json',
            'idempotency-key': crypto.randomUUID(),
          },
          ...(asked.body === undefined ? {} : { body: JSON.stringify(asked.body) }),
        });
        // A printer or a scale that is not there is no fault.
        if (reply.status !== 503)
          expect(reply.status, JSON.stringify([asked, await reply.text()])).toBeLessThan(500);
      }
    },
  );
});
