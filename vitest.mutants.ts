import { relative } from 'node:path';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** The tests that mutants are tried against: those of one place, as benchmarks/mutants.ts names them. */
const tests = process.env.MUTANT_TESTS?.split(',') ?? [];

/** The mutated sources stand in for the workspace packages, which node_modules links to the unmutated ones. */
const alias = [
  { find: /^@ember-slate\/contract$/, replacement: `${process.cwd()}/contract/src/index.ts` },
  { find: /^@ember-slate\/contract\/(.+)$/, replacement: `${process.cwd()}/contract/src/$1.ts` },
  { find: /^@ember-slate\/core\/(.+)$/, replacement: `${process.cwd()}/core/src/$1/index.ts` },
];

/** The longest each file was seen to run, ms; a file that was left when another failed seems short. */
const longest = new Map<string, number>();

/** Short files first: most mutants never wait for the long ones. */
class ShortFirst extends BaseSequencer {
  override sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    for (const { moduleId, project } of files) {
      const key = `${project.name}:${relative(this.ctx.config.root, moduleId)}`;
      const ran = this.ctx.cache.getFileTestResults(key)?.duration ?? 0;
      longest.set(moduleId, Math.max(longest.get(moduleId) ?? 0, ran));
    }
    return Promise.resolve(files.toSorted((a, b) => longest.get(a.moduleId)! - longest.get(b.moduleId)!));
  }
}

export default defineConfig({
  resolve: { alias },
  test: {
    sequence: { sequencer: ShortFirst },
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
