import { z } from 'zod';
import { KeptLook } from '../../shared/look.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const Row = KeptLook.extend({ seenAt: stamp, boardId: z.string() });
const LOOKED = `l.id, l.board_id as "boardId", l.stage, l.light, l.said, l.words, l.farther, l.wet, l.between_them as between, l.swapped, p.name as person, l.seen_at as "seenAt",
  case when l.against_id is not null then json_build_object('board', l.against_id, 'stage', l.against_stage) end as against
  from look l left join person p on p.id = l.person_id`;

/** What was seen of some boards, the first look first. */
export const looksOfBoards = (db: Queries, boards: readonly string[]) =>
  all(
    db,
    Row,
    `select ${LOOKED} where l.board_id = any($1::uuid[]) and l.deleted_at is null order by l.seen_at, l.id`,
    [boards],
  );

export const lookById = (db: Queries, id: string) => one(db, Row, `select ${LOOKED} where l.id = $1`, [id]);

export async function insertLook(
  db: Queries,
  board: string,
  { id, stage, against, farther, light, said, words, wet, between, swapped, seenAt }: Omit<KeptLook, 'person'>,
  by: string | null,
): Promise<void> {
  await db.query(
    `insert into look (id, board_id, stage, against_id, against_stage, light, said, words, person_id, seen_at, farther, wet, between_them, swapped)
     values ($1, $2, $3, $4, $5, $6, $7, $8, (select id from person where id = $9), $10, $11, $12, $13, $14) on conflict do nothing`,
    [
      id,
      board,
      stage,
      against?.board ?? null,
      against?.stage ?? null,
      light,
      said && JSON.stringify(said),
      words,
      by,
      seenAt,
      JSON.stringify(farther),
      wet,
      between,
      swapped,
    ],
  );
}

/** Takes a look out of the record, or puts it back; false when it is so already. */
export const setLookDeleted = async (db: Queries, id: string, deleted: boolean): Promise<boolean> =>
  touched(
    await db.query(
      `update look set deleted_at = case when $2 then now() end where id = $1 and (deleted_at is null) = $2 returning id`,
      [id, deleted],
    ),
  );
