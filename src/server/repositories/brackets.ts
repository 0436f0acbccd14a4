import { z } from 'zod';
import { type BracketAnswer, KeptBracket, type NewBracket } from '../../shared/bracket.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const Row = z
  .object({
    id: z.string(),
    jobId: z.string(),
    boards: KeptBracket.shape.boards,
    createdAt: stamp,
    openUntil: stamp.nullable(),
    chosen: z.string().nullable(),
    words: z.string(),
    initials: z.string().nullable(),
    answeredAt: stamp.nullable(),
  })
  .transform(({ chosen, words, initials, answeredAt, ...bracket }) => ({
    ...bracket,
    answer: chosen && initials && answeredAt ? { board: chosen, words, initials, answeredAt } : null,
  }));
/** An address that has run out, or was answered by, shows nothing any more. */
const BRACKETS = `b.id, b.job_id as "jobId", b.created_at as "createdAt",
  case when b.open_until > shop_now() and b.answered_at is null then b.open_until end as "openUntil",
  b.chosen_id as chosen, b.words, b.initials, b.answered_at as "answeredAt",
  (select jsonb_agg(jsonb_build_object('board', x.board_id, 'says', x.says) order by x.place)
   from bracket_board x where x.bracket_id = b.id) as boards
  from bracket b`;

/** The brackets of some jobs, the first one first. */
export const bracketsOfJobs = (db: Queries, jobs: readonly string[]) =>
  all(db, Row, `select ${BRACKETS} where b.job_id = any($1::uuid[]) order by b.created_at, b.id`, [jobs]);

export const bracketById = (db: Queries, id: string) => one(db, Row, `select ${BRACKETS} where b.id = $1`, [id]);

/** A bracket by the hash of its address's secret, used and run out ones too. */
export const bracketBySecret = (db: Queries, hash: string) =>
  one(db, Row, `select ${BRACKETS} where b.secret_hash = $1`, [hash]);

/** False when it stands already. */
export async function insertBracket(db: Queries, job: string, { id, boards }: NewBracket): Promise<boolean> {
  const made = touched(
    await db.query(
      `insert into bracket (id, job_id, created_at) values ($1, $2, shop_now()) on conflict (id) do nothing returning id`,
      [id, job],
    ),
  );
  if (made)
    await db.query(
      `insert into bracket_board (bracket_id, board_id, place, says)
       select $1, (x->>'board')::uuid, n::int, x->>'says' from jsonb_array_elements($2::jsonb) with ordinality as t(x, n)`,
      [id, JSON.stringify(boards)],
    );
  return made;
}

/** Opens an address by the hash of its secret for so many hours; null shuts it. @returns until when */
export async function setBracketAddress(db: Queries, id: string, opened: { hash: string; hours: number } | null) {
  const row = await one(
    db,
    z.object({ until: stamp.nullable() }),
    `update bracket set secret_hash = $2, open_until = shop_now() + make_interval(hours => $3::int) where id = $1
     returning open_until as until`,
    [id, opened?.hash ?? null, opened?.hours ?? null],
  );
  return row?.until ?? null;
}

/** False where it was answered before. */
export const setBracketAnswer = async (db: Queries, id: string, { board, words, initials }: BracketAnswer) =>
  touched(
    await db.query(
      `update bracket set chosen_id = $2, words = $3, initials = $4, answered_at = shop_now()
       where id = $1 and answered_at is null returning id`,
      [id, board, words, initials],
    ),
  );
