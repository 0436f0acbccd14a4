import os from 'node:os';
import { defineConfig } from 'vitest/config';

/** Simulations that play whole weeks and shops: run where what they are of has changed (`scripts/long.mjs`). */
const LONG = ['benchmarks/**/*.test.ts', 'test/systems.test.ts'];

/** The machine may be shared and slow; nothing here is a measurement. */
const shared = { testTimeout: 180_000, hookTimeout: 120_000 };
/** The store's and the API's tests once more, on a PostgreSQL server, where the address of one is given. */
const onServer = {
  test: {
    ...shared,
    name: 'on a PostgreSQL server',
    include: ['src/server/**/*.test.ts'],
    // These are of the embedded database and of the process.
    exclude: ['src/server/db/folder.test.ts', 'src/server/main.test.ts'],
    setupFiles: ['test/setup.ts'],
    env: { URUSHI_TEST_ON_SERVER: '1' },
  },
};
export default defineConfig({
  test: {
    // As many as there are processors: by itself it would leave one of two idle.
    maxWorkers: os.availableParallelism(),
    projects: [
      {
        test: {
          ...shared,
          name: 'core and server',
          include: ['src/**/*.test.ts', 'benchmarks/**/*.test.ts', 'test/*.test.ts'],
          exclude: ['src/web/**', ...LONG],
          globalSetup: ['test/server/empty-database.ts'],
          setupFiles: ['test/setup.ts'],
        },
      },
      // npm run test:long
      {
        test: {
          ...shared,
          name: 'long',
          include: LONG,
          globalSetup: ['test/server/empty-database.ts'],
          setupFiles: ['test/setup.ts'],
        },
      },
      ...(process.env.URUSHI_TEST_PG ? [onServer] : []),
      {
        test: {
          ...shared,
          name: 'web',
          include: ['src/web/**/*.test.{ts,tsx}'],
          environment: 'jsdom',
          // A fetch of a page can be lost when the machine gives it nothing for half a minute, as in the browser tests.
          retry: process.env.CI ? 1 : 0,
          globalSetup: ['test/web/shop-server.ts'],
          setupFiles: ['test/setup.ts', 'test/web/page.ts'],
        },
      },
    ],
  },
});
