import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { startPrivateDatabase } from '../src/launch/database.ts';

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string;
  }
}

/**
 * One real MariaDB for all server tests; every test file makes a shop of its own in it. What is started as a process of
 * its own is the built server, of this very code.
 */
export default async function setup(project: TestProject) {
  execFileSync(process.execPath, ['build.mjs']);
  const dir = mkdtempSync(join(tmpdir(), 'ember-slate-db-'));
  const database = await startPrivateDatabase(dir);
  project.provide('databaseUrl', database.url);
  return async () => {
    await database.stop();
    rmSync(dir, { recursive: true, force: true });
  };
}
