import { contract, type StockRow } from '@ember-slate/contract';
import { catalogue } from '@ember-slate/core/species';
import { describe, expect, it, beforeEach } from 'vitest';
import { row as one } from '../src/platform/db.ts';
import {
  cut,
  fourFillets,
  shopForEach,
  landBass,
  noon,
  pins,
  proof,
  sale,
  start,
  sweep,
  toBench,
  wholeKey,
  type TestShop,
  readPlaces,
} from './testShop.ts';

let shop: TestShop;
const freshShop = shopForEach();
beforeEach(() => void (shop = freshShop()));
const today = '2026-11-25';

const price = async (perKg: number) => {
  const row = (await shop.manager.ok(contract.counter.stock)).find((r) => r.item === 'whole');
  return shop.manager.ok(contract.prices.set, {
    body: { speciesId: 'sea_bass', item: 'whole', was: row?.fullPerKg ?? null, perKg, reason: 'the quay' },
  });
};
const sold = async (lotId: number, grams = 455, more: object = {}) =>
  shop.counter.ok(contract.counter.sell, { body: sale(lotId, grams, 1, more) });
const close = (more: object = {}) =>
  shop.manager.send(contract.close.closeDay, {
    params: { day: today },
    body: { remarks: 'as it is', ...more },
  });
const rowOf = async (lotId: number): Promise<StockRow> =>
  (await shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId)!;

describe('a sale on account', () => {
  it('says whose account it went on, a known customer’s or a new one’s, and goes on nobody’s', async () => {
    const { lotId } = await landBass(shop);
    await price(2400);
    await shop.counter.ok(contract.orders.take, { body: fourFillets({ customer: 'The Ferry Rooms' }) });
    const on = (customer: string | null) =>
      shop.counter.send(contract.counter.sell, {
        body: { ...sale(lotId, 455, 1), pay: 'account', customer },
      });
    const refused = await on(null);
    expect([refused.status, refused.problem.errors?.[0]?.path]).toEqual([400, 'customer']);
    expect((await on('The Ferry Rooms')).status).toBe(200);
    expect((await on('Sorrel House')).status).toBe(200);
    expect((await shop.counter.send(contract.counter.sell, { body: sale(lotId, 455, 1) })).status).toBe(200);
    const sales = await shop.counter.ok(contract.counter.sales, { query: { day: today } });
    expect(sales.map((s) => [s.pay, s.customer])).toEqual([
      ['cash', null],
      ['account', 'Sorrel House'],
      ['account', 'The Ferry Rooms'],
    ]);
    const known = (await shop.counter.ok(contract.orders.customers)).map((c) => c.name);
    expect(known).toEqual(['Sorrel House', 'The Ferry Rooms']);
  });
});

describe('a price', () => {
  it('is the list’s, or has its reason; nothing is given away without one', async () => {
    const { lotId } = await landBass(shop);
    await price(2400);
    const sell = (perKg: number, priceReason = '') =>
      shop.counter.send(contract.counter.sell, { body: sale(lotId, 455, 1, { perKg, priceReason }) });
    expect((await sell(2000)).problem.errors![0]).toMatchObject({ path: 'lines.0.perKg' });
    expect((await sell(0)).problem.errors![0]!.message).toMatch(/say why it is given away/);
    expect((await sell(2000, 'broken tail')).status).toBe(200);
    expect((await sell(0, 'the cat of the harbour master')).status).toBe(200);
    const [given, cheap] = await shop.counter.ok(contract.counter.sales, { query: { day: today } });
    expect(given!.total).toBe(0);
    expect(cheap!.lines[0]).toMatchObject({ perKg: 2000, fullPerKg: 2400, priceReason: 'broken tail' });
  });

  it('that a customer was told today still holds after it changed, yesterday’s does not', async () => {
    const { lotId } = await landBass(shop);
    await price(2400);
    await price(2600);
    await sold(lotId, 455, { perKg: 2400 });
    shop.clock.now = new Date(noon.getTime() + 86_400_000);
    await shop.counter.signIn(shop.staff.counter, pins.counter);
    const late = await shop.counter.send(contract.counter.sell, { body: sale(lotId, 455, 1) });
    expect(late.problem.errors![0]!.message).toMatch(/26\.00/);
    await shop.manager.signIn(shop.staff.manager, pins.manager);
    const changes = await shop.manager.ok(contract.prices.history, {
      query: { speciesId: 'sea_bass', item: 'whole' },
    });
    expect(changes.sold.map((s) => [s.perKg, s.reason])).toEqual([
      [2400, 'the quay'],
      [2600, 'the quay'],
    ]);
  });

  it('marked down is sold for that, ends when it is told to, and never goes under the floor', async () => {
    const { lotId } = await landBass(shop);
    await price(2400);
    const mark = (perKg: number) =>
      shop.manager.send(contract.prices.markDown, {
        body: { ...wholeKey(lotId), perKg, reason: 'ends today' },
      });
    expect((await mark(2400)).status).toBe(400);
    expect((await mark(1100)).problem.errors![0]!.message).toMatch(/floor/);
    await mark(1680);
    expect(await rowOf(lotId)).toMatchObject({ pricePerKg: 1680, fullPerKg: 2400 });
    await sold(lotId, 455, { perKg: 1680 });
    await shop.manager.ok(contract.prices.markUp, { body: wholeKey(lotId) });
    expect((await rowOf(lotId)).pricePerKg).toBe(2400);
    const nobody = await shop.counter.send(contract.prices.markDown, {
      body: { ...wholeKey(lotId), perKg: 1680, reason: 'x' },
    });
    expect(nobody.status).toBe(403);
  });

  it('is proposed lower where life is shorter than demand, with its path', async () => {
    const { lotId } = await landBass(shop);
    await price(2400);
    // One fish a day is all the demand there is.
    const old = await landBass(shop);
    for (let day = 9; day > 0; day--) {
      shop.clock.now = new Date(noon.getTime() - day * 86_400_000);
      await shop.counter.signIn(shop.staff.counter, pins.counter);
      await sold(old.lotId, 460, { perKg: 2400, priceReason: 'before the list' });
    }
    shop.clock.now = noon;
    await shop.counter.signIn(shop.staff.counter, pins.counter);
    await shop.counter.ok(contract.counter.move, {
      body: { ...wholeKey(lotId), grams: 4600, pieces: 10, to: 'place:slab' },
    });
    const offers = await shop.counter.ok(contract.prices.markdowns);
    const offer = offers.find((o) => o.lotId === lotId)!;
    expect(offer.path.map((p) => p.day)).toContain(offer.sellBy);
    expect(offer.takings).toBeGreaterThan(offer.atFullPrice.takings);
    expect(Math.min(...offer.path.map((p) => p.perKg))).toBeGreaterThanOrEqual(1200);
  });
});

describe('money back', () => {
  it('is never more than was paid; fish that comes back is binned, not sold again', async () => {
    const { lotId } = await landBass(shop);
    const { id, total } = await sold(lotId);
    const give = (money: number, grams: number) =>
      shop.counter.send(contract.counter.refund, {
        params: { id },
        body: { lines: [{ position: 1, grams, money }], pay: 'cash', reason: 'smelled' },
      });
    expect((await give(total + 1, 0)).problem.errors![0]!.path).toBe('lines.0.money');
    expect((await give(500, 456)).problem.errors![0]!.path).toBe('lines.0.grams');
    expect((await give(500, 200)).status).toBe(200);
    expect((await give(total - 499, 0)).problem.errors![0]!.path).toBe('lines.0.money');
    expect((await give(total - 500, 255)).status).toBe(200);
    const day = await shop.manager.ok(contract.close.day, { params: { day: today } });
    expect(day.tills.cash).toMatchObject({ sales: total, refunds: -total, expected: 0 });
    expect(day.waste).toEqual([{ reason: 'smelled', grams: 455 }]);
    const undo = await shop.manager.send(contract.counter.voidSale, {
      params: { id },
      body: { reason: 'x' },
    });
    expect(undo.problem.detail).toMatch(/Money was given back/);
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('counts a line named twice as nobody’s: two halves of it are never more than was paid', async () => {
    const { lotId } = await landBass(shop);
    const { id, total } = await sold(lotId);
    const line = { position: 1, grams: 0, money: total };
    const twice = await shop.counter.send(contract.counter.refund, {
      params: { id },
      body: { lines: [line, line], pay: 'cash', reason: 'smelled' },
    });
    expect([twice.status, twice.problem.errors![0]!.path]).toEqual([400, 'lines.1']);
    const [kept] = await shop.counter.ok(contract.counter.sales, { query: { day: today } });
    expect(kept!.refunded).toBe(0);
  });

  it('asked for twice at once is given once', async () => {
    const { lotId } = await landBass(shop);
    const { id, total } = await sold(lotId);
    const give = () =>
      shop.counter.send(contract.counter.refund, {
        params: { id },
        body: { lines: [{ position: 1, grams: 0, money: total }], pay: 'card', reason: 'dropped' },
      });
    expect((await Promise.all([give(), give(), give()])).map((r) => r.status).sort()).toEqual([
      200, 400, 400,
    ]);
  });
});

describe('what a cut yields', () => {
  // Lost against the book it costs money, won it saves it: points off the yield, at the cost of a kilogram cut.
  it.each([0.9, 1.05])('%f of what the book says', async (share) => {
    await landBass(shop);
    const { tickets } = await toBench(shop);
    const params = { id: tickets[0]! };
    const { cuts, expected } = await start(shop, params.id);
    const mains = Math.round(expected.mains[0]! * share);
    const weigh = (more: object) =>
      shop.bench.ok(contract.bench.weigh, {
        params,
        body: { cutId: null, kind: 'trim', item: 'frame', grams: 0, pieces: 0, source: 'measured', ...more },
      });
    await weigh({ cutId: cuts[0]!.id, kind: 'order', item: cuts[0]!.form, grams: mains, pieces: 4 });
    // What did not become fillet stays on the frame, and the other way round.
    for (const { part, grams } of expected.trims)
      await weigh({
        kind: part === 'viscera' ? 'waste' : 'trim',
        item: part,
        grams: part === 'frame' ? grams + expected.mains[0]! - mains : grams,
      });
    await sweep(shop, params.id);
    const { version } = await shop.bench.ok(contract.bench.ticket, { params });
    await shop.bench.ok(contract.bench.close, { params, body: { version, reason: '' } });
    const [made] = (await shop.manager.ok(contract.close.day, { params: { day: today } })).yields;
    expect(made!.yield).toBeCloseTo(mains / 920, 9);
    const lost = (made!.expected - made!.yield) * 0.92 * (1450 / made!.yield);
    expect(made!.costOfPoint).toBe(Math.round(lost));
    expect(Math.sign(made!.costOfPoint)).toBe(share < 1 ? 1 : -1);
  });
});

describe('a closed day', () => {
  it('is locked until a manager opens it again with a reason, which stays', async () => {
    const { lotId } = await landBass(shop);
    const { id } = await sold(lotId);
    expect((await close({ countedCash: 1092, countedCard: 0 })).status).toBe(200);
    const refused = [
      shop.counter.send(contract.counter.sell, { body: sale(lotId, 455, 1) }),
      shop.counter.send(contract.counter.move, {
        body: { ...wholeKey(lotId), grams: 460, pieces: 1, to: 'place:slab' },
      }),
      shop.counter.send(contract.counter.refund, {
        params: { id },
        body: { lines: [{ position: 1, grams: 0, money: 1 }], pay: 'cash', reason: 'x' },
      }),
      shop.manager.send(contract.counter.voidSale, { params: { id }, body: { reason: 'x' } }),
      shop.counter.send(contract.close.sign, { params: { day: today }, body: { checkId: 'slab' } }),
      close(),
    ];
    for (const reply of await Promise.all(refused)) {
      expect(reply.status).toBe(409);
      expect(reply.problem.detail).toMatch(/closed/);
    }
    const open = (reason: string) =>
      shop.manager.send(contract.close.reopen, { params: { day: today }, body: { reason, second: 'alone' } });
    expect((await open('')).status).toBe(400);
    expect((await open('a crate was forgotten')).status).toBe(200);
    expect((await open('again')).status).toBe(409);
    await sold(lotId);
    await close();
    const { closings, closedBy } = await shop.manager.ok(contract.close.day, { params: { day: today } });
    expect(closedBy).toBe('The manager');
    expect(closings.map((c) => c.reopenReason)).toEqual([null, 'a crate was forgotten']);
    expect(closings[1]).toMatchObject({ countedCash: 1092, takings: 1092 });
  });

  it('counts every sale that was saved, whoever closes meanwhile, and closes once', async () => {
    const { lotId } = await landBass(shop);
    const bags = Array.from({ length: 6 }, () =>
      shop.counter.send(contract.counter.sell, { body: sale(lotId, 455, 1) }),
    );
    const closes = [close(), close()];
    const replies = await Promise.all([...bags, ...closes]);
    const saved = replies.slice(0, 6).filter((r) => r.status === 200).length;
    expect(
      replies
        .slice(6)
        .map((r) => r.status)
        .sort(),
    ).toEqual([200, 409]);
    const kept = await one<{ takings: number; cash: number }>(
      shop.pool,
      'SELECT takings, books_cash AS cash FROM day_close WHERE reopened_at IS NULL',
    );
    expect(kept).toEqual({ takings: saved * 1092, cash: saved * 1092 });
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('asks for a word when the till is off, and ends at midnight of the shop, also in the hour that comes twice', async () => {
    const { lotId } = await landBass(shop);
    await sold(lotId);
    for (const check of (await shop.manager.ok(contract.close.day, { params: { day: today } })).checks)
      await shop.bench.ok(contract.close.sign, { params: { day: today }, body: { checkId: check.id } });
    const delivery = (await shop.bench.ok(contract.landing.deliveries))[0]!;
    await shop.bench.ok(contract.landing.closeDelivery, {
      params: { id: delivery.id },
      body: { version: delivery.version, reason: '' },
    });
    await readPlaces(shop);
    const off = await close({ remarks: '', countedCash: 1000 });
    expect(off.problem.errors![0]!.message).toMatch(/0\.92/);
    expect((await close({ remarks: '', countedCash: 1092, countedCard: 0 })).status).toBe(200);
    // 25 October 2026: clocks go back at two. 00:30 UTC and 01:30 UTC are both half past one in the morning.
    const days = [];
    for (const at of [
      '2026-10-24T22:59:59Z',
      '2026-10-24T23:00:01Z',
      '2026-10-25T00:30:00Z',
      '2026-10-25T01:30:00Z',
      '2026-10-25T23:59:59Z',
      '2026-10-26T00:00:01Z',
    ]) {
      shop.clock.now = new Date(at);
      await shop.counter.signIn(shop.staff.counter, pins.counter);
      const { id } = await sold(lotId);
      days.push((await one<{ d: string }>(shop.pool, 'SELECT sold_on AS d FROM sale WHERE id = ?', [id]))!.d);
    }
    expect(days.map((d) => d.slice(8))).toEqual(['24', '25', '25', '25', '25', '26']);
  });
});

describe('counting', () => {
  it('in the middle of sales leaves the book saying what was weighed, less what was sold after', async () => {
    const { lotId } = await landBass(shop);
    const count = () =>
      shop.bench.send(contract.counter.count, {
        body: { ...wholeKey(lotId), grams: 4000, pieces: 9, source: 'measured', reason: 'a look' },
      });
    const replies = await Promise.all([
      count(),
      ...Array.from({ length: 4 }, () =>
        shop.counter.send(contract.counter.sell, { body: sale(lotId, 400, 1) }),
      ),
    ]);
    expect(replies.map((r) => r.status)).toEqual([200, 200, 200, 200, 200]);
    expect((await proof(shop)).faults).toEqual([]);
    const [kept] = await shop.manager.ok(contract.counter.counts, { query: { day: today } });
    const after = (await rowOf(lotId)).grams;
    // Sales before the count lowered the book it was held against; those after lower what it left.
    const before = (4600 - kept!.bookGrams) / 400;
    expect(after).toBe(4000 - (4 - before) * 400);
  });
});

describe('the slab', () => {
  it('gives what comes out its place, lets places change, and is cleared whole', async () => {
    const one = await landBass(shop);
    const two = await landBass(shop);
    await shop.counter.ok(contract.counter.moveAll, {
      body: { rows: [wholeKey(one.lotId), wholeKey(two.lotId)], to: 'place:slab' },
    });
    const spots = async () => [(await rowOf(one.lotId)).spot, (await rowOf(two.lotId)).spot];
    expect(await spots()).toEqual(['A1', 'A2']);
    const key = { ...wholeKey(one.lotId), place: 'place:slab' as const };
    await shop.counter.ok(contract.counter.putAt, { body: { ...key, spot: 'A2' } });
    expect(await spots()).toEqual(['A2', 'A1']);
    expect((await shop.counter.send(contract.counter.putAt, { body: { ...key, spot: 'Z9' } })).status).toBe(
      400,
    );
    await shop.manager.ok(contract.counter.setSlab, {
      body: { version: 1, rows: [{ name: 'A', places: 1 }] },
    });
    expect(await spots()).toEqual([null, 'A1']);
    const lost = await shop.counter.send(contract.counter.moveAll, {
      body: { rows: [key, wholeKey(two.lotId)], to: 'place:freezer' },
    });
    expect(lost.status).toBe(409);
    expect((await rowOf(one.lotId)).place).toBe('place:slab');
  });
});

describe('a batch of trim', () => {
  it('keeps every parent, is sold in shares of them, and refuses what may not go in', async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop, fourFillets());
    const ticket = await cut(shop, tickets[0]!);
    await shop.bench.ok(contract.bench.close, {
      params: { id: ticket.id },
      body: { version: ticket.version, reason: '' },
    });
    const { rows } = await shop.bench.ok(contract.trim.onHand);
    const inputs = rows
      .filter((r) => r.refused.stock_pack === undefined)
      .map(({ place, lotId, item, batch, grams }) => ({ place, lotId, item, batch, grams }));
    const gramsIn = inputs.reduce((s, r) => s + r.grams, 0);
    expect(gramsIn).toBeGreaterThan(100);
    const make = (grams: number, product = 'stock_pack') =>
      shop.bench.send(contract.trim.make, { body: { product, inputs, grams, remarks: '' } });
    expect((await make(gramsIn + 1)).problem.errors![0]!.path).toBe('grams');
    expect((await make(gramsIn, 'cheeks')).problem.errors![0]!.message).toMatch(/takes none of that/);
    expect((await make(gramsIn - 10)).status).toBe(200);
    const made = (await shop.counter.ok(contract.counter.stock)).find((r) => r.item === 'made:stock_pack')!;
    expect(made).toMatchObject({ grams: gramsIn - 10, saleable: true });
    expect(made.parents.reduce((s, p) => s + p.grams, 0)).toBe(made.grams);
    const { place, lotId, item, batch } = made;
    await shop.counter.ok(contract.counter.sell, {
      body: sale(lotId, 101, 0, { place, lotId, item, batch, grams: 101, pieces: 0, perKg: 350 }),
    });
    const after = (await shop.counter.ok(contract.counter.stock)).find((r) => r.item === 'made:stock_pack')!;
    expect(after.grams).toBe(made.grams - 101);
    const book = await shop.counter.ok(contract.trim.book, { query: { from: today, to: today } });
    expect(book.made[0]).toMatchObject({ gramsIn, gramsOut: gramsIn - 10, left: after.grams });
    expect(book.parts.find((p) => p.part === 'frame')!.ends.made).toBeGreaterThan(0);
    expect((await proof(shop)).faults).toEqual([]);
  });
});

describe('trim past its life', () => {
  it('becomes no food, whether the shop sells it as it is or not; bait of it is made all the same', async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop, fourFillets());
    const ticket = await cut(shop, tickets[0]!);
    await shop.bench.ok(contract.bench.close, {
      params: { id: ticket.id },
      body: { version: ticket.version, reason: '' },
    });
    for (const [version, keep] of [true, false].entries())
      await shop.manager.ok(contract.trim.setRule, {
        params: { part: 'frame' },
        body: { version: version + 1, keep, perKg: null, demandGrams: 0, goesTo: 'counter' },
      });
    const frame = async () => {
      const { rows } = await shop.bench.ok(contract.trim.onHand);
      return rows.find((r) => r.part === 'frame')!;
    };
    expect((await frame()).refused.stock_pack).toBeUndefined();
    shop.clock.now = new Date('2026-12-20T12:00:00Z');
    await shop.bench.signIn(shop.staff.bench, pins.bench);
    expect((await frame()).refused.stock_pack).toMatch(/Out of date/);
    const { place, lotId, item, batch, grams } = await frame();
    const make = (product: string) =>
      shop.bench.send(contract.trim.make, {
        body: { product, inputs: [{ place, lotId, item, batch, grams }], grams, remarks: '' },
      });
    expect((await make('stock_pack')).problem.errors![0]!.message).toMatch(/Out of date/);
    expect((await frame()).refused.bait).toBeUndefined();
  });
});

describe('the shop’s own rules', () => {
  it('say what the bench keeps, whose roe is eaten, and when a supplier comes with what boxes', async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop, fourFillets());
    const kept = async () => {
      const { expected } = await shop.bench.ok(contract.bench.ticket, { params: { id: tickets[0]! } });
      return expected.trims.find((t) => t.part === 'frame')!.keep;
    };
    expect(await kept()).toBe(true);
    const body = { version: 1, keep: false, perKg: null, demandGrams: 0, goesTo: 'bin' as const };
    await shop.manager.ok(contract.trim.setRule, { params: { part: 'frame' }, body });
    expect(await kept()).toBe(false);

    const reef = catalogue.find((s) => s.reefToxin)!;
    const eaten = (speciesIds: string[]) =>
      shop.manager.send(contract.trim.setCustoms, {
        params: { part: 'roe' },
        body: { version: 1, speciesIds },
      });
    expect((await eaten(['sea_bass', reef.id])).problem.errors![0]!.message).toMatch(/reef toxin/);
    expect((await eaten(['sea_bass'])).status).toBe(200);
    const book = await shop.manager.ok(contract.trim.book, { query: { from: today, to: today } });
    expect(book.parts.find((p) => p.part === 'roe')!.customs).toEqual(['sea_bass']);

    const suppliers = () => shop.manager.ok(contract.buying.suppliers);
    const [first] = await suppliers();
    const comes = { version: first!.version, days: [5, 2, 5], boxGrams: 6000 };
    await shop.manager.ok(contract.buying.setSupplier, { params: { id: first!.id }, body: comes });
    expect(await suppliers()).toEqual([
      { ...first, version: comes.version + 1, days: [2, 5], boxGrams: 6000 },
    ]);
    const asked = { params: { id: first!.id }, body: comes };
    expect((await shop.counter.send(contract.buying.setSupplier, asked)).status).toBe(403);
  });
});
