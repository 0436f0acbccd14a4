import { z } from 'zod';
import { faceOfTones } from '../../core/board/tones.ts';
import type { Wood } from '../../core/board/wood.ts';
import { passes } from '../../core/colour/difference.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import { withoutGloss } from '../../core/optics/surface.ts';
import { closest } from '../../record/job/standing.ts';
import { fartherTone, tonesRead } from '../../record/job/target.ts';
import { type JobList, type JobQuery, type JobSummary, NewJob } from '../../shared/job.ts';
import { SpeciesSchema } from '../../shared/shelf.ts';
import type { Queries } from '../db/db.ts';
import { all, stamp } from './rows.ts';

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
     from job_wood w join species s on s.id = w.species_id left join board b on b.job_wood_id = w.id and b.part_id is null
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
     from job_wood w join board b on b.job_wood_id = w.id and b.part_id is null join recipe r on r.id = b.recipe_id
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
  state === 'all' || passes(distanceOf(job), 1) === (state === 'passed');

const ORDER: Record<JobQuery['order'], string> = {
  newest: 'created_at desc, number desc',
  oldest: 'created_at, number',
  customer: 'lower(customer), created_at desc, number desc',
  farthest: 'created_at desc, number desc',
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
