import { sameHours } from '@ember-slate/core/calendar';
import { randomUUID } from 'node:crypto';
import type { Server } from 'node:http';
import {
  contract,
  type AnswerOf,
  type BodyOf,
  type Problem,
  type Role,
  type Route,
  type SentOf,
  type WeightSource,
} from '@ember-slate/contract';
import { hash } from '@node-rs/argon2';
import { nothingObserved } from '@ember-slate/core/freshness';
import type { Pool } from 'mysql2/promise';
import { afterEach, beforeEach, expect, inject } from 'vitest';
import { openPool, run, transaction } from '../src/platform/db.ts';
import { writeSettings } from '../src/platform/settings.ts';
import { ScaleAdapter } from '../src/platform/devices/scale.ts';
import { createApp } from '../src/app.ts';
import { PrinterAdapter } from '../src/platform/devices/printer.ts';
import { openDoor } from '../src/launch/serve.ts';
import { proveBooks } from '../src/platform/books/proof/index.ts';
import { releaseDatabase, acquireDatabase } from './emptied.ts';

/** A hash as the shop keeps it, made with little work: a shop opens for each test, and signs three people in. */
const lightHash = (pin: string) => hash(pin, { memoryCost: 8, timeCost: 1 });

export const pins: Record<Role, string> = { manager: '864201', bench: '135790', counter: '975310' };
export const noon = new Date('2026-11-25T12:00:00Z');

export interface Reply<T> {
  status: number;
  body: T;
  problem: Problem;
  headers: Headers;
}
interface Sent<R extends Route> {
  params?: Record<string, string | number>;
  query?: Record<string, string>;
  body?: SentOf<R>;
  /** What no client of ours would send. */
  raw?: unknown;
  key?: string | null;
}

/** Words that only those know who write schemas. */
const ofSchemas = /\b(expected|invalid (input|option|type)|received|unrecognized|too (small|big))\b/i;
/** Whoever is refused is told why in words of the trade. */
function expectReason({ title, detail, errors }: Problem) {
  for (const words of [title, detail, ...(errors ?? []).map((e) => e.message)]) {
    expect(words).toMatch(/\w\w/);
    expect(words).not.toMatch(ofSchemas);
  }
}

/** A signed-in screen: sends requests of the contract as they are, bodies of the right shape or raw ones. */
export class ApiClient {
  cookie = '';
  constructor(readonly base: string) {}

  async send<R extends Route>(route: R, sent: Sent<R> = {}): Promise<Reply<AnswerOf<R>>> {
    const path = route.path.replace(/:(\w+)/g, (_all, name: string) => String(sent.params?.[name] ?? 1));
    const query = sent.query ? `?${new URLSearchParams(sent.query).toString()}` : '';
    const body = 'raw' in sent ? sent.raw : sent.body;
    const key = sent.key === undefined ? randomUUID() : sent.key;
    const response = await fetch(this.base + path + query, {
      method: route.method,
      headers: {
        cookie: this.cookie,
        ...(key ? { 'idempotency-key': key } : {}),
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const text = await response.text();
    // A document answers with itself.
    const json = response.headers.get('content-type')?.includes('json') === true;
    const answer = (text && json ? JSON.parse(text) : null) as AnswerOf<R>;
    if (response.status >= 400 && json) {
      expectReason(answer as Problem);
      const isForm = typeof body === 'object' && body !== null && !Array.isArray(body);
      if (isForm) for (const e of (answer as Problem).errors ?? []) expect(e.path).not.toBe('');
    }
    return { status: response.status, body: answer, problem: answer as Problem, headers: response.headers };
  }

  /** Sends, and expects it to work. */
  async ok<R extends Route>(route: R, sent: Sent<R> = {}): Promise<AnswerOf<R>> {
    const reply = await this.send(route, sent);
    expect(reply.status, JSON.stringify(reply.problem)).toBe(200);
    return reply.body;
  }

  async signIn(
    staffId: number,
    pin: string,
    newPin?: string,
  ): Promise<Reply<AnswerOf<typeof contract.session.signIn>>> {
    const reply = await this.send(contract.session.signIn, { body: { staffId, pin, newPin } });
    this.cookie = reply.headers.get('set-cookie')?.split(';')[0] ?? this.cookie;
    return reply;
  }
}

export interface TestShop {
  base: string;
  pool: Pool;
  url: string;
  staff: Record<Role, number>;
  manager: ApiClient;
  bench: ApiClient;
  counter: ApiClient;
  /** The same shop through a process that remembers nothing, with the manager signed in. */
  forgetful: () => Promise<ApiClient>;
  /** The clock of the shop; move it by assigning. */
  clock: { now: Date };
  close: () => Promise<void>;
}

/** An empty shop in its own database, open on loopback, with one person signed in for each role. */
export async function openTestShop(
  serverUrl: string,
  more: {
    host?: string;
    scaleAddress?: string;
    printerAddress?: string;
    trustProxy?: string;
    hosts?: string[];
  } = {},
): Promise<TestShop> {
  const url = await acquireDatabase(serverUrl);
  const pool = openPool(url, 8);
  const staff = { manager: 0, bench: 0, counter: 0 };
  await transaction(pool, async (tx) => {
    await writeSettings(tx, {
      name: 'Test Slip',
      timeZone: 'Europe/Dublin',
      hours: sameHours([0, 1, 2, 3, 4, 5, 6], { opens: 8 * 60, closes: 18 * 60 }),
    });
    for (const role of ['manager', 'bench', 'counter'] as const) {
      const { insertId } = await run(tx, 'INSERT INTO staff (name, role, pin_hash) VALUES (?, ?, ?)', [
        `The ${role}`,
        role,
        await lightHash(pins[role]),
      ]);
      staff[role] = insertId;
    }
  });
  const clock = { now: noon };
  const scale = new ScaleAdapter(more.scaleAddress ?? null, true);
  const options = {
    pool,
    databaseUrl: url,
    scale,
    printer: new PrinterAdapter(more.printerAddress ?? null),
    host: more.host ?? '127.0.0.1',
    devices: {
      scale: more.scaleAddress ? 'simulated' : 'none',
      printer: more.printerAddress ? 'simulated' : 'none',
      sensors: 'none',
      probe: 'none',
    },
    trustProxy: more.trustProxy ?? null,
    hosts: more.hosts ?? [],
    webRoot: null,
    checkAnswers: true,
    clock: () => clock.now,
  } as const;
  const servers: Server[] = [];
  const open = async (forgetful: boolean) => {
    const server = await openDoor(createApp({ ...options, forgetful }).app, 0, '127.0.0.1');
    servers.push(server);
    return `http://127.0.0.1:${(server.address() as { port: number }).port}`;
  };
  const base = await open(false);
  const screen = async (role: Role, at = base) => {
    const s = new ApiClient(at);
    expect((await s.signIn(staff[role], pins[role])).status).toBe(200);
    return s;
  };
  const [manager, bench, counter] = await Promise.all([
    screen('manager'),
    screen('bench'),
    screen('counter'),
  ]);
  return {
    base,
    pool,
    url,
    staff,
    clock,
    manager,
    bench,
    counter,
    forgetful: async () => screen('manager', await open(true)),
    close: async () => {
      scale.close();
      for (const server of servers) {
        server.closeAllConnections();
        await new Promise((done) => server.close(done));
      }
      await pool.end();
      await releaseDatabase(url);
    },
  };
}

/** A shop of its own for each test of a file; after it each proves its ledger and closes. */
export function shopForEach(): () => TestShop {
  let shop: TestShop;
  beforeEach(async () => void (shop = await openTestShop(inject('databaseUrl'))));
  afterEach(async () => {
    expect((await proof(shop)).faults).toEqual([]);
    await shop.close();
  });
  return () => shop;
}

export const delivery = (more: object = {}): BodyOf<typeof contract.landing.createDelivery> => ({
  supplier: 'Brannock Boats',
  arrivedAt: '2026-11-25T05:40:00.000Z',
  probeTenths: 8,
  ice: 'buried',
  drains: 'drains',
  noteRef: 'BB 1',
  noteGrams: null,
  notePieces: null,
  noteMoney: null,
  remarks: '',
  ...more,
});

export const bassLot = (more: object = {}): BodyOf<typeof contract.landing.addLot> => ({
  speciesId: 'sea_bass',
  condition: 'whole',
  pieces: 10,
  grams: 4600,
  weightSource: 'measured',
  pricePerKg: 1450,
  production: 'caught',
  area: '27',
  gear: 'hooks and lines',
  boat: '',
  caughtOn: '2026-11-24',
  supplierLot: '',
  slit: 'unasked',
  fish: [],
  remarks: '',
  ...more,
});

/** A bass so fresh that every sign is at its best. */
export const fresh = { smell: 0, gills: 0, flesh: 0, belly: 0, skin: 0, slime: 0, eyes: 0 } as const;

export const gradeBody = (more: object = {}): BodyOf<typeof contract.grading.record> => ({
  scheme: 'eu-general',
  schemeVersion: 1,
  observed: { ...nothingObserved, damage: [] },
  fish: [fresh, fresh, fresh],
  coreTenths: 8,
  temperatureHistory: false,
  foreignSmell: false,
  verdict: 'accept',
  overrideReason: '',
  ...more,
});

/** Lands ten bass of 4600 g and, unless said otherwise, grades them. */
export async function landBass(shop: TestShop, graded = true, more: object = {}) {
  const { id } = await shop.bench.ok(contract.landing.createDelivery, { body: delivery() });
  const lot = await shop.bench.ok(contract.landing.addLot, { params: { id }, body: bassLot(more) });
  if (graded) {
    // A gutted fish has no belly to look at.
    const { belly: _belly, ...gutted } = fresh;
    const { condition, pieces } = bassLot(more);
    const signs = condition === 'whole' ? fresh : gutted;
    const fish = Array.from({ length: Math.min(3, pieces) }, () => signs);
    await shop.bench.ok(contract.grading.record, { params: { id: lot.id }, body: gradeBody({ fish }) });
  }
  return { deliveryId: id, lotId: lot.id, code: lot.code };
}

/** Lots of 4000 sea bass each, as many fish as one may have, by a server whose clock is the real one. */
export async function landMany(screen: ApiClient, count: number): Promise<number[]> {
  const arrivedAt = new Date(Date.now() - 3_600_000).toISOString();
  const lots: number[] = [];
  for (let i = 0; i < count; i++) {
    const { id } = await screen.ok(contract.landing.createDelivery, { body: delivery({ arrivedAt }) });
    const lot = await screen.ok(contract.landing.addLot, {
      params: { id },
      body: bassLot({ pieces: 4000, grams: 1_840_000, caughtOn: null }),
    });
    await screen.ok(contract.grading.record, {
      params: { id: lot.id },
      body: gradeBody({ fish: Array.from({ length: 8 }, () => fresh) }),
    });
    lots.push(lot.id);
  }
  return lots;
}

/** A round through all places, each at its set point. */
export async function readPlaces(shop: TestShop) {
  const places = await shop.bench.ok(contract.cold.places);
  const readings = places.map((p) => ({ id: p.id, tenths: p.setTenths, done: '' }));
  return shop.bench.ok(contract.cold.round, { body: { readings } });
}

/** A form of the shop's own, but for its id, its name and what it is cut like. */
export const ownForm = {
  pieceG: 30,
  tolerance: 0.3,
  lifeFactor: 0.5,
  share: 0.9,
  options: [],
  norm: '',
  kitchen: '',
  off: false,
};

export const wholeKey = (lotId: number) =>
  ({ place: 'place:cold_room', lotId, item: 'whole', batch: 0 }) as const;

export const sale = (
  lotId: number,
  grams: number,
  pieces: number,
  more: object = {},
): BodyOf<typeof contract.counter.sell> => ({
  pay: 'cash',
  customer: null,
  goods: [],
  lines: [
    {
      ...wholeKey(lotId),
      grams,
      pieces,
      source: 'measured',
      unit: 'kg',
      perKg: 2400,
      priceReason: '',
      ...more,
    },
  ],
});

export const fourFillets = (more: object = {}): SentOf<typeof contract.orders.take> => ({
  customer: 'Pell',
  phone: '',
  dueAt: '2026-11-25T16:00:00.000Z',
  remarks: '',
  lines: [
    {
      speciesId: 'sea_bass',
      form: 'fillet_skin_on',
      pieces: 4,
      pieceGrams: 110,
      totalGrams: null,
      use: 'grill',
    },
  ],
  ...more,
});

/** Takes an order, plans it as proposed and sends it to the bench; returns the ids. */
export async function toBench(shop: TestShop, body = fourFillets()) {
  const order = await shop.counter.ok(contract.orders.take, { body });
  const tickets = [];
  for (const line of await shop.bench.ok(contract.plan.lines)) {
    if (line.orderId !== order.id) continue;
    await shop.bench.ok(contract.plan.choose, {
      params: { id: line.id },
      body: { version: line.version, picks: line.proposal },
    });
    const sent = await shop.bench.ok(contract.plan.send, {
      params: { id: line.id },
      body: { version: line.version + 1 },
    });
    tickets.push(sent.id);
  }
  return { orderId: order.id, tickets };
}

/** Brings the fish of a ticket to the bench with the weight they are expected to have. */
export async function start(shop: TestShop, ticketId: number) {
  const params = { id: ticketId };
  const { version, inputs } = await shop.bench.ok(contract.bench.ticket, { params });
  await shop.bench.ok(contract.bench.start, {
    params,
    body: {
      version,
      inputs: inputs.map((i) => ({ lotId: i.lotId, grams: i.grams, source: 'measured' as const })),
    },
  });
  return shop.bench.ok(contract.bench.ticket, { params });
}

/** Both passes of the bone sweep, nothing found. */
export async function sweep(shop: TestShop, ticketId: number) {
  for (const pass of [1, 2] as const)
    await shop.bench.ok(contract.bench.sweep, {
      params: { id: ticketId },
      body: { pass, found: 0, broken: [] },
    });
}

/** Brings the fish, weighs everything out as expected, sweeps; leaves the closing to the caller. */
export async function cut(shop: TestShop, ticketId: number, source: WeightSource = 'measured') {
  const params = { id: ticketId };
  const ticket = await start(shop, ticketId);
  const { expected } = ticket;
  const weigh = (body: BodyOf<typeof contract.bench.weigh>) =>
    shop.bench.ok(contract.bench.weigh, { params, body });
  for (const [i, c] of ticket.cuts.entries())
    await weigh({
      cutId: c.id,
      kind: c.lineId === null ? 'counter' : 'order',
      item: c.form,
      grams: expected.mains[i]!,
      pieces: c.pieces ?? 1,
      source,
    });
  for (const { part, grams } of expected.trims)
    await weigh({
      cutId: null,
      kind: part === 'viscera' ? 'waste' : 'trim',
      item: part,
      grams,
      pieces: 0,
      source,
    });
  await sweep(shop, ticketId);
  return shop.bench.ok(contract.bench.ticket, { params });
}

export const proof = (shop: TestShop) => transaction(shop.pool, proveBooks);
