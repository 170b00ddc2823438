import { defineConfig } from 'vitest/config';

/** The long campaign against what a shop must survive: `npm run campaign`, at most twenty minutes, not among the tests. */
export default defineConfig({
  test: {
    name: 'campaign',
    include: ['server/tests/campaign.ts'],
    environment: 'node',
    testTimeout: 14 * 60_000,
    hookTimeout: 120_000,
    globalSetup: 'server/tests/database.ts',
  },
});
