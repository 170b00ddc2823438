import { contract } from '@ember-slate/contract';
import { describe, expect, it } from 'vitest';
import { expectRefused, fillets, today, refusingShop } from './refused.ts';
import { cut, fourFillets, landBass, noon, pins, sale, toBench, wholeKey } from './testShop.ts';

/* What orders and the counter refuse, and in which words. */

const { at, ask, orderOf } = refusingShop();

describe('orders refuse', () => {
  it('lines that are gone from them, and to hand over lines of another order', async () => {
    const { id } = await at.shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const order = await orderOf(id);
    const edit = (lines: object[]) =>
      ask({
        by: 'counter',
        route: contract.orders.edit,
        params: { id },
        body: { customer: 'Pell', phone: '', dueAt: order.dueAt, remarks: '', version: order.version, lines },
      });
    expectRefused(await edit([{ ...fillets, id: 99_999 }]), [400, 'lines.0.form', /gone from the order/]);
    expectRefused(
      await ask({
        by: 'counter',
        route: contract.orders.handOver,
        params: { id },
        body: { version: order.version, prices: [{ lineId: 99_999, perKg: 2000 }] },
      }),
      [400, 'prices', /None of these lines/],
    );
    expect(await orderOf(id)).toEqual(order);
  });
  it('to end a weekly order there is not, that has ended, or that somebody changed', async () => {
    const { lines, customer, phone, remarks } = fourFillets();
    const { id } = await at.shop.counter.ok(contract.orders.keepStanding, {
      body: { customer, phone: phone!, remarks: remarks!, weekday: 5, minutes: 600, from: today, lines },
    });
    const end = (version: number, at = id) =>
      ask({ by: 'counter', route: contract.orders.endStanding, params: { id: at }, body: { version } });
    expectRefused(await end(1, 9999), [404, null, /No such weekly order/]);
    expectRefused(await end(7), [409, null, /changed meanwhile/]);
    expect((await end(1)).status).toBe(200);
    expectRefused(await end(2), [409, null, /ended already/]);
  });
});

describe('the counter refuses', () => {
  it('a place on the slab there is not, or for what does not lie there', async () => {
    const { lotId } = await landBass(at.shop);
    const put = (more: object) =>
      ask({
        by: 'counter',
        route: contract.counter.putAt,
        body: { ...wholeKey(lotId), place: 'place:slab', spot: 'A1', ...more },
      });
    expectRefused(await put({ place: 'place:cold_room' }), [400, 'place', /does not lie on the slab/]);
    expectRefused(await put({ spot: 'Z9' }), [400, 'spot', /no place Z9 on the slab/]);
    expectRefused(
      await ask({
        by: 'counter',
        route: contract.counter.move,
        body: { ...wholeKey(lotId), grams: 460, pieces: 1, to: 'place:slab', spot: 'Z9' },
      }),
      [400, 'spot', /no place Z9/],
    );
  });
  it('money back on a sale that was taken back, and to take it back twice', async () => {
    const { lotId } = await landBass(at.shop);
    const { id } = await at.shop.counter.ok(contract.counter.sell, {
      body: sale(lotId, 460, 1, { priceReason: 'a friend' }),
    });
    const takeBack = () =>
      ask({
        route: contract.counter.voidSale,
        params: { id },
        body: { reason: 'wrong fish' },
      });
    expect((await takeBack()).status).toBe(200);
    expectRefused(await takeBack(), [409, null, /taken back already/]);
    const lines = [{ position: 1, grams: 0, money: 100 }];
    expectRefused(
      await ask({
        by: 'counter',
        route: contract.counter.refund,
        params: { id },
        body: { lines, pay: 'cash', reason: 'bones' },
      }),
      [409, null, /was taken back whole/],
    );
  });
  it('to freeze late without a reason, past its life at all; early it needs none', async () => {
    const { lotId } = await landBass(at.shop, true, { caughtOn: '2026-11-25' });
    const freeze = (reason = '') =>
      ask({
        by: 'bench',
        route: contract.counter.move,
        body: { ...wholeKey(lotId), grams: 460, pieces: 1, to: 'place:freezer', reason },
      });
    const days = async (n: number) => {
      at.shop.clock.now = new Date(noon.getTime() + n * 86_400_000);
      for (const who of ['bench', 'counter', 'manager'] as const)
        await at.shop[who].signIn(at.shop.staff[who], pins[who]);
    };
    try {
      expect((await freeze()).status).toBe(200);
      await days(7);
      expectRefused(await freeze(), [400, 'reason', /% of its life is used: late to freeze/]);
      expect((await freeze('a wedding next week')).status).toBe(200);
      await days(40);
      expectRefused(await freeze('waste not'), [409, null, /Out of date/]);
    } finally {
      await days(0);
    }
  });
  it('a markdown without a price, or to end one there is not', async () => {
    const { lotId } = await landBass(at.shop, true, { speciesId: 'pollack' });
    const key = wholeKey(lotId);
    expectRefused(
      await ask({ route: contract.prices.markDown, body: { ...key, perKg: 900, reason: 'ends today' } }),
      [400, 'perKg', /no price yet/],
    );
    expectRefused(await ask({ route: contract.prices.markUp, body: key }), [409, null, /not marked down/]);
  });
  it('to make of trim what the shop does not make, of a tub named twice, or too little', async () => {
    await landBass(at.shop);
    const { tickets } = await toBench(at.shop);
    const t = await cut(at.shop, tickets[0]!);
    await at.shop.bench.ok(contract.bench.close, {
      params: { id: t.id },
      body: { version: t.version, reason: 'drips' },
    });
    const row = (await at.shop.counter.ok(contract.counter.stock)).find((r) => r.item === 'trim:frame')!;
    const input = { place: row.place, lotId: row.lotId, item: row.item, batch: row.batch, grams: row.grams };
    const make = (more: object) =>
      ask({
        by: 'bench',
        route: contract.trim.make,
        body: { product: 'stock_pack', inputs: [input], grams: row.grams, remarks: '', ...more },
      });
    expectRefused(await make({ product: 'soup' }), [400, 'product', /./]);
    expectRefused(await make({ inputs: [input, input] }), [400, 'inputs.1', /named twice/]);
    expectRefused(await make({ inputs: [{ ...input, item: 'whole' }] }), [
      400,
      'inputs.0',
      /no trim of this shop/,
    ]);
    expectRefused(await make({ grams: row.grams + 1 }), [400, 'grams', /weigh the fish before/]);
    expectRefused(await make({ grams: Math.floor(row.grams * 0.59) }), [400, 'grams', /Less than 60 %/]);
    expect(
      (await at.shop.counter.ok(contract.counter.stock)).find((r) => r.item === 'trim:frame')!.grams,
    ).toBe(row.grams);
  });
});
