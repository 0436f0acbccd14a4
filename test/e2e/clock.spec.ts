import { readFile } from 'node:fs/promises';
import { expect } from '@playwright/test';
import ICAL from 'ical.js';
import { test } from './demo.ts';
import { ask } from './shop.ts';

/** A row of the clock, by the board or pieces that it is of. */
const rowOf = (name: string) => `[data-testid=clock-row]:has(a:text-is("${name}"))`;

test('the demo stands in its second week: a window shuts, a coat is tested, a coat goes on, all of it undone', async ({
  page,
}) => {
  await page.goto('/clock');
  await expect(page.getByTestId('shop-time')).toHaveText('Wednesday 10:20');
  await expect(page.getByTestId('rail-clock')).toContainText('40 min');
  const shuts = page.getByRole('region', { name: 'A window shuts' });
  await expect(shuts.locator(rowOf('maple-1'))).toContainText('shuts in 40 min');

  // The gel still shines: the clock waits, and the tap can be taken back.
  const tested = page.getByRole('region', { name: 'Test first' }).locator(rowOf('pine-1'));
  await tested.getByRole('button', { name: 'Still shines' }).click();
  await expect(page.getByRole('region', { name: 'Drying' }).locator(rowOf('pine-1'))).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(tested).toBeVisible();

  // The stain goes on inside its window, with the air that was noted.
  await shuts.locator(rowOf('maple-1')).getByRole('button', { name: 'Put on' }).click();
  await expect(page.getByRole('region', { name: 'Drying' }).locator(rowOf('maple-1'))).toContainText(
    'Waterborne satin',
  );
  const job = await ask(page, 'GET', '/jobs/3');
  const [, coat] = job.woods[0].boards[0].coats;
  expect(coat.conditions).toEqual({ temperature: 17, humidity: 66 });
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(shuts.locator(rowOf('maple-1'))).toBeVisible();
});

test('the week is planned, a piece of work is dragged, refused with its reason, and it goes out as a calendar', async ({
  page,
}) => {
  await page.goto('/clock/week');
  await expect(page.getByTestId('week-end')).toContainText('the end is held by');
  await expect(page.getByTestId('week-end')).toContainText(/Bog on [13] × Rack door, [12] of 2/);

  const line = page
    .getByRole('region', { name: 'All work in order' })
    .getByRole('button', { name: /Read it.*beech-2/ });
  await line.click();
  const hand = page.getByRole('region', { name: 'Task in hand' });
  const before = await hand.getByTestId('task-when').innerText();
  // Before its coat is dry it cannot be read.
  await hand.getByLabel('Begin at').fill('2026-03-11T10:40');
  await hand.getByRole('button', { name: 'Put there' }).click();
  await expect(hand.getByRole('alert')).toContainText('is not ready for it before');
  await expect(hand.getByTestId('task-when')).toHaveText(before);
  // At night nobody works.
  await hand.getByLabel('Begin at').fill('2026-03-12T22:00');
  await hand.getByRole('button', { name: 'Put there' }).click();
  await expect(hand.getByRole('alert')).toContainText('Nobody works then');
  // On Friday it can.
  await hand.getByLabel('Begin at').fill('2026-03-13T14:00');
  await hand.getByRole('button', { name: 'Put there' }).click();
  await expect(hand.getByTestId('task-when')).toHaveText('Friday 14:00');
  await expect(hand).toContainText('Put here by hand');

  // Dragged with the pointer, it follows.
  const bars = page.locator('[aria-label^="The week"] path[fill="#171717"]');
  const at = async () => Promise.all((await bars.all()).map(async (b) => ({ bar: b, box: await b.boundingBox() })));
  const right = (await at()).sort((p, q) => (q.box?.x ?? 0) - (p.box?.x ?? 0))[0];
  await right?.bar.scrollIntoViewIfNeeded();
  const box = await right?.bar.boundingBox();
  if (!box) throw new Error('no bar');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 12, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByText(/what follows follows/).or(hand.getByRole('alert'))).toBeVisible();

  await page.getByRole('button', { name: 'What would help?' }).click();
  await expect(page.getByTestId('gains')).toContainText('Another pair of hands');

  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'As a calendar' }).click();
  const text = await readFile(await (await download).path(), 'utf8');
  expect(new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').length).toBeGreaterThan(10);

  await line.click();
  await page.getByRole('button', { name: 'Plan anew' }).click();
  await expect(page.getByRole('progressbar', { name: 'Planning' })).toBeHidden();
  await expect(hand.getByTestId('task-when')).toHaveText('Friday 14:00');
  await hand.getByRole('button', { name: 'Let the plan decide' }).click();
  await page.getByRole('button', { name: 'Plan anew' }).click();
  // The plan may find the same moment; it is its own now.
  await expect(hand).not.toContainText('Put here by hand');
});

test('the list of the day has its cautions and its rags, is ticked, and the clock turned forward moves everything', async ({
  page,
}) => {
  // The list follows the plan of the week.
  await page.goto('/clock/week');
  await expect(page.getByTestId('week-end')).toContainText('the end is held by');
  await page.getByRole('button', { name: 'Plan anew' }).click();
  await expect(page.getByRole('progressbar', { name: 'Planning' })).toBeHidden();
  await page.goto('/clock/day');
  await expect(page.getByRole('heading', { name: 'Wednesday 11 March' })).toBeVisible();
  await expect(page.getByText('Rags and waste').first()).toBeVisible();
  const first = page.locator('.dayrow').filter({ hasText: 'Dissolve' });
  await first.getByRole('button', { name: 'Done' }).click();
  await expect(first).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(first).toHaveCount(1);

  // Bad air is refused with a sentence, and what was typed stays.
  await page.getByRole('button', { name: 'Note the air' }).click();
  const air = page.getByRole('dialog');
  await air.getByLabel('Temperature, °C').fill('18');
  await air.getByLabel('Humidity, %').fill('120');
  await air.getByRole('button', { name: 'Save' }).click();
  await expect(air.getByRole('alert')).toContainText('Humidity is 0 to 100 %');
  await air.getByLabel('Humidity, %').fill('62');
  await air.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByTestId('shop-air')).toContainText('18 °C, 62 %');

  await page.getByRole('button', { name: '+1 h' }).click();
  await expect(page.getByTestId('shop-time')).toHaveText('Wednesday 11:20');
  await page.goto('/clock');
  await expect(page.getByRole('region', { name: 'A window shuts' }).locator(rowOf('maple-1'))).toContainText(
    'shut 20 min ago: condition it again',
  );
  await page.goto('/clock/week');
  await expect(page.getByText(/slipped/)).toBeVisible();
});
