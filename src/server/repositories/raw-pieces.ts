import { z } from 'zod';
import { RawPiece, type RawPieceChange } from '../../shared/raw-piece.ts';
import type { Queries } from '../db/db.ts';
import { all, assignments, one, touched } from './rows.ts';

const COLUMNS = `id, name, said, lab, lively, pair, part_id as "partId", version`;

/** The pieces on the piles of some woods, as they were added. */
export const rawPiecesOfWoods = (db: Queries, woods: readonly string[]) =>
  all(
    db,
    RawPiece.extend({ woodId: z.string() }),
    `select ${COLUMNS}, job_wood_id as "woodId" from raw_piece
     where job_wood_id = any($1::uuid[]) and deleted_at is null order by added`,
    [woods],
  );

export const rawPieceById = (db: Queries, id: string) =>
  one(
    db,
    RawPiece.extend({ woodId: z.string(), deleted: z.boolean() }),
    `select ${COLUMNS}, job_wood_id as "woodId", deleted_at is not null as deleted from raw_piece where id = $1`,
    [id],
  );

/** False when it was added already. */
export async function insertRawPiece(
  db: Queries,
  wood: string,
  { id, name, said, lab, lively, pair, partId }: Omit<RawPiece, 'version'>,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into raw_piece (id, job_wood_id, name, said, lab, lively, pair, part_id)
       values ($1, $2, $3, $4, $5, $6, $7, $8) on conflict (id) do nothing returning id`,
      [id, wood, name, said && JSON.stringify(said), lab, lively, pair, partId],
    ),
  );
}

export async function updateRawPiece(
  db: Queries,
  id: string,
  { version, name, said, lab, lively, pair, partId }: RawPieceChange,
): Promise<boolean> {
  const { set, values } = assignments(
    { name, said: said && JSON.stringify(said), lab, lively, pair, part_id: partId },
    3,
  );
  return touched(
    await db.query(
      `update raw_piece set ${set} version = version + 1 where id = $1 and version = $2 and deleted_at is null returning id`,
      [id, version, ...values],
    ),
  );
}

export async function setRawPieceDeleted(db: Queries, id: string, deleted: boolean): Promise<void> {
  await db.query('update raw_piece set deleted_at = case when $2 then now() end, version = version + 1 where id = $1', [
    id,
    deleted,
  ]);
}
