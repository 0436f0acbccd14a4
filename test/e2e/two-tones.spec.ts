import { expect } from '@playwright/test';
import { test } from './demo.ts';
import { ask, startJob } from './shop.ts';

test('a target of two tones: read apart, seen in the band, both brought home, each with its verdict', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const { number } = await startJob(page, ['ash']);
  await page.goto(`/jobs/${number}/target`);
  await page.getByRole('combobox', { name: 'Under the simulated instrument' }).click();
  await page.getByRole('option', { name: 'Landing floor, two tones' }).click();
  for (const [where, last] of [
    ['Ground alone', 'ground 5'],
    ['Grain alone', 'grain 5'],
  ] as const) {
    await page.getByRole('combobox', { name: 'Where' }).click();
    await page.getByRole('option', { name: where }).click();
    await page.getByRole('button', { name: 'Read 5×' }).click();
    await expect(page.getByText(last)).toBeVisible();
  }
  await page.goto(`/jobs/${number}/layers?wood=ash`);
  await page.getByRole('button', { name: 'Find layers too' }).click();
  await expect(page.getByRole('list', { name: 'Roads to the target' })).toBeVisible({ timeout: 90_000 });
  await page.keyboard.press('1');
  const tones = await page.getByTestId('tones').textContent();
  const misses = (tones?.match(/\d+(\.\d+)?/g) ?? []).map(Number);
  expect(misses).toHaveLength(2);
  for (const miss of misses) expect(miss).toBeLessThan(1);
  await page.getByRole('button', { name: 'Plan board 1' }).click();
  await expect(page).toHaveURL(/boards\?board=ash-1/);
  const job = await ask(page, 'GET', `/jobs/${number}`);
  const [board] = job.woods[0].boards;
  const layers = board.recipe.stack.length;
  expect(
    board.recipe.stack.some((l: { kind: string; method?: string }) => l.kind === 'filler' || l.method === 'in-grain'),
  ).toBe(true);
  for (const [zone, stage] of [
    ...Array.from({ length: layers }, (_, i) => ['face', i + 1] as const),
    ['ground', layers] as const,
    ['grain', layers] as const,
  ])
    await ask(page, 'POST', `/boards/${board.id}/readings`, {
      stage,
      zone,
      reading: { source: 'instrument', count: 5 },
    });
  await page.goto(`/jobs/${number}/verdict?wood=ash`);
  for (const tone of ['ground', 'grain'])
    expect(Number(await page.getByTestId(`verdict-${tone}`).textContent())).toBeLessThan(8);
  await expect(page.getByTestId('verdict')).toHaveText(/Passes|Not yet/);
});

test('the loupe shows the board three times as large, by pointer and by keys', async ({ page }) => {
  await page.goto('/jobs/2/layers?wood=ash');
  await page.getByRole('button', { name: 'loupe' }).click();
  const loupe = page.getByRole('button', { name: /^Loupe, 3 times as large/ });
  await loupe.hover({ position: { x: 400, y: 100 } });
  const glass = loupe.locator('canvas');
  const place = () => glass.evaluate((c: HTMLCanvasElement) => c.style.left);
  const at = await place();
  await loupe.focus();
  await page.keyboard.press('ArrowRight');
  await expect.poll(place).not.toBe(at);
  // The glass is painted: not one colour alone.
  const colours = () =>
    glass.evaluate((c: HTMLCanvasElement) => {
      const { data } = (c.getContext('2d') as CanvasRenderingContext2D).getImageData(0, 0, c.width, c.height);
      return new Set(Array.from({ length: 400 }, (_, i) => data[i * 360] ?? 0)).size;
    });
  await expect.poll(colours, { timeout: 20_000 }).toBeGreaterThan(10);
});
