import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import { type BeechShop, CLEAR, DYE, openBeechShop } from '../../../test/server/beech-shop.ts';
import { copyJob } from '../../../test/server/copy-job.ts';
import { searchPlan } from '../../core/plan/index.ts';
import { airLine } from '../../record/board/air.ts';
import { onTheClock } from '../../record/clock/clock.ts';
import { plannedTasks, weekOf } from '../../record/clock/week.ts';
import { shopAtWork } from '../../record/work/work.ts';
import type { Board } from '../../shared/board.ts';
import type { ClockKnown } from '../../shared/clock.ts';
import type { House } from '../../shared/house.ts';
import type { Job } from '../../shared/job.ts';
import type { Shelf } from '../../shared/shelf.ts';

/** All work that is open is on the clock and in the week, however many jobs there are. */
const JOBS = 300;

let bench: BeechShop;
const got = async (path: string) => (await bench.shop.ask('get', path).expect(200)).body;

/** The roads on which every job is looked at. */
const ROADS = ['/jobs', '/clock', '/clock/jobs', '/clock/rail'];
/** How often each road asks the database the same statement, at most. Learning asks beside it, each statement its own. */
async function mostAsked(): Promise<number[]> {
  const query = vi.spyOn(bench.shop.db, 'query');
  const counts = [];
  for (const road of ROADS) {
    query.mockClear();
    await got(road);
    const times = new Map<string, number>();
    for (const [sql] of query.mock.calls) times.set(sql, (times.get(sql) ?? 0) + 1);
    counts.push(Math.max(...times.values()));
  }
  query.mockRestore();
  return counts;
}

beforeAll(async () => {
  bench = await openBeechShop();
  const [board] = (await bench.boards()) as [Board];
  await bench.plan(board.id, [DYE, { ...CLEAR, settings: { coats: 2 } }]);
  await bench.post(`/boards/${board.id}/coats`, { stage: 1 });
  const { id } = await bench.now();
  await copyJob(bench.shop.db, id, JOBS - 1);
}, 240_000);
afterAll(() => bench.shop.close());

it('no road asks the database the same for each job: the clock asks what time it is twice', async () => {
  const most = await mostAsked();
  for (const [i, count] of most.entries()) expect(count, ROADS[i]).toBeLessThanOrEqual(2);
  expect(Math.min(...most)).toBeGreaterThan(0);
});

it('every board is on the clock, its tests are taken, and the week has a place for all of it', async () => {
  const jobs: Job[] = await got('/clock/jobs');
  expect(jobs).toHaveLength(JOBS);
  const shelf: Shelf = await got('/shelf');
  const house: House = await got('/house');
  const clock: ClockKnown = await got('/clock');
  const now = Date.parse(clock.now);
  const air = airLine(clock.air, jobs, now);
  const items = onTheClock(jobs, shopAtWork(shelf, house, clock.tests, clock.done), air, now);
  expect(new Set(items.map((i) => i.item.board.id)).size).toBe(JOBS);

  const [oldest] = jobs.toSorted((p, q) => p.number - q.number);
  const board = oldest?.woods[0]?.boards[0];
  const coat = `board/${board?.id}/${board?.recipe?.number}/1/1/coat`;
  const { tests }: ClockKnown = await bench.post('/clock/tests', { coat, dry: false });
  expect(tests.map((t) => t.coat)).toContain(coat);
  const rail = await got('/clock/rail');
  expect(rail.next?.what ?? rail.shuts?.what).toMatch(/job \d+/);

  const week = weekOf(items, { house, air, now });
  const { plan } = searchPlan(week.problem, { more: (made) => made < 2 });
  expect(
    new Set(plannedTasks(week, plan).map((p) => p.task.item.board.id)).size + plan.unplanned.length,
  ).toBeGreaterThanOrEqual(JOBS);
}, 240_000);
