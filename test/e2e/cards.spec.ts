import { readFile } from 'node:fs/promises';
import { expect, type Page } from '@playwright/test';
import { decode } from 'fast-png';
import jsQR from 'jsqr';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { qrSvg } from '../../src/record/cards/qr.ts';
import { test } from './demo.ts';

/** A file that a tap saves, read by another package than the one that wrote it. */
async function savedPdf(page: Page, tap: () => Promise<void>) {
  const saving = page.waitForEvent('download');
  await tap();
  const saved = await saving;
  const bytes = await readFile(await saved.path());
  const file = await getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const texts = await Promise.all(
    Array.from({ length: file.numPages }, async (_, n) => {
      const { items } = await (await file.getPage(n + 1)).getTextContent();
      return items.map((i) => ('str' in i ? i.str + (i.hasEOL ? ' ' : '') : '')).join('');
    }),
  );
  return {
    name: saved.suggestedFilename(),
    pages: file.numPages,
    text: texts.join(' '),
    raw: bytes.toString('latin1'),
  };
}

test('cards of a board are PDF files with the app’s own type in them', async ({ page }) => {
  await page.goto('/jobs/2/boards?board=sapele-1');
  const save = (item: string | RegExp) =>
    savedPdf(page, async () => {
      await page.getByRole('button', { name: 'On paper' }).click();
      await page.getByRole('menuitem', { name: item }).click();
    });
  const retain = await save('Retain card');
  expect(retain.name).toBe('retain-2-sapele-1.pdf');
  expect(retain.pages).toBe(1);
  for (const text of ['2/sapele-1', 'Formula', 'parts', 'As it was read', 'tolerance', 'See its safety data sheet'])
    expect(retain.text).toContain(text);
  expect(retain.raw).toMatch(/\/FontName \/\w+\+AtkinsonHyperlegibleNext/);
  const over = await save(/^Hand-over/);
  expect(over.pages).toBe(1);
  expect(over.text).toContain('How to keep it');
  // No trade secrets: neither a colour of the shelf nor an amount.
  expect(over.text).not.toMatch(/Amber|Wine|Russet|g\/L|\d g\b/);
  const mix = await save('Mix sheet');
  expect(mix.text).toContain('Amber');
  const labels = await save(/a sheet/);
  expect(labels.text).toContain('2/sapele-1');
  expect((await save(/62 mm roll/)).name).toBe('labels-2-sapele-roll.pdf');
});

test('the code on a label opens its board, and is what a scan of it reads', async ({ page }) => {
  await page.goto('/jobs');
  await page.getByRole('button', { name: 'Open by label' }).click();
  const dialog = page.getByRole('dialog', { name: 'Open a board by its label' });
  await dialog.getByLabel('Code on the label').fill('sapele');
  await page.keyboard.press('Enter');
  await expect(dialog.getByRole('alert')).toContainText('That is no code of a label');
  await dialog.getByLabel('Code on the label').fill('2/sapele-99');
  await dialog.getByRole('button', { name: 'Open it' }).click();
  await expect(dialog.getByRole('alert')).toContainText('There is no board sapele-99 in job 2.');
  await dialog.getByLabel('Code on the label').fill('2/sapele-1');
  await dialog.getByRole('button', { name: 'Open it' }).click();
  await expect(page).toHaveURL(/\/jobs\/2\/boards\?board=sapele-1$/);

  // The code as it is printed, drawn on a page and read by another package.
  await page.setContent(
    `<body style="margin:0;background:#fff">${qrSvg('2/sapele-1').replace('<svg', '<svg width="300"')}</body>`,
  );
  const { data, width, height, channels } = decode(
    await page.screenshot({ clip: { x: 0, y: 0, width: 300, height: 300 } }),
  );
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let n = 0; n < width * height; n++)
    rgba.set((data as Uint8Array).subarray(channels * n, channels * n + 3), 4 * n);
  expect(jsQR(rgba, width, height)?.data).toBe('2/sapele-1');
});

test('the list of a day is a file too', async ({ page }) => {
  await page.goto('/clock/day');
  const day = await savedPdf(page, () => page.getByRole('button', { name: 'As PDF' }).click());
  expect(day.pages).toBe(1);
  expect(day.name).toMatch(/^day-\d{4}-\d\d-\d\d\.pdf$/);
});
