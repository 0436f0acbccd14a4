import { type APIRequestContext, expect, type Page } from '@playwright/test';
import { qrSvg } from '../../src/record/cards/qr.ts';
import { rasterOf } from '../../src/server/intake/picture-file.ts';
import { newId } from '../../src/shared/id.ts';
import { asJpeg, asPng, CARD, type Drawing, type Drawn, drawn, type OnTheTable } from '../fixtures/drawn-picture.ts';
import { test } from './demo.ts';
import { inEmptyShop, tapsOn } from './taps.ts';

// As it is held: a tablet on its side of the bench, by finger.
test.use({ viewport: { width: 800, height: 1200 }, hasTouch: true });

/** A card over things in a row, as large as a telephone takes them. */
const table = (things: readonly OnTheTable[], options: Drawing = {}): Drawn =>
  drawn([...CARD, ...things], { across: 4, cell: 260, ...options });
const target: OnTheTable = { id: 'target', linear: [0.25, 0.12, 0.05] };
const pale: OnTheTable = { id: 'board', linear: [0.7, 0.53, 0.36] };

/** Taps a place of the picture: shares of it. */
async function tapAt(page: Page, x: number, y: number) {
  const box = await page.getByRole('application').boundingBox();
  if (!box) throw new Error('There is no picture.');
  await page.touchscreen.tap(box.x + x * box.width, box.y + y * box.height);
}
/** Drags a corner of the field last put down, or of the card, to a place. */
async function dragCorner(page: Page, field: string, corner: number, [x, y]: readonly [number, number]) {
  const picture = await page.getByRole('application').boundingBox();
  const at = await page
    .getByRole('application')
    .locator('g', { has: page.getByRole('button', { name: new RegExp(`^${field}:`) }) })
    .locator('.corner')
    .nth(corner)
    .boundingBox();
  if (!picture || !at) throw new Error(`There is no field ${field}.`);
  await page.mouse.move(at.x + at.width / 2, at.y + at.height / 2);
  await page.mouse.down();
  await page.mouse.move(picture.x + x * picture.width, picture.y + y * picture.height, { steps: 4 });
  await page.mouse.up();
}
/** Gives a picture, and puts the card down where it lies: the first row of it. */
async function openWithCard(page: Page, picture: Drawn, file = asPng(picture)) {
  await page.getByLabel('Picture file').setInputFiles({ name: 'table.png', mimeType: 'image/png', buffer: file });
  await expect(page.getByRole('application')).toBeVisible();
  const bottom = 0.5;
  await tapAt(page, 0.5, bottom / 2);
  for (const [i, place] of [
    [0.02, 0.06],
    [0.98, 0.06],
    [0.98, bottom - 0.03],
    [0.02, bottom - 0.03],
  ].entries())
    await dragCorner(page, 'card', i, place as [number, number]);
}
const words = (page: Page) => page.getByTestId('picture-words');

async function newJob(request: APIRequestContext, shop: string) {
  const made = async (path: string, data: object) => (await request.post(`${shop}/api${path}`, { data })).json();
  const job = await made('/jobs', { id: newId(), customer: 'Rope Walk', piece: 'Hatch', tolerance: 2 });
  const { woods } = await made(`/jobs/${job.id}/woods`, { id: newId(), speciesId: 'oak', boardId: newId() });
  return { ...job, wood: woods[0] };
}

test('a target and a raw board by one picture, then a finished board against it: by finger, without an instrument', async ({
  page,
  request,
  shop,
}) => {
  const job = await newJob(request, shop);
  await page.goto(`/jobs/${job.number}/boards`);
  await page.getByRole('link', { name: 'By a picture' }).click();
  await openWithCard(page, table([target, pale]));
  await expect(page.getByText('Tap the picture where target lies.')).toBeVisible();
  await tapAt(page, 0.13, 0.75);
  await expect(words(page)).toBeVisible();
  await tapAt(page, 0.38, 0.75);
  await expect(words(page)).toContainText('lighter');
  await page.getByRole('button', { name: 'Keep it, and go on from here' }).click();
  await expect(page).toHaveURL(/boards/);
  // The raw board is read by it; the target is told by it.
  await expect(page.getByText(/picture/).first()).toBeVisible();
  await page.goto(`/jobs/${job.number}/target`);
  await expect(page.getByRole('img', { name: 'The target' })).toBeVisible();
  await expect(page.getByTestId('known-to')).toContainText('Known to');

  const kept = await (await request.get(`${shop}/api/jobs/${job.id}`)).json();
  const board = kept.woods[0].boards[0];
  const stack = [{ kind: 'clear', colours: {}, medium: 'water-satin', settings: {} }];
  const planned = { id: newId(), stack, litres: 0.5, origin: 'hand', knowledge: null };
  await request.post(`${shop}/api/boards/${board.id}/recipe`, { data: planned });
  const coat = { id: newId(), stage: 1, putOnAt: '2026-03-02T09:00:00.000Z' };
  expect((await request.post(`${shop}/api/boards/${board.id}/coats`, { data: coat })).status()).toBe(201);
  await page.goto(`/jobs/${job.number}/verdict`);
  await page.getByRole('link', { name: 'By a picture' }).click();
  // The next picture of the same arrangement: the card and the target lie as they did, the board is another by now.
  const next = table([target, { id: 'board', linear: [0.25, 0.12, 0.05] }]);
  const input = { name: 'table.jpg', mimeType: 'image/jpeg', buffer: asJpeg(next) };
  await page.getByLabel('Picture file').setInputFiles(input);
  await expect(page.getByText('Tap the picture where board 1 lies.')).toBeVisible();
  await tapAt(page, 0.38, 0.75);
  await expect(page.getByText('board 1 against target, from 1 picture')).toBeVisible();
  await page.getByRole('button', { name: 'Keep it, and go on from here' }).click();
  await expect(page).toHaveURL(/verdict/);
  await expect(page.getByTestId('seen-chance')).toBeVisible();
});

test('a ladder in one picture: the rungs beside the raw wood', async ({ page, request, shop }) => {
  const { colourants } = await (await request.get(`${shop}/api/shelf`)).json();
  const [dye] = colourants.filter((c: { kind: string }) => c.kind === 'dye');
  await page.goto(`/shelf?item=colourant/${dye.id}`);
  await page
    .getByRole('button', { name: new RegExp(dye.name) })
    .first()
    .click();
  await page.getByRole('button', { name: 'All rungs in one picture' }).click();
  await page.getByLabel(/^Strengths/).fill('1.1 7.3');
  const rungs: OnTheTable[] = [
    pale,
    { id: 'weak', linear: [0.45, 0.26, 0.11] },
    { id: 'strong', linear: [0.36, 0.15, 0.04] },
  ];
  await openWithCard(page, table(rungs));
  for (const x of [0.13, 0.38, 0.62]) await tapAt(page, x, 0.75);
  await expect(page.getByRole('listitem').filter({ hasText: /^7.3 / })).toBeVisible();
  await page.getByRole('button', { name: 'Keep the ladder' }).click();
  await expect(page.getByText(/2 rungs of .* kept/)).toBeVisible();
});

test('a picture that is none, and one in which the card is burnt out, are said in a sentence', async ({
  page,
  request,
  shop,
}) => {
  const job = await newJob(request, shop);
  await page.goto(`/jobs/${job.number}/picture`);
  const text = { name: 'table.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('L,a,b\n50,10,20\n') };
  await page.getByLabel('Picture file').setInputFiles(text);
  await expect(page.getByText(/no picture that can be read/)).toBeVisible();
  const flash = asJpeg(table([target]), { flash: 1 });
  await page.getByLabel('Picture file').setInputFiles({ ...text, buffer: flash });
  await expect(page.getByText(/The flash fired/)).toBeVisible();
  const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic0000mif1heic')]);
  await page.getByLabel('Picture file').setInputFiles({ ...text, buffer: heic });
  await expect(page.getByText(/HEIC/)).toBeVisible();
  await openWithCard(page, table([target, pale], { curve: (v) => 1.4 * v }));
  await tapAt(page, 0.13, 0.75);
  await expect(page.getByText(/burnt out in the picture/)).toBeVisible();
});

test('boards from before in one picture, each by what stands on it', async ({ page }) => {
  await page.goto('/rack');
  await page.getByRole('button', { name: 'Several by a picture' }).click();
  await page.getByLabel(/^What stands on them/).fill('fumed, oiled\nwalnut 2:1');
  await openWithCard(page, table([target, pale]));
  for (const x of [0.13, 0.38]) await tapAt(page, x, 0.75);
  await expect(page.getByRole('listitem').filter({ hasText: 'walnut 2:1' })).toBeVisible();
  await page.getByRole('button', { name: 'Put them on the rack' }).click();
  await expect(page.getByText('2 boards on the rack.')).toBeVisible();
  await expect(page.getByText('fumed, oiled')).toBeVisible();
});

test('what this browser makes of a JPEG and a PNG is what the server does', async ({ page }) => {
  await page.goto('/jobs');
  const picture = table([target, pale], { noise: 0.05, cell: 64 });
  for (const [bytes, type, most] of [
    [asPng(picture), 'image/png', 0],
    [asJpeg(picture), 'image/jpeg', 4],
  ] as const) {
    const ours = await rasterOf(bytes);
    const theirs = await page.evaluate(
      async ([base64, kind]) => {
        const file = new Blob([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], { type: kind });
        const bitmap = await createImageBitmap(file);
        const paper = new OffscreenCanvas(bitmap.width, bitmap.height).getContext(
          '2d',
        ) as OffscreenCanvasRenderingContext2D;
        paper.drawImage(bitmap, 0, 0);
        return { width: bitmap.width, data: Array.from(paper.getImageData(0, 0, bitmap.width, bitmap.height).data) };
      },
      [bytes.toString('base64'), type] as const,
    );
    expect(theirs.width).toBe(ours.width);
    let far = 0;
    for (let i = 0; i < ours.width * ours.height; i++)
      for (let k = 0; k < 3; k++)
        if (Math.abs((theirs.data[4 * i + k] as number) - (ours.data[ours.channels * i + k] as number)) > most) far++;
    // At the edges of things decoders blend what a JPEG keeps of colour, which is coarser, each its own way.
    expect(far / theirs.data.length).toBeLessThan(0.02);
  }
});

test('a telephone, a card and a tin: from an empty folder to a target and a raw board that are known', async ({
  page,
  request,
}) => {
  await inEmptyShop(async (address) => {
    const { press, tap, enter, count } = tapsOn(page);
    await page.goto(address);
    for (const answer of ['Eyes and a telephone', 'Spoons and cups', 'Rag and brush', 'In words: a shade too red'])
      await press(answer);
    await tap(page.getByRole('button', { name: /oak/ }));
    await press('stain');
    await enter('What its label says', 'Russet');
    await press('See it on the wood');
    await press('Plan board 1');
    await expect(page).toHaveURL(/boards/);
    // Who takes pictures is led there first.
    await tap(page.getByRole('link', { name: 'By a picture' }).first());
    await openWithCard(page, table([target, pale]));
    await tapAt(page, 0.13, 0.75);
    await tapAt(page, 0.38, 0.75);
    await expect(words(page)).toContainText('lighter');
    await press('Keep it, and go on from here');
    await expect(page).toHaveURL(/boards/);
    console.log(
      `from an empty shop to a picture of target and raw board: ${count()} taps and entries, and the card's corners`,
    );
    const { jobs } = await (await request.get(`${address}/api/jobs`)).json();
    const job = await (await request.get(`${address}/api/jobs/${jobs[0].number}`)).json();
    expect(job.pictures).toHaveLength(1);
    expect(job.woods[0].boards[0].readings).toMatchObject([{ stage: 0, source: 'picture' }]);
    await page.goto(`${address}/jobs/${jobs[0].number}/target`);
    await expect(page.getByTestId('known-to')).toContainText('Known to');
  });
});

test('boards are found by their labels: their fields lie beside them', async ({ page, context, request, shop }) => {
  const job = await newJob(request, shop);
  const two = await (await request.post(`${shop}/api/woods/${job.wood.id}/boards`, { data: { id: newId() } })).json();
  expect(two.number).toBe(2);
  // Two boards as they lie on the bench, a label on the raw end of each.
  const drawn = await context.newPage();
  await drawn.setViewportSize({ width: 1000, height: 700 });
  const board = (code: string, top: number, colour: string) =>
    `<div style="position:absolute;left:60px;top:${top}px;width:880px;height:180px;background:${colour}">
       <div style="position:absolute;left:20px;top:40px;width:100px">${qrSvg(code)}</div></div>`;
  await drawn.setContent(
    `<body style="margin:0;background:#8a8a8a">${board(`${job.number}/oak-1`, 80, '#b58a5a')}${board(`${job.number}/oak-2`, 400, '#7a4a2a')}</body>`,
  );
  const buffer = await drawn.screenshot();
  await drawn.close();
  await page.goto(`/jobs/${job.number}/picture?board=oak-1`);
  await page.getByLabel('Picture file').setInputFiles({ name: 'bench.png', mimeType: 'image/png', buffer });
  await expect(page.getByTestId('by-label')).toContainText('board 1');
  await expect(page.getByTestId('by-label')).toContainText('board 2');
  await expect(page.getByRole('button', { name: '✓ board 1' })).toBeVisible();
  // Its field lies on the board, past the label.
  const table = (await page.getByRole('application').boundingBox()) as { x: number; width: number };
  const field = (await page.getByRole('application').locator('g').first().boundingBox()) as {
    x: number;
    width: number;
  };
  expect((field.x - table.x) / table.width).toBeGreaterThan(0.3);
});
