import { expect } from '@playwright/test';
import { test } from './demo.ts';

test('pieces are put on portion by portion, read, and stand in a run; a portion that is done goes on paper', async ({
  page,
}) => {
  await page.goto('/jobs/2/work?wood=sapele');
  await expect(page.getByTestId('progress')).toHaveText('12 of 24 pieces of sapele have all coats on');
  const run = page.getByRole('region', { name: 'Run of pieces' });
  await expect(run.getByRole('heading')).toHaveText('6 pieces read, 1 does not pass');
  await expect(page.getByTestId('run-told')).toContainText('Piece 6 has less colour than the others vary by.');
  await expect(page.getByRole('img', { name: 'Pieces in the order in which they were read' })).toBeVisible();
  const batch = page.getByRole('region', { name: 'Batch' });
  await expect(batch.getByRole('row', { name: /Waterborne satin/ })).toContainText('nothing');

  // The second portion: its clear, a tap a coat, then a piece of it is read.
  await page.getByRole('link', { name: /2 of 2/ }).click();
  const taps = page.getByRole('region', { name: 'A tap each' });
  await taps.getByRole('button', { name: 'Put on: clear, coat 1 of 2' }).click();
  await taps.getByRole('button', { name: 'Put on: clear, coat 2 of 2' }).click();
  await expect(page.getByTestId('progress')).toHaveText('24 of 24 pieces of sapele have all coats on');
  await page.getByRole('link', { name: /2 of 2/ }).click();
  await page.getByRole('button', { name: 'Read 5×' }).click();
  await expect(run.getByRole('heading')).toHaveText('7 pieces read, 1 does not pass');
  await expect(page.getByTestId('run-told')).toHaveText('The run goes on as it was.');

  await page.getByRole('button', { name: 'On paper' }).click();
  const saved = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Hand-over card for the customer' }).click();
  expect((await saved).suggestedFilename()).toMatch(/^hand-over-2-sapele-\d+\.pdf$/);
});

test('a quote follows its terms, is kept, and is held against the hours that were worked', async ({ page }) => {
  await page.goto('/jobs/2/parts');
  await page.getByRole('link', { name: 'Quote and hours' }).click();
  const total = page.getByTestId('quote-total');
  const before = Number(await total.textContent());
  expect(before).toBeGreaterThan(100);
  await page.getByLabel('Trial boards a wood').fill('0');
  await expect(page.getByText('Trial boards, 3')).toHaveCount(0);
  expect(Number(await total.textContent())).toBeLessThan(before);
  await page.getByRole('button', { name: 'Keep this quote' }).click();
  await expect(page.getByRole('region', { name: 'Quotes kept' }).getByText(/h, /)).toHaveCount(2);
  await page.getByLabel('Hours', { exact: true }).fill('1,5');
  await page.getByLabel('What was done').fill('the other twelve');
  await page.getByRole('button', { name: 'Note them' }).click();
  await expect(page.getByText('the other twelve')).toBeVisible();
  await expect(page.getByTestId('hours-worked')).toContainText('3.8 h of');
});
