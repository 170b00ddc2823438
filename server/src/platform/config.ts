import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';

/** The version of the program, as its package says. */
export const programVersion = (
  JSON.parse(readFileSync(new URL('../../package.json', import.meta.url), 'utf8')) as { version: string }
).version;

export const deviceKinds = ['scale', 'sensors', 'printer', 'probe'] as const;
export type DeviceKind = (typeof deviceKinds)[number];

/** What a process needs to know from outside; read once at the start. */
export interface Config {
  databaseUrl: string;
  host: string;
  port: number;
  /** `host:port` of the scale's line protocol, null when the shop has none. */
  scaleAddress: string | null;
  /** The same of the cold-room sensors. */
  sensorAddress: string | null;
  /** The same of the label printer. */
  printerAddress: string | null;
  /** The same of the probe thermometer. */
  probeAddress: string | null;
  /** Devices that are stand-ins: what they read and print says so for good. */
  simulated: readonly DeviceKind[];
  /** Folder of the built screens, null when they are served elsewhere. */
  webRoot: string | null;
  /** Proxies that are believed about who asks and by what scheme (Express's `trust proxy`), null for none. */
  trustProxy: string | null;
  /** Names this server is reached by, beside its addresses and its machine's name. */
  hosts: readonly string[];
  /** Folder of the private database, null where the database is the shop's own. */
  dataFolder: string | null;
  /** Check every answer against the contract: on in tests. */
  checkAnswers: boolean;
}

export type DeviceState = 'none' | 'real' | 'simulated';
export type DeviceStates = Readonly<Record<DeviceKind, DeviceState>>;

/** What each device is: not there, a real one, or a stand-in. */
export function deviceStates(
  config: Pick<Config, 'scaleAddress' | 'sensorAddress' | 'printerAddress' | 'probeAddress' | 'simulated'>,
): DeviceStates {
  const of = (kind: DeviceKind, address: string | null): DeviceState =>
    address === null ? 'none' : config.simulated.includes(kind) ? 'simulated' : 'real';
  return {
    scale: of('scale', config.scaleAddress),
    sensors: of('sensors', config.sensorAddress),
    printer: of('printer', config.printerAddress),
    probe: of('probe', config.probeAddress),
  };
}

/** What each device is now: as it was given at the start, else real where the shop says its address. */
export const statesNow = (
  given: DeviceStates,
  set: Readonly<Record<DeviceKind, { address: string | null }>>,
): DeviceStates => {
  const of = (kind: DeviceKind): DeviceState =>
    given[kind] !== 'none' ? given[kind] : set[kind].address === null ? 'none' : 'real';
  return { scale: of('scale'), sensors: of('sensors'), printer: of('printer'), probe: of('probe') };
};

const loopback = new Set(['127.0.0.1', '::1', 'localhost']);
export const isLoopback = (host: string) => loopback.has(host);

/** The private database of a folder, by its socket as seen from here. */
function privateUrl(folder: string): string {
  if (!existsSync(join(folder, 'url'))) return '';
  const url = new URL(readFileSync(join(folder, 'url'), 'utf8').trim());
  const socket = join(folder, 'db.sock');
  if (existsSync(socket)) url.searchParams.set('socketPath', resolve(socket));
  return url.href;
}

/** What the environment says; `folder` holds the private database where no other is named. */
export function configFromEnv(env = process.env, folder = '.data'): Config {
  const databaseUrl = env.DATABASE_URL ?? privateUrl(folder);
  if (!databaseUrl) throw new Error('No database: run ./start, or set DATABASE_URL');
  return {
    databaseUrl,
    host: env.HOST ?? '127.0.0.1',
    port: Number(env.PORT ?? 4100),
    scaleAddress: env.SCALE_ADDRESS ?? null,
    sensorAddress: env.SENSOR_ADDRESS ?? null,
    printerAddress: env.PRINTER_ADDRESS ?? null,
    probeAddress: env.PROBE_ADDRESS ?? null,
    simulated: deviceKinds.filter((d) => (env.SIMULATED ?? '').split(',').includes(d)),
    webRoot: env.WEB_ROOT ?? null,
    trustProxy: env.TRUST_PROXY ?? null,
    hosts: (env.HOSTS ?? '').split(/[\s,]+/).filter((h) => h !== ''),
    dataFolder: env.DATABASE_URL ? null : resolve(folder),
    checkAnswers: env.CHECK_ANSWERS === '1',
  };
}
