import { createHash } from 'node:crypto';
import { type Knowledge, learn } from '../core/learn/learn.ts';
import { evidenceOf } from '../shared/evidence.ts';
import type { Job } from '../shared/job.ts';
import { materialsOf } from '../shared/materials.ts';
import type { Queries } from './db/db.ts';
import { jobById, jobIds } from './store/jobs.ts';
import { insertKnowledge, knowledgeFrom } from './store/record.ts';
import { wholeShelf } from './store/shelf.ts';

/**
 * What the shop's boards teach for a job, learned afresh when the evidence has changed and kept beside that evidence.
 * The boards are the record: knowledge can be replayed from them at any time.
 */
export async function knowledgeForJob(db: Queries, job: number): Promise<Knowledge> {
  const shelf = await wholeShelf(db);
  const jobs = (await Promise.all((await jobIds(db)).map((id) => jobById(db, id)))).filter((j): j is Job => j !== null);
  const boards = evidenceOf(jobs, shelf, job);
  const materials = materialsOf(shelf);
  const known = boards.filter((b) =>
    b.stack.every((l) => Object.keys(l.colours).every((c) => materials.colourants[c])),
  );
  const evidence = createHash('sha256')
    .update(JSON.stringify([known, materials], flat))
    .digest('hex');
  const kept = await knowledgeFrom(db, job, evidence);
  if (kept) return kept;
  const knowledge = learn(known, materials);
  await insertKnowledge(db, job, evidence, knowledge);
  return knowledge;
}

const flat = (_: string, value: unknown) => (value instanceof Float64Array ? Array.from(value) : value);
