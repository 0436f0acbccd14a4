import { z } from 'zod';
import { KeptHeld } from '../../shared/look.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const Row = KeptHeld.extend({ seenAt: stamp, jobId: z.string() });
const HELD = `h.id, h.job_id as "jobId", h.things, h.light, h.said, h.words, h.swapped, p.name as person, h.seen_at as "seenAt"
  from held h left join person p on p.id = h.person_id`;

/** What was seen of the targets of some jobs against the rack, the first look first. */
export const heldOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(db, Row, `select ${HELD} where h.job_id = any($1::uuid[]) and h.deleted_at is null order by h.seen_at, h.id`, [
    jobs,
  ]);

export const heldById = (db: Queries, id: string) => one(db, Row, `select ${HELD} where h.id = $1`, [id]);

export async function insertHeld(
  db: Queries,
  job: string,
  { id, things, light, said, words, swapped, seenAt }: Omit<KeptHeld, 'person'>,
  by: string | null,
): Promise<void> {
  await db.query(
    `insert into held (id, job_id, things, light, said, words, swapped, person_id, seen_at)
     values ($1, $2, $3, $4, $5, $6, $7, (select id from person where id = $8), $9) on conflict do nothing`,
    [id, job, JSON.stringify(things), light, said && JSON.stringify(said), words, swapped, by, seenAt],
  );
}

/** Takes it out of the record, or puts it back; false when it is so already. */
export const setHeldDeleted = async (db: Queries, id: string, deleted: boolean): Promise<boolean> =>
  touched(
    await db.query(
      `update held set deleted_at = case when $2 then now() end where id = $1 and (deleted_at is null) = $2 returning id`,
      [id, deleted],
    ),
  );
