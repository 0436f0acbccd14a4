import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, type Locator } from '@playwright/test';
import { newId } from '../../src/shared/id.ts';
import { freePort, startServer } from '../server/server-process.ts';
import { test } from './demo.ts';

test('eyes, a rag and a tin: from an empty folder to a board that is good enough, without a file or an instrument', async ({
  page,
  request,
}) => {
  const folder = mkdtempSync(path.join(tmpdir(), 'urushi-eyes-'));
  const server = startServer(folder, await freePort());
  await server.ready;
  let count = 0;
  const tap = async (target: Locator) => {
    count++;
    await target.click();
  };
  const press = (name: string) => tap(page.getByRole('button', { name, exact: true }));
  try {
    // Four questions, a wood, a tin and its label: espresso, out of one tin, on oak.
    await page.goto(server.address);
    await expect(page.getByRole('heading', { name: 'A new shop' })).toBeVisible();
    await press('My eyes');
    await press('Spoons and cups');
    await press('Rag and brush');
    await press('In words: a shade too red');
    await tap(page.getByRole('button', { name: /oak/ }));
    await press('stain');
    count++;
    await page.getByLabel('What its label says').fill('Espresso');
    await press('See it on the wood');
    // Foreseen at once, and said how far it may be off.
    const foreseen = page.getByRole('button', { name: /shades? either way$/ }).first();
    await expect(foreseen).toBeVisible();
    await expect(foreseen).toHaveAttribute('title', /^L\* \d+–\d+/);
    await press('Plan board 1');
    await expect(page).toHaveURL(/boards/);
    console.log(`the first board planned and foreseen: ${count} taps and entries (at most 25)`);
    expect(count).toBeLessThanOrEqual(25);

    const api = `${server.address}/api`;
    const { jobs } = await (await request.get(`${api}/jobs`)).json();
    const job = await (await request.get(`${api}/jobs/${jobs[0].number}`)).json();
    const board = job.woods[0].boards[0].id;
    for (const [stage, day] of [
      [1, '2026-03-02'],
      [2, '2026-03-04'],
    ])
      expect(
        (
          await request.post(`${api}/boards/${board}/coats`, {
            data: { id: newId(), stage, putOnAt: `${day}T09:00:00.000Z` },
          })
        ).status(),
      ).toBe(201);
    await page.goto(`${server.address}/jobs/${job.number}/verdict`);
    // Held against the customer's piece, which nobody has written down: by taps, in words, the same.
    await press('lighter');
    await press('It is a touch lighter');
    const soFar = page.getByRole('region', { name: 'So far' });
    await expect(soFar.getByText('a touch lighter')).toBeVisible();
    await page.getByLabel('Or in your words').fill('a touch pale, not red enough');
    await expect(page.getByText('understood: a touch lighter, plainly greener')).toBeVisible();
    await press('Say it');
    await expect(soFar.getByText('“a touch pale, not red enough”')).toBeVisible();
    for (let n = 0; n < 3; n++) {
      await expect(page.getByRole('button', { name: 'The same' })).toBeEnabled();
      await press('The same');
      await expect(soFar.getByText('the same', { exact: true })).toHaveCount(n + 1);
    }
    await expect(soFar.getByText(/likely .*shade.* off/)).toBeVisible();
    await page.getByLabel('In your words', { exact: true }).fill('Good enough: the customer says yes.');
    await press('Accept it');
    await expect(page.getByTestId('judged')).toContainText('Accepted');
    await page.goto(`${server.address}/jobs`);
    await expect(page.getByText('accepted')).toBeVisible();
  } finally {
    await server.kill('SIGTERM');
    rmSync(folder, { recursive: true, force: true });
  }
});
