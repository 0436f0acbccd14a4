import { z } from 'zod';
import { LayersTaken } from '../../shared/board.ts';
import { Job, type JobChange, type JobWood, type NewJob } from '../../shared/job.ts';
import { PreparationSchema, StackSchema } from '../../shared/stack.ts';
import type { Queries } from '../db/db.ts';
import { approvalsOfJobs } from './approvals.ts';
import { boardsOfWoods } from './boards.ts';
import { bracketsOfJobs } from './brackets.ts';
import { nextNumber } from './counters.ts';
import { heldOfJobs } from './held.ts';
import { partsOfJobs } from './parts.ts';
import { picturesOfJobs } from './pictures.ts';
import { hoursOfJobs, quotesOfJobs } from './quotes.ts';
import { rawPiecesOfWoods } from './raw-pieces.ts';
import { readingsOfJobs } from './readings.ts';
import { all, assignments, groupedBy, one, stamp, touched } from './rows.ts';
import { pastTargetsOf } from './targets.ts';
import { versionsOfWoods } from './versions.ts';

const JobRow = Job.omit({
  target: true,
  pastTargets: true,
  woods: true,
  parts: true,
  held: true,
  pictures: true,
  approvals: true,
  brackets: true,
  quotes: true,
  hours: true,
}).extend({
  createdAt: stamp,
  handedOverAt: stamp.nullable(),
});
const COLUMNS = `id, number, customer, piece, tolerance, lights, version, created_at as "createdAt", revision,
  grain_tolerance as "grainTolerance", wishes, supplies, to_char(due, 'YYYY-MM-DD') as due,
  retain_place as "retainPlace", customer_note as "customerNote", handed_over_at as "handedOverAt"`;

/** False when it was started already. */
export async function insertJob(db: Queries, { id, customer, piece, tolerance }: NewJob): Promise<boolean> {
  if (touched(await db.query('select from job where id = $1', [id]))) return false;
  const number = await nextNumber(db, 'job');
  await db.query(
    `insert into job (id, number, customer, piece, tolerance, lights)
     values ($1, $2, $3, $4, $5, (select lights from house))`,
    [id, number, customer, piece, tolerance],
  );
  return true;
}

export async function updateJob(db: Queries, id: string, change: JobChange): Promise<boolean> {
  const {
    customer,
    piece,
    tolerance,
    grainTolerance: grain_tolerance,
    wishes,
    supplies,
    due,
    retainPlace,
    customerNote,
  } = change;
  const { set, values } = assignments(
    {
      customer,
      piece,
      tolerance,
      grain_tolerance,
      wishes: wishes && JSON.stringify(wishes),
      supplies: supplies && JSON.stringify(supplies),
      due,
      retain_place: retainPlace,
      customer_note: customerNote,
    },
    5,
  );
  return touched(
    await db.query(
      `update job set ${set} lights = lights || coalesce($3::jsonb, '{}'),
         handed_over_at = case when $4::boolean is null then handed_over_at when $4::boolean then coalesce(handed_over_at, shop_now()) end,
         version = version + 1
       where id = $1 and version = $2 and deleted_at is null returning id`,
      [id, change.version, change.lights ? JSON.stringify(change.lights) : null, change.handedOver ?? null, ...values],
    ),
  );
}

export async function setJobDeleted(db: Queries, id: string, deleted: boolean): Promise<boolean> {
  return touched(
    await db.query('update job set deleted_at = case when $2 then now() end where id = $1 returning id', [id, deleted]),
  );
}

const Standing = z.object({ id: z.string(), putAway: z.boolean() });
/** A job by its id or by its number in the address, and whether it is put away. */
export const findJob = (db: Queries, code: string) =>
  /^\d{1,9}$/.test(code)
    ? one(db, Standing, 'select id, deleted_at is not null as "putAway" from job where number = $1', [Number(code)])
    : one(db, Standing, 'select id, deleted_at is not null as "putAway" from job where id = $1', [code]);

interface NewWoodRow {
  id: string;
  job: string;
  species: string;
  code: string;
  label: string;
  preparation: unknown;
}
/** A wood of a job; false when it was added already under this id, or one of this code is there. */
export async function insertWood(
  db: Queries,
  { id, job, species, code, label, preparation }: NewWoodRow,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into job_wood (id, job_id, species_id, code, label, preparation) values ($1, $2, $3, $4, $5, $6)
       on conflict do nothing returning id`,
      [id, job, species, code, label, JSON.stringify(preparation)],
    ),
  );
}

const WoodRow = z.object({
  id: z.string(),
  jobId: z.string(),
  code: z.string(),
  label: z.string(),
  speciesId: z.string(),
  preparation: PreparationSchema,
  preparationVersion: z.number(),
  draft: StackSchema.nullable(),
  draftVersion: z.number(),
  offcuts: z.number().nullable(),
  offcutsTaken: z.number(),
  offcutsVersion: z.number(),
  repeated: LayersTaken.nullable(),
});
const WOOD_COLUMNS = `id, job_id as "jobId", code, label, species_id as "speciesId", preparation, preparation_version as "preparationVersion",
  draft, draft_version as "draftVersion", offcuts, offcuts_taken as "offcutsTaken", offcuts_version as "offcutsVersion",
  repeated`;

export const woodById = (db: Queries, id: string) =>
  one(
    db,
    WoodRow.extend({ putAway: z.boolean() }),
    `select ${WOOD_COLUMNS}, (select deleted_at is not null from job where job.id = job_id) as "putAway"
     from job_wood where id = $1`,
    [id],
  );

/** One of a wood's three things that are edited apart, each with a version of its own; null when it changed meanwhile. */
export async function updateWood(
  db: Queries,
  id: string,
  what: 'preparation' | 'draft' | 'offcuts',
  version: number,
  value: unknown,
): Promise<number | null> {
  const also = what === 'offcuts' ? ', offcuts_taken = 0' : '';
  const row = await one(
    db,
    z.object({ version: z.number() }),
    `update job_wood set ${what} = $3, ${what}_version = ${what}_version + 1${also}
     where id = $1 and ${what}_version = $2 returning ${what}_version as version`,
    [id, version, what === 'offcuts' ? value : JSON.stringify(value)],
  );
  return row?.version ?? null;
}

/** Whose layers the draft of a wood was begun with. */
export async function setRepeated(db: Queries, id: string, of: LayersTaken | null): Promise<void> {
  await db.query('update job_wood set repeated = $2 where id = $1', [id, of && JSON.stringify(of)]);
}

/** Woods of some jobs with their versions and boards, by job. */
async function woodsOf(db: Queries, jobs: readonly string[]): Promise<(JobWood & { jobId: string })[]> {
  const woods = await all(
    db,
    WoodRow,
    `select ${WOOD_COLUMNS} from job_wood where job_id = any($1::uuid[]) order by created_at, id`,
    [jobs],
  );
  const ids = woods.map((w) => w.id);
  const boards = groupedBy(await boardsOfWoods(db, ids), 'woodId');
  const versions = groupedBy(await versionsOfWoods(db, ids), 'woodId');
  const rawPieces = groupedBy(await rawPiecesOfWoods(db, ids), 'woodId');
  return woods.map((wood) => {
    const own = boards.get(wood.id) ?? [];
    return {
      ...wood,
      versions: versions.get(wood.id) ?? [],
      boards: own.filter((b) => b.pieces === null),
      pieces: own.filter((b) => b.pieces !== null),
      rawPieces: rawPieces.get(wood.id) ?? [],
    };
  });
}

/** Some jobs with their targets, woods, boards, recipes, coats, readings and parts, the newest first; those that are gone are left out. */
export async function jobsById(db: Queries, ids: readonly string[]): Promise<Job[]> {
  const jobs = await all(
    db,
    JobRow,
    `select ${COLUMNS} from job where id = any($1::uuid[]) and deleted_at is null order by number desc`,
    [ids],
  );
  const found = jobs.map((job) => job.id);
  const [target, past, woods, parts, held, pictures, approvals, brackets, quotes, hours] = [
    groupedBy(await readingsOfJobs(db, found), 'jobId'),
    groupedBy(await pastTargetsOf(db, found), 'jobId'),
    groupedBy(await woodsOf(db, found), 'jobId'),
    groupedBy(await partsOfJobs(db, found), 'jobId'),
    groupedBy(await heldOfJobs(db, found), 'jobId'),
    groupedBy(await picturesOfJobs(db, found), 'jobId'),
    groupedBy(await approvalsOfJobs(db, found), 'jobId'),
    groupedBy(await bracketsOfJobs(db, found), 'jobId'),
    groupedBy(await quotesOfJobs(db, found), 'jobId'),
    groupedBy(await hoursOfJobs(db, found), 'jobId'),
  ];
  return jobs.map((job) => ({
    ...job,
    target: target.get(job.id) ?? [],
    pastTargets: past.get(job.id) ?? [],
    woods: woods.get(job.id) ?? [],
    parts: parts.get(job.id) ?? [],
    held: held.get(job.id) ?? [],
    pictures: pictures.get(job.id) ?? [],
    approvals: approvals.get(job.id) ?? [],
    brackets: brackets.get(job.id) ?? [],
    quotes: quotes.get(job.id) ?? [],
    hours: hours.get(job.id) ?? [],
  }));
}

/** A job with all that belongs to it; null when it is gone. */
export const jobById = async (db: Queries, id: string): Promise<Job | null> => (await jobsById(db, [id]))[0] ?? null;

/** The newest jobs of which a board or the target was looked at, by eyes or a camera. */
export async function jobsLookedAt(db: Queries, most: number): Promise<Job[]> {
  const rows = await all(
    db,
    z.object({ id: z.string() }),
    `select j.id from job j where j.deleted_at is null and exists (
       select 1 from look l join board b on b.id = l.board_id join job_wood w on w.id = b.job_wood_id
       where w.job_id = j.id and l.deleted_at is null
       union all select 1 from held h where h.job_id = j.id and h.deleted_at is null
       union all select 1 from picture p where p.job_id = j.id and p.deleted_at is null)
     order by j.created_at desc, j.number desc limit $1`,
    [most],
  );
  return jobsById(
    db,
    rows.map(({ id }) => id),
  );
}

/** The newest jobs that are at work, whole. */
export async function newestJobs(db: Queries, most: number): Promise<Job[]> {
  const rows = await all(
    db,
    z.object({ id: z.string() }),
    'select id from job where deleted_at is null order by created_at desc, number desc limit $1',
    [most],
  );
  return jobsById(
    db,
    rows.map(({ id }) => id),
  );
}
