import { DatabaseDied, NotKnown } from './trouble.ts';

export type SqlRow = Record<string, unknown>;

/** All that the store knows of its database: the same SQL, that of PostgreSQL 15, runs embedded and on a server. */
export interface Queries {
  /** Rows as plain objects: numbers for int and float8, Date for timestamptz, parsed jsonb, arrays as arrays. */
  query(sql: string, parameters?: readonly unknown[]): Promise<SqlRow[]>;
}

export interface Db extends Queries {
  /** All of it, or, when it throws, nothing. */
  transaction<T>(work: (queries: Queries) => Promise<T>): Promise<T>;
  close(): Promise<void>;
}

/** One connection, as a driver gives it: SQL in, rows out. */
export interface Connection extends Queries {
  /** Several statements without parameters. */
  exec(sql: string): Promise<void>;
}

/** @throws NotKnown where the database broke off before it said that it was kept */
async function committed(connection: Connection): Promise<void> {
  try {
    await connection.exec('commit');
  } catch (error) {
    throw error instanceof DatabaseDied ? new NotKnown(error.message) : error;
  }
}

/** Runs work between `begin` and `commit` on one connection; `rollback` when it throws. */
export async function inTransaction<T>(connection: Connection, work: (queries: Queries) => Promise<T>): Promise<T> {
  await connection.exec('begin');
  try {
    const result = await work(connection);
    await committed(connection);
    return result;
  } catch (error) {
    await connection.exec('rollback').catch(() => {});
    throw error;
  }
}
