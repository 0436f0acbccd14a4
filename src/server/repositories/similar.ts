import { z } from 'zod';
import type { Queries } from '../db/db.ts';
import { all } from './rows.ts';

const Became = z.object({
  id: z.string(),
  code: z.string(),
  speciesId: z.string(),
  boards: z.number(),
  off: z.number().nullable(),
  matched: z.boolean(),
});
/** What became of the woods of some jobs: boards with a recipe, how near the nearest came, whether one matched. */
export const woodsBecame = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    Became,
    `select w.job_id as id, w.code, w.species_id as "speciesId", count(n.id)::int as boards,
       min((n.shown ->> 'off')::float8) as off, coalesce(bool_or(n.verdict in ('passed', 'accepted')), false) as matched
     from job_wood w join board b on b.job_wood_id = w.id and b.part_id is null and b.recipe_id is not null
       join notebook.note n on n.kind = 'board' and n.id = b.id
     where w.job_id = any($1::uuid[]) group by w.id order by w.created_at, w.id`,
    [jobs],
  );

const Spent = z.object({ id: z.string(), hours: z.number(), lost: z.number(), faults: z.array(z.string()) });
/** Hours that were worked on some jobs, those lost to faults, and which faults. */
export const hoursSpent = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    Spent,
    `select j.id,
       coalesce((select sum(hours) from hours_worked where job_id = j.id and deleted_at is null), 0)::float8 as hours,
       coalesce(sum(f.hours), 0)::float8 as lost,
       coalesce(array_agg(distinct f.fault) filter (where f.fault is not null), '{}') as faults
     from job j left join job_wood w on w.job_id = j.id left join board b on b.job_wood_id = w.id
       left join fault_found f on f.board_id = b.id and f.deleted_at is null
     where j.id = any($1::uuid[]) group by j.id`,
    [jobs],
  );
