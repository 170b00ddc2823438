/** Mutation testing of one place, as `npm run mutants` (benchmarks/mutants.ts) asks for it. */
export default {
  testRunner: 'vitest',
  vitest: { configFile: 'vitest.mutants.ts', related: false },
  plugins: ['@stryker-mutator/vitest-runner'],
  incremental: true,
  tempDirName: '.data/mutants/sandbox',
  coverageAnalysis: 'perTest',
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 15_000,
  // The tests of the screens take minutes on one thread.
  dryRunTimeoutMinutes: 30,
  // A planning thread runs what was built.
  ignorePatterns: ['.data', 'web/dist', 'docs/screenshots'],
  reporters: ['json'],
};
