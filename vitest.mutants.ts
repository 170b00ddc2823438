import { defineConfig } from 'vitest/config';

/** The tests that mutants are tried against: those of one place, as benchmarks/mutants.ts names them. */
const tests = process.env.MUTANT_TESTS?.split(',') ?? [];

export default defineConfig({
  test: {
    include: tests,
    testTimeout: 60_000,
    environment: tests.some((t) => t.startsWith('web/')) ? 'happy-dom' : 'node',
    ...(tests.some((t) => t.startsWith('server/')) ? { globalSetup: 'server/tests/database.ts' } : {}),
  },
});
