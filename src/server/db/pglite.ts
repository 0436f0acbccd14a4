import { PGlite } from '@electric-sql/pglite';
import { Mutex } from 'async-mutex';
import { startThread } from '../threads/start-thread.ts';
import { type Connection, type Db, inTransaction, type Row } from './db.ts';
import { migrate } from './migrate.ts';
import type { EmbeddedDatabase } from './pglite.worker.ts';

/** The embedded database has one connection: who comes second waits. */
function dbOn(connection: Connection, close: () => Promise<void>): Db {
  const turn = new Mutex();
  return {
    query: (sql, parameters) => turn.runExclusive(() => connection.query(sql, parameters)),
    transaction: (work) => turn.runExclusive(() => inTransaction(connection, work)),
    close: () => turn.runExclusive(close),
  };
}

/** A database in memory on this thread, for tests. */
export async function openMemory(): Promise<Db> {
  const pg = await PGlite.create();
  const connection: Connection = {
    query: async (sql, parameters = []) => (await pg.query<Row>(sql, [...parameters])).rows,
    exec: async (sql) => void (await pg.exec(sql)),
  };
  await migrate(connection);
  return dbOn(connection, () => pg.close());
}

/** What went wrong, as an error again: only its words and its code cross from thread to thread. */
const thrown = ({ message, code }: { message: string; code?: string }) => Object.assign(new Error(message), { code });

/** Opens a database folder in a worker thread of its own, so that this thread always answers, and migrates it. */
export async function openEmbedded(folder: string): Promise<Db> {
  const { remote, failed, end } = startThread<EmbeddedDatabase>(new URL('./pglite.worker.ts', import.meta.url));
  const asked = async <T>(answer: Promise<{ rows: T } | { error: { message: string; code?: string } }>): Promise<T> => {
    const given = await Promise.race([answer, failed]);
    if ('error' in given) throw thrown(given.error);
    return given.rows;
  };
  const connection: Connection = {
    query: (sql, parameters = []) => asked<Row[]>(remote.query(sql, [...parameters])),
    exec: (sql) => asked<void>(remote.exec(sql)),
  };
  try {
    await asked<void>(remote.open(folder));
    await migrate(connection);
  } catch (error) {
    await end();
    throw error;
  }
  return dbOn(connection, async () => {
    await asked<void>(remote.close());
    await end();
  });
}
