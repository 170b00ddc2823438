import { contract, type Found } from '@ember-slate/contract';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { rows } from '../src/platform/db.ts';
import { cut, fourFillets, landBass, openTestShop, sale, toBench, type TestShop } from './testShop.ts';

/* Anything is found by what one knows of it: its number, part of its name, its label as printed or scanned. */
let shop: TestShop;
let code: string;
let label: { scan: string; ticket: string };
let lot: string;
const found = async (text: string, who: 'manager' | 'bench' | 'counter' = 'manager') =>
  (await shop[who].ok(contract.find.all, { query: { text } })).map((f) => [f.kind, f.name] as const);
const kinds = (list: readonly (readonly [Found['kind'], string])[]) => [...new Set(list.map(([k]) => k))];

beforeAll(async () => {
  shop = await openTestShop(inject('databaseUrl'));
  const landed = await landBass(shop);
  code = landed.code;
  lot = String(landed.lotId);
  await shop.manager.ok(contract.prices.set, {
    body: { speciesId: 'sea_bass', item: 'whole', was: null, perKg: 2400, reason: 'the quay' },
  });
  await shop.counter.ok(contract.counter.sell, { body: sale(landed.lotId, 455, 1) });
  const { tickets } = await toBench(shop, fourFillets({ customer: 'Pell & Sons', phone: '+44 1234 555' }));
  await cut(shop, tickets[0]!);
  const ticket = await shop.bench.ok(contract.bench.ticket, { params: { id: tickets[0]! } });
  const made = await shop.bench.ok(contract.labels.make, {
    params: { id: ticket.id, weightId: ticket.weighOuts[0]!.id },
    body: { size: '58x40', print: false },
  });
  const [kept] = await rows<{ scan: string }>(shop.pool, 'SELECT scan_code AS scan FROM label WHERE id = ?', [
    made.id,
  ]);
  label = { scan: kept!.scan, ticket: String(ticket.id) };
}, 60_000);
afterAll(() => shop.close());

describe('found', () => {
  it('by a number: order, ticket and sale of that number', async () => {
    expect(kinds(await found('1'))).toEqual(expect.arrayContaining(['order', 'ticket', 'sale']));
  });

  it.each([
    ['pell', 'customer', 'Pell & Sons'],
    ['PELL', 'customer', 'Pell & Sons'],
    ['1234 55', 'customer', 'Pell & Sons'],
    ['striped ba', 'species', 'Striped bass'],
    ['dicentrarchus', 'species', /bass/i],
    ['boneless jo', 'form', /boneless joint/],
    ['pell', 'order', /Order 1, Pell/],
  ])('by what one knows of it: %s is %s', async (text, kind, name) => {
    expect((await found(text)).filter(([k]) => k === kind).map(([, n]) => n)).toEqual([
      typeof name === 'string' ? name : expect.stringMatching(name),
    ]);
  });

  it('by a lot as it is printed, or a part of that', async () => {
    for (const text of [code, code.toLowerCase(), code.slice(0, 6)])
      expect((await found(text))[0]).toEqual(['lot', `sea bass ${code}`.replace('sea', 'Sea')]);
  });

  it('by a scanned label: the lot it came from and the ticket it was cut on', async () => {
    for (const scan of [label.scan, label.scan.replaceAll('\u001d', '<GS>'), `]C1${label.scan}`]) {
      const hits = await shop.counter.ok(contract.find.all, { query: { text: scan } });
      expect(hits.map((h) => [h.kind, h.id])).toEqual(
        expect.arrayContaining([
          ['lot', lot],
          ['ticket', label.ticket],
        ]),
      );
    }
  });

  it('is nothing where nothing is meant, and a sign of the search itself means nothing', async () => {
    for (const text of ['%', '_', '\\', "'", '99999999', 'nobody of that name'])
      expect(await found(text)).toEqual([]);
    expect((await shop.manager.send(contract.find.all, { query: { text: ' ' } })).status).toBe(400);
  });

  it('shows nobody what they may not open', async () => {
    expect(kinds(await found('1', 'bench'))).not.toContain('sale');
    expect(kinds(await found('pell', 'bench'))).toEqual([]);
    expect(kinds(await found('1', 'counter'))).toContain('sale');
  });
});
