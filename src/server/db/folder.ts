import { existsSync } from 'node:fs';
import { access, constants, mkdir, readFile, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import type { Connection, Db } from './db.ts';
import { type FolderLock, lockFolder } from './folder-lock.ts';
import { type Embedded, openEmbedded } from './pglite.ts';
import { freeBytes, LEAST_FOR_NEW, LEAST_FREE, roomOn } from './room.ts';
import {
  nextSnapshotFile,
  type SnapshotFile,
  type SnapshotReason,
  snapshotFile,
  snapshotsIn,
  tidySnapshots,
} from './snapshots.ts';
import { asSentence, CannotWork, DatabaseDied, NoRoom } from './trouble.ts';

/** The database of a data folder, with the copies that are kept beside it. */
export interface FolderDb extends Db {
  snapshots(): Promise<SnapshotFile[]>;
  takeSnapshot(reason: SnapshotReason): Promise<SnapshotFile>;
  /** A snapshot opened in memory, to look at; null when there is none of that name. Whoever looks closes it. */
  openSnapshot(name: string): Promise<Db | null>;
  /** Puts a snapshot in the place of the database, which becomes a snapshot itself. False when there is none. */
  restore(name: string): Promise<boolean>;
}

interface Places {
  folder: string;
  database: string;
  /** A database that is being made; worth nothing until it is renamed. */
  unfinished: string;
  /** The database that a restored one takes the place of. */
  replaced: string;
}
const placesIn = (folder: string): Places => ({
  folder,
  database: path.join(folder, 'database'),
  unfinished: path.join(folder, 'database-unfinished'),
  replaced: path.join(folder, 'database-replaced'),
});

async function mustBeFolder(folder: string): Promise<void> {
  try {
    await mkdir(folder, { recursive: true });
    await access(folder, constants.W_OK);
  } catch (error) {
    throw asSentence(error, folder);
  }
}

/**
 * Makes a database where there is none. A half-made one must never be mistaken for a whole one (making takes seconds
 * and can be killed): it is made beside and renamed. An empty shop never takes the place of one that is gone.
 */
async function makeSafely({ folder, database, unfinished, replaced }: Places): Promise<void> {
  // A restore that was killed before its database was seen to open.
  if (existsSync(replaced)) {
    await rm(database, { recursive: true, force: true });
    await rename(replaced, database);
  }
  await rm(unfinished, { recursive: true, force: true });
  if (existsSync(database)) return;
  if ((await snapshotsIn(folder)).length > 0)
    throw new CannotWork(
      `The database is missing from ${folder}, but there are snapshots of it. Restore one: npm run restore. To begin an empty shop, set URUSHI_DATA to another folder.`,
    );
  if (freeBytes(folder) < LEAST_FOR_NEW)
    throw new CannotWork(
      `There is no room for a new shop in ${folder}: ${LEAST_FOR_NEW / 1e6} MB are needed. Free some space and start again.`,
    );
  await (await openEmbedded(unfinished)).close();
  await rename(unfinished, database);
}

/** The PostgreSQL that the embedded database is. */
const POSTGRES = '18';

const DAMAGED = (database: string, why: string) =>
  new CannotWork(
    `The database in ${database} is damaged (${why}). Keep a copy of the folder, then restore a snapshot: npm run restore.`,
  );

/** What every database folder has; one without is not opened, for it would be made anew. */
async function mustBeWhole(database: string): Promise<void> {
  for (const file of ['PG_VERSION', 'global/pg_control', 'global/pg_filenode.map', 'postgresql.conf', 'base', 'pg_wal'])
    if (!existsSync(path.join(database, file))) throw DAMAGED(database, `${file} is missing`);
  const version = (await readFile(path.join(database, 'PG_VERSION'), 'utf8')).trim();
  if (!/^\d+$/.test(version)) throw DAMAGED(database, 'PG_VERSION cannot be read');
  if (version !== POSTGRES)
    throw new CannotWork(
      `The database in ${database} is of PostgreSQL ${version}, and this Urushi works with ${POSTGRES}. Start the Urushi that made it.`,
    );
}

/** A database that opens without the record of its migrations was emptied. */
async function mustHaveRecord(connection: Connection): Promise<void> {
  const [row] = await connection.query(`select to_regclass('migration') is not null as there`);
  if (!row?.there) throw new Error('its tables are missing');
}

async function openWhole(places: Places): Promise<Embedded> {
  const { database, folder } = places;
  await mustBeWhole(database);
  try {
    return await openEmbedded(database, {
      inspect: mustHaveRecord,
      async beforeMigration({ snapshot }) {
        await snapshot(await nextSnapshotFile(folder, 'migration'));
        await tidySnapshots(folder);
      },
    });
  } catch (error) {
    if (error instanceof CannotWork) throw error;
    const why = error instanceof Error ? error.message : String(error);
    throw DAMAGED(
      database,
      /^PGlite|^Aborted|unreachable/.test(why) ? 'it does not open' : (why.split('\n')[0] ?? why),
    );
  }
}

/** What is kept, to be read only: on a full disk PostgreSQL does not even open, and what is there is read from memory. */
async function openToRead({ database }: Places): Promise<Embedded> {
  await mustBeWhole(database);
  const db = await openEmbedded(null, { from: database, inspect: mustHaveRecord });
  await db.query('set default_transaction_read_only = on');
  return db;
}
const ONLY_READ =
  'The disk was full when Urushi started: what is kept can be read, and nothing more can be kept. Free some space and start again.';
/** PostgreSQL's code of a write in a transaction that may only read. */
const MAY_ONLY_READ = '25006';

const LOST = (folder: string) =>
  `The data folder ${folder} was removed or replaced while Urushi was working in it. What came last was not kept, and Urushi ends here. Put the folder back, or restore a snapshot, and start again.`;

/**
 * Opens the shop's data folder: one process at a time.
 * @param onLost told when the folder is taken away from under the process; nothing more is acknowledged
 * @throws FolderInUse, CannotWork
 */
export async function openFolder(folder: string, onLost: (why: string) => void = () => {}): Promise<FolderDb> {
  const places = placesIn(folder);
  await mustBeFolder(folder);
  let lock: FolderLock;
  try {
    lock = lockFolder(folder);
  } catch (error) {
    throw asSentence(error, folder);
  }
  let current: Embedded | null = null;
  const full = existsSync(places.database) && freeBytes(folder) < LEAST_FREE;
  try {
    await makeSafely(places);
    current = full ? await openToRead(places) : await openWhole(places);
  } catch (error) {
    lock.release();
    throw asSentence(error, folder);
  }

  const isThereRoom = roomOn(folder);
  const mustHaveRoom = () => {
    if (full) throw new NoRoom(ONLY_READ);
    isThereRoom();
  };
  let opening: Promise<Embedded> | null = null;
  /** The database; one that died is opened again when there is room for that. */
  const inHand = async (): Promise<Embedded> => {
    if (current) return current;
    mustHaveRoom();
    opening ??= openWhole(places)
      .then((opened) => {
        current = opened;
        return opened;
      })
      .finally(() => {
        opening = null;
      });
    return opening;
  };
  const mustBeHeld = () => {
    if (lock.held() && existsSync(path.join(places.database, 'PG_VERSION'))) return;
    onLost(LOST(folder));
    throw new CannotWork(LOST(folder));
  };
  /** Requests that the database in hand is at work on. */
  let working = 0;
  let idle: (() => void) | null = null;
  /** The database in hand, with one more at work on it: between the two nobody can take it away. */
  const begin = async (): Promise<Embedded> => {
    for (;;) {
      const db = await inHand();
      if (db !== current) continue;
      working++;
      return db;
    }
  };
  const ended = () => {
    working--;
    if (working === 0) idle?.();
  };
  const allEnded = () =>
    working === 0
      ? Promise.resolve()
      : new Promise<void>((resolve) => {
          idle = () => {
            idle = null;
            resolve();
          };
        });
  const on = async <T>(work: (db: Embedded) => Promise<T>): Promise<T> => {
    const db = await begin();
    try {
      const result = await work(db);
      mustBeHeld();
      return result;
    } catch (error) {
      mustBeHeld();
      if (full && (error as { code?: string }).code === MAY_ONLY_READ) throw new NoRoom(ONLY_READ);
      if (error instanceof DatabaseDied && current === db) {
        current = null;
        await db.kill();
      }
      if (error instanceof DatabaseDied) mustHaveRoom();
      throw error;
    } finally {
      ended();
    }
  };

  const snapshotBy = async (reason: SnapshotReason, write: (file: string) => Promise<void>): Promise<SnapshotFile> => {
    mustHaveRoom();
    const file = await nextSnapshotFile(folder, reason);
    await write(file);
    await tidySnapshots(folder);
    const taken = (await snapshotsIn(folder)).find((s) => s.name === path.basename(file));
    if (!taken) throw new NoRoom('The snapshot could not be written.');
    return taken;
  };
  /** What stands in the way of a snapshot, in a sentence. */
  const telling = async <T>(work: () => Promise<T>): Promise<T> => {
    try {
      return await work();
    } catch (error) {
      if (!lock.held()) mustBeHeld();
      throw asSentence(error, folder);
    }
  };

  /** One that is to take the place of the database in hand, which is kept as a snapshot first. */
  async function replace(db: Embedded): Promise<Embedded> {
    // Nothing is acknowledged any more from here on: who asks waits for the restored one.
    await allEnded();
    try {
      await snapshotBy('restore', (file) => db.snapshot(file));
    } catch (error) {
      current = db;
      throw error;
    }
    await db.close();
    current = await swapIn(places);
    return current;
  }

  return {
    query: (sql, parameters) => on((db) => db.query(sql, parameters)),
    async transaction(work) {
      mustHaveRoom();
      return on((db) => db.transaction(work));
    },
    async close() {
      await current?.close();
      lock.release();
    },
    snapshots: () => telling(() => snapshotsIn(folder)),
    takeSnapshot: (reason) => telling(() => snapshotBy(reason, (file) => on((db) => db.snapshot(file)))),
    openSnapshot: (name) =>
      telling(async () => {
        const file = await snapshotFile(folder, name);
        return file === null ? null : fromSnapshot(null, file);
      }),
    restore: (name) =>
      telling(async () => {
        const file = await snapshotFile(folder, name);
        if (!file) return false;
        mustHaveRoom();
        await rm(places.unfinished, { recursive: true, force: true });
        await (await fromSnapshot(places.unfinished, file)).close();
        const db = await inHand();
        current = null;
        opening = replace(db).finally(() => {
          opening = null;
        });
        await opening;
        return true;
      }),
  };
}

/** A database out of a snapshot. @throws CannotWork where that cannot be read */
async function fromSnapshot(folder: string | null, file: string): Promise<Embedded> {
  try {
    return await openEmbedded(folder, { from: file, inspect: mustHaveRecord });
  } catch (error) {
    if (error instanceof CannotWork || (error as NodeJS.ErrnoException).code === 'ENOSPC') throw error;
    throw new CannotWork(
      `The snapshot ${path.basename(file)} is damaged and cannot be opened. Nothing was changed: choose another.`,
    );
  }
}

/**
 * The finished database takes the place of the one that was, and is opened. Where it does not open, or the process ends
 * in between, the old one comes back.
 */
async function swapIn(places: Places): Promise<Embedded> {
  const { database, unfinished, replaced } = places;
  await rename(database, replaced);
  try {
    await rename(unfinished, database);
    const opened = await openWhole(places);
    await rm(replaced, { recursive: true, force: true });
    return opened;
  } catch (error) {
    await rm(database, { recursive: true, force: true });
    await rename(replaced, database);
    throw error;
  }
}

/**
 * Puts a snapshot in the place of a database that cannot be opened; the damaged one is kept beside it.
 * @returns where the damaged database is now; null where there was none
 * @throws FolderInUse, CannotWork
 */
export async function restoreFolder(folder: string, name: string): Promise<string | null> {
  const places = placesIn(folder);
  const lock = lockFolder(folder);
  try {
    const file = await snapshotFile(folder, name);
    if (!file) throw new CannotWork(`There is no snapshot ${name} in ${folder}/backups.`);
    await rm(places.unfinished, { recursive: true, force: true });
    await (await fromSnapshot(places.unfinished, file)).close();
    const damaged = `${places.database}-before-${path.basename(name, '.tgz')}`;
    const there = existsSync(places.database);
    if (there) await rename(places.database, damaged);
    await rename(places.unfinished, places.database);
    return there ? damaged : null;
  } finally {
    lock.release();
  }
}
