import '../platform/language.ts';
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { randomInt } from 'node:crypto';
import { createServer } from 'node:net';
import { join, resolve } from 'node:path';
import { backUpBeforeUpgrade } from '../platform/backup/keep.ts';
import { type Config, configFromEnv, type DeviceKind, deviceKinds } from '../platform/config.ts';
import { openPool, row, transaction } from '../platform/db.ts';
import { logTo } from '../platform/log.ts';
import { newManager } from '../platform/sessions.ts';
import { readSettings, writeSettings } from '../platform/settings.ts';
import { addStaff } from '../stages/people/commands.ts';
import { dropRoot } from './account.ts';
import { freePort, type PrivateDatabase, startPrivateDatabase } from './database.ts';
import { readOptions, type StartOptions, usage } from './options.ts';
import { program } from './program.ts';
import { prepare } from './prepare.ts';
import { listen, type Running } from './serve.ts';

/** Whoever gives options it does not know is shown them. */
function options(): StartOptions {
  try {
    return readOptions(process.argv.slice(2), process.env);
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
