import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { itemsAtWork, shopAtWork } from '../../record/work/work.ts';
import type { Board } from '../../shared/board.ts';
import type { House } from '../../shared/house.ts';
import { newId } from '../../shared/id.ts';
import type { Job, JobList } from '../../shared/job.ts';
import type { Shelf } from '../../shared/shelf.ts';

/** A shop without an instrument, as nearly every shop is. */
let bench: BeechShop;
let board: Board;
const got = async (path: string) => (await bench.shop.ask('get', path).expect(200)).body;
const now = async (): Promise<Board> => (await bench.boards())[0] as Board;
const judge = async (judged: object | null, status = 200) =>
  (await bench.shop.ask('patch', `/boards/${board.id}`, { version: (await now()).version, judged }).expect(status))
    .body;
const atWork = async (): Promise<string[]> => {
  const shelf: Shelf = await got('/shelf');
  const house: House = await got('/house');
  const jobs: Job[] = [await bench.now()];
  return itemsAtWork(jobs, shopAtWork(shelf, house, [], [])).map((i) => i.name);
};
const listed = async () => ((await got('/jobs')) as JobList).jobs[0]?.woods[0];

beforeAll(async () => {
  bench = await openBeechShop();
  const { version }: House = await got('/house');
  await bench.shop.ask('patch', '/house', { version, simulated: false }).expect(200);
  [board] = (await bench.boards()) as [Board];
  await bench.plan(board.id, [DYE, CLEAR]);
});
afterAll(() => bench.shop.close());

describe('a board without a reading', () => {
  it('is not read by an instrument that is not there', async () => {
    const reading = { takingId: newId(), source: 'instrument', count: 5 };
    const { detail } = await bench.post(`/boards/${board.id}/readings`, { stage: 0, zone: 'face', reading }, 409);
    expect(detail).toMatch(/no simulated instrument/);
    const job = await bench.now();
    await bench.post(`/jobs/${job.id}/readings`, { ...reading, piece: 'counter-panel' }, 409);
    await bench.post('/instrument/rung', { colourantId: 'honey', strength: 2, speciesId: 'beech' }, 409);
  });
  it('is not judged before its coats are on', async () => {
    expect((await judge({ accepted: true, words: 'As the stair.' }, 409)).detail).toMatch(/coats are not all on/);
    await bench.post(`/boards/${board.id}/coats`, { stage: 1 });
    expect(await atWork()).toContain('beech-1');
  });
  it('is done with its last coat, rejected in words or accepted, and then off the clock', async () => {
    await bench.post(`/boards/${board.id}/coats`, { stage: 2 });
    expect(await listed()).toMatchObject({ toJudge: 1, accepted: false });
    await judge({ accepted: false, words: 'A touch red.' });
    expect((await now()).judged).toMatchObject({ accepted: false, words: 'A touch red.' });
    expect(await atWork()).toEqual([]);
    await judge({ accepted: true, words: '' });
    expect(await listed()).toMatchObject({ toJudge: 0, accepted: true });
    await judge(null);
    expect((await now()).judged).toBeNull();
    expect(await atWork()).toEqual(['beech-1']);
    const story = await got(`/boards/${board.id}/story`);
    expect(story.map((e: { kind: string }) => e.kind)).toContain('board judged');
  });
  it('is read later, without the raw reading, by what is typed', async () => {
    const reading = { takingId: newId(), source: 'typed', lab: [52, 14, 30] };
    await bench.post(`/boards/${board.id}/readings`, { stage: 2, zone: 'face', reading });
    expect((await now()).readings.map((r) => r.stage)).toEqual([2]);
  });
});
