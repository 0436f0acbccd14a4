import { z } from 'zod';
import { type NewVersions, StackVersion } from '../../shared/job.ts';
import { StackSchema } from '../../shared/stack.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const VersionRow = StackVersion.extend({ stack: StackSchema, createdAt: stamp, woodId: z.string() });

/** The kept versions of some woods' layers, the oldest first. */
export const versionsOfWoods = (db: Queries, woods: readonly string[]) =>
  all(
    db,
    VersionRow,
    `select id, job_wood_id as "woodId", number, name, stack, created_at as "createdAt" from stack_version
     where job_wood_id = any($1::uuid[]) and put_away_at is null order by job_wood_id, number`,
    [woods],
  );

/** Keeps a version of a wood's layers with the next number; false when it was kept already. */
export async function insertVersion(
  db: Queries,
  wood: string,
  { id, name, stack }: NewVersions['versions'][number],
  by: string | null,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into stack_version (id, job_wood_id, number, name, stack, person_id)
       select $1, $2, 1 + coalesce(max(number), 0), $3, $4, (select id from person where id = $5)
       from stack_version where job_wood_id = $2 on conflict do nothing returning id`,
      [id, wood, name, JSON.stringify(stack), by],
    ),
  );
}

/** The wood and name of a version, and whether it is put away; null when there is none. */
export const versionById = (db: Queries, id: string) =>
  one(
    db,
    z.object({ woodId: z.string(), name: z.string(), putAway: z.boolean() }),
    'select job_wood_id as "woodId", name, put_away_at is not null as "putAway" from stack_version where id = $1',
    [id],
  );

export async function setVersionPutAway(db: Queries, id: string, away: boolean): Promise<void> {
  await db.query('update stack_version set put_away_at = case when $2 then now() end where id = $1', [id, away]);
}
