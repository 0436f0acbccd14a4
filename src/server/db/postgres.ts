import pg from 'pg';
import { type Connection, type Db, inTransaction, type Row } from './db.ts';
import { migrate } from './migrate.ts';

const connectionOf = (client: pg.PoolClient | pg.Pool): Connection => ({
  query: async (sql, parameters = []) => (await client.query<Row>(sql, [...parameters])).rows,
  exec: async (sql) => void (await client.query(sql)),
});

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
    transaction: (work) => withClient((connection) => inTransaction(connection, work)),
    close: () => pool.end(),
  };
}
