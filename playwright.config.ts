import { defineConfig } from '@playwright/test';
import chromium from './scripts/chromium.json' with { type: 'json' };

const PORT = 4271;
export default defineConfig({
  testDir: 'test/e2e',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  workers: 1,
  // In CI a test may try once more; the list at the end names each that did, as a fault to mend.
  retries: process.env.CI ? 1 : 0,
  reporter: 'list',
  use: {
    baseURL: `http://localhost:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: chromium,
  },
  webServer: {
    command: 'rm -rf test-results/data && node --import tsx src/server/main.ts --demo',
    env: { PORT: String(PORT), URUSHI_DATA: 'test-results/data' },
    // Ready only once the demo shop is made.
    wait: { stdout: /Urushi is ready/ },
    timeout: 90_000,
    gracefulShutdown: { signal: 'SIGTERM', timeout: 8000 },
  },
});
