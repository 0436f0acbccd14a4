import { z } from 'zod';
import { boardCode } from '../../record/board/codes.ts';
import { FaultFound, type NewFaultFound } from '../../shared/fault.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const Row = FaultFound.omit({ board: true }).extend({ foundAt: stamp, code: z.string(), number: z.number() });
const FOUND = `f.id, j.number as job, j.piece, f.board_id as "boardId", w.code, b.number, f.stage, f.fault, f.cause, f.hours,
  f.note, p.name as person, f.found_at as "foundAt"
  from fault_found f join board b on b.id = f.board_id join job_wood w on w.id = b.job_wood_id
    join job j on j.id = w.job_id left join person p on p.id = f.person_id`;
const read = ({ code, number, ...row }: z.infer<typeof Row>): FaultFound => ({
  ...row,
  board: boardCode(code, number),
});

/** Most faults that are looked at at once: the newest. */
const MOST = 500;

/** What went wrong in this shop, the newest first. */
export const faultsFound = async (db: Queries): Promise<FaultFound[]> =>
  (
    await all(
      db,
      Row,
      `select ${FOUND} where f.deleted_at is null and j.deleted_at is null order by f.found_at desc, f.id limit $1`,
      [MOST],
    )
  ).map(read);

/** What went wrong with boards of some jobs, the first first. */
export const faultsOfJobs = async (db: Queries, jobs: readonly string[]): Promise<FaultFound[]> =>
  (
    await all(
      db,
      Row,
      `select ${FOUND} where f.deleted_at is null and j.id = any($1::uuid[]) order by f.found_at, f.id`,
      [jobs],
    )
  ).map(read);

export async function faultById(db: Queries, id: string): Promise<FaultFound | null> {
  const row = await one(db, Row, `select ${FOUND} where f.id = $1`, [id]);
  return row && read(row);
}

export async function insertFault(
  db: Queries,
  { id, boardId: board, stage, fault, cause, hours, note }: NewFaultFound,
  by: string | null,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into fault_found (id, board_id, stage, fault, cause, hours, note, person_id)
       values ($1, $2, $3, $4, $5, $6, $7, (select id from person where id = $8)) on conflict (id) do nothing returning id`,
      [id, board, stage, fault, cause, hours, note, by],
    ),
  );
}

export async function setFaultDeleted(db: Queries, id: string, deleted: boolean): Promise<void> {
  await db.query('update fault_found set deleted_at = case when $2 then now() end where id = $1', [id, deleted]);
}
