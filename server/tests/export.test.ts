import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { contract } from '@ember-slate/contract';
import { verify } from '@node-rs/argon2';
import fc from 'fast-check';
import JSZip from 'jszip';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { prepare } from '../src/launch/prepare.ts';
import { proveBooks } from '../src/platform/books/proof/index.ts';
import { openPool, rows, transaction } from '../src/platform/db.ts';
import { kindOf, writings } from '../src/platform/export/columns.ts';
import { checkExport, DamagedExport, readExport } from '../src/platform/export/read.ts';
import { exportToFile } from '../src/platform/export/write.ts';
import { emptyDatabases } from './emptyDatabases.ts';
import { everyRow } from './everyRow.ts';
import { loadOlder } from './olderShop.ts';
import { pins, shopForEach } from './testShop.ts';

/* Everything a shop knows as CSV: read by anybody, and the same shop again where it is read back. */
const folder = mkdtempSync(join(tmpdir(), 'ember-slate-export-'));
const emptyDatabase = emptyDatabases();
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('a shop that was lived in', () => {
  let url = '';
  const file = join(folder, 'shop.zip');
  const unzipped = () => JSZip.loadAsync(readFileSync(file));
  beforeAll(async () => {
    url = await emptyDatabase('exported');
    loadOlder(url, '0.5.0');
    await prepare(url);
    const { rows: written } = await exportToFile(url, file, new Date('2026-11-30T21:04:00Z'));
    expect(written).toBeGreaterThan(1000);
  });

  it('is the same shop again, row for row, and its books agree', async () => {
    expect(await checkExport(file)).toMatchObject({ made: '2026-11-30T21:04:00.000Z' });
    const again = await emptyDatabase('imported');
    await readExport(file, again);
    expect(await everyRow(again)).toEqual(await everyRow(url));
    const pool = openPool(again, 1);
    expect((await transaction(pool, proveBooks)).faults).toEqual([]);
    await pool.end();
  });

  it('stands there as a person reads it: money with a point, degrees, local times with their zone', async () => {
    const zip = await unzipped();
    const text = async (name: string) => (await zip.file(name)!.async('text')).split('\r\n');
    const head = (await text('tables/sale.csv'))[0]!;
    expect(head).toContain('"total"');
    const pool = openPool(url, 1);
    const [sale] = await rows<{ id: number; total: number; sold_at: Date }>(
      pool,
      'SELECT id, total, sold_at FROM sale ORDER BY id LIMIT 1',
    );
    await pool.end();
    const line = (await text('tables/sale.csv')).find((l) => l.startsWith(`${sale!.id},`))!;
    expect(line).toContain((sale!.total / 100).toFixed(2));
    const written = /"(\d{4}-[^"]+[+-]\d\d:\d\d)"/.exec(line)![1]!;
    expect(Date.parse(written)).toBe(sale!.sold_at.getTime());
    expect((await text('columns.csv')).find((l) => l.startsWith('"sale","total"'))).toMatch(/"money"/);
    expect((await text('tables/delivery.csv')).length).toBeGreaterThan(2);
  });

  it('names every table of the shop, and every column of money and of degrees by its kind', async () => {
    const pool = openPool(url, 1);
    const found = await rows<{ name: string; type: string }>(
      pool,
      `SELECT DISTINCT column_name AS name, data_type AS type FROM information_schema.columns WHERE table_schema = DATABASE()`,
    );
    await pool.end();
    const asMoney = /money|price|per_kg|per_piece|takings|cash|card|deposit|^total$|^tax$/;
    for (const { name, type } of found.filter((c) => /int/.test(c.type) && c.name !== 'tax_added'))
      expect([name, kindOf(name, type)], name).toEqual([
        name,
        asMoney.test(name) ? 'money' : /tenths/.test(name) ? 'degrees' : 'plain',
      ]);
  });

  it.each<[string, (zip: JSZip) => Promise<unknown> | void, RegExp]>([
    [
      'another kind of ZIP',
      (zip) => void zip.file('shop.csv', '"what","value"\r\n"format","other"\r\n'),
      /another kind/,
    ],
    ['no shop.csv', (zip) => void zip.remove('shop.csv'), /shop\.csv is missing/],
    ['a table that is missing', (zip) => void zip.remove('tables/sale.csv'), /tables\/sale\.csv is missing/],
    [
      'a sum of money that is none',
      async (zip) => {
        const text = await zip.file('tables/price.csv')!.async('text');
        zip.file('tables/price.csv', text.replace(/\d+\.\d\d/, 'dear'));
      },
      /tables\/price\.csv, line 2, per_kg: dear is no sum of money/,
    ],
    [
      'a row with a cell too few',
      async (zip) => {
        const text = await zip.file('tables/price.csv')!.async('text');
        zip.file('tables/price.csv', text.replace(/,[^,]*\r\n$/, '\r\n'));
      },
      /tables\/price\.csv: .*Record Length/,
    ],
    [
      'a column that would be something else',
      (zip) => void zip.file('columns.csv', '"table","column"\r\n"staff`; DROP","id"\r\n'),
      /columns\.csv names/,
    ],
  ])('is refused in words with %s', async (_what, change, why) => {
    const zip = await unzipped();
    await change(zip);
    const changed = join(folder, 'changed.zip');
    writeFileSync(changed, await zip.generateAsync({ type: 'nodebuffer' }));
    const into = await emptyDatabase('changed');
    const reading = (async () => {
      await checkExport(changed);
      await readExport(changed, into);
    })();
    await expect(reading).rejects.toThrow(why);
    await expect(reading).rejects.toBeInstanceOf(DamagedExport);
  });

  it('is refused in words where there is no ZIP at all, and leaves no half of one behind', async () => {
    await expect(checkExport(join(folder, 'none.zip'))).rejects.toThrow(/no such file/);
    writeFileSync(join(folder, 'text.zip'), 'not a zip');
    await expect(checkExport(join(folder, 'text.zip'))).rejects.toThrow(/no ZIP file/);
    await expect(exportToFile(url, join(folder, 'no', 'where.zip'), new Date())).rejects.toThrow(/ENOENT/);
    expect(readdirSync(folder).filter((f) => f.endsWith('.part'))).toEqual([]);
  });
});

describe('how a value is written', () => {
  const how = (currency: string, timeZone: string) => writings({ currency, timeZone });
  it('is read back as it was, whatever the currency and the zone', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('EUR', 'JPY', 'KWD'),
        fc.constantFrom('Europe/Dublin', 'Pacific/Chatham', 'America/St_Johns', 'UTC'),
        fc.integer({ min: -10_000_000, max: 10_000_000 }),
        fc.date({ min: new Date('2000-01-01'), max: new Date('2040-01-01'), noInvalidDate: true }),
        fc.string(),
        (currency, timeZone, n, at, text) => {
          const w = how(currency, timeZone);
          const back = (kind: keyof typeof w, kept: unknown) => {
            const written = w[kind].write(kept);
            return w[kind].read(written === null ? null : String(written));
          };
          expect([back('money', n), back('degrees', n)]).toEqual([n, n]);
          expect(back('plain', text)).toBe(text);
          const kept = at.toISOString().slice(0, 23).replace('T', ' ');
          expect(back('time', kept)).toBe(kept);
        },
      ),
    );
  });

  it.each([
    ['money', '12,90'],
    ['money', '12.905'],
    ['degrees', 'cold'],
    ['time', '2026-11-30 21:04'],
    ['time', 'yesterday'],
  ] as const)('refuses %s of %s', (kind, written) => {
    expect(() => how('EUR', 'UTC')[kind].read(written)).toThrow(written);
  });

  it.each(['=1+1', '@SUM(A1)', "'=1", '+3', '-5 days'])(
    'keeps a spreadsheet from calculating with %s',
    (text) => {
      const written = how('EUR', 'UTC').plain.write(text);
      expect(written).toBe(`'${text}`);
      expect(how('EUR', 'UTC').plain.read(written as string)).toBe(text);
    },
  );
});

describe('fetched by the manager at a screen', () => {
  const shop = shopForEach();
  it('is the same ZIP without what proves a PIN, and nobody else gets it', async () => {
    const { manager, bench, counter, base } = shop();
    for (const screen of [bench, counter])
      expect((await screen.send(contract.settings.export)).status).toBe(403);
    const reply = await fetch(base + contract.settings.export.path, { headers: { cookie: manager.cookie } });
    expect(reply.headers.get('content-type')).toBe('application/zip');
    const file = join(folder, 'fetched.zip');
    writeFileSync(file, Buffer.from(await reply.arrayBuffer()));
    const again = await emptyDatabase('fetched');
    await readExport(file, again);
    const pool = openPool(again, 1);
    const people = `SELECT name, role, pin_hash AS pin FROM staff ORDER BY id`;
    const found = await rows<{ name: string; pin: string }>(pool, people);
    await pool.end();
    const had = await rows<{ name: string; pin: string }>(shop().pool, people);
    expect(found.map((p) => p.name)).toEqual(had.map((p) => p.name));
    for (const { pin } of found) {
      expect(had.map((p) => p.pin)).not.toContain(pin);
      expect(await verify(pin, pins.manager)).toBe(false);
    }
  });

  it('is made once at a time, whoever asks in the same moment, and whoever is told to wait hears it in words', async () => {
    const fetched = async () => {
      const reply = await shop().manager.send(contract.settings.export);
      return [reply.status, reply.headers.get('content-type'), reply.problem?.detail ?? ''] as const;
    };
    const both = (await Promise.all([fetched(), fetched()])).sort(([a], [b]) => a - b);
    expect(both[0]).toEqual([200, 'application/zip', '']);
    expect(both[1]).toEqual([409, expect.stringMatching('problem'), expect.stringMatching(/being made/)]);
    expect((await fetched())[0]).toBe(200);
  });
});
