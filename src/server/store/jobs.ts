import { z } from 'zod';
import { type Job, type JobChange, type JobWood, LightShares, NewJob } from '../../shared/job.ts';
import { PreparationSchema, StackSchema } from '../../shared/stack.ts';
import type { Queries } from '../db/db.ts';
import { boardsOfWoods } from './boards.ts';
import { readingsOfJob } from './readings.ts';

const stamp = z.date().transform((d) => d.toISOString());
const JobRow = NewJob.extend({ id: z.number(), createdAt: stamp, lights: LightShares });
const COLUMNS = `id, customer, piece, tolerance, lights, created_at as "createdAt"`;

export async function insertJob(db: Queries, job: NewJob): Promise<number> {
  const [row] = await db.query('insert into job (customer, piece, tolerance) values ($1, $2, $3) returning id', [
    job.customer,
    job.piece,
    job.tolerance,
  ]);
  return z.object({ id: z.number() }).parse(row).id;
}

export async function updateJob(db: Queries, id: number, change: JobChange): Promise<boolean> {
  const rows = await db.query(
    `update job set customer = coalesce($2, customer), piece = coalesce($3, piece), tolerance = coalesce($4, tolerance),
       lights = lights || coalesce($5::jsonb, '{}')
     where id = $1 and deleted_at is null returning id`,
    [
      id,
      change.customer ?? null,
      change.piece ?? null,
      change.tolerance ?? null,
      change.lights ? JSON.stringify(change.lights) : null,
    ],
  );
  return rows.length > 0;
}

export async function setJobDeleted(db: Queries, id: number, deleted: boolean): Promise<boolean> {
  const rows = await db.query('update job set deleted_at = case when $2 then now() end where id = $1 returning id', [
    id,
    deleted,
  ]);
  return rows.length > 0;
}

export async function jobIds(db: Queries): Promise<number[]> {
  const rows = await db.query('select id from job where deleted_at is null order by id desc');
  return rows.map((r) => z.number().parse(r.id));
}

export async function insertWood(
  db: Queries,
  job: number,
  species: string,
  preparation: unknown,
): Promise<number | null> {
  const [row] = await db.query(
    `insert into job_wood (job_id, species_id, preparation) values ($1, $2, $3)
     on conflict (job_id, species_id) do nothing returning id`,
    [job, species, JSON.stringify(preparation)],
  );
  return row ? z.number().parse(row.id) : null;
}

export async function setDraft(db: Queries, wood: number, stack: unknown): Promise<boolean> {
  const rows = await db.query('update job_wood set draft = $2 where id = $1 returning id', [
    wood,
    JSON.stringify(stack),
  ]);
  return rows.length > 0;
}

export async function setPreparation(db: Queries, wood: number, preparation: unknown): Promise<boolean> {
  const rows = await db.query('update job_wood set preparation = $2 where id = $1 returning id', [
    wood,
    JSON.stringify(preparation),
  ]);
  return rows.length > 0;
}

const WoodRow = z.object({
  id: z.number(),
  jobId: z.number(),
  speciesId: z.string(),
  preparation: PreparationSchema,
  draft: StackSchema.nullable(),
});
const WOOD_COLUMNS = `id, job_id as "jobId", species_id as "speciesId", preparation, draft`;

export async function woodById(db: Queries, id: number): Promise<z.infer<typeof WoodRow> | null> {
  const [row] = await db.query(`select ${WOOD_COLUMNS} from job_wood where id = $1`, [id]);
  return row ? WoodRow.parse(row) : null;
}

async function woodsOfJob(db: Queries, job: number): Promise<JobWood[]> {
  const woods = z
    .array(WoodRow)
    .parse(await db.query(`select ${WOOD_COLUMNS} from job_wood where job_id = $1 order by id`, [job]));
  const boards = await boardsOfWoods(
    db,
    woods.map((w) => w.id),
  );
  return woods.map(({ jobId: _, ...wood }) => ({ ...wood, boards: boards.get(wood.id) ?? [] }));
}

/** A job with its target, woods, boards, recipes and readings; null when it is gone. */
export async function jobById(db: Queries, id: number): Promise<Job | null> {
  const [row] = await db.query(`select ${COLUMNS} from job where id = $1 and deleted_at is null`, [id]);
  if (!row) return null;
  return { ...JobRow.parse(row), target: await readingsOfJob(db, id), woods: await woodsOfJob(db, id) };
}
