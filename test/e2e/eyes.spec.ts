import { type APIRequestContext, expect, type Page } from '@playwright/test';
import { newId } from '../../src/shared/id.ts';
import { test } from './demo.ts';
import { inEmptyShop, tapsOn } from './taps.ts';

/** The first start: four questions, a wood and what the tin's label says, until the first board is foreseen. */
async function firstStart(page: Page, address: string, { wood, tin, label }: Record<'wood' | 'tin' | 'label', string>) {
  const taps = tapsOn(page);
  await page.goto(address);
  await expect(page.getByRole('heading', { name: 'A new shop' })).toBeVisible();
  for (const answer of ['My eyes', 'Spoons and cups', 'Rag and brush', 'In words: a shade too red'])
    await taps.press(answer);
  await taps.tap(page.getByRole('button', { name: new RegExp(wood) }));
  await taps.press(tin);
  await taps.enter('What its label says', label);
  await taps.press('See it on the wood');
  await expect(page.getByRole('button', { name: 'Plan board 1' })).toBeVisible();
  return taps;
}

/** The shop's only job, its wood and its newest board. */
async function theJob(request: APIRequestContext, address: string) {
  const { jobs } = await (await request.get(`${address}/api/jobs`)).json();
  const job = await (await request.get(`${address}/api/jobs/${jobs[0].number}`)).json();
  const [wood] = job.woods;
  return { number: job.number as number, wood, board: wood.boards.at(-1) };
}

/** Every layer put on, days apart, and long dry. */
async function putAllOn(request: APIRequestContext, address: string) {
  const { number, board } = await theJob(request, address);
  for (let stage = 1; stage <= board.recipe.stack.length; stage++) {
    const putOnAt = `2026-03-${String(2 * stage).padStart(2, '0')}T09:00:00.000Z`;
    const answer = await request.post(`${address}/api/boards/${board.id}/coats`, {
      data: { id: newId(), stage, putOnAt },
    });
    expect(answer.status(), await answer.text()).toBe(201);
  }
  return number;
}

/** The last board is good enough, in somebody's words, and the job shows it. */
async function accept(page: Page, address: string, words: string) {
  await page.getByLabel('In your words', { exact: true }).fill(words);
  await page.getByRole('button', { name: 'Good enough' }).click();
  await expect(page.getByTestId('judged')).toContainText('Accepted');
  await expect(page.getByText(`“Good enough: ${words}”`)).toBeVisible();
  await page.goto(`${address}/jobs`);
  await expect(page.getByText('accepted')).toBeVisible();
}

const soFar = (page: Page) => page.getByRole('region', { name: 'So far' });
/** The same, said so many times. */
async function theSame(page: Page, times: number) {
  for (let n = 0; n < times; n++) {
    const before = await soFar(page).getByText('the same', { exact: true }).count();
    await page.getByRole('button', { name: 'The same' }).click();
    await expect(soFar(page).getByText('the same', { exact: true })).toHaveCount(before + 1);
    await expect(page.getByRole('button', { name: 'The same' })).toBeEnabled();
  }
}

test('eyes, a rag and a tin: from an empty folder to a board that is good enough, without a file or an instrument', async ({
  page,
  request,
}) => {
  await inEmptyShop(async (address) => {
    const { press, tap, enter, count } = await firstStart(page, address, {
      wood: 'oak',
      tin: 'stain',
      label: 'Espresso',
    });
    // Foreseen at once, and said how far it may be off.
    const foreseen = page.getByRole('button', { name: /shades? either way$/ }).first();
    await expect(foreseen).toBeVisible();
    await expect(foreseen).toHaveAttribute('title', /^L\* \d+–\d+/);
    // As it is told: five minutes, wiped, overnight; three of varnish, a day apart.
    const say = async (layer: RegExp, text: string) => {
      await tap(page.getByRole('button', { name: layer }).first());
      await enter('Say the layer', text);
      await press('Say it');
      await expect(page.getByLabel('Say the layer')).toHaveValue('');
    };
    await say(/^Wiping stain/, 'espresso, wiped after 5 min, overnight');
    await expect(page.getByTestId('sentence')).toHaveText(/^Wiping stain with neat Espresso; left 14 h\./);
    await say(/^Clear/, 'clear varnish × 3, with a brush, a day apart');
    await expect(page.getByRole('heading', { level: 3, name: 'Clear × 3' })).toBeVisible();
    await press('Plan board 1');
    await expect(page).toHaveURL(/boards/);
    console.log(
      `the simplest job as it is told, from an empty shop to its board: ${count()} taps and entries (at most 20)`,
    );
    expect(count()).toBeLessThanOrEqual(20);

    const number = await putAllOn(request, address);
    await page.goto(`${address}/jobs/${number}/verdict`);
    // Held against the customer's piece, which nobody has written down: by taps, in words, the same.
    await press('lighter');
    await press('It is a touch lighter');
    await expect(soFar(page).getByText('a touch lighter')).toBeVisible();
    await page.getByLabel('Or in your words').fill('a touch pale, not red enough');
    await expect(page.getByText('understood: a touch lighter, plainly greener')).toBeVisible();
    await press('Say it');
    await expect(soFar(page).getByText('“a touch pale, not red enough”')).toBeVisible();
    await theSame(page, 3);
    await expect(soFar(page).getByText(/likely .*shade.* off/)).toBeVisible();
    await accept(page, address, 'the customer says yes.');
  });
});

test('true black with a varnish, by eyes: two coats of the tin, four of varnish, a second board where the first is brown', async ({
  page,
  request,
}) => {
  await inEmptyShop(async (address) => {
    const { press, tap, enter } = await firstStart(page, address, { wood: 'ash', tin: 'stain', label: 'True black' });
    const coats = async (layer: RegExp, number: string) => {
      await tap(page.getByRole('button', { name: layer }).first());
      await enter('coats', number);
      await page.getByLabel('coats', { exact: true }).press('Enter');
    };
    await coats(/^Wiping stain/, '2');
    await coats(/^Clear/, '4');
    await expect(page.getByRole('heading', { level: 3, name: 'Wiping stain × 2' })).toBeVisible();
    await expect(page.getByRole('heading', { level: 3, name: 'Clear × 4' })).toBeVisible();
    await press('Plan board 1');
    await expect(page).toHaveURL(/boards/);
    const number = await putAllOn(request, address);

    // Looked at where it was made: brown in the light of the window.
    await page.goto(`${address}/jobs/${number}/boards`);
    await page.getByLabel('Or in your words').fill('not black enough, too brown');
    await expect(page.getByText(/^nothing understood yet$/)).toBeVisible();
    await page.getByLabel('Or in your words').fill('not dark enough, plainly too warm');
    await press('Say it');
    await expect(page.getByText('“not dark enough, plainly too warm”')).toBeVisible();

    // Another board, darker; and of the two it is the nearest.
    await press('Take another board');
    await page.goto(`${address}/jobs/${number}/layers`);
    await press(/^Plan board 2/);
    await expect(page).toHaveURL(/boards/);
    await putAllOn(request, address);
    await page.goto(`${address}/jobs/${number}/verdict`);
    const nearest = page.getByRole('region', { name: 'Which is the nearest' });
    await tap(nearest.getByRole('button', { name: 'Board 2' }));
    await expect(soFar(page).getByText('the nearest of 2 to the target')).toBeVisible();
    await theSame(page, 3);
    await accept(page, address, 'black, and the rag stays clean.');
  });
});

test('deep black on open pores, by eyes: ink, dye and oil from an empty shop', async ({ page, request }) => {
  await inEmptyShop(async (address) => {
    const { press, tap, enter, pick } = await firstStart(page, address, {
      wood: 'oak',
      tin: 'water dye',
      label: 'Black',
    });
    await tap(page.getByRole('link', { name: 'Shelf' }));
    await press('New colour');
    await enter('Name', 'Black ink');
    await pick('Kind', 'ink');
    await press('Put on the shelf');
    await expect(page.getByRole('heading', { name: 'Black ink' })).toBeVisible();
    await press('New clear');
    await enter('Name', 'Hard-wax oil');
    await pick('Kind', 'oil');
    await pick('Carrier', 'oil');
    await press('Put on the shelf');
    await expect(page.getByRole('heading', { name: 'Hard-wax oil' })).toBeVisible();
    const { number, wood } = await theJob(request, address);
    // Ink twice, dye twice, oil once on the trial.
    const [dye] = wood.draft;
    const draft = [
      { kind: 'ink', colours: { 'black-ink': 1 }, settings: { coats: 2 } },
      { ...dye, settings: { ...dye.settings, coats: 2 } },
      { kind: 'oil', colours: {}, medium: 'hard-wax-oil', settings: { coats: 1 } },
    ];
    const put = await request.put(`${address}/api/woods/${wood.id}/draft`, {
      data: { version: wood.draftVersion, stack: draft },
    });
    expect(put.ok(), await put.text()).toBe(true);
    await page.goto(`${address}/jobs/${number}/layers`);
    await expect(page.getByRole('heading', { level: 3, name: 'Ink × 2' })).toBeVisible();
    await expect(page.getByRole('button', { name: /^(dark )?black/ }).first()).toBeVisible();
    await press('Plan board 1');
    await expect(page).toHaveURL(/boards/);
    await putAllOn(request, address);
    await page.goto(`${address}/jobs/${number}/verdict`);
    await theSame(page, 2);
    await accept(page, address, 'deep black in the pores.');
  });
});
