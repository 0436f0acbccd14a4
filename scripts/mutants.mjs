// npm run mutants -- ROOM: puts faults into a room of the core (judge, mix, colour …) and prints which share of them its
// tests notice. Not in CI: it takes minutes.

import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { installPackages } from './install.mjs';

const [room] = process.argv.slice(2);
if (!room || !existsSync(`src/core/${room}`)) {
  console.error(`Which room of src/core? npm run mutants -- judge`);
  process.exit(1);
}
installPackages();
const folder = mkdtempSync(path.join(os.tmpdir(), 'urushi-mutants-'));
const report = path.join(folder, 'report.json');
const config = path.join(folder, 'stryker.config.json');
writeFileSync(
  config,
  JSON.stringify({
    mutate: [`src/core/${room}/**/*.ts`, `!src/core/${room}/**/*.test.ts`, `!src/core/${room}/**/data/**`],
    testRunner: 'vitest',
    plugins: ['@stryker-mutator/vitest-runner'],
    vitest: { configFile: 'vitest.mutants.config.ts', related: false },
    // It does not read the configuration of TypeScript 7.
    tsconfigFile: 'none',
    checkers: [],
    reporters: ['json', 'progress-append-only'],
    jsonReporter: { fileName: report },
    tempDirName: '.mutants',
    ignorePatterns: ['/dist', '/data', '/demo-data', '/docs', '/test-results', '/biome.json'],
    concurrency: 2,
    coverageAnalysis: 'perTest',
    allowEmpty: true,
  }),
);
const { status } = spawnSync('npx', ['stryker', 'run', config], {
  stdio: 'inherit',
  env: { ...process.env, URUSHI_MUTANTS: room },
});
if (existsSync(report)) {
  const { files } = JSON.parse(readFileSync(report, 'utf8'));
  let killed = 0;
  let all = 0;
  for (const [file, { source, mutants }] of Object.entries(files)) {
    const valid = mutants.filter((m) => !['Ignored', 'CompileError', 'RuntimeError'].includes(m.status));
    const caught = valid.filter((m) => ['Killed', 'Timeout'].includes(m.status));
    killed += caught.length;
    all += valid.length;
    console.log(`${file}: ${caught.length} of ${valid.length}`);
    const lines = source.split('\n');
    for (const m of valid.filter((v) => !caught.includes(v)))
      console.log(`  ${m.location.start.line}: ${lines[m.location.start.line - 1].trim()}  →  ${m.replacement}`);
  }
  console.log(`${room}: ${all === 0 ? 100 : Math.round((100 * killed) / all)} % of ${all} faults noticed.`);
}
rmSync(folder, { recursive: true, force: true });
process.exit(status ?? 1);
