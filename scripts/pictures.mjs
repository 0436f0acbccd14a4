// Makes docs/screenshots again from a fresh demo shop: npm run pictures
import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createRequire } from 'node:module';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { build, installChromium, installPackages } from './install.mjs';

installPackages();
installChromium();
build();
const PORT = '4399';
const base = `http://localhost:${PORT}`;
const data = mkdtempSync(path.join(os.tmpdir(), 'urushi-pictures-'));
const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts', '--demo'], {
  env: { ...process.env, PORT, URUSHI_DATA: data },
  stdio: ['ignore', 'pipe', 'inherit'],
});
// Whatever goes wrong, no server is left behind.
process.on('exit', () => server.kill('SIGTERM'));
await new Promise((resolve) => {
  server.stdout.on('data', (chunk) => String(chunk).includes('ready') && resolve());
});

const browser = await chromium.launch(createRequire(import.meta.url)('./chromium.json'));
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
const shoot = async (name) => {
  await page.waitForTimeout(1200);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
const press = (name) => page.getByRole('button', { name }).first().click();
const read = async () => {
  await press('Read 5×');
  await page.getByText('mean of 5 in reflectance').waitFor();
};
const makeBoard = async (stages) => {
  for (let i = 0; i < stages; i++) {
    await read();
    if (i < stages - 1) await press(/^Next:/);
  }
  await page.getByRole('link', { name: 'To the verdict' }).click();
};

await page.goto(`${base}/jobs/2/target`);
await shoot('target');
await page.goto(`${base}/jobs/2/woods?wood=beech`);
await shoot('woods');
await page.goto(`${base}/jobs/2/layers?wood=beech`);
await press('Find recipes');
await page.getByRole('button', { name: 'Take', exact: true }).first().click();
await shoot('layers');
await press('Plan board 1');
await page.getByRole('heading', { name: /Mix sheet/ }).waitFor();
await read();
await shoot('boards');
await press(/^Next:/);
await makeBoard(1);
await press('Plan the next board');
await makeBoard(3);
await page.getByRole('button', { name: 'Plan the next board' }).waitFor();
await shoot('verdict');
await page.goto(`${base}/jobs/2/story`);
await shoot('story');
await page.goto(`${base}/jobs/2/parts`);
await shoot('parts');
await page.goto(`${base}/rack`);
await shoot('rack');
await page.goto(`${base}/house`);
await shoot('house');
await page.goto(`${base}/jobs/2/together`);
await press('Find for every wood');
await page.getByRole('button', { name: 'Take on ash' }).waitFor();
await shoot('together');
await page.goto(`${base}/shelf?wood=oak`);
await shoot('wood');
await page.goto(`${base}/shelf?medium=oil-varnish`);
await shoot('clear');
await page.goto(`${base}/jobs`);
await shoot('jobs');
await page.goto(`${base}/shelf?colour=russet`);
await shoot('shelf');
await browser.close();
process.exit();
