import { KnowledgeSchema } from '../../shared/job.ts';
import type { Queries } from '../db/db.ts';

export interface BenchEvent {
  kind: string;
  job?: number;
  board?: number;
  detail?: unknown;
}

export async function insertEvent(db: Queries, event: BenchEvent): Promise<void> {
  await db.query('insert into event (kind, job_id, board_id, detail) values ($1, $2, $3, $4)', [
    event.kind,
    event.job ?? null,
    event.board ?? null,
    JSON.stringify(event.detail ?? {}),
  ]);
}

export async function knowledgeFrom(db: Queries, job: number, evidence: string) {
  const [row] = await db.query('select content from knowledge where job_id = $1 and evidence = $2', [job, evidence]);
  return row ? KnowledgeSchema.parse(row.content) : null;
}

export async function insertKnowledge(db: Queries, job: number, evidence: string, content: unknown): Promise<void> {
  await db.query(
    'insert into knowledge (job_id, evidence, content) values ($1, $2, $3) on conflict (job_id, evidence) do nothing',
    [job, evidence, JSON.stringify(content)],
  );
}
