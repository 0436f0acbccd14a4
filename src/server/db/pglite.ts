import { PGlite } from '@electric-sql/pglite';
import { Mutex } from 'async-mutex';
import { startThread } from '../threads/start-thread.ts';
import { type Connection, type Db, inTransaction, type Queries, type SqlRow } from './db.ts';
import { EXTENSIONS } from './extensions.ts';
import { migrate } from './migrate.ts';
import type { EmbeddedDatabase, ErrorTold } from './pglite.worker.ts';
import { DatabaseDied } from './trouble.ts';

/** A statement that is not answered for so long never will be, however busy the machine. */
const LONGEST_MS = 900_000;

/** The embedded database has one connection: who comes second waits. */
function dbOn(connection: Connection, close: () => Promise<void>) {
  const turn = new Mutex();
  return {
    query: (sql: string, parameters?: readonly unknown[]) => turn.runExclusive(() => connection.query(sql, parameters)),
    transaction: <T>(work: (queries: Queries) => Promise<T>) =>
      turn.runExclusive(() => inTransaction(connection, work)),
    close: () => turn.runExclusive(close),
    turn,
  };
}

const connectionTo = (pg: PGlite): Connection => ({
  query: async (sql, parameters = []) => (await pg.query<SqlRow>(sql, [...parameters])).rows,
  exec: async (sql) => void (await pg.exec(sql)),
});

/**
 * A database in memory on this thread, for tests.
 * @param from what it begins as (see {@link emptySnapshot}): it opens in a third of the time
 */
export async function openMemory(from?: Blob): Promise<Db> {
  const pg = await PGlite.create({ loadDataDir: from, extensions: EXTENSIONS });
  const connection = connectionTo(pg);
  await migrate(connection);
  return dbOn(connection, () => pg.close());
}

/** An empty database of an older schema, in memory on this thread, and what brings it to today's. */
export async function openOld(schema: number): Promise<{ db: Db; moveOn: () => Promise<void> }> {
  const pg = await PGlite.create({ extensions: EXTENSIONS });
  const connection = connectionTo(pg);
  await migrate(connection, undefined, schema);
  return { db: dbOn(connection, () => pg.close()), moveOn: () => migrate(connection) };
}

/** An empty database of today's schema, as others can begin. */
export async function emptySnapshot(): Promise<Blob> {
  const pg = await PGlite.create({ extensions: EXTENSIONS });
  await migrate(connectionTo(pg));
  const snapshot = await pg.dumpDataDir('none');
  await pg.close();
  return snapshot;
}

/** What went wrong over there, as an error again. */
const thrown = ({ message, code, died }: ErrorTold) =>
  died ? new DatabaseDied(message) : Object.assign(new Error(message), { code });

export interface Embedded extends Db {
  /** Writes all of it into one compressed file, whole or not at all. */
  snapshot(file: string): Promise<void>;
  /** Ends its thread at once; what waits for an answer fails. */
  kill(): Promise<void>;
}

interface Opening {
  /** A snapshot, or the folder of a database, that a new one begins as. */
  from?: string;
  /** Done once before the first migration of a database that has something in it. */
  beforeMigration?: (db: Pick<Embedded, 'snapshot'>) => Promise<void>;
  /** Looks at what is there before anything is changed; throws to leave it alone. */
  inspect?: (connection: Connection) => Promise<void>;
}

/**
 * Opens a database folder in a worker thread of its own, so that this thread always answers, and migrates it.
 * @param folder null for one in memory
 */
export async function openEmbedded(folder: string | null, opening: Opening = {}): Promise<Embedded> {
  const { remote, answered, end } = startThread<EmbeddedDatabase>(new URL('./pglite.worker.ts', import.meta.url));
  /** @param longest milliseconds; a slow machine opens as long as its thread lives */
  const asked = async <T>(answer: Promise<{ rows: T } | { error: ErrorTold }>, longest = LONGEST_MS): Promise<T> => {
    let timer: NodeJS.Timeout | undefined;
    const late = new Promise<never>((_, reject) => {
      if (Number.isFinite(longest))
        timer = setTimeout(() => reject(new DatabaseDied('The database does not answer.')), longest);
    });
    try {
      const given = await Promise.race([answered(answer), late]);
      if ('error' in given) throw thrown(given.error);
      return given.rows;
    } finally {
      clearTimeout(timer);
    }
  };
  const connection: Connection = {
    query: (sql, parameters = []) => asked<SqlRow[]>(remote.query(sql, [...parameters])),
    exec: (sql) => asked<void>(remote.exec(sql)),
  };
  try {
    await asked<void>(remote.open(folder, opening.from), Number.POSITIVE_INFINITY);
    await opening.inspect?.(connection);
    await migrate(connection, () =>
      opening.beforeMigration?.({
        snapshot: async (file) => {
          await asked<void>(remote.copy());
          await asked<void>(remote.write(file));
        },
      }),
    );
  } catch (error) {
    await end();
    throw error;
  }
  const { turn, ...db } = dbOn(connection, async () => {
    await asked<void>(remote.close());
    await end();
  });
  const copies = new Mutex();
  return {
    ...db,
    async snapshot(file) {
      // There is room for one copy; others wait for it only, not for its compression.
      await copies.runExclusive(async () => {
        await turn.runExclusive(() => asked<void>(remote.copy()));
        await asked<void>(remote.write(file));
      });
    },
    kill: end,
  };
}
