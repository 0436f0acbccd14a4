import { expect, type Page } from '@playwright/test';
import { test } from './demo.ts';
import { choose, openWay, readFive, readStages, takeFirstRoad } from './shop.ts';

/** The measured difference; what is said of it must be what it says against the tolerance. */
async function verdictOf(page: Page, tolerance = 1): Promise<string> {
  await expect(page.getByTestId('verdict-delta')).toHaveText(/^\d+\.\d+$/);
  const text = (await page.getByTestId('verdict-delta').textContent()) as string;
  const deltaE = Number(text);
  await expect(page.getByTestId('verdict')).toHaveText(deltaE <= tolerance ? '✓ Passes' : '✕ Not yet');
  return text;
}

test('from a customer’s target to a corrected second board', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Tern Harbour Library' })).toBeVisible();

  // 1. a new job
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('textbox', { name: 'Customer', exact: true }).fill('Gull Quay Tea Room');
  await page.getByLabel('Piece: what is to match what').fill('One table top to the old counter');
  await page.getByRole('button', { name: 'Start the job' }).click();

  // 2. the target: a refused file first, then the instrument
  await page.getByRole('button', { name: 'File' }).click();
  await page
    .getByTestId('file')
    .setInputFiles({ name: 'bad.csv', mimeType: 'text/csv', buffer: Buffer.from('L*,a*,b*\n40,12,x\n') });
  await expect(page.getByRole('alert')).toContainText('bad.csv, line 2, column b*: “x” is not a number.');
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('button', { name: 'Instrument' }).click();
  await choose(page, 'Under the simulated instrument', 'Surviving counter panel');
  await readFive(page);
  const job = page.url().match(/jobs\/(\d+)/)?.[1];

  // 3. the wood and its raw reading
  await page.getByRole('link', { name: 'On to the woods' }).click();
  await page.getByRole('button', { name: 'Beech' }).click();
  await readFive(page);
  await page.getByRole('link', { name: 'Plan the layers on beech' }).click();

  // 4. a recipe
  await takeFirstRoad(page);
  await page.getByRole('button', { name: 'Plan board 1' }).click();

  // 5. the mix sheet and the board
  await expect(page.getByRole('heading', { name: /Mix sheet, recipe 1/ })).toBeVisible();
  await expect(
    page
      .getByRole('region', { name: 'Mix sheet' })
      .getByText(/^\d+\.\d\d g$/)
      .first(),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Read 5×' }).click();
  await expect(page.getByTestId('stage-miss')).toBeVisible();
  await page.getByRole('button', { name: /^Next: clear/ }).click();
  await page.getByRole('button', { name: 'Read 5×' }).click();

  // 6. the verdict and the corrected recipe
  await page.getByRole('link', { name: 'To the verdict' }).click();
  const first = await verdictOf(page);
  const verdictAt = page.url();
  await openWay(page, 'The next board');
  await page.getByRole('button', { name: 'Plan the next board' }).click();
  await expect(page.getByRole('heading', { name: /Mix sheet, recipe 2/ })).toBeVisible();

  // the second board, made with what the first taught, comes closer
  await readStages(page, ['raw', 'after dye', 'after clear']);
  await page.getByRole('link', { name: 'To the verdict' }).click();
  const second = await verdictOf(page);
  expect(Number(second)).toBeLessThan(Math.max(Number(first), 1.5));

  // 7. tomorrow: reload and deep link
  await page.reload();
  await expect(page.getByTestId('verdict-delta')).toHaveText(second);
  await page.goto(verdictAt);
  await expect(page.getByTestId('verdict-delta')).toHaveText(first);
  await page.goto(`/jobs/${job}/layers`);
  await expect(page.locator('canvas[data-painted]').first()).toBeVisible();
});

test('an unknown address and a lost job say so', async ({ page }) => {
  await page.goto('/nowhere');
  await expect(page.getByText('There is nothing at this address.')).toBeVisible();
  await page.goto('/jobs/9999/target');
  await expect(page.getByText('There is no such job. It may have been removed.')).toBeVisible();
});

test('putting a job away can be undone, and typed words survive a closed dialog', async ({ page }) => {
  await page.goto('/jobs');
  const row = page.getByRole('row', { name: /Harbour Master/ });
  await row.getByRole('button', { name: 'Put away' }).click();
  await expect(row).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(row).toHaveCount(1);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByRole('textbox', { name: 'Customer', exact: true }).fill('Half a name');
  await page.keyboard.press('Escape');
  await page.reload();
  await page.getByRole('button', { name: 'New job' }).click();
  await expect(page.getByRole('textbox', { name: 'Customer', exact: true })).toHaveValue('Half a name');
});
