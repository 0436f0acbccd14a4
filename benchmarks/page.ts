/**
 * The Layers page in headless Chromium: how often the large board is repainted while a strength is dragged, how long after
 * the hand has stopped, what a repaint costs beside writing the same pixels plainly, when the first figure is there, and how
 * much memory the page has after so many large boards were seen.
 * npm run build && npm run bench:page
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { type Browser, chromium, type Page } from '@playwright/test';
import { median } from './ratio.ts';

const PORT = '4398';
const base = `http://localhost:${PORT}`;
const DRAG_MS = 3000;
const PLACE = '/jobs/2/layers?wood=beech';

async function withDemo(work: () => Promise<void>): Promise<void> {
  const data = mkdtempSync(path.join(os.tmpdir(), 'urushi-page-'));
  const server = spawn(process.execPath, ['--import', 'tsx', 'src/server/main.ts', '--demo'], {
    env: { ...process.env, PORT, URUSHI_DATA: data },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  try {
    await new Promise<void>((resolve, reject) => {
      server.on('exit', () => reject(new Error('The server ended before it was ready.')));
      server.stdout.on('data', (chunk) => String(chunk).includes('ready') && resolve());
    });
    await work();
  } finally {
    server.removeAllListeners('exit');
    server.kill('SIGTERM');
    rmSync(data, { recursive: true, force: true });
  }
}

/** The large board, and when it was painted. */
const LARGE = 'canvas[aria-label^="Board of"]';
const watch = (page: Page) =>
  page.evaluate((large) => {
    const times: number[] = [];
    Object.assign(globalThis, { paintedAt: times });
    const canvas = document.querySelector(large);
    if (canvas)
      new MutationObserver(() => times.push(performance.now())).observe(canvas, { attributeFilter: ['data-painted'] });
  }, LARGE);

/** Median milliseconds of one plain putImageData of as many pixels as the large board has. */
const plainWrite = (page: Page) =>
  page.evaluate((large) => {
    const { width, height } = document.querySelector(large) as HTMLCanvasElement;
    const canvas = Object.assign(document.createElement('canvas'), { width, height });
    const context = canvas.getContext('2d') as CanvasRenderingContext2D;
    const data = new ImageData(width, height);
    const WRITES = 20;
    const times = Array.from({ length: 9 }, () => {
      const start = performance.now();
      for (let n = 0; n < WRITES; n++) context.putImageData(data, 0, 0);
      // A pixel read back, so that the writes have happened.
      context.getImageData(0, 0, 1, 1);
      return (performance.now() - start) / WRITES;
    });
    return times.sort((a, b) => a - b)[4] ?? 0;
  }, LARGE);

async function dragging(page: Page) {
  const slider = page.getByRole('slider', { name: /^Strength of/ }).first();
  const track = await slider.locator('xpath=ancestor::span[2]').boundingBox();
  if (!track) throw new Error('No strength to drag.');
  const y = track.y + track.height / 2;
  await page.mouse.move(track.x + track.width * 0.2, y);
  await page.mouse.down();
  await watch(page);
  await page.evaluate(() => performance.clearMeasures('board painted'));
  const begun = performance.now();
  let moves = 0;
  while (performance.now() - begun < DRAG_MS) {
    const share = 0.2 + 0.6 * Math.abs(Math.sin((performance.now() - begun) / 700));
    await page.mouse.move(track.x + track.width * share, y);
    moves++;
  }
  const stopped = await page.evaluate(() => performance.now());
  await page.mouse.up();
  await page.waitForTimeout(1500);
  const { times, costs, paints } = await page.evaluate(() => ({
    times: (globalThis as unknown as { paintedAt: number[] }).paintedAt,
    costs: performance.getEntriesByName('board painted').map((e) => e.duration),
    paints: performance.getEntriesByName('board painted').map((e) => (e as PerformanceMeasure).detail as number),
  }));
  const during = times.filter((t) => t <= stopped);
  return {
    moves,
    perSecond: (during.length / DRAG_MS) * 1000,
    after: Math.max(0, ...times.map((t) => t - stopped)),
    repaint: median(costs),
    paint: median(paints),
  };
}

const SEEN = 200;
/** Resident memory of the page's own process, its workers in it, in megabytes. */
async function memoryOf(browser: Browser): Promise<number> {
  const session = await browser.newBrowserCDPSession();
  const { processInfo } = await session.send('SystemInfo.getProcessInfo');
  const kilobytes = processInfo
    .filter((p) => p.type === 'renderer')
    .map((p) => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${p.id}/status`, 'utf8'))?.[1] ?? 0));
  await session.detach();
  return Math.max(...kilobytes) / 1024;
}

/** Memory after the first, half and all of so many large boards, each one's figure its own. */
async function lookingAtMany(browser: Browser, page: Page): Promise<number[]> {
  const wood = await page.evaluate(async (count) => {
    const job = await (await fetch('/api/jobs/2')).json();
    const { id, code, boards } = job.woods.at(-1);
    for (let n = 0; n < count; n++)
      await fetch(`/api/woods/${id}/boards`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ id: `01900000-0000-7000-8000-${n.toString(16).padStart(12, '0')}` }),
      });
    return { code, from: boards.length };
  }, SEEN);
  const memory: number[] = [];
  await page.goto(`${base}/jobs/2/layers?board=${wood.code}-1`);
  for (let n = 1; n <= SEEN; n++) {
    await page.evaluate((to) => {
      history.pushState({}, '', to);
      dispatchEvent(new PopStateEvent('popstate'));
    }, `?board=${wood.code}-${n}`);
    await page.locator(`${LARGE}[data-painted="2"]`).first().waitFor();
    if (n === 1 || n === SEEN / 2 || n === SEEN) memory.push(await memoryOf(browser));
  }
  return memory;
}

const SCROLL_MS = 4000;
/** Rows a second; three times as many are asked for, so that the page is what limits it. */
const ROWS_WANTED = 60;
/** Rows that came by in a second while the notebook was scrolled as fast as it goes, frames a second, and the share of them in which a row was not there yet. */
async function scrollingTheNotebook(page: Page) {
  await page.goto(`${base}/notebook`);
  await page.locator('.notedrow').first().waitFor();
  // A shop that has only just been opened is still being noted.
  await page.waitForFunction(async () => (await (await fetch('/api/notebook')).json()).behind === 0, null, {
    polling: 1000,
    timeout: 120_000,
  });
  await page.reload();
  await page.locator('.notedrow').first().waitFor();
  await page.waitForTimeout(1500);
  return page.evaluate(
    async ({ forMs, rowsASecond }) => {
      const list = document.querySelector('[data-testid="noted"]') as HTMLElement;
      const rowHeight = (document.querySelector('.notedrow') as HTMLElement).offsetHeight;
      const { left, top, height } = list.getBoundingClientRect();
      const begun = await new Promise<number>((resolve) => requestAnimationFrame(resolve));
      let [at, frames, empty, from] = [begun, 0, 0, list.scrollTop];
      const first = from;
      while (at - begun < forMs) {
        const now = await new Promise<number>((resolve) => requestAnimationFrame(resolve));
        // What was scrolled to in the frame before is looked at before the list goes on.
        if (!document.elementFromPoint(left + 40, top + height / 2)?.closest('.notedrow')) empty++;
        list.scrollTop += Math.round(((now - at) / 1000) * rowsASecond * rowHeight);
        from = list.scrollTop;
        at = now;
        frames++;
      }
      const seconds = (at - begun) / 1000;
      return { rows: (from - first) / rowHeight / seconds, frames: frames / seconds, empty: empty / frames };
    },
    { forMs: SCROLL_MS, rowsASecond: 3 * ROWS_WANTED },
  );
}

const { launchOptions: _, ...launch } = JSON.parse(readFileSync('scripts/chromium.json', 'utf8'));
await withDemo(async () => {
  const browser = await chromium.launch(launch);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${base}${PLACE}`);
    await page.locator(`${LARGE}[data-painted]`).first().waitFor();
    await page.locator(`${LARGE}[data-painted="2"]`).first().waitFor();
    const [first = 0, whole = 0] = await page.evaluate(() =>
      performance.getEntriesByName('board painted').map((e) => e.duration),
    );
    await page.getByRole('heading', { name: 'Dye' }).click();
    await page.waitForTimeout(800);
    const plain = await plainWrite(page);
    const { moves, perSecond, after, repaint, paint } = await dragging(page);
    const size = await page.evaluate((large) => {
      const { width, height } = document.querySelector(large) as HTMLCanvasElement;
      return `${width} × ${height}`;
    }, LARGE);
    console.log(
      `The board of ${size}: first figure after ${first.toFixed(0)} ms (wanted 300), in full ${whole.toFixed(0)} ms later; ` +
        `${perSecond.toFixed(0)} repaints a second over ${moves} moves of the hand in ${DRAG_MS / 1000} s (wanted 30); ` +
        `done ${after.toFixed(0)} ms after the hand stopped (wanted 100); ` +
        `its pixels take ${paint.toFixed(1)} ms, ${(paint / plain).toFixed(0)} × a plain write of as many (${plain.toFixed(2)} ms; wanted 30 at most), ` +
        `from asking to being seen ${repaint.toFixed(1)} ms, ${(repaint / plain).toFixed(0)} ×.`,
    );
    const scrolled = await scrollingTheNotebook(page);
    console.log(
      `The notebook scrolled for ${SCROLL_MS / 1000} s: ${scrolled.rows.toFixed(0)} rows a second (wanted ${ROWS_WANTED}) at ${scrolled.frames.toFixed(0)} frames a second; ` +
        `in ${(100 * scrolled.empty).toFixed(0)} of 100 frames the middle row was not there yet.`,
    );
    const memory = await lookingAtMany(browser, page);
    const [one, half, all] = memory.map((m) => m.toFixed(0));
    console.log(
      `Memory of the page: ${one} MB with one large board seen, ${half} with ${SEEN / 2}, ${all} with ${SEEN}.`,
    );
  } finally {
    await browser.close();
  }
});
