import { expect, type Page } from '@playwright/test';
import { withIds } from '../fixtures/with-ids.ts';

interface StartedJob {
  /** The number in its address. */
  number: number;
  /** Ids of the job's woods, by species. */
  woods: Record<string, string>;
}

/** Asks the API beside the page; what is made gets its ids. */
export async function ask(page: Page, method: 'GET' | 'POST', path: string, data?: object) {
  const response =
    method === 'GET'
      ? await page.request.get(`/api${path}`)
      : await page.request.post(`/api${path}`, { data: withIds('POST', path, data) });
  expect(response.ok(), `${path}: ${await response.text()}`).toBe(true);
  return response.json();
}

/** A job of its own for a test, with its target and raw boards read, so that a second try starts afresh. */
export async function startJob(page: Page, woods: readonly string[], tolerance = 1): Promise<StartedJob> {
  const post = (path: string, data: object) => ask(page, 'POST', path, data);
  const { number } = await post('/jobs', { customer: 'Gull Quay Tea Room', piece: 'One table top', tolerance });
  await post(`/jobs/${number}/readings`, { source: 'instrument', count: 5, piece: 'counter-panel' });
  const started: StartedJob = { number, woods: {} };
  for (const speciesId of woods) {
    const job = await post(`/jobs/${number}/woods`, { speciesId });
    const wood = job.woods.find((w: { speciesId: string }) => w.speciesId === speciesId);
    await post(`/boards/${wood.boards[0].id}/readings`, { stage: 0, reading: { source: 'instrument', count: 5 } });
    started.woods[speciesId] = wood.id;
  }
  return started;
}

export async function choose(page: Page, label: string, option: string) {
  await page.getByRole('combobox', { name: label }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
}
export const addLayer = (page: Page, kind: string) => choose(page, 'Add a layer', kind);

/** Reads the stage in hand five times on the simulated instrument. */
export async function readFive(page: Page) {
  await page.getByRole('button', { name: 'Read 5×' }).click();
  await expect(page.getByText('mean of 5 in reflectance')).toBeVisible();
}

/** Reads the stages of a board one after the other, by the names that stand over them. */
export async function readStages(page: Page, stages: readonly string[]) {
  for (const [i, stage] of stages.entries()) {
    await expect(page.getByRole('heading', { name: new RegExp(`Board \\d+: ${stage}`) })).toBeVisible();
    await readFive(page);
    if (i < stages.length - 1) await page.getByRole('button', { name: /^Next:/ }).click();
  }
}

/** Finds recipes and takes the first of the short list. */
/** Takes the first recipe that is found; of those that say so, where it must. */
export async function takeFirstRoad(page: Page, saying: RegExp = /./) {
  await page.getByRole('button', { name: 'Find recipes' }).click();
  const roads = page.getByRole('list', { name: 'Roads to the target' }).getByRole('listitem');
  await roads.filter({ hasText: saying }).first().getByRole('button', { name: 'Take', exact: true }).click();
  await expect(page.getByTestId('expected')).not.toHaveText('–');
}

/** A way on the verdict: it is the one to go now, or is opened. */
export async function openWay(page: Page, title: string): Promise<void> {
  const ways = page.getByRole('region', { name: 'What to do' });
  await expect(ways.getByRole('heading').first()).toBeVisible();
  await expect(ways.getByRole('heading', { name: 'Looking for the best way on' })).toHaveCount(0);
  if ((await ways.getByRole('heading', { name: title, exact: true }).count()) > 0) return;
  await ways.locator('summary', { hasText: title }).click();
}
