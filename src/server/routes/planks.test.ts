import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { labOf } from '../../core/colour/lab.ts';
import { COLOURANTS } from '../../demo/products.ts';
import { stageMean } from '../../record/board/stages.ts';
import type { Board } from '../../shared/board.ts';
import { newId } from '../../shared/id.ts';

let bench: BeechShop;
const post: BeechShop['post'] = (...asked) => bench.post(...asked);
const now = () => bench.now();
const read: BeechShop['read'] = (...asked) => bench.read(...asked);
const plan: BeechShop['plan'] = (...asked) => bench.plan(...asked);
const boards = () => bench.boards();
const boardNamed = async (strip: string) => (await boards()).find((b) => b.strip === strip) as Board;

beforeAll(async () => {
  bench = await openBeechShop();
});
afterAll(() => bench.shop.close());

describe('where a reading was taken', () => {
  it('end grain and knots stand beside the face: they are no part of the mean, and the stage is not read by them', async () => {
    const [board] = await boards();
    const { id } = board as Board;
    await read(id, 0);
    const mean = stageMean((await boards())[0] as Board, 0);
    await read(id, 0, 'end');
    await read(id, 0, 'knot', 2);
    const [after] = (await boards()) as [Board];
    expect(after.readings).toHaveLength(5);
    expect(after.aside.map((r) => r.zone)).toEqual(['end', 'end', 'end', 'end', 'end', 'knot', 'knot']);
    expect(stageMean(after, 0)).toEqual(mean);
    const lightness = (grid: readonly number[]) => labOf(Float64Array.from(grid))[0];
    expect(lightness(after.aside[0]?.grid ?? [])).toBeLessThan(lightness(after.readings[0]?.grid ?? []) - 2);
    await plan(id, [DYE, CLEAR]);
    await read(id, 1, 'end');
    expect(stageMean((await boards())[0] as Board, 1)).toBeNull();
    const refused = await bench.shop.ask('post', `/boards/${id}/readings`, {
      stage: 0,
      zone: 'bark',
      reading: { takingId: newId(), source: 'instrument', count: 1 },
    });
    expect(refused.status).toBe(422);
  });
});

describe('a board divided', () => {
  it('shares what is on it, and each part goes its own way; the plank takes one offcut', async () => {
    const [{ id }] = (await boards()) as [Board];
    await read(id, 1);
    const taken = (await now()).woods[0]?.offcutsTaken;
    const part = newId();
    const split = { own: 'with the clear', strips: [{ id: part, name: 'without' }] };
    await post(`/boards/${id}/strips`, split);
    // A second tap, or one after a lost answer, divides nothing anew.
    await post(`/boards/${id}/strips`, split);
    const all = await boards();
    expect(all.map((b) => [b.plank, b.strip, b.branched])).toEqual([
      [id, 'with the clear', 0],
      [id, 'without', 1],
    ]);
    expect((await now()).woods[0]?.offcutsTaken).toBe(taken);
    const without = await boardNamed('without');
    expect(stageMean(without, 1)).toEqual(stageMean(all[0] as Board, 1));
    expect(without.recipe?.stack).toEqual(all[0]?.recipe?.stack);
    await plan(without.id, [DYE]);
    await read(id, 2);
    expect(stageMean(await boardNamed('with the clear'), 2)).not.toBeNull();
    expect(stageMean(await boardNamed('without'), 2)).toBeNull();
    const story = (await bench.shop.ask('get', `/jobs/${(await now()).id}/story`).expect(200)).body;
    expect(JSON.stringify(story)).toContain('board split');
  });
  it('is one plank to the simulated workshop: the same wood, a hand of its own from there on', async () => {
    const strips = [newId(), newId()];
    const [fresh] = [newId()];
    await post(`/woods/${(await now()).woods[0]?.id}/boards`, { id: fresh });
    await post(`/boards/${fresh}/strips`, {
      own: 'strip 1',
      strips: strips.map((id, i) => ({ id, name: `strip ${i + 2}` })),
    });
    for (const id of [fresh, ...strips]) {
      await read(id, 0);
      await plan(id, [DYE]);
      await read(id, 1);
    }
    const light = (b: Board, stage: number) => labOf(stageMean(b, stage) ?? new Float64Array(31))[0];
    const plank = (await boards()).filter((b) => b.plank === fresh);
    expect(plank).toHaveLength(3);
    const raws = plank.map((b) => light(b, 0));
    expect(Math.max(...raws) - Math.min(...raws)).toBeLessThan(0.6);
    expect(new Set(plank.map((b) => light(b, 1).toFixed(3))).size).toBe(3);
  });
  it.each([
    [{ own: '', strips: [{ id: newId(), name: 'b' }] }, 'Each part has a name.'],
    [{ own: 'a', strips: [] }, 'two parts at least'],
    [{ own: 'a', strips: Array.from({ length: 8 }, () => ({ id: newId(), name: 'b' })) }, 'eight strips at most'],
  ])('refuses %j', async (body, sentence) => {
    const [{ id }] = (await boards()) as [Board];
    const response = await bench.shop.ask('post', `/boards/${id}/strips`, body);
    expect(response.status).toBe(422);
    expect(JSON.stringify(response.body)).toContain(sentence);
  });
});

describe('the next board that teaches most', () => {
  it('is of usual mixes before any job wants a colour, then of what the jobs want; it falls as rungs are made', async () => {
    const next = async () => (await bench.shop.ask('get', '/shelf/next-boards').expect(200)).body;
    await post('/colourants', COLOURANTS[1] as object);
    const before = await next();
    expect(before.boards[0]).toMatchObject({ colourantId: 'amber', dark: false });
    expect(before.forJobs).toBe(false);
    await post(`/jobs/${(await now()).id}/readings`, { takingId: newId(), source: 'typed', lab: [45, 15, 30] });
    const wanted = await next();
    expect(wanted.forJobs).toBe(true);
    expect(wanted.boards.map((b: { colourantId: string }) => b.colourantId)).not.toContain('amber');
    expect(wanted.boards[0].gain).toBeGreaterThan(0);
    const { strength } = wanted.boards[0];
    const rung = await post('/instrument/rung', { colourantId: 'honey', speciesId: 'beech', strength }, 200);
    await post('/colourants/honey/ladder', { rungs: [{ strength, speciesId: 'beech', ...rung }] });
    expect((await next()).boards[0]?.gain ?? 0).toBeLessThan(wanted.boards[0].gain);
  });
});
