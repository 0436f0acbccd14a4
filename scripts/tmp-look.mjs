import { spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { createRequire } from 'node:module';
import { chromium } from '@playwright/test';

const PORT = '4398',
  base = `http://localhost:${PORT}`;
const data = mkdtempSync('/tmp/urushi-look-');
const server = spawn(
  process.execPath,
  ['--import', 'tsx', 'src/server/main.ts', ...(process.env.EMPTY ? [] : ['--demo'])],
  { env: { ...process.env, PORT, URUSHI_DATA: data }, stdio: ['ignore', 'pipe', 'inherit'] },
);
process.on('exit', () => server.kill('SIGTERM'));
await new Promise((r) => server.stdout.on('data', (c) => String(c).includes('ready') && r()));
const browser = await chromium.launch(createRequire(import.meta.url)('./chromium.json'));
const page = await browser.newPage({
  viewport: { width: Number(process.env.W ?? 1280), height: Number(process.env.H ?? 800) },
});
page.setDefaultTimeout(20000);
const shoot = async (name) => {
  await page.waitForLoadState('networkidle').catch(() => 0);
  await page.waitForTimeout(1200);
  await page.screenshot({ path: `/tmp/${name}.png` });
};
const api = async (method, where, body) =>
  (
    await fetch(`${base}/api${where}`, {
      method,
      headers: {
        'content-type': 'application/json',
        ...(globalThis.person ? { 'urushi-person': globalThis.person } : {}),
      },
      body: body && JSON.stringify(body),
    })
  ).json();
const steps = await import(process.argv[2]);
try {
  await steps.default({ page, base, shoot, api });
} catch (e) {
  console.error(e);
  await page.screenshot({ path: '/tmp/failed.png' });
}
await browser.close();
process.exit();
