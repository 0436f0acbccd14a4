import { expect, test } from '@playwright/test';
import { ask, startJob } from './shop.ts';

/** Pages of a PDF, by the objects in it. */
const pagesOf = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)?.length ?? 0;

test('from a recipe to the last coat: scale, lot, too much, a batch for an area, one page on paper', async ({
  page,
}) => {
  const { number } = await startJob(page, ['birch']);
  const [wood] = (await ask(page, 'GET', `/jobs/${number}`)).woods;
  const stack = [
    { kind: 'dye', colours: { honey: 4, coal: 1.5 }, settings: {} },
    { kind: 'sealer', colours: {}, medium: 'blonde-shellac', settings: {} },
    { kind: 'glaze', colours: { umber: 0.06 }, settings: {} },
    { kind: 'clear', colours: {}, medium: 'water-satin', settings: { coats: 3 } },
  ];
  await ask(page, 'POST', `/boards/${wood.boards[0].id}/recipe`, { stack, litres: 0.1, origin: 'hand' });
  await page.goto(`/jobs/${number}/boards?board=birch-1`);
  await page.getByRole('link', { name: 'Mix', exact: true }).click();
  const inHand = page.getByRole('region', { name: 'Step in hand' });

  // by the keyboard alone as far as the first pour
  for (const step of ['Sand to 180', 'Raise the grain', 'Dry before knocking down']) {
    await expect(inHand.getByText(step)).toBeVisible();
    await page.getByRole('button', { name: 'Done' }).press('Enter');
  }
  await expect(inHand.getByText('Honey')).toBeVisible();
  await page.getByRole('button', { name: 'Scale', exact: true }).click();
  await page.getByRole('menuitem', { name: 'The simulated scale' }).click();
  const scale = page.getByRole('status', { name: 'Scale' });
  await expect(scale).toHaveText(/scale 0\.00 of 0\.40 g/);
  const pinch = page.getByRole('button', { name: 'A pinch' });
  for (let i = 0; i < 20; i++) await pinch.click();
  await expect(scale).toHaveText('scale 0.40 of 0.40 g');
  await page.getByRole('button', { name: 'Poured', exact: true }).click();
  await expect(page.getByRole('button', { name: /^Honey/ })).toContainText('✓ 0.40 g');

  // too much of the next: the ratio is kept in a larger pot
  await expect(inHand.getByText('Coal')).toBeVisible();
  await page.getByLabel('As poured').fill('0.3 g');
  await page.getByRole('button', { name: 'Poured', exact: true }).click();
  await page.getByRole('button', { name: /Keep the ratio/ }).click();
  await expect(page.getByRole('button', { name: 'Batch of layer 1' })).toHaveText('200 mL');

  // what is not mixed yet is for an area
  await page.getByRole('button', { name: 'Batch of layer 3' }).click();
  await page.getByRole('textbox', { name: 'For' }).fill('6 m2');
  await page.getByRole('button', { name: 'Work it out' }).click();
  await expect(page.getByText(/all pours together/)).toBeVisible();
  await page.getByRole('button', { name: 'Mix so much' }).click();
  await expect(page.getByRole('button', { name: 'Batch of layer 3' })).toHaveText('417 mL');

  // it is there after a reload, and in another browser: the record has it
  await page.reload();
  await expect(page.getByRole('button', { name: /^Coal/ })).toContainText('✓ 0.30 g');
  for (const format of ['A4', 'Letter']) expect(pagesOf(await page.pdf({ format }))).toBe(1);
});
