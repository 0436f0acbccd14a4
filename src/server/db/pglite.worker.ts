import { parentPort } from 'node:worker_threads';
import { PGlite } from '@electric-sql/pglite';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import type { Row } from './db.ts';

type Answer<T> = { rows: T } | { error: { message: string; code?: string } };

let pg: PGlite;

/** What went wrong crosses to the other thread in words: an error's own fields would be lost. */
async function answer<T>(work: () => Promise<T>): Promise<Answer<T>> {
  try {
    return { rows: await work() };
  } catch (error) {
    const { message, code } = error as Error & { code?: string };
    return { error: { message, code } };
  }
}

/** PGlite in a thread of its own. */
const database = {
  open: (folder: string) =>
    answer(async () => {
      pg = await PGlite.create(folder);
    }),
  query: (sql: string, parameters: unknown[]) => answer(async () => (await pg.query<Row>(sql, parameters)).rows),
  exec: (sql: string) =>
    answer(async () => {
      await pg.exec(sql);
    }),
  close: () => answer(() => pg.close()),
};
export type EmbeddedDatabase = typeof database;
if (parentPort) expose(database, nodeEndpoint(parentPort));
