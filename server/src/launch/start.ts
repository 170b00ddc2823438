import '../platform/language.ts';
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { backUpBeforeUpgrade } from '../platform/backup/keep.ts';
import { type Config, configFromEnv, type DeviceKind, deviceKinds } from '../platform/config.ts';
import { openPool, row, transaction } from '../platform/db.ts';
import { logTo } from '../platform/log.ts';
import { newManager } from '../platform/sessions.ts';
import { readSettings, writeSettings } from '../platform/settings.ts';
import { addStaff } from '../stages/people/commands.ts';
import { dropRoot } from './account.ts';
import { freePort, type PrivateDatabase, startPrivateDatabase } from './database.ts';
import { program } from './program.ts';
import { prepare } from './prepare.ts';
import { listen, type Running } from './serve.ts';
import { readTls } from './tls.ts';

const usage = `./start [--port N] [--host ADDRESS] [--empty] [--simulate] [--years N] [--data FOLDER]
        [--tls CERTIFICATE KEY]
  --port    port of the app, 4100 unless given
  --host    address to listen on, 127.0.0.1 unless given (sample PINs work on this machine only)
  --empty   a shop of your own without sample data, and without devices but your own
  --simulate  try out a shop of your own with simulated devices: what they read is marked as simulated for good
  --years   years of a busy past behind the sample shop, to see it at its largest
  --tls     certificate and key (PEM): the app speaks TLS itself, for screens on the shop's network
  --data    where the private database lives, .data unless given
DATABASE_URL points at a MariaDB of your own instead of the private one.
SCALE_ADDRESS, SENSOR_ADDRESS, PRINTER_ADDRESS, PROBE_ADDRESS (host:port) are your own devices.
TRUST_PROXY and HOSTS are for a shop behind a reverse proxy with TLS; LOG_FILE says where the log goes.`;

function options() {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        port: { type: 'string', default: process.env.PORT ?? '4100' },
        host: { type: 'string', default: process.env.HOST ?? '127.0.0.1' },
        data: { type: 'string', default: '.data' },
        empty: { type: 'boolean', default: false },
        simulate: { type: 'boolean', default: false },
        years: { type: 'string', default: '0' },
        tls: { type: 'string' },
        help: { type: 'boolean', default: false },
      },
    });
    const port = Number(values.port);
    if (!Number.isInteger(port) || port < 1 || port > 65_535)
      throw new Error(`--port ${values.port} is no port`);
    if (!/^\d{1,2}$/.test(values.years)) throw new Error(`--years ${values.years} is no number of years`);
    const [key, ...more] = positionals;
    if (more.length > 0 || (key === undefined) !== (values.tls === undefined))
      throw new Error(
        values.tls === undefined
          ? `${positionals.join(' ')} is nothing this command knows`
          : '--tls takes two files: the certificate, then its key',
      );
    return { ...values, port, tls: key === undefined ? null : readTls(values.tls!, key) };
  } catch (error) {
    console.error(`${(error as Error).message}\n\n${usage}`);
    process.exit(2);
  }
}

const portIsFree = (port: number, host: string): Promise<boolean> =>
  new Promise((done) => {
    const probe = createServer();
    probe.once('error', (e: NodeJS.ErrnoException) => done(e.code !== 'EADDRINUSE'));
    probe.listen(port, host, () => probe.close(() => done(true)));
  });

/** Fills a new shop: the sample shop, or an empty one with a first manager whose PIN is said once. */
async function firstDay(databaseUrl: string, empty: boolean, years: string): Promise<string | null> {
  const pool = openPool(databaseUrl, 2);
  try {
    const staff = await row<{ n: number }>(pool, 'SELECT COUNT(*) AS n FROM staff');
    if (staff!.n > 0) return null;
    if (empty) {
      const pin = String(randomInt(100_000, 1_000_000));
      await transaction(pool, async (tx) => {
        await writeSettings(tx, { name: 'My shop', sample: false });
        await addStaff(tx, { name: newManager, role: 'manager', pin, demo: false, handed: true });
      });
      return `First sign-in: ${newManager}, PIN ${pin} (said once; you choose your own then)`;
    }
    console.log('Making the sample shop: sixty days of it …');
    const made = spawnSync(process.execPath, [...program('demo', 'load'), '--years', years], {
      stdio: 'inherit',
      env: { ...process.env, DATABASE_URL: databaseUrl },
    });
    if (made.status !== 0) throw new Error('The sample shop could not be made');
    return null;
  } finally {
    await pool.end();
  }
}

async function signIns(databaseUrl: string): Promise<string> {
  const pool = openPool(databaseUrl, 1);
  try {
    const [found] = await pool.query('SELECT name, role FROM staff WHERE demo_pin AND active ORDER BY id');
    const people = found as { name: string; role: string }[];
    const pins = { manager: '2468', bench: '1357', counter: '9753' } as Record<string, string>;
    return people.map((p) => `  ${p.name.padEnd(16)} ${p.role.padEnd(8)} PIN ${pins[p.role]}`).join('\n');
  } finally {
    await pool.end();
  }
}

const flags = options();
if (flags.help) {
  console.log(usage);
  process.exit(0);
}
let database: PrivateDatabase | null = null;
const devices: ChildProcess[] = [];
let running: Running | null = null;
let stopping = false;

/** Starts a stand-in of a device as its own process; it goes when this one does. Returns where it listens. */
async function startDevice(name: DeviceKind): Promise<string> {
  const port = await freePort();
  devices.push(
    spawn(process.execPath, [...program('devices', `${name}/main`), String(port)], {
      stdio: ['ignore', 'ignore', 'ignore', 'ipc'],
      detached: true,
    }),
  );
  return `127.0.0.1:${port}`;
}

/** Where each device is: the address given, or a stand-in where those are wanted; a shop of one's own has none by itself. */
async function startDevices(config: Config, wanted: boolean) {
  const { scaleAddress, sensorAddress, printerAddress, probeAddress } = config;
  const addresses = {
    scale: scaleAddress,
    sensors: sensorAddress,
    printer: printerAddress,
    probe: probeAddress,
  };
  const simulated: DeviceKind[] = [];
  if (wanted)
    for (const kind of deviceKinds)
      if (addresses[kind] === null) {
        addresses[kind] = await startDevice(kind);
        simulated.push(kind);
      }
  return {
    scaleAddress: addresses.scale,
    sensorAddress: addresses.sensors,
    printerAddress: addresses.printer,
    probeAddress: addresses.probe,
    simulated,
  };
}

/** Whether the shop of this database is the sample shop. */
async function sampleShop(databaseUrl: string): Promise<boolean> {
  const pool = openPool(databaseUrl, 1);
  try {
    return (await readSettings(pool)).sample;
  } finally {
    await pool.end();
  }
}

async function stop(code: number): Promise<never> {
  if (!stopping) {
    stopping = true;
    await running?.stop();
    for (const device of devices) device.kill('SIGTERM');
    await database?.stop();
  }
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void stop(0));

try {
  if (!(await portIsFree(flags.port, flags.host))) {
    throw new Error(
      `Port ${flags.port} on ${flags.host} is taken by another program (perhaps an Ember Slate already runs): stop it, or choose another with --port`,
    );
  }
  dropRoot(resolve(flags.data));
  await logTo(process.env.LOG_FILE ?? `${resolve(flags.data)}/log/requests`);
  if (!process.env.DATABASE_URL) database = await startPrivateDatabase(flags.data);
  const databaseUrl = process.env.DATABASE_URL ?? database!.url;
  const before =
    database && (await backUpBeforeUpgrade(databaseUrl, join(resolve(flags.data), 'backups'), new Date()));
  if (before) console.log(`Backed up before the upgrade: ${before}`);
  await prepare(databaseUrl);
  const said = await firstDay(databaseUrl, flags.empty, flags.years);
  const sample = await sampleShop(databaseUrl);
  if (sample === flags.empty)
    throw new Error(
      sample
        ? 'This folder holds the sample shop. For a shop of your own choose another: ./start --empty --data FOLDER'
        : 'This folder holds a shop of your own: open it with ./start --empty. For the sample shop choose another: ./start --data FOLDER',
    );
  const config = configFromEnv({ ...process.env, DATABASE_URL: databaseUrl });
  const standIns = await startDevices(config, sample || flags.simulate);
  running = await listen(
    {
      ...config,
      ...standIns,
      host: flags.host,
      port: flags.port,
      webRoot: `${process.cwd()}/web/dist`,
      dataFolder: database ? resolve(flags.data) : null,
      checkAnswers: false,
    },
    undefined,
    flags.tls,
  );
  const people = await signIns(databaseUrl);
  console.log(`\nEmber Slate is open at http${flags.tls ? 's' : ''}://${flags.host}:${running.port}`);
  if (people) console.log(`Sample data. Sign in as\n${people}`);
  if (said) console.log(said);
  console.log('Ctrl-C closes it.');
} catch (error) {
  console.error(`\n${(error as Error).message}`);
  await stop(1);
}
