import { type APIRequestContext, expect, type Page } from '@playwright/test';
import { tintOf, usualSurface } from '../../src/core/learn/surfaces.ts';
import { lookOf } from '../../src/core/usual/colours.ts';
import { usualWood } from '../../src/core/usual/woods.ts';
import { withIds } from '../fixtures/with-ids.ts';
import { test } from './demo.ts';
import { inEmptyShop } from './taps.ts';

/** A shop of somebody who has eyes, a rag and a few tins: nothing on its shelf was ever read. */
async function fillShelf(post: (path: string, data: object) => Promise<unknown>) {
  for (const figure of ['pine', 'maple'] as const) {
    const wood = usualWood(figure);
    await post('/species', { ...wood, tissues: wood.tissues.map((t) => ({ ...t, reflectance: [...t.reflectance] })) });
  }
  const colour = (
    id: string,
    name: string,
    kind: 'dye' | 'pigment' | 'stain',
    look: Parameters<typeof lookOf>,
    sheet: object = {},
  ) =>
    post('/colourants', {
      id,
      name,
      kind,
      carrier: kind === 'stain' ? 'oil' : 'water',
      maxStrength: kind === 'dye' ? 20 : kind === 'stain' ? 1 : 0.6,
      costPerGram: 0.05,
      caution: '',
      look: { speciesId: 'pine', lab: lookOf(...look) },
      sheet: { label: {}, shop: {}, ...sheet },
    });
  await colour('espresso', 'Espresso', 'stain', ['brown', 'dark']);
  await colour('chalk', 'Chalk', 'pigment', ['white', 'light']);
  await colour('ochre', 'Ochre', 'pigment', ['golden', 'medium'], { density: 1.3 });
  await colour('umber', 'Umber', 'pigment', ['brown', 'dark'], { density: 1.4 });
  await colour('honey', 'Honey', 'dye', ['golden', 'medium'], { form: 'powder', bulkDensity: 0.5 });
  await colour('moss', 'Moss', 'dye', ['green', 'medium'], { form: 'powder', bulkDensity: 0.5 });
  await colour('wine', 'Wine', 'dye', ['red', 'dark'], { form: 'powder', bulkDensity: 0.5 });
  const medium = (id: string, name: string, kind: 'sealer' | 'clear', carrier: string) =>
    post('/mediums', { id, name, kind, carrier, ...usualSurface(kind), tint: tintOf('slightly warm'), caution: '' });
  await medium('varnish', 'Clear varnish', 'clear', 'oil');
  await medium('can', 'Can lacquer', 'clear', 'solvent');
  await medium('gloss', 'Water gloss', 'clear', 'water');
  await medium('shellac', 'Blonde shellac', 'sealer', 'alcohol');
}

/** Rows of the work as they are told: what is typed, and one line that the sheet then says. */
const ROWS = [
  {
    piece: 'A shelf, stained and varnished',
    wood: 'pine',
    told: 'conditioner, wiped after 8 min, an hour · espresso, wiped after 10 min, with a rag, overnight · clear varnish × 2, with a brush, sand 220',
    says: /after 10 min wiped off/,
    at: '2/coat',
  },
  {
    piece: 'A stool, painted and worn',
    wood: 'pine',
    preparation: { texture: 'distressed', degree: 'heavy', edges: 'rubbed through' },
    told: 'opaque with 20 % chalk, 1 coat, sand 220 · opaque with 25 % chalk and 4 % ochre, 2 coats, 16 hours · powder glaze with 8 % umber after 5 min, rubbed off with a pad · water gloss, one coat, with a brush',
    says: /Chain, awl and a bag of screws/,
    at: '0/texture',
  },
  {
    piece: 'A cabinet with two glazes',
    wood: 'pine',
    told: '½ tsp honey and ¼ tsp moss in 8 fl oz, with foam, overnight · blonde shellac, one coat, from a spray can, scuff 320 · can lacquer, one coat, from a spray can · 3 oz glaze + 1 oz water + ¾ oz ochre + ¼ oz umber, dry-brushed, 3 hours · can lacquer, one coat, from a spray can · glaze: three of medium, one of umber, two of chalk, dry-brushed, mostly taken off, overnight · can lacquer × 2, from a spray can',
    // Nobody has weighed the white.
    usual: 'Take the usual, 1.3 g',
    says: /33 % of it/,
    at: '4/thin-1',
  },
  {
    piece: 'A tray, built and polished',
    wood: 'maple',
    told: 'wine 10 g/L, overnight · water gloss, 10 coats, 3 hours apart, with a brush · level 220-400 · 5 · 7 days · rub out 1000-4000, compound, polish',
    says: /3 h apart; nothing rubbed between them/,
    at: '2/coat-1',
  },
] as const;

async function lookAt(page: Page, times: number) {
  const soFar = page.getByRole('region', { name: 'So far' });
  for (let n = 1; n <= times; n++) {
    await page.getByRole('button', { name: 'The same' }).click();
    await expect(soFar.getByText('the same', { exact: true })).toHaveCount(n);
    await expect(page.getByRole('button', { name: 'The same' })).toBeEnabled();
  }
}

test('four jobs as they are told, with eyes alone: said, on the sheet, put on, looked at, good enough', async ({
  page,
  request,
}) => {
  test.setTimeout(240_000);
  await inEmptyShop(async (address) => {
    const ask = async (method: 'post' | 'put', path: string, data: object) => {
      const answer = await (request as APIRequestContext)[method](`${address}/api${path}`, { data });
      expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true);
      return answer.json();
    };
    const post = (path: string, data: object) => ask('post', path, withIds('POST', path, data) as object);
    await fillShelf(post);
    for (const row of ROWS) {
      const { number } = await post('/jobs', { customer: 'My own', piece: row.piece, tolerance: 2 });
      const { woods } = await post(`/jobs/${number}/woods`, { speciesId: row.wood });
      const [wood] = woods;
      if ('preparation' in row)
        await ask('put', `/woods/${wood.id}/preparation`, {
          version: wood.preparationVersion,
          preparation: { ...wood.preparation, ...row.preparation },
        });
      await page.goto(`${address}/jobs/${number}/layers`);
      await page.getByLabel('Say the layer').fill(row.told);
      await page.getByRole('button', { name: 'Say it' }).click();
      if ('usual' in row) await page.getByRole('button', { name: row.usual }).click();
      await expect(page.getByLabel('Say the layer')).toHaveValue('');
      await page.getByRole('button', { name: /^Plan (control )?board 1/ }).click();
      await expect(page).toHaveURL(/boards/);
      const job = await (await request.get(`${address}/api/jobs/${number}`)).json();
      const [board] = job.woods[0].boards;
      await page.goto(`${address}/jobs/${number}/mix?board=${row.wood}-1&step=${row.at}`);
      await expect(page.getByText(row.says).first()).toBeVisible();
      for (let stage = 1; stage <= board.recipe.stack.length; stage++)
        await post(`/boards/${board.id}/coats`, {
          stage,
          putOnAt: `2026-03-${String(2 * stage).padStart(2, '0')}T09:00:00.000Z`,
        });
      await page.goto(`${address}/jobs/${number}/verdict`);
      await lookAt(page, 2);
      await page.getByLabel('In your words', { exact: true }).fill('as it was told');
      await page.getByRole('button', { name: 'Good enough' }).click();
      await expect(page.getByTestId('judged')).toContainText('Accepted');
    }
    await page.goto(`${address}/jobs`);
    await expect(page.getByText('accepted')).toHaveCount(ROWS.length);
  });
});
