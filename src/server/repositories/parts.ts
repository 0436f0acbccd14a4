import { z } from 'zod';
import { type NewPart, Part, type PartChange } from '../../shared/part.ts';
import type { Queries } from '../db/db.ts';
import { all, assignments, one, touched } from './rows.ts';

const COLUMNS = `id, wood_id as "woodId", name, count, length, width, thickness, faces, zones, hidden, place, assembled, zone_of as "zoneOf", version`;

export const partsOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(
    db,
    Part.extend({ jobId: z.string() }),
    `select ${COLUMNS}, job_id as "jobId" from part
     where job_id = any($1::uuid[]) and deleted_at is null order by created_at, id`,
    [jobs],
  );

export async function insertPart(db: Queries, job: string, part: NewPart): Promise<boolean> {
  return touched(
    await db.query(
      `insert into part (id, job_id, wood_id, name, count, length, width, thickness, faces, zones, hidden, place,
         assembled, zone_of)
       values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14) on conflict (id) do nothing returning id`,
      [
        part.id,
        job,
        part.woodId,
        part.name,
        part.count,
        part.length,
        part.width,
        part.thickness,
        part.faces,
        part.zones,
        part.hidden,
        part.place,
        part.assembled,
        part.zoneOf,
      ],
    ),
  );
}

export async function updatePart(
  db: Queries,
  id: string,
  { version, woodId, ...change }: PartChange,
): Promise<boolean> {
  const { zoneOf: zone_of, ...named } = change;
  const { set, values } = assignments({ wood_id: woodId, ...named, zone_of }, 3);
  return touched(
    await db.query(
      `update part set ${set} version = version + 1 where id = $1 and version = $2 and deleted_at is null returning id`,
      [id, version, ...values],
    ),
  );
}

const Owned = Part.extend({ jobId: z.string(), deleted: z.boolean(), putAway: z.boolean() });
export const partById = (db: Queries, id: string) =>
  one(
    db,
    Owned,
    `select ${COLUMNS}, job_id as "jobId", deleted_at is not null as deleted,
       (select deleted_at is not null from job where job.id = job_id) as "putAway"
     from part where id = $1`,
    [id],
  );

export async function setPartDeleted(db: Queries, id: string, deleted: boolean): Promise<void> {
  await db.query('update part set deleted_at = case when $2 then now() end, version = version + 1 where id = $1', [
    id,
    deleted,
  ]);
}
