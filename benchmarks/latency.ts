import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spawnSync } from 'node:child_process';
import { startPrivateDatabase } from '@ember-slate/server/launch/database';
import { prepare } from '@ember-slate/server/launch/prepare';
import { openPool } from '@ember-slate/server/platform/db';
import { ScaleAdapter } from '@ember-slate/server/platform/devices/scale';
import { createApp } from '@ember-slate/server/app';
import autocannon from 'autocannon';
import express from 'express';
import type { AddressInfo } from 'node:net';

/**
 * How long lists and saves take with the sample shop, as ratios to a bare route of the same server and to the bare
 * query beneath, so that the figures mean the same on any machine. Load goes to loopback for a bounded time.
 */
const seconds = 4;
const screens = [4, 20] as const;
const percentile = (sorted: readonly number[], p: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * p))]!;

const dir = mkdtempSync(join(tmpdir(), 'ember-slate-bench-'));
const database = await startPrivateDatabase(dir);
await prepare(database.url);
const loaded = spawnSync(process.execPath, ['--import', 'tsx', 'demo/src/load.ts'], {
  env: { ...process.env, DATABASE_URL: database.url },
  stdio: 'inherit',
});
if (loaded.status !== 0) throw new Error('The sample shop could not be made');
const pool = openPool(database.url);
const scale = new ScaleAdapter(null);
const app = express();
app.get('/bare', (_request, response) => void response.json({ ok: true }));
app.use(
  createApp({ pool, databaseUrl: database.url, scale, host: '127.0.0.1', webRoot: null, checkAnswers: false })
    .app,
);
const server = app.listen(0, '127.0.0.1');
await new Promise((done) => server.once('listening', done));
const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;

const signIn = await fetch(`${base}/api/session`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ staffId: 1, pin: '2468' }),
});
const cookie = signIn.headers.get('set-cookie')!.split(';')[0]!;
const today = new Date().toISOString().slice(0, 10);

interface Figure {
  name: string;
  p50: number;
  p95: number;
  perSecond: number;
}

/** Milliseconds of each answer under load, from autocannon's own histogram of responses. */
async function measure(
  name: string,
  connections: number,
  options: Partial<autocannon.Options>,
): Promise<Figure> {
  const times: number[] = [];
  const result = await new Promise<autocannon.Result>((done, fail) => {
    const run = autocannon({ url: base, connections, duration: seconds, ...options }, (error, r) =>
      error ? fail(error as Error) : done(r),
    );
    run.on('response', (_client, status, _bytes, ms) => {
      if (status === 200) times.push(ms);
      else fail(new Error(`${name} answered ${status}`));
    });
  });
  times.sort((a, b) => a - b);
  return {
    name,
    p50: percentile(times, 0.5),
    p95: percentile(times, 0.95),
    perSecond: result.requests.average,
  };
}

async function query(sql: string): Promise<Figure> {
  const times: number[] = [];
  const end = performance.now() + (seconds * 1000) / 2;
  while (performance.now() < end) {
    const start = performance.now();
    await pool.query(sql);
    times.push(performance.now() - start);
  }
  times.sort((a, b) => a - b);
  return {
    name: sql.slice(0, 40),
    p50: percentile(times, 0.5),
    p95: percentile(times, 0.95),
    perSecond: times.length / (seconds / 2),
  };
}

const read = (path: string, connections: number) =>
  measure(path, connections, { requests: [{ method: 'GET', path, headers: { cookie } }] });
const save = (connections: number) =>
  measure('POST /api/landing/deliveries', connections, {
    requests: [
      {
        method: 'POST',
        path: '/api/landing/deliveries',
        setupRequest: (request) => ({
          ...request,
          headers: { cookie, 'content-type': 'application/json', 'idempotency-key': randomUUID() },
          body: JSON.stringify({
            supplier: 'Brannock Boats',
            arrivedAt: new Date().toISOString(),
            probeTenths: 8,
            ice: 'buried',
            noteRef: '',
            noteGrams: null,
            notePieces: null,
            noteMoney: null,
            remarks: '',
          }),
        }),
      },
    ],
  });

const raw = await query('SELECT * FROM balance');
const paths = [
  '/api/landing/deliveries',
  '/api/grading/lots',
  '/api/orders',
  '/api/plan/lines',
  '/api/bench/tickets',
  '/api/counter/stock',
  `/api/close/${today}`,
  '/api/summary',
];
/** So many screens ask at once, right after somebody changed something: what a day is like. */
async function afterChange(path: string, connections: number): Promise<Figure> {
  const times: number[] = [];
  for (let round = 0; round < 15; round++) {
    const put = await fetch(`${base}/api/cold/places/1/readings`, {
      method: 'POST',
      headers: { cookie, 'content-type': 'application/json', 'idempotency-key': randomUUID() },
      body: JSON.stringify({ at: new Date().toISOString(), tenths: 5 + (round % 3) }),
    });
    if (put.status !== 200) throw new Error(`A reading was not taken: ${put.status} ${await put.text()}`);
    await Promise.all(
      Array.from({ length: connections }, async () => {
        const start = performance.now();
        const reply = await fetch(base + path, { headers: { cookie } });
        await reply.arrayBuffer();
        times.push(performance.now() - start);
      }),
    );
  }
  times.sort((a, b) => a - b);
  return { name: path, p50: percentile(times, 0.5), p95: percentile(times, 0.95), perSecond: 0 };
}

const heads = ['request', 'p50 ms', 'p95 ms', '× bare', '× query', 'after a change: p50', 'p95 ms'];
const table = (rows: string[][]) =>
  [heads, ...rows].map(([name, ...cells]) =>
    [name!.padEnd(32), ...cells.map((c, i) => c.padStart(heads[i + 1]!.length + 2))].join(''),
  );
for (const connections of screens) {
  const bare = await measure('bare route', connections, { requests: [{ method: 'GET', path: '/bare' }] });
  const lines: string[][] = [];
  const say = (f: Figure, after: Figure | null) =>
    lines.push([
      f.name,
      f.p50.toFixed(1),
      f.p95.toFixed(1),
      (f.p50 / bare.p50).toFixed(1),
      (f.p50 / raw.p50).toFixed(1),
      after?.p50.toFixed(1) ?? '',
      after?.p95.toFixed(1) ?? '',
    ]);
  for (const path of paths) say(await read(path, connections), await afterChange(path, connections));
  if (connections === screens.at(-1)) say(await save(4), null);
  console.log(
    `\n${connections} screens at once, ${seconds} s each, the sample shop; bare route p50 ${bare.p50.toFixed(2)} ms, bare query p50 ${raw.p50.toFixed(2)} ms\n${table(lines).join('\n')}`,
  );
}

scale.close();
server.closeAllConnections();
await new Promise((done) => server.close(done));
await pool.end();
await database.stop();
rmSync(dir, { recursive: true, force: true });
