import { expect } from '@playwright/test';
import { test } from './demo.ts';
import { choose, startJob } from './shop.ts';

test('a colour is found in two years of boards: in words, on a wood, near a board; the search is kept and comes back', async ({
  page,
}) => {
  await page.goto('/notebook');
  await expect(page.getByText(/^\d+ things, the newest first$/)).toBeVisible();
  await page.getByRole('button', { name: 'Find a colour' }).click();
  await page.getByLabel('In words, a board, or L* a* b*').fill('dark walnut');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page.getByRole('button', { name: 'near dark walnut' })).toBeVisible();
  await choose(page, 'Wood', 'Oak');
  const rows = page.getByTestId('noted').getByRole('button');
  await expect(rows.first()).toContainText('Oak');
  // As far as it is scrolled, so much is drawn: never the whole list.
  await page.getByTestId('noted').evaluate((list) => list.scrollTo(0, list.scrollHeight));
  expect(await rows.count()).toBeLessThan(30);
  await page.getByTestId('noted').evaluate((list) => list.scrollTo(0, 0));

  await page.getByRole('button', { name: 'Keep this search' }).click();
  await page.getByLabel('Its name').fill('Dark on oak');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  const kept = page.url();
  await page.getByRole('button', { name: 'Everything' }).click();
  await page.getByRole('button', { name: 'Kept searches' }).click();
  await page.getByRole('menuitem', { name: 'Dark on oak' }).click();
  await expect(page).toHaveURL(kept);

  await rows.first().click();
  const detail = page.getByRole('complementary', { name: 'What is known of it' });
  await detail.getByRole('link', { name: 'What is near this' }).click();
  await expect(page.getByText(/the nearest first$/)).toBeVisible();
  // Nothing is so: what is nearest without one of the wishes.
  await page.goto('/notebook?near=lab/90,40,60&wood=oak&within=1');
  await expect(page.getByText('Nothing is so. The nearest to it:')).toBeVisible();
  await page.getByRole('button', { name: 'Look so' }).first().click();
  await expect(rows.first()).toBeVisible();
});

test('what lies under the instrument is looked for, and kept nowhere', async ({ page }) => {
  await page.goto('/notebook');
  await page.getByRole('button', { name: 'Find a colour' }).click();
  await choose(page, 'Under the simulated instrument', 'Surviving counter panel');
  await page.getByRole('button', { name: 'Read 5×' }).click();
  await expect(page.getByRole('button', { name: 'near a reading' })).toBeVisible();
  // What came within the tolerance of that very panel.
  await expect(page.getByTestId('noted').getByRole('button').first()).toContainText('2/sapele');
});

test('a board’s recipe is made again in another job, its difference and chance said, and its line is told', async ({
  page,
}) => {
  const { number } = await startJob(page, ['beech'], 2);
  await page.goto('/notebook?kinds=board&words=bakery&verdict=passed');
  await page.getByTestId('noted').getByRole('button').first().click();
  const detail = page.getByRole('complementary', { name: 'What is known of it' });
  await expect(detail.getByRole('region', { name: 'Where it came from' })).toContainText(/began anew/);
  await detail.getByRole('button', { name: 'Make it again' }).click();
  const dialog = page.getByRole('dialog', { name: 'Make it again' });
  await dialog.getByRole('combobox', { name: 'Into which job' }).click();
  await page.getByRole('option', { name: new RegExp(`^${number} `) }).click();
  await dialog.getByRole('button', { name: 'Solved anew' }).click();
  await expect(dialog).toContainText(/expected ΔE00 .*within 2.0 with \d+ in 100/, { timeout: 60_000 });
  await dialog.getByRole('button', { name: 'Put it on the bench' }).click();
  await expect(page).toHaveURL(new RegExp(`/jobs/${number}/layers`));
  await expect(page.getByText(/are on the bench of beech/)).toBeVisible();
  await page.goto(`/jobs/${number}/story`);
  await expect(page.getByText(/taken adapted/)).toBeVisible();
});

test('what the shop learned stands as question, drawing and table, and goes out', async ({ page }) => {
  await page.goto('/notebook/learned');
  const region = page.getByRole('region', { name: 'Do the chances that were stated come true?', exact: true });
  await expect(region).toContainText('in 100 was stated on average');
  await expect(region.getByRole('img', { name: 'Do the chances that were stated come true?' })).toBeVisible();
  const saved = page.waitForEvent('download');
  await region.getByRole('button', { name: 'CSV' }).click();
  expect((await saved).suggestedFilename()).toBe('reliability.csv');
});
