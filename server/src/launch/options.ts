import { parseArgs } from 'node:util';
import { readTls, type Tls } from './tls.ts';

/** What ./start is told on its command line. */
export interface StartOptions {
  port: number;
  host: string;
  data: string;
  empty: boolean;
  simulate: boolean;
  years: string;
  help: boolean;
  tls: Tls | null;
}

export const usage = `./start [--port N] [--host ADDRESS] [--empty] [--simulate] [--years N] [--data FOLDER]
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

/** Reads them from the arguments; port and host come from the environment where none is given. Throws an error in words. */
export function readOptions(args: string[], env: NodeJS.ProcessEnv): StartOptions {
  const { values, positionals } = parseArgs({
    args,
    allowPositionals: true,
    options: {
      port: { type: 'string', default: env.PORT ?? '4100' },
      host: { type: 'string', default: env.HOST ?? '127.0.0.1' },
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
}
