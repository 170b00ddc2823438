import { execFile } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { promisify } from 'node:util';
import type { TestProject } from 'vitest/node';
import { startPrivateDatabase } from '@ember-slate/server/launch/database';
import { prepare } from '@ember-slate/server/launch/prepare';
import { openShop, type Shop } from './shop.ts';
import { morningZone } from '@ember-slate/core/testing';

declare module 'vitest' {
  export interface ProvidedContext {
    sampleDir: string;
  }
}

const newFolder = () => mkdtempSync(join(tmpdir(), 'ember-slate-sample-'));

/** Makes the sample shop once, closed: whoever wants one copies it. */
async function makeSample(dir: string): Promise<void> {
  const database = await startPrivateDatabase(dir);
  try {
    await prepare(database.url);
    const { stderr } = await promisify(execFile)(
      process.execPath,
      ['--conditions=built', 'demo/dist/load.js', '--time-zone', morningZone()],
      { env: { ...process.env, DATABASE_URL: database.url } },
    );
    if (stderr !== '') throw new Error(`The sample shop was made with faults:\n${stderr}`);
  } finally {
    await database.stop();
  }
}

/** The sample shop, open, for a script that wants one once. */
export async function openSample(more: Parameters<typeof openShop>[1] = {}) {
  const dir = newFolder();
  try {
    await makeSample(dir);
    return await openShop(dir, more);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

/** Says in the sample's folder that it is made; what went wrong stands in it. */
const saying = (dir: string) => join(dir, 'made');

/** Makes it while the quick tests run: the journeys come after them, and wait for it here. */
export default function setup(project: TestProject) {
  const dir = newFolder();
  project.provide('sampleDir', dir);
  const made = makeSample(dir)
    .then(
      () => '',
      (fault: unknown) => String(fault),
    )
    .then((words) => {
      writeFileSync(`${saying(dir)}.new`, words);
      renameSync(`${saying(dir)}.new`, saying(dir));
    });
  return async () => {
    await made;
    rmSync(dir, { recursive: true, force: true });
  };
}

/** A copy of the sample shop of this run, open. Throws what went wrong as it was made. */
export async function openSampleOf(dir: string): Promise<Shop> {
  while (!existsSync(saying(dir))) await sleep(100);
  const fault = readFileSync(saying(dir), 'utf8');
  if (fault !== '') throw new Error(fault);
  return openShop(dir);
}
