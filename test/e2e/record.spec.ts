import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { expect } from '@playwright/test';
import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { test } from './demo.ts';
import { startJob } from './shop.ts';

test('the record is kept in a snapshot, looked into, and put back', async ({ page }) => {
  await page.goto('/house');
  const snapshots = page.getByRole('region', { name: 'Snapshots' });
  const before = await snapshots.getByText('asked for').count();
  await snapshots.getByRole('button', { name: 'Take one now' }).click();
  // That of the day may be on its way.
  await expect(snapshots.getByText('asked for')).toHaveCount(before + 1, { timeout: 60_000 });

  const { number } = await startJob(page, []);
  await page.goto('/jobs');
  await expect(page.getByText('Gull Quay Tea Room').first()).toBeVisible();
  await page.goto('/house');
  await snapshots.getByRole('button', { name: 'Look' }).first().click();
  const look = page.getByRole('dialog', { name: 'A snapshot' });
  await expect(look.getByRole('heading', { name: 'Now' })).toBeVisible();
  await expect(look.getByText(`${number} Gull Quay Tea Room: One table top`)).toHaveCount(1);
  await look.getByRole('button', { name: 'Put it in place' }).click();
  await expect(page.getByText(/^The record is as it was/)).toBeVisible({ timeout: 60_000 });
  await expect(snapshots.getByText('before a restore').first()).toBeVisible();
  await page.goto(`/jobs/${number}/target`);
  await expect(page.getByText(/no such job/)).toBeVisible();

  // What was there is a snapshot of its own.
  await page.goto('/house');
  await snapshots.getByRole('button', { name: 'Look' }).first().click();
  await look.getByRole('button', { name: 'Put it in place' }).click();
  await expect(page.getByText(/^The record is as it was/)).toBeVisible({ timeout: 60_000 });
  await page.goto(`/jobs/${number}/target`);
  await expect(page.getByRole('heading', { name: 'Gull Quay Tea Room' })).toBeVisible();
});

test('a job goes out in a file, comes in as another shop’s, and is taken out again', async ({ page }) => {
  await page.goto('/jobs/2/story');
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'all of the job in a file' }).click();
  const entries = unzipSync(await readFile(await (await download).path()));
  // The same job as another shop would have it: its own ids, and a dye of its own.
  const text = strFromU8(entries['jobs.json'] as Uint8Array).replaceAll(/(["/])0([0-9a-f]{7}-[0-9a-f]{4}-7)/g, '$1f$2');
  const { tables, ...rest } = JSON.parse(text);
  delete tables.approval;
  const [job] = tables.job;
  const [dye] = tables.colourant.filter((c: { kind: string }) => c.kind === 'dye');
  job.customer = 'Gull Point Chapel';
  dye.name = 'Harbour brown';
  tables.job_wood[0].draft = [{ kind: 'dye', colours: { [dye.id]: 2 }, settings: {} }];
  const file = zipSync({ ...entries, 'jobs.json': strToU8(JSON.stringify({ ...rest, tables })) });

  await page.goto('/jobs');
  const input = page.getByLabel('File of jobs');
  await input.setInputFiles({ name: 'job-2.zip', mimeType: 'application/zip', buffer: Buffer.from(file) });
  const dialog = page.getByRole('dialog', { name: 'What the file holds' });
  await expect(dialog.getByText('new here')).toBeVisible();
  await expect(dialog.getByLabel('For Harbour brown')).toBeVisible();
  await dialog.getByRole('button', { name: 'Bring it in' }).click();
  await expect(dialog).toBeHidden();
  const came = page.getByRole('link', { name: 'Gull Point Chapel' });
  await expect(came).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(came).toBeHidden();

  // What is no file of jobs says so.
  await input.setInputFiles({ name: 'notes.json', mimeType: 'application/json', buffer: Buffer.from('{}') });
  await expect(dialog.getByRole('alert')).toContainText('This is no file of jobs.');
  await dialog.getByRole('button', { name: 'Leave it' }).click();
});

test('a file is looked at, asked about, and kept as a target', async ({ page }) => {
  const { number } = await startJob(page, []);
  await page.goto(`/jobs/${number}/target`);
  await page.getByRole('button', { name: 'File' }).click();
  const nm = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
  const dark =
    ['Name', ...nm].join(';') +
    '\n' +
    ['ebony', ...nm.map((w) => (1 + w / 2000).toFixed(2).replace('.', ','))].join(';');
  await page.getByTestId('file').setInputFiles({ name: 'dark.csv', mimeType: 'text/csv', buffer: Buffer.from(dark) });
  const dialog = page.getByRole('dialog', { name: 'What the file holds' });
  await expect(dialog.getByRole('alert')).toContainText('Are the values per cent, or fractions of 1?');
  await dialog.getByRole('button', { name: 'Per cent' }).click();
  await expect(dialog.getByText('spectra, 400–700 nm by 10')).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep this reading' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByText('ebony')).toBeVisible();
  await expect(page.getByText('The reflectances are in percent; they were converted to 0–1.')).toBeVisible();
});

test('an instrument writes into a folder, and speaks by its cable', async ({ page }) => {
  const folder = await mkdtemp(path.join(os.tmpdir(), 'urushi-instrument-'));
  await page.goto('/house');
  await page.getByLabel('Folder, whole path').fill(folder);
  await page.getByRole('button', { name: 'Watch it' }).click();
  await expect(page.getByText('The folder is watched.')).toBeVisible();

  const { number } = await startJob(page, []);
  await page.goto(`/jobs/${number}/target`);
  await page.getByRole('button', { name: 'Instrument' }).click();
  await page.getByLabel('Under the simulated instrument').click();
  await page.getByRole('option').first().click();
  await page.getByRole('button', { name: 'Into the folder' }).click();
  const fresh = page.getByRole('region', { name: 'New in the folder' });
  await expect(fresh.getByText('3 new readings')).toBeVisible();
  await fresh.getByRole('button', { name: 'For the target' }).click();
  await expect(page.getByText('mean of 8 in reflectance')).toBeVisible();
  await expect(fresh).toBeHidden();
  expect(await readdir(folder)).toHaveLength(1);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('mean of 5 in reflectance')).toBeVisible();
  await expect(fresh.getByText('3 new readings')).toBeVisible();
  await fresh.getByRole('button', { name: /^Leave / }).click();
  await expect(fresh).toBeHidden();

  // What has to be asked is asked like of any file.
  const nm = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
  await writeFile(
    path.join(folder, 'dark.csv'),
    `${['Name', ...nm].join(';')}\n${['ebony', ...nm.map((w) => (1 + w / 2000).toFixed(2).replace('.', ','))].join(';')}\n`,
  );
  await fresh.getByRole('button', { name: 'For the target' }).click();
  const dialog = page.getByRole('dialog', { name: 'What the file holds' });
  await expect(dialog.getByRole('alert')).toContainText('Are the values per cent, or fractions of 1?');
  await dialog.getByRole('button', { name: 'Per cent' }).click();
  await dialog.getByRole('button', { name: 'Keep this reading' }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByText('ebony')).toBeVisible();

  await page.getByRole('button', { name: 'By cable', exact: true }).click();
  await page.getByRole('button', { name: 'Measure', exact: true }).click();
  await expect(page.getByText('mean of 7 in reflectance')).toBeVisible();
  await page.getByRole('button', { name: 'Leave the cable' }).click();
  await expect(page.getByRole('button', { name: 'By cable', exact: true })).toBeVisible();

  await page.goto('/house');
  await page.getByRole('button', { name: 'No longer' }).click();
  await expect(page.getByText('is watched no longer')).toBeVisible();
  await rm(folder, { recursive: true });
});
