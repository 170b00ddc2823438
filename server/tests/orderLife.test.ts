import { contract, type NewOrderLine } from '@ember-slate/contract';
import ICAL from 'ical.js';
import { beforeEach, describe, expect, it } from 'vitest';
import { shippedForms } from '@ember-slate/core/forms';
import { makeWeekly } from '../src/stages/orders/commands/weekly.ts';
import { transaction } from '../src/platform/db.ts';
import { writeSettings } from '../src/platform/settings.ts';
import {
  cut,
  fourFillets,
  landBass,
  shopForEach,
  pins,
  proof,
  start,
  toBench,
  type TestShop,
} from './testShop.ts';

let shop: TestShop;
const freshShop = shopForEach();
beforeEach(() => void (shop = freshShop()));

const line = fourFillets().lines[0]!;
const whole: NewOrderLine = { ...line, form: 'scaled_gutted', pieces: 2, pieceGrams: 400 };
const take = (more: object = {}) => shop.counter.ok(contract.orders.take, { body: fourFillets(more) });
const orderOf = async (id: number) => (await shop.counter.ok(contract.orders.list)).find((o) => o.id === id)!;
const close = async (id: number) => {
  const { version } = await cut(shop, id);
  await shop.bench.ok(contract.bench.close, { params: { id }, body: { version, reason: '' } });
};
const head = { customer: 'Pell', phone: '', dueAt: '2026-11-25T16:00:00.000Z', remarks: '' };
type Line = Awaited<ReturnType<typeof orderOf>>['lines'][number];
const kept = (l: Line) => ({
  id: l.id,
  speciesId: l.anyWhite ? 'any_white' : l.speciesId,
  form: l.form,
  pieces: l.pieces,
  pieceGrams: l.pieceGrams,
  totalGrams: l.totalGrams,
  use: l.use,
  people: l.people,
  thickMm: l.thickMm,
  partAllowed: l.partAllowed,
  trimWish: l.trimWish,
  options: l.options,
});
const change = async (id: number, lines: (NewOrderLine & { id: number | null })[]) =>
  shop.counter.send(contract.orders.edit, {
    params: { id },
    body: { ...head, version: (await orderOf(id)).version, lines },
  });
const hand = async (id: number, lineIds: number[], perKg = 4000) =>
  shop.counter.send(contract.orders.handOver, {
    params: { id },
    body: { version: (await orderOf(id)).version, prices: lineIds.map((lineId) => ({ lineId, perKg })) },
  });
/** Another hour of the shop, with the counter signed in again. */
const at = async (instant: string) => {
  shop.clock.now = new Date(instant);
  await shop.counter.signIn(shop.staff.counter, pins.counter);
};
const onShelf = async () =>
  (await shop.counter.ok(contract.counter.stock)).filter((r) => r.item === 'fillet_skin_on');

describe('the lines of an order', () => {
  it('keep every wish as it was said', async () => {
    const wish = {
      ...line,
      people: 4,
      partAllowed: true,
      trimWish: 'stock' as const,
      options: ['pin bones left'],
    };
    const { id } = await take({ lines: [wish] });
    expect((await orderOf(id)).lines[0]).toMatchObject(wish);
  });
  it.each<[string, Partial<NewOrderLine>, string]>([
    ['a thickness of what is not sliced', { thickMm: 25 }, 'thickMm'],
    [
      'fewer of a weight',
      { pieces: null, pieceGrams: null, totalGrams: 900, partAllowed: true },
      'partAllowed',
    ],
    ['a form no white fish is cut into', { speciesId: 'any_white', form: 'wing' }, 'lines'],
    ['a fish nobody knows', { speciesId: 'unicorn' }, 'speciesId'],
  ])('refuse %s at its field', async (_what, more, path) => {
    const reply = await shop.counter.send(contract.orders.take, {
      body: fourFillets({ lines: [{ ...line, ...more }] }),
    });
    expect(reply.status).toBe(400);
    expect(reply.problem.errors![0]!.path).toContain(path);
    expect(await shop.counter.ok(contract.orders.list)).toEqual([]);
  });

  it('are added, changed and taken off in one go before anything is cut; fish chosen are free again', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop, fourFillets({ lines: [line, whole] }));
    expect(tickets).toHaveLength(2);
    const [fillets, bass] = (await orderOf(orderId)).lines as [Line, Line];
    const reply = await change(orderId, [
      { ...kept(fillets), pieces: 6 },
      { ...whole, id: null, pieces: 1 },
    ]);
    expect(reply.status).toBe(200);
    const lines = (await orderOf(orderId)).lines;
    expect(lines.map((l) => [l.form, l.pieces, l.state])).toEqual([
      ['fillet_skin_on', 6, 'open'],
      ['scaled_gutted', 2, 'cancelled'],
      ['scaled_gutted', 1, 'open'],
    ]);
    expect(lines.find((l) => l.id === bass.id)!.tickets).toEqual([]);
    expect(await shop.bench.ok(contract.bench.tickets)).toEqual([]);
    expect((await shop.counter.ok(contract.counter.stock))[0]!.freePieces).toBe(10);
  });

  it('on the board cannot become something else; taken off they are cut for the counter', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop);
    await start(shop, tickets[0]!);
    const [on] = (await orderOf(orderId)).lines as [Line];
    const refused = await change(orderId, [{ ...kept(on), pieces: 6 }]);
    expect([refused.status, refused.problem.errors![0]!.message]).toEqual([
      400,
      'It is on the board: take it off (it goes to the counter) and add what is wanted instead',
    ]);
    expect((await change(orderId, [{ ...whole, id: null }])).status).toBe(200);
    const ticket = await shop.bench.ok(contract.bench.ticket, { params: { id: tickets[0]! } });
    expect(ticket.cuts).toMatchObject([{ lineId: null, form: 'fillet_skin_on', pieces: 4 }]);
    expect((await orderOf(orderId)).lines.map((l) => l.state)).toEqual(['cancelled', 'open']);
  });

  it('taken off after they were weighed go to the counter with their weight', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop, fourFillets({ lines: [line] }));
    const { version, weighOuts } = await cut(shop, tickets[0]!);
    const grams = weighOuts.find((w) => w.kind === 'order')!.grams;
    expect((await change(orderId, [{ ...whole, id: null }])).status).toBe(200);
    const params = { id: tickets[0]! };
    const stale = await shop.bench.send(contract.bench.close, { params, body: { version, reason: '' } });
    expect(stale.status).toBe(409);
    const now = await shop.bench.ok(contract.bench.ticket, { params });
    await shop.bench.ok(contract.bench.close, { params, body: { version: now.version, reason: '' } });
    expect(await onShelf()).toMatchObject([{ place: 'place:cold_room', grams, pieces: 4 }]);
  });
});

describe('collecting', () => {
  it('goes in parts: what is ready now, the rest another time, each its own sale', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop, fourFillets({ lines: [line, { ...line, pieces: 2 }] }));
    await close(tickets[0]!);
    const [fillets, bass] = (await orderOf(orderId)).lines as [Line, Line];
    expect((await hand(orderId, [fillets.id, bass.id])).status).toBe(409);
    expect((await hand(orderId, [fillets.id])).body.total).toBe(Math.round(fillets.readyGrams * 4));
    expect(await orderOf(orderId)).toMatchObject({
      state: 'open',
      lines: [{ state: 'handed' }, { state: 'planned' }],
    });
    expect((await hand(orderId, [fillets.id])).status).toBe(409);
    await close(tickets[1]!);
    expect((await orderOf(orderId)).state).toBe('ready');
    expect((await hand(orderId, [bass.id])).status).toBe(200);
    expect(await orderOf(orderId)).toBeUndefined();
    expect(await shop.counter.ok(contract.orders.list, { query: { handedOn: '2026-11-25' } })).toHaveLength(
      1,
    );
  });

  it('of a part stays collected when the rest is cancelled', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop, fourFillets({ lines: [line, { ...line, pieces: 2 }] }));
    await close(tickets[0]!);
    expect((await hand(orderId, [(await orderOf(orderId)).lines[0]!.id])).status).toBe(200);
    const { version } = await orderOf(orderId);
    await shop.counter.ok(contract.orders.cancel, {
      params: { id: orderId },
      body: { version, reason: 'enough' },
    });
    const [over] = await shop.counter.ok(contract.orders.list, { query: { handedOn: '2026-11-25' } });
    expect(over!.lines.map((l) => l.state)).toEqual(['handed', 'cancelled']);
    expect(await shop.bench.ok(contract.bench.tickets)).toEqual([]);
  });

  it('takes head and bones along where the customer wishes it, at no price', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(
      shop,
      fourFillets({ lines: [{ ...line, trimWish: 'stock' }] }),
    );
    await close(tickets[0]!);
    const lying = async () =>
      (await shop.counter.ok(contract.counter.stock)).filter((r) => r.item.startsWith('trim:'));
    const before = (await lying()).map((r) => r.item);
    expect(before).toEqual(expect.arrayContaining(['trim:head', 'trim:frame']));
    const { lines } = await orderOf(orderId);
    const sold = await hand(orderId, [lines[0]!.id]);
    expect(sold.body.total).toBe(Math.round(lines[0]!.readyGrams * 4));
    expect((await lying()).map((r) => r.item)).toEqual(
      before.filter((i) => !['trim:head', 'trim:collars', 'trim:frame'].includes(i)),
    );
  });

  it('shares one fish’s head and bones by weight, in one go or one after the other', async () => {
    await landBass(shop);
    const wish = { ...line, trimWish: 'stock' as const };
    const { orderId, tickets } = await toBench(shop, fourFillets({ lines: [wish, { ...wish, pieces: 2 }] }));
    for (const t of tickets) await close(t);
    const ids = (await orderOf(orderId)).lines.map((l) => l.id);
    for (const id of ids) expect((await hand(orderId, [id])).status).toBe(200);
    const bones = (await shop.counter.ok(contract.counter.stock)).filter((r) =>
      ['trim:head', 'trim:collars', 'trim:frame'].includes(r.item),
    );
    expect(bones).toEqual([]);
    expect((await proof(shop)).faults).toEqual([]);
  });

  it('counts the deposit once: off the price, the rest given back', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop, fourFillets({ deposit: 500 }));
    await close(tickets[0]!);
    const { lines, deposit } = await orderOf(orderId);
    expect(deposit).toBe(500);
    const { total, toPay } = (await hand(orderId, [lines[0]!.id])).body;
    expect(toPay).toBe(total - 500);
    const small = await take({ deposit: 2000, depositPay: 'card' });
    await shop.counter.ok(contract.orders.cancel, {
      params: { id: small.id },
      body: { version: 1, reason: 'wants none', keepDeposit: true },
    });
    const kinds = await shop.pool.query('SELECT order_id, kind, money FROM deposit ORDER BY id');
    const { deposits, tills } = await shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } });
    expect(deposits).toEqual({ taken: 2500, used: 500, returned: 0, kept: 2000 });
    // Each lies in the till it was paid into.
    expect([tills.cash.deposits, tills.card.deposits]).toEqual([500, 2000]);
    expect(kinds[0]).toEqual([
      { order_id: orderId, kind: 'taken', money: 500 },
      { order_id: orderId, kind: 'used', money: 500 },
      { order_id: small.id, kind: 'taken', money: 2000 },
      { order_id: small.id, kind: 'kept', money: 2000 },
    ]);
    // Given up and given back by card as it was paid: both tills are as they were.
    const back = await take({ deposit: 300, depositPay: 'card' });
    await shop.counter.ok(contract.orders.cancel, {
      params: { id: back.id },
      body: { version: 1, reason: 'wants none', keepDeposit: false },
    });
    const after = await shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } });
    expect([after.tills.cash.deposits, after.tills.card.deposits]).toEqual([500, 2000]);
    expect(after.deposits.returned).toBe(300);
  });

  it('is never used beyond the bill: what is over is change, and the book says both', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop, fourFillets({ deposit: 90_000 }));
    await close(tickets[0]!);
    const { lines } = await orderOf(orderId);
    const { total, toPay } = (await hand(orderId, [lines[0]!.id])).body;
    expect(toPay).toBe(total - 90_000);
    const { deposits, tills } = await shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } });
    expect(deposits).toEqual({ taken: 90_000, used: total, returned: 90_000 - total, kept: 0 });
    expect(tills.cash.expected).toBe(total);
  });

  it('of nobody: what lies ready goes back with its clock, and the customer is remembered for it', async () => {
    await landBass(shop);
    const { orderId, tickets } = await toBench(shop);
    await close(tickets[0]!);
    const { version, customerId, lines } = await orderOf(orderId);
    const leave = () =>
      shop.counter.send(contract.orders.cancel, {
        params: { id: orderId },
        body: { version, reason: 'nobody came', uncollected: true },
      });
    expect((await leave()).status).toBe(409);
    await at('2026-11-25T17:30:00Z');
    expect((await leave()).status).toBe(200);
    const [back] = await onShelf();
    expect(back).toMatchObject({ place: 'place:cold_room', grams: lines[0]!.readyGrams });
    expect(back!.sellBy).not.toBeNull();
    const known = await shop.counter.ok(contract.orders.customer, { params: { id: customerId } });
    expect(known).toMatchObject({ name: 'Pell', collected: 0, uncollected: 1 });
    expect(known.orders[0]).toMatchObject({ state: 'uncollected', lines: [{ form: 'fillet_skin_on' }] });
  });
});

describe('every week', () => {
  const standing = { ...head, weekday: 5, minutes: 600, from: '2026-11-25', lines: [line] };
  const { dueAt: _at, ...body } = standing;
  it('makes an order ahead of its day, once, whoever looks and however often', async () => {
    const { id, made } = await shop.counter.ok(contract.orders.keepStanding, { body });
    expect(made).toBe(1);
    const all = async () => (await shop.counter.ok(contract.orders.list)).map((o) => [o.dueAt, o.standingId]);
    expect(await all()).toEqual([['2026-11-27T10:00:00.000Z', id]]);
    await Promise.all([makeWeekly(shop.pool, shop.clock.now), makeWeekly(shop.pool, shop.clock.now)]);
    expect(await all()).toHaveLength(1);
    await at('2026-12-01T06:00:00Z');
    await Promise.all([makeWeekly(shop.pool, shop.clock.now), makeWeekly(shop.pool, shop.clock.now)]);
    expect((await all()).map(([at]) => at)).toEqual(['2026-11-27T10:00:00.000Z', '2026-12-04T10:00:00.000Z']);
    const [kept] = await shop.counter.ok(contract.orders.standing);
    expect(kept).toMatchObject({
      customer: 'Pell',
      nextDay: '2026-12-04',
      lines: [{ speciesName: 'European sea bass' }],
    });
    await shop.counter.ok(contract.orders.endStanding, { params: { id }, body: { version: kept!.version } });
    await at('2026-12-20T06:00:00Z');
    expect(await makeWeekly(shop.pool, shop.clock.now)).toBe(0);
  });
  it('is changed from the next order on that is not made yet; one made already stays as it was', async () => {
    const { id } = await shop.counter.ok(contract.orders.keepStanding, { body });
    const [kept] = await shop.counter.ok(contract.orders.standing);
    const { customer: _c, phone: _p, from: _f, ...rest } = body;
    const change = { ...rest, weekday: 2, lines: [{ ...line, pieces: 9 }], version: kept!.version };
    await shop.counter.ok(contract.orders.changeStanding, { params: { id }, body: change });
    expect((await shop.counter.ok(contract.orders.standing))[0]).toMatchObject({
      version: kept!.version + 1,
      weekday: 2,
      lines: [{ pieces: 9 }],
    });
    await at('2026-12-01T06:00:00Z');
    await makeWeekly(shop.pool, shop.clock.now);
    const made = (await shop.counter.ok(contract.orders.list)).map((o) => [o.dueAt, o.lines[0]!.pieces]);
    expect(made).toEqual([
      ['2026-11-27T10:00:00.000Z', line.pieces],
      ['2026-12-08T10:00:00.000Z', 9],
    ]);
    const bad = { ...change, version: kept!.version + 1, lines: [{ ...line, form: 'no_such_form' }] };
    expect(
      (await shop.counter.send(contract.orders.changeStanding, { params: { id }, body: bad })).status,
    ).toBe(400);
  });
  it('that names a form the shop has given up is left out and said in the log; the others are made', async () => {
    await shop.counter.ok(contract.orders.keepStanding, { body });
    await shop.counter.ok(contract.orders.keepStanding, {
      body: { ...body, customer: 'Osk', lines: [whole] },
    });
    const before = (await shop.counter.ok(contract.orders.list)).length;
    await at('2026-12-01T06:00:00Z');
    await shop.manager.signIn(shop.staff.manager, pins.manager);
    const form = shippedForms.find((f) => f.id === line.form)!;
    await transaction(shop.pool, (tx) =>
      writeSettings(tx, { forms: [{ ...form, like: form.id, share: form.yield.share, off: true }] }),
    );
    expect(await makeWeekly(shop.pool, shop.clock.now)).toBe(1);
    const orders = await shop.counter.ok(contract.orders.list);
    const faults = (await shop.counter.ok(contract.orders.standing)).map((s) => s.fault);
    expect(faults).toEqual(['Not a form of this shop', null]);
    expect(orders).toHaveLength(before + 1);
    expect(orders.filter((o) => o.dueAt.startsWith('2026-12-04')).map((o) => o.customer)).toEqual(['Osk']);
  });
  it('keeps its hour over the end of summer time', async () => {
    await at('2026-10-19T06:00:00Z');
    await shop.counter.ok(contract.orders.keepStanding, { body: { ...body, from: '2026-10-19' } });
    await at('2026-10-25T06:00:00Z');
    await makeWeekly(shop.pool, shop.clock.now);
    expect((await shop.counter.ok(contract.orders.list)).map((o) => o.dueAt)).toEqual([
      '2026-10-23T09:00:00.000Z',
      '2026-10-30T10:00:00.000Z',
    ]);
  });
});

describe('what orders lack', () => {
  it('is on the buying list as whole fish, with who waits for it', async () => {
    await landBass(shop, true, { pieces: 1, grams: 500 });
    await take();
    await take({ customer: 'Osk' });
    const [bass] = await shop.counter.ok(contract.orders.buying);
    // One fish gives two of the eight fillets; the other six are of three more.
    expect(bass).toMatchObject({ speciesId: 'sea_bass', fish: 3, firstDue: head.dueAt });
    expect(bass!.for.map((w) => [w.customer, w.missing])).toEqual([
      ['Pell', 2],
      ['Osk', 4],
    ]);
  });
  it('is not promised to the next: open orders come first', async () => {
    await landBass(shop, true, { pieces: 3, grams: 1380 });
    const ask = () =>
      shop.counter.ok(contract.orders.promise, { body: { dueAt: head.dueAt, lines: [line] } });
    const [free] = await ask();
    expect(free).toMatchObject({ answer: 'yes', toBuy: null });
    expect(free!.expects!.low).toBeLessThan(free!.expects!.mean);
    expect(free!.expects!.mean).toBeLessThan(free!.expects!.high);
    expect(new Date(free!.readyAt!).getTime()).toBeGreaterThan(shop.clock.now.getTime());
    await take();
    expect((await ask())[0]).toMatchObject({ answer: 'part', servable: 2, toBuy: { fish: 1 } });
  });
  it('of an order itself is free to a change of it, however far it is planned', async () => {
    await landBass(shop, true, { pieces: 3, grams: 1380 });
    const { orderId } = await toBench(shop);
    const ask = async (id: number | null) =>
      (
        await shop.counter.ok(contract.orders.promise, {
          body: { dueAt: head.dueAt, lines: [{ ...line, pieces: 6 }], orderId: id },
        })
      )[0]!;
    expect(await ask(null)).toMatchObject({ answer: 'part', servable: 2 });
    expect(await ask(orderId)).toMatchObject({ answer: 'yes', servable: 6 });
  });
  it('says when the bench cannot have it ready, and what hour it can', async () => {
    await landBass(shop);
    const dueAt = new Date(shop.clock.now.getTime() + 60_000).toISOString();
    const [answer] = await shop.counter.ok(contract.orders.promise, { body: { dueAt, lines: [line] } });
    expect(answer!.answer).toBe('if');
    expect(answer!.because).toMatch(/the bench would be \d+ minutes late/);
    // There is fish enough: only another hour is offered.
    expect(answer!.nearest.map((n) => n.kind)).toEqual(['later']);
    const later = answer!.nearest[0]!;
    const [again] = await shop.counter.ok(contract.orders.promise, {
      body: { dueAt: later.dueAt, lines: [line] },
    });
    expect(again!.answer).toBe('yes');
  });
});

describe('on paper', () => {
  it('each collection is an entry another calendar reads, at its hour and with what it is', async () => {
    const { id, number } = await take({ remarks: 'rings first; two bags, please' });
    const response = await fetch(`${shop.base}/api/orders/collections.ics`, {
      headers: { cookie: shop.counter.cookie },
    });
    expect(response.headers.get('content-type')).toMatch(/^text\/calendar/);
    const calendar = new ICAL.Component(ICAL.parse(await response.text()) as unknown[]);
    const events = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
    expect(events).toHaveLength(1);
    expect(events[0]!.startDate.toJSDate().toISOString()).toBe(head.dueAt);
    expect(events[0]!.summary).toBe(`Pell collects order ${number}`);
    expect(events[0]!.description).toContain('4 x 110 g fillets, skin on');
    expect(events[0]!.description).toContain('rings first; two bags, please');
    expect(id).toBeGreaterThan(0);
    expect((await fetch(`${shop.base}/api/orders/collections.ics`)).status).toBe(401);
  });
  it('the slip is a PDF of one page', async () => {
    const { id } = await take({ lines: [line, { ...whole, trimWish: 'all' }], deposit: 1000 });
    const slip = await fetch(`${shop.base}/api/orders/${id}/slip.pdf`, {
      headers: { cookie: shop.counter.cookie },
    });
    const bytes = Buffer.from(await slip.arrayBuffer());
    expect(bytes.subarray(0, 5).toString()).toBe('%PDF-');
    expect(bytes.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(1);
  });
});
