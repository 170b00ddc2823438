import { contract } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import {
  cut,
  delivery,
  bassLot,
  fourFillets,
  gradeBody,
  openTestShop,
  proof,
  type TestShop,
  readPlaces,
} from './testShop.ts';

/** One fish from the van door to the customer's bag, through the services as the screens use them. */
describe('a day', () => {
  let shop: TestShop;
  const ids = { delivery: 0, lot: 0, order: 0, line: 0, ticket: 0 };
  let code = '';
  beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
  afterAll(() => shop.close());

  it('begins with nothing', async () => {
    const tide = await shop.manager.ok(contract.summary.stages);
    expect(Object.values(tide.stages).map((s) => s.count)).toEqual([0, 0, 0, 0, 0, 0, 0]);
    expect(await shop.manager.ok(contract.counter.stock)).toEqual([]);
    expect((await shop.manager.ok(contract.landing.species)).length).toBe(38);
  });

  it('lands ten sea bass of 4.6 kg and checks the note', async () => {
    const made = await shop.bench.ok(contract.landing.createDelivery, {
      body: delivery({ noteGrams: 4700, notePieces: 10, noteMoney: 6815 }),
    });
    ids.delivery = made.id;
    const lot = await shop.bench.ok(contract.landing.addLot, {
      params: { id: made.id },
      body: bassLot(),
    });
    ids.lot = lot.id;
    code = lot.code;
    expect(code).toBe('261125-S1');
    const [d] = await shop.bench.ok(contract.landing.deliveries, { query: { day: '2026-11-25' } });
    expect(d!.totals).toEqual({ grams: 4600, pieces: 10, money: 6670 });
    expect(d!.differences).toEqual([
      { of: 'weight', by: -100 },
      { of: 'money', by: -145 },
    ]);
    const params = { id: made.id };
    const unsaid = await shop.bench.send(contract.landing.closeDelivery, {
      params,
      body: { version: d!.version, reason: '' },
    });
    expect(unsaid.status).toBe(400);
    expect(unsaid.problem.errors![0]!.path).toBe('reason');
    await shop.bench.ok(contract.landing.closeDelivery, {
      params,
      body: { version: d!.version, reason: 'ice in the box' },
    });
  });

  it('neither sells nor promises it before it is graded', async () => {
    const [row] = await shop.counter.ok(contract.counter.stock);
    expect(row).toMatchObject({ grams: 4600, pieces: 10, blocked: 'Not graded yet', sellBy: null });
    const { lines, dueAt } = fourFillets();
    const [answer] = await shop.counter.ok(contract.orders.promise, { body: { dueAt, lines } });
    expect(answer).toMatchObject({
      answer: 'if',
      because: `If ${code} turns out fit: not graded yet`,
      servable: 0,
      nearest: [],
      expects: null,
      toBuy: null,
    });
  });

  it('grades three fish', async () => {
    const params = { id: ids.lot };
    const made = await shop.bench.ok(contract.grading.record, { params, body: gradeBody() });
    expect(made).toMatchObject({ advised: 'accept', verdict: 'accept' });
    const lot = await shop.bench.ok(contract.grading.lot, { params });
    // 0.1 of 15 ice days used; kept at 0.5 C with the guts in, what is left runs 1.1025 / 0.75 times as fast.
    expect(lot.usedNow).toBeCloseTo(1.5, 6);
    expect(lot.daysLeft).toBeCloseTo((13.5 * 0.75) / 1.05 ** 2, 6);
    expect(lot.grades).toHaveLength(1);
    expect(lot.grades[0]).toMatchObject({ scheme: 'eu-general', gradedBy: 'The bench', category: 'Extra' });
  });

  it('promises four fillets for the afternoon', async () => {
    const body = fourFillets();
    const [answer] = await shop.counter.ok(contract.orders.promise, {
      body: { dueAt: body.dueAt, lines: body.lines },
    });
    expect(answer).toMatchObject({ answer: 'yes', because: `2 fish from ${code}`, servable: 4, nearest: [] });
    expect(answer!.expects).toMatchObject({ fish: 2 });
    ids.order = (await shop.counter.ok(contract.orders.take, { body })).id;
  });

  it('plans two fish and keeps them from being sold', async () => {
    const [line] = await shop.bench.ok(contract.plan.lines);
    ids.line = line!.id;
    expect(line!.proposal).toEqual([{ lotId: ids.lot, fish: 2 }]);
    await shop.bench.ok(contract.plan.choose, {
      params: { id: line!.id },
      body: { version: line!.version, picks: line!.proposal },
    });
    const [row] = await shop.counter.ok(contract.counter.stock);
    expect(row).toMatchObject({ pieces: 10, freePieces: 8, freeGrams: 3680 });
    const sent = await shop.bench.ok(contract.plan.send, {
      params: { id: line!.id },
      body: { version: line!.version + 1 },
    });
    ids.ticket = sent.id;
    expect(await shop.bench.ok(contract.plan.lines)).toEqual([]);
  });

  it('cuts, weighs out to the gram and closes only when swept', async () => {
    const ticket = await cut(shop, ids.ticket);
    expect(ticket.steps.map((s) => s.id)).toContain('sweep');
    expect(ticket.balance.input).toBe(920);
    expect(ticket.balance.unaccounted).toBe(ticket.expected.drip);
    expect(ticket.balance.closes).toBe(true);
    await shop.bench.ok(contract.bench.close, {
      params: { id: ids.ticket },
      body: { version: ticket.version, reason: '' },
    });
    const rows = await shop.counter.ok(contract.counter.stock);
    const whole = rows.find((r) => r.item === 'whole')!;
    expect(whole).toMatchObject({ pieces: 8, freePieces: 8, grams: 3680 });
    expect(rows.filter((r) => r.item.startsWith('trim:')).map((r) => r.itemName)).toContain('scrape');
  });

  it('hands the order over at the price of the form', async () => {
    const [order] = await shop.counter.ok(contract.orders.list);
    expect(order!.state).toBe('ready');
    const line = order!.lines[0]!;
    expect(line.readyPieces).toBe(4);
    const done = await shop.counter.ok(contract.orders.handOver, {
      params: { id: ids.order },
      body: { version: order!.version, prices: [{ lineId: line.id, perKg: 4130 }] },
    });
    expect(done.total).toBe(Math.round((line.readyGrams * 4130) / 1000));
    expect(await shop.counter.ok(contract.orders.list)).toEqual([]);
    const handed = await shop.counter.ok(contract.orders.list, { query: { handedOn: '2026-11-25' } });
    expect(handed.map((o) => o.id)).toEqual([ids.order]);
  });

  it('shows at the close where every gram went and what the cut yielded', async () => {
    const day = await shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } });
    const [lot] = day.lots;
    const { received, ...ends } = lot!.flow;
    expect(received).toBe(4600);
    expect(Object.values(ends).reduce((a, b) => a + b, 0)).toBe(4600);
    expect(lot!.became.reduce((s, b) => s + b.grams, 0)).toBe(4600);
    expect(lot!.discrepancy.within).toBe(true);
    const [made] = day.yields;
    expect(made).toMatchObject({ inputGrams: 920, formName: 'fillets, skin on' });
    expect(made!.yield).toBeCloseTo(made!.expected, 3);
    expect(day.sales).toEqual([
      expect.objectContaining({ itemName: 'fillets, skin on', grams: lot!.flow.sold }),
    ]);
    expect(day.toDo).toEqual([
      { kind: 'unread', count: 6 },
      { kind: 'checks', count: 6 },
    ]);
    await readPlaces(shop);
    for (const check of day.checks)
      await shop.counter.ok(contract.close.sign, {
        params: { day: day.day },
        body: { checkId: check.id, note: '' },
      });
    await shop.manager.ok(contract.close.closeDay, { params: { day: '2026-11-25' }, body: { remarks: '' } });
    const again = await shop.manager.send(contract.close.closeDay, {
      params: { day: '2026-11-25' },
      body: { remarks: '' },
    });
    expect(again.status).toBe(409);
  });

  it('leaves books that prove themselves', async () => {
    const books = await proof(shop);
    expect(books.faults).toEqual([]);
    // land, to bench, cut, hand over
    expect(books.movements).toBe(4);
    expect((await shop.manager.ok(contract.books.verify)).faults).toEqual([]);
  });

  it('tells the counter nothing of what fish cost', async () => {
    const [d] = await shop.counter.ok(contract.landing.deliveries, { query: { day: '2026-11-25' } });
    expect(d!.noteMoney).toBeNull();
    expect(d!.totals.money).toBeNull();
    expect(d!.lots.map((l) => l.pricePerKg)).toEqual([null]);
    expect(d!.differences.map((x) => x.of)).toEqual(['weight']);
    const all = JSON.stringify([
      d,
      await shop.counter.ok(contract.grading.lots),
      await shop.counter.ok(contract.plan.lines),
      await shop.counter.ok(contract.counter.stock),
    ]);
    expect(all).not.toMatch(/1450|6670|6815/);
  });
});
