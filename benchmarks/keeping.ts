import { spawn } from 'node:child_process';
import { chmodSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { makeShop } from './madeShop.ts';

/**
 * What it takes to keep a shop of many years: its books proved, a backup, a restore, an export and an import, each by
 * its own command as a shop runs it. Seconds, and the most memory the command had (of Linux, VmHWM).
 * `npm run bench:keeping -- --years 10`; `--url` takes a database that is there already.
 */
const { values } = parseArgs({
  options: { years: { type: 'string', default: '1' }, url: { type: 'string' } },
});

interface Ran {
  seconds: number;
  megabytes: number;
  said: string;
}

/** Runs a command of the built server to its end. */
async function ran(command: string, args: string[], env: NodeJS.ProcessEnv = {}): Promise<Ran> {
  const from = performance.now();
  const { DATABASE_URL: _none, ...inherited } = process.env;
  const child = spawn(process.execPath, ['--conditions=built', `server/dist/launch/${command}.js`, ...args], {
    env: { ...inherited, ...env },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  child.stdout.on('data', (part: Buffer) => (said += part.toString()));
  let kilobytes = 0;
  const look = setInterval(() => {
    try {
      const most = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'));
      kilobytes = Math.max(kilobytes, Number(most?.[1] ?? 0));
    } catch {
      // It has just ended.
    }
  }, 100);
  const code = await new Promise<number | null>((done) => child.once('exit', done));
  clearInterval(look);
  if (code !== 0) throw new Error(`${command} ended with ${code}:\n${said}`);
  return { seconds: (performance.now() - from) / 1000, megabytes: kilobytes / 1024, said: said.trim() };
}

const here = mkdtempSync(join(tmpdir(), 'ember-slate-keeping-'));
// A database runs without rights: it must reach the folders made in here.
chmodSync(here, 0o755);
const shop = values.url
  ? { url: values.url, end: () => Promise.resolve() }
  : await makeShop(Number(values.years));
const open = { DATABASE_URL: shop.url };
const tell = (what: string, { seconds, megabytes, said }: Ran) =>
  console.log(
    `${what.padEnd(8)} ${seconds.toFixed(1).padStart(7)} s ${megabytes.toFixed(0).padStart(5)} MB  ${said.split('\n')[0]}`,
  );
try {
  tell('verify', await ran('verify', [], open));
  tell('backup', await ran('backup', [join(here, 'backups')], open));
  const backup = join(here, 'backups', readdirSync(join(here, 'backups'))[0]!);
  tell('restore', await ran('restore', [backup, '--data', join(here, 'restored')]));
  const zip = join(here, 'shop.zip');
  tell('export', await ran('export', [zip], open));
  console.log(
    `backup ${(statSync(backup).size / 1e6).toFixed(1)} MB, export ${(statSync(zip).size / 1e6).toFixed(1)} MB`,
  );
  tell('import', await ran('import', [zip, '--data', join(here, 'imported')]));
} finally {
  await shop.end();
  rmSync(here, { recursive: true, force: true });
}
