import { existsSync } from 'node:fs';
import { mkdir, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import lockfile from 'proper-lockfile';
import type { Db } from './db.ts';
import { openEmbedded } from './pglite.ts';

const LOCK = { stale: 6000, update: 1500, realpath: false } as const;

/**
 * A half-made database must never be mistaken for a whole one (initialising takes seconds and can be killed): it is
 * made in a temporary folder and renamed.
 */
async function makeSafely(folder: string): Promise<void> {
  const database = path.join(folder, 'database');
  if (existsSync(database)) return;
  const temporary = path.join(folder, 'database-unfinished');
  await rm(temporary, { recursive: true, force: true });
  await (await openEmbedded(temporary)).close();
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
    const db = await openEmbedded(path.join(folder, 'database'));
    return {
      ...db,
      async close() {
        await db.close();
        await unlock();
      },
    };
  } catch (error) {
    await unlock();
    throw error;
  }
}
