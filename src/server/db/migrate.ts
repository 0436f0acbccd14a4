import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { type Connection, inTransaction } from './db.ts';

const MIGRATIONS = path.join(import.meta.dirname, 'migrations');
/** Any number that only this program uses: two servers that start at once migrate one after the other. */
const TURN = 1926_0005;

/** Brings a database to the newest schema: each numbered file once, whole or not at all. */
export async function migrate(connection: Connection): Promise<void> {
  await connection.exec(
    'create table if not exists migration (name text primary key, at timestamptz not null default now())',
  );
  for (const name of (await readdir(MIGRATIONS)).filter((f) => f.endsWith('.sql')).sort()) {
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
