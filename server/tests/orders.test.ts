import { contract } from '@ember-slate/contract';
import { beforeEach, describe, expect, it } from 'vitest';
import { cut, fourFillets, gradeBody, landBass, shopForEach, toBench, type TestShop } from './testShop.ts';

let shop: TestShop;
const freshShop = shopForEach();
beforeEach(() => void (shop = freshShop()));

const line = fourFillets().lines[0]!;
const ask = (lines: (typeof line)[], dueAt = '2026-11-25T16:00:00.000Z') =>
  shop.counter.ok(contract.orders.promise, { body: { dueAt, lines } });
const orderOf = async (id: number) => (await shop.counter.ok(contract.orders.list)).find((o) => o.id === id)!;
const closeTicket = async (id: number) => {
  const ticket = await cut(shop, id);
  await shop.bench.ok(contract.bench.close, {
    params: { id },
    body: { version: ticket.version, reason: '' },
  });
};

describe('can it be promised', () => {
  it('gives no fish to two lines of one question', async () => {
    await landBass(shop, true, { pieces: 3, grams: 1380 });
    const [first, second] = await ask([line, line]);
    expect(first).toMatchObject({ answer: 'yes', servable: 4 });
    expect(second).toMatchObject({ answer: 'part', servable: 2 });
  });

  it('asks of the life at the hour it is wanted, not now', async () => {
    await landBass(shop);
    expect((await ask([line], '2026-11-26T12:00:00.000Z'))[0]!.answer).toBe('yes');
    const late = (await ask([line], '2026-12-05T12:00:00.000Z'))[0]!;
    expect(late.answer).toBe('no');
    expect(late.because).toMatch(/Will be too old to grill by then/);
  });

  it('promises nothing for raw use, and says what is missing', async () => {
    await landBass(shop);
    expect((await ask([{ ...line, use: 'raw' }]))[0]!.because).toMatch(/freezing record/);
  });

  it('refuses a form in words before it looks for fish', async () => {
    const [answer] = await ask([{ ...line, speciesId: 'plaice', form: 'steaks' }]);
    expect(answer).toMatchObject({ answer: 'no', because: 'Plaice is not cut as steaks' });
  });

  it('changes nothing by asking', async () => {
    await landBass(shop);
    await ask([line]);
    await ask([line]);
    const [row] = await shop.counter.ok(contract.counter.stock);
    expect(row!.freePieces).toBe(10);
  });

  it('counts what others were promised as gone', async () => {
    await landBass(shop, true, { pieces: 3, grams: 1380 });
    await toBench(shop);
    expect((await ask([line]))[0]).toMatchObject({ answer: 'part', servable: 2 });
  });
});

describe('an order', () => {
  it('is numbered, and its customer is remembered with the phone', async () => {
    const first = await shop.counter.ok(contract.orders.take, {
      body: fourFillets({ phone: '+353 1 555 01 00' }),
    });
    const second = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    expect([first.number, second.number]).toEqual([1, 2]);
    expect(await shop.counter.ok(contract.orders.customers)).toEqual([
      expect.objectContaining({ name: 'Pell', phone: '+353 1 555 01 00' }),
    ]);
  });

  it('can be moved to another hour until it is collected, not by a stale screen', async () => {
    const { id } = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const { lines: _lines, ...head } = fourFillets({ dueAt: '2026-11-25T18:00:00.000Z', customer: 'Osk' });
    const edit = (version: number) =>
      shop.counter.send(contract.orders.edit, { params: { id }, body: { ...head, version } });
    expect((await edit(1)).status).toBe(200);
    expect(await orderOf(id)).toMatchObject({ customer: 'Osk', dueAt: head.dueAt, version: 2 });
    const stale = await edit(1);
    expect([stale.status, stale.problem.code]).toEqual([409, 'stale']);
    expect(stale.problem.current).toMatchObject({ customer: 'Osk', version: 2 });
  });

  it('waits until every line is cut', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop, fourFillets({ lines: [line, line] }));
    await closeTicket(tickets[0]!);
    expect((await orderOf(orderId)).state).toBe('open');
    await closeTicket(tickets[1]!);
    expect((await orderOf(orderId)).state).toBe('ready');
  });

  it('is handed over only with a price for each line, and only once', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop);
    await closeTicket(tickets[0]!);
    const ready = await orderOf(orderId);
    const hand = (prices: { lineId: number; perKg: number }[]) =>
      shop.counter.send(contract.orders.handOver, {
        params: { id: orderId },
        body: { version: ready.version, prices },
      });
    expect((await hand([])).problem.errors![0]!.path).toBe('prices');
    const prices = [{ lineId: ready.lines[0]!.id, perKg: 4130 }];
    expect((await hand(prices)).status).toBe(200);
    expect((await hand(prices)).status).toBe(409);
    const { takings } = await shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } });
    expect(takings).toBe(Math.round(ready.lines[0]!.readyGrams * 4.13));
  });

  it('that is cancelled gives back what was cut for it, with its clock', async () => {
    const { lotId } = await landBass(shop);
    const { orderId, tickets } = await toBench(shop);
    await closeTicket(tickets[0]!);
    const { version, lines } = await orderOf(orderId);
    await shop.counter.ok(contract.orders.cancel, {
      params: { id: orderId },
      body: { version, reason: 'did not come' },
    });
    const stock = await shop.counter.ok(contract.counter.stock);
    const back = stock.find((r) => r.item === 'fillet_skin_on')!;
    expect(back).toMatchObject({ lotId, place: 'place:cold_room', grams: lines[0]!.readyGrams, pieces: 4 });
    expect(back.sellBy).not.toBeNull();
  });

  it('cancelled on the board, goes on for the counter', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop);
    await cut(shop, tickets[0]!);
    const { version } = await orderOf(orderId);
    await shop.counter.ok(contract.orders.cancel, {
      params: { id: orderId },
      body: { version, reason: 'too late' },
    });
    const ticket = await shop.bench.ok(contract.bench.ticket, { params: { id: tickets[0]! } });
    expect(ticket.cuts.map((c) => c.lineId)).toEqual([null]);
    expect(ticket.weighOuts.map((w) => w.kind)).toContain('counter');
  });
});

describe('the plan', () => {
  it('refuses fish of another species, too many, and a lot chosen twice', async () => {
    const { lotId } = await landBass(shop);
    await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const [l] = await shop.bench.ok(contract.plan.lines);
    const choose = (picks: { lotId: number; fish: number }[]) =>
      shop.bench.send(contract.plan.choose, { params: { id: l!.id }, body: { version: l!.version, picks } });
    expect((await choose([{ lotId: 999, fish: 1 }])).problem.errors![0]!.path).toBe('picks.0.lotId');
    expect((await choose([{ lotId, fish: 11 }])).problem.errors![0]!.path).toBe('picks.0.fish');
    const twice = await choose([
      { lotId, fish: 1 },
      { lotId, fish: 1 },
    ]);
    expect(twice.status).toBe(400);
    const early = await shop.bench.send(contract.plan.send, {
      params: { id: l!.id },
      body: { version: l!.version },
    });
    expect(early.problem.detail).toMatch(/Choose its fish first/);
  });

  it('can be changed while nothing is cut: its own fish are free to itself', async () => {
    const { lotId } = await landBass(shop, true, { pieces: 2, grams: 920 });
    await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const choose = async (fish: number) => {
      const [l] = await shop.bench.ok(contract.plan.lines);
      await shop.bench.ok(contract.plan.choose, {
        params: { id: l!.id },
        body: { version: l!.version, picks: [{ lotId, fish }] },
      });
    };
    await choose(2);
    await choose(1);
    await choose(2);
    const [l] = await shop.bench.ok(contract.plan.lines);
    expect(l!.picks).toEqual([{ lotId, fish: 2 }]);
    expect(l!.offers[0]).toMatchObject({ fishFree: 2 });
  });

  it('lets a lot put on hold meanwhile go to the bench no more', async () => {
    const { lotId } = await landBass(shop);
    await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const [l] = await shop.bench.ok(contract.plan.lines);
    await shop.bench.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ verdict: 'hold', overrideReason: 'smells odd at the bottom' }),
    });
    const reply = await shop.bench.send(contract.plan.choose, {
      params: { id: l!.id },
      body: { version: l!.version, picks: l!.proposal },
    });
    expect(reply.problem.detail).toMatch(/On hold/);
  });
});
