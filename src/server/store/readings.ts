import { z } from 'zod';
import type { Reading } from '../../core/formats/index.ts';
import { onGrid } from '../../core/formats/index.ts';
import { StoredReading } from '../../shared/reading.ts';
import type { Queries } from '../db/db.ts';

const COLUMNS = `id, stage, source, name, lab, grid, taken_at as "takenAt"`;
const stamp = z.date().transform((d) => d.toISOString());
export const ReadingRow = StoredReading.extend({ takenAt: stamp });

export type Subject = { job: number } | { board: number; stage: number };
const subjectColumns = (s: Subject) => ('job' in s ? [s.job, null, null] : [null, s.board, s.stage]);

export async function insertReading(db: Queries, subject: Subject, source: string, reading: Reading) {
  const spectral = reading.kind === 'spectral' ? reading : null;
  const [row] = await db.query(
    `insert into reading (job_id, board_id, stage, source, name, wavelengths, measured, lab, grid)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9) returning ${COLUMNS}`,
    [
      ...subjectColumns(subject),
      source,
      reading.name,
      spectral?.wavelengths ?? null,
      spectral?.values ?? null,
      reading.kind === 'lab' ? reading.lab : null,
      Array.from(onGrid(reading)),
    ],
  );
  return ReadingRow.parse(row);
}

export async function readingsOfJob(db: Queries, job: number) {
  const rows = await db.query(`select ${COLUMNS} from reading where job_id = $1 and deleted_at is null order by id`, [
    job,
  ]);
  return z.array(ReadingRow).parse(rows);
}

export async function readingsOfBoards(db: Queries, boards: readonly number[]) {
  const rows = await db.query(
    `select ${COLUMNS}, board_id as "boardId" from reading
     where board_id = any($1) and deleted_at is null order by stage, id`,
    [boards],
  );
  return z.array(ReadingRow.extend({ boardId: z.number() })).parse(rows);
}

/** How many readings a subject has ever had, deleted ones too: the instrument goes on counting. */
export async function countReadings(db: Queries, subject: Subject): Promise<number> {
  const [row] = await db.query(
    `select count(*)::int as n from reading
     where job_id is not distinct from $1 and board_id is not distinct from $2 and stage is not distinct from $3`,
    subjectColumns(subject),
  );
  return z.object({ n: z.number() }).parse(row).n;
}

export async function setReadingDeleted(db: Queries, id: number, deleted: boolean): Promise<boolean> {
  const rows = await db.query(
    'update reading set deleted_at = case when $2 then now() end where id = $1 returning id',
    [id, deleted],
  );
  return rows.length > 0;
}

/** A reading as it came, for writing files. */
export async function measuredOfBoard(db: Queries, board: number): Promise<(Reading & { stage: number })[]> {
  const rows = await db.query(
    `select stage, name, wavelengths, measured, lab from reading
     where board_id = $1 and deleted_at is null order by stage, id`,
    [board],
  );
  const row = z.object({
    stage: z.number(),
    name: z.string(),
    wavelengths: z.array(z.number()).nullable(),
    measured: z.array(z.number()).nullable(),
    lab: z.tuple([z.number(), z.number(), z.number()]).nullable(),
  });
  return z
    .array(row)
    .parse(rows)
    .map((r) =>
      r.wavelengths && r.measured
        ? { kind: 'spectral', stage: r.stage, name: r.name, wavelengths: r.wavelengths, values: r.measured }
        : { kind: 'lab', stage: r.stage, name: r.name, lab: r.lab as [number, number, number] },
    );
}
