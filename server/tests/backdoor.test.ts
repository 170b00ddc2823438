import { randomUUID } from 'node:crypto';
import { contract } from '@ember-slate/contract';
import { Printer, startPrinter } from '@ember-slate/devices/printer';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, inject, it } from 'vitest';
import { rows } from '../src/platform/db.ts';
import { PrinterAdapter } from '../src/platform/devices/printer.ts';
import {
  bassLot,
  delivery,
  fresh,
  gradeBody,
  landBass,
  noon,
  openTestShop,
  pins,
  proof,
  wholeKey,
  type TestShop,
  type ApiClient,
} from './testShop.ts';

let shop: TestShop;
beforeEach(async () => {
  shop = await openTestShop(inject('databaseUrl'));
});
afterEach(async () => {
  expect((await proof(shop)).faults).toEqual([]);
  await shop.close();
});

const note = [
  'Species;State;Pcs;Net kg;EUR/kg;FAO;Gear;Catch date',
  'Hake;GUT;18;39,66;9,80;27;longline;24/11/2026',
  'Mackerel;WHL;30;11,4;4,20;27;purse seine;24/11/2026',
].join('\r\n');
const head = {
  supplier: 'Ledge Market',
  arrivedAt: '2026-11-25T06:05:00.000Z',
  probeTenths: 12,
  ice: 'buried' as const,
  drains: 'drains' as const,
  noteRef: 'LM 9',
};
const readNote = (text: string, screen: ApiClient = shop.bench) =>
  screen.send(contract.landing.readNote, { body: { supplier: head.supplier, text } });
const lotsOf = async (id: number) =>
  (await shop.bench.ok(contract.landing.deliveries)).find((d) => d.id === id)!.lots;

describe('a delivery note from CSV', () => {
  it('is matched, previewed, landed whole and remembered for the supplier', async () => {
    const preview = (await readNote(note)).body;
    expect(preview.rows.map((r) => [r.line, r.lot?.speciesId, r.lot?.grams, r.errors])).toEqual([
      [2, 'hake', 39_660, []],
      [3, 'mackerel', 11_400, []],
    ]);
    const body = { ...head, text: note, columns: preview.columns };
    const made = await shop.bench.ok(contract.landing.importNote, { body });
    const lots = await lotsOf(made.id);
    expect(lots.map((l) => [l.code, l.grams, l.weightSource])).toEqual([
      ['261125-H1', 39_660, 'typed'],
      ['261125-M1', 11_400, 'typed'],
    ]);
    const odd = note.replace('Pcs', 'How many').replace('Net kg', 'Kilograms');
    const columns = { ...preview.columns };
    await shop.bench.ok(contract.landing.importNote, {
      body: { ...body, noteRef: 'LM 10', text: odd, columns },
    });
    expect((await readNote(odd)).body).toMatchObject({ remembered: true, columns });
  });

  it('lands nothing when one line is wrong, and says every fault', async () => {
    const bad = note.replace('30;11,4', '30;=1+1').replace('Hake', 'Snoek');
    const preview = (await readNote(bad)).body;
    expect(preview.rows.map((r) => r.errors.map((e) => e.field))).toEqual([['species'], ['weight']]);
    const reply = await shop.bench.send(contract.landing.importNote, {
      body: { ...head, text: bad, columns: preview.columns },
    });
    expect(reply.status).toBe(400);
    expect(reply.problem.errors!.map((e) => e.path)).toEqual(['line 2.species', 'line 3.weight']);
    expect(await shop.bench.ok(contract.landing.deliveries)).toEqual([]);
    expect(await shop.bench.ok(contract.landing.suppliers)).toEqual([]);
  });

  it.each([
    ['one line only', 'species;kg', /no line below/],
    ['no text at all', '\u0000\u0001\u0002', /no CSV/],
    ['wrongly decoded', note.replace('Hake', 'H\ufffdke'), /UTF-8/],
    ['quotes that never end', 'a;b\n"x;y', /cannot be read as CSV/],
    [
      'a thousand lines',
      ['species;kg', ...Array.from({ length: 1000 }, () => 'hake;1')].join('\n'),
      /at most 400/i,
    ],
    ['nothing', '', /empty/],
    ['huge', 'x'.repeat(180_001), /180 kB/],
  ])('%s is refused in words', async (_name, text, said) => {
    const reply = await readNote(text);
    expect(reply.status).toBe(400);
    expect(reply.problem.detail).toMatch(said);
  });

  it('reads tabs, a byte order mark and quoted cells', async () => {
    const tabs = '\ufeff' + note.replaceAll(';', '\t').replace('Hake', '"European hake"');
    expect((await readNote(tabs)).body.rows.map((r) => r.lot?.speciesId)).toEqual(['hake', 'mackerel']);
  });

  it('asks what dressed means until the supplier’s record says it', async () => {
    const dressed = note.replace('GUT', 'dressed');
    expect((await readNote(dressed)).body.rows[0]!.errors[0]!.message).toMatch(/two things/);
    await landBass(shop, false);
    await shop.bench.ok(contract.landing.createDelivery, { body: delivery({ supplier: head.supplier }) });
    const id = (await shop.bench.ok(contract.landing.suppliers)).find((s) => s.name === head.supplier)!.id;
    const edit = { version: 1, claimWording: 'As agreed', dressedMeans: 'headed_gutted' as const };
    expect(
      (await shop.bench.send(contract.landing.editSupplier, { params: { id }, body: edit })).status,
    ).toBe(403);
    await shop.manager.ok(contract.landing.editSupplier, { params: { id }, body: edit });
    expect((await readNote(dressed)).body.rows[0]!.lot!.condition).toBe('headed_gutted');
  });

  it('is not for the counter', async () => expect((await readNote(note, shop.counter)).status).toBe(403));

  it('offers the lots of the delivery before', async () => {
    const { deliveryId } = await landBass(shop, false);
    const query = { supplier: 'Brannock Boats' };
    expect(await shop.bench.ok(contract.landing.lastLots, { query })).toEqual([]);
    await shop.bench.ok(contract.landing.closeDelivery, {
      params: { id: deliveryId },
      body: { version: 1, reason: '' },
    });
    expect(await shop.bench.ok(contract.landing.lastLots, { query })).toMatchObject([
      { speciesId: 'sea_bass', pieces: 10 },
    ]);
  });
});

describe('a boat or a farm', () => {
  it('is found with all that was landed of it, whoever brought it', async () => {
    const land = async (supplier: string, more: object) => {
      const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery({ supplier }) });
      return shop.bench.ok(contract.landing.addLot, { params: { id }, body: bassLot(more) });
    };
    const first = await land('Brannock Boats', { boat: 'Morwen Jane' });
    await land('Orsay Quay', { boat: 'Morwen Jane', grams: 900, pieces: 2 });
    await land('Orsay Quay', { boat: 'Grey Petrel' });
    await land('Orsay Quay', {});
    await shop.bench.ok(contract.grading.record, { params: { id: first.id }, body: gradeBody() });
    expect(await shop.bench.ok(contract.landing.boats)).toMatchObject([
      { name: 'Grey Petrel', lots: 1 },
      { name: 'Morwen Jane', lots: 2 },
    ]);
    const query = { name: 'Morwen Jane' };
    expect(await shop.bench.ok(contract.landing.boat, { query })).toMatchObject({
      farm: false,
      lots: [
        { supplier: 'Orsay Quay', grams: 900, verdict: null, mark: null },
        { supplier: 'Brannock Boats', grams: 4600, verdict: 'accept', mark: 90 },
      ],
    });
    // A lot split off is of the same catch; one put right is of the other boat.
    const landed = await shop.bench.ok(contract.landing.deliveries);
    const lot = landed.flatMap((d) => d.lots).find((l) => l.id === first.id)!;
    const half = { version: lot.version, pieces: 4, grams: 1800, source: 'measured', remarks: '' } as const;
    const split = await shop.bench.ok(contract.landing.split, { params: { id: first.id }, body: half });
    expect((await shop.bench.ok(contract.cold.lot, { params: { id: split.id } })).boat).toBe('Morwen Jane');
    expect(await shop.bench.ok(contract.find.all, { query: { text: 'petrel' } })).toMatchObject([
      { kind: 'boat', id: 'Grey Petrel' },
    ]);
    expect(await shop.counter.ok(contract.find.all, { query: { text: 'petrel' } })).toEqual([]);
    const none = await shop.bench.send(contract.landing.boat, { query: { name: 'Flying Cloud' } });
    expect(none.status).toBe(404);
  });
});

describe('big fish one by one', () => {
  it('are the lot: their number and their weight', async () => {
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    const fish = [4020, 3880].map((grams) => ({ grams, source: 'measured' as const, lengthMm: 720 }));
    const lot = bassLot({ speciesId: 'salmon', condition: 'gutted', pieces: 2, grams: 7900, fish });
    const made = await shop.bench.ok(contract.landing.addLot, { params: { id }, body: lot });
    expect((await lotsOf(id)).find((l) => l.id === made.id)!.fish).toEqual(fish);
    for (const [more, path] of [
      [{ pieces: 3 }, 'pieces'],
      [{ grams: 7800 }, 'grams'],
    ] as const) {
      const reply = await shop.bench.send(contract.landing.addLot, {
        params: { id },
        body: { ...lot, ...more },
      });
      expect(reply.problem.errors![0]!.path).toBe(path);
    }
  });

  it('a gutted flatfish without its slit has its guts in', async () => {
    const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
    const plaice = bassLot({
      speciesId: 'plaice',
      condition: 'gutted',
      slit: 'missing',
      pieces: 10,
      grams: 5200,
    });
    const reply = await shop.bench.send(contract.landing.addLot, { params: { id }, body: plaice });
    expect(reply.problem.detail).toMatch(/guts are in/);
  });
});

describe('a lot at the door', () => {
  const claimBody = {
    outcome: 'return' as const,
    pieces: 4,
    grams: 1840,
    money: 2668,
    reason: 'soft',
    wording: 'As agreed',
  };

  it('on hold is neither promised nor sold, until it is let go', async () => {
    const { lotId } = await landBass(shop);
    const sell = () =>
      shop.counter.send(contract.counter.sell, {
        body: { lines: [{ ...wholeKey(lotId), grams: 460, pieces: 1, source: 'measured', perKg: 2400 }] },
      });
    await shop.bench.ok(contract.landing.hold, {
      params: { id: lotId },
      body: { version: 2, reason: 'papers missing' },
    });
    expect((await sell()).problem.detail).toMatch(/hold/i);
    expect((await shop.bench.ok(contract.summary.stages)).stages.grading.hot).toBe('1 held');
    await shop.bench.ok(contract.landing.hold, { params: { id: lotId }, body: { version: 3, reason: null } });
    expect((await sell()).status).toBe(200);
  });

  it('is split: the part has its own code, its origin, its grade and its clock', async () => {
    const { lotId, deliveryId } = await landBass(shop);
    shop.clock.now = new Date(noon.getTime() + 6 * 3_600_000);
    await shop.bench.signIn(shop.staff.bench, pins.bench);
    const [before] = await lotsOf(deliveryId);
    const body = {
      version: before!.version,
      pieces: 4,
      grams: 1800,
      source: 'measured' as const,
      remarks: 'softer ones',
    };
    const part = await shop.bench.ok(contract.landing.split, { params: { id: lotId }, body });
    const lots = await lotsOf(deliveryId);
    expect(lots.map((l) => [l.code, l.pieces, l.grams, l.there.grams])).toEqual([
      ['261125-S1', 6, 2800, 2800],
      [part.code, 4, 1800, 1800],
    ]);
    const [one, two] = await Promise.all(
      [lotId, part.id].map((id) => shop.bench.ok(contract.cold.lot, { params: { id } })),
    );
    expect(two!.rows[0]!.used).toBeCloseTo(one!.rows[0]!.used!, 6);
    const again = await shop.bench.send(contract.landing.split, { params: { id: lotId }, body });
    expect(again.status).toBe(409);
    const all = { ...body, version: before!.version + 1, pieces: 6, grams: 2800 };
    expect((await shop.bench.send(contract.landing.split, { params: { id: lotId }, body: all })).status).toBe(
      400,
    );
  });

  it('is claimed: part goes back, the money asked is kept with its words, the sheet is a PDF', async () => {
    const { lotId } = await landBass(shop);
    const made = await shop.bench.ok(contract.landing.claim, { params: { id: lotId }, body: claimBody });
    const life = await shop.bench.ok(contract.cold.lot, { params: { id: lotId } });
    expect(life.rows[0]).toMatchObject({ pieces: 6, grams: 2760 });
    const close = await shop.manager.ok(contract.close.day, { params: { day: '2026-11-25' } });
    expect(close.lots[0]!.flow).toMatchObject({ received: 4600, returned: 1840, stock: 2760 });
    const sheet = await fetch(`${shop.base}/api/landing/claims/${made.id}/sheet.pdf`, {
      headers: { cookie: shop.bench.cookie },
    });
    expect(sheet.headers.get('content-type')).toBe('application/pdf');
    expect(
      Buffer.from(await sheet.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
    expect((await fetch(`${shop.base}/api/landing/claims/${made.id}/sheet.pdf`)).status).toBe(401);
    const counter = { headers: { cookie: shop.counter.cookie } };
    expect((await fetch(`${shop.base}/api/landing/claims/${made.id}/sheet.pdf`, counter)).status).toBe(403);
    const settle = { params: { id: made.id }, body: { money: 2000 } };
    expect((await shop.bench.send(contract.landing.settle, settle)).status).toBe(403);
    await shop.manager.ok(contract.landing.settle, settle);
    expect((await shop.manager.send(contract.landing.settle, settle)).status).toBe(409);
  });

  it('of more fish than are there, or promised ones, is refused; a rejected lot drafts its reason', async () => {
    const { lotId } = await landBass(shop, false);
    await shop.bench.ok(contract.grading.record, {
      params: { id: lotId },
      body: gradeBody({ fish: [{ ...fresh, smell: 3 }], verdict: 'reject' }),
    });
    const { draft } = await shop.bench.ok(contract.landing.claims, { params: { id: lotId } });
    expect(draft).toMatch(/Rejected at grading; smell: sour/);
    const reply = await shop.bench.send(contract.landing.claim, {
      params: { id: lotId },
      body: { ...claimBody, pieces: 11, grams: 5000 },
    });
    expect(reply.problem.errors![0]!.path).toBe('pieces');
    await shop.bench.ok(contract.landing.claim, {
      params: { id: lotId },
      body: { ...claimBody, pieces: 10, grams: 4600, outcome: 'bin' },
    });
  });

  it('and all that is in the supplier’s record', async () => {
    const { lotId } = await landBass(shop);
    await shop.bench.ok(contract.landing.claim, {
      params: { id: lotId },
      body: { ...claimBody, outcome: 'keep' },
    });
    const [supplier] = await shop.bench.ok(contract.landing.suppliers);
    const record = await shop.bench.ok(contract.landing.supplier, { params: { id: supplier!.id } });
    expect(record).toMatchObject({ deliveries: 1, lots: 1, grams: 4600, verdicts: { accept: 1 } });
    expect(record.marks[0]!.value).toBe(90);
    expect(record.ages[0]!.value).toBeCloseTo(0.5, 9);
    expect(record.claims[0]).toMatchObject({ outcome: 'keep', money: 2668, settledMoney: null });
    expect(
      (await shop.counter.send(contract.landing.supplier, { params: { id: supplier!.id } })).status,
    ).toBe(403);
  });
});

describe('photos', () => {
  const send = (lotId: number, body: Buffer, key: string = randomUUID()) =>
    fetch(`${shop.base}/api/landing/lots/${lotId}/photos`, {
      method: 'POST',
      headers: { cookie: shop.bench.cookie, 'content-type': 'image/png', 'idempotency-key': key },
      body: new Uint8Array(body),
    });
  const picture = (width: number) =>
    sharp({ create: { width, height: 900, channels: 3, background: '#456' } })
      .withExif({ IFD0: { Copyright: 'somebody' } })
      .png()
      .toBuffer();

  it('are re-encoded, made smaller, and keep nothing of the camera; a repeat is kept once', async () => {
    const { lotId } = await landBass(shop, false);
    const [bytes, key] = [await picture(2400), randomUUID()];
    for (let i = 0; i < 2; i++) expect((await send(lotId, bytes, key)).status).toBe(200);
    const photos = await shop.counter.ok(contract.landing.photos, { params: { id: lotId } });
    expect(photos.map((p) => [p.width, p.height])).toEqual([[1600, 600]]);
    const kept = await fetch(`${shop.base}/api/landing/photos/${photos[0]!.id}`, {
      headers: { cookie: shop.bench.cookie },
    });
    const meta = await sharp(Buffer.from(await kept.arrayBuffer())).metadata();
    expect(meta).toMatchObject({ format: 'jpeg', width: 1600 });
    expect(meta.exif).toBeUndefined();
  });

  it.each([
    ['text', Buffer.from('GIF89a not really')],
    ['nothing', Buffer.alloc(0)],
    ['a script', Buffer.from('<svg onload="x"></sv')],
  ])('%s is no picture', async (_name, bytes) => {
    const { lotId } = await landBass(shop, false);
    const reply = await send(lotId, bytes);
    expect(reply.status).toBe(400);
    expect(((await reply.json()) as { detail: string }).detail).toMatch(/no picture/);
    expect(await rows(shop.pool, 'SELECT id FROM photo')).toEqual([]);
  });

  it('are JPEG, PNG and WebP by what is in them, whatever they are called', async () => {
    const { lotId } = await landBass(shop, false);
    const image = sharp({ create: { width: 40, height: 30, channels: 3, background: '#456' } });
    const svg = Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"/></svg>',
    );
    const statuses = [];
    for (const bytes of [
      await image.jpeg().toBuffer(),
      await image.png().toBuffer(),
      await image.webp().toBuffer(),
      await image.gif().toBuffer(),
      await image.tiff().toBuffer(),
      await image.avif().toBuffer(),
      svg,
    ])
      statuses.push((await send(lotId, bytes)).status);
    expect(statuses).toEqual([200, 200, 200, 400, 400, 400, 400]);
  });

  it('that take long to read keep nobody from signing in, and too many at once are told to wait', async () => {
    const { lotId } = await landBass(shop, false);
    const big = await sharp({ create: { width: 7000, height: 7000, channels: 3, background: '#456' } })
      .png()
      .toBuffer();
    const under = Array.from({ length: 16 }, () => send(lotId, big).then((r) => r.status));
    const read: number[] = [];
    for (const photo of under) void photo.then((status) => status === 200 && read.push(status));
    await shop.counter.signIn(shop.staff.counter, pins.counter);
    const readAtSignIn = read.length;
    const statuses = await Promise.all(under);
    expect(readAtSignIn).toBeLessThan(statuses.filter((s) => s === 200).length);
    expect(new Set(statuses)).toEqual(new Set([200, 503]));
  });

  it('of more than 12 MB is refused before it is read', async () => {
    const { lotId } = await landBass(shop, false);
    expect((await send(lotId, Buffer.alloc(12_600_000))).status).toBe(400);
  });
});

describe('labels', () => {
  it('are printed, all or none; a printer without labels or without power says so', async () => {
    const printer = new Printer(3);
    const server = await startPrinter(0, printer);
    const adapter = new PrinterAdapter(`127.0.0.1:${(server.address() as { port: number }).port}`);
    const pdf = Buffer.from('%PDF-1.3 label');
    expect(await adapter.print(pdf, 2)).toBe('printed');
    expect(printer.last).toEqual(pdf);
    expect(await adapter.print(pdf, 2)).toBe('paper');
    expect(printer.labels).toBe(1);
    server.close();
    expect(await new PrinterAdapter('127.0.0.1:9').print(pdf, 1)).toBe('away');
    const { lotId } = await landBass(shop, false);
    const reply = await shop.bench.send(contract.landing.printLabel, {
      params: { id: lotId },
      body: { copies: 1 },
    });
    expect(reply.body).toMatchObject({ printed: 0, why: expect.stringMatching(/does not answer/) as string });
  });

  it('are a page of their size for anyone signed in', async () => {
    const { lotId } = await landBass(shop, false);
    await shop.counter.signIn(shop.staff.counter, pins.counter);
    const label = await fetch(`${shop.base}/api/landing/lots/${lotId}/label.pdf`, {
      headers: { cookie: shop.counter.cookie },
    });
    const text = Buffer.from(await label.arrayBuffer()).toString('latin1');
    // 100 x 70 mm in points.
    expect(text).toMatch(/MediaBox \[0 0 283\.46\d* 198\.42\d*\]/);
    expect(
      (
        await fetch(`${shop.base}/api/landing/lots/999/label.pdf`, {
          headers: { cookie: shop.counter.cookie },
        })
      ).status,
    ).toBe(404);
  });
});
