import type { Db } from '../db/db.ts';
import type { FolderDb } from '../db/folder.ts';
import type { Learning } from '../learning/learning.ts';
import type { FolderWatcher } from '../watched/watched-folder.ts';
import { Refusal } from './refusal.ts';

/** Where customers are let in, to see what was opened for them and nothing else. */
export interface Door {
  /** @returns what the shop is called there @throws Refusal where it cannot be opened */
  open(): Promise<string>;
  shut(): Promise<void>;
}

/** What every act works on: the record, and what learns from it. */
export interface Shop {
  db: Db;
  /** The data folder, with its snapshots; null where the database is on a server. */
  folder: FolderDb | null;
  learning: Learning;
  /** Its clock can be turned: it is a shop to practise in. */
  turnable: boolean;
  door: Door;
  /** Follows the folder that an instrument's software writes into. */
  watcher: FolderWatcher;
}

/** Who does it: a person of the shop, or nobody in particular. */
export type Actor = string | null;

/** Work on a put-away job is refused. */
export function mustBeAtWork({ putAway }: { putAway: boolean }): void {
  if (putAway) throw new Refusal(409, 'This job is put away. Bring it back before working on it.');
}
