import { z } from 'zod';
import { KeptCheck, type NewCheck } from '../../shared/check.ts';
import { DrawDown, type NewDrawDown } from '../../shared/draw-down.ts';
import type { Queries } from '../db/db.ts';
import { all, one, stamp, touched } from './rows.ts';

const CheckRow = KeptCheck.extend({ at: stamp, boardId: z.string() });
const CHECKED = `c.id, c.board_id as "boardId", c.stage, c.what, c.fine, c.at, p.name as person
  from bench_check c left join person p on p.id = c.person_id`;

/** What was looked for and changed on some boards and pieces, the first first. */
export const checksOfBoards = (db: Queries, boards: readonly string[]) =>
  all(
    db,
    CheckRow,
    `select ${CHECKED} where c.board_id = any($1::uuid[]) and c.deleted_at is null order by c.at, c.id`,
    [boards],
  );
export const checkById = (db: Queries, id: string) => one(db, CheckRow, `select ${CHECKED} where c.id = $1`, [id]);

/** False when it was kept already. */
export async function insertCheck(
  db: Queries,
  board: string,
  { id, stage, what, fine }: NewCheck,
  by: string | null,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into bench_check (id, board_id, stage, what, fine, at, person_id)
       values ($1, $2, $3, $4, $5, shop_now(), (select id from person where id = $6)) on conflict (id) do nothing returning id`,
      [id, board, stage, what, fine, by],
    ),
  );
}
/** False when it is so already. */
export const setCheckDeleted = async (db: Queries, id: string, deleted: boolean): Promise<boolean> =>
  touched(
    await db.query(
      `update bench_check set deleted_at = case when $2 then now() end where id = $1 and (deleted_at is null) = $2 returning id`,
      [id, deleted],
    ),
  );

const DrawDownRow = DrawDown.extend({ at: stamp, recipeId: z.string() });
const DRAWN = `d.id, d.recipe_id as "recipeId", d.stage, d.said, d.lab, d.at, p.name as person
  from draw_down d left join person p on p.id = d.person_id`;

/** The draw-downs of some recipes, the first first. */
export const drawDownsOf = (db: Queries, recipes: readonly string[]) =>
  all(
    db,
    DrawDownRow,
    `select ${DRAWN} where d.recipe_id = any($1::uuid[]) and d.deleted_at is null order by d.at, d.id`,
    [recipes],
  );
/** A draw-down, with a board that its recipe is on. */
export const drawDownById = (db: Queries, id: string) =>
  one(
    db,
    z.object({ stage: z.number(), boardId: z.string() }),
    `select d.stage, b.id as "boardId" from draw_down d join board b on b.recipe_id = d.recipe_id
     where d.id = $1 order by b.number limit 1`,
    [id],
  );
export async function insertDrawDown(
  db: Queries,
  recipe: string,
  { id, stage, said, lab }: NewDrawDown,
  by: string | null,
): Promise<boolean> {
  return touched(
    await db.query(
      `insert into draw_down (id, recipe_id, stage, said, lab, at, person_id)
       values ($1, $2, $3, $4, $5, shop_now(), (select id from person where id = $6)) on conflict (id) do nothing returning id`,
      [id, recipe, stage, said && JSON.stringify(said), lab, by],
    ),
  );
}
export const setDrawDownDeleted = async (db: Queries, id: string, deleted: boolean): Promise<boolean> =>
  touched(
    await db.query(
      `update draw_down set deleted_at = case when $2 then now() end where id = $1 and (deleted_at is null) = $2 returning id`,
      [id, deleted],
    ),
  );
