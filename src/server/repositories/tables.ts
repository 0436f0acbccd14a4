import { z } from 'zod';
import type { Queries } from '../db/db.ts';
import { all } from './rows.ts';

const Column = z.object({
  name: z.string(),
  /** As PostgreSQL writes it: `uuid`, `double precision[]`. */
  type: z.string(),
  required: z.boolean(),
});
const Pointer = z.object({ columns: z.array(z.string()), table: z.string(), at: z.array(z.string()) });
const RecordTable = z.object({
  name: z.string(),
  columns: z.array(Column),
  key: z.array(z.string()),
  /** What its rows point to. */
  points: z.array(Pointer),
});
/** A table of the record, as the database itself describes it. */
export type RecordTable = z.infer<typeof RecordTable>;

/** What was migrated is known to the database itself, and goes nowhere. */
const TABLES = `
  with named as (
    select conrelid, confrelid, contype, oid,
      (select jsonb_agg(a.attname order by u.n) from unnest(conkey) with ordinality u (num, n)
        join pg_attribute a on a.attrelid = conrelid and a.attnum = u.num) as columns,
      (select jsonb_agg(a.attname order by u.n) from unnest(confkey) with ordinality u (num, n)
        join pg_attribute a on a.attrelid = confrelid and a.attnum = u.num) as at
    from pg_constraint)
  select c.relname::text as name,
    (select jsonb_agg(jsonb_build_object('name', attname, 'type', format_type(atttypid, atttypmod), 'required', attnotnull) order by attnum)
      from pg_attribute where attrelid = c.oid and attnum > 0 and not attisdropped) as columns,
    coalesce((select columns from named where conrelid = c.oid and contype = 'p'), '[]') as key,
    coalesce((select jsonb_agg(jsonb_build_object('columns', columns, 'table', confrelid::regclass::text, 'at', at) order by oid)
      from named where conrelid = c.oid and contype = 'f'), '[]') as points
  from pg_class c where c.relnamespace = 'public'::regnamespace and c.relkind = 'r' and c.relname <> 'migration'
  order by c.relname`;

/** Each table after those that it points to. @throws Error where two point to one another */
function inOrder(tables: readonly RecordTable[]): RecordTable[] {
  const ordered: RecordTable[] = [];
  const there = (name: string) => ordered.some((t) => t.name === name);
  while (ordered.length < tables.length) {
    const next = tables.find((t) => !there(t.name) && t.points.every((p) => p.table === t.name || there(p.table)));
    if (!next) throw new Error('Two tables point to one another.');
    ordered.push(next);
  }
  return ordered;
}

/** The tables of the record, each after those that it points to. */
export const tablesOf = async (db: Queries): Promise<RecordTable[]> => inOrder(await all(db, RecordTable, TABLES));

/** A name of the schema as SQL takes it. */
export const quoted = (name: string): string => `"${name}"`;
