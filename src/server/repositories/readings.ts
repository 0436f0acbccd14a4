import { z } from 'zod';
import { labOf } from '../../core/colour/lab.ts';
import type { Measurement } from '../../core/formats/index.ts';
import { meanRead } from '../../record/board/stages.ts';
import { meansOfTarget } from '../../record/job/target.ts';
import { newId } from '../../shared/id.ts';
import { type Spot, StoredReading } from '../../shared/reading.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const COLUMNS = `id, stage, source, name, lab, grid, taken_at as "takenAt", version, zone`;
const ReadingRow = StoredReading.extend({ takenAt: stamp });

export type Subject = { job: string; zone?: Spot } | { board: string; stage: number; zone?: Spot };
const subjectColumns = (s: Subject) => ('job' in s ? [s.job, null, null] : [null, s.board, s.stage]);
const zoneOf = ({ zone }: Subject): Spot => zone ?? 'face';

/** What is known of a taking: which, by what means, when, by whom. */
export interface Taking {
  id: string;
  source: string;
  takenAt: string | null;
  instrument: string | null;
  by: string | null;
  /** The picture that told it. */
  picture?: string;
}

/** So many rows go in by one statement. */
const ROWS = 500;

/** Numbers as the text of an array, which the database reads fastest. */
const arrayText = (values: ArrayLike<number> | null) => (values ? `{${Array.from(values).join()}}` : null);

/** Keeps readings in their order. @param measurements each with its spectrum on the internal grid */
export async function insertReadings(
  db: Queries,
  subject: Subject,
  taking: Taking,
  measurements: readonly (Measurement & { grid: number[] })[],
): Promise<StoredReading[]> {
  for (let from = 0; from < measurements.length; from += ROWS) {
    const rows = measurements.slice(from, from + ROWS);
    await db.query(
      `insert into reading (id, taking_id, place, job_id, board_id, stage, source, name, wavelengths, measured, lab, grid,
         taken_at, instrument_id, person_id, zone, revision, picture_id)
       select r.id, $1, r.place, $2, $3, $4, $5, r.name, r.wavelengths::float8[], r.measured::float8[], r.lab::float8[],
         r.grid::float8[], coalesce($6::timestamptz, shop_now()), (select id from instrument where id = $7),
         (select id from person where id = $8), $16,
         coalesce((select revision from job where id = $2), 1), $17
       from unnest($9::uuid[], $10::int[], $11::text[], $12::text[], $13::text[], $14::text[], $15::text[])
         as r (id, place, name, wavelengths, measured, lab, grid)`,
      [
        taking.id,
        ...subjectColumns(subject),
        taking.source,
        taking.takenAt,
        taking.instrument,
        taking.by,
        rows.map(() => newId()),
        rows.map((_, i) => from + i),
        rows.map((m) => m.name),
        rows.map((m) => arrayText(m.kind === 'spectral' ? m.wavelengths : null)),
        rows.map((m) => arrayText(m.kind === 'spectral' ? m.values : null)),
        // What is kept as L*a*b* is for D65/10 degrees.
        rows.map((m) => arrayText(m.kind === 'spectral' ? null : m.light ? labOf(m.grid) : m.lab)),
        rows.map((m) => arrayText(m.grid)),
        zoneOf(subject),
        taking.picture ?? null,
      ],
    );
  }
  return readingsOfTaking(db, taking.id);
}

/** The readings that a picture told. */
export const readingsOfPicture = (db: Queries, picture: string): Promise<StoredReading[]> =>
  all(db, ReadingRow, `select ${COLUMNS} from reading where picture_id = $1`, [picture]);

/** The readings of a taking that was kept already; empty when it is new. */
export const readingsOfTaking = (db: Queries, taking: string): Promise<StoredReading[]> =>
  all(db, ReadingRow, `select ${COLUMNS} from reading where taking_id = $1 order by place`, [taking]);

/** Readings of the targets of some jobs as they are now, with whose they are. */
export const readingsOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    ReadingRow.extend({ jobId: z.string() }),
    `select ${COLUMNS}, job_id as "jobId" from reading
     where job_id = any($1::uuid[]) and deleted_at is null
       and revision = (select revision from job where job.id = reading.job_id)
     order by taken_at, taking_id, place`,
    [jobs],
  );
const readingsOfJob = (db: Queries, job: string) => readingsOfJobs(db, [job]);

export const readingsOfBoards = (db: Queries, boards: readonly string[]) =>
  all(
    db,
    ReadingRow.extend({ boardId: z.string() }),
    `select ${COLUMNS}, board_id as "boardId" from reading
     where board_id = any($1::uuid[]) and deleted_at is null order by stage, taken_at, taking_id, place`,
    [boards],
  );

/** How many readings a subject has ever had, deleted ones too: the instrument goes on counting. */
export async function countReadings(db: Queries, subject: Subject): Promise<number> {
  const [row] = await db.query(
    `select count(*)::int as n from reading
     where job_id is not distinct from $1::uuid and board_id is not distinct from $2::uuid
       and stage is not distinct from $3::int and zone = $4`,
    [...subjectColumns(subject), zoneOf(subject)],
  );
  return z.object({ n: z.number() }).parse(row).n;
}

const Whereabouts = z.object({
  jobId: z.string().nullable(),
  boardId: z.string().nullable(),
  stage: z.number().nullable(),
  takenAt: stamp,
  deleted: z.boolean(),
  version: z.number(),
});
/** Where a reading belongs; null when there is none such. */
export const whereaboutsOf = (db: Queries, reading: string) =>
  one(
    db,
    Whereabouts,
    `select job_id as "jobId", board_id as "boardId", stage, taken_at as "takenAt", deleted_at is not null as deleted, version
     from reading where id = $1`,
    [reading],
  );

export async function setReadingDeleted(db: Queries, id: string, deleted: boolean): Promise<boolean> {
  return touched(
    await db.query('update reading set deleted_at = case when $2 then now() end where id = $1 returning id', [
      id,
      deleted,
    ]),
  );
}

/** All readings of a taking, out or back in. */
export async function setTakingDeleted(db: Queries, taking: string, deleted: boolean): Promise<boolean> {
  return touched(
    await db.query(
      `update reading set deleted_at = case when $2 then now() end
       where taking_id = $1 and (deleted_at is null) = $2 returning id`,
      [taking, deleted],
    ),
  );
}

/** False when it was changed meanwhile. */
export async function moveReading(
  db: Queries,
  id: string,
  { version, stage, takenAt }: { version: number; stage?: number; takenAt?: string },
): Promise<boolean> {
  return touched(
    await db.query(
      `update reading set stage = coalesce($3, stage), taken_at = coalesce($4::timestamptz, taken_at), version = version + 1
       where id = $1 and version = $2 returning id`,
      [id, version, stage ?? null, takenAt ?? null],
    ),
  );
}

const Grids = z.array(z.object({ grid: z.array(z.number()), source: z.string() }));

/** The mean of a stage and its L*a*b*, kept beside its readings. */
export async function rememberStage(db: Queries, board: string, stage: number): Promise<void> {
  const rows = Grids.parse(
    await db.query(
      "select grid, source from reading where board_id = $1 and stage = $2 and zone = 'face' and deleted_at is null",
      [board, stage],
    ),
  );
  const mean = meanRead(rows);
  if (!mean) {
    await db.query('delete from stage_mean where board_id = $1 and stage = $2', [board, stage]);
    return;
  }
  await db.query(
    `insert into stage_mean (board_id, stage, readings, grid, l, a, b) values ($1, $2, $3, $4, $5, $6, $7)
     on conflict (board_id, stage) do update set readings = $3, grid = $4, l = $5, a = $6, b = $7`,
    [board, stage, rows.length, Array.from(mean), ...labOf(mean)],
  );
}

/** The means of a target's readings, of its face with the L*a*b* and of its tones, kept with the job. */
export async function rememberTarget(db: Queries, job: string): Promise<void> {
  const means = meansOfTarget(await readingsOfJob(db, job));
  const grid = (mean: ArrayLike<number> | undefined) => (mean ? Array.from(mean) : null);
  await db.query('update job set target_grid = $2, target_lab = $3, ground_grid = $4, grain_grid = $5 where id = $1', [
    job,
    grid(means?.face),
    means && [...labOf(means.face)],
    grid(means?.tones?.ground),
    grid(means?.tones?.grain),
  ]);
}

/** The newest stage of a board that was read, and the board's code; null when it was never read. */
export const newestStageOf = (db: Queries, board: string) =>
  one(
    db,
    z.object({ code: z.string(), stage: z.number(), grid: z.array(z.number()) }),
    `select w.code || '-' || b.number as code, m.stage, m.grid
     from stage_mean m join board b on b.id = m.board_id join job_wood w on w.id = b.job_wood_id
     where m.board_id = $1 order by m.stage desc limit 1`,
    [board],
  );

/** What the recipe of a board promises of it when all is on, with its code; undefined of one that has none. */
export const promisedFinalOf = (db: Queries, board: string) =>
  one(
    db,
    z.object({ code: z.string(), expected: z.array(z.array(z.number())) }),
    `select w.code || '-' || b.number as code, r.expected
     from board b join job_wood w on w.id = b.job_wood_id join recipe r on r.id = b.recipe_id
     where b.id = $1`,
    [board],
  );

/** Means that an older version of this program has not kept are made from the readings. */
export async function rememberWhatIsMissing(db: Queries): Promise<void> {
  const stages = z.array(z.object({ board: z.string(), stage: z.number() })).parse(
    await db.query(
      `select distinct r.board_id as board, r.stage from reading r
       where r.board_id is not null and r.zone = 'face' and r.deleted_at is null
         and not exists (select from stage_mean m where m.board_id = r.board_id and m.stage = r.stage)`,
    ),
  );
  for (const { board, stage } of stages) await rememberStage(db, board, stage);
  const jobs = z.array(z.object({ id: z.string() })).parse(
    await db.query(
      `select id from job j where target_grid is null
         and exists (select from reading r where r.job_id = j.id and r.revision = j.revision and r.deleted_at is null)`,
    ),
  );
  for (const { id } of jobs) await rememberTarget(db, id);
}

/** A reading as it came, for writing files. */
export async function measuredOfBoard(db: Queries, board: string): Promise<(Measurement & { stage: number })[]> {
  const rows = await all(
    db,
    z.object({
      stage: z.number(),
      name: z.string(),
      wavelengths: z.array(z.number()).nullable(),
      measured: z.array(z.number()).nullable(),
      lab: z.tuple([z.number(), z.number(), z.number()]).nullable(),
    }),
    `select stage, name, wavelengths, measured, lab from reading
     where board_id = $1 and deleted_at is null order by stage, taken_at, taking_id, place`,
    [board],
  );
  return rows.map((r) =>
    r.wavelengths && r.measured
      ? { kind: 'spectral', stage: r.stage, name: r.name, wavelengths: r.wavelengths, values: r.measured }
      : { kind: 'lab', stage: r.stage, name: r.name, lab: r.lab as [number, number, number] },
  );
}
