import { expect, type Locator } from '@playwright/test';
import { test } from './demo.ts';
import { ask, choose, startJob } from './shop.ts';
import { inEmptyShop, tapsOn } from './taps.ts';

test('a system is taken; a mistake in it is said beside its layer, mended at a tap, or left as it is', async ({
  page,
}) => {
  const { number } = await startJob(page, ['oak']);
  await page.goto(`/jobs/${number}/layers`);
  await page.getByRole('button', { name: 'Systems' }).click();
  await page.getByLabel('Find a system').fill('iron');
  await page.getByRole('button', { name: 'Take it' }).click();
  const layers = page.getByRole('heading', { level: 3 });
  await expect(layers.filter({ hasText: 'Grain filler' })).toBeVisible();
  await expect(page.getByRole('img', { name: 'will show' })).toHaveCount(0);

  // A second coat below the filler closes the pores.
  const below = page.getByRole('button', { name: /^Clear\s*Spray lacquer/ }).first();
  await below.click();
  const coats = page.getByLabel('coats', { exact: true });
  await coats.fill('2');
  await coats.press('Enter');
  const filler = page.getByRole('button', { name: /^Grain filler/ });
  await expect(filler).toContainText('Pores closed already');
  await filler.click();
  const said = page.getByRole('region', { name: 'What the rules say' });
  await expect(said.locator('summary')).toContainText('Pores closed already');
  await said.locator('summary').click();
  await expect(said).toContainText('More than one coat closes the pores');
  await expect(said).toContainText(/ΔE00 .*[\d.]+ (min|h) sooner/);

  // The finisher decides: left as it is, looked at again, mended, and undone.
  await said.getByRole('button', { name: 'Leave it' }).click();
  await expect(filler).not.toContainText('Pores closed already');
  await expect(said).toContainText('left as it is');
  await said.getByRole('button', { name: 'Look again' }).click();
  await said.getByRole('button', { name: 'One coat below it' }).click();
  await expect(filler).not.toContainText('Pores closed already');
  await page.getByRole('button', { name: 'Undo' }).first().click();
  await expect(filler).toContainText('Pores closed already');

  // It is kept as a system of the shop, and goes out and in as a file.
  await filler.click();
  await page.getByRole('button', { name: 'Systems' }).click();
  await page.getByLabel('Keep these layers as').fill('Copper gate');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await page.getByLabel('Find a system').fill('copper gate');
  await expect(page.getByRole('heading', { name: 'Copper gate' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'JSON' }).click();
  const file = await (await download).path();
  await page.getByRole('button', { name: 'Put away' }).click();
  await expect(page.getByText('No system is called so.')).toBeVisible();
  await page.getByLabel('File of a system').setInputFiles(file);
  await expect(page.getByRole('heading', { name: 'Copper gate' })).toBeVisible();
  await page.getByLabel('File of a system').setInputFiles({
    name: 'a.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":'),
  });
  await expect(page.getByText('it may have been cut off')).toBeVisible();
});

test('a school and a tool change what is said, and which open jobs', async ({ page }) => {
  const { number } = await startJob(page, ['oak']);
  await page.goto(`/jobs/${number}/layers`);
  await page.getByRole('button', { name: 'Systems' }).click();
  await page.getByLabel('Find a system').fill('bright maple');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('heading', { level: 3, name: 'Toner × 2' })).toBeVisible();
  await page.waitForTimeout(800);
  await page.goto('/house');
  await page.getByLabel('Spray gun').uncheck();
  await expect(page.getByRole('status').filter({ hasText: 'One table top' }).first()).toContainText(
    'No spray gun here',
  );
  await expect(page.getByText('Instead: brush, or wipe thin coats.')).toBeVisible();
  await page.getByLabel('Spray gun').check();
  await page.getByRole('button', { name: 'All 25' }).click();
  // Nothing is said of a question that the shop has not answered.
  await choose(page, 'Solvent dye: sprayed or wiped?', 'Wiped');
  await expect(page.getByText(/now said: .*This shop wipes its solvent dye/).first()).toBeVisible();
  await choose(page, 'Solvent dye: sprayed or wiped?', 'Sprayed');
  await expect(page.getByText(/no more: .*This shop wipes its solvent dye/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
});

test('what went wrong is ranked by the record, written down, and counted with its hours', async ({ page }) => {
  const { number } = await startJob(page, ['oak']);
  const [wood] = (await ask(page, 'GET', `/jobs/${number}`)).woods;
  const stack = [
    { kind: 'wiping-stain', colours: { bog: 1 }, settings: {} },
    { kind: 'clear', colours: {}, medium: 'oil-varnish', settings: {}, method: 'brushed' },
  ];
  const [board] = wood.boards;
  await ask(page, 'POST', `/boards/${board.id}/recipe`, { stack, litres: 0.1, origin: 'hand' });
  await ask(page, 'POST', `/boards/${board.id}/coats`, { stage: 1, putOnAt: '2026-03-02T08:00:00Z' });
  await ask(page, 'POST', `/boards/${board.id}/coats`, { stage: 2, putOnAt: '2026-03-02T18:00:00Z' });
  await page.goto(`/jobs/${number}/boards?board=oak-1`);
  await page.getByRole('button', { name: /Clear/ }).last().click();
  await page.getByRole('button', { name: 'What went wrong?' }).click();
  const dialog = page.getByRole('dialog', { name: 'What went wrong' });
  await choose(page, 'When did it show', 'with the next coat');
  await choose(page, 'Which fault', 'Colour pulled up by the varnish');
  const [first] = await dialog.locator('[data-cause]').all();
  await expect(first as Locator).toContainText(
    /In the record: (dark oil stain|the next comes too soon|shorter than usual)/,
  );
  await dialog.getByLabel('Hours that it cost').fill('minus one');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(dialog.getByText('How many hours did it cost?')).toBeVisible();
  await dialog.getByLabel('Hours that it cost').fill('2,5');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(dialog.getByText('2.5 h')).toBeVisible();
  await page.goto('/house');
  await expect(page.getByRole('link', { name: 'One table top, oak-1' }).first()).toBeVisible();
});

test('from an empty shop the simplest system is in a job in at most 25 taps and entries', async ({ page }) => {
  const { count, tap, press, pick, enter, also } = tapsOn(page);
  await inEmptyShop(async (address) => {
    await page.goto(`${address}/jobs`);
    await tap(page.getByRole('link', { name: 'Shelf' }));
    await press('New wood');
    await enter('Name', 'Oak');
    also();
    const bands = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
    const row = (name: string, from: number, to: number) =>
      `${name},${bands.map((_, i) => (from + ((to - from) * i) / 30).toFixed(4)).join(',')}`;
    await page
      .getByRole('dialog')
      .locator('input[type=file]')
      .setInputFiles({
        name: 'oak.csv',
        mimeType: 'text/csv',
        buffer: Buffer.from(`name,${bands.join(',')}\n${row('light', 0.18, 0.55)}\n${row('dark', 0.12, 0.46)}\n`),
      });
    await press(/^Keep/);
    await expect(page.getByRole('heading', { name: 'Oak' })).toBeVisible();
    await press('New colour');
    await enter('Name', 'Cormorant');
    await pick('Kind', 'stain');
    await press('Put on the shelf');
    await expect(page.getByRole('heading', { name: 'Cormorant' })).toBeVisible();
    await press('New clear');
    await enter('Name', 'Deck varnish');
    await pick('Carrier', 'oil');
    await press('Put on the shelf');
    await expect(page.getByRole('heading', { name: 'Deck varnish' })).toBeVisible();
    await tap(page.getByRole('link', { name: 'Jobs' }));
    await press('New job');
    await enter('Customer', 'Slipway');
    await enter(/^Piece/, 'A stool');
    await press('Start the job');
    await tap(page.getByRole('link', { name: 'Woods' }));
    await press('Oak');
    await tap(page.getByRole('link', { name: 'Layers' }));
    await press('Systems');
    await tap(
      page.getByRole('listitem').filter({ hasText: 'Plain and dark' }).getByRole('button', { name: 'Take it' }),
    );
    await expect(page.getByRole('heading', { level: 3, name: 'Wiping stain' })).toBeVisible();
    await expect(page.getByText('Deck varnish')).toBeVisible();
    await expect(page.getByText(/Cormorant 100/)).toBeVisible();
    console.log(`the simplest system in a job: ${count()} taps and entries (at most 25)`);
    expect(count()).toBeLessThanOrEqual(25);
  });
});
