import { dayMs } from '@ember-slate/core/calendar';
import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import type { StockRow } from '@ember-slate/contract';
import { openPool } from '@ember-slate/server/platform/db';
import { createApp } from '@ember-slate/server/app';
import { ScaleAdapter } from '@ember-slate/server/platform/devices/scale';
import { makeShop } from './madeShop.ts';

/**
 * The same requests on sixty days and on ten years of a busy shop, one after the other as one screen asks them, and
 * twenty tills selling at once. Ratios say how much slower ten years are. Load goes to loopback, in bounded loops.
 * `npm run bench:years -- <url of sixty days> <url of ten years>` measures databases that are there already.
 */
const rounds = 25;
/** Sixty days of the same busy trade: a longer past is then all that differs. */
const sixtyDays = 0.1;
const tills = 20;
const bagsATill = 8;

const percentile = (times: readonly number[], p: number) =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * p))]!;

/** A database that has just been filled still clears up behind its readers: nothing is measured until it is done. */
async function settle(url: string) {
  const pool = openPool(url, 1);
  for (let waited = 0; waited < 240; waited++) {
    const [found] = await pool.query("SHOW GLOBAL STATUS LIKE 'Innodb_history_list_length'");
    if (Number((found as { Value: string }[])[0]!.Value) < 10) break;
    await new Promise((done) => setTimeout(done, 1000));
  }
  await pool.end();
}

async function serve(url: string) {
  const pool = openPool(url, 24);
  const { app } = createApp({
    pool,
    databaseUrl: url,
    scale: new ScaleAdapter(null),
    host: '127.0.0.1',
    webRoot: null,
    checkAnswers: false,
  });
  const server = app.listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  const cookies = [];
  for (const [staffId, pin] of [
    [1, '2468'],
    [3, '9753'],
  ] as const) {
    const reply = await fetch(`${base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ staffId, pin }),
    });
    cookies.push(reply.headers.get('set-cookie')!.split(';')[0]!);
  }
  const [manager, counter] = cookies as [string, string];
  const get = async <T>(path: string): Promise<T> => {
    const reply = await fetch(base + path, { headers: { cookie: manager } });
    if (!reply.ok) throw new Error(`${path} answered ${reply.status}`);
    return (await reply.json()) as T;
  };
  const [counts] = await pool.query('SELECT COUNT(*) AS entries FROM entry');
  return {
    base,
    counter,
    get,
    entries: (counts as { entries: number }[])[0]!.entries,
    end: async () => {
      await new Promise((done) => server.close(done));
      await pool.end();
    },
  };
}
type Served = Awaited<ReturnType<typeof serve>>;

const day = new Date().toISOString().slice(0, 10);
const back = (n: number) => new Date(Date.parse(day) - n * dayMs).toISOString().slice(0, 10);
const screens = [
  '/api/summary',
  '/api/landing/deliveries',
  '/api/grading/lots',
  '/api/orders',
  '/api/orders/buying',
  '/api/plan/lines',
  '/api/bench/tickets',
  '/api/counter/stock',
  '/api/prices/markdowns',
  `/api/counter/sales?day=${day}`,
  '/api/trim/on-hand',
  `/api/trim?from=${back(6)}&to=${day}`,
  `/api/close/${day}`,
  '/api/yields',
  '/api/yields/one?speciesId=hake&condition=gutted&form=steaks',
  '/api/prices',
  `/api/costs/lots?from=${back(13)}&to=${day}`,
  '/api/costs/choices?speciesId=hake',
  '/api/buying',
  '/api/buying/forecast',
  '/api/cold/places',
  '/api/cold/first',
];
const reports = [29, 364, 3649].map((n) => `/api/reports?from=${back(n)}&to=${day}`);

async function ask(shop: Served, path: string): Promise<number[]> {
  await shop.get(path);
  const times = [];
  for (let i = 0; i < rounds; i++) {
    const start = performance.now();
    await shop.get(path);
    times.push(performance.now() - start);
  }
  return times;
}

/** Every till sells bag after bag of what lies there, a few grams at a time; its first one is not counted. */
async function sellAtOnce(shop: Served): Promise<number[]> {
  const rows = (await shop.get<StockRow[]>('/api/counter/stock')).filter(
    (r) => !r.blocked && r.saleable && r.pricePerKg !== null && r.grams > 1000,
  );
  const times: number[] = [];
  const sell = async (r: StockRow) => {
    const start = performance.now();
    const { place, lotId, item, batch, pricePerKg: perKg } = r;
    const line = { place, lotId, item, batch, grams: 5, pieces: 0, source: 'measured', perKg };
    const reply = await fetch(`${shop.base}/api/counter/sales`, {
      method: 'POST',
      headers: {
        cookie: shop.counter,
        'content-type': 'application/json',
        'idempotency-key': randomUUID(),
      },
      body: JSON.stringify({ pay: 'card', lines: [line] }),
    });
    if (!reply.ok) throw new Error(`A till was answered ${reply.status}: ${await reply.text()}`);
    return performance.now() - start;
  };
  await Promise.all(
    Array.from({ length: tills }, async (_, till) => {
      for (let bag = 0; bag <= bagsATill; bag++) {
        // A customer takes a while to be served: half a second is a brisk queue at every till.
        await new Promise((done) => setTimeout(done, 400 + ((till * 37 + bag * 53) % 400)));
        const took = await sell(rows[(till * 7 + bag * 3) % rows.length]!);
        if (bag > 0) times.push(took);
      }
    }),
  );
  return times;
}

const [shortUrl, longUrl] = process.argv.slice(2);
const made = shortUrl && longUrl ? [] : [await makeShop(sixtyDays), await makeShop(10)];
for (const url of [shortUrl ?? made[0]!.url, longUrl ?? made[1]!.url]) await settle(url);
const short = await serve(shortUrl ?? made[0]!.url);
const long = await serve(longUrl ?? made[1]!.url);
console.log(`sixty days: ${short.entries} entries; ten years: ${long.entries} entries\n`);
console.log(
  'request                                     60 days p95   10 years p50   p95   ratio of medians',
);
for (const path of [...screens, ...reports]) {
  const [a, b] = [await ask(short, path), await ask(long, path)];
  const ratio = percentile(b, 0.5) / percentile(a, 0.5);
  console.log(
    `${path.slice(0, 44).padEnd(44)}${percentile(a, 0.95).toFixed(0).padStart(8)} ms${percentile(b, 0.5).toFixed(0).padStart(10)} ms${percentile(b, 0.95).toFixed(0).padStart(6)} ms${ratio.toFixed(2).padStart(8)}`,
  );
}
const bags = await sellAtOnce(long);
console.log(
  `\n${tills} tills, ${bags.length} bags: p50 ${percentile(bags, 0.5).toFixed(0)} ms, p95 ${percentile(bags, 0.95).toFixed(0)} ms`,
);
await short.end();
await long.end();
for (const m of made) await m.end();
process.exit(0);
