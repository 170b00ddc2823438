import { contract } from '@ember-slate/contract';
import { expect, it } from 'vitest';
import { row } from '../src/platform/db.ts';
import { bassLot, cut, delivery, fourFillets, gradeBody, shopForEach } from './testShop.ts';

/* One ticket of fish of two lots: each counts by what it weighs. */
const getShop = shopForEach();
const at = (id: number) => getShop().bench.ok(contract.bench.ticket, { params: { id } });

it.each([
  [1, 3],
  [3, 1],
])(
  '%i fish of the one, %i of the other: what is most of it comes first, both are paid for',
  async (...fish) => {
    const shop = getShop();
    const lots: { lotId: number; code: string; supplier: string; pricePerKg: number }[] = [];
    for (const [supplier, pricePerKg] of [
      ['Brannock Boats', 1000],
      ['Skerry Quay', 1800],
    ] as const) {
      const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery({ supplier }) });
      const lot = await shop.bench.ok(contract.landing.addLot, {
        params: { id },
        body: bassLot({ pricePerKg }),
      });
      await shop.bench.ok(contract.grading.record, { params: { id: lot.id }, body: gradeBody() });
      lots.push({ lotId: lot.id, code: lot.code, supplier, pricePerKg });
    }
    const [line] = fourFillets().lines;
    await shop.counter.ok(contract.orders.take, { body: fourFillets({ lines: [{ ...line, pieces: 8 }] }) });
    const [due] = await shop.bench.ok(contract.plan.lines);
    await shop.bench.ok(contract.plan.choose, {
      params: { id: due!.id },
      body: { version: due!.version, picks: lots.map(({ lotId }, i) => ({ lotId, fish: fish[i]! })) },
    });
    const { id } = await shop.bench.ok(contract.plan.send, {
      params: { id: due!.id },
      body: { version: due!.version + 1 },
    });
    await cut(shop, id);
    const [most, least] = fish[0] > fish[1] ? lots : lots.toReversed();

    const label = await shop.bench.ok(contract.labels.make, {
      params: { id, weightId: (await at(id)).weighOuts[0]!.id },
      body: { size: '58x40', print: false },
    });
    const { trace } = await shop.bench.ok(contract.labels.one, { params: { id: label.id } });
    expect(trace).toBe(`${most!.code} + ${least!.code}`);

    await shop.bench.ok(contract.bench.close, {
      params: { id },
      body: { version: (await at(id)).version, reason: 'frames went to the cat' },
    });
    const point = await row<{ supplier: string; paid: number }>(
      shop.pool,
      'SELECT s.name AS supplier, y.paid_per_kg AS paid FROM yield_point y JOIN supplier s ON s.id = y.supplier_id WHERE y.ticket_id = ?',
      [id],
    );
    const paid = lots.reduce((sum, l, i) => sum + l.pricePerKg * fish[i]!, 0) / 4;
    expect(point!.supplier).toBe(most!.supplier);
    expect(point!.paid).toBeCloseTo(paid, 0);
  },
);
