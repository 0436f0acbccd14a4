import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { test } from './demo.ts';
import { addLayer, startJob, takeFirstRoad } from './shop.ts';

/** Rules of WCAG 2.2 AA that the page as it stands breaks. */
async function broken(page: Page, where: string): Promise<string[]> {
  // A button that has just become ready is halfway between two colours: what moves to an end is waited for.
  await page.waitForFunction(() =>
    document
      .getAnimations()
      .every((a) => a.playState !== 'running' || a.effect?.getComputedTiming().iterations === Number.POSITIVE_INFINITY),
  );
  // A button on its way from one state to the next has neither's colours.
  await page.addStyleTag({ content: '* { transition: none !important }' });
  const { violations } = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
    .analyze();
  return violations.map((v) => `${where}: ${v.id} ${v.nodes[0]?.html}`);
}

// The looks at every view take longest: they are shared out between the workers.
test.describe.configure({ mode: 'parallel' });

/** The library's job of the demo, in the middle of the work. */
const LIBRARY = '/jobs/2';
const VIEWS = [
  '/jobs',
  '/start',
  '/shelf',
  '/shelf?wood=oak',
  '/shelf?medium=oil-varnish',
  '/shelf?supply=satin-hardener',
  '/clock',
  '/clock/week',
  '/clock/day',
  '/rack',
  '/notebook',
  '/notebook?near=words/dark%20walnut',
  '/notebook/learned',
  '/house',
  ...[
    'parts',
    'story',
    'target',
    'woods',
    'layers?board=ash-1',
    'together',
    'boards?board=beech-2',
    'mix?board=beech-2',
    'mix?board=beech-2&step=1/amber',
    'verdict?wood=beech',
    'work?wood=sapele',
    'batch?wood=sapele',
    'pile?wood=sapele',
    'repair?wood=sapele',
    'hand-over',
    'quote',
  ].map((page) => `${LIBRARY}/${page}`),
];

for (const look of ['light', 'booth'])
  test(`every view passes the accessibility rules of WCAG 2.2 AA, ${look}`, async ({ page }) => {
    await page.addInitScript((kept) => localStorage.setItem('urushi/look', kept), look);
    const faults: string[] = [];
    for (const view of VIEWS) {
      await page.goto(view);
      await page.waitForTimeout(900);
      faults.push(...(await broken(page, view)));
    }
    expect(faults).toEqual([]);
  });

test('every dialog passes them too', async ({ page }) => {
  const faults: string[] = [];
  const dialogs: [string, string][] = [
    ['/jobs', 'New job'],
    ['/shelf', 'New colour'],
    ['/shelf', 'New wood'],
    ['/shelf', 'New clear'],
    ['/shelf', 'New supply'],
    ['/shelf', 'New mix'],
    ['/shelf', 'New lot'],
    ['/shelf', 'Write down'],
    [`${LIBRARY}/mix?board=beech-2`, 'Batch of layer 1'],
    ['/shelf', 'Put right'],
    ['/clock', 'Note the air'],
    ['/clock', 'Forecast'],
    ['/rack', 'Old board'],
    ['/house', 'New person'],
    ['/house', 'New instrument'],
    ['/house', 'Look'],
    [`${LIBRARY}/parts`, 'Change'],
    [`${LIBRARY}/target`, 'Revise the target'],
    [`${LIBRARY}/woods`, 'What the wood is'],
    [`${LIBRARY}/layers?board=ash-1`, 'Allowed colours'],
    [`${LIBRARY}/layers?board=ash-1`, 'From the rack'],
    [`${LIBRARY}/boards?board=beech-2`, 'Ladder, grid, bracket'],
    [`${LIBRARY}/boards?board=beech-2`, 'Enter what was done'],
    [`${LIBRARY}/boards?board=beech-1`, 'Readings as files'],
    [`${LIBRARY}/boards?board=beech-1`, 'What went wrong?'],
  ];
  for (const [view, button] of dialogs) {
    await page.goto(view);
    await page.getByRole('button', { name: button, exact: true }).first().click();
    await page.getByRole('dialog').waitFor();
    faults.push(...(await broken(page, `${view} ${button}`)));
  }
  await page.goto(`${LIBRARY}/layers?board=ash-1`);
  await page.getByRole('button', { name: /^Versions/ }).click();
  await page.getByRole('heading', { name: 'Versions' }).waitFor();
  faults.push(...(await broken(page, 'versions')));
  await page.goto(`${LIBRARY}/layers?board=ash-1`);
  await page.getByRole('button', { name: 'Systems' }).click();
  await page.getByRole('heading', { name: 'Deep harbour black' }).waitFor();
  faults.push(...(await broken(page, 'systems')));
  await page.goto('/house');
  await page.getByRole('button', { name: 'All 25' }).click();
  faults.push(...(await broken(page, 'schools')));
  await page.goto(`${LIBRARY}/boards?board=beech-1`);
  await page.getByRole('button', { name: 'Open Dye' }).click();
  await page.getByRole('button', { name: 'Put right' }).first().click();
  await page.getByRole('dialog').waitFor();
  faults.push(...(await broken(page, 'a coat')));
  await page.goto(`${LIBRARY}/target`);
  await page.getByRole('button', { name: 'File' }).click();
  for (const [name, text] of [
    ['a file', 'Name,L*,a*,b*\nspot,40,12,18\n'],
    ['a file of other columns', 'Probe;x;y;z\nspot;40;12;18\n'],
  ]) {
    await page.getByTestId('file').setInputFiles({ name: 'a.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await page.getByRole('dialog').waitFor();
    faults.push(...(await broken(page, name)));
    await page.getByRole('button', { name: 'Leave it' }).click();
    await page.getByRole('dialog').waitFor({ state: 'hidden' });
  }
  expect(faults).toEqual([]);
});

for (const [width, height] of [
  [1280, 800],
  [1024, 700],
  [800, 1200],
] as const)
  test(`nothing is cut off and the main action is in sight at ${width} × ${height}`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    const faults: string[] = [];
    for (const view of VIEWS) {
      await page.goto(view);
      await page.waitForTimeout(1200);
      faults.push(
        ...(await page.evaluate((at) => {
          const found: string[] = [];
          const place = document.querySelector('main');
          if (!place || place.scrollWidth > place.clientWidth) found.push(`${at}: wider than the screen`);
          for (const action of document.querySelectorAll('.MuiButton-contained.MuiButton-colorPrimary')) {
            const { bottom, right } = action.getBoundingClientRect();
            if (bottom > innerHeight || right > innerWidth) found.push(`${at}: ${action.textContent} is out of sight`);
          }
          return found;
        }, view)),
      );
    }
    expect(faults).toEqual([]);
  });

test('the demo opens in the middle of the work', async ({ page }) => {
  await page.goto('/jobs');
  const row = page.getByRole('row', { name: /Tern Harbour Library/ });
  await expect(row).toContainText(/Sapele0\.\d+ · 1 made/);
  await expect(row).toContainText(/Beech[1-9][\d.]* · 2 made/);
  await expect(row).toContainText(/Birch[\d.]+ · \d+ made/);
  await expect(row).toContainText(/Ashto plan/);
  await page.goto(`${LIBRARY}/together`);
  await expect(page.getByText(/best board ΔE00 0\.\d+, passes/)).toBeVisible();
  await expect(page.getByText('raw board')).toBeVisible();
});

test('one reading makes two requests', async ({ page }) => {
  const { number } = await startJob(page, ['beech']);
  await page.goto(`/jobs/${number}/boards?board=beech-1`);
  await expect(page.getByText('mean of 5 in reflectance')).toBeVisible();
  // What there was to learn before is learned.
  await page.waitForLoadState('networkidle');
  await page.waitForTimeout(1500);
  const asked: string[] = [];
  page.on('request', (r) => r.url().includes('/api/') && asked.push(`${r.method()} ${new URL(r.url()).pathname}`));
  await page.getByRole('button', { name: 'Read once (Space)' }).click();
  await expect(page.getByText('mean of 6 in reflectance')).toBeVisible();
  await expect.poll(() => asked.length).toBe(2);
  await page.waitForTimeout(2500);
  expect(asked).toHaveLength(2);
  expect(asked[0]).toMatch(/^POST .*\/boards\/.*\/readings$/);
  expect(asked[1]).toMatch(/^POST .*\/knowledge$/);
});

test('scripts and styles are compressed, and kept for good by the hash in their name', async ({ page, request }) => {
  await page.goto('/jobs');
  const script = await page.locator('script[type=module]').first().getAttribute('src');
  const answer = await request.get(script ?? '', { headers: { 'accept-encoding': 'gzip' } });
  expect(answer.headers()['content-encoding']).toBe('gzip');
  expect(answer.headers()['cache-control']).toContain('immutable');
  expect((await request.get('/jobs')).headers()['cache-control']).toBe('no-cache');
  // The charts are not of the first page.
  const loaded = await page.evaluate(() => performance.getEntriesByType('resource').map((r) => r.name));
  expect(loaded.filter((name) => /Chart/.test(name))).toEqual([]);
});

test('what cannot be saved says so and stays; a tab with unsaved work asks before it closes', async ({ page }) => {
  const errors: string[] = [];
  page.on('pageerror', (e) => errors.push(e.message));
  const { number } = await startJob(page, ['beech']);
  await page.goto(`/jobs/${number}/layers?wood=beech`);
  await page.getByRole('heading', { name: 'Clear × 2' }).click();
  await page.route('**/api/woods/**', (route) => route.abort());
  await page.getByLabel('coats').fill('3');
  await expect(page.getByRole('heading', { name: 'Clear × 3' })).toBeVisible();
  await expect(page.getByRole('alert')).toContainText(
    'The Urushi server does not answer. What you typed is still here',
  );
  const asked = page.waitForEvent('dialog');
  void page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe('beforeunload');
  await dialog.dismiss();
  await page.unroute('**/api/woods/**');
  await page.getByLabel('coats').fill('4');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Clear × 4' })).toBeVisible();
  // A reading that does not arrive says so, and the typed one is kept.
  await page.goto(`/jobs/${number}/boards?board=beech-1`);
  await page.getByRole('button', { name: 'Type L*a*b*' }).click();
  for (const axis of ['L*', 'a*', 'b*']) await page.getByLabel(axis, { exact: true }).fill('40');
  await page.route('**/api/boards/**', (route) => route.abort());
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('does not answer');
  await expect(page.getByLabel('L*', { exact: true })).toHaveValue('40');
  // Taking a reading out, too.
  await page.route('**/api/readings/**', (route) => route.abort());
  await page.getByRole('button', { name: 'Take out reading 1' }).click();
  await expect(page.getByText('The Urushi server does not answer').last()).toBeVisible();
  expect(errors).toEqual([]);
});

test('the look is chosen once and kept; in the booth everything is dark but the boards', async ({ page }) => {
  await page.goto('/jobs');
  // What loads into the rail moves the button: a click wants it to stand.
  await page.waitForLoadState('networkidle');
  await page.getByRole('button', { name: 'Dim for the booth' }).click();
  const ground = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  await expect.poll(ground).toBe('rgb(64, 64, 64)');
  await page.reload();
  expect(await ground()).toBe('rgb(64, 64, 64)');
  await page.getByRole('button', { name: 'Light for the day' }).click();
  await expect.poll(ground).toBe('rgb(226, 226, 226)');
});

test('a stage that missed by more than it may makes solving what is left the main action', async ({ page }) => {
  const { number } = await startJob(page, ['beech']);
  await page.goto(`/jobs/${number}/layers?wood=beech`);
  await addLayer(page, 'Sealer');
  await addLayer(page, 'Glaze');
  await takeFirstRoad(page);
  await page.getByRole('button', { name: /^Plan board/ }).click();
  const expected = await page.locator('span.soft:text-is("expected") + button').textContent();
  const [l = 50, a = 12, b = 20] =
    (expected ?? '')
      .replaceAll('−', '-')
      .match(/-?\d+\.\d/g)
      ?.map(Number) ?? [];
  const main = page.locator('.onward .MuiButton-contained');
  const read = async (lightness: number) => {
    await page.getByRole('button', { name: 'Type L*a*b*' }).click();
    await page.getByLabel('L*', { exact: true }).fill(lightness.toFixed(1));
    await page.getByLabel('a*', { exact: true }).fill(a.toFixed(1));
    await page.getByLabel('b*', { exact: true }).fill(b.toFixed(1));
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByTestId('stage-miss')).toBeVisible();
  };
  await read(l + 8);
  await expect(page.getByTestId('stage-miss')).toContainText(/more than the [\d.]+ it may stray/);
  await expect(main).toHaveText('From here: solve what is left');
  // Read again where it was expected, it goes on.
  await page.getByRole('button', { name: 'Take out typed' }).click();
  await read(l + 0.3);
  await expect(main).toHaveText(/^Next: sealer/);
  await expect(page.getByRole('link', { name: 'From here: solve what is left' })).toBeVisible();
});
