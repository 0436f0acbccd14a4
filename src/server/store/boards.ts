import { z } from 'zod';
import { type Board, Recipe } from '../../shared/job.ts';
import type { Queries } from '../db/db.ts';
import { readingsOfBoards } from './readings.ts';

const stamp = z.date().transform((d) => d.toISOString());
const RecipeRow = Recipe.extend({ createdAt: stamp });
const RECIPE_COLUMNS = `id, number, stack, litres, origin, expected, learned_from as "learnedFrom", created_at as "createdAt"`;
const BoardRow = z.object({
  id: z.number(),
  woodId: z.number(),
  number: z.number(),
  recipeId: z.number().nullable(),
  createdAt: stamp,
});
const BOARD_COLUMNS = `id, job_wood_id as "woodId", number, recipe_id as "recipeId", created_at as "createdAt"`;

export async function insertBoard(db: Queries, wood: number, recipe: number | null = null): Promise<number> {
  const [row] = await db.query(
    `insert into board (job_wood_id, number, recipe_id)
     values ($1, (select coalesce(max(number), 0) + 1 from board where job_wood_id = $1), $2) returning id`,
    [wood, recipe],
  );
  return z.object({ id: z.number() }).parse(row).id;
}

export async function insertRecipe(
  db: Queries,
  wood: number,
  recipe: Pick<Recipe, 'stack' | 'litres' | 'origin' | 'expected' | 'learnedFrom'>,
): Promise<number> {
  const [row] = await db.query(
    `insert into recipe (job_wood_id, number, stack, litres, origin, expected, learned_from)
     values ($1, (select coalesce(max(number), 0) + 1 from recipe where job_wood_id = $1), $2, $3, $4, $5, $6)
     returning id`,
    [wood, JSON.stringify(recipe.stack), recipe.litres, recipe.origin, recipe.expected, recipe.learnedFrom],
  );
  return z.object({ id: z.number() }).parse(row).id;
}

export async function setBoardRecipe(db: Queries, board: number, recipe: number): Promise<void> {
  await db.query('update board set recipe_id = $2 where id = $1', [board, recipe]);
}

export async function boardById(db: Queries, id: number): Promise<(Board & { woodId: number }) | null> {
  const [row] = await db.query(`select ${BOARD_COLUMNS} from board where id = $1`, [id]);
  if (!row) return null;
  const { woodId } = BoardRow.parse(row);
  const board = (await boardsOfWoods(db, [woodId])).get(woodId)?.find((b) => b.id === id);
  return board ? { ...board, woodId } : null;
}

/** Boards by wood, each with its recipe and readings, in order of number. */
export async function boardsOfWoods(db: Queries, woods: readonly number[]): Promise<Map<number, Board[]>> {
  const boards = z
    .array(BoardRow)
    .parse(await db.query(`select ${BOARD_COLUMNS} from board where job_wood_id = any($1) order by number`, [woods]));
  const recipes = z
    .array(RecipeRow)
    .parse(await db.query(`select ${RECIPE_COLUMNS} from recipe where job_wood_id = any($1)`, [woods]));
  const readings = await readingsOfBoards(
    db,
    boards.map((b) => b.id),
  );
  const byWood = new Map<number, Board[]>();
  for (const { woodId, recipeId, ...board } of boards) {
    const whole: Board = {
      ...board,
      recipe: recipes.find((r) => r.id === recipeId) ?? null,
      readings: readings.filter((r) => r.boardId === board.id).map(({ boardId: _, ...r }) => r),
    };
    byWood.set(woodId, [...(byWood.get(woodId) ?? []), whole]);
  }
  return byWood;
}
