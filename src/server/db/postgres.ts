import pg from 'pg';
import { type Connection, type Db, inTransaction, type Row } from './db.ts';
import { migrate } from './migrate.ts';

const connectionOf = (client: pg.PoolClient | pg.Pool): Connection => ({
  query: async (sql, parameters = []) => (await client.query<Row>(sql, [...parameters])).rows,
  exec: async (sql) => void (await client.query(sql)),
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

/** Opens a database on a PostgreSQL server (15 or newer), for a shop that has outgrown one machine, and migrates it. */
export async function openServer(address: string): Promise<Db> {
  const pool = new pg.Pool({ connectionString: address, max: 8 });
  // A server that goes away between two requests is noticed by the next one.
  pool.on('error', () => {});
  const withClient = async <T>(work: (connection: Connection) => Promise<T>): Promise<T> => {
    const client = await pool.connect();
    try {
      return await work(connectionOf(client));
    } finally {
      client.release();
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
