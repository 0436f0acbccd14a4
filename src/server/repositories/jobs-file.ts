import { z } from 'zod';
import { RecordRow, type RecordRows } from '../../shared/jobs-file.ts';
import type { Queries } from '../db/db.ts';
import { all, one, touched } from './rows.ts';
import { quoted, type RecordTable } from './tables.ts';

const WOODS = 'select id from job_wood where job_id = any($1::uuid[])';
const BOARDS = `select id from board where job_wood_id in (${WOODS})`;
const RECIPES = `select id from recipe where job_wood_id in (${WOODS})`;

/** Which rows belong to jobs, whose ids are $1. What was taken out again is not passed on. */
const OF_JOBS: Readonly<Record<string, string>> = {
  job: 'id = any($1::uuid[])',
  past_target: 'job_id = any($1::uuid[])',
  job_wood: `id in (${WOODS})`,
  part: `job_id = any($1::uuid[])
    and (deleted_at is null or exists (select from board b where b.part_id = t.id) or exists (select from part p where p.zone_of = t.id))`,
  stack_version: `job_wood_id in (${WOODS}) and put_away_at is null`,
  recipe: `job_wood_id in (${WOODS})`,
  board: `job_wood_id in (${WOODS})`,
  coat: `board_id in (${BOARDS}) and deleted_at is null`,
  pot: `recipe_id in (${RECIPES})`,
  step_done: `recipe_id in (${RECIPES}) and deleted_at is null`,
  draw_down: `recipe_id in (${RECIPES}) and deleted_at is null`,
  bench_check: `board_id in (${BOARDS}) and deleted_at is null`,
  raw_piece: `job_wood_id in (${WOODS}) and deleted_at is null`,
  picture: 'job_id = any($1::uuid[]) and deleted_at is null',
  reading: `(job_id = any($1::uuid[]) or board_id in (${BOARDS})) and deleted_at is null`,
  look: `board_id in (${BOARDS}) and (against_id is null or against_id in (${BOARDS})) and deleted_at is null`,
  held: 'job_id = any($1::uuid[]) and deleted_at is null',
  bracket: 'job_id = any($1::uuid[])',
  bracket_board: 'bracket_id in (select id from bracket where job_id = any($1::uuid[]))',
  quote: 'job_id = any($1::uuid[])',
  hours_worked: 'job_id = any($1::uuid[]) and deleted_at is null',
  approval: `board_id in (${BOARDS})`,
  fault_found: `board_id in (${BOARDS}) and deleted_at is null`,
  dry_test: `deleted_at is null and split_part(coat, '/', 2) in (select id::text from board where job_wood_id in (${WOODS}))`,
  work_done: `deleted_at is null and split_part(work, '/', 2) in
    (select id::text from board where job_wood_id in (${WOODS}) union select id::text from part where job_id = any($1::uuid[]))`,
  event: 'job_id = any($1::uuid[])',
};
/** What stands on the shelf, of the products whose addresses are $1. */
const OF_SHELF: Readonly<Record<string, string>> = {
  species: `'species/' || id = any($1::text[])`,
  colourant: `'colourant/' || id = any($1::text[])`,
  medium: `'medium/' || id = any($1::text[])`,
  supply: `'supply/' || id = any($1::text[])`,
  ladder_rung: `'colourant/' || colourant_id = any($1::text[]) and 'species/' || species_id = any($1::text[]) and deleted_at is null
    and not exists (select from jsonb_object_keys(beside) k where not 'colourant/' || k = any($1::text[]))`,
  coat_sample: `'medium/' || medium_id = any($1::text[]) and 'species/' || species_id = any($1::text[]) and deleted_at is null`,
};
/** What is of the shop and of no job. */
const OF_SHOP: Readonly<Record<string, string>> = {
  lot: 'deleted_at is null',
  kept_mix: 'archived_at is null',
  kept_system: 'archived_at is null',
  saved_search: 'archived_at is null',
  old_board: 'archived_at is null',
  person: 'true',
  instrument: 'true',
  air: 'deleted_at is null',
  house: 'true',
  week_plan: 'true',
  approval: 'board_id is null',
};
/** What is kept for the program itself, follows from the rest, or is a secret of this shop. */
const LEFT_HERE: Readonly<Record<string, readonly string[]>> = {
  picture: ['jpeg'],
  bracket: ['secret_hash', 'open_until'],
  recipe: ['knowledge_id'],
};

const Answer = z.object({ rows: z.array(RecordRow) });
/** The rows of a table that a condition holds of, with $1, in the order of their keys. */
async function rowsWhere(
  db: Queries,
  { name, key }: RecordTable,
  where: string,
  of: readonly string[],
): Promise<RecordRow[]> {
  const without = (LEFT_HERE[name] ?? []).map((column) => ` - '${column}'`).join('');
  const order = key.map((column) => `t.${quoted(column)}`).join(', ');
  const parameters = where.includes('$1') ? [of] : [];
  const sql = `select coalesce(jsonb_agg(to_jsonb(t)${without} order by ${order}), '[]') as rows from ${quoted(name)} t where ${where}`;
  return (await one(db, Answer, sql, parameters))?.rows ?? [];
}
async function rowsOf(
  db: Queries,
  tables: readonly RecordTable[],
  conditions: Readonly<Record<string, string>>,
  of: readonly string[],
): Promise<RecordRows> {
  const rows: RecordRows = {};
  for (const table of tables) {
    const where = conditions[table.name];
    if (where) rows[table.name] = await rowsWhere(db, table, where, of);
  }
  return rows;
}

export const rowsOfJobs = (db: Queries, tables: readonly RecordTable[], jobs: readonly string[]) =>
  rowsOf(db, tables, OF_JOBS, jobs);
export const rowsOfShelf = (db: Queries, tables: readonly RecordTable[], codes: readonly string[]) =>
  rowsOf(db, tables, OF_SHELF, codes);
export const rowsOfShop = (db: Queries, tables: readonly RecordTable[]) => rowsOf(db, tables, OF_SHOP, []);
/** Rows of people, instruments or lots by their ids. */
export const rowsById = (db: Queries, table: RecordTable, ids: readonly string[]) =>
  rowsWhere(db, table, 'id = any($1::uuid[])', ids);

/** The tables whose rows belong to jobs, those of the shelf, and those of the shop. */
export const JOB_TABLES = Object.keys(OF_JOBS);

const Named = z.object({ code: z.string() });
/** Everything on the shelf, as `kind/code`. */
export const wholeShelfCodes = async (db: Queries): Promise<string[]> =>
  (
    await all(
      db,
      Named,
      `select 'species/' || id as code from species union select 'colourant/' || id from colourant
       union select 'medium/' || id from medium union select 'supply/' || id from supply`,
    )
  ).map((row) => row.code);

/** Every job that is not put away, the first first. */
export const everyJob = async (db: Queries): Promise<string[]> =>
  (await all(db, z.object({ id: z.string() }), 'select id from job where deleted_at is null order by number')).map(
    (row) => row.id,
  );

const Pair = z.object({ asked: z.number(), row: RecordRow });
/** What stands here under the keys of some rows: by the place of each row among them. */
export async function rowsHere(
  db: Queries,
  { name, key }: RecordTable,
  rows: readonly RecordRow[],
): Promise<Map<number, RecordRow>> {
  const same = key.map((column) => `t.${quoted(column)} = k.${quoted(column)}`).join(' and ');
  const without = (LEFT_HERE[name] ?? []).map((column) => ` - '${column}'`).join('');
  const found = await all(
    db,
    Pair,
    `select (a.n - 1)::int as asked, to_jsonb(t)${without} as row
     from jsonb_array_elements($1::jsonb) with ordinality a (asked, n)
     cross join lateral jsonb_populate_record(null::${quoted(name)}, a.asked) k
     join ${quoted(name)} t on ${same}`,
    [JSON.stringify(rows.map((row) => Object.fromEntries(key.map((column) => [column, row[column]]))))],
  );
  return new Map(found.map(({ asked, row }) => [asked, row]));
}

/** Puts rows into a table; what a row leaves out takes its default. */
export async function insertRows(
  db: Queries,
  { name, columns }: RecordTable,
  rows: readonly RecordRow[],
): Promise<void> {
  const given = columns.map((c) => c.name).filter((column) => rows.some((row) => Object.hasOwn(row, column)));
  const list = given.map(quoted).join(', ');
  await db.query(
    `insert into ${quoted(name)} (${list}) overriding system value
     select ${list} from jsonb_populate_recordset(null::${quoted(name)}, $1::jsonb)`,
    [JSON.stringify(rows)],
  );
}

/** The file of a picture comes beside its row. */
export async function insertPictureRow(db: Queries, row: RecordRow, jpeg: Uint8Array): Promise<void> {
  const list = Object.keys(row).map(quoted).join(', ');
  await db.query(
    `insert into picture (${list}, jpeg) select ${list}, decode($2, 'base64') from jsonb_populate_record(null::picture, $1::jsonb)`,
    [JSON.stringify(row), Buffer.from(jpeg).toString('base64')],
  );
}

/** What was poured and counted after has a greater number than all that came in. */
export const moveOnLotOrder = (db: Queries) =>
  db.query(
    `select setval('lot_order', greatest((select last_value from lot_order), coalesce((select max(counted) from lot), 1),
       coalesce((select max(ordinal) from step_done), 1)))`,
  );
export const moveOnPile = (db: Queries) =>
  db.query(
    `select setval(pg_get_serial_sequence('raw_piece', 'added'), coalesce((select max(added) from raw_piece), 1))`,
  );

/** How many boards and recipes a wood has had follows from those that are there. */
export const recountWoods = (db: Queries, jobs: readonly string[]) =>
  db.query(
    `update job_wood w set
       boards_made = greatest(boards_made, (select coalesce(max(number), 0) from board where job_wood_id = w.id)),
       recipes_made = greatest(recipes_made, (select coalesce(max(number), 0) from recipe where job_wood_id = w.id))
     where job_id = any($1::uuid[])`,
    [jobs],
  );

/** What came in, kept so that it can be taken out again. */
export async function insertBrought(
  db: Queries,
  { id, name, rows, by }: { id: string; name: string; rows: RecordRows; by: string | null },
): Promise<void> {
  await db.query(
    `insert into brought (id, name, rows, person_id) values ($1, $2, $3, (select id from person where id = $4))`,
    [id, name, JSON.stringify(rows), by],
  );
}
const BroughtRow = z.object({
  id: z.string(),
  name: z.string(),
  at: z.date().transform((d) => d.toISOString()),
  undone: z.boolean(),
  rows: z.record(z.string(), z.array(RecordRow)),
});
export const broughtById = (db: Queries, id: string) =>
  one(db, BroughtRow, 'select id, name, at, undone_at is not null as undone, rows from brought where id = $1', [id]);
export const markUndone = async (db: Queries, id: string): Promise<boolean> =>
  touched(
    await db.query('update brought set undone_at = shop_now() where id = $1 and undone_at is null returning id', [id]),
  );

/** Takes rows out of a table by their keys. */
export async function deleteRows(db: Queries, { name, key }: RecordTable, rows: readonly RecordRow[]): Promise<void> {
  const same = key.map((column) => `t.${quoted(column)} = k.${quoted(column)}`).join(' and ');
  await db.query(
    `delete from ${quoted(name)} t using jsonb_populate_recordset(null::${quoted(name)}, $1::jsonb) k where ${same}`,
    [JSON.stringify(rows)],
  );
}

const Touched = z.object({ touched: z.boolean() });
/** Whether anything happened to jobs that came in but what came with them. */
export async function happenedSince(db: Queries, jobs: readonly string[], events: readonly string[]): Promise<boolean> {
  const row = await one(
    db,
    Touched,
    `select exists (select from event
       where job_id = any($1::uuid[]) and kind <> 'job brought' and not id = any($2::uuid[])) as touched`,
    [jobs, events],
  );
  return row?.touched === true;
}
/** What was learned for jobs follows from their boards, and goes with them; that they came in, too. */
export async function forgetLearned(db: Queries, jobs: readonly string[], boards: readonly string[]): Promise<void> {
  await db.query('delete from knowledge where job_id = any($1::uuid[])', [jobs]);
  await db.query('delete from stage_mean where board_id = any($1::uuid[])', [boards]);
  await db.query("delete from event where job_id = any($1::uuid[]) and kind = 'job brought'", [jobs]);
}

const Taken = z.object({ taken: z.string() });
/** Which numbers are taken within what they belong to: `owner number`. */
export const numbersTaken = async (
  db: Queries,
  table: string,
  owner: string,
  number: string,
  owners: readonly string[],
): Promise<Set<string>> =>
  new Set(
    (
      await all(
        db,
        Taken,
        `select ${quoted(owner)}::text || ' ' || ${quoted(number)}::text as taken from ${quoted(table)} where ${quoted(owner)} = any($1::uuid[])`,
        [owners],
      )
    ).map((row) => row.taken),
  );

const Numbered = z.object({ id: z.string(), number: z.number(), customer: z.string(), piece: z.string() });
/** Jobs as they are listed, the first first. */
export const jobNumbers = (db: Queries, jobs: readonly string[]) =>
  all(db, Numbered, 'select id, number, customer, piece from job where id = any($1::uuid[]) order by number', [jobs]);
/** All rows of an older database, whatever belongs to what. */
export async function rowsOfAll(db: Queries, tables: readonly RecordTable[]): Promise<RecordRows> {
  return {
    ...(await rowsOfShelf(db, tables, await wholeShelfCodes(db))),
    ...(await rowsOfShop(db, tables)),
    ...(await rowsOfJobs(db, tables, await everyJob(db))),
  };
}
/** The kept versions of products that are taken off the shelf again, as if they had never stood there. */
export const forgetVersions = (db: Queries, items: readonly string[]) =>
  db.query(`delete from shelf_version where kind || '/' || item_id = any($1::text[])`, [items]);

/** The lots of some products that stand on the shelf. */
export const lotsOfItems = async (db: Queries, items: readonly string[]): Promise<string[]> =>
  (await all(db, z.object({ id: z.string() }), 'select id from lot where item = any($1::text[])', [items])).map(
    (row) => row.id,
  );
