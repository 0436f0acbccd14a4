import pg from 'pg';
import { type Connection, type Db, inTransaction, type SqlRow } from './db.ts';
import { migrate } from './migrate.ts';
import { DatabaseDied, TooBusy } from './trouble.ts';

/** What PostgreSQL says when a connection ends: class 08, shutdowns of class 57, and what the network says. */
const BROKEN_OFF = /^(?:08...|57P0[1-5]|ECONNRESET|ECONNREFUSED|EPIPE|ETIMEDOUT)$/;
const TERMINATED = /Connection terminated|Client has encountered a connection error|Connection ended/;
/** No more connections: the server has none left, or the pool's did not come free in time. */
const FULL = /^(?:53300|53400)$/;
const NOT_FREE = /timeout exceeded when trying to connect/;

/** A fault of the driver as the rest of the program knows it. */
function told(error: unknown): unknown {
  const { code = '', message = '' } = error as { code?: string; message?: string };
  if (FULL.test(code) || NOT_FREE.test(message)) return new TooBusy(message);
  return BROKEN_OFF.test(code) || TERMINATED.test(message) ? new DatabaseDied(message) : error;
}
const telling = async <T>(work: () => Promise<T>): Promise<T> => {
  try {
    return await work();
  } catch (error) {
    throw told(error);
  }
};

const connectionOf = (client: pg.PoolClient | pg.Pool): Connection => ({
  query: (sql, parameters = []) => telling(async () => (await client.query<SqlRow>(sql, [...parameters])).rows),
  exec: (sql) => telling(async () => void (await client.query(sql))),
});

/** What PostgreSQL calls the loser of a meeting: unique violation, serialization failure, deadlock. */
const MET = new Set(['23505', '40001', '40P01']);
const TRIES = 3;

/**
 * Two who write the same thing at once on a server both look before either is there. The one that meets the other's row
 * looks once more and finds it, as it does embedded, where one comes after the other.
 */
async function lookingAgain<T>(work: () => Promise<T>, tries = TRIES): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (tries > 1 && error instanceof pg.DatabaseError && MET.has(error.code ?? ''))
      return lookingAgain(work, tries - 1);
    throw error;
  }
}

/** Connections of one shop, and how long a request waits for one. */
const [CONNECTIONS, LONGEST_WAIT_MS] = [8, 15_000];

/** Opens a database on a PostgreSQL server (15 or newer), for a shop that has outgrown one machine, and migrates it. */
export async function openServer(address: string): Promise<Db> {
  const pool = new pg.Pool({
    connectionString: address,
    max: CONNECTIONS,
    connectionTimeoutMillis: LONGEST_WAIT_MS,
  });
  // A server that goes away between two requests is noticed by the next one.
  pool.on('error', () => {});
  const withClient = async <T>(work: (connection: Connection) => Promise<T>): Promise<T> => {
    const client = await telling(() => pool.connect());
    let broken: Error | undefined;
    // Ended in the middle of a write, it says so to whoever listens, and to the whole process where nobody does.
    const breaks = (error: Error) => {
      broken = error;
    };
    client.on('error', breaks);
    try {
      return await work(connectionOf(client));
    } catch (error) {
      if (error instanceof DatabaseDied) broken ??= error;
      throw error;
    } finally {
      client.off('error', breaks);
      // A connection that broke is not lent again.
      client.release(broken);
    }
  };
  await withClient(migrate).catch(async (error) => {
    await pool.end();
    throw error;
  });
  return {
    ...connectionOf(pool),
    transaction: (work) => lookingAgain(() => withClient((connection) => inTransaction(connection, work))),
    close: () => pool.end(),
  };
}
