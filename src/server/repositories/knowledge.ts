import { z } from 'zod';
import type { Knowledge } from '../../core/learn/knowledge.ts';
import type { MadeBoard } from '../../record/board/evidence.ts';
import { KnowledgeSchema } from '../../shared/knowledge.ts';
import { PreparationSchema } from '../../shared/stack.ts';
import type { Queries } from '../db/db.ts';
import { STAGED_COLUMNS, StagedRow, withRecipe } from './boards.ts';
import { all, one } from './rows.ts';

const Kept = z.object({ id: z.string(), evidence: z.number(), content: KnowledgeSchema });
export type Kept = z.infer<typeof Kept>;
const KEPT_FOR_PAGES = 3;

/** What was learned last for a job; null before anything was. */
export const newestKnowledge = (db: Queries, job: string): Promise<Kept | null> =>
  one(
    db,
    Kept,
    'select id, evidence, content from knowledge where job_id = $1 order by evidence desc, created_at desc limit 1',
    [job],
  );

export const knowledgeById = (db: Queries, job: string, id: string): Promise<Kept | null> =>
  one(db, Kept, 'select id, evidence, content from knowledge where job_id = $1 and id = $2', [job, id]);

/** Keeps what was learned by the stamp of its evidence, of a job that is still there; what no recipe and no open page stands on is let go. */
export async function insertKnowledge(
  db: Queries,
  { id, job, evidence, content }: { id: string; job: string; evidence: number; content: Knowledge },
): Promise<void> {
  await db.query(
    `insert into knowledge (id, job_id, evidence, content)
     select $1, $2, $3, $4 where exists (select from job where id = $2)`,
    [id, job, evidence, JSON.stringify(content)],
  );
  await db.query(
    `delete from knowledge k where job_id = $1 and not exists (select from recipe r where r.knowledge_id = k.id)
       and id not in (select id from knowledge where job_id = $1 order by created_at desc limit ${KEPT_FOR_PAGES})`,
    [job],
  );
}

/** The newest stamp among a job's own boards. */
export async function ownStamp(db: Queries, job: string): Promise<number> {
  const row = await one(
    db,
    z.object({ stamp: z.number() }),
    `select coalesce(max(b.evidence), 0) as stamp from board b join job_wood w on w.id = b.job_wood_id where w.job_id = $1`,
    [job],
  );
  return row?.stamp ?? 0;
}

const Evidence = StagedRow.extend({
  id: z.string(),
  jobId: z.string(),
  speciesId: z.string(),
  preparation: PreparationSchema,
  branched: z.number(),
});

/** Boards whose evidence changed after a stamp, with their stage means for readings. Those of a job put away teach on. */
export async function evidenceSince(db: Queries, stamp: number): Promise<MadeBoard[]> {
  const rows = await all(
    db,
    Evidence,
    `select b.id, w.job_id as "jobId", w.species_id as "speciesId", coalesce(b.preparation, w.preparation) as preparation,
       b.branched,
       ${STAGED_COLUMNS}
     from board b join job_wood w on w.id = b.job_wood_id left join recipe r on r.id = b.recipe_id
     where b.evidence > $1`,
    [stamp],
  );
  return rows.map(withRecipe);
}
