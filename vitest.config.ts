import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: { include: ['src/**/*.test.ts', 'bench/**/*.test.ts'], testTimeout: 60_000, setupFiles: ['test/setup.ts'] },
});
