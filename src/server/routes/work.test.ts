import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { looksTold } from '../../core/judge/looks-run.ts';
import { finishedMean, layersOn } from '../../record/board/stages.ts';
import { looksOfWork, runOfWork } from '../../record/work/run.ts';
import type { Board } from '../../shared/board.ts';
import type { ClockKnown } from '../../shared/clock.ts';
import { newId } from '../../shared/id.ts';
import type { Job } from '../../shared/job.ts';
import type { QuotesTaught } from '../../shared/quote.ts';

let bench: BeechShop;
const wood = async () => (await bench.now()).woods[0] as Job['woods'][number];
const part = newId();
const ids = [newId(), newId()] as const;
const portions = ids.map((id, n) => ({ id, part, portion: n + 1, count: 3 }));
const begin = (body: object, status = 200) => wood().then(({ id }) => bench.post(`/woods/${id}/work`, body, status));
const putOn = (id: string, stage: number) => bench.post(`/boards/${id}/coats`, { id: newId(), stage });

beforeAll(async () => {
  bench = await openBeechShop();
  const { id: woodId } = await wood();
  await bench.post(`/jobs/${(await bench.now()).id}/parts`, {
    parts: [
      { id: part, name: 'Rail', woodId, count: 6, length: 800, width: 90, thickness: null, faces: 1, zones: ['face'] },
    ],
  });
});
afterAll(() => bench.shop.close());

describe('the work of a wood', () => {
  it('waits for a board that passes, or that is accepted', async () => {
    const [board] = (await bench.boards()) as [Board];
    await bench.read(board.id, 0);
    await bench.plan(board.id, [DYE, CLEAR]);
    expect((await begin({ board: board.id, portions }, 409)).detail).toMatch(/does not pass yet/);
    for (const stage of [1, 2]) {
      await putOn(board.id, stage);
      await bench.read(board.id, stage);
    }
    const [now] = (await bench.boards()) as [Board];
    await bench.shop
      .ask('patch', `/boards/${now.id}`, { version: now.version, judged: { accepted: true, words: '' } })
      .expect(200);
  });
  it('is refused with a sentence: more pieces than there are, another’s part, one portion twice', async () => {
    const [{ id: board }] = (await bench.boards()) as [Board];
    const asked = async (changed: object) =>
      (await begin({ board, portions: [{ ...portions[0], ...changed }] }, 409)).detail;
    expect(await asked({ count: 7 })).toBe('There are 6 of Rail, and 7 would be at work.');
    expect(await asked({ part: newId() })).toBe('This part is not made of this wood.');
    expect((await begin({ board, portions: portions.map((p) => ({ ...p, portion: 1 })) }, 409)).detail).toMatch(
      /is begun already/,
    );
    expect((await begin({ board: newId(), portions }, 409)).detail).toMatch(/of their own wood/);
  });
  it('makes portions of record, with one recipe and one batch for all; begun twice it is begun once', async () => {
    const [board] = (await bench.boards()) as [Board];
    await begin({ board: board.id, portions });
    await begin({ board: board.id, portions });
    const { boards, pieces, offcutsTaken } = await wood();
    expect(boards).toHaveLength(1);
    expect(pieces.map((p) => p.pieces)).toEqual(portions.map(({ id: _, ...p }) => p));
    const [first, second] = pieces as [Board, Board];
    expect(first.recipe?.id).toBe(second.recipe?.id);
    expect(first.recipe?.expected.at(-1)).toEqual(Array.from(finishedMean(board) ?? []));
    // 0.432 m² take less of the dye than a cup holds back: that is the least.
    expect(first.recipe?.pots.map((p) => p.stage)).toEqual([1, 2]);
    expect(first.recipe?.pots[0]?.litres).toBe(0.05);
    expect(offcutsTaken).toBe(1);
    // A pour for one is a pour for all.
    await bench.post(`/boards/${first.id}/steps`, { id: newId(), step: '1/honey', grams: 0.1 });
    expect((await wood()).pieces[1]?.recipe?.done.map((d) => d.step)).toEqual(['1/honey']);
  });
  it('is worked on portion by portion: coats, the clock and readings are each portion’s own', async () => {
    const [first, second] = ids;
    await putOn(first, 1);
    const { pieces } = await wood();
    expect(pieces.map(layersOn)).toEqual([1, 0]);
    const refused = await bench.post('/clock/done', { id: newId(), work: `part/${part}/1/2/2/coat` }, 409);
    expect(refused.detail).toMatch(/put on at its board/);
    await bench.post('/clock/done', { id: newId(), work: `part/${part}/2/0/1/prepare` });
    const { done }: ClockKnown = (await bench.shop.ask('get', '/clock').expect(200)).body;
    expect(done.map((d) => d.work)).toContain(`part/${part}/2/0/1/prepare`);
    await putOn(first, 2);
    for (let n = 0; n < 3; n++) await bench.read(first, 2);
    const run = runOfWork(await wood());
    expect(run?.pieces).toHaveLength(3);
    // Each reading is of a piece of its own.
    expect(new Set(run?.pieces.map((p) => p.lab[0].toFixed(3))).size).toBe(3);
    expect(layersOn((await wood()).pieces.find((p) => p.id === second) as Board)).toBe(0);
    // What is read of pieces is no trial: the list of jobs counts boards.
    const { jobs } = (await bench.shop.ask('get', '/jobs').expect(200)).body;
    expect(jobs[0].woods[0].boards).toBe(1);
  });
});

describe('pieces that nobody reads', () => {
  it('are held up one after another; the same said of two in a row is a drift', async () => {
    const [first] = ids;
    const look = (direction: string) =>
      bench.post(`/boards/${first}/looks`, {
        id: newId(),
        stage: 2,
        said: [{ direction, size: 'touch' }],
        dry: true,
      });
    for (const direction of ['darker', 'lighter', 'lighter']) await look(direction);
    const looks = looksOfWork(await wood());
    expect(looks.map((l) => l.portion.id)).toEqual([first, first, first]);
    expect(looksTold(looks.map((l) => l.said))).toEqual({ what: 'drifts', direction: 'lighter' });
  });
});

describe('a quote', () => {
  const terms = { hour: 50, margin: 0.2, rework: 0.1, trials: 2, pace: 1 };
  const quote = (body: object, status = 201) =>
    bench.now().then(({ id }) => bench.post(`/jobs/${id}/quotes`, body, status));
  const taught = async (): Promise<QuotesTaught> => (await bench.shop.ask('get', '/quotes/taught').expect(200)).body;

  it('is worked out and kept by its terms, once; the next of the shop begins with them', async () => {
    expect((await taught()).terms).toBeNull();
    const id = newId();
    await quote({ id, terms });
    await quote({ id, terms: { ...terms, hour: 1 } });
    const [kept, ...others] = (await bench.now()).quotes;
    expect(others).toEqual([]);
    expect(kept?.terms).toEqual(terms);
    expect(kept?.lines.map((l) => l.what)).toContain('Trial boards, 2');
    expect((await taught()).terms).toEqual(terms);
    expect((await quote({ id: newId(), terms: { ...terms, pace: 9 } }, 422)).detail).toMatch(/five times/);
  });
  it('is held against the hours that were worked once every piece is done, and teaches', async () => {
    const { id } = await bench.now();
    await bench.post(`/jobs/${id}/hours`, { id: newId(), hours: 4, what: 'all of it' });
    // One portion is still to be done.
    expect((await taught()).jobs).toEqual([]);
    for (const stage of [1, 2]) await putOn(ids[1], stage);
    const [job] = (await taught()).jobs;
    expect(job).toMatchObject({ job: 1, worked: 4 });
    expect(job?.quoted).toBeGreaterThan(3);
    const [own] = (await bench.now()).hours;
    await bench.shop.ask('delete', `/hours/${own?.id}`).expect(200);
    expect((await taught()).jobs).toEqual([]);
    await bench.post(`/hours/${own?.id}/restore`, {}, 200);
    expect((await taught()).jobs).toHaveLength(1);
    expect((await bench.post(`/jobs/${id}/hours`, { id: newId(), hours: 0, what: '' }, 422)).detail).toMatch(
      /More than no time/,
    );
  });
});
