import { readFile, writeFile } from 'node:fs/promises';
import { expect } from '@playwright/test';
import { test } from './demo.ts';
import { openWay } from './shop.ts';

test('a finished board is approved, its file verified on a page, and tampered with by one digit said to be changed', async ({
  page,
}, info) => {
  await page.goto('/jobs/2/verdict?board=beech-1');
  // It misses: approving it is one of the other ways.
  await openWay(page, 'Approve it');
  await page.getByLabel('The customer said yes: initials').fill('H. K.');
  await page.getByRole('button', { name: 'Approve it, as it is' }).click();
  await expect(page.getByText('✓ Approved, 1')).toBeVisible();
  await expect(page.getByText(/the customer: H\. K\./)).toBeVisible();
  const saving = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save its file' }).click();
  const saved = info.outputPath('approval.json');
  await (await saving).saveAs(saved);

  await page.goto('/rack');
  const verify = page.getByLabel('Approval file');
  await verify.setInputFiles(saved);
  await expect(page.getByTestId('verified')).toContainText('Whole: as it was approved.');
  await page.getByRole('button', { name: 'Keep it here' }).click();
  await expect(page.getByRole('region', { name: 'Approvals' }).getByText('beech-1')).toBeVisible();

  const text = await readFile(saved, 'utf8');
  const tampered = info.outputPath('tampered.json');
  await writeFile(
    tampered,
    text.replace(/"tolerance":(\d)/, (_, digit) => `"tolerance":${(Number(digit) + 1) % 10}`),
  );
  await verify.setInputFiles(tampered);
  await expect(page.getByTestId('verified')).toContainText('Changed since it was approved, at: target, tolerance.');
  await expect(page.getByRole('button', { name: 'Keep it here' })).toHaveCount(0);
  await verify.setInputFiles({ name: 'notes.txt', mimeType: 'text/plain', buffer: Buffer.from('two coats') });
  await expect(page.getByTestId('verified')).toContainText('no JSON');
});
