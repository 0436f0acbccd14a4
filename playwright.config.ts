import os from 'node:os';
import { defineConfig } from '@playwright/test';
import chromium from './scripts/chromium.json' with { type: 'json' };

export default defineConfig({
  testDir: 'test/e2e',
  timeout: 240_000,
  expect: { timeout: 20_000 },
  workers: os.availableParallelism(),
  // In CI a test may try once more; the list at the end names each that did, as a fault to mend.
  retries: process.env.CI ? 1 : 0,
  reporter: 'list',
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: chromium,
  },
});
