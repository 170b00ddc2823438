import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { startPrivateDatabase } from '@ember-slate/server/launch/database';
import { prepare } from '@ember-slate/server/launch/prepare';
import { openShop } from './shop.ts';
import { morningZone } from '@ember-slate/core/testing';

declare module 'vitest' {
  export interface ProvidedContext {
    sampleDir: string;
  }
}

/** Makes the sample shop once, closed: whoever wants one copies it. Returns where it lies. */
async function makeSample(): Promise<string> {
  const dir = mkdtempSync(join(tmpdir(), 'ember-slate-sample-'));
  const database = await startPrivateDatabase(dir);
  await prepare(database.url);
  const made = spawnSync(
    process.execPath,
    ['--conditions=built', 'demo/dist/load.js', '--time-zone', morningZone()],
    { env: { ...process.env, DATABASE_URL: database.url }, encoding: 'utf8' },
  );
  await database.stop();
  if (made.status !== 0 || made.stderr !== '')
    throw new Error(`The sample shop could not be made:\n${made.stderr}`);
  return dir;
}

/** The sample shop, open, for a script that wants one once. */
export async function openSample(more: Parameters<typeof openShop>[1] = {}) {
  const dir = await makeSample();
  try {
    return await openShop(dir, more);
  } finally {
    rmSync(dir, { recursive: true, force: true });
  }
}

export default async function setup(project: TestProject) {
  const dir = await makeSample();
  project.provide('sampleDir', dir);
  return () => rmSync(dir, { recursive: true, force: true });
}
