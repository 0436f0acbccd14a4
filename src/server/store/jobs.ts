import { z } from 'zod';
import { faceOfTones } from '../../core/board/tones.ts';
import type { Wood } from '../../core/board/wood.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { withoutGloss } from '../../core/optics/surface.ts';
import { closest } from '../../record/standing.ts';
import { fartherTone, tonesRead } from '../../record/target.ts';
import {
  Job,
  type JobChange,
  type JobList,
  type JobQuery,
  type JobSummary,
  type JobWood,
  NewJob,
} from '../../shared/job.ts';
import { SpeciesSchema } from '../../shared/shelf.ts';
import { PreparationSchema, StackSchema } from '../../shared/stack.ts';
import type { Queries } from '../db/db.ts';
import { boardsOfWoods } from './boards.ts';
import { nextNumber } from './counters.ts';
import { partsOfJobs } from './parts.ts';
import { readingsOfJobs } from './readings.ts';
import { all, assignments, groupedBy, one, stamp, touched } from './rows.ts';
import { pastTargetsOf } from './targets.ts';
import { versionsOfWoods } from './versions.ts';

const JobRow = Job.omit({ target: true, pastTargets: true, woods: true, parts: true }).extend({ createdAt: stamp });
const COLUMNS = `id, number, customer, piece, tolerance, lights, version, created_at as "createdAt", revision,
  grain_tolerance as "grainTolerance", wishes, supplies, to_char(due, 'YYYY-MM-DD') as due`;

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
  const { customer, piece, tolerance, grainTolerance: grain_tolerance, wishes, supplies, due } = change;
  const { set, values } = assignments(
    {
      customer,
      piece,
      tolerance,
      grain_tolerance,
      wishes: wishes && JSON.stringify(wishes),
      supplies: supplies && JSON.stringify(supplies),
      due,
    },
    4,
  );
  return touched(
    await db.query(
      `update job set ${set} lights = lights || coalesce($3::jsonb, '{}'), version = version + 1
       where id = $1 and version = $2 and deleted_at is null returning id`,
      [id, change.version, change.lights ? JSON.stringify(change.lights) : null, ...values],
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
});
const WOOD_COLUMNS = `id, job_id as "jobId", code, label, species_id as "speciesId", preparation, preparation_version as "preparationVersion",
  draft, draft_version as "draftVersion", offcuts, offcuts_taken as "offcutsTaken", offcuts_version as "offcutsVersion"`;
export type WoodOfJob = z.infer<typeof WoodRow>;

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
  return woods.map((wood) => ({ ...wood, versions: versions.get(wood.id) ?? [], boards: boards.get(wood.id) ?? [] }));
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
  const [target, past, woods, parts] = [
    groupedBy(await readingsOfJobs(db, found), 'jobId'),
    groupedBy(await pastTargetsOf(db, found), 'jobId'),
    groupedBy(await woodsOf(db, found), 'jobId'),
    groupedBy(await partsOfJobs(db, found), 'jobId'),
  ];
  return jobs.map((job) => ({
    ...job,
    target: target.get(job.id) ?? [],
    pastTargets: past.get(job.id) ?? [],
    woods: woods.get(job.id) ?? [],
    parts: parts.get(job.id) ?? [],
  }));
}

/** A job with all that belongs to it; null when it is gone. */
export const jobById = async (db: Queries, id: string): Promise<Job | null> => (await jobsById(db, [id]))[0] ?? null;

const MOST_LISTED = 20;
const ListedRow = NewJob.extend({
  number: z.number(),
  due: z.string().nullable(),
  createdAt: stamp,
  targetGrid: z.array(z.number()).nullable(),
  targetLab: z.array(z.number()).nullable(),
  grainTolerance: z.number().nullable(),
  ground: z.array(z.number()).nullable(),
  grain: z.array(z.number()).nullable(),
  /** It is known as L*a*b* only. */
  targetTyped: z.boolean(),
});
const ListedWood = z.object({
  id: z.string(),
  jobId: z.string(),
  code: z.string(),
  speciesId: z.string(),
  name: z.string(),
  /** Shares of its tissues. */
  tissues: SpeciesSchema.shape.tissues,
  boards: z.number(),
  toJudge: z.number(),
  accepted: z.boolean(),
});
const Finished = z.object({
  woodId: z.string(),
  board: z.string(),
  stage: z.number(),
  l: z.number(),
  a: z.number(),
  b: z.number(),
});

/** Woods of some jobs, with how many of their boards have a recipe. */
const woodsOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    ListedWood,
    `select w.id, w.job_id as "jobId", w.code, w.species_id as "speciesId", s.tissues,
       s.name || case when w.label = '' then '' else ', ' || w.label end as name, count(b.recipe_id)::int as boards,
       coalesce(bool_or((b.judged ->> 'accepted')::boolean), false) as accepted,
       (count(*) filter (where b.judged is null
          and exists (select from coat c where c.board_id = b.id and c.stage = jsonb_array_length(r.stack) and c.deleted_at is null)
          and not exists (select from stage_mean m where m.board_id = b.id and m.stage = jsonb_array_length(r.stack))))::int as "toJudge"
     from job_wood w join species s on s.id = w.species_id left join board b on b.job_wood_id = w.id
       left join recipe r on r.id = b.recipe_id
     where w.job_id = any($1::uuid[]) group by w.id, s.id order by w.created_at, w.id`,
    [jobs],
  );

/** The finished colours of all boards of some jobs. */
const finishedOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    Finished,
    `select w.id as "woodId", b.id as board, m.stage, m.l, m.a, m.b
     from job_wood w join board b on b.job_wood_id = w.id join recipe r on r.id = b.recipe_id
       join stage_mean m on m.board_id = b.id and m.stage = jsonb_array_length(r.stack)
     where w.job_id = any($1::uuid[]) order by b.number`,
    [jobs],
  );

/** What a job's target reads on one of its woods. */
const wantedOn = ({ targetLab, ground, grain }: z.infer<typeof ListedRow>, wood: Pick<Wood, 'tissues'>): Lab | null =>
  ground && grain
    ? labOf(faceOfTones(wood, { ground: Float64Array.from(ground), grain: Float64Array.from(grain) }))
    : (targetLab as Lab | null);

/** What was read of the tones of all boards of some jobs. */
const tonesOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    z.object({ board: z.string(), stage: z.number(), zone: z.string(), grid: z.array(z.number()) }),
    `select r.board_id as board, r.stage, r.zone, r.grid
     from reading r join board b on b.id = r.board_id join job_wood w on w.id = b.job_wood_id
     where w.job_id = any($1::uuid[]) and r.zone in ('ground', 'grain') and r.deleted_at is null`,
    [jobs],
  );

/** How far a board's tones are from those that a job wants; null where either has none. */
function tonesOff(row: z.infer<typeof ListedRow>, read: Awaited<ReturnType<typeof tonesOfJobs>>, stage: number) {
  const got = row.ground && row.grain && tonesRead(read, stage);
  if (!row.ground || !row.grain || !got) return null;
  const grainEase = (row.grainTolerance ?? row.tolerance) / row.tolerance;
  return fartherTone({ ground: Float64Array.from(row.ground), grain: Float64Array.from(row.grain), grainEase }, got);
}

const seen = (grid: readonly number[], typed: boolean): number[] =>
  typed ? [...grid] : Array.from(withoutGloss(grid));

/** How far a job's farthest wood is from its target, over its tolerance; infinite while one has no finished board. */
const distanceOf = ({ woods, tolerance }: Pick<JobSummary, 'woods' | 'tolerance'>): number =>
  woods.length === 0
    ? Number.POSITIVE_INFINITY
    : Math.max(...woods.map((w) => (w.accepted ? 0 : (w.deltaE ?? 1e6) / tolerance)));
const inState = (job: Pick<JobSummary, 'woods' | 'tolerance'>, state: JobQuery['state']): boolean =>
  state === 'all' || distanceOf(job) <= 1 === (state === 'passed');

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

/** The newest jobs that are at work, whole. */
export async function newestJobs(db: Queries, most: number): Promise<Job[]> {
  const rows = await all(
    db,
    z.object({ id: z.string() }),
    'select id from job where deleted_at is null order by number desc limit $1',
    [most],
  );
  return jobsById(
    db,
    rows.map(({ id }) => id),
  );
}

const ORDER: Record<JobQuery['order'], string> = {
  newest: 'number desc',
  oldest: 'number',
  customer: 'lower(customer), number desc',
  farthest: 'number desc',
};
/** Jobs that are looked through when what is asked for is only known of boards: the newest. */
const MOST_LOOKED_THROUGH = 500;
const anything = (words: string) => `%${words.trim().replace(/[\\%_]/g, '\\$&')}%`;

/** Jobs that are at work, as they are asked for; one list is short enough to be shown at once. */
export async function listJobs(db: Queries, { search, order, state, skip }: JobQuery): Promise<JobList> {
  const where = `deleted_at is null and ($1 = '%%' or customer ilike $1 or piece ilike $1 or exists (
    select from job_wood w join species s on s.id = w.species_id where w.job_id = job.id and s.name ilike $1))`;
  const [{ count = 0 } = {}] = await all(
    db,
    z.object({ count: z.number() }),
    `select count(*)::int as count from job where ${where}`,
    [anything(search)],
  );
  // What only the boards tell is sorted and sifted here; all else the database does.
  const byBoards = state !== 'all' || order === 'farthest';
  const rows = await all(
    db,
    ListedRow,
    `select id, number, customer, piece, tolerance, to_char(due, 'YYYY-MM-DD') as due, created_at as "createdAt", target_grid as "targetGrid",
       target_lab as "targetLab", ground_grid as ground, grain_grid as grain,
       grain_tolerance as "grainTolerance", not exists (select from reading r where r.job_id = job.id and r.revision = job.revision
         and r.deleted_at is null and r.lab is null) as "targetTyped"
     from job where ${where} order by ${ORDER[order]} limit $2 offset $3`,
    [anything(search), byBoards ? MOST_LOOKED_THROUGH : MOST_LISTED, byBoards ? 0 : skip],
  );
  const ids = rows.map((row) => row.id);
  const woods = await woodsOfJobs(db, ids);
  const finished = await finishedOfJobs(db, ids);
  const tones = await tonesOfJobs(
    db,
    rows.filter((row) => row.ground && row.grain).map((row) => row.id),
  );
  const standings = rows.map((row) => {
    const own = woods.filter((w) => w.jobId === row.id);
    const bests = own.map((wood) =>
      closest(
        wantedOn(row, wood),
        finished
          .filter((f) => f.woodId === wood.id)
          .map(({ l, a, b, ...of }) => ({
            ...of,
            speciesId: wood.speciesId,
            lab: [l, a, b] as Lab,
            deltaE: tonesOff(
              row,
              tones.filter((t) => t.board === of.board),
              of.stage,
            ),
          })),
      ),
    );
    const best = bests.reduce((p, q) => (q && (!p || q.deltaE < p.deltaE) ? q : p), null);
    const { tolerance } = row;
    return { row, tolerance, woods: own.map((wood, i) => ({ ...wood, deltaE: bests[i]?.deltaE ?? null })), best };
  });
  const sifted = standings.filter((job) => inState(job, state));
  if (order === 'farthest') sifted.sort((p, q) => distanceOf(q) - distanceOf(p));
  const listed = byBoards ? sifted.slice(skip, skip + MOST_LISTED) : sifted;
  const bests = listed.flatMap((s) => s.best ?? []);
  const grids = await all(
    db,
    z.object({ board: z.string(), grid: z.array(z.number()) }),
    `select m.board_id as board, m.grid from stage_mean m
     join unnest($1::uuid[], $2::int[]) as best (board, stage) on m.board_id = best.board and m.stage = best.stage`,
    [bests.map((b) => b.board), bests.map((b) => b.stage)],
  );
  const jobs = listed.map(
    ({
      row: { targetGrid, targetTyped, targetLab: _, ground: __, grain: ___, grainTolerance: ____, ...row },
      woods: own,
      best,
    }) => {
      const grid = grids.find((g) => g.board === best?.board)?.grid;
      return {
        ...row,
        target: targetGrid && seen(targetGrid, targetTyped),
        best: best && grid ? { speciesId: best.speciesId, deltaE: best.deltaE, reading: grid } : null,
        woods: own.map(({ id: _, jobId: __, tissues: ___, ...wood }) => wood),
      };
    },
  );
  const total = byBoards ? sifted.length : count;
  return { jobs, count: total, next: skip + jobs.length < total ? skip + jobs.length : null };
}
