import { contract, type SentOf } from '@ember-slate/contract';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cut, fourFillets, landBass, noon, pins, proof, sale, shopForEach, toBench } from './testShop.ts';

/* What customers owe: every way money goes on an account or comes off it, and the till it is counted in. */
const shop = shopForEach();
const day = '2026-11-25';

const account = async (name: string) => {
  const of = (await shop().counter.ok(contract.accounts.list)).find((c) => c.name === name)!;
  return shop().counter.ok(contract.accounts.one, { params: { id: of.id } });
};
const pay = (id: number, body: SentOf<typeof contract.accounts.pay>) =>
  shop().counter.ok(contract.accounts.pay, { params: { id }, body });
const till = async (way: 'cash' | 'card' | 'account') =>
  (await shop().manager.ok(contract.close.day, { params: { day } })).tills[way];
const onAccount = async (lotId: number, customer: string, grams = 455) =>
  shop().counter.ok(contract.counter.sell, { body: { ...sale(lotId, grams, 1), pay: 'account', customer } });
const priced = async () => {
  const { lotId } = await landBass(shop());
  await shop().manager.ok(contract.prices.set, {
    body: { speciesId: 'sea_bass', item: 'whole', was: null, perKg: 2400, reason: 'the quay' },
  });
  return lotId;
};

describe('what a customer owes', () => {
  it('grows by sales, orders and deposits on account, and falls by what they pay and get back', async () => {
    const lotId = await priced();
    const { id } = await onAccount(lotId, 'Pell');
    await onAccount(lotId, 'Marsh', 400);
    const { orderId, tickets } = await toBench(
      shop(),
      fourFillets({ customer: 'Pell', deposit: 500, depositPay: 'account' }),
    );
    await cut(shop(), tickets[0]!);
    const ticket = await shop().bench.ok(contract.bench.ticket, { params: { id: tickets[0]! } });
    await shop().bench.ok(contract.bench.close, {
      params: { id: ticket.id },
      body: { version: ticket.version, reason: 'as expected' },
    });
    const order = (await shop().counter.ok(contract.orders.list)).find((o) => o.id === orderId)!;
    const handed = await shop().counter.ok(contract.orders.handOver, {
      params: { id: orderId },
      body: {
        version: order.version,
        pay: 'account',
        prices: order.lines.map((l) => ({ lineId: l.id, perKg: 3000 })),
      },
    });
    await shop().counter.ok(contract.counter.refund, {
      params: { id },
      body: { lines: [{ position: 1, grams: 0, money: 92 }], pay: 'account', reason: 'soft' },
    });
    const before = await account('Pell');
    // The deposit was owed from the start, so the order costs its whole price together.
    expect(before.owes).toBe(1092 - 92 + handed.total);
    const paid = await pay(before.id, { money: 600, pay: 'cash', remarks: 'in an envelope' });
    expect(paid).toMatchObject({ number: 1, owes: before.owes - 600 });
    const after = await account('Pell');
    expect(after.entries.map((e) => e.kind).sort()).toEqual(['deposit', 'payment', 'refund', 'sale', 'sale']);
    expect(after.entries.find((e) => e.kind === 'payment')).toMatchObject({
      money: -600,
      remarks: 'in an envelope',
      undone: null,
    });
    // What was owed after each is the sum of all up to it.
    const first = after.entries.toReversed();
    first.forEach((e, i) => expect(e.owes).toBe(first.slice(0, i + 1).reduce((s, x) => s + x.money, 0)));
    expect(await till('cash')).toMatchObject({ payments: 600, expected: 600 });
    expect((await account('Marsh')).owes).toBe(960);
    expect(await proof(shop())).toMatchObject({ faults: [] });
    const sheet = (who?: 'counter' | 'bench') =>
      fetch(`${shop().base}/api/accounts/${before.id}/statement.pdf`, {
        headers: who ? { cookie: shop()[who].cookie } : {},
      });
    expect((await sheet('counter')).headers.get('content-type')).toBe('application/pdf');
    expect([(await sheet('bench')).status, (await sheet()).status]).toEqual([403, 401]);
  });

  it('goes with a sale that is taken back, and comes back with a payment that is', async () => {
    const lotId = await priced();
    const { id } = await onAccount(lotId, 'Pell');
    const { id: customer } = await account('Pell');
    const { id: payment } = await pay(customer, { money: 1092, pay: 'card' });
    expect((await account('Pell')).owes).toBe(0);
    await shop().counter.ok(contract.accounts.takeBack, {
      params: { id: payment },
      body: { reason: 'it was Marsh' },
    });
    const again = await account('Pell');
    expect([again.owes, again.entries.find((e) => e.kind === 'payment')!.undone]).toEqual([
      1092,
      'it was Marsh',
    ]);
    expect((await till('card')).expected).toBe(0);
    const twice = await shop().counter.send(contract.accounts.takeBack, {
      params: { id: payment },
      body: { reason: 'once more' },
    });
    expect(twice.status).toBe(409);
    await shop().manager.ok(contract.counter.voidSale, { params: { id }, body: { reason: 'wrong bag' } });
    expect((await account('Pell')).owes).toBe(0);
    expect(await proof(shop())).toMatchObject({ faults: [] });
  });

  it('stays as it was counted when the day is closed', async () => {
    const lotId = await priced();
    await onAccount(lotId, 'Pell');
    const { id } = await account('Pell');
    const payment = await pay(id, { money: 500, pay: 'cash' });
    await shop().manager.ok(contract.close.closeDay, {
      params: { day },
      body: { remarks: 'as it is', countedCash: 500, countedCard: 0 },
    });
    const late = [
      await shop().counter.send(contract.accounts.pay, { params: { id }, body: { money: 1, pay: 'cash' } }),
      await shop().counter.send(contract.accounts.takeBack, {
        params: { id: payment.id },
        body: { reason: 'too late' },
      }),
    ];
    expect(late.map((l) => l.status)).toEqual([409, 409]);
    shop().clock.now = new Date(noon.getTime() + 86_400_000);
    for (const role of ['manager', 'counter'] as const)
      await shop()[role].signIn(shop().staff[role], pins[role]);
    await pay(id, { money: 100, pay: 'cash' });
    expect((await account('Pell')).owes).toBe(492);
    expect(await proof(shop())).toMatchObject({ faults: [] });
  });

  it.each([
    ['nothing', { money: 0, pay: 'cash' }, 'money'],
    ['less than nothing', { money: -5, pay: 'cash' }, 'money'],
    ['no number', { money: 'all', pay: 'cash' }, 'money'],
    ['on account again', { money: 5, pay: 'account' }, 'pay'],
  ])('is not paid with %s', async (_what, raw, path) => {
    await onAccount(await priced(), 'Pell');
    const { id } = await account('Pell');
    const refused = await shop().counter.send(contract.accounts.pay, { params: { id }, raw });
    expect([refused.status, refused.problem.errors![0]!.path]).toEqual([400, path]);
  });

  it('is nobody’s where no customer stands behind a sale, and not for the bench to read', async () => {
    const lotId = await priced();
    const { id } = await shop().counter.ok(contract.counter.sell, { body: sale(lotId, 455, 1) });
    const refused = await shop().counter.send(contract.counter.refund, {
      params: { id },
      body: { lines: [{ position: 1, grams: 0, money: 92 }], pay: 'account', reason: 'soft' },
    });
    expect([refused.status, refused.problem.errors![0]!.path]).toEqual([400, 'pay']);
    expect((await shop().bench.send(contract.accounts.list)).status).toBe(403);
    const none = await shop().counter.send(contract.accounts.pay, {
      params: { id: 999 },
      body: { money: 5, pay: 'cash' },
    });
    expect(none.status).toBe(404);
  });

  it('is the same however payments and their undoing are mixed', async () => {
    const lotId = await priced();
    await onAccount(lotId, 'Pell', 500);
    const { id } = await account('Pell');
    let owes = 1200;
    const standing: { id: number; money: number }[] = [];
    const acts = fc.sample(fc.record({ money: fc.integer({ min: 1, max: 900 }), back: fc.boolean() }), {
      numRuns: 20,
      seed: 5,
    });
    for (const { money, back } of acts) {
      const last = back ? standing.pop() : undefined;
      if (last) {
        await shop().counter.ok(contract.accounts.takeBack, {
          params: { id: last.id },
          body: { reason: 'wrong' },
        });
        owes += last.money;
      } else {
        const made = await pay(id, { money, pay: 'card' });
        standing.push({ id: made.id, money });
        owes -= money;
        expect(made.owes).toBe(owes);
      }
    }
    const end = await account('Pell');
    expect(end.owes).toBe(owes);
    expect(end.entries.at(-1)!.owes).toBe(1200);
    expect((await till('card')).payments).toBe(standing.reduce((s, p) => s + p.money, 0));
  });
});
