import { contract, type Pay } from '@ember-slate/contract';
import { massText } from '@ember-slate/core/units';
import { describe, expect, it } from 'vitest';
import { day } from './hands.ts';
import { cut, fourFillets, landBass, noon, pins, sale, shopForEach, toBench } from './testShop.ts';

const of = shopForEach();
const reason = 'it was another lot';
const nextDay = async () => {
  of().clock.now = new Date(noon.getTime() + 86_400_000);
  for (const role of ['bench', 'counter', 'manager'] as const)
    await of()[role].signIn(of().staff[role], pins[role]);
};
const lying = async (id: number) =>
  (await of().bench.ok(contract.cold.lot, { params: { id } })).rows.reduce((sum, r) => sum + r.grams, 0);
const corrections = async () =>
  (await of().manager.ok(contract.books.corrections, { query: { from: day, to: '2026-11-26' } })).map((c) => [
    c.name,
    ...c.changes.map((x) => `${x.what}: ${x.was}, ${x.now}`),
  ]);

describe('a claim that was a mistake', () => {
  const claim = (id: number, outcome: 'return' | 'bin' | 'keep') =>
    of().bench.ok(contract.landing.claim, {
      params: { id },
      body: { outcome, pieces: 4, grams: 1840, money: 2668, reason: 'soft', wording: '' },
    });
  const withdraw = (id: number) =>
    of().bench.send(contract.landing.withdrawClaim, { params: { id }, body: { reason } });
  const seen = async (lotId: number) => {
    const [supplier] = await of().bench.ok(contract.landing.suppliers);
    const record = await of().bench.ok(contract.landing.supplier, { params: { id: supplier!.id } });
    const [landed] = await of().bench.ok(contract.landing.deliveries);
    return [
      (await of().bench.ok(contract.landing.claims, { params: { id: lotId } })).claims.length,
      record.claims.length,
      landed!.lots[0]!.claims,
    ];
  };
  const settled = async (lotId: number) =>
    (await of().bench.ok(contract.landing.claims, { params: { id: lotId } })).claims[0]!.settledMoney;

  it.each(['return', 'bin', 'keep'] as const)(
    '(%s) is taken back once, its fish lie there again, and no page counts it',
    async (outcome) => {
      const { lotId } = await landBass(of());
      const had = await lying(lotId);
      const { id } = await claim(lotId, outcome);
      expect(await seen(lotId)).toEqual([1, 1, 1]);
      expect(await lying(lotId)).toBe(outcome === 'keep' ? had : had - 1840);
      const both = await Promise.all([withdraw(id), withdraw(id)]);
      expect(both.map((r) => r.status).sort()).toEqual([200, 409]);
      expect(await lying(lotId)).toBe(had);
      expect(await seen(lotId)).toEqual([0, 0, 0]);
      const paper = await fetch(`${of().base}/api/landing/claims/${id}/sheet.pdf`, {
        headers: { cookie: of().bench.cookie },
      });
      expect(paper.status).toBe(404);
      expect(await corrections()).toEqual([['Claim 1', `weight: ${massText(1840, 'metric')}, taken back`]]);
      expect(
        (await of().manager.send(contract.landing.settle, { params: { id }, body: { money: 1 } })).status,
      ).toBe(409);
      const sheet = await of().manager.ok(contract.close.day, { params: { day } });
      expect(sheet.lots[0]!.flow).toMatchObject({ returned: 0, waste: 0, stock: had });
      expect((await of().manager.ok(contract.books.verify)).faults).toEqual([]);
    },
  );

  it('brings back no fish that left on another day, and none behind the back of its claim', async () => {
    const { lotId } = await landBass(of());
    const { id } = await claim(lotId, 'bin');
    const acts = await of().counter.ok(contract.counter.acts);
    const bin = acts.find((a) => a.kind === 'discard')!;
    const refused = await of().counter.send(contract.counter.takeBack, {
      params: { id: bin.id },
      body: { reason },
    });
    expect(refused.problem.detail).toMatch(/claim 1: take the claim back/);
    await nextDay();
    expect((await withdraw(id)).problem.detail).toMatch(/left the shop on another day/);
    const kept = await claim(lotId, 'keep');
    await nextDay();
    expect((await withdraw(kept.id)).status).toBe(200);
    expect((await withdraw(99)).status).toBe(404);
  });

  it('that was paid is paid otherwise, or not yet, and its lot costs what that says', async () => {
    const { lotId } = await landBass(of());
    const { id } = await claim(lotId, 'keep');
    const credit = (was: number, money: number | null) =>
      of().manager.send(contract.landing.putCreditRight, { params: { id }, body: { was, money, reason } });
    expect((await credit(2000, 2100)).status).toBe(409);
    await of().manager.ok(contract.landing.settle, { params: { id }, body: { money: 2000 } });
    expect((await withdraw(id)).problem.detail).toMatch(/put that right first/);
    const cost = async () =>
      (await of().manager.ok(contract.costs.lots, { query: { from: day, to: day } })).lots[0]!.claims;
    expect(await cost()).toBe(2000);
    expect((await credit(1900, 2100)).status).toBe(409);
    expect((await credit(2000, 2000)).status).toBe(409);
    expect((await credit(2000, 2100)).status).toBe(200);
    expect([await cost(), await settled(lotId)]).toEqual([2100, 2100]);
    expect((await credit(2100, null)).status).toBe(200);
    expect([await cost(), await settled(lotId)]).toEqual([0, null]);
    expect((await withdraw(id)).status).toBe(200);
    expect((await corrections()).map(([, what]) => what)).toHaveLength(3);
  });
});

describe('a batch that was not made', () => {
  const make = async () => {
    await landBass(of());
    const ticket = await cut(of(), (await toBench(of())).tickets[0]!);
    await of().bench.ok(contract.bench.close, {
      params: { id: ticket.id },
      body: { version: ticket.version, reason: 'all told' },
    });
    const { rows } = await of().bench.ok(contract.trim.onHand);
    const frame = rows.find((r) => r.item === 'trim:frame')!;
    const { place, lotId, item, batch, grams } = frame;
    const { id } = await of().bench.ok(contract.trim.make, {
      body: { product: 'stock_pack', inputs: [{ place, lotId, item, batch, grams }], grams: grams - 10 },
    });
    return { id, frame };
  };
  const back = (id: number) =>
    of().counter.send(contract.trim.takeBack, { params: { id }, body: { reason } });
  const book = () => of().counter.ok(contract.trim.book, { query: { from: day, to: day } });

  it('is taken back once: its trim lies there again, and the book of trim knows of none', async () => {
    const before = await book();
    const { id, frame } = await make();
    expect((await book()).made).toHaveLength(1);
    const both = await Promise.all([back(id), back(id)]);
    expect(both.map((r) => r.status).sort()).toEqual([200, 409]);
    const { rows } = await of().bench.ok(contract.trim.onHand);
    expect(rows.filter((r) => r.item === 'trim:frame').map((r) => r.grams)).toEqual([frame.grams]);
    const after = await book();
    expect(after.made).toEqual(before.made);
    expect(after.parts.map((p) => p.ends.made)).toEqual(before.parts.map((p) => p.ends.made));
    expect((await corrections())[0]![0]).toMatch(/M1$/);
    expect((await of().manager.ok(contract.books.verify)).faults).toEqual([]);
  });

  it('stays where some of it has gone, or on another day', async () => {
    const { id } = await make();
    const { rows } = await of().bench.ok(contract.trim.onHand);
    expect(rows.some((r) => r.item === 'trim:frame')).toBe(false);
    const made = (await of().counter.ok(contract.counter.stock)).find((r) => r.item.startsWith('made:'))!;
    await of().counter.ok(contract.counter.discard, {
      body: {
        place: made.place,
        lotId: made.lotId,
        item: made.item,
        batch: made.batch,
        grams: 20,
        pieces: 0,
        to: 'waste',
        reason: 'spilt',
      },
    });
    expect((await back(id)).status).toBe(409);
    await nextDay();
    expect((await back(id)).problem.detail).toMatch(/on another day/);
    expect((await back(99)).status).toBe(404);
  });
});

describe('money left with an order, noted wrongly', () => {
  const order = async () => (await of().counter.ok(contract.orders.list))[0]!;
  const right = async (body: { money: number; pay?: 'cash' | 'card' }) => {
    const { id, version } = await order();
    return of().counter.send(contract.orders.putDepositRight, {
      params: { id },
      body: { version, pay: 'cash', reason, ...body },
    });
  };
  const till = async () => {
    const { deposits, tills } = await of().manager.ok(contract.close.day, { params: { day } });
    return [deposits.taken, tills.cash.deposits, tills.card.deposits];
  };

  it('is put right with its way of paying, or was never left, and the till of the day follows', async () => {
    await of().counter.ok(contract.orders.take, { body: fourFillets({ deposit: 5000 }) });
    expect((await right({ money: 5000 })).status).toBe(409);
    for (const [money, pay] of [
      [500, 'cash'],
      [500, 'card'],
      [0, 'cash'],
      [700, 'card'],
    ] as const) {
      expect((await right({ money, pay })).status).toBe(200);
      expect(await order()).toMatchObject({ deposit: money, depositPay: money === 0 ? null : pay });
      expect(await till()).toEqual([money, pay === 'cash' ? money : 0, pay === 'card' ? money : 0]);
    }
    expect((await corrections()).map(([name]) => name)).toEqual(Array(4).fill('Order 1'));
  });

  it('stays as it is on a day that is closed', async () => {
    await of().counter.ok(contract.orders.take, { body: fourFillets({ deposit: 5000 }) });
    await of().manager.ok(contract.close.closeDay, {
      params: { day },
      body: { remarks: 'as it is', countedCash: null, countedCard: null },
    });
    expect((await right({ money: 500 })).status).toBe(409);
    await nextDay();
    expect((await right({ money: 500 })).problem.detail).toMatch(/a day that is closed/);
  });
});

describe('money given back wrongly', () => {
  /** Two sales' worth of one bass, some of it brought back for some of its money. */
  const brought = async (money: number, grams: number, saleId?: number) => {
    const id =
      saleId ??
      (await of().counter.ok(contract.counter.sell, { body: sale((await landBass(of())).lotId, 460, 1) })).id;
    const made = await of().counter.ok(contract.counter.refund, {
      params: { id },
      body: { lines: [{ position: 1, grams, money }], pay: 'cash', reason: 'smelled' },
    });
    return { saleId: id, ...made };
  };
  const right = (id: number, was: { money: number; pay: Pay }, now: { money: number; pay: Pay }) =>
    of().counter.send(contract.counter.putRefundRight, { params: { id }, body: { was, ...now, reason } });
  const cash = (money: number) => ({ money, pay: 'cash' as const });
  const sold = async () => (await of().counter.ok(contract.counter.sales, { query: { day } }))[0]!;
  const tills = async () => {
    const { tills } = await of().manager.ok(contract.close.day, { params: { day } });
    return [tills.cash.refunds, tills.card.refunds];
  };
  const binned = async () =>
    (await of().manager.ok(contract.close.day, { params: { day } })).waste.reduce((s, w) => s + w.grams, 0);

  it('is put right in money and in how it was given; sale, till and corrections follow', async () => {
    const { id, saleId } = await brought(700, 0);
    expect((await right(id, cash(700), cash(700))).problem.detail).toMatch(/what it says/);
    expect((await right(id, cash(600), cash(500))).problem.detail).toMatch(/changed meanwhile/);
    expect((await right(id, cash(700), { money: 700, pay: 'account' })).problem.errors![0]!.path).toBe('pay');
    const all = (await sold()).total;
    expect((await right(id, cash(700), cash(all + 1))).problem.errors![0]!.path).toBe('money');
    expect((await right(id, cash(700), cash(all))).status).toBe(200);
    expect(await tills()).toEqual([-all, 0]);
    expect((await right(id, cash(all), { money: 300, pay: 'card' })).status).toBe(200);
    expect(await tills()).toEqual([0, -300]);
    expect(await sold()).toMatchObject({
      id: saleId,
      refunded: 300,
      refunds: [{ id, money: 300, pay: 'card' }],
    });
    expect((await corrections())[0]).toEqual([
      'Money back 1',
      expect.stringMatching(/^Money given back: .*, by card$/),
    ]);
  });

  it('is taken back once, what was binned with it too, and the sale may be taken back then', async () => {
    const before = await binned();
    const { id, saleId } = await brought(700, 200);
    expect(await binned()).toBe(before + 200);
    const both = await Promise.all([right(id, cash(700), cash(0)), right(id, cash(700), cash(0))]);
    expect(both.map((r) => r.status).sort()).toEqual([200, 409]);
    expect((await right(id, cash(0), cash(5))).problem.detail).toMatch(/was taken back/);
    expect(await binned()).toBe(before);
    expect(await tills()).toEqual([0, 0]);
    expect(await sold()).toMatchObject({ refunded: 0, refunds: [] });
    const csv = await (
      await fetch(`${of().base}/api/reports/refunds/${day}/${day}/table.csv`, {
        headers: { cookie: of().manager.cookie },
      })
    ).text();
    expect(csv.trim().split('\n')).toHaveLength(1);
    await of().manager.ok(contract.counter.voidSale, { params: { id: saleId }, body: { reason } });
  });

  it('waits for what was given back since, keeps fish binned on another day, and a closed day as it is', async () => {
    const first = await brought(300, 100);
    const second = await brought(200, 0, first.saleId);
    expect((await right(first.id, cash(300), cash(250))).problem.detail).toMatch(/since/);
    expect((await right(second.id, cash(200), cash(0))).status).toBe(200);
    expect((await right(first.id, cash(300), cash(250))).status).toBe(200);
    await nextDay();
    expect((await right(first.id, cash(250), cash(0))).problem.detail).toMatch(/binned on another day/);
    expect((await right(first.id, cash(250), cash(260))).status).toBe(200);
    await of().manager.ok(contract.close.closeDay, {
      params: { day },
      body: { remarks: 'as it is', countedCash: null, countedCard: null },
    });
    expect((await right(first.id, cash(260), cash(270))).problem.detail).toMatch(/counted with that day/);
  });

  it('on an account stays on one: its sale is nobody’s only once it went back another way', async () => {
    const { lotId } = await landBass(of());
    const { id } = await of().counter.ok(contract.counter.sell, {
      body: { ...sale(lotId, 460, 1), pay: 'account', customer: 'Pell' },
    });
    const back = await of().counter.ok(contract.counter.refund, {
      params: { id },
      body: { lines: [{ position: 1, grams: 0, money: 100 }], pay: 'account', reason: 'small' },
    });
    const pay = (to: Pay, customer: string | null) =>
      of().counter.send(contract.counter.changePay, { params: { id }, body: { pay: to, customer, reason } });
    expect((await pay('account', 'Marr')).status).toBe(200);
    expect((await pay('cash', null)).problem.detail).toMatch(/Money back 1 went on the account/);
    expect((await right(back.id, { money: 100, pay: 'account' }, cash(100))).status).toBe(200);
    expect((await pay('cash', null)).status).toBe(200);
    expect(await tills()).toEqual([-100, 0]);
  });

  it('for several lines at once is taken back, not changed', async () => {
    const [one, two] = [await landBass(of()), await landBass(of())].map(({ lotId }) => sale(lotId, 460, 1));
    const { id } = await of().counter.ok(contract.counter.sell, {
      body: { ...one!, lines: [...one!.lines, ...two!.lines] },
    });
    const made = await of().counter.ok(contract.counter.refund, {
      params: { id },
      body: {
        lines: [1, 2].map((position) => ({ position, grams: 0, money: 100 })),
        pay: 'card',
        reason: 'small',
      },
    });
    const card = (money: number) => ({ money, pay: 'card' as const });
    expect((await right(made.id, card(200), card(150))).problem.detail).toMatch(/several lines/);
    expect((await right(made.id, card(200), card(0))).status).toBe(200);
  });
});
