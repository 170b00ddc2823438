import { createServer, type Server, type Socket } from 'node:net';
import { contract, type Reading } from '@ember-slate/contract';
import { startPrinter } from '@ember-slate/devices/printer';
import { startProbe } from '@ember-slate/devices/probe';
import { startScale } from '@ember-slate/devices/scale';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { listen, type Running } from '../src/launch/serve.ts';
import { PrinterAdapter } from '../src/platform/devices/printer.ts';
import { row } from '../src/platform/db.ts';
import { ApiClient, openTestShop, pins, type TestShop } from './testShop.ts';

/* Real devices, by the address the shop says: found, tried, followed by every process, and let go again. */
let shop: TestShop;
let server: Running;
let screen: ApiClient;
const closing: Server[] = [];

/** Something at a port that says lines, one after the other, to whoever connects; and what it was told. */
async function speaker(lines: () => string, everyMs = 40) {
  const told: Buffer[] = [];
  const sockets = new Set<Socket>();
  const door = createServer((socket) => {
    sockets.add(socket);
    const timer = setInterval(() => socket.write(lines()), everyMs);
    socket.on('data', (chunk: Buffer) => told.push(chunk));
    socket.on('error', () => undefined);
    socket.on('close', () => {
      clearInterval(timer);
      sockets.delete(socket);
    });
  });
  closing.push(door);
  await new Promise<void>((done) => door.listen(0, '127.0.0.1', done));
  return { address: `127.0.0.1:${(door.address() as { port: number }).port}`, told, sockets };
}

beforeAll(async () => {
  shop = await openTestShop(inject('databaseUrl'));
  server = await listen({
    databaseUrl: shop.url,
    host: '127.0.0.1',
    port: 0,
    scaleAddress: null,
    sensorAddress: null,
    printerAddress: null,
    probeAddress: null,
    simulated: [],
    webRoot: null,
    trustProxy: null,
    hosts: [],
    dataFolder: '/srv/shop',
    checkAnswers: true,
  });
  screen = new ApiClient(`http://127.0.0.1:${server.port}`);
  expect((await screen.signIn(shop.staff.manager, pins.manager)).status).toBe(200);
});
afterAll(async () => {
  await server.stop();
  for (const door of closing) door.close();
  await shop.close();
});

const none = {
  scale: { address: null, lines: 'kg' as const },
  probe: { address: null },
  sensors: { address: null },
  printer: { address: null, lines: 'raw' as const },
};
const set = async (more: object) => {
  const { version } = (await screen.ok(contract.settings.all)).devices;
  return screen.send(contract.settings.setDevices, { raw: { ...none, ...more, version } });
};
const states = async () => (await screen.ok(contract.session.shop)).devices;

/** What the scale says on the stream of a screen, until it says enough. */
async function weighed(enough: (r: Reading) => boolean): Promise<Reading> {
  const stop = new AbortController();
  const stream = await fetch(`${screen.base}/api/feed`, {
    headers: { cookie: screen.cookie },
    signal: AbortSignal.any([stop.signal, AbortSignal.timeout(20_000)]),
  });
  let text = '';
  const decoder = new TextDecoder();
  const reader = stream.body!.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    text += decoder.decode(value, { stream: true });
    const last = [...text.matchAll(/event: scale\ndata: (.*)\n/g)].at(-1);
    const reading = last && (JSON.parse(last[1]!) as Reading);
    if (!reading || !enough(reading)) continue;
    stop.abort();
    return reading;
  }
  throw new Error('the stream ended');
}

describe('a scale of plain lines', () => {
  let kg = '0.460';
  let scale: Awaited<ReturnType<typeof speaker>>;
  beforeAll(async () => void (scale = await speaker(() => `ST,GS,+  ${kg}kg\r\n`)));

  it('is tried before it is trusted: what it says, beside how that is read', async () => {
    const tried = await screen.ok(contract.settings.tryDevice, {
      body: { kind: 'scale', address: scale.address, lines: 'kg' },
    });
    expect(tried.reached).toBe(true);
    expect(tried.heard.length).toBeGreaterThan(2);
    for (const h of tried.heard)
      expect(h).toEqual({ line: 'ST,GS,+  0.460kg', grams: 460, tenths: null, steady: true });
    // Read as another kind of device it is not understood, and says so.
    const wrong = await screen.ok(contract.settings.tryDevice, {
      body: { kind: 'scale', address: scale.address, lines: 'own' },
    });
    expect(wrong.heard.every((h) => h.grams === null)).toBe(true);
    const nobody = await screen.ok(contract.settings.tryDevice, {
      body: { kind: 'scale', address: '127.0.0.1:9', lines: 'kg' },
    });
    expect(nobody).toEqual({ reached: false, heard: [] });
  });

  it('weighs for every screen once the shop says where it is, as a real one; and no more once it does not', async () => {
    expect((await states()).scale).toBe('none');
    expect((await set({ scale: { address: scale.address, lines: 'kg' } })).status).toBe(200);
    expect((await states()).scale).toBe('real');
    expect(await weighed((r) => r.state === 'steady')).toMatchObject({
      grams: 460,
      tare: 0,
      simulated: false,
    });
    await screen.ok(contract.devices.scale, { body: { command: 'tare' } });
    expect(await weighed((r) => r.tare === 460)).toMatchObject({ grams: 0, state: 'steady' });
    kg = '1.260';
    expect(await weighed((r) => r.grams > 0)).toMatchObject({ grams: 800, tare: 460 });
    // What is for a stand-in is refused to a real one.
    const put = await screen.send(contract.devices.scale, { body: { command: 'put', grams: 5 } });
    expect(put.status).toBe(409);
    expect(scale.told).toEqual([]);

    expect((await set({})).status).toBe(200);
    expect((await states()).scale).toBe('none');
    expect(await weighed((r) => r.state === 'none')).toMatchObject({ grams: 0 });
    await expect.poll(() => scale.sockets.size, { timeout: 10_000 }).toBe(0);
  });
});

describe('devices of this program’s own lines', () => {
  it('are understood when they are tried', async () => {
    const scale = await startScale(0, () => 0.5);
    const probe = await startProbe(0, 200);
    const port = (s: Server) => (s.address() as { port: number }).port;
    try {
      const heard = async (kind: 'scale' | 'probe', at: number) =>
        (
          await screen.ok(contract.settings.tryDevice, {
            body: { kind, address: `127.0.0.1:${at}`, lines: 'own' },
          })
        ).heard;
      expect((await heard('scale', port(scale))).every((h) => h.grams === 0)).toBe(true);
      expect((await heard('probe', port(probe)))[0]!.tenths).toEqual(expect.any(Number));
    } finally {
      scale.close();
      probe.close();
    }
  });
});

describe('where a device may be', () => {
  it.each([
    '127.0.0.1:4001',
    '10.1.2.3:9100',
    '192.168.1.40:80',
    '172.16.0.9:1',
    'scale:4001',
    'scale.local:4001',
  ])('%s is of the shop’s own network', async (address) =>
    expect((await set({ printer: { address, lines: 'raw' } })).status).toBe(200),
  );
  it.each([
    '8.8.8.8:80',
    '172.32.0.1:80',
    '192.169.1.1:80',
    'example.com:80',
    'scale',
    ':80',
    'scale:0',
    'scale:70000',
    'scale:80/x',
    'a b:80',
    'user@10.0.0.1:80',
    '[::1]:80',
    '',
  ])('%j is refused, here and where it is tried', async (address) => {
    const before = (await screen.ok(contract.settings.all)).devices;
    const asked = await set({ scale: { address, lines: 'kg' } });
    expect([asked.status, asked.problem.errors![0]!.path]).toEqual([400, 'scale.address']);
    expect((await screen.ok(contract.settings.all)).devices).toEqual(before);
    const tried = await screen.send(contract.settings.tryDevice, {
      raw: { kind: 'scale', address, lines: 'kg' },
    });
    expect(tried.status).toBe(400);
  });
});

describe('a printer at a raw port', () => {
  const pdf = Buffer.from('%PDF-1.7 a label');
  it('is given every byte of every copy, and has printed what it took', async () => {
    const printer = await speaker(() => '');
    const adapter = new PrinterAdapter(null);
    adapter.move(printer.address, 'raw');
    expect(await adapter.print(pdf, 2)).toBe('printed');
    await expect
      .poll(() => Buffer.concat(printer.told).toString(), { timeout: 10_000 })
      .toBe(pdf.toString().repeat(2));
    adapter.move('127.0.0.1:9', 'raw');
    expect(await adapter.print(pdf, 1)).toBe('away');
    adapter.move(null, 'raw');
    expect(await adapter.print(pdf, 1)).toBe('away');
  });

  it('is another than one that answers', async () => {
    const printer = await startPrinter(0);
    const adapter = new PrinterAdapter(null);
    adapter.move(`127.0.0.1:${(printer.address() as { port: number }).port}`, 'own');
    expect(await adapter.print(pdf, 1)).toBe('printed');
    printer.close();
  });
});

it('a shop without a device has no record of one', async () => {
  const counts = await row<Record<string, number>>(
    shop.pool,
    `SELECT (SELECT COUNT(*) FROM reading) AS readings, (SELECT COUNT(*) FROM label WHERE prints > 0) AS printed,
       (SELECT COUNT(*) FROM lot WHERE weight_source = 'measured') AS measured`,
  );
  expect(counts).toEqual({ readings: 0, printed: 0, measured: 0 });
});
