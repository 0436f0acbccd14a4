import { createWriteStream, openAsBlob } from 'node:fs';
import { open, rename, stat } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { inspect } from 'node:util';
import { parentPort } from 'node:worker_threads';
import { createGzip } from 'node:zlib';
import { PGlite } from '@electric-sql/pglite';
import { expose } from 'comlink';
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs';
import { pack } from 'tar-fs';
import type { SqlRow } from './db.ts';
import { EXTENSIONS } from './extensions.ts';

/** What went wrong, in words: an error's own fields would be lost on the way to the other thread. */
export interface ErrorTold {
  message: string;
  code?: string;
  /** The database itself broke, and not only what was asked of it. */
  died: boolean;
}
type Answer<T> = { rows: T } | { error: ErrorTold };

let pg: PGlite;
let copied: Blob | null = null;

/** A panic, a full disk or a fault of the machine below: nothing that follows would be answered truly. */
const diedOf = (error: Error & { code?: string; severity?: string }) =>
  ['53100', 'XX000', 'XX001', 'XX002', '58030', 'ENOSPC', 'EIO', 'ENOENT'].includes(error.code ?? '') ||
  /PANIC|FATAL/.test(error.severity ?? '') ||
  error instanceof WebAssembly.RuntimeError;

async function answer<T>(work: () => Promise<T>, ofDatabase = true): Promise<Answer<T>> {
  try {
    return { rows: await work() };
  } catch (thrown) {
    const error = thrown instanceof Error ? thrown : new Error(inspect(thrown));
    const { message, code } = error as Error & { code?: string };
    return { error: { message, code, died: ofDatabase && diedOf(error) } };
  }
}

async function onDisk(file: string): Promise<void> {
  const handle = await open(file);
  await handle.sync();
  await handle.close();
}

/** A snapshot as it is; of a database folder all its files in one. */
const contentsOf = async (place: string): Promise<Blob> =>
  (await stat(place)).isDirectory() ? new Blob([await buffer(pack(place))]) : openAsBlob(place);

/** PGlite in a thread of its own. */
const database = {
  /** @param from a snapshot, or the folder of a database, that a new one begins as. Without a folder it is kept in memory. */
  open: (folder: string | null, from?: string) =>
    answer(async () => {
      const loadDataDir = from ? await contentsOf(from) : undefined;
      pg = await PGlite.create({ ...(folder ? { dataDir: folder } : {}), loadDataDir, extensions: EXTENSIONS });
    }),
  query: (sql: string, parameters: unknown[]) => answer(async () => (await pg.query<SqlRow>(sql, parameters)).rows),
  exec: (sql: string) =>
    answer(async () => {
      await pg.exec(sql);
    }),
  /** Takes a copy of all of it, as it is now, into this thread's memory. */
  copy: () =>
    answer(async () => {
      await pg.exec('checkpoint');
      copied = await pg.dumpDataDir('none');
    }),
  /** Writes the copy into a compressed file: whole under its name, or not there. */
  write: (file: string) =>
    answer(async () => {
      if (!copied) throw new Error('There is no copy to write.');
      const packed = copied.stream() as unknown as ReadableStream;
      copied = null;
      const unfinished = `${file}.unfinished`;
      await pipeline(Readable.fromWeb(packed), createGzip({ level: 6 }), createWriteStream(unfinished));
      await onDisk(unfinished);
      await rename(unfinished, file);
      await onDisk(path.dirname(file));
    }, false),
  close: () => answer(() => pg.close()),
};
export type EmbeddedDatabase = typeof database;
if (parentPort) expose(database, nodeEndpoint(parentPort));
