import { createHash } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';
import { type Connection, inTransaction } from './db.ts';
import { CannotWork } from './trouble.ts';

const MIGRATIONS = path.join(import.meta.dirname, 'migrations');
/** Any number that only this program uses: two servers that start at once migrate one after the other. */
const TURN = 1926_0005;
const Made = z.array(z.object({ name: z.string(), checksum: z.string().nullable() }));

const numberOf = (name: string): number => Number.parseInt(name, 10);
/** The number of the newest migration. */
export const newestSchema = async (): Promise<number> =>
  Math.max(...(await readdir(MIGRATIONS)).filter((f) => f.endsWith('.sql')).map(numberOf));

/** What a migration is known by: the same however lines end. */
const checksumOf = (sql: string): string => createHash('sha256').update(sql.replaceAll('\r\n', '\n')).digest('hex');

/**
 * Brings a database to the newest schema: each numbered file once, whole or not at all.
 * @param before done once, before the first migration of a database that has something in it
 * @param until the last migration that is made, by its number; all of them where it is not said
 * @throws CannotWork on a database that a newer program made, or one that was made by other files than those that are here
 */
export async function migrate(
  connection: Connection,
  before?: () => Promise<void> | undefined,
  until = Number.POSITIVE_INFINITY,
): Promise<void> {
  await connection.exec(
    `create table if not exists migration (name text primary key, at timestamptz not null default now());
     alter table migration add column if not exists checksum text`,
  );
  const known = (await readdir(MIGRATIONS)).filter((f) => f.endsWith('.sql')).sort();
  const made = Made.parse(await connection.query('select name, checksum from migration'));
  const newer = made.find((m) => !known.includes(m.name));
  if (newer)
    throw new CannotWork(
      `This database was made by a newer Urushi (${newer.name}). Start that one, or restore a snapshot from before.`,
    );
  const files = new Map(
    await Promise.all(known.map(async (name) => [name, await readFile(path.join(MIGRATIONS, name), 'utf8')] as const)),
  );
  for (const { name, checksum } of made) {
    const here = checksumOf(files.get(name) ?? '');
    if (checksum !== null && checksum !== here)
      throw new CannotWork(
        `The migration ${name} was changed after this database was made with it: put the file back as it was, and write what is new into a new one.`,
      );
    // Made before checksums were kept.
    if (checksum === null) await connection.query('update migration set checksum = $2 where name = $1', [name, here]);
  }
  const missing = known.filter((name) => !made.some((m) => m.name === name) && numberOf(name) <= until);
  if (made.length > 0 && missing.length > 0) await before?.();
  for (const name of missing) {
    const sql = files.get(name) ?? '';
    await inTransaction(connection, async (queries) => {
      await queries.query('select pg_advisory_xact_lock($1)', [TURN]);
      const [done] = await queries.query('select from migration where name = $1', [name]);
      if (done) return;
      await connection.exec(sql);
      await queries.query('insert into migration (name, checksum) values ($1, $2)', [name, checksumOf(sql)]);
    });
  }
}
