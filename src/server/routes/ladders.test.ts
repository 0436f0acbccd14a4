import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, openBeechShop } from '../../../test/server/beech-shop.ts';
import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { labOf } from '../../core/colour/lab.ts';
import { nth } from '../../core/known.ts';
import { NOTHING_LEARNED } from '../../core/learn/knowledge.ts';
import { COLOURANTS } from '../../demo/products.ts';
import { stageMean } from '../../record/board/stages.ts';
import { boardModel, openBench, problemOf, unforeseen } from '../../record/job/bench.ts';
import { rungOfStage } from '../../record/job/ladders.ts';
import type { Board } from '../../shared/board.ts';
import { newId } from '../../shared/id.ts';
import type { Shelf } from '../../shared/shelf.ts';

/** Two ready-made stains that nobody has laddered, on a job. */
const pot = (tawny: number, bog: number) => ({ kind: 'wiping-stain', colours: { tawny, bog }, settings: {} });

let bench: BeechShop;
const shelf = async (): Promise<Shelf> => (await bench.shop.ask('get', '/shelf').expect(200)).body;
const colour = async (id: string) =>
  nth(
    (await shelf()).colourants.filter((c) => c.id === id),
    0,
  );
/** The bench and the model of a board, as a page has them. */
async function seen(board: Board) {
  const job = await bench.now();
  const open = openBench(job, await shelf(), NOTHING_LEARNED);
  const wood = nth(job.woods, 0);
  const model = boardModel(
    open,
    wood,
    nth(
      wood.boards.filter((b) => b.id === board.id),
      0,
    ),
  );
  if (!model) throw new Error('no wood');
  return { open, model };
}
async function made(layer: object): Promise<Board> {
  const { woods } = await bench.now();
  const board: Board = await bench.post(`/woods/${nth(woods, 0).id}/boards`, { id: newId() });
  await bench.read(board.id, 0);
  await bench.plan(board.id, [layer, CLEAR]);
  await bench.read(board.id, 1);
  return nth(
    (await bench.boards()).filter((b) => b.id === board.id),
    0,
  );
}
async function keepRung(board: Board) {
  const { open, model } = await seen(board);
  const found = rungOfStage(open, model, 1);
  if (!found) throw new Error('no rung');
  return bench.post(`/colourants/${found.owner.id}/ladder`, { rungs: [{ id: newId(), ...found.rung }] });
}

beforeAll(async () => {
  bench = await openBeechShop();
  for (const id of ['tawny', 'bog', 'gull']) {
    const stain = COLOURANTS.find((c) => c.id === id);
    if (stain) await bench.post('/colourants', stain);
  }
});
afterAll(() => bench.shop.close());

describe('stains that nobody has laddered', () => {
  let first: Board;
  it('stand in the layers of a job, are planned and put on; past them nothing is promised', async () => {
    first = await made(pot(0.6, 0.2));
    expect(first.recipe?.stack).toHaveLength(2);
    expect(first.recipe?.expected).toHaveLength(1);
    const { open, model } = await seen({ ...first });
    // Read now, what follows is foreseen from there; a new board of it is not.
    expect(unforeseen(open, model, first.recipe?.stack ?? [])).toBeNull();
    const fresh = { ...model, board: { ...model.board, readings: [] } };
    expect(unforeseen(open, fresh, first.recipe?.stack ?? [])?.name).toMatch(/Tawny|Bog/);
    expect(problemOf(open, fresh, first.recipe?.stack ?? [], [])).toBeNull();
  });
  it('the boards read with them are their ladder: mixtures of two ratios tell of both', async () => {
    await keepRung(first);
    expect((await colour('tawny')).absorption).toBeNull();
    const { open, model } = await seen(first);
    expect(rungOfStage(open, model, 1)?.kept).toBe(true);
    await keepRung(await made(pot(0.2, 0.6)));
    const tawny = await colour('tawny');
    expect(tawny.fit?.fitError).toHaveLength(1);
    expect(Math.max(...(tawny.fit?.fitError ?? []).map((e) => e ?? 9))).toBeLessThan(2);
    const bog = await colour('bog');
    expect([bog.rungs.length, bog.fit?.fitError.length, bog.absorption?.length]).toEqual([1, 1, 31]);
  });
  it('known, a ratio between is foreseen', async () => {
    const board = await made(pot(0.4, 0.4));
    expect(board.recipe?.expected).toHaveLength(3);
    const read = stageMean(board, 1);
    expect(deltaE00(labOf(nth(board.recipe?.expected ?? [], 1)), labOf(read ?? []))).toBeLessThan(3);
    const { open, model } = await seen(board);
    expect(rungOfStage(open, model, 1)).toBeNull();
  });
  it('without their boards they are unknown again', async () => {
    const [rung] = (await colour('tawny')).rungs;
    await bench.shop.ask('delete', `/rungs/${rung?.id}`).expect(200);
    expect((await colour('bog')).absorption).toBeNull();
    await bench.shop.ask('post', `/rungs/${rung?.id}/restore`, {}).expect(200);
    expect((await colour('bog')).absorption).not.toBeNull();
  });
  it.each([
    [{ honey: 2 }, /takes a pigment or a stain/],
    [{ nothing: 0.2 }, /no colourant “nothing”/],
    [{ bog: 0.7 }, /110 %/],
    [{ bog: 0 }, /more than nothing/],
  ])('a pot that cannot be is refused: %j', async (beside, said) => {
    const [{ speciesId, before, after } = { speciesId: '', before: [], after: [] }] = (await colour('tawny')).rungs;
    const rungs = [{ id: newId(), speciesId, before, after, strength: 0.4, beside }];
    const { body } = await bench.shop.ask('post', '/colourants/tawny/ladder', { rungs }).expect(422);
    expect(body.detail).toMatch(said);
  });
  it('a board of two colours is made by the simulated workshop too', async () => {
    const rung = { colourantId: 'tawny', speciesId: 'beech', strength: 0.5, beside: { bog: 0.25 } };
    const alone = { ...rung, beside: {} };
    const [both, one] = [
      await bench.post('/instrument/rung', rung, 200),
      await bench.post('/instrument/rung', alone, 200),
    ];
    expect(labOf(both.after)[0]).toBeLessThan(labOf(one.after)[0] - 2);
  });
});
