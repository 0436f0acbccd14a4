import { defineConfig } from '@playwright/test';
import chromium from './scripts/chromium.json' with { type: 'json' };

const PORT = 4271;
export default defineConfig({
  testDir: 'test/e2e',
  timeout: 120_000,
  expect: { timeout: 20_000 },
  workers: 1,
  // The machine is shared and noisy: a stray long task must not decide.
  retries: 2,
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
