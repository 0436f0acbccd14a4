import { statfsSync } from 'node:fs';
import { NoRoom } from './trouble.ts';

/** The database takes 16 MB at a stroke for its log, and more to tidy up. */
export const LEAST_FREE = 64e6;
/** A new database takes about 40 MB. */
export const LEAST_FOR_NEW = 160e6;

/** Bytes that may be written on the disk of a folder. */
export function freeBytes(folder: string): number {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
}

const megabytes = (bytes: number) => `${Math.floor(bytes / 1e6)} MB`;

/** Looks at the disk at most once a second. @throws NoRoom when little is left on it */
export function roomOn(folder: string, least = LEAST_FREE): () => void {
  let lookedAt = 0;
  let free = Number.POSITIVE_INFINITY;
  return () => {
    if (Date.now() - lookedAt >= 1000) {
      free = freeBytes(folder);
      lookedAt = Date.now();
    }
    if (free < least)
      throw new NoRoom(
        `The disk is full: ${megabytes(free)} are left, and ${megabytes(least)} are needed to keep anything safely. Nothing was changed. Free some space, then try again.`,
      );
  };
}
