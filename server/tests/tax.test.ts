import { contract, type SentOf } from '@ember-slate/contract';
import { taxOnTop, taxWithin } from '@ember-slate/core/prices';
import { multiplyRate } from '@ember-slate/core/units';
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { moneyOnPaper } from '../src/platform/money.ts';
import { cut, fourFillets, landBass, noon, pins, proof, sale, shopForEach, toBench } from './testShop.ts';

/* Tax from the till to the report: what a receipt says by rate is what the day, the report and the books say. */
const shop = shopForEach();
const day = '2026-11-25';

it.each([
  ['EUR', '€14.90'],
  ['SEK', 'kr\u00a014.90'],
  // The face of sheets has no sign for these: it would print an empty box.
  ['INR', 'INR\u00a014.90'],
  ['KRW', 'KRW\u00a01 490'],
])('money on a sheet in %s is written %s', (currency, text) =>
  expect(moneyOnPaper({ settings: { currency } }, 1490)).toBe(text),
);

async function setTax(rates: SentOf<typeof contract.settings.setTax>['rates'], added: boolean) {
  const { version } = (await shop().manager.ok(contract.settings.all)).tax;
  await shop().manager.ok(contract.settings.setTax, { body: { version, added, rates } });
}
const sales = (on = day) => shop().manager.ok(contract.counter.sales, { query: { day: on } });
const taxOf = async () => (await shop().manager.ok(contract.close.day, { params: { day } })).tax;
const reported = async () =>
  (await shop().manager.ok(contract.reports.report, { query: { from: day, to: day } })).tax;
const setPrice = (item: string, perKg: number) =>
  shop().manager.ok(contract.prices.set, {
    body: { speciesId: 'sea_bass', item, was: null, perKg, reason: 'as asked' },
  });

describe('what is sold', () => {
  it('bears the tax in its price, and the customer pays what the price says', async () => {
    const { lotId } = await landBass(shop());
    await setPrice('whole', 2400);
    await setTax({ fish: 700, trim: null, made: null }, false);
    const sold = await shop().counter.ok(contract.counter.sell, { body: sale(lotId, 455, 1) });
    const paid = multiplyRate(455, 2400);
    expect(sold.total).toBe(paid);
    // By hand: 10.92 with 7 % in it holds 0.71.
    expect((await sales())[0]!).toMatchObject({ taxAdded: false, tax: [{ rate: 700, paid: 1092, tax: 71 }] });
  });

  it('bears it on top where prices are without it: till, hand-over and deposit count it', async () => {
    const { lotId } = await landBass(shop());
    await setPrice('whole', 2400);
    await setTax({ fish: 2000, trim: null, made: null }, true);
    const sold = await shop().counter.ok(contract.counter.sell, { body: sale(lotId, 455, 1) });
    expect(sold.total).toBe(1092 + 218);
    const { orderId, tickets } = await toBench(shop(), fourFillets({ deposit: 50_000 }));
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
        pay: 'cash',
        prices: order.lines.map((l) => ({ lineId: l.id, perKg: 3000 })),
      },
    });
    const listed = order.lines.reduce((s, l) => s + multiplyRate(l.readyGrams, 3000), 0);
    expect(handed.total).toBe(listed + taxOnTop(listed, 2000));
    expect(handed.toPay).toBe(handed.total - 50_000);
    const till = (await shop().manager.ok(contract.close.day, { params: { day } })).tills.cash;
    expect(till.expected).toBe(sold.total + handed.total);
    expect(await proof(shop())).toMatchObject({ faults: [] });
  });

  it('keeps the rate it was sold at when the rate changes, and says by rate what the day took', async () => {
    const { lotId } = await landBass(shop());
    await setPrice('whole', 2400);
    for (const rate of [500, null, 700]) {
      await setTax({ fish: rate, trim: null, made: null }, false);
      await shop().counter.ok(contract.counter.sell, { body: sale(lotId, 450, 1) });
    }
    expect(await taxOf()).toEqual([
      { rate: 700, paid: 1080, tax: 71 },
      { rate: 500, paid: 1080, tax: 51 },
    ]);
  });

  it.each([
    ['below nothing', -1, 'A rate is not below nothing'],
    ['over all of it', 10_001, 'A rate is at most 100 %'],
    ['finer than a hundredth', 7.5, 'A rate has two decimals at most'],
    ['no number', 'seven', 'Give a rate in per cent'],
  ])('is never taxed at a rate %s', async (_what, fish, message) => {
    const refused = await shop().manager.send(contract.settings.setTax, {
      raw: { version: 1, added: false, rates: { fish, trim: null, made: null } },
    });
    expect([refused.status, refused.problem.errors![0]]).toEqual([400, { path: 'rates.fish', message }]);
  });
});

it.each([
  [1, false],
  [2, true],
  [3, false],
  [4, true],
])(
  'a day of sales, refunds and voids adds up everywhere, before and after it is closed (%d)',
  async (seed, added) => {
    const { lotId } = await landBass(shop(), true, { pieces: 15, grams: 6900 });
    await setPrice('whole', 2400);
    const owed = new Map<number, { paid: number; tax: number }>();
    const add = (rate: number, paid: number, tax: number) => {
      const had = owed.get(rate) ?? { paid: 0, tax: 0 };
      owed.set(rate, { paid: had.paid + paid, tax: had.tax + tax });
    };
    const sold = fc.record({
      rate: fc.constantFrom(null, 0, 550, 700, 1900),
      grams: fc.integer({ min: 80, max: 520 }),
      end: fc.constantFrom('kept', 'kept', 'back', 'part', 'void'),
    });
    for (const { rate, grams, end } of fc.sample(sold, { numRuns: 12, seed })) {
      await setTax({ fish: rate, trim: 700, made: null }, added);
      const listed = multiplyRate(grams, 2400);
      const tax = rate === null ? 0 : added ? taxOnTop(listed, rate) : taxWithin(listed, rate);
      const paid = listed + (added ? tax : 0);
      const { id, total } = await shop().counter.ok(contract.counter.sell, { body: sale(lotId, grams, 1) });
      expect(total).toBe(paid);
      if (end === 'void') {
        await shop().manager.ok(contract.counter.voidSale, {
          params: { id },
          body: { reason: 'wrong' },
        });
        continue;
      }
      let [money, left] = [paid, tax];
      for (const part of end === 'back'
        ? [Math.ceil(paid / 3), paid - Math.ceil(paid / 3)]
        : end === 'part'
          ? [17]
          : []) {
        await shop().counter.ok(contract.counter.refund, {
          params: { id },
          body: { lines: [{ position: 1, grams: 0, money: part }], pay: 'cash', reason: 'soft' },
        });
        money -= part;
        left = tax - Math.floor((tax * (paid - money)) / paid + 0.5);
      }
      if (rate !== null) add(rate, money, left);
    }
    const wanted = [...owed].map(([rate, o]) => ({ rate, ...o })).sort((a, b) => b.rate - a.rate);
    const agree = async () => {
      expect(await taxOf()).toEqual(wanted);
      expect(await reported()).toEqual(wanted);
      expect(await proof(shop())).toMatchObject({ faults: [] });
    };
    await agree();
    await shop().manager.ok(contract.close.closeDay, {
      params: { day },
      body: { remarks: 'as it is', countedCash: null, countedCard: null },
    });
    await agree();
    await shop().manager.ok(contract.close.reopen, {
      params: { day },
      body: { reason: 'a sale forgotten', second: 'alone' },
    });
    await agree();
    shop().clock.now = new Date(noon.getTime() + 86_400_000);
    await shop().manager.signIn(shop().staff.manager, pins.manager);
    expect(await taxOf()).toEqual(wanted);
  },
);
