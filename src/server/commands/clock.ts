import { driedIn, HOUR } from '../../core/time/air.ts';
import { productOf } from '../../core/time/drying.ts';
import { airLine } from '../../record/board/air.ts';
import { type ClockItem, onTheClock, railOf } from '../../record/clock/clock.ts';
import { shopAtWork } from '../../record/work/work.ts';
import type {
  Air,
  ClockKnown,
  ClockTurned,
  NewAir,
  NewDryTest,
  NewWeekPlan,
  NewWorkDone,
  WeekPlan,
} from '../../shared/clock.ts';
import type { ClockRail } from '../../shared/clock-rail.ts';
import type { Job } from '../../shared/job.ts';
import type { Queries } from '../db/db.ts';
import {
  airNoted,
  clockNow,
  clockStamp,
  dryTests,
  insertAir,
  insertDone,
  insertPlan,
  insertTest,
  jobsWithOpenWork,
  letRun,
  setAirDeleted,
  setDoneDeleted,
  setTestDeleted,
  standAt,
  weekPlan,
  workDone,
} from '../repositories/clock.ts';
import { insertEvent, lastEvent } from '../repositories/events.ts';
import { house } from '../repositories/house.ts';
import { wholeShelf } from '../repositories/shelf.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

const MINUTE = 60_000;

export async function clockKnown({ db, turnable }: Shop): Promise<ClockKnown> {
  const [clock, air, tests, done, plan] = await Promise.all([
    clockNow(db),
    airNoted(db),
    dryTests(db),
    workDone(db),
    weekPlan(db),
  ]);
  return { ...clock, turnable, air, tests, done, plan };
}

interface Standing {
  items: ClockItem[];
  now: number;
  jobs: Job[];
}
/** The last that was worked out of each record: every page asks each minute, and most of the time nothing has moved. */
const lastStanding = new WeakMap<Queries, { stamp: string; standing: Standing }>();

/** Everything on its way, as it stands now. */
async function standing(db: Queries): Promise<Standing> {
  const { now } = await clockNow(db);
  // To the minute that is under way: what was just done lies before it.
  const at = Math.ceil(Date.parse(now) / MINUTE) * MINUTE;
  const stamp = `${at}/${await clockStamp(db)}`;
  const last = lastStanding.get(db);
  if (last?.stamp === stamp) return last.standing;
  const jobs = await jobsWithOpenWork(db);
  const air = await airNoted(db);
  const shop = shopAtWork(await wholeShelf(db), await house(db), await dryTests(db), await workDone(db));
  const found = { items: onTheClock(jobs, shop, airLine(air, jobs, at), at), now: at, jobs };
  lastStanding.set(db, { stamp, standing: found });
  return found;
}

export async function clockRail({ db }: Shop): Promise<ClockRail> {
  const { items } = await standing(db);
  const { now, stands } = await clockNow(db);
  return { now, stands, ...railOf(items, Date.parse(now)) };
}

/** Turns the clock of a shop that is there to practise in. */
export async function turnClock(shop: Shop, turned: ClockTurned): Promise<ClockKnown> {
  const { db, turnable } = shop;
  if (!turnable) throw new Refusal(409, 'This shop works by the clock on the wall: only a demo’s clock can be turned.');
  await db.transaction(async (tx) => {
    const { now } = await clockNow(tx);
    if (turned.runs !== undefined) await letRun(tx, turned.runs);
    else {
      const to = turned.to ? Date.parse(turned.to) : Date.parse(now) + (turned.hours ?? 0) * HOUR;
      // Nothing may lie in a time to come.
      const last = await lastEvent(tx);
      if (last && to < Date.parse(last))
        throw new Refusal(422, 'The clock is turned forward, never back behind what was done.', 'to');
      const { stands } = await clockNow(tx);
      await standAt(tx, new Date(to).toISOString());
      // Put at a moment it stands there; turned by hours it goes on as it did.
      if (!stands && turned.hours) await letRun(tx, true);
    }
  });
  return clockKnown(shop);
}

/** The air of the shop, noted once a day or whenever it changes; a forecast is of a moment to come. */
export async function noteAir({ db }: Shop, by: Actor, input: NewAir): Promise<Air[]> {
  return db.transaction(async (tx) => {
    const now = Date.parse((await clockNow(tx)).now);
    const at = input.at ? Date.parse(input.at) : now;
    if (input.source === 'forecast' && at <= now)
      throw new Refusal(422, 'A forecast is of a time to come: this one is past.', 'at');
    if (input.source !== 'forecast' && at > now + 60_000)
      throw new Refusal(422, 'Nobody has measured the air of a time to come: enter it as a forecast.', 'at');
    if ((await insertAir(tx, input)) && input.source !== 'sensor') {
      const { temperature, humidity, source } = input;
      await insertEvent(tx, { kind: 'air noted', by, item: 'house', detail: { temperature, humidity, source } });
    }
    return airNoted(tx);
  });
}
async function markAir({ db }: Shop, id: string, archived: boolean): Promise<void> {
  if (!(await setAirDeleted(db, id, archived))) throw notFound('note of the air');
}
export const archiveAir = (shop: Shop, id: string) => markAir(shop, id, true);
export const restoreAir = (shop: Shop, id: string) => markAir(shop, id, false);

/** What work of a key belongs to, as it stands. */
async function workOf(db: Queries, key: string) {
  const { items, jobs } = await standing(db);
  const now = Date.parse((await clockNow(db)).now);
  const item = items.find((i) => i.chain.some((t) => t.key === key));
  const task = item?.chain.find((t) => t.key === key);
  if (!item || !task) throw notFound('work');
  return { item, task, now, jobs };
}
const about = ({ item }: ClockItem) => ({
  job: item.job.id,
  board: item.record?.id ?? null,
});

/** A coat was found dry, or still wet: its own clock moves, and the next coats of its product are expected otherwise. */
export async function noteTest({ db }: Shop, by: Actor, input: NewDryTest): Promise<void> {
  const { item, task, now, jobs } = await workOf(db, input.coat);
  if (!task.done || !task.layer || !task.drying) throw new Refusal(409, 'This coat is not on yet.', 'coat');
  if (!task.doneAt) throw new Refusal(409, 'When this coat went on was not noted: put its record right first.', 'coat');
  const line = airLine(await airNoted(db), jobs, now);
  const hours = driedIn(task.drying.carrier, line, Date.parse(task.doneAt), now) / task.drying.factor;
  await db.transaction(async (tx) => {
    const test = { ...input, item: productOf(task.layer as NonNullable<typeof task.layer>), hours: Math.max(0, hours) };
    if (await insertTest(tx, test, by)) {
      const detail = { what: task.title, on: item.item.name, dry: input.dry };
      await insertEvent(tx, { kind: 'dryness tested', by, ...about(item), detail });
    }
  });
}
async function markTest({ db }: Shop, id: string, archived: boolean): Promise<void> {
  if (!(await setTestDeleted(db, id, archived))) throw notFound('test');
}
export const archiveTest = (shop: Shop, id: string) => markTest(shop, id, true);
export const restoreTest = (shop: Shop, id: string) => markTest(shop, id, false);

/** Work that is done and is no board's last coat: that has a record of its own. */
export async function doWork({ db }: Shop, by: Actor, { id, work }: NewWorkDone): Promise<void> {
  const { item, task } = await workOf(db, work);
  if (task.done) return;
  if (item.item.record && task.act === 'coat' && task.last)
    throw new Refusal(409, 'This coat is put on at its board: it is a record of its own.', 'work');
  if (item.item.kind === 'board' && task.act === 'read')
    throw new Refusal(409, 'A board is read at its page: the reading says that it was done.', 'work');
  const first = item.chain.find((t) => !t.done && t.act !== 'mix' && task.waits.some((w) => w.key === t.key));
  if (first) throw new Refusal(409, `“${first.title}” comes first.`, 'work');
  await db.transaction(async (tx) => {
    if (await insertDone(tx, id, work, by))
      await insertEvent(tx, {
        kind: 'work done',
        by,
        ...about(item),
        detail: { what: task.title, on: item.item.name },
      });
  });
}
async function markWorkDone({ db }: Shop, id: string, archived: boolean): Promise<void> {
  if (!(await setDoneDeleted(db, id, archived))) throw notFound('work');
}
export const archiveWorkDone = (shop: Shop, id: string) => markWorkDone(shop, id, true);
export const restoreWorkDone = (shop: Shop, id: string) => markWorkDone(shop, id, false);

export async function keepPlan({ db }: Shop, by: Actor, input: NewWeekPlan): Promise<WeekPlan> {
  return db.transaction(async (tx) => {
    const now = await weekPlan(tx);
    if (now?.id === input.id) return now;
    // Who says what it was made from is told when that is no longer in force.
    if (input.was !== undefined && (now?.id ?? null) !== (input.was ?? null))
      throw new Refusal(409, 'The week was planned anew meanwhile: look at it, then change it.', 'was');
    await insertPlan(tx, input, by);
    return (await weekPlan(tx)) as WeekPlan;
  });
}
