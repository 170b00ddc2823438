import { defineConfig } from 'vitest/config';

/** The tests that mutants are tried against: those of one place, as benchmarks/mutants.ts names them. */
const tests = process.env.MUTANT_TESTS?.split(',') ?? [];

/** The mutated sources stand in for the workspace packages, which node_modules links to the unmutated ones. */
const alias = [
  { find: /^@ember-slate\/contract$/, replacement: `${process.cwd()}/contract/src/index.ts` },
  { find: /^@ember-slate\/contract\/(.+)$/, replacement: `${process.cwd()}/contract/src/$1.ts` },
  { find: /^@ember-slate\/core\/(.+)$/, replacement: `${process.cwd()}/core/src/$1/index.ts` },
];

export default defineConfig({
  resolve: { alias },
  test: {
    include: tests,
    testTimeout: 60_000,
    // What a module does as it is loaded is not mutated: it may be loaded once for all.
    isolate: false,
    ...(tests.some((t) => t.startsWith('web/'))
      ? { environment: 'happy-dom', setupFiles: 'web/src/testing/setup.ts' }
      : {}),
    ...(tests.some((t) => t.startsWith('server/')) ? { globalSetup: 'server/tests/database.ts' } : {}),
  },
});
