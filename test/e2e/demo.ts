import { mkdtemp, rm } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { test as base } from '@playwright/test';
import { freePort, startServer } from '../server/server-process.ts';

/** Tests with a demo shop of their worker's own: what one does to its shelf or clock, the other never sees. */
export const test = base.extend<object, { shop: string }>({
  shop: [
    // biome-ignore lint/correctness/noEmptyPattern: the runner reads from it that it wants nothing
    async ({}, use) => {
      const folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-e2e-'));
      const port = await freePort();
      const customers = String(await freePort());
      const server = startServer(folder, port, { URUSHI_CUSTOMER_PORT: customers }, ['--demo']);
      await server.ready;
      await use(`http://localhost:${port}`);
      await server.kill('SIGTERM');
      await rm(folder, { recursive: true });
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  baseURL: async ({ shop }, use) => use(shop),
});
