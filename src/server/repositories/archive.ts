import { z } from 'zod';
import type { Archive } from '../../shared/archive.ts';
import type { Queries } from '../db/db.ts';
import { all, one } from './rows.ts';
import { quoted, tablesOf } from './tables.ts';

const Identity = z.object({ table: z.string(), column: z.string() });
/** What counts on by itself. */
const IDENTITIES = `
  select table_name as table, column_name as column from information_schema.columns
  where table_schema = 'public' and is_identity = 'YES'`;

/** All that the record holds. */
export async function archiveOf(db: Queries): Promise<Archive> {
  const RecordRows = z.object({ rows: z.array(z.record(z.string(), z.unknown())) });
  const tables = [];
  for (const { name, columns } of await tablesOf(db)) {
    const sql = `select coalesce(jsonb_agg(to_jsonb(t) order by ${columns.map((c) => `t.${quoted(c.name)}`).join(', ')}), '[]') as rows from ${quoted(name)} t`;
    tables.push({ name, rows: (await one(db, RecordRows, sql))?.rows ?? [] });
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
  const known = await tablesOf(db);
  await db.query(`truncate ${known.map((t) => quoted(t.name)).join(', ')}`);
  for (const { name, columns } of known) {
    const rows = archive.tables.find((t) => t.name === name)?.rows ?? [];
    const given = columns.map((c) => c.name).filter((column) => rows[0] && Object.hasOwn(rows[0], column));
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
