import { inWords } from '@ember-slate/words/core';
import { contract, type Ticket } from '@ember-slate/contract';
import { readBoxCode, readPriceCode } from '@ember-slate/core/labels';
import { startPrinter, Printer } from '@ember-slate/devices/printer';
import type { Server } from 'node:net';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import {
  cut,
  fourFillets,
  fresh,
  gradeBody,
  shopForEach,
  landBass,
  openTestShop,
  pins,
  toBench,
  type TestShop,
} from './testShop.ts';

let shop: TestShop;
let printer: Printer;
let printerServer: Server;
beforeAll(async () => {
  printer = new Printer(3);
  printerServer = await startPrinter(0, printer);
  const { port } = printerServer.address() as { port: number };
  shop = await openTestShop(inject('databaseUrl'), { printerAddress: `127.0.0.1:${port}` });
});
afterAll(async () => {
  await shop.close();
  printerServer.close();
});

describe('labels', () => {
  let ticket: Ticket;
  let weighId: number;
  beforeAll(async () => {
    await shop.manager.ok(contract.prices.set, {
      body: { speciesId: 'sea_bass', item: 'fillet_skin_on', was: null, perKg: 4130 },
    });
    ticket = await cut(shop, (await landBass(shop), await toBench(shop)).tickets[0]!);
    weighId = ticket.weighOuts[0]!.id;
  });
  const make = (print = true) =>
    shop.bench.ok(contract.labels.make, {
      params: { id: ticket.id, weightId: weighId },
      body: { size: '58x40', print },
    });

  it('says what a label must, once, and prints a PDF of its size', async () => {
    const made = await make();
    expect(made).toMatchObject({ printed: true, why: null });
    expect((await make(false)).id).toBe(made.id);
    const face = await shop.counter.ok(contract.labels.one, { params: { id: made.id } });
    const grams = ticket.weighOuts[0]!.grams;
    expect(face).toMatchObject({
      grams,
      price: Math.round((grams * 4130) / 1000),
      trace: ticket.inputs[0]!.code,
      voided: null,
    });
    expect(face.useBy! > '2026-11-25').toBe(true);
    expect(
      inWords(readPriceCode({ prefix: '21', carries: 'price', checked: true }, face.priceCode!)),
    ).toMatchObject({
      value: face.price,
    });
    const pdf = printer.last!.toString('latin1');
    expect(pdf.startsWith('%PDF')).toBe(true);
    // 58 x 40 mm in points.
    expect(/MediaBox \[0 0 164\.4\d* 113\.3\d*\]/.test(pdf)).toBe(true);
    const svg = await fetch(`${shop.base}/api/labels/${made.id}/code.svg`, {
      headers: { cookie: shop.bench.cookie },
    });
    expect(await svg.text()).toMatch(/^<svg/);
  });

  it('is read back from both its codes, and says when it is void', async () => {
    const { id } = await make(false);
    const face = await shop.bench.ok(contract.labels.one, { params: { id } });
    const read = (code: string) => shop.counter.send(contract.labels.read, { query: { code } });
    expect((await read(face.priceCode!)).body).toMatchObject({ title: face.title, price: face.price });
    const stored = await shop.pool.query(
      "SELECT JSON_VALUE(content, '$.scan') AS scan FROM label WHERE id = ?",
      [id],
    );
    const { scan } = (stored[0] as { scan: string }[])[0]!;
    expect(inWords(readBoxCode(scan, 2026))).toMatchObject({ grams: face.grams, lot: face.trace });
    expect((await read(scan)).body).toMatchObject({ title: face.title, useBy: face.useBy, voided: null });
    for (const wrong of ['2100001604685', 'nothing', '(10)261125-Z9'])
      expect((await read(wrong)).status).toBe(400);
    await shop.bench.ok(contract.labels.void, { params: { id }, body: { why: 'smudged' } });
    expect((await read(scan)).body.voided).toBe('smudged');
    expect((await shop.bench.send(contract.labels.print, { params: { id } })).status).toBe(409);
    expect((await make(false)).id).not.toBe(id);
  });

  it('waits for a printer without paper, and loses nothing', async () => {
    printer.labels = 0;
    const made = await make();
    expect(made.printed).toBe(false);
    expect(made.why).toMatch(/out of labels/);
    const again = await shop.bench.ok(contract.labels.print, { params: { id: made.id } });
    expect(again).toMatchObject({ printed: false, why: made.why });
    await fetch(`${shop.base}${contract.devices.printer.path}`, {
      method: 'POST',
      headers: { cookie: shop.bench.cookie, 'content-type': 'application/json' },
      body: JSON.stringify({ labels: 5 }),
    });
    await expect.poll(() => printer.labels).toBe(5);
    await shop.bench.ok(contract.labels.print, { params: { id: made.id } });
    const today = await shop.bench.ok(contract.labels.today);
    expect(today.find((l) => l.id === made.id)).toMatchObject({ prints: 1 });
    expect(today.filter((l) => l.voided === 'smudged')).toHaveLength(1);
  });
});

describe('a label made days later', () => {
  const own = shopForEach();
  it('of pieces of two lots carries the date of the lot that ends first, and names both', async () => {
    const shop = own();
    const lots = [await landBass(shop), await landBass(shop, false)];
    // The second is graded as a fish some days older.
    const older = { ...fresh, smell: 1, gills: 1, flesh: 1, eyes: 1, skin: 1, slime: 1 };
    await shop.bench.ok(contract.grading.record, {
      params: { id: lots[1]!.lotId },
      body: gradeBody({ fish: [older, older, older] }),
    });
    const order = await shop.counter.ok(contract.orders.take, { body: fourFillets() });
    const [line] = await shop.bench.ok(contract.plan.lines);
    await shop.bench.ok(contract.plan.choose, {
      params: { id: line!.id },
      body: { version: line!.version, picks: lots.map(({ lotId }) => ({ lotId, fish: 1 })) },
    });
    const sent = await shop.bench.ok(contract.plan.send, {
      params: { id: line!.id },
      body: { version: line!.version + 1 },
    });
    const t = await cut(shop, sent.id);
    const { id } = await shop.bench.ok(contract.labels.make, {
      params: { id: t.id, weightId: t.weighOuts[0]!.id },
      body: { size: '58x40', print: false },
    });
    const face = await shop.bench.ok(contract.labels.one, { params: { id } });
    await shop.bench.ok(contract.bench.close, {
      params: { id: t.id },
      body: { version: t.version, reason: '' },
    });
    // Cancelled and back in the cold room each lot's pieces have their own last day.
    const { version } = (await shop.counter.ok(contract.orders.list)).find((o) => o.id === order.id)!;
    await shop.counter.ok(contract.orders.cancel, {
      params: { id: order.id },
      body: { version, reason: 'wants none' },
    });
    const ends = await Promise.all(
      lots.map(async ({ lotId }) => {
        const { rows } = await shop.bench.ok(contract.cold.lot, { params: { id: lotId } });
        return rows.find((r) => r.item === 'fillet_skin_on')!.sellBy!;
      }),
    );
    expect(new Set(ends).size).toBe(2);
    expect(face.useBy).toBe(ends.sort()[0]);
    for (const { code } of lots) expect(face.trace).toContain(code);
  });

  it('goes by the clock of the piece where it lies, and says for good that a scale was simulated', async () => {
    const shop = own();
    const { lotId } = await landBass(shop, true, { condition: 'gutted' });
    const { id: ticketId } = await shop.bench.ok(contract.bench.make, {
      body: {
        lotId,
        fish: 2,
        form: 'fillet_skin_on',
        dueAt: '2026-11-25T16:00:00.000Z',
        pieces: 4,
        pieceGrams: 110,
        totalGrams: null,
      },
    });
    const t = await cut(shop, ticketId, 'simulated');
    const params = { id: t.id };
    await shop.bench.ok(contract.bench.close, { params, body: { version: t.version, reason: '' } });
    shop.clock.now = new Date(shop.clock.now.getTime() + 3 * 86_400_000);
    for (const role of ['bench', 'counter'] as const) await shop[role].signIn(shop.staff[role], pins[role]);
    const { id } = await shop.bench.ok(contract.labels.make, {
      params: { ...params, weightId: t.weighOuts[0]!.id },
      body: { size: '58x40', print: false },
    });
    const face = await shop.bench.ok(contract.labels.one, { params: { id } });
    const life = await shop.bench.ok(contract.cold.lot, { params: { id: lotId } });
    const rows = life.rows.filter((r) => r.item === 'fillet_skin_on');
    expect(rows.length).toBeGreaterThan(0);
    expect(rows.map((r) => r.sellBy)).toContain(face.useBy);
    expect(face.warnings.join(' ')).toMatch(/simulated/);
  });
});
