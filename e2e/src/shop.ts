import { sameHours } from '@ember-slate/core/calendar';
import { cpSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { connect, type Socket } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startPrinter } from '@ember-slate/devices/printer';
import { startProbe } from '@ember-slate/devices/probe';
import { startScale } from '@ember-slate/devices/scale';
import { freePort, startPrivateDatabase } from '@ember-slate/server/launch/database';
import { prepare } from '@ember-slate/server/launch/prepare';
import { openPool, transaction } from '@ember-slate/server/platform/db';
import { writeSettings } from '@ember-slate/server/platform/settings';
import { addStaff } from '@ember-slate/server/stages/people/commands';
import { listen, type Running } from '@ember-slate/server/launch/serve';
import { places } from '@ember-slate/server/shop/logs';
import { writeReadings } from '@ember-slate/server/stages/cold/commands/places';
import { announce } from '@ember-slate/server/platform/feed';
import { proveBooks } from '@ember-slate/server/platform/books/proof/index';
import { morningZone } from '@ember-slate/core/testing';

export const manager = { name: 'Ines Corrie', pin: '2468' };

/** A whole shop of its own: database, scale and server, thrown away at the end. */
export interface Shop {
  url: string;
  /** Lays this on the pan, grams; 0 lifts everything off. */
  put: (grams: number) => void;
  /** The scale's cable comes out for some seconds. */
  unplug: (seconds: number) => void;
  /** The door shuts, as when the server or the cable fails; `reopen` opens it at the same address. */
  shut: () => Promise<void>;
  reopen: () => Promise<void>;
  /** The sensor of a place tells late what it read, hours ago from and to. */
  sense: (account: string, from: number, to: number, celsius: number) => Promise<void>;
  faults: () => Promise<string[]>;
  /** The first number a query gives. */
  count: (sql: string) => Promise<number>;
  close: () => Promise<void>;
}

/**
 * Opens an empty shop with one manager, or a copy of the sample shop that lies in `sampleDir`; with a scale of the
 * caller's, a label printer or backups where asked for.
 */
export async function openShop(
  sampleDir: string | null = null,
  more: { scaleAddress?: string; printer?: boolean; backedUp?: boolean } = {},
): Promise<Shop> {
  if (!existsSync('web/dist/index.html')) throw new Error('Build the screens first: npm run build');
  const dir = mkdtempSync(join(tmpdir(), 'ember-slate-e2e-'));
  if (sampleDir) cpSync(sampleDir, dir, { recursive: true });
  const database = await startPrivateDatabase(dir);
  await prepare(database.url);
  const pool = openPool(database.url, 2);
  if (!sampleDir)
    await transaction(pool, async (tx) => {
      await writeSettings(tx, {
        name: 'Test Slip',
        timeZone: morningZone(),
        hours: sameHours([0, 1, 2, 3, 4, 5, 6], { opens: 8 * 60, closes: 18 * 60 }),
      });
      await addStaff(tx, { ...manager, role: 'manager', demo: true });
    });
  const scalePort = await freePort();
  // A pan without noise: what is laid on it is what is read.
  const scale = await startScale(scalePort, () => 0.5);
  // A second line to the scale that comes back by itself: what lies on the pan outlasts an unplugging.
  let reaching = true;
  const reach = (): Socket =>
    connect(scalePort, '127.0.0.1')
      .on('error', () => undefined)
      .on('close', () => reaching && setTimeout(() => (hand.current = reach()), 200))
      .resume();
  const hand = { current: reach() };
  const probe = await startProbe(0, 200);
  const printer = await startPrinter(0);
  const port = await freePort();
  const open = () =>
    listen(
      {
        trustProxy: null,
        hosts: [],
        simulated: ['scale', 'printer', 'probe'],
        databaseUrl: database.url,
        host: '127.0.0.1',
        port,
        scaleAddress: more.scaleAddress ?? `127.0.0.1:${scalePort}`,
        sensorAddress: null,
        printerAddress: more.printer ? `127.0.0.1:${(printer.address() as { port: number }).port}` : null,
        probeAddress: `127.0.0.1:${(probe.address() as { port: number }).port}`,
        webRoot: join(process.cwd(), 'web/dist'),
        checkAnswers: true,
        dataFolder: more.backedUp ? dir : null,
      },
      // A dozen shops plan beside each other here: each thinks for a moment only.
      0.5,
    );
  let running: Running | null = await open();
  const shut = async () => {
    await running?.stop();
    running = null;
  };
  return {
    url: `http://127.0.0.1:${port}`,
    put: (grams) => void hand.current.write(`PUT ${grams}\n`),
    unplug: (seconds) => void hand.current.write(`UNPLUG ${seconds}\n`),
    shut,
    reopen: async () => void (running = await open()),
    sense: (account, from, to, celsius) =>
      transaction(pool, async (tx) => {
        const place = (await places(tx)).find((p) => p.account === account)!;
        const readings = [];
        for (let at = Date.now() - from * 3_600_000; at < Date.now() - to * 3_600_000; at += 300_000)
          readings.push({ at: new Date(Math.floor(at / 60_000) * 60_000 + 7000), tenths: celsius * 10 });
        await writeReadings(tx, place, readings, 'sensor', null);
        await announce(tx, ['cold', 'grading', 'counter'], new Date());
      }),
    faults: async () => (await transaction(pool, proveBooks)).faults,
    count: async (sql) => {
      const [rows] = await pool.query(sql);
      return Number(Object.values((rows as object[])[0]!)[0]);
    },
    close: async () => {
      await shut();
      reaching = false;
      hand.current.destroy();
      scale.close();
      probe.close();
      printer.close();
      await pool.end();
      await database.stop();
      rmSync(dir, { recursive: true, force: true });
    },
  };
}
