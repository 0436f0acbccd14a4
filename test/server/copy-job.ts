import type { Db } from '../../src/server/db/db.ts';
import { newId } from '../../src/shared/id.ts';

/** What belongs to a job, in the order that it is copied in: its rows, by the job that is $1. */
const BOARDS = 'select b.id from board b join job_wood w on w.id = b.job_wood_id where w.job_id = $1';
const WOODS_OF = 'select id from job_wood where job_id = $1';
const OF_JOB: Readonly<Record<string, string>> = {
  job: 'id = $1',
  job_wood: 'job_id = $1',
  recipe: `job_wood_id in (${WOODS_OF})`,
  board: `job_wood_id in (${WOODS_OF})`,
  coat: `board_id in (${BOARDS})`,
  reading: `board_id in (${BOARDS})`,
  stage_mean: `board_id in (${BOARDS})`,
  event: 'job_id = $1',
};
/** Columns that name something of the job's own, which a copy has its own of. */
const OWN = new Set(['id', 'job_id', 'job_wood_id', 'recipe_id', 'board_id', 'taking_id']);
/** What a copy has otherwise. */
const OTHERWISE: Readonly<Record<string, string>> = {
  'job.number': '(select max(number) + 1 from job)',
  'recipe.learned_from': "'{}'",
  'recipe.knowledge_id': 'null',
};

/** More copies of a job with all that belongs to it, whatever its columns are, under ids of their own. */
export async function copyJob(db: Db, job: string, copies: number): Promise<void> {
  const columns = await db.query(
    `select table_name as table, column_name as name from information_schema.columns
     where table_schema = 'public' and is_generated = 'NEVER' order by ordinal_position`,
  );
  for (let n = 0; n < copies; n++) {
    const salt = newId();
    // The id that a copied record gets, from its own and the copy's.
    const copied = (column: string) =>
      `overlay(overlay(md5('${salt}' || ${column}::text) placing '7' from 13) placing '8' from 17)::uuid`;
    await db.transaction(async (tx) => {
      for (const [table, where] of Object.entries(OF_JOB)) {
        const names = columns.filter((c) => c.table === table).map((c) => String(c.name));
        const values = names.map(
          (name) =>
            OTHERWISE[`${table}.${name}`] ??
            (OWN.has(name) ? `case when ${name} is not null then ${copied(name)} end` : name),
        );
        await tx.query(`insert into ${table} (${names.join()}) select ${values.join()} from ${table} where ${where}`, [
          job,
        ]);
      }
      await tx.query(`update counter set value = (select max(number) from job) where name = 'job'`);
    });
  }
}
