import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { asPoured } from '../../record/board/poured.ts';
import type { Board } from '../../shared/board.ts';
import { newId } from '../../shared/id.ts';
import type { Lot } from '../../shared/lot.ts';
import type { Shelf } from '../../shared/shelf.ts';

let bench: BeechShop;
let board: Board;
const LOT = { item: 'colourant/honey', code: 'H-1', amount: 50, unit: 'g', opened: null, bestBefore: null, note: '' };
const shelf = async (): Promise<Shelf> => (await bench.shop.ask('get', '/shelf').expect(200)).body;
const lotNow = async (id: string) => (await shelf()).lots.find((l) => l.id === id) as Lot;
const refused = async (url: string, body: object, status: number, method: 'post' | 'patch' = 'post') =>
  (await bench.shop.ask(method, url, body).expect(status)).body.detail as string;
const step = (what: string, more: object = {}) => bench.post(`/boards/${board.id}/steps`, { step: what, ...more });

beforeAll(async () => {
  bench = await openBeechShop();
  board = (await bench.boards())[0] as Board;
  await bench.read(board.id, 0);
  await bench.plan(board.id, [DYE, CLEAR]);
});
afterAll(() => bench.shop.close());

describe('lots on the shelf', () => {
  it('the lot that a colour came with is one of its lots, not counted yet', async () => {
    const { lots } = await shelf();
    expect(lots).toHaveLength(1);
    expect(lots[0]).toMatchObject({ item: 'colourant/honey', amount: null, left: null, unit: 'g' });
  });
  it('one code once, of things that are there, never less than nothing', async () => {
    await bench.post('/lots', LOT);
    expect(await refused('/lots', LOT, 409)).toBe('Honey has a lot H-1 already.');
    expect(await refused('/lots', { ...LOT, item: 'colourant/nothing' }, 422)).toMatch('There is no “nothing”');
    expect(await refused('/lots', { ...LOT, code: 'H-2', amount: -1 }, 422)).toMatch('never less than nothing');
    expect(await refused('/lots', { ...LOT, code: 'H-2', bestBefore: 'soon' }, 422)).toMatch('year-month-day');
  });
  it('supplies are kept, put right and put away like the rest, with all that is known of them', async () => {
    const reducer = {
      id: 'slow-reducer',
      name: 'Slow reducer',
      kind: 'reducer',
      carrier: 'solvent',
      caution: 'Flammable.',
      sheet: { density: 0.87, label: { thinning: 0.2 }, shop: {} },
    };
    const made = await bench.post('/supplies', reducer);
    expect(made).toMatchObject({ ...reducer, version: 1, archived: false });
    const sheet = { ...reducer.sheet, density: 0 };
    expect(await refused('/supplies/slow-reducer', { version: 1, sheet }, 422, 'patch')).toMatch(
      'of nothing there is none',
    );
    await bench.shop.ask('patch', '/supplies/slow-reducer', { version: 1, name: 'Reducer, slow' }).expect(200);
    await bench.shop.ask('delete', '/supplies/slow-reducer').expect(204);
    expect((await shelf()).supplies[0]).toMatchObject({ name: 'Reducer, slow', archived: true });
    await bench.shop.ask('post', '/supplies/slow-reducer/restore').expect(204);
  });
});

describe('what was poured', () => {
  it('lives in the record, takes from its lot, and is what goes on the board', async () => {
    const lot: Lot = await bench.post('/lots', { ...LOT, code: 'H-3' });
    const done: Board = await step('1/honey', { grams: 2.2, lotId: lot.id });
    expect(done.recipe?.done).toMatchObject([{ step: '1/honey', grams: 2.2, lotId: lot.id }]);
    expect((await lotNow(lot.id)).left).toBeCloseTo(47.8, 9);
    expect(await refused(`/boards/${board.id}/steps`, { step: '1/honey', grams: 1 }, 409)).toMatch('done already');
    const [poured] = done.recipe?.done ?? [];
    await bench.shop.ask('delete', `/steps/${poured?.id}`).expect(200);
    expect((await lotNow(lot.id)).left).toBeCloseTo(50, 9);
    const back: Board = (await bench.shop.ask('post', `/steps/${poured?.id}/restore`).expect(200)).body;
    expect((await lotNow(lot.id)).left).toBeCloseTo(47.8, 9);
    // 2.2 g in half a litre are 4.4 g/L, not the 4 that were planned.
    const kinds = { colourants: Object.fromEntries((await shelf()).colourants.map((c) => [c.id, c])) } as never;
    expect(back.recipe && asPoured(back.recipe, 1, kinds).colours.honey).toBeCloseTo(4.4, 9);
    const on: Board = await bench.post(`/boards/${board.id}/coats`, { stage: 1 });
    expect(on.coats[0]?.layer.colours.honey).toBeCloseTo(4.4, 9);
  });
  it('a pour right after its lot was counted is taken from it, also while the clock stands', async () => {
    await bench.shop.db.query('update shop_clock set stands_at = shop_now()');
    const lot: Lot = await bench.post('/lots', { ...LOT, code: 'H-4' });
    await step('1/base', { millilitres: 450 });
    await step('1/strain', { grams: 5, lotId: lot.id });
    expect((await lotNow(lot.id)).left).toBeCloseTo(45, 9);
    const counted = { version: lot.version, amount: 30 };
    expect((await bench.shop.ask('patch', `/lots/${lot.id}`, counted).expect(200)).body.left).toBeCloseTo(30, 9);
    await bench.shop.db.query('update shop_clock set stands_at = null');
  });
  it('a lot in millilitres wants the density; counting again starts from what was counted', async () => {
    const lot: Lot = await bench.post('/lots', {
      ...LOT,
      item: 'medium/water-satin',
      code: 'W-1',
      amount: 1000,
      unit: 'mL',
    });
    const dye: Lot = await bench.post('/lots', { ...LOT, code: 'H-9', unit: 'mL' });
    expect(await refused(`/boards/${board.id}/steps`, { step: '2/base', grams: 90, lotId: dye.id }, 422)).toBe(
      'Cannot convert: the density of Honey is missing.',
    );
    await step('2/base', { millilitres: 90, lotId: lot.id });
    expect((await lotNow(lot.id)).left).toBeCloseTo(910, 9);
    const counted = { version: lot.version, amount: 800 };
    expect((await bench.shop.ask('patch', `/lots/${lot.id}`, counted).expect(200)).body.left).toBeCloseTo(800, 9);
  });
  it('a batch of a layer may be another; what it is made of are the colours of that layer', async () => {
    const pots = [{ id: newId(), stage: 1, litres: 0.6, grams: { honey: 2.4 } }];
    const now: Board = await bench.post(`/boards/${board.id}/pots`, { pots });
    expect(now.recipe?.pots).toEqual([{ stage: 1, litres: 0.6, grams: { honey: 2.4 } }]);
    const other = [{ id: newId(), stage: 1, litres: 0.6, grams: { slate: 1 } }];
    expect(await refused(`/boards/${board.id}/pots`, { pots: other }, 422)).toMatch(
      '“slate” is no colour of this layer',
    );
    const none = [{ id: newId(), stage: 7, litres: 0.6, grams: {} }];
    expect(await refused(`/boards/${board.id}/pots`, { pots: none }, 422)).toMatch('there is no stage 7');
    expect(await refused(`/boards/${board.id}/steps`, { step: 'honey' }, 422)).toMatch('A step is a stage');
  });
  it('is told in the story', async () => {
    const { eventText } = await import('../../record/job/story.ts');
    const story = (await bench.shop.ask('get', `/boards/${board.id}/story`).expect(200)).body;
    const told = story.map((e: never) => eventText(e));
    expect(told).toContain('Layer 1, honey: 2.2 g poured, lot H-3');
    expect(told).toContain('Layer 1, honey taken back');
    expect(told).toContain('Batch of dye: 0.6 L');
  });
});

describe('mixes that are kept', () => {
  const MIX = {
    name: 'Left of the shelf',
    kind: 'dye',
    colours: { honey: 4 },
    litres: 0.4,
    note: '',
    unknownStrength: false,
  };
  it('stand on the shelf, become another, are put away and brought back', async () => {
    const mix = await bench.post('/mixes', MIX);
    expect(mix).toMatchObject({ ...MIX, version: 1, archived: false });
    const stronger = { version: 1, colours: { honey: 6 }, litres: 0.5 };
    expect((await bench.shop.ask('patch', `/mixes/${mix.id}`, stronger).expect(200)).body.colours).toEqual({
      honey: 6,
    });
    expect(await refused(`/mixes/${mix.id}`, { version: 1, litres: 1 }, 409, 'patch')).toMatch('changed meanwhile');
    await bench.shop.ask('delete', `/mixes/${mix.id}`).expect(204);
    expect((await shelf()).mixes[0]?.archived).toBe(true);
    await bench.shop.ask('post', `/mixes/${mix.id}/restore`).expect(204);
    expect((await bench.shop.ask('get', `/mixes/${mix.id}/story`).expect(200)).body).toHaveLength(4);
  });
  it('are refused with a sentence: nothing in it, more than dissolves, less than nothing left', async () => {
    expect(await refused('/mixes', { ...MIX, colours: {} }, 422)).toBe('A mix has one colour at least.');
    expect(await refused('/mixes', { ...MIX, colours: { honey: 400 } }, 422)).toMatch('Honey');
    expect(await refused('/mixes', { ...MIX, litres: -1 }, 422)).toMatch('never less than nothing');
    expect(await refused('/mixes', { ...MIX, colours: { ghost: 1 } }, 422)).toMatch('ghost');
  });
});

describe('what the shop has seen of its products', () => {
  it('is the waits that were kept between coats whose times were noted', async () => {
    const wood = (await bench.now()).woods[0];
    const made: Board = await bench.post(`/woods/${wood?.id}/boards`, { id: newId() });
    await bench.read(made.id, 0);
    await bench.plan(made.id, [DYE, CLEAR]);
    const before = await bench.shop.ask('get', '/shelf/experience').expect(200);
    const seen = (list: { item: string; waits: number[] }[]) =>
      list.find((e) => e.item === 'colourant/honey')?.waits ?? [];
    for (const [stage, at] of [
      [1, '2026-02-02T08:00:00Z'],
      [2, '2026-02-02T17:30:00Z'],
    ] as const)
      await bench.post(`/boards/${made.id}/coats`, { id: newId(), stage, putOnAt: at });
    const now = await bench.shop.ask('get', '/shelf/experience').expect(200);
    expect(seen(now.body)).toHaveLength(seen(before.body).length + 1);
    expect(seen(now.body)).toContain(9.5);
  });
});
