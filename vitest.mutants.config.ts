import { defineConfig } from 'vitest/config';

/** The tests of one room of the core, for `npm run mutants`. */
export default defineConfig({
  test: {
    include: [`src/core/${process.env.URUSHI_MUTANTS ?? '*'}/**/*.test.ts`],
    setupFiles: ['test/setup.ts'],
    testTimeout: 60_000,
  },
});
