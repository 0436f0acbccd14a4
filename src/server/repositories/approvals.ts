import { z } from 'zod';
import { KeptApproval } from '../../shared/approval.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const Row = KeptApproval.extend({ approvedAt: stamp, jobId: z.string() });
/** The approvals of boards of some jobs, the first one first; without their files. */
export const approvalsOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    Row,
    `select a.id, a.board_id as "boardId", w.job_id as "jobId", a.version, a.hash, a.words, a.customer, a.differs,
       p.name as person, a.approved_at as "approvedAt"
     from approval a join board b on b.id = a.board_id join job_wood w on w.id = b.job_wood_id
       left join person p on p.id = a.person_id
     where w.job_id = any($1::uuid[]) order by a.approved_at, a.version`,
    [jobs],
  );

const File = z.object({ file: z.string() });
export const fileOfApproval = async (db: Queries, id: string): Promise<string | null> =>
  (await one(db, File, 'select file from approval where id = $1', [id]))?.file ?? null;

const Last = z.object({ version: z.number(), file: z.string() });
/** The newest approval of a board. */
export const lastApproval = (db: Queries, board: string) =>
  one(db, Last, 'select version, file from approval where board_id = $1 order by version desc limit 1', [board]);

interface ApprovalRow {
  id: string;
  board: string | null;
  version: number;
  hash: string;
  file: string;
  words: string;
  customer: string | null;
  differs: readonly string[];
  at: string;
}
/** False when it was kept already. */
export const insertApproval = async (db: Queries, row: ApprovalRow, by: string | null): Promise<boolean> =>
  touched(
    await db.query(
      `insert into approval (id, board_id, version, hash, file, words, customer, differs, person_id, approved_at)
       values ($1, $2, $3, $4, $5, $6, $7, $8, (select id from person where id = $9), $10)
       on conflict (id) do nothing returning id`,
      [
        row.id,
        row.board,
        row.version,
        row.hash,
        row.file,
        row.words,
        row.customer,
        JSON.stringify(row.differs),
        by,
        row.at,
      ],
    ),
  );

const Foreign = z.object({ id: z.string(), hash: z.string(), file: z.string(), keptAt: stamp });
/** The approvals of other shops, the newest first. */
export const foreignApprovals = (db: Queries) =>
  all(
    db,
    Foreign,
    `select id, hash, file, approved_at as "keptAt" from approval where board_id is null order by approved_at desc, id`,
  );
