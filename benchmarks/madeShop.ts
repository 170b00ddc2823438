import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startPrivateDatabase } from '@ember-slate/server/launch/database';
import { prepare } from '@ember-slate/server/launch/prepare';

/** A busy shop with so many years behind it, in a database of its own; a year takes about a minute to make. */
export async function makeShop(years: number) {
  const dir = mkdtempSync(join(tmpdir(), 'ember-slate-years-'));
  const database = await startPrivateDatabase(dir);
  await prepare(database.url);
  const made = spawnSync(
    process.execPath,
    ['--import', 'tsx', 'demo/src/load.ts', '--years', String(years)],
    {
      env: { ...process.env, DATABASE_URL: database.url },
      stdio: 'inherit',
    },
  );
  if (made.status !== 0) throw new Error('The shop could not be made');
  const end = async () => {
    await database.stop();
    rmSync(dir, { recursive: true, force: true });
  };
  return { url: database.url, end };
}
