import { defineConfig } from 'vitest/config';

const project = (name: string, include: string[], more: object = {}) => ({
  test: { name, include, environment: 'node', ...more },
});

/** Quick sums first; the database and the browser each have the machine to themselves. */
export default defineConfig({
  test: {
    reporters: ['default'],
    projects: [
      project('core', ['core/src/**/*.test.ts', 'contract/src/**/*.test.ts', 'devices/src/**/*.test.ts']),
      project('server', ['server/tests/**/*.test.ts', 'demo/tests/**/*.test.ts'], {
        globalSetup: 'server/tests/database.ts',
        testTimeout: 30_000,
        hookTimeout: 60_000,
        fileParallelism: false,
        sequence: { groupOrder: 1 },
      }),
      project('web', ['web/src/**/*.test.{ts,tsx}'], { environment: 'happy-dom' }),
      project('e2e', ['e2e/**/*.test.ts'], {
        testTimeout: 120_000,
        hookTimeout: 120_000,
        fileParallelism: false,
        sequence: { groupOrder: 2 },
      }),
    ],
  },
});
