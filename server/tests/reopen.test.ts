import { contract } from '@ember-slate/contract';
import { describe, expect, inject, it } from 'vitest';
import {
  cut,
  shopForEach,
  landBass,
  openTestShop,
  pins,
  proof,
  sale,
  toBench,
  type TestShop,
} from './testShop.ts';

const fresher = shopForEach();
const at = (shop: TestShop, id: number) => shop.bench.ok(contract.bench.ticket, { params: { id } });
const close = async (shop: TestShop, id: number) =>
  shop.bench.ok(contract.bench.close, {
    params: { id },
    body: { version: (await at(shop, id)).version, reason: 'as weighed' },
  });
const reopen = async (shop: TestShop, id: number) =>
  shop.bench.send(contract.bench.reopen, {
    params: { id },
    body: { version: (await at(shop, id)).version, reason: 'wrong tub' },
  });
/** A closed ticket for an order of four fillets, its first weight `more` grams too heavy. */
async function closed(shop: TestShop, more: number) {
  await landBass(shop);
  const { tickets, orderId } = await toBench(shop);
  const id = tickets[0]!;
  const params = { id };
  const done = await cut(shop, id);
  const first = done.weighOuts[0]!;
  if (more !== 0) {
    await shop.bench.ok(contract.bench.strike, { params: { id, weightId: first.id } });
    await weigh(shop, id, first, first.grams + more);
  }
  await shop.bench.ok(contract.bench.close, {
    params,
    body: { version: (await at(shop, id)).version, reason: 'as weighed' },
  });
  return { id, orderId, right: first };
}
const weigh = (
  shop: TestShop,
  id: number,
  {
    cutId,
    kind,
    item,
    pieces,
  }: Pick<Awaited<ReturnType<typeof at>>['weighOuts'][number], 'cutId' | 'kind' | 'item' | 'pieces'>,
  grams: number,
) =>
  shop.bench.ok(contract.bench.weigh, {
    params: { id },
    body: { cutId, kind, item, grams, pieces, source: 'measured', again: true },
  });

/** What every screen says of the shop, but for what it calls things. */
async function books(shop: TestShop) {
  const day = '2026-11-25';
  const stock = await shop.manager.ok(contract.counter.stock);
  const sheet = await shop.manager.ok(contract.close.day, { params: { day } });
  const orders = await shop.manager.ok(contract.orders.list);
  const { faults } = await proof(shop);
  return {
    faults,
    stock: stock.map(({ place, item, batch, grams, pieces, daysLeft }) => ({
      place,
      item,
      batch,
      grams,
      pieces,
      days: daysLeft?.toFixed(6),
    })),
    waste: sheet.waste,
    yields: sheet.yields,
    orders: orders.map((o) => [o.state, o.lines.map((l) => [l.state, l.readyGrams, l.readyPieces])]),
    done: (await shop.bench.ok(contract.bench.done)).map(({ mainGrams, inputGrams }) => [
      mainGrams,
      inputGrams,
    ]),
  };
}

describe('a ticket closed today, opened again', () => {
  it('and put right leaves the shop as if it had been weighed right at once', async () => {
    const right = await openTestShop(inject('databaseUrl'));
    await closed(right, 0);
    const wrong = fresher();
    const { id, right: first } = await closed(wrong, 12);
    expect(await books(wrong)).not.toEqual(await books(right));
    expect((await reopen(wrong, id)).status).toBe(200);
    const open = await at(wrong, id);
    expect([open.state, open.weighOuts.length]).toEqual(['cutting', (await at(right, id)).weighOuts.length]);
    const bad = open.weighOuts.at(-1)!;
    await wrong.bench.ok(contract.bench.strike, { params: { id, weightId: bad.id } });
    await weigh(wrong, id, first, first.grams);
    await close(wrong, id);
    expect(await books(wrong)).toEqual(await books(right));
    await right.close();
  });

  it('takes its lines back to the bench and its order with them, whatever it gave out of stock', async () => {
    const shop = fresher();
    const { id } = await closed(shop, 0);
    expect((await shop.manager.ok(contract.orders.list))[0]!.state).toBe('ready');
    await reopen(shop, id);
    const [order] = await shop.manager.ok(contract.orders.list);
    expect([order!.state, order!.lines[0]!.state]).toEqual(['open', 'cutting']);
    const stock = await shop.manager.ok(contract.counter.stock);
    expect(stock.filter((r) => r.batch === id)).toEqual([]);
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('stays closed once something of it was sold or collected, on another day, and for an old screen', async () => {
    const shop = fresher();
    const { id, orderId } = await closed(shop, 0);
    const trim = (await shop.manager.ok(contract.counter.stock)).find((r) => r.batch === id && r.saleable)!;
    const { place, item, batch } = trim;
    const price = { perKg: 500, priceReason: 'for the test' };
    await shop.manager.ok(contract.counter.sell, {
      body: sale(trim.lotId, trim.grams, trim.pieces, { place, item, batch, ...price }),
    });
    const { detail } = (await reopen(shop, id)).problem;
    expect(detail).toMatch(/sold, moved or used/);
    expect(detail).toMatch(new RegExp(` ${trim.grams} g were sold`));
    const stale = await shop.bench.send(contract.bench.reopen, {
      params: { id },
      body: { version: 1, reason: 'wrong tub' },
    });
    expect(stale.status).toBe(409);
    expect((await at(shop, id)).state).toBe('closed');
    shop.clock.now = new Date('2026-11-26T09:00:00Z');
    await shop.bench.signIn(shop.staff.bench, pins.bench);
    expect((await reopen(shop, id)).problem.detail).toMatch(/another day/);
    expect(orderId).toBeGreaterThan(0);
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('is not the counter’s to open', async () => {
    const shop = fresher();
    const { id } = await closed(shop, 0);
    const answer = await shop.counter.send(contract.bench.reopen, {
      params: { id },
      body: { version: 1, reason: 'x' },
    });
    expect(answer.status).toBe(403);
  });
});
