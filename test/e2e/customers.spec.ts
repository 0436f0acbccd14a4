import { expect } from '@playwright/test';
import { decode } from 'fast-png';
import jsQR from 'jsqr';
import { ROUTES } from '../../src/shared/contract/index.ts';
import { test } from './demo.ts';

test('a bracket is answered on a telephone that can reach nothing else, and becomes an approval', async ({
  page,
  browser,
}) => {
  await page.goto('/jobs/2/bracket');
  for (const board of [/^Sapele, board 1/, /^Beech, board 1/]) {
    await page.getByLabel('Boards, two to four').click();
    await page.getByRole('option', { name: board }).first().click();
  }
  await page.getByLabel('A is').fill('as the counter');
  await page.getByLabel('B is').fill('a shade darker');
  await page.getByRole('button', { name: 'Stand them beside each other' }).click();
  const bracket = page.getByRole('region', { name: /^Bracket of/ });
  await expect(bracket.getByText('A, as the counter')).toBeVisible();

  // The house lets customers in, and only then an address can be opened.
  await bracket.getByRole('link', { name: 'let customers in under House' }).click();
  await page.getByLabel('Customers are let in over the shop’s network').check();
  await page.goto('/jobs/2/bracket');
  await bracket.getByRole('button', { name: 'An address for a telephone' }).click();
  const address = (await bracket.getByTestId('address').textContent()) as string;

  // What the code says is what is written beside it, read by another package than the one that drew it.
  const { data, width, height, channels } = decode(await bracket.getByRole('img', { name: /^QR code/ }).screenshot());
  expect(channels).toBe(3);
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let n = 0; n < width * height; n++) rgba.set((data as Uint8Array).subarray(3 * n, 3 * n + 3), 4 * n);
  expect(jsQR(rgba, width, height)?.data).toBe(address);

  // A telephone of the customer's: a browser that knows nothing of the shop.
  const telephone = await browser.newContext({ viewport: { width: 390, height: 800 } });
  const hand = await telephone.newPage();
  const local = address.replace(new URL(address).hostname, 'localhost');
  await hand.goto(local);
  await expect(hand.getByRole('heading', { name: 'Which of these?' })).toBeVisible();
  await expect(hand.getByRole('img')).toHaveCount(2);
  const { origin } = new URL(local);
  // As many as one machine may ask in a minute; every route is tried beside the server's own tests.
  const some = ROUTES.filter((_, n) => n % 8 === 0).slice(0, 16);
  for (const { path } of some)
    expect([403, 404]).toContain((await hand.request.get(`${origin}/api${path}`, { maxRedirects: 0 })).status());
  await hand.getByLabel(/^B/).check();
  await hand.getByLabel('What would you like to say about it?').fill('as the old shelves');
  await hand.getByLabel('Your initials').fill('M. O.');
  await hand.getByRole('button', { name: 'This one' }).click();
  await expect(hand.getByText('Thank you. The shop has your choice.')).toBeVisible();
  await hand.goto(local);
  await expect(hand.getByText('This was answered already.')).toBeVisible();
  await telephone.close();

  await page.reload();
  await expect(bracket.getByTestId('chosen')).toHaveText('They chose B, a shade darker');
  await expect(bracket.getByText('“as the old shelves”')).toBeVisible();
  await bracket.getByRole('button', { name: 'Approve it with their initials' }).click();
  await expect(page.getByText('Approved, as the customer chose it.')).toBeVisible();
  await bracket.getByRole('link', { name: 'Its verdict' }).click();
  await expect(page.getByText(/the customer: M\. O\./)).toBeVisible();
});

test('a bracket is answered with the screen turned round', async ({ page }) => {
  await page.goto('/jobs/2/boards?wood=birch');
  await page.getByRole('button', { name: 'Ladder, grid, bracket' }).click();
  await page.getByRole('button', { name: 'Plan these boards' }).click();
  await expect(page.getByText('3 boards planned: lighter, on, darker.')).toBeVisible();
  await page.goto('/jobs/2/bracket');
  const bracket = page.getByRole('region', { name: /^Bracket of/ }).first();
  await bracket.getByRole('link', { name: 'Turn the screen round' }).click();
  await expect(page.getByRole('heading', { name: 'Which of these?' })).toBeVisible();
  // Nothing of the shop stands around it, and no figure.
  await expect(page.getByRole('link')).toHaveCount(0);
  await expect(page.getByText(/ΔE|\d\.\d/)).toHaveCount(0);
  await page.getByRole('button', { name: 'C, darker' }).click();
  await page.getByRole('button', { name: 'This one' }).click();
  await expect(page.getByRole('alert')).toContainText('Whose initials?');
  await page.getByLabel('Your initials').fill('M. R.');
  await page.getByRole('button', { name: 'This one' }).click();
  await expect(page.getByRole('heading', { name: 'Thank you.' })).toBeVisible();
  await page.getByRole('link', { name: 'Back to the shop' }).click();
  await expect(bracket.getByTestId('chosen')).toHaveText('They chose C, darker');
  await expect(bracket.getByRole('link', { name: 'Make it', exact: true })).toBeVisible();
});
