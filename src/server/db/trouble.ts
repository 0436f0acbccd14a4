/** Why the shop cannot be opened, or cannot go on: one sentence with what to do, for whoever started it. */
export class CannotWork extends Error {}

/** There is no room to keep anything more; what is there can be read. */
export class NoRoom extends Error {}

/** The database died under a request: nothing of it was kept. It is opened again for the next. */
export class DatabaseDied extends Error {}

/** It died while a request was being kept: whether it is, nobody knows. The same id is never kept twice. */
export class NotKnown extends DatabaseDied {}

/** More ask than the database takes at once. */
export class TooBusy extends Error {}

const SENTENCES: Readonly<Record<string, (place: string) => string>> = {
  EACCES: (place) => `${place} cannot be written: this user has no right to. Change its rights, or set URUSHI_DATA.`,
  EPERM: (place) => `${place} cannot be written: this user has no right to. Change its rights, or set URUSHI_DATA.`,
  EROFS: (place) => `${place} lies on a disk that cannot be written. Set URUSHI_DATA to another folder.`,
  ENOSPC: (place) => `The disk that ${place} lies on is full. Free some space and start again.`,
  ENOENT: (place) => `${place} is gone: put the folder back, or restore a snapshot, and start again.`,
  EEXIST: (place) => `${place} is a file; a folder is needed. Move it away, or set URUSHI_DATA to another folder.`,
  ENOTDIR: (place) => `${place} lies under a file; a folder is needed. Set URUSHI_DATA to another folder.`,
};

/** A fault of the file system as a sentence; any other error as it is. */
export function asSentence(error: unknown, place: string): unknown {
  const sentence = SENTENCES[(error as NodeJS.ErrnoException).code ?? ''];
  return sentence ? new CannotWork(sentence(place)) : error;
}
