import { existsSync } from 'node:fs';
import { mkdir, readdir, readFile, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import lockfile from 'proper-lockfile';

export type Row = Record<string, unknown>;

/** All that the store knows of its database, so that the same SQL can run on a PostgreSQL server. */
export interface Queries {
  query(sql: string, parameters?: readonly unknown[]): Promise<Row[]>;
}
export interface Db extends Queries {
  transaction<T>(work: (queries: Queries) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

const MIGRATIONS = path.join(import.meta.dirname, 'migrations');
const LOCK = { stale: 6000, update: 1500, realpath: false } as const;

async function migrate(pg: PGlite): Promise<void> {
  await pg.exec('create table if not exists migration (name text primary key, at timestamptz not null default now())');
  const done = new Set((await pg.query<{ name: string }>('select name from migration')).rows.map((r) => r.name));
  for (const name of (await readdir(MIGRATIONS)).filter((f) => f.endsWith('.sql')).sort()) {
    if (done.has(name)) continue;
    const sql = await readFile(path.join(MIGRATIONS, name), 'utf8');
    await pg.transaction(async (tx) => {
      await tx.exec(sql);
      await tx.query('insert into migration (name) values ($1)', [name]);
    });
  }
}

const queriesOf = (pg: Pick<PGlite, 'query'>): Queries => ({
  query: async (sql, parameters = []) => (await pg.query<Row>(sql, [...parameters])).rows,
});

/**
 * A half-made database must never be mistaken for a whole one (initialising takes seconds and can be killed): it is
 * made in a temporary folder and renamed.
 */
async function makeSafely(folder: string): Promise<void> {
  const database = path.join(folder, 'database');
  if (existsSync(database)) return;
  const temporary = path.join(folder, 'database-unfinished');
  await rm(temporary, { recursive: true, force: true });
  const pg = await PGlite.create(temporary);
  await migrate(pg);
  await pg.close();
  await rename(temporary, database);
}

export class FolderInUse extends Error {}

async function lockFolder(folder: string): Promise<() => Promise<void>> {
  const options = { ...LOCK, lockfilePath: path.join(folder, 'in-use.lock') };
  try {
    // A lock left by a killed process turns stale after a few seconds: wait that long before giving up.
    return await lockfile.lock(folder, { ...options, retries: { retries: 4, minTimeout: 1800, factor: 1 } });
  } catch (error) {
    if ((error as { code?: string }).code !== 'ELOCKED') throw error;
    throw new FolderInUse(
      `Another Urushi is already working on the data folder ${folder}. Stop it first, or set URUSHI_DATA to another folder.`,
    );
  }
}

/** Opens the shop's data folder: one process at a time. @throws FolderInUse */
export async function openFolder(folder: string): Promise<Db> {
  await mkdir(folder, { recursive: true });
  const unlock = await lockFolder(folder);
  try {
    await makeSafely(folder);
    const pg = await PGlite.create(path.join(folder, 'database'));
    await migrate(pg);
    return dbOf(pg, unlock);
  } catch (error) {
    await unlock();
    throw error;
  }
}

/** A database in memory, for tests. */
export async function openMemory(): Promise<Db> {
  const pg = await PGlite.create();
  await migrate(pg);
  return dbOf(pg, async () => {});
}

function dbOf(pg: PGlite, unlock: () => Promise<void>): Db {
  return {
    ...queriesOf(pg),
    transaction: (work) => pg.transaction((tx) => work(queriesOf(tx as unknown as PGlite))),
    async close() {
      await pg.close();
      await unlock();
    },
  };
}
