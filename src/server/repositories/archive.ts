import { z } from 'zod';
import type { Archive } from '../../shared/archive.ts';
import type { Queries } from '../db/db.ts';
import { all, one } from './rows.ts';

const Table = z.object({ name: z.string(), columns: z.array(z.string()), points: z.array(z.string()) });
type Table = z.infer<typeof Table>;

/** The tables of the record and those that each points to. What was migrated is known to the database itself. */
const TABLES = `
  select c.relname as name,
    (select array_agg(attname::text order by attnum) from pg_attribute
      where attrelid = c.oid and attnum > 0 and not attisdropped) as columns,
    array(select distinct confrelid::regclass::text from pg_constraint
      where conrelid = c.oid and contype = 'f' and confrelid <> c.oid) as points
  from pg_class c where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and c.relname <> 'migration'
  order by c.relname`;

const Identity = z.object({ table: z.string(), column: z.string() });
/** What counts on by itself. */
const IDENTITIES = `
  select table_name as table, column_name as column from information_schema.columns
  where table_schema = 'public' and is_identity = 'YES'`;

/** Each table after those that it points to. @throws Error where two point to one another */
function inOrder(tables: readonly Table[]): Table[] {
  const ordered: Table[] = [];
  const there = (name: string) => ordered.some((t) => t.name === name);
  while (ordered.length < tables.length) {
    const next = tables.find((t) => !there(t.name) && t.points.every(there));
    if (!next) throw new Error('Two tables point to one another.');
    ordered.push(next);
  }
  return ordered;
}

const quoted = (name: string) => `"${name}"`;

/** All that the record holds. */
export async function archiveOf(db: Queries): Promise<Archive> {
  const Rows = z.object({ rows: z.array(z.record(z.string(), z.unknown())) });
  const tables = [];
  for (const { name, columns } of inOrder(await all(db, Table, TABLES))) {
    const sql = `select coalesce(jsonb_agg(to_jsonb(t) order by ${columns.map((c) => `t.${quoted(c)}`).join(', ')}), '[]') as rows from ${quoted(name)} t`;
    tables.push({ name, rows: (await one(db, Rows, sql))?.rows ?? [] });
  }
  return { format: 'urushi-archive', tables };
}

/** Whether nothing was ever written here. */
export async function isUntouched(db: Queries): Promise<boolean> {
  const [row] = await db.query(
    'select not exists (select from event) and not exists (select from species) as untouched',
  );
  return row?.untouched === true;
}

/** Puts an archive in the place of all that is here; inside a transaction. Columns that are new since take their default. */
export async function putArchive(db: Queries, archive: Archive): Promise<void> {
  const known = inOrder(await all(db, Table, TABLES));
  await db.query(`truncate ${known.map((t) => quoted(t.name)).join(', ')}`);
  for (const { name, columns } of known) {
    const rows = archive.tables.find((t) => t.name === name)?.rows ?? [];
    const given = columns.filter((column) => rows[0] && Object.hasOwn(rows[0], column));
    if (given.length === 0) continue;
    const list = given.map(quoted).join(', ');
    await db.query(
      `insert into ${quoted(name)} (${list}) overriding system value
       select ${list} from jsonb_populate_recordset(null::${quoted(name)}, $1::jsonb)`,
      [JSON.stringify(rows)],
    );
  }
  for (const { table, column } of await all(db, Identity, IDENTITIES))
    await db.query(
      `select setval(pg_get_serial_sequence($1, $2), coalesce(max(${quoted(column)}), 0) + 1, false) from ${quoted(table)}`,
      [quoted(table), column],
    );
}
