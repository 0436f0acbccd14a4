import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';
import { type Connection, inTransaction } from './db.ts';
import { CannotWork } from './trouble.ts';

const MIGRATIONS = path.join(import.meta.dirname, 'migrations');
/** Any number that only this program uses: two servers that start at once migrate one after the other. */
const TURN = 1926_0005;
const Made = z.array(z.object({ name: z.string() }));

/**
 * Brings a database to the newest schema: each numbered file once, whole or not at all.
 * @param before done once, before the first migration of a database that has something in it
 * @throws CannotWork on a database that a newer program made
 */
export async function migrate(connection: Connection, before?: () => Promise<void> | undefined): Promise<void> {
  await connection.exec(
    'create table if not exists migration (name text primary key, at timestamptz not null default now())',
  );
  const known = (await readdir(MIGRATIONS)).filter((f) => f.endsWith('.sql')).sort();
  const made = Made.parse(await connection.query('select name from migration')).map((m) => m.name);
  const newer = made.find((name) => !known.includes(name));
  if (newer)
    throw new CannotWork(
      `This database was made by a newer Urushi (${newer}). Start that one, or restore a snapshot from before.`,
    );
  const missing = known.filter((name) => !made.includes(name));
  if (made.length > 0 && missing.length > 0) await before?.();
  for (const name of missing) {
    const sql = await readFile(path.join(MIGRATIONS, name), 'utf8');
    await inTransaction(connection, async (queries) => {
      await queries.query('select pg_advisory_xact_lock($1)', [TURN]);
      const [done] = await queries.query('select from migration where name = $1', [name]);
      if (done) return;
      await connection.exec(sql);
      await queries.query('insert into migration (name) values ($1)', [name]);
    });
  }
}
