import { expect } from '@playwright/test';
import { test } from './demo.ts';
import { addLayer, choose, openWay, readStages, startJob, takeFirstRoad } from './shop.ts';

test('any stack: add, tune, take out, undo, change the light, see the curves', async ({ page }) => {
  const { number: id } = await startJob(page, ['ash']);
  await page.goto(`/jobs/${id}/layers?wood=ash`);
  await addLayer(page, 'Sealer');
  await addLayer(page, 'Glaze');
  await choose(page, 'Add a colour', 'Umber');
  const figure = page.getByTestId('expected');
  await expect(figure).not.toHaveText('–');
  const before = await figure.textContent();
  await page.getByLabel('Strength of Umber').focus();
  for (let i = 0; i < 80; i++) await page.keyboard.press('ArrowRight');
  await expect(figure).not.toHaveText(before ?? '');
  await page.getByRole('button', { name: 'lamp' }).click();
  await expect(page).toHaveURL(/light=A/);
  await page.getByRole('button', { name: 'wet', exact: true }).click();
  await page.getByRole('button', { name: 'curves' }).click();
  await expect(page.getByRole('img', { name: /Reflectance after each layer/ })).toBeVisible();
  // What was built is there after a reload.
  await page.waitForTimeout(700);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Glaze' })).toBeVisible();
  await page.getByRole('heading', { name: 'Glaze' }).click();
  await page.getByRole('button', { name: 'Take out' }).click();
  await expect(page.getByRole('heading', { name: 'Glaze' })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('heading', { name: 'Glaze' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys of this page' })).toBeVisible();
});

test('layers are put in another order, by hand and by keyboard', async ({ page }) => {
  const { number: id } = await startJob(page, ['ash']);
  await page.goto(`/jobs/${id}/layers?wood=ash`);
  await addLayer(page, 'Sealer');
  const order = () => page.getByRole('heading', { level: 3 }).allTextContents();
  await expect.poll(order).toEqual(['Raw ash', 'Dye', 'Sealer', 'Clear × 2']);
  const from = await page.getByRole('button', { name: 'Move sealer' }).boundingBox();
  const to = await page.getByRole('button', { name: 'Move dye' }).boundingBox();
  if (!from || !to) throw new Error('The handles are not to be seen.');
  await page.mouse.move(from.x + 20, from.y + 20);
  await page.mouse.down();
  await page.mouse.move(to.x + 60, to.y + 20, { steps: 12 });
  await page.mouse.move(to.x - 40, to.y + 20, { steps: 4 });
  await page.mouse.up();
  await expect.poll(order).toEqual(['Raw ash', 'Sealer', 'Dye', 'Clear × 2']);
  // With the keyboard: take it up, move it, put it down.
  await page.getByRole('button', { name: 'Move sealer' }).focus();
  for (const key of ['Space', 'ArrowRight', 'Space']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(300);
  }
  await expect.poll(order).toEqual(['Raw ash', 'Dye', 'Sealer', 'Clear × 2']);
  // Enter on a layer opens it, and moves nothing.
  await page.getByRole('button', { name: /^Dye/ }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('combobox', { name: 'Add a colour' })).toBeVisible();
  await expect.poll(order).toEqual(['Raw ash', 'Dye', 'Sealer', 'Clear × 2']);
});

test('a whole drag is one step back, and one forth; while a dialog is open the keys rest', async ({ page }) => {
  const { number: id } = await startJob(page, ['beech']);
  await page.goto(`/jobs/${id}/layers?wood=beech`);
  await page.getByRole('heading', { name: 'Dye' }).click();
  await choose(page, 'Add a colour', 'Coal');
  const strength = page.getByLabel(/^Coal \d/);
  await expect(strength).toHaveValue('1.20');
  const track = await page
    .getByRole('slider', { name: 'Strength of Coal' })
    .locator('xpath=ancestor::span[2]')
    .boundingBox();
  if (!track) throw new Error('The slider is not to be seen.');
  const y = track.y + track.height / 2;
  await page.mouse.move(track.x + track.width * 0.22, y);
  await page.mouse.down();
  await page.mouse.move(track.x + track.width * 0.8, y, { steps: 25 });
  await page.mouse.up();
  await expect.poll(async () => Number(await strength.inputValue())).toBeGreaterThan(10);
  const dragged = await strength.inputValue();
  await page.keyboard.press('Control+z');
  await expect(strength).toHaveValue('1.20');
  await page.keyboard.press('Control+Shift+z');
  await expect(strength).toHaveValue(dragged);
  await page.getByRole('button', { name: 'Allowed colours' }).click();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Escape');
  await expect(strength).toHaveValue(dragged);
});

test('a long search shows how far it is and can be cancelled', async ({ page }) => {
  const { number: id } = await startJob(page, ['ash']);
  await page.goto(`/jobs/${id}/layers?wood=ash`);
  for (const kind of ['Toner', 'Sealer', 'Gel stain', 'Glaze']) await addLayer(page, kind);
  const find = page.getByRole('button', { name: 'Find recipes' });
  await find.click();
  await expect(page.getByRole('progressbar', { name: 'Search' })).toBeVisible();
  await expect(find).toBeDisabled();
  // The page stays live meanwhile.
  await page.keyboard.press('w');
  await expect(page.getByRole('button', { name: 'wet', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('progressbar', { name: 'Search' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('progressbar', { name: 'Search' })).toHaveCount(0);
  await expect(find).toBeEnabled();
  // Longer than the search takes: nothing comes after all.
  await page.waitForTimeout(5000);
  await expect(page.getByRole('list', { name: 'Roads to the target' })).toHaveCount(0);
  await find.click();
  await expect(page.getByRole('list', { name: 'Roads to the target' })).toBeVisible({ timeout: 60_000 });
});

test('a light of the place that counts makes the match less metameric', async ({ page }) => {
  const { number: id } = await startJob(page, ['ash']);
  const lampMiss = async () => {
    await page.goto(`/jobs/${id}/layers?wood=ash`);
    await page.getByRole('button', { name: 'Find recipes' }).click();
    const row = await page.getByRole('listitem').filter({ hasText: 'Closest' }).textContent();
    return Number(row?.match(/aimed (\d+\.\d) · (\d+\.\d) · (\d+\.\d)/)?.[2]);
  };
  const before = await lampMiss();
  await page.goto(`/jobs/${id}/target`);
  await page.getByLabel('lamp').fill('eleven');
  await page.getByLabel('lamp').press('Enter');
  await expect(page.getByText('A light counts with a number, 0 to 10.')).toBeVisible();
  await page.getByLabel('lamp').fill('5');
  await page.getByLabel('lamp').press('Enter');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.reload();
  await expect(page.getByLabel('lamp')).toHaveValue('5');
  expect(await lampMiss()).toBeLessThanOrEqual(before);
});

test('several woods at once, each with its own recipe to the one target', async ({ page }) => {
  const woods = ['sapele', 'beech', 'birch', 'ash'];
  const { number: id } = await startJob(page, woods);
  await page.goto(`/jobs/${id}/together`);
  await page.getByRole('button', { name: 'Find for every wood' }).click();
  for (const wood of woods)
    await expect(page.getByRole('button', { name: `Take on ${wood}` })).toBeVisible({ timeout: 60_000 });
  await page.getByRole('button', { name: 'Take on birch' }).click();
  await expect(page).toHaveURL(/layers\?wood=/);
  await expect(page.getByTestId('expected')).not.toHaveText('–');
});

test('a glaze solved from the measured dye stage, then a verdict that passes and a bracket', async ({ page }) => {
  // A tolerance that any honest board meets.
  const { number: id } = await startJob(page, ['beech'], 6);
  await page.goto(`/jobs/${id}/layers?wood=beech`);
  await addLayer(page, 'Sealer');
  await addLayer(page, 'Glaze');
  // One that leaves something to the glaze.
  await takeFirstRoad(page, /glaze/i);
  await page.getByRole('button', { name: /^Plan board/ }).click();
  await readStages(page, ['after dye']);
  await page.getByRole('link', { name: 'From here: solve what is left' }).click();
  await expect(page.getByText('Layer 1 is on and read')).toBeVisible();
  await takeFirstRoad(page);
  await page.getByRole('button', { name: 'Go on from here' }).click();
  await readStages(page, ['after sealer', 'after glaze', 'after clear']);
  await page.getByRole('link', { name: 'To the verdict' }).click();
  await expect(page.getByTestId('verdict')).toHaveText('✓ Passes');
  await expect(page.getByRole('button', { name: 'What to add' })).toHaveCount(0);
  await page.getByRole('link', { name: /Boards/ }).click();
  await page.getByRole('button', { name: 'Ladder, grid, bracket' }).click();
  await page.getByRole('button', { name: 'Plan these boards' }).click();
  await expect(page.getByText('3 boards planned: lighter, on, darker.')).toBeVisible();
});

test('a board that is not there yet: what to add to the batch, and the next board', async ({ page }) => {
  const { number: id } = await startJob(page, ['beech']);
  await page.goto(`/jobs/${id}/layers?wood=beech`);
  await takeFirstRoad(page);
  await page.getByRole('button', { name: /^Plan board/ }).click();
  await readStages(page, ['after dye']);
  await page.getByRole('button', { name: /^Next: clear/ }).click();
  // Typed, so that the board is surely off: lighter and yellower than the target.
  await page.getByRole('button', { name: 'Type L*a*b*' }).click();
  for (const [axis, value] of [
    ['L*', '38.4'],
    ['a*', 'nine'],
    ['b*', '12.6'],
  ])
    await page.getByLabel(axis, { exact: true }).fill(value);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('a*: “nine” is not a number.');
  await page.getByLabel('a*', { exact: true }).fill('9,6');
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByRole('link', { name: 'To the verdict' }).click();
  await expect(page.getByTestId('verdict')).toHaveText('✕ Not yet');
  await expect(page.getByText(/Learned from \d+ boards? of the shop/)).toBeVisible();
  await openWay(page, 'Correct the batch');
  await page.getByLabel('In the pot, L').fill('0');
  await page.getByRole('button', { name: 'What to add' }).click();
  await expect(page.getByRole('alert')).toContainText('That is nothing: how much is it?');
  await page.getByLabel('In the pot, L').fill('0.4');
  await page.getByRole('button', { name: 'What to add' }).click();
  await expect(page.getByTestId('batch-answer')).toContainText(
    /expected ΔE00 [\d.]+–[\d.]+, 8 boards in 10; [\d.]+ L in the pot/,
  );
  await openWay(page, 'The next board');
  await page.getByRole('button', { name: 'Plan the next board' }).click();
  await expect(page.getByRole('heading', { name: /Mix sheet, recipe 2/ })).toBeVisible();
});

test('the shelf: a colour without a profile gets one rung by rung; a wood is read tissue by tissue', async ({
  page,
}) => {
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'New colour' }).click();
  // A code of its own for each try of the test.
  const code = `heather-${test.info().retry + 9}`;
  await page.getByLabel('Name').fill('Heather 9');
  await page.getByLabel(/^Code/).fill(code);
  await page.getByRole('button', { name: 'Put on the shelf' }).click();
  await expect(page.getByText('No profile yet')).toBeVisible();
  await expect(page.getByText(/Still to make: 1.20 g\/L/)).toBeVisible();
  await page.getByLabel('Strength, g/L').fill('4');
  await page.getByRole('button', { name: 'Make it in the simulated workshop' }).click();
  // What the simulated workshop has not met it makes by a nature of its own.
  await expect(page.getByRole('button', { name: 'Take out' })).toHaveCount(1);
  await page.getByLabel('Strength, g/L').last().fill('12');
  await page.getByRole('button', { name: 'Make it in the simulated workshop' }).click();
  await expect(page.getByRole('img', { name: 'Profile of Heather 9' })).toBeVisible();
  await page.goto('/shelf?colour=wine');
  await page.getByLabel('Strength, g/L').fill('9');
  await page.getByRole('button', { name: 'Make it in the simulated workshop' }).click();
  await expect(page.getByText('Ladder', { exact: true })).toBeVisible();
  await expect(page.locator('input[value="9"]').first()).toBeVisible();
  await page.goto('/shelf?wood=oak');
  const saved = page.waitForResponse((r) => r.request().method() === 'PATCH' && r.url().endsWith('/species/oak'));
  const share = page.getByLabel('% of face').first();
  await share.fill(test.info().retry > 0 ? '52' : '55');
  await share.press('Tab');
  expect((await saved).status()).toBe(200);
  await page.getByRole('button', { name: 'Story' }).click();
  await expect(page.getByText('Oak changed: tissues', { exact: false }).first()).toBeVisible();
});

test('layers found too, a board divided, and a missed one brought nearer from where it stands', async ({ page }) => {
  const { number: id } = await startJob(page, ['ash']);
  await page.goto(`/jobs/${id}/layers?wood=ash`);
  await page.getByRole('button', { name: 'Find layers too' }).click();
  const roads = page.getByRole('list', { name: 'Roads to the target' });
  await expect(roads).toBeVisible({ timeout: 60_000 });
  await roads.getByRole('button', { name: 'Take' }).first().click();
  await page.getByRole('button', { name: /^Plan board/ }).click();
  await page.getByRole('button', { name: 'Divide this board' }).click();
  await page.getByRole('button', { name: 'Strips' }).click();
  await page.getByRole('button', { name: 'Divide it' }).click();
  await expect(page.getByRole('region', { name: 'The plank' }).getByText('strip 4', { exact: true })).toBeVisible();
});
