import { closeSync, fstatSync, openSync, statSync } from 'node:fs';
import path from 'node:path';
import { tryLock } from 'fs-native-extensions';
import { CannotWork } from './trouble.ts';

export class FolderInUse extends CannotWork {}

export interface FolderLock {
  /** Whether the folder is still where it was, with the file in it that this process holds. */
  held(): boolean;
  release(): void;
}

/**
 * Takes a folder for this process with a lock of the operating system: it goes when the process does, however that
 * ends, and never before, however long the process is busy.
 * @throws FolderInUse
 */
export function lockFolder(folder: string): FolderLock {
  const file = path.join(folder, 'lock');
  const held = openSync(file, 'a+');
  if (!tryLock(held)) {
    closeSync(held);
    throw new FolderInUse(
      `Another Urushi is already working on the data folder ${folder}. Stop it first, or set URUSHI_DATA to another folder.`,
    );
  }
  const { ino } = fstatSync(held);
  return {
    held: () => statSync(file, { throwIfNoEntry: false })?.ino === ino,
    release: () => closeSync(held),
  };
}
