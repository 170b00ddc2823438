import { contract, type Role, type Route, type SentOf } from '@ember-slate/contract';
import { moneyFor, taxWithin } from '@ember-slate/core/prices';
import { describe, expect, it } from 'vitest';
import { landBass, proof, sale, shopForEach } from './testShop.ts';

/* Other goods: the same bag, receipt, till, day and report as fish, and no lot, clock or gram of theirs in the ledger. */
const shop = shopForEach();
const day = '2026-11-25';

type New = SentOf<typeof contract.goods.add>;
const lemon: New = { name: 'Lemon', unit: 'piece', price: 60, rate: 700, allergens: '', counted: true };
const mussels: New = {
  name: 'Mussels',
  unit: 'kg',
  price: 780,
  rate: null,
  allergens: 'molluscs',
  counted: true,
};
const add = async (article: New) => (await shop().manager.ok(contract.goods.add, { body: article })).id;
const goods = (articleId: number, amount: number, price: number, more: object = {}) => ({
  articleId,
  amount,
  price,
  source: 'typed' as const,
  ...more,
});
const bag = (list: ReturnType<typeof goods>[], more: object = {}) => ({
  body: { lines: [], goods: list, pay: 'cash' as const, ...more },
});
const act = (id: number, kind: 'in' | 'out' | 'count', amount: number, reason = '') =>
  shop().counter.ok(contract.goods.act, { params: { id }, body: { kind, amount, reason } });
const refused = async <R extends Route>(role: Role, route: R, status: number, sent: object) =>
  expect((await shop()[role].send(route, sent)).status).toBe(status);
const articleNow = async (id: number) =>
  (await shop().counter.ok(contract.goods.list)).find((a) => a.id === id)!;
const closeDay = () => shop().manager.ok(contract.close.day, { params: { day } });

async function fishWithAPrice() {
  const { lotId } = await landBass(shop());
  await shop().manager.ok(contract.prices.set, {
    body: { speciesId: 'sea_bass', item: 'whole', was: null, perKg: 2400, reason: 'the quay' },
  });
  return lotId;
}

describe('other goods', () => {
  it('go into the bag with fish: one sale, one till, tax by their own rate, the report, and proven books', async () => {
    const lotId = await fishWithAPrice();
    const [l, m] = [await add(lemon), await add(mussels)];
    const { version } = (await shop().manager.ok(contract.settings.all)).tax;
    await shop().manager.ok(contract.settings.setTax, {
      body: { version, added: false, rates: { fish: 700, trim: null, made: null } },
    });
    const sold = await shop().counter.ok(contract.counter.sell, {
      body: { ...sale(lotId, 455, 1), goods: [goods(l, 3, 60), goods(m, 850, 780)] },
    });
    // By hand: 10.92 of fish, 1.80 of lemons, 6.63 of mussels.
    expect(sold.total).toBe(1092 + 180 + 663);
    const [read] = await shop().counter.ok(contract.counter.sales, { query: { day } });
    expect(read!.lines.map((x) => [x.name, x.code === null, x.unit, x.grams, x.pieces, x.money])).toEqual([
      ['Sea bass, whole', false, 'kg', 455, 1, 1092],
      ['Lemon', true, 'piece', 0, 3, 180],
      ['Mussels', true, 'kg', 850, 0, 663],
    ]);
    expect(read!.tax).toEqual([{ rate: 700, paid: 1272, tax: taxWithin(1272, 700) }]);
    const before = await closeDay();
    expect(before).toMatchObject({
      takings: sold.total,
      tills: { cash: { expected: sold.total }, card: { expected: 0 } },
      articles: [
        { name: 'Mussels', grams: 850, money: 663 },
        { name: 'Lemon', pieces: 3, money: 180 },
      ],
    });
    const report = () => shop().manager.ok(contract.reports.report, { query: { from: day, to: day } });
    const open = await report();
    await shop().manager.ok(contract.close.closeDay, {
      params: { day },
      body: { remarks: 'as it is', countedCash: sold.total, countedCard: 0 },
    });
    // A closed day reads its own sums, and they are the same.
    expect(await report()).toEqual(open);
    expect(open.total).toMatchObject({ takings: sold.total, soldGrams: 455 });
    expect((await proof(shop())).faults).toEqual([]);
    const csv = await (
      await fetch(`${shop().base}/api/reports/sales/${day}/${day}/table.csv`, {
        headers: { cookie: shop().manager.cookie },
      })
    ).text();
    expect(csv.split('\r\n').filter((row) => /Lemon|Mussels/.test(row))).toHaveLength(2);
  });

  it('are sold without any fish, and taken back; what should be there follows', async () => {
    const l = await add(lemon);
    await act(l, 'in', 20);
    const { id } = await shop().counter.ok(contract.counter.sell, bag([goods(l, 4, 60)]));
    expect((await articleNow(l)).stock).toBe(16);
    expect((await proof(shop())).faults).toEqual([]);
    await shop().manager.ok(contract.counter.voidSale, { params: { id }, body: { reason: 'rung twice' } });
    expect((await articleNow(l)).stock).toBe(20);
    expect((await closeDay()).takings).toBe(0);
    expect((await proof(shop())).faults).toEqual([]);
  });

  it('come in, go out for a reason and are counted, each written down', async () => {
    const l = await add(lemon);
    await act(l, 'in', 20);
    await act(l, 'out', 2, 'soft');
    expect(await act(l, 'count', 15)).toMatchObject({ stock: 15 });
    await shop().counter.ok(contract.counter.sell, bag([goods(l, 16, 60)]));
    // More sold than was counted is a wrong count, and no reason to stop a customer.
    expect((await articleNow(l)).stock).toBe(-1);
    const { acts } = await shop().counter.ok(contract.goods.one, { params: { id: l } });
    expect(acts.map((a) => [a.kind, a.amount, a.reason])).toEqual([
      ['count', -3, ''],
      ['out', -2, 'soft'],
      ['in', 20, ''],
    ]);
    await refused('counter', contract.goods.act, 400, {
      params: { id: l },
      body: { kind: 'out', amount: 1, reason: '' },
    });
    const m = await add({ ...mussels, counted: false });
    await refused('counter', contract.goods.act, 409, {
      params: { id: m },
      body: { kind: 'in', amount: 1000, reason: '' },
    });
  });

  it('are given back as money, at most what was paid', async () => {
    const m = await add(mussels);
    const { id } = await shop().counter.ok(contract.counter.sell, bag([goods(m, 850, 780)]));
    const back = (money: number) => ({
      params: { id },
      body: { lines: [{ position: 1, grams: 400, money }], pay: 'cash' as const, reason: 'gaping' },
    });
    await refused('counter', contract.counter.refund, 400, back(664));
    await shop().counter.ok(contract.counter.refund, back(300));
    expect((await closeDay()).tills.cash).toMatchObject({ refunds: -300 });
    expect((await proof(shop())).faults).toEqual([]);
  });

  it('cost what stands there or stood there today, or something else for a reason', async () => {
    const l = await add(lemon);
    const { version } = await articleNow(l);
    await shop().manager.ok(contract.goods.change, {
      params: { id: l },
      body: { ...lemon, version, price: 70, offered: true },
    });
    for (const price of [60, 70]) await shop().counter.ok(contract.counter.sell, bag([goods(l, 1, price)]));
    for (const price of [0, 50, 71])
      await refused('counter', contract.counter.sell, 400, bag([goods(l, 1, price)]));
    const cheap = bag([goods(l, 2, 50, { priceReason: 'soft' })]);
    expect((await shop().counter.ok(contract.counter.sell, cheap)).total).toBe(moneyFor('piece', 2, 50));
    await refused('manager', contract.goods.change, 409, {
      params: { id: l },
      body: { ...lemon, version, offered: true },
    });
    await shop().manager.ok(contract.goods.change, {
      params: { id: l },
      body: { ...lemon, version: version + 1, offered: false },
    });
    await refused('counter', contract.counter.sell, 400, bag([goods(l, 1, 60)]));
  });

  it.each([
    ['a name that is there', { ...lemon, price: 10 }],
    ['no name', { ...lemon, name: ' ' }],
    ['a price below nothing', { ...lemon, name: 'Lime', price: -1 }],
    ['more tax than there is money', { ...lemon, name: 'Lime', rate: 10_001 }],
  ])('are not added with %s', async (_what, body) => {
    await add(lemon);
    await refused('manager', contract.goods.add, 400, { body });
    expect(await shop().counter.ok(contract.goods.list)).toHaveLength(1);
  });

  it('are no business of an empty bag', () => refused('counter', contract.counter.sell, 400, bag([])));
});
