import { expect } from '@playwright/test';
import type { Board } from '../../src/shared/board.ts';
import type { Job, JobWood } from '../../src/shared/job.ts';
import { test } from './demo.ts';

test('pieces are put on portion by portion, read, and stand in a run; a portion that is done goes on paper', async ({
  page,
}) => {
  await page.goto('/jobs/2/work?wood=sapele');
  await expect(page.getByTestId('progress')).toHaveText('12 of 24 pieces of sapele have all coats on');
  const run = page.getByRole('region', { name: 'Run of pieces' });
  await expect(run.getByRole('heading')).toHaveText('6 pieces read, 1 does not pass');
  await expect(page.getByTestId('run-told')).toContainText('Piece 6 has less colour than the others vary by.');
  await expect(page.getByRole('img', { name: 'Pieces in the order in which they were read' })).toBeVisible();
  // The second portion: its clear, a tap a coat, then a piece of it is read.
  await page.getByRole('link', { name: /2 of 2/ }).click();
  const surface = page.getByRole('region', { name: 'Surface' });
  await surface.getByText('What to look for').click();
  await surface.getByRole('button', { name: 'Not so' }).first().click();
  await expect(surface.getByText(/Leave it longer/)).toBeVisible();
  await surface.getByRole('button', { name: 'White rag: fine now' }).click();
  await surface.getByRole('button', { name: 'Raking light: fine' }).click();
  await expect(surface.getByText(/^✓/)).toHaveCount(2);
  const taps = page.getByRole('region', { name: 'A tap each' });
  await taps.getByRole('button', { name: 'Put on: clear, coat 1 of 2' }).click();
  await taps.getByRole('button', { name: 'Put on: clear, coat 2 of 2' }).click();
  await expect(page.getByTestId('progress')).toHaveText('24 of 24 pieces of sapele have all coats on');
  await page.getByRole('link', { name: /2 of 2/ }).click();
  await page.getByRole('button', { name: 'Read 5×' }).click();
  await expect(run.getByRole('heading')).toHaveText('7 pieces read, 1 does not pass');
  await expect(page.getByTestId('run-told')).toHaveText('The run goes on as it was.');

  await page.getByRole('button', { name: 'On paper' }).click();
  const saved = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Hand-over card for the customer' }).click();
  expect((await saved).suggestedFilename()).toMatch(/^hand-over-2-sapele-\d+\.pdf$/);
});

test('a quote follows its terms, is kept, and is held against the hours that were worked', async ({ page }) => {
  await page.goto('/jobs/2/parts');
  await page.getByRole('link', { name: 'Quote' }).click();
  const total = page.getByTestId('quote-total');
  const before = Number(await total.textContent());
  expect(before).toBeGreaterThan(100);
  await page.getByLabel('Trial boards a wood').fill('0');
  await expect(page.getByText('Trial boards, 3')).toHaveCount(0);
  expect(Number(await total.textContent())).toBeLessThan(before);
  await page.getByRole('button', { name: 'Keep this quote' }).click();
  await expect(page.getByRole('region', { name: 'Quotes kept' }).getByText(/h, /)).toHaveCount(2);
  await page.getByLabel('Hours', { exact: true }).fill('1,5');
  await page.getByLabel('What was done').fill('the other twelve');
  await page.getByRole('button', { name: 'Note them' }).click();
  await expect(page.getByText('the other twelve')).toBeVisible();
  await expect(page.getByTestId('hours-worked')).toContainText('3.8 h of');
});

test('a batch is counted against the shelf, and its pot is tried by drops and put right', async ({ page }) => {
  await page.goto('/jobs/2/batch?wood=sapele');
  const batch = page.getByRole('region', { name: 'Batch' });
  await expect(batch.getByRole('row', { name: /Waterborne satin/ })).toContainText('nothing');
  const pots = page.getByRole('region', { name: 'Pots' });
  await expect(pots.getByText('This pot is right: use it.')).toBeVisible();
  await pots.getByText('Look at it').click();
  await pots.getByLabel('Or in your words').fill('plainly too light');
  await pots.getByRole('button', { name: 'Say it', exact: true }).click();
  await expect(pots.getByText(/✕\s*plainly lighter/)).toBeVisible();
  await pots.getByRole('button', { name: 'What to add' }).click();
  const answer = page.getByTestId('pot-answer');
  await expect(answer).toContainText(/From .* off to about/, { timeout: 30_000 });
  await answer.getByRole('button', { name: 'It is added: try it again' }).click();
  await expect(answer).toHaveCount(0);
});

test('the pile says which piece goes where, and a repair names what is mixed and what stands beside it', async ({
  page,
}) => {
  await page.goto('/jobs/2/pile?wood=sapele');
  const pile = page.getByRole('region', { name: 'Which piece where' });
  await expect(pile.getByRole('heading')).toContainText('26 pieces of sapele');
  await page.getByLabel('One piece a line').fill('27 nothing of this');
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(page.getByText(/Line 1: “nothing of this” says nothing of its colour/)).toBeVisible();
  await page.getByLabel('One piece a line').fill('27 far darker, lively');
  await page.getByRole('button', { name: 'Add them' }).click();
  await expect(pile.getByRole('heading')).toContainText('27 pieces of sapele');
  await expect(pile.getByRole('listitem').last()).toContainText('darker than the rest: bleach brings it nearer');
  await pile.getByRole('listitem').last().getByRole('button', { name: 'Take out' }).click();
  await expect(page.getByText('27 taken from the pile.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(pile.getByRole('heading')).toContainText('27 pieces of sapele');

  await page.getByRole('link', { name: 'Repair' }).click();
  const repair = page.getByRole('region', { name: 'Repair' });
  await expect(repair.getByText('with the dye, half as strong as it was')).toBeVisible();
  await expect(repair.getByText(/Make up to \d+ mL/)).toBeVisible();
  await page.getByRole('combobox', { name: 'What happened' }).click();
  await page.getByRole('option', { name: 'A piece replaced' }).click();
  await expect(repair.getByText(/Bring it to its neighbours/)).toBeVisible();
});

test('a job is handed over: pieces counted, the retained board found again, the customer told', async ({ page }) => {
  await page.goto('/jobs/2/hand-over');
  const list = page.getByRole('region', { name: 'Hand-over' });
  await expect(page.getByTestId('pieces-counted')).toContainText(/of 49 pieces/);
  await expect(list.getByText(/Retained: board 1 of sapele, board cupboard, drawer 2/)).toBeVisible();
  await page.getByLabel('Note for the customer').fill('The sixth front settles within weeks.');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(list.getByText('The sixth front settles within weeks.')).toBeVisible();
  const saved = page.waitForEvent('download');
  await list.getByRole('button', { name: 'Sapele' }).click();
  expect((await saved).suggestedFilename()).toMatch(/^hand-over-2-sapele-1\.pdf$/);
  await list.getByRole('button', { name: 'Handed over' }).click();
  await expect(page.getByTestId('handed-over')).toBeVisible();
  await expect(page.getByText('Handed over.', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByTestId('handed-over')).toHaveCount(0);
});

test('one piece goes ahead of the rest: it is made whole and checked before they are begun', async ({ page }) => {
  const woodNow = async () => {
    const { woods } = (await (await page.request.get('/api/jobs/2')).json()) as Job;
    return woods.find((w) => w.code === 'beech') as JobWood;
  };
  const board = (await woodNow()).boards.findLast((b) => b.coats.length === b.recipe?.stack.length) as Board;
  const judged = { accepted: true, words: '' };
  const patched = await page.request.patch(`/api/boards/${board.id}`, { data: { version: board.version, judged } });
  expect(patched.ok()).toBe(true);
  await page.goto('/jobs/2/work?wood=beech');
  await page.getByRole('button', { name: 'Begin the work' }).click();
  const note = page.getByTestId('first-piece');
  await expect(note).toContainText('The first piece of all: make it whole');
  await expect(page.getByRole('link', { name: /1 × Chair back, 1 of 2/ })).toBeVisible();
  await page.getByRole('link', { name: /5 × Chair back, 2 of 2/ }).click();
  await expect(note).toContainText('The first piece is not made yet');
  await note.getByRole('link', { name: 'To the first piece' }).click();
  const surface = page.getByRole('region', { name: 'Surface' });
  await surface.getByRole('button', { name: 'All fine' }).click();
  await expect(surface.getByText(/^✓/)).toHaveCount(2);
  const [first] = (await woodNow()).pieces as [Board];
  const stages = first.recipe?.stack.length ?? 0;
  for (let stage = 1; stage <= stages; stage++)
    await page.request.post(`/api/boards/${first.id}/coats`, { data: { id: crypto.randomUUID(), stage } });
  await page.reload();
  await expect(note).toContainText('The first piece has all coats on');
  const seen = { id: crypto.randomUUID(), stage: stages, said: [], dry: true };
  await page.request.post(`/api/boards/${first.id}/looks`, { data: seen });
  await page.reload();
  await expect(page.getByRole('link', { name: /5 × Chair back/ })).toBeVisible();
  await expect(note).toHaveCount(0);
});
