import { doneWithFile, offerFileAgain, watchedFile, watchedFolder } from '../../shared/contract/watched.ts';
import type { WatchedFile, WatchedFolder } from '../../shared/watched.ts';
import { addressOf, change, useHouse, useResource } from './api.ts';

const ASKED_MS = 2000;
const NOTHING: WatchedFolder = { folder: null, trouble: null, files: [] };

/** What is new in the folder that an instrument writes into. */
export function useWatched(): WatchedFolder {
  const folder = useHouse().data?.watch.folder ?? null;
  return useResource(watchedFolder, folder === null ? null : {}, { every: ASKED_MS }).data ?? NOTHING;
}

/** A new file of the folder as a chosen one. @throws Error where it is gone */
export async function fileOfWatched({ hash, name }: WatchedFile): Promise<File> {
  const answer = await fetch(`/api${addressOf(watchedFile, { file: hash })}`);
  if (!answer.ok) throw new Error(`${name} is gone from the folder, or is being written anew.`);
  return new File([await answer.arrayBuffer()], name);
}

/** A file is not offered again: kept for something, or left. */
export const beDoneWith = ({ hash }: WatchedFile, keptFor: string | null) =>
  change(doneWithFile, { file: hash }, { keptFor });
export const offerAgain = ({ hash }: WatchedFile) => change(offerFileAgain, { file: hash });
