import { z } from 'zod';
import { PastTarget } from '../../shared/job.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const PastRow = PastTarget.extend({ revisedAt: stamp });

/** What some jobs were matched to before, the newest first. */
export const pastTargetsOf = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    PastRow.extend({ jobId: z.string() }),
    `select job_id as "jobId", revision, why, tolerance, grain_tolerance as "grainTolerance", wishes, grid, revised_at as "revisedAt"
     from past_target where job_id = any($1::uuid[]) order by revision desc`,
    [jobs],
  );

/** Keeps a job's target as it is and begins the next, without a reading yet. False when it was revised meanwhile. */
export async function beginNextTarget(
  db: Queries,
  job: string,
  { revision, why, by }: { revision: number; why: string; by: string | null },
): Promise<boolean> {
  const moved = await db.query(
    `update job set revision = revision + 1, version = version + 1
     where id = $1 and revision = $2 and target_grid is not null returning id`,
    [job, revision],
  );
  if (!touched(moved)) return false;
  await db.query(
    `insert into past_target (job_id, revision, why, tolerance, grain_tolerance, wishes, grid, person_id)
     select id, $2, $3, tolerance, grain_tolerance, wishes, target_grid, (select id from person where id = $4)
     from job where id = $1`,
    [job, revision, why, by],
  );
  return true;
}

/** The mean that a job was or is matched to, and the job's number; null when there is none such. */
export const targetGridOf = (db: Queries, job: string, revision: number) =>
  one(
    db,
    z.object({ number: z.number(), grid: z.array(z.number()) }),
    `select j.number, case when j.revision = $2 then j.target_grid else p.grid end as grid
     from job j left join past_target p on p.job_id = j.id and p.revision = $2
     where j.id = $1 and case when j.revision = $2 then j.target_grid else p.grid end is not null`,
    [job, revision],
  );
