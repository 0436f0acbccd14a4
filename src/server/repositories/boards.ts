import { z } from 'zod';
import { Board, type BoardChange, Coat, type CoatChange, type Judged, Recipe } from '../../shared/board.ts';
import { LayerSchema, PreparationSchema, StackSchema } from '../../shared/stack.ts';
import type { PiecesOf } from '../../shared/work.ts';
import type { Queries } from '../db/db.ts';
import { checksOfBoards, drawDownsOf } from './checks.ts';
import { looksOfBoards } from './looks.ts';
import { readingsOfBoards } from './readings.ts';
import { all, assignments, groupedBy, one, stamp, touched } from './rows.ts';
import { POTS_AND_STEPS } from './steps.ts';

const RecipeRow = Recipe.omit({ drawDowns: true }).extend({ createdAt: stamp, boardId: z.string() });
const RECIPE_COLUMNS = `r.id, r.number, r.stack, r.litres, r.origin, r.preparation, r.made_with as "madeWith", r.expected,
  r.learned_from as "learnedFrom", r.after, r.chance, r.created_at as "createdAt", ${POTS_AND_STEPS}`;
const CoatRow = Coat.extend({ putOnAt: stamp.nullable(), boardId: z.string() });
const COAT_COLUMNS = `c.id, c.board_id as "boardId", c.stage, c.layer, c.put_on_at as "putOnAt", c.minutes, c.conditions, c.used,
  c.note, p.name as person, c.version`;
const BoardRow = Board.pick({
  id: true,
  number: true,
  version: true,
  preparation: true,
  plank: true,
  strip: true,
  branched: true,
  apart: true,
  finish: true,
  judged: true,
  cut: true,
  archived: true,
  pieces: true,
}).extend({
  woodId: z.string(),
  createdAt: stamp,
});

/** A board of a wood with the next number, taken from its offcuts; false when it was taken already. */
export async function insertBoard(db: Queries, id: string, wood: string): Promise<boolean> {
  const known = await db.query('select from board where id = $1', [id]);
  if (touched(known)) return false;
  const [row] = await db.query(
    `update job_wood set boards_made = boards_made + 1, offcuts_taken = offcuts_taken + 1
     where id = $1 returning boards_made as number`,
    [wood],
  );
  const { number } = z.object({ number: z.number() }).parse(row);
  await db.query(
    `insert into board (id, job_wood_id, number, cut)
     values ($1, $2, $3, (select cut || '{"lines": []}' from house))`,
    [id, wood, number],
  );
  return true;
}

/** A portion of the pieces of a part, with the next number of its wood. */
export async function insertPieces(
  db: Queries,
  wood: string,
  { id, part, portion, count }: PiecesOf & { id: string },
): Promise<void> {
  await db.query(
    `with wood as (update job_wood set boards_made = boards_made + 1 where id = $2 returning id, boards_made)
     insert into board (id, job_wood_id, number, part_id, portion, pieces)
     select $1::uuid, w.id, w.boards_made, $3::uuid, $4::int, $5::int from wood w`,
    [id, wood, part, portion, count],
  );
}

/** One recipe on several boards: what is poured for it is poured for all of them. */
export async function putOnRecipe(db: Queries, recipe: string, boards: readonly string[]): Promise<void> {
  await db.query('update board set recipe_id = $1 where id = any($2::uuid[])', [recipe, boards]);
}

/** Names a board's own part of its plank. */
export async function nameStrip(db: Queries, board: string, plank: string, name: string): Promise<void> {
  await db.query('update board set plank_id = $2, strip = $3, version = version + 1 where id = $1', [
    board,
    plank,
    name,
  ]);
}

/**
 * One more part of a plank: a board with the next number, that has what is on the plank so far, and takes no offcut. The
 * shared coats and readings are copied, each part keeps its own record from here on. False when it is there already.
 */
export async function insertStrip(
  db: Queries,
  of: string,
  { id, name, plank, branched }: { id: string; name: string; plank: string; branched: number },
): Promise<boolean> {
  if (touched(await db.query('select from board where id = $1', [id]))) return false;
  await db.query(
    `with wood as (update job_wood set boards_made = boards_made + 1
                   where id = (select job_wood_id from board where id = $2::uuid) returning id, boards_made)
     insert into board (id, job_wood_id, number, recipe_id, preparation, plank_id, strip, branched, cut)
     select $1::uuid, w.id, w.boards_made, case when $5::int > 0 then b.recipe_id end, b.preparation, $3::uuid, $4::text,
       $5::int, b.cut
     from board b, wood w where b.id = $2::uuid`,
    [id, of, plank, name, branched],
  );
  await db.query(
    `insert into coat (id, board_id, stage, layer, put_on_at, person_id, minutes, conditions, used, note)
     select gen_random_uuid(), $1::uuid, stage, layer, put_on_at, person_id, minutes, conditions, used, note
     from coat where board_id = $2::uuid and deleted_at is null and stage <= $3::int`,
    [id, of, branched],
  );
  await db.query(
    `insert into reading (id, taking_id, place, board_id, stage, source, name, instrument_id, person_id, wavelengths,
       measured, lab, grid, taken_at, zone)
     select gen_random_uuid(), md5(taking_id::text || $1::uuid::text)::uuid, place, $1::uuid, stage, source, name, instrument_id,
       person_id, wavelengths, measured, lab, grid, taken_at, zone
     from reading where board_id = $2::uuid and deleted_at is null and stage <= $3::int`,
    [id, of, branched],
  );
  await db.query(
    `insert into stage_mean (board_id, stage, readings, grid, l, a, b)
     select $1::uuid, stage, readings, grid, l, a, b from stage_mean where board_id = $2::uuid and stage <= $3::int`,
    [id, of, branched],
  );
  return true;
}

export interface RecipeToKeep extends Omit<Recipe, 'number' | 'createdAt' | 'stack' | 'pots' | 'done' | 'drawDowns'> {
  stack: unknown;
  knowledge: string | null;
}

/** A recipe with the next number of its wood, put on a board of it. */
export async function insertRecipe(db: Queries, wood: string, board: string, recipe: RecipeToKeep): Promise<number> {
  const [row] = await db.query(
    'update job_wood set recipes_made = recipes_made + 1 where id = $1 returning recipes_made as number',
    [wood],
  );
  const { number } = z.object({ number: z.number() }).parse(row);
  await db.query(
    `insert into recipe (id, job_wood_id, number, stack, litres, origin, preparation, made_with, expected, learned_from,
       knowledge_id, after, chance)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13)`,
    [
      recipe.id,
      wood,
      number,
      JSON.stringify(recipe.stack),
      recipe.litres,
      recipe.origin,
      JSON.stringify(recipe.preparation),
      JSON.stringify(recipe.madeWith),
      recipe.expected,
      recipe.learnedFrom,
      recipe.knowledge,
      recipe.after && JSON.stringify(recipe.after),
      recipe.chance,
    ],
  );
  await db.query('update board set recipe_id = $2 where id = $1', [board, recipe.id]);
  return number;
}

export const recipeExists = async (db: Queries, id: string): Promise<boolean> =>
  touched(await db.query('select from recipe where id = $1', [id]));

/** What of a board (b) its stages are known by: recipe (r), coats, and the means of what was read. */
export const STAGED_COLUMNS = `r.stack, r.expected,
  coalesce((select json_agg(json_build_object('id', c.id, 'stage', c.stage, 'layer', c.layer) order by c.stage)
            from coat c where c.board_id = b.id and c.deleted_at is null), '[]') as coats,
  coalesce((select json_agg(json_build_object('stage', m.stage, 'grid', m.grid) order by m.stage)
            from stage_mean m where m.board_id = b.id), '[]') as readings`;
export const StagedRow = z.object({
  stack: StackSchema.nullable(),
  expected: z.array(z.array(z.number())).nullable(),
  coats: z.array(z.object({ id: z.string(), stage: z.number(), layer: LayerSchema })),
  readings: z.array(z.object({ stage: z.number(), grid: z.array(z.number()) })),
});
export const withRecipe = <T extends z.infer<typeof StagedRow>>({ stack, expected, ...board }: T) => ({
  ...board,
  recipe: stack && expected ? { stack, expected } : null,
});

const Work = StagedRow.extend({
  boardId: z.string(),
  woodId: z.string(),
  jobId: z.string(),
  jobNumber: z.number(),
  speciesId: z.string(),
  woodCode: z.string(),
  number: z.number(),
  version: z.number(),
  plank: z.string().nullable(),
  plankNumber: z.number().nullable(),
  strip: z.string().nullable(),
  branched: z.number(),
  ofPieces: z.boolean(),
  woodPreparation: PreparationSchema,
  preparation: PreparationSchema.nullable(),
  putAway: z.boolean(),
});
/** Where a board belongs and how far it is, without its single readings; and whether its job is at work. */
export async function boardAtWork(db: Queries, id: string) {
  const row = await one(
    db,
    Work,
    `select b.id as "boardId", w.id as "woodId", j.id as "jobId", j.number as "jobNumber", w.species_id as "speciesId",
       w.code as "woodCode", b.number, b.version, b.plank_id as plank, p.number as "plankNumber", b.strip, b.branched,
       b.part_id is not null as "ofPieces", w.preparation as "woodPreparation", b.preparation, j.deleted_at is not null as "putAway",
       ${STAGED_COLUMNS}
     from board b join job_wood w on w.id = b.job_wood_id join job j on j.id = w.job_id
       left join recipe r on r.id = b.recipe_id left join board p on p.id = b.plank_id where b.id = $1`,
    [id],
  );
  return row && withRecipe(row);
}
export type BoardAtWork = NonNullable<Awaited<ReturnType<typeof boardAtWork>>>;

/** Colour goes on: from now on the board keeps the preparation that it has. */
export async function keepPreparation(db: Queries, board: string): Promise<void> {
  await db.query(
    `update board b set preparation = coalesce(b.preparation, w.preparation)
     from job_wood w where w.id = b.job_wood_id and b.id = $1`,
    [board],
  );
}

export async function updateBoard(
  db: Queries,
  board: string,
  { version, preparation, apart, finish, cut }: BoardChange,
  { judged, archivedAt }: { judged?: Judged | null | undefined; archivedAt?: string | null | undefined },
): Promise<boolean> {
  const { set, values } = assignments(
    {
      preparation: preparation && JSON.stringify(preparation),
      apart,
      finish: finish && JSON.stringify(finish),
      judged: judged && JSON.stringify(judged),
      cut: cut && JSON.stringify(cut),
      archived_at: archivedAt,
    },
    3,
  );
  return touched(
    await db.query(`update board set ${set} version = version + 1 where id = $1 and version = $2 returning id`, [
      board,
      version,
      ...values,
    ]),
  );
}

/** What the board teaches has changed. */
export async function stampEvidence(db: Queries, board: string): Promise<void> {
  await db.query(
    `with stamp as (update counter set value = value + 1 where name = 'evidence' returning value)
     update board set evidence = stamp.value from stamp where id = $1`,
    [board],
  );
}

export interface CoatToKeep extends Omit<Coat, 'person' | 'version' | 'layer'> {
  layer: unknown;
  by: string | null;
}

/** False when this coat was kept already, or this layer of the board is on. */
export async function insertCoat(db: Queries, board: string, coat: CoatToKeep): Promise<boolean> {
  return touched(
    await db.query(
      `insert into coat (id, board_id, stage, layer, put_on_at, person_id, minutes, conditions, used, note)
       values ($1, $2, $3, $4, $5, (select id from person where id = $6), $7, $8, $9, $10)
       on conflict do nothing returning id`,
      [
        coat.id,
        board,
        coat.stage,
        JSON.stringify(coat.layer),
        coat.putOnAt,
        coat.by,
        coat.minutes,
        JSON.stringify(coat.conditions),
        coat.used,
        coat.note,
      ],
    ),
  );
}

export async function updateCoat(db: Queries, id: string, change: CoatChange): Promise<boolean> {
  const { layer, conditions, putOnAt, minutes, used, note } = change;
  const { set, values } = assignments(
    {
      layer: layer && JSON.stringify(layer),
      conditions: conditions && JSON.stringify(conditions),
      put_on_at: putOnAt,
      minutes,
      used,
      note,
    },
    3,
  );
  return touched(
    await db.query(
      `update coat set ${set} version = version + 1 where id = $1 and version = $2 and deleted_at is null returning id`,
      [id, change.version, ...values],
    ),
  );
}

export const coatById = (db: Queries, id: string) =>
  one(
    db,
    CoatRow.extend({ deleted: z.boolean() }),
    `select ${COAT_COLUMNS}, c.deleted_at is not null as deleted
     from coat c left join person p on p.id = c.person_id where c.id = $1`,
    [id],
  );

/** Takes a coat out of the record, or puts it back; false when its place is taken. */
export async function setCoatDeleted(db: Queries, id: string, deleted: boolean): Promise<boolean> {
  return touched(
    await db.query(
      `update coat c set deleted_at = case when $2 then now() end, version = version + 1
       where id = $1 and ($2 or not exists
         (select from coat o where o.board_id = c.board_id and o.stage = c.stage and o.deleted_at is null and o.id <> c.id))
       returning id`,
      [id, deleted],
    ),
  );
}

/** Boards of some woods, each with its recipe, coats and readings, in order of number. */
async function boardsWhere(
  db: Queries,
  where: string,
  ids: readonly string[],
): Promise<(Board & { woodId: string })[]> {
  const boards = await all(
    db,
    BoardRow,
    `select id, job_wood_id as "woodId", number, version, preparation, plank_id as plank, strip, branched, apart, finish,
       judged, cut, archived_at is not null as archived,
       case when part_id is not null then json_build_object('part', part_id, 'portion', portion, 'count', pieces) end as pieces,
       created_at as "createdAt"
     from board where ${where} = any($1::uuid[]) order by number`,
    [ids],
  );
  const of: [string[]] = [boards.map((b) => b.id)];
  const recipes = await all(
    db,
    RecipeRow,
    `select ${RECIPE_COLUMNS}, b.id as "boardId" from board b join recipe r on r.id = b.recipe_id
     where b.id = any($1::uuid[])`,
    of,
  );
  const coats = await all(
    db,
    CoatRow,
    `select ${COAT_COLUMNS} from coat c left join person p on p.id = c.person_id
     where c.board_id = any($1::uuid[]) and c.deleted_at is null order by c.stage`,
    of,
  );
  const readings = groupedBy(await readingsOfBoards(db, of[0]), 'boardId');
  const looksOf = groupedBy(await looksOfBoards(db, of[0]), 'boardId');
  const checksOf = groupedBy(await checksOfBoards(db, of[0]), 'boardId');
  const drawDowns = groupedBy(await drawDownsOf(db, [...new Set(recipes.map((r) => r.id))]), 'recipeId');
  const [recipeOf, coatsOf] = [groupedBy(recipes, 'boardId'), groupedBy(coats, 'boardId')];
  return boards.map((board) => {
    const own = readings.get(board.id) ?? [];
    const recipe = recipeOf.get(board.id)?.[0];
    return {
      ...board,
      recipe: recipe ? { ...recipe, drawDowns: drawDowns.get(recipe.id) ?? [] } : null,
      coats: coatsOf.get(board.id) ?? [],
      readings: own.filter((r) => r.zone === 'face'),
      aside: own.filter((r) => r.zone !== 'face'),
      looks: looksOf.get(board.id) ?? [],
      checks: checksOf.get(board.id) ?? [],
    };
  });
}

export const boardsOfWoods = (db: Queries, woods: readonly string[]) => boardsWhere(db, 'job_wood_id', woods);

export async function boardById(db: Queries, id: string): Promise<Board | null> {
  const [board] = await boardsWhere(db, 'id', [id]);
  if (!board) return null;
  const { woodId: _, ...rest } = board;
  return rest;
}
