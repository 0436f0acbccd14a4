import { z } from 'zod';
import { Air, DryTestNoted, type NewAir, type NewWeekPlan, WeekPlan, WorkDone } from '../../shared/clock.ts';
import type { Job } from '../../shared/job.ts';
import type { Queries } from '../db/db.ts';
import { jobsById } from './jobs.ts';
import { all, one, stamp, touched } from './rows.ts';

const Now = z.object({ now: stamp, stands: z.boolean() });
/** The shop's clock. */
export async function clockNow(db: Queries): Promise<{ now: string; stands: boolean }> {
  const row = await one(db, Now, 'select shop_now() as now, stands_at is not null as stands from shop_clock');
  return row ?? { now: new Date().toISOString(), stands: false };
}

/** Makes the clock stand at a moment. */
export async function standAt(db: Queries, at: string): Promise<void> {
  await db.query('update shop_clock set stands_at = $1', [at]);
}
/** Lets it run on from where it is, or makes it stand where it is. */
export async function letRun(db: Queries, runs: boolean): Promise<void> {
  await db.query(
    runs
      ? `update shop_clock set ahead = shop_now() - now(), stands_at = null where stands_at is not null`
      : 'update shop_clock set stands_at = shop_now() where stands_at is null',
  );
}

/** What moves on with everything that the clock looks at: two that are the same stand for the same record. */
export async function clockStamp(db: Queries): Promise<string> {
  const row = await one(
    db,
    z.object({ stamp: z.string() }),
    `select concat_ws('/', (select id from event order by id desc limit 1), (select max(created_at) from air),
       (select count(*) from air where deleted_at is null), (select count(*) from dry_test where deleted_at is null),
       (select count(*) from work_done where deleted_at is null)) as stamp`,
  );
  return row?.stamp ?? '';
}

/** Air older than this tells nothing of what dries now. */
const REMEMBERED = `interval '40 days'`;
const AIR = 'id, at, temperature, humidity, moving, source';
const AirRow = Air.extend({ at: stamp });

export const airNoted = (db: Queries): Promise<Air[]> =>
  all(
    db,
    AirRow,
    `select ${AIR} from air where deleted_at is null and at > shop_now() - ${REMEMBERED} order by at, id`,
  );

/** The air of the shop now, as it was noted within a day; null where nobody did. */
export const airNow = (db: Queries): Promise<Air | null> =>
  one(
    db,
    AirRow,
    `select ${AIR} from air
     where deleted_at is null and source <> 'forecast' and at between shop_now() - interval '1 day' and shop_now()
     order by at desc, id desc limit 1`,
  );

export async function insertAir(
  db: Queries,
  { id, temperature, humidity, moving, source, at }: NewAir,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into air (id, at, temperature, humidity, moving, source)
       values ($1, coalesce($2::timestamptz, shop_now()), $3, $4, $5, $6)
       on conflict (id) do nothing returning id`,
      [id, at ?? null, temperature, humidity, moving, source],
    ),
  );
}
/** Lines of a sensor, all in one statement. */
export async function insertSensed(
  db: Queries,
  air: readonly { at: string; temperature: number; humidity: number }[],
): Promise<void> {
  await db.query(
    `insert into air (id, at, temperature, humidity, moving, source)
     select gen_random_uuid(), s.at, s.temperature, s.humidity, false, 'sensor'
     from unnest($1::timestamptz[], $2::float8[], $3::float8[]) as s (at, temperature, humidity)`,
    [air.map((a) => a.at), air.map((a) => a.temperature), air.map((a) => a.humidity)],
  );
}
/** False where there is none. */
export async function setAirDeleted(db: Queries, id: string, deleted: boolean): Promise<boolean> {
  return touched(
    await db.query('update air set deleted_at = case when $2 then now() end where id = $1 returning id', [id, deleted]),
  );
}
/** When the sensor was last heard; null before. */
export async function lastSensed(db: Queries): Promise<string | null> {
  const row = await one(
    db,
    z.object({ at: stamp.nullable() }),
    `select max(at) as at from air where source = 'sensor'`,
  );
  return row?.at ?? null;
}

const TestRow = DryTestNoted.extend({ at: stamp });
/** The newest tests before going on. */
export const dryTests = (db: Queries): Promise<DryTestNoted[]> =>
  all(
    db,
    TestRow,
    `select t.id, t.coat, t.item, t.hours, t.dry, t.at, p.name as person
     from dry_test t left join person p on p.id = t.person_id
     where t.deleted_at is null order by t.at desc, t.id desc limit 1000`,
  );
export async function insertTest(
  db: Queries,
  { id, coat, item, hours, dry }: Pick<DryTestNoted, 'id' | 'coat' | 'item' | 'hours' | 'dry'>,
  by: string | null,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into dry_test (id, coat, item, hours, dry, person_id)
       values ($1, $2, $3, $4, $5, (select id from person where id = $6)) on conflict (id) do nothing returning id`,
      [id, coat, item, hours, dry, by],
    ),
  );
}
export async function setTestDeleted(db: Queries, id: string, deleted: boolean): Promise<boolean> {
  return touched(
    await db.query('update dry_test set deleted_at = case when $2 then now() end where id = $1 returning id', [
      id,
      deleted,
    ]),
  );
}

const DoneRow = WorkDone.extend({ at: stamp });
/** Work that is done, of the jobs at work. */
export const workDone = (db: Queries): Promise<WorkDone[]> =>
  all(
    db,
    DoneRow,
    `select d.id, d.work, d.at, p.name as person from work_done d left join person p on p.id = d.person_id
     where d.deleted_at is null order by d.at desc, d.id desc limit 5000`,
  );
/** False where it was done already. */
export async function insertDone(db: Queries, id: string, work: string, by: string | null): Promise<boolean> {
  return touched(
    await db.query(
      `insert into work_done (id, work, person_id) values ($1, $2, (select id from person where id = $3))
       on conflict do nothing returning id`,
      [id, work, by],
    ),
  );
}
export async function setDoneDeleted(db: Queries, id: string, deleted: boolean): Promise<boolean> {
  return touched(
    await db.query(
      `update work_done d set deleted_at = case when $2 then now() end
       where id = $1 and ($2 or not exists
         (select from work_done o where o.work = d.work and o.deleted_at is null and o.id <> d.id))
       returning id`,
      [id, deleted],
    ),
  );
}

/** The plan in force. */
export const weekPlan = (db: Queries): Promise<WeekPlan | null> =>
  one(
    db,
    WeekPlan.extend({ madeAt: stamp }),
    'select id, tasks, made_at as "madeAt" from week_plan order by made_at desc, id desc limit 1',
  );
/** Plans before the last are of no use any more, but for undoing. */
const KEPT_PLANS = 20;
export async function insertPlan(db: Queries, { id, tasks }: NewWeekPlan, by: string | null): Promise<void> {
  await db.query(
    `insert into week_plan (id, tasks, person_id) values ($1, $2, (select id from person where id = $3)) on conflict do nothing`,
    [id, JSON.stringify(tasks), by],
  );
  await db.query(
    `delete from week_plan where id not in (select id from week_plan order by made_at desc, id desc limit ${KEPT_PLANS})`,
  );
}

/** Jobs with work that is open, whole: boards with layers planned that nobody has read or judged, and parts to follow them. */
export async function jobsWithOpenWork(db: Queries): Promise<Job[]> {
  const rows = await all(
    db,
    z.object({ id: z.string() }),
    `select j.id from job j where j.deleted_at is null and (
       exists (select from job_wood w join board b on b.job_wood_id = w.id join recipe r on r.id = b.recipe_id
               where w.job_id = j.id
                 and not exists (select from stage_mean m where m.board_id = b.id and m.stage >= jsonb_array_length(r.stack))
                 and (b.judged is null or not exists (select from coat c where c.board_id = b.id and c.deleted_at is null
                        and c.stage >= jsonb_array_length(r.stack))))
       or exists (select from part p join board b on b.job_wood_id = p.wood_id
                  where p.job_id = j.id and p.deleted_at is null and b.recipe_id is not null))`,
  );
  return jobsById(
    db,
    rows.map(({ id }) => id),
  );
}
