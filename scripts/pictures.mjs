// Makes docs/screenshots and src/demo/shelf.json again from a fresh demo shop: npm run pictures

import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import os from 'node:os';
import path from 'node:path';
import { chromium } from '@playwright/test';
import { build, installChromium, installPackages } from './install.mjs';

installPackages();
installChromium();
build();
/** Woods, colourants, mediums and supplies as a stack file has them; five digits tell more than any instrument. */
function shelfText({ species, colourants, mediums, supplies }) {
  const pick = (item, keys) => Object.fromEntries(keys.map((key) => [key, item[key] ?? null]));
  const byId = (list, keys) => Object.fromEntries(list.map((item) => [item.id, pick(item, keys)]));
  const kept = {
    woods: species.map((s) => pick(s, ['id', 'name', 'figure', 'tannin', 'anatomy', 'blotch', 'tissues', 'raw'])),
    colourants: byId(colourants, [
      'name',
      'kind',
      'carrier',
      'maxStrength',
      'absorption',
      'scatter',
      'exponent',
      'costPerGram',
      'lift',
    ]),
    mediums: byId(mediums, ['name', 'kind', 'carrier', 'k1', 'k2', 'tint']),
    supplies: byId(supplies, ['name', 'kind', 'carrier']),
  };
  return `${JSON.stringify(kept, (_, v) => (typeof v === 'number' ? Number(v.toPrecision(5)) : v))}\n`;
}
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

// The shelf that the demo came to, for what is predicted without a shop.
const shelf = await (await fetch(`${base}/api/shelf`)).json();
writeFileSync('src/demo/shelf.json', shelfText(shelf));

const browser = await chromium.launch(createRequire(import.meta.url)('./chromium.json'));
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
/** A view is whole when nothing more is asked for, no board is still to be painted and nothing moves. */
const shoot = async (name) => {
  await page.waitForLoadState('networkidle').catch(() => undefined);
  await page.waitForFunction(() => document.querySelectorAll('canvas[role="img"]:not([data-painted])').length === 0);
  await page.waitForTimeout(1200);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
};
const press = (name) => page.getByRole('button', { name }).first().click();
const at = async (place, name) => {
  await page.goto(`${base}${place}`);
  await shoot(name);
};

await at('/jobs', 'jobs');
await page.goto(`${base}/clock/week`);
await page.getByText('All done').waitFor();
await shoot('week');
await at('/clock', 'clock');
await page.goto(`${base}/jobs/2/work?wood=sapele`);
await page.getByRole('region', { name: 'Run of pieces' }).scrollIntoViewIfNeeded();
await page.getByText('Each piece').scrollIntoViewIfNeeded();
await shoot('work');
await at('/jobs/2/target', 'target');
await at('/jobs/2/woods?wood=beech', 'woods');
await page.goto(`${base}/jobs/2/layers?board=ash-1`);
await press('Find recipes');
await page.getByRole('button', { name: 'Take', exact: true }).first().click();
await shoot('layers');
await page.goto(`${base}/jobs/2/layers?wood=ash`);
await press('Systems');
await page.getByText('Deep harbour black').waitFor();
await shoot('systems');
await at('/jobs/2/boards?board=beech-2', 'boards');
// A piece and a board under the simulated camera, the card's corners dragged to where they lie.
await page.goto(`${base}/jobs/2/picture?board=birch-3`);
await page.getByLabel('Under the simulated camera').click();
await page.getByRole('option', { name: /counter/i }).click();
await page.getByRole('button', { name: 'Take it', exact: true }).click();
const picture = page.getByRole('application');
await picture.waitFor();
const { x, y, width, height } = await picture.boundingBox();
const place = (u, v) => [x + u * width, y + v * height];
const drag = async (field, corner, u, v) => {
  const handle = await picture.locator('g').nth(field).locator('.corner').nth(corner).boundingBox();
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2);
  await page.mouse.down();
  await page.mouse.move(...place(u, v), { steps: 4 });
  await page.mouse.up();
};
await page.mouse.click(...place(0.32, 0.8));
for (const [corner, u, v] of [
  [0, 0.019, 0.66],
  [1, 0.623, 0.66],
  [2, 0.623, 0.94],
  [3, 0.019, 0.94],
])
  await drag(0, corner, u, v);
await page.mouse.click(...place(0.18, 0.3));
await drag(1, 2, 0.29, 0.49);
await page.mouse.click(...place(0.5, 0.3));
await drag(2, 2, 0.61, 0.49);
await page.getByTestId('picture-words').waitFor();
await shoot('picture');
await page.goto(`${base}/jobs/2/mix?board=beech-2&step=1/amber`);
await press('Scale');
await page.getByText('The simulated scale').click();
for (let i = 0; i < 30; i++) await press('A pinch');
await shoot('mix');
await page.goto(`${base}/jobs/2/verdict?wood=sapele`);
await page.getByTestId('work-chance').waitFor();
await shoot('verdict');
// Three boards for the customer to choose among, under an address that is shown nowhere else.
const job = await (await fetch(`${base}/api/jobs/2`)).json();
const boards = job.woods.flatMap((wood) => wood.boards.filter((b) => b.recipe)).slice(0, 3);
await fetch(`${base}/api/jobs/2/brackets`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({
    id: randomUUID(),
    boards: boards.map(({ id }, i) => ({ board: id, says: ['as the counter', 'a shade cooler', 'a shade warmer'][i] })),
  }),
});
await at('/jobs/2/bracket', 'bracket');
// The demo's job by eyes alone: its target said in words, its boards never read.
const { jobs } = await (await fetch(`${base}/api/jobs`)).json();
const byEyes = jobs.find((job) => /Harbour Master/.test(job.customer));
await page.goto(`${base}/jobs/${byEyes.number}/verdict`);
await page.getByText('The next board', { exact: true }).waitFor();
await shoot('looks');
await at('/shelf?colour=russet', 'shelf');
await at('/rack', 'rack');
// What was made before is noted first.
for (let behind = 1; behind > 0; ) ({ behind } = await (await fetch(`${base}/api/notebook`)).json());
await page.goto(`${base}/notebook?near=words/dark%20walnut&wood=oak`);
await page.getByTestId('noted').getByRole('button').nth(1).click();
await page.getByRole('region', { name: 'Where it came from' }).waitFor();
await shoot('notebook');
await at('/notebook/learned', 'learned');
await at('/house', 'house');
await browser.close();
process.exit();
