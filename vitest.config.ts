import { existsSync, readFileSync, statfsSync } from 'node:fs';
import { globSync } from 'tinyglobby';
import { defineConfig } from 'vitest/config';

/** Databases and browsers of the tests stand in memory where there is room: on disk they wait for every commit. */
const memory = '/dev/shm';
const wantedBytes = 6e9;
if (process.env.TMPDIR === undefined && existsSync(memory)) {
  const { bavail, bsize } = statfsSync(memory);
  if (bavail * bsize > wantedBytes) process.env.TMPDIR = memory;
}

/** A limit is there to end what hangs, not to time anything: a busy machine is no fault. */
const project = (name: string, include: string[], more: object = {}) => ({
  test: { name, include, environment: 'node', testTimeout: 300_000, maxWorkers: 2, ...more },
});

/** Journeys run the server that was built, as a shop does: nothing of it is translated on the way. */
const asBuilt = (journeys: ReturnType<typeof project>) => ({
  ssr: { resolve: { conditions: ['built', 'node'], externalConditions: ['built'] } },
  test: {
    ...journeys.test,
    server: { deps: { external: [/\/(words|core|contract|devices|server|demo)\/dist\//] } },
  },
});

/** Nothing is kept between files but what they have loaded. */
const together = { isolate: false };
const screens = { environment: 'happy-dom', setupFiles: 'web/src/testing/setup.ts' };
/** What speaks another language, or keeps on the device what it sends, leaves more behind than a page: each by itself. */
const apart = globSync('web/src/**/*.test.{ts,tsx}').filter((file) =>
  /fake-indexeddb|pseudoLanguage/.test(readFileSync(file, 'utf8')),
);

/**
 * Quick sums and screens first, two files at a time; then the database and the browser together, four at a time: they
 * wait for each other more than they reckon. Each file has shops of its own.
 */
export default defineConfig({
  test: {
    reporters: ['default'],
    projects: [
      project(
        'core',
        [
          'words/src/**/*.test.ts',
          'core/src/**/*.test.ts',
          'contract/src/**/*.test.ts',
          'devices/src/**/*.test.ts',
        ],
        together,
      ),
      asBuilt(
        project('server', ['server/tests/**/*.test.ts', 'demo/tests/**/*.test.ts'], {
          ...together,
          globalSetup: 'server/tests/database.ts',
          hookTimeout: 60_000,
          maxWorkers: 4,
          sequence: { groupOrder: 1 },
        }),
      ),
      project('web', ['web/src/**/*.test.{ts,tsx}'], { ...screens, ...together, exclude: apart }),
      project('apart', apart, screens),
      asBuilt(
        project('e2e', ['e2e/**/*.test.ts'], {
          ...together,
          globalSetup: 'e2e/src/sample.ts',
          hookTimeout: 300_000,
          maxWorkers: 4,
          sequence: { groupOrder: 1 },
        }),
      ),
    ],
  },
});
