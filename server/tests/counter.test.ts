import { contract, type StockRow } from '@ember-slate/contract';
import { beforeEach, describe, expect, it } from 'vitest';
import {
  cut,
  delivery,
  bassLot,
  fourFillets,
  fresh,
  gradeBody,
  landBass,
  noon,
  shopForEach,
  sale,
  toBench,
  wholeKey,
  type TestShop,
} from './testShop.ts';

let shop: TestShop;
const freshShop = shopForEach();
beforeEach(() => void (shop = freshShop()));

const stock = () => shop.counter.ok(contract.counter.stock);
const row = async (want: (r: StockRow) => boolean) => (await stock()).find(want)!;
const day = () => shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } });

/** Another lot of ten bass on the same morning, graded as its signs say. */
async function landOlder(level: 1 | 2, verdict: 'accept' | 'cooked_only') {
  const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
  const lot = await shop.bench.ok(contract.landing.addLot, { params: { id }, body: bassLot() });
  const signs = Object.fromEntries(Object.keys(fresh).map((k) => [k, level]));
  await shop.bench.ok(contract.grading.record, {
    params: { id: lot.id },
    body: gradeBody({ fish: [signs, signs, signs], verdict }),
  });
  return lot.id;
}

describe('stock', () => {
  it('shows what runs out of life first, first; what nobody may sell after that', async () => {
    const { lotId: ungraded } = await landBass(shop, false);
    const { lotId: good } = await landBass(shop);
    const old = await landOlder(2, 'cooked_only');
    const middle = await landOlder(1, 'accept');
    const rows = await stock();
    expect(rows.map((r) => r.lotId)).toEqual([old, middle, good, ungraded]);
    expect(rows.map((r) => r.daysLeft === null)).toEqual([false, false, false, true]);
    const ends = rows.slice(0, 3).map((r) => r.sellBy!);
    expect(ends).toEqual([...ends].sort());
    expect(rows[0]!.cautions.join(' ')).toMatch(/Cooked use only/);
  });

  it('runs down with the days, and ends', async () => {
    const { lotId } = await landBass(shop);
    const before = await row((r) => r.lotId === lotId);
    shop.clock.now = new Date(noon.getTime() + 3 * 86_400_000);
    const screen = shop.counter;
    await screen.signIn(shop.staff.counter, '975310');
    const after = await row((r) => r.lotId === lotId);
    expect(after.daysLeft).toBeCloseTo(before.daysLeft! - 3, 6);
    shop.clock.now = new Date(noon.getTime() + 20 * 86_400_000);
    await screen.signIn(shop.staff.counter, '975310');
    const over = await row((r) => r.lotId === lotId);
    expect([over.daysLeft, over.sellBy]).toEqual([0, null]);
    shop.clock.now = noon;
  });

  it('frees life when the guts come out: a cut piece keeps its share of what the gutted fish would', async () => {
    const { lotId } = await landBass(shop);
    const { tickets } = await toBench(shop);
    const ticket = await cut(shop, tickets[0]!);
    await shop.bench.ok(contract.bench.close, {
      params: { id: ticket.id },
      body: { version: ticket.version, reason: '' },
    });
    const trim = await row((r) => r.lotId === lotId && r.item === 'trim:offcuts');
    const scrape = await row((r) => r.lotId === lotId && r.item === 'trim:scrape');
    expect(trim.daysLeft).toBeCloseTo((13.5 * 0.75) / 1.05 ** 2, 6);
    // Scrape is for the same day.
    expect(scrape.sellBy! <= '2026-11-26').toBe(true);
  });
});

describe('selling', () => {
  it('adds up a bag of several lots and says so at the close', async () => {
    const { lotId: one } = await landBass(shop);
    const { lotId: two } = await landBass(shop);
    const done = await shop.counter.ok(contract.counter.sell, {
      body: {
        lines: [...sale(one, 455, 1).lines, ...sale(two, 910, 2, { perKg: 1990, source: 'typed' }).lines],
      },
    });
    expect(done.total).toBe(1092 + 1811);
    expect(done.number).toBe(1);
    const { takings, sales } = await day();
    expect(takings).toBe(done.total);
    expect(sales).toEqual([expect.objectContaining({ grams: 1365, money: 2903 })]);
  });

  it('settles a light last fish as unaccounted in the same movement', async () => {
    const { lotId } = await landBass(shop);
    await shop.counter.ok(contract.counter.sell, { body: sale(lotId, 4600 - 460, 9) });
    await shop.counter.ok(contract.counter.sell, { body: sale(lotId, 440, 1) });
    expect(await row((r) => r.lotId === lotId)).toBeUndefined();
    const { lots } = await day();
    expect(lots[0]!.flow).toMatchObject({ received: 4600, sold: 4580, unaccounted: 20, stock: 0 });
    expect(lots[0]!.discrepancy.within).toBe(true);
  });

  it('leaves a far too light last fish to be counted', async () => {
    const { lotId } = await landBass(shop);
    await shop.counter.ok(contract.counter.sell, { body: sale(lotId, 4000, 10) });
    expect(await row((r) => r.lotId === lotId)).toMatchObject({ grams: 600, pieces: 0 });
  });

  it('takes a whole sale back, money and fish', async () => {
    const { lotId } = await landBass(shop);
    const { id } = await shop.counter.ok(contract.counter.sell, { body: sale(lotId, 455, 1) });
    await shop.manager.ok(contract.counter.voidSale, { params: { id }, body: { reason: 'wrong bag' } });
    expect((await day()).takings).toBe(0);
    expect(await row((r) => r.lotId === lotId)).toMatchObject({ grams: 4600, pieces: 10 });
  });
});

describe('moving, binning, pricing', () => {
  it('moves fish to the slab and back without losing a gram', async () => {
    const { lotId } = await landBass(shop);
    const body = { ...wholeKey(lotId), grams: 1380, pieces: 3, to: 'place:slab' as const };
    await shop.counter.ok(contract.counter.move, { body });
    await shop.counter.ok(contract.counter.move, {
      body: { ...body, place: 'place:slab', to: 'place:cold_room' },
    });
    expect(await stock()).toHaveLength(1);
    expect(await row((r) => r.lotId === lotId)).toMatchObject({ grams: 4600, pieces: 10 });
  });

  it('keeps promised fish in the cold room, but not from the bin', async () => {
    const { lotId } = await landBass(shop, true, { pieces: 2, grams: 920 });
    await toBench(shop);
    const body = { ...wholeKey(lotId), grams: 460, pieces: 1 };
    const moved = await shop.counter.send(contract.counter.move, { body: { ...body, to: 'place:slab' } });
    expect([moved.status, moved.problem.detail]).toEqual([
      409,
      '0 fish are free there, 2 are promised to orders',
    ]);
    // A fish that fell on the floor is gone, whoever was promised it.
    await shop.counter.ok(contract.counter.discard, {
      body: { ...body, to: 'waste', reason: 'fell on the floor' },
    });
    const [order] = await shop.counter.ok(contract.orders.list);
    expect(order!.state).toBe('open');
  });

  it('keeps the reason of every bin and what the kitchen used apart', async () => {
    const { lotId } = await landBass(shop);
    const body = { ...wholeKey(lotId), grams: 460, pieces: 1 };
    await shop.counter.ok(contract.counter.discard, {
      body: { ...body, to: 'waste', reason: 'out of life' },
    });
    await shop.counter.ok(contract.counter.discard, { body: { ...body, to: 'kitchen', reason: 'soup' } });
    const { waste, lots } = await day();
    expect(waste).toEqual([{ reason: 'out of life', grams: 460 }]);
    expect(lots[0]!.flow).toMatchObject({ waste: 460, kitchen: 460, stock: 3680 });
  });

  it('shows a price on every row of that fish and form, set by the manager only', async () => {
    await landBass(shop);
    const body = { speciesId: 'sea_bass', item: 'whole', was: null, perKg: 2390 };
    expect((await shop.counter.send(contract.prices.set, { body })).status).toBe(403);
    await shop.manager.ok(contract.prices.set, { body });
    await shop.manager.ok(contract.prices.set, { body: { ...body, was: 2390, perKg: 2190 } });
    expect((await stock())[0]!.pricePerKg).toBe(2190);
    for (const wrong of [{ speciesId: 'kraken' }, { item: 'trim:gold' }, { perKg: -1 }]) {
      const reply = await shop.manager.send(contract.prices.set, { body: { ...body, ...wrong } });
      expect(reply.status).toBe(400);
    }
  });

  it('counts a tray down to nothing and up again', async () => {
    const { lotId } = await landBass(shop);
    const count = (grams: number, pieces: number, reason = '') =>
      shop.counter.ok(contract.counter.count, {
        body: { ...wholeKey(lotId), grams, pieces, source: 'measured', reason },
      });
    expect((await count(4600, 10)).differenceGrams).toBe(0);
    expect((await count(4652, 10)).differenceGrams).toBe(52);
    const unasked = { ...wholeKey(lotId), grams: 3740, pieces: 8, source: 'measured' as const };
    const reply = await shop.counter.send(contract.counter.count, { body: unasked });
    expect(reply.problem.errors![0]!.path).toBe('reason');
    expect((await count(3740, 8, 'sold at the rush')).differenceGrams).toBe(-912);
    expect(await row((r) => r.lotId === lotId)).toMatchObject({ grams: 3740, pieces: 8 });
    expect((await day()).lots[0]!.flow.unaccounted).toBe(860);
  });
});

describe('closing the day', () => {
  const close = (d: string, remarks = '') =>
    shop.manager.send(contract.close.closeDay, { params: { day: d }, body: { remarks } });

  it('waits for the fish on the board, and for a remark when something is still open', async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop, fourFillets());
    const ticket = await cut(shop, tickets[0]!);
    expect((await close('2026-11-25', 'never mind')).problem.detail).toMatch(/still on the board/);
    await shop.bench.ok(contract.bench.close, {
      params: { id: ticket.id },
      body: { version: ticket.version, reason: '' },
    });
    const { toDo } = await day();
    expect(toDo).toEqual([
      { kind: 'deliveries', count: 1 },
      { kind: 'orders', count: 1 },
      { kind: 'unread', count: 6 },
      { kind: 'checks', count: 6 },
    ]);
    expect((await close('2026-11-25')).problem.errors![0]!.path).toBe('remarks');
    expect((await close('2026-11-25', 'note comes tomorrow')).status).toBe(200);
    expect(await day()).toMatchObject({ closedBy: 'The manager', closedAt: noon.toISOString() });
  });

  it('closes no day that has not come, and none that is no day', async () => {
    expect((await close('2026-11-26')).status).toBe(409);
    expect((await close('2026-02-30')).status).toBe(404);
    expect((await close('today')).status).toBe(404);
  });
});
