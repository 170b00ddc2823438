import { contract, type Ticket } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import {
  bassLot,
  delivery,
  fourFillets,
  fresh,
  gradeBody,
  landBass,
  openTestShop,
  proof,
  sale,
  start,
  sweep,
  toBench,
  wholeKey,
  type TestShop,
} from './testShop.ts';

let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
afterAll(async () => {
  expect((await proof(shop)).faults).toEqual([]);
  await shop.close();
});

type Path = string | null;

describe('landing refuses', () => {
  it.each<[string, object, Path]>([
    ['no supplier', { supplier: '  ' }, 'supplier'],
    ['a supplier of 81 letters', { supplier: 'x'.repeat(81) }, 'supplier'],
    ['a supplier with a bell in it', { supplier: 'Bran\u0007nock' }, 'supplier'],
    ['an arrival tomorrow', { arrivedAt: '2026-11-26T05:40:00.000Z' }, 'arrivedAt'],
    ['an arrival last summer', { arrivedAt: '2026-06-26T05:40:00.000Z' }, 'arrivedAt'],
    ['an arrival at no time', { arrivedAt: 'this morning' }, 'arrivedAt'],
    ['a probe of 100 C', { probeTenths: 1000 }, 'probeTenths'],
    ['a probe of half tenths', { probeTenths: 8.5 }, 'probeTenths'],
    ['ice that is none of three', { ice: 'lots' }, 'ice'],
    ['a note of minus one gram', { noteGrams: -1 }, 'noteGrams'],
    ['a note of a billion', { noteMoney: 1e11 }, 'noteMoney'],
  ])('a delivery with %s', async (_name, change, path) => {
    const reply = await shop.bench.send(contract.landing.createDelivery, { body: delivery(change) });
    expect(reply.status).toBe(400);
    expect(reply.problem.errors![0]!.path).toBe(path);
    expect(reply.problem.errors![0]!.message.length).toBeGreaterThan(5);
  });

  it.each<[string, object, Path]>([
    ['an unknown species', { speciesId: 'kraken' }, 'speciesId'],
    ['no species', { speciesId: '' }, 'speciesId'],
    ['a weight of nothing', { grams: 0 }, 'grams'],
    ['a negative weight', { grams: -4600 }, 'grams'],
    ['a weight in half grams', { grams: 4600.5 }, 'grams'],
    ['a weight as text', { grams: '4,6 kg' }, 'grams'],
    ['five tonnes', { grams: 5_000_000 }, 'grams'],
    ['no fish', { pieces: 0 }, 'pieces'],
    ['a million fish', { pieces: 1_000_000 }, 'pieces'],
    ['a negative price', { pricePerKg: -1 }, 'pricePerKg'],
    ['no price', { pricePerKg: undefined }, 'pricePerKg'],
    ['a tail of a bass', { condition: 'tail' }, 'condition'],
    ['an area that is not one', { area: '99' }, 'area'],
    ['no country of farming', { production: 'farmed', area: '', gear: null }, 'area'],
    ['a catch date after its landing', { caughtOn: '2026-11-26' }, 'caughtOn'],
    ['a catch date that is none', { caughtOn: '2026-02-30' }, 'caughtOn'],
    ['remarks of 501 letters', { remarks: 'x'.repeat(501) }, 'remarks'],
  ])('a lot with %s', async (_name, change, path) => {
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    const reply = await shop.bench.send(contract.landing.addLot, { params: { id }, body: bassLot(change) });
    expect(reply.status, JSON.stringify(reply.problem)).toBe(400);
    expect(reply.problem.errors![0]!.path).toBe(path);
  });

  it('to close a delivery without a lot, or to land on a closed one', async () => {
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    const bare = await shop.bench.send(contract.landing.closeDelivery, {
      params: { id },
      body: { version: 1, reason: '' },
    });
    expect(bare.status).toBe(409);
    await shop.bench.ok(contract.landing.addLot, { params: { id }, body: bassLot() });
    const mine = (await shop.bench.ok(contract.landing.deliveries, {})).find((d) => d.id === id)!;
    await shop.bench.ok(contract.landing.closeDelivery, {
      params: { id },
      body: { version: mine.version, reason: '' },
    });
    const late = await shop.bench.send(contract.landing.addLot, { params: { id }, body: bassLot() });
    expect(late.status).toBe(409);
  });

  it('to take a delivery away once a lot was landed from it; before that it goes without a trace', async () => {
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    const kept = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    await shop.bench.ok(contract.landing.addLot, { params: { id: kept.id }, body: bassLot() });
    const there = async () => (await shop.bench.ok(contract.landing.deliveries, {})).map((d) => d.id);
    await shop.bench.ok(contract.landing.dropDelivery, { params: { id }, body: { version: 1 } });
    expect(await there()).not.toContain(id);
    const refused = await shop.bench.send(contract.landing.dropDelivery, {
      params: { id: kept.id },
      body: { version: 1 },
    });
    expect(refused.status).toBe(409);
    expect(await there()).toContain(kept.id);
  });

  it('but keeps markup in a remark as the text it is', async () => {
    const remarks = '<img src=x onerror=alert(1)> & "quotes" \u2019';
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery({ remarks }) });
    const all = await shop.bench.ok(contract.landing.deliveries, {});
    expect(all.find((d) => d.id === id)!.remarks).toBe(remarks);
  });

  it('and doubts fish of an impossible size without forbidding them', async () => {
    const { deliveryId } = await landBass(shop, false, { grams: 46_000 });
    const d = (await shop.bench.ok(contract.landing.deliveries, {})).find((x) => x.id === deliveryId)!;
    expect(d.lots[0]!.doubt).toMatch(/4600 g a fish whole is heavy/);
  });

  it('and warns of warmth, most of all in a histamine species', async () => {
    const { id } = await shop.bench.ok(contract.landing.createDelivery, {
      body: delivery({ probeTenths: 72, ice: 'none' }),
    });
    const mackerel = { speciesId: 'mackerel', grams: 4000 };
    await shop.bench.ok(contract.landing.addLot, { params: { id }, body: bassLot(mackerel) });
    const { warnings } = (await shop.bench.ok(contract.landing.deliveries, {})).find((d) => d.id === id)!;
    expect(warnings.join(' ')).toMatch(/histamine species at 7.2 °C, over 4.4 °C/);
    expect(warnings.join(' ')).toMatch(/without ice/);
  });
});

describe('a lot that is graded is put right with a reason', () => {
  it.each<[string, object, number]>([
    ['as another species', { speciesId: 'hake' }, 400],
    ['in another condition', { condition: 'gutted' }, 400],
    ['at another price', { pricePerKg: 1390 }, 400],
    ['but for a remark', { remarks: 'from the Ardmore boat' }, 200],
  ])('%s', async (_name, change, status) => {
    const { fish: _fish, ...fields } = bassLot();
    const { lotId } = await landBass(shop);
    const lot = async () =>
      (await shop.manager.ok(contract.landing.deliveries, { query: { day: '2026-11-25' } }))
        .flatMap((d) => d.lots)
        .find((l) => l.id === lotId)!;
    const before = await lot();
    const edit = (id: number, version: number) =>
      shop.manager.send(contract.landing.editLot, {
        params: { id },
        body: { ...fields, ...change, version },
      });
    const reply = await edit(lotId, before.version);
    expect(reply.status, JSON.stringify(reply.problem)).toBe(status);
    if (status === 400) expect(await lot()).toEqual(before);
    else expect(await lot()).toMatchObject(change);
    const ungraded = await landBass(shop, false);
    expect((await edit(ungraded.lotId, 1)).status).toBe(200);
  });
});

describe('grading refuses', () => {
  const worst = { ...fresh, smell: 3 };
  it.each<[string, object, Path]>([
    ['no fish', { fish: [] }, 'fish'],
    ['a fish without a sign', { fish: [fresh, {}, fresh] }, 'fish.1'],
    ['a level that is none', { fish: [{ ...fresh, smell: 4 }] }, 'fish.0.smell'],
    ['a sign this fish has not', { fish: [{ ...fresh, lining: 0 }, fresh, fresh] }, 'fish.0.lining'],
    ['more fish than the lot has', { fish: Array.from({ length: 11 }, () => fresh) }, 'fish'],
    ['a small sample without a reason', { fish: [fresh] }, 'fish'],
    ['another verdict without a reason', { verdict: 'hold' }, 'overrideReason'],
    ['to accept what must be rejected', { fish: [worst, fresh, fresh] }, 'verdict'],
    [
      'to accept it even with a reason',
      { fish: [worst, fresh, fresh], overrideReason: 'smells of money' },
      'verdict',
    ],
  ])('%s', async (_name, change, path) => {
    const { lotId } = await landBass(shop, false);
    const reply = await shop.bench.send(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody(change),
    });
    expect(reply.status).toBe(400);
    expect(reply.problem.errors![0]!.path).toBe(path);
  });

  it('nothing that is graded again: it adds', async () => {
    const { lotId } = await landBass(shop);
    await shop.bench.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ verdict: 'hold', overrideReason: 'a second look tomorrow' }),
    });
    const lot = await shop.bench.ok(contract.grading.lot, { params: { id: lotId } });
    expect(lot.grades.map((g) => g.verdict).sort()).toEqual(['accept', 'hold']);
    expect(lot.verdict).toBe('hold');
    const sold = await shop.counter.send(contract.counter.sell, { body: sale(lotId, 460, 1) });
    expect(sold.problem.detail).toMatch(/On hold/);
  });
});

describe('orders refuse', () => {
  const line = fourFillets().lines[0]!;
  it.each<[string, object, Path]>([
    ['no customer', { customer: '' }, 'customer'],
    ['a phone number of letters', { phone: 'ring me' }, 'phone'],
    ['a due time that has passed', { dueAt: '2026-11-25T11:00:00.000Z' }, 'dueAt'],
    ['a due time in two years', { dueAt: '2028-11-25T11:00:00.000Z' }, 'dueAt'],
    ['no line', { lines: [] }, 'lines'],
    ['a line without a quantity', { lines: [{ ...line, pieces: null, pieceGrams: null }] }, 'lines.0.pieces'],
    ['a line with two quantities', { lines: [{ ...line, totalGrams: 500 }] }, 'lines.0.pieces'],
    ['steaks of a plaice', { lines: [{ ...line, speciesId: 'plaice', form: 'steaks' }] }, 'lines.0.form'],
    ['an unknown species', { lines: [line, { ...line, speciesId: 'x' }] }, 'lines.1.speciesId'],
    ['a form that is none', { lines: [{ ...line, form: 'sushi' }] }, 'lines.0.form'],
    ['a tonne of fillets', { lines: [{ ...line, pieces: 10_000 }] }, 'lines.0.pieces'],
  ])('%s', async (_name, change, path) => {
    const reply = await shop.counter.send(contract.orders.take, { body: fourFillets(change) });
    expect(reply.status).toBe(400);
    expect(reply.problem.errors![0]!.path).toBe(path);
  });

  it('to be handed over before they are cut, and to be changed after', async () => {
    const { id } = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const order = (await shop.counter.ok(contract.orders.list)).find((o) => o.id === id)!;
    const early = await shop.counter.send(contract.orders.handOver, {
      params: { id },
      body: { version: 1, prices: order.lines.map((l) => ({ lineId: l.id, perKg: 3000 })) },
    });
    expect(early.status).toBe(409);
    await shop.counter.ok(contract.orders.cancel, { params: { id }, body: { version: 1, reason: 'ill' } });
    const late = await shop.counter.send(contract.orders.cancel, {
      params: { id },
      body: { version: 2, reason: 'again' },
    });
    expect(late.status).toBe(409);
  });

  it('nothing of a cancelled order stays promised', async () => {
    const { lotId } = await landBass(shop);
    const { orderId } = await toBench(shop);
    const { version } = (await shop.counter.ok(contract.orders.list)).find((o) => o.id === orderId)!;
    await shop.counter.ok(contract.orders.cancel, {
      params: { id: orderId },
      body: { version, reason: 'changed their mind' },
    });
    const row = (await shop.counter.ok(contract.counter.stock)).find((r) => r.lotId === lotId)!;
    expect(row.freePieces).toBe(row.pieces);
  });
});

describe('the bench refuses', () => {
  const started = async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop);
    return start(shop, tickets[0]!);
  };
  const weight = (t: Ticket, more: object) => ({
    cutId: t.cuts[0]!.id,
    kind: 'order' as const,
    item: 'fillet_skin_on',
    grams: 440,
    pieces: 4,
    source: 'measured' as const,
    ...more,
  });

  it('fish whose weight cannot be theirs', async () => {
    await landBass(shop);
    const { tickets } = await toBench(shop);
    const params = { id: tickets[0]! };
    const t = await shop.bench.ok(contract.bench.ticket, { params });
    const reply = await shop.bench.send(contract.bench.start, {
      params,
      body: {
        version: t.version,
        inputs: t.inputs.map((i) => ({ lotId: i.lotId, grams: 60, source: 'measured' as const })),
      },
    });
    expect(reply.problem.detail).toMatch(/check scale and tare/);
  });

  it.each<[string, object, Path]>([
    ['more out than in', { grams: 1200 }, 'grams'],
    ['fillets without a number', { pieces: 0 }, 'pieces'],
    ['no order', { cutId: null }, 'cutId'],
    ['another form for the counter', { kind: 'counter', item: 'steaks' }, 'item'],
    ['a trim that is none', { kind: 'trim', item: 'gold' }, 'item'],
    ['drip with a name', { kind: 'drip', item: 'viscera', pieces: 0 }, 'item'],
    ['a negative weight', { grams: -440 }, 'grams'],
  ])('%s', async (_name, change, path) => {
    const t = await started();
    const reply = await shop.bench.send(contract.bench.weigh, {
      params: { id: t.id },
      body: weight(t, change),
    });
    expect(reply.status).toBe(400);
    expect(reply.problem.errors![0]!.path).toBe(path);
  });

  it('to close with nothing weighed, without a sweep, out of balance, or twice', async () => {
    const t = await started();
    const params = { id: t.id };
    const close = (version: number, reason = '') =>
      shop.bench.send(contract.bench.close, { params, body: { version, reason } });
    expect((await close(t.version)).problem.detail).toMatch(/Nothing was weighed out/);
    await shop.bench.ok(contract.bench.weigh, { params, body: weight(t, {}) });
    expect((await close(t.version)).problem.detail).toMatch(/bone sweep is not signed/);
    await sweep(shop, t.id);
    const swept = await shop.bench.ok(contract.bench.ticket, { params });
    expect(swept.balance).toMatchObject({ input: 920, unaccounted: 480, allowed: 14, closes: false });
    const short = await close(swept.version);
    expect(short.problem.errors![0]!.path).toBe('reason');
    expect((await close(swept.version, 'the tub went down the drain')).status).toBe(200);
    expect((await close(swept.version + 1, 'again')).status).toBe(409);
    const day = await shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } });
    expect(day.lots.some((l) => l.flow.unaccounted === 480)).toBe(true);
  });

  it('a weight struck out twice', async () => {
    const t = await started();
    const { id } = await shop.bench.ok(contract.bench.weigh, { params: { id: t.id }, body: weight(t, {}) });
    const strike = () => shop.bench.send(contract.bench.strike, { params: { id: t.id, weightId: id } });
    expect([(await strike()).status, (await strike()).status]).toEqual([200, 404]);
    const after = await shop.bench.ok(contract.bench.ticket, { params: { id: t.id } });
    expect(after.weighOuts).toEqual([]);
  });

  it('a sweep of what is sold with its bones, and a step that is not there', async () => {
    await landBass(shop);
    const fish = { ...fourFillets().lines[0]!, form: 'scaled_gutted', pieces: 1, pieceGrams: 400 };
    const { tickets } = await toBench(shop, fourFillets({ lines: [fish] }));
    const params = { id: tickets[0]! };
    await start(shop, tickets[0]!);
    const signed = await shop.bench.send(contract.bench.sweep, {
      params,
      body: { pass: 1, found: 0, broken: [] },
    });
    expect(signed.status).toBe(409);
    expect((await shop.bench.send(contract.bench.step, { params, body: { step: 'pin_bones' } })).status).toBe(
      400,
    );
  });
});

describe('the counter refuses', () => {
  it.each<[string, (lotId: number) => object, number, RegExp]>([
    ['more fish than lie there', (id) => sale(id, 4600, 11), 409, /Only 10 left/],
    ['more weight than lies there', (id) => sale(id, 9000, 2), 409, /tare was forgotten/],
    ['all the weight but not all the fish', (id) => sale(id, 4600, 3), 409, /pieces would stay/],
    ['a lot that is not there', () => sale(999_999, 460, 1), 400, /not in stock/],
    ['a place that is none', (id) => sale(id, 460, 1, { place: 'place:bench' }), 400, /./],
    ['an item that is none', (id) => sale(id, 460, 1, { item: 'constructor' }), 400, /not in stock/],
    ['guts', (id) => sale(id, 460, 0, { item: 'trim:viscera' }), 409, /never sold or used/],
    ['no weight', (id) => sale(id, 0, 1), 400, /./],
    ['an empty bag', () => ({ lines: [] }), 400, /bag is empty/],
    [
      'one row twice in a bag',
      (id) => ({ lines: [...sale(id, 460, 1).lines, ...sale(id, 460, 1).lines] }),
      400,
      /twice/,
    ],
  ])('%s', async (_name, body, status, words) => {
    const { lotId } = await landBass(shop);
    const reply = await shop.counter.send(contract.counter.sell, { raw: body(lotId) });
    expect(reply.status, JSON.stringify(reply.problem)).toBe(status);
    expect(reply.problem.detail).toMatch(words);
  });

  it('to count an empty row, or to find three times what was there', async () => {
    const { lotId } = await landBass(shop);
    const count = (grams: number, pieces: number, more: object = {}) =>
      shop.counter.send(contract.counter.count, {
        body: { ...wholeKey(lotId), grams, pieces, source: 'measured', ...more },
      });
    expect((await count(460, 1, { place: 'place:freezer' })).status).toBe(404);
    expect((await count(40_000, 10)).status).toBe(400);
    expect((await count(0, 10)).status).toBe(400);
    expect((await count(4600, 0)).status).toBe(400);
  });

  it('to move a fish to where it lies', async () => {
    const { lotId } = await landBass(shop);
    const body = { ...wholeKey(lotId), grams: 460, pieces: 1, to: 'place:cold_room' as const };
    expect((await shop.counter.send(contract.counter.move, { body })).status).toBe(400);
    await shop.counter.ok(contract.counter.move, { body: { ...body, to: 'place:slab' } });
    const rows = (await shop.counter.ok(contract.counter.stock)).filter((r) => r.lotId === lotId);
    expect(rows.map((r) => [r.place, r.pieces]).sort()).toEqual([
      ['place:cold_room', 9],
      ['place:slab', 1],
    ]);
  });
});
