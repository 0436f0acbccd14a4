import type { FileAnswer } from '../../shared/contract/route.ts';
import type { WatchedFolder } from '../../shared/watched.ts';
import { deleteDoneWith, doneWith, insertDoneWith, watchSetting } from '../repositories/watched.ts';
import { filesIn, troubleOfFolder } from '../watched/watched-folder.ts';
import { notFound, Refusal } from './refusal.ts';
import type { Actor, Shop } from './shop.ts';

/** The folder, and what of it is new: neither kept nor left, under whatever name. */
export async function watchedFolder({ db, watcher }: Shop): Promise<WatchedFolder> {
  const { folder } = await watchSetting(db);
  const trouble = await watcher.trouble();
  const files = watcher.files();
  const done = await doneWith(
    db,
    files.map((f) => f.hash),
  );
  return { folder, trouble, files: files.filter((f) => !done.has(f.hash)) };
}

/** The folder of the house is another: it is followed, and what lies there already is left. */
export async function followFolder({ db, watcher }: Shop, by: Actor, folder: string | null): Promise<void> {
  if (folder !== null) await insertDoneWith(db, await filesIn(folder), null, by);
  await watcher.follow(folder);
}
export async function mustBeFolder(folder: string): Promise<void> {
  const trouble = await troubleOfFolder(folder);
  if (trouble) throw new Refusal(422, trouble, 'folder');
}

export async function watchedFile({ watcher }: Shop, hash: string): Promise<FileAnswer> {
  const text = await watcher.bytesOf(hash);
  if (!text) throw notFound('file in the watched folder');
  return { text };
}

export async function doneWithFile(
  shop: Shop,
  by: Actor,
  hash: string,
  keptFor: string | null,
): Promise<WatchedFolder> {
  const name = shop.watcher.files().find((f) => f.hash === hash)?.name;
  if (name === undefined) throw notFound('file in the watched folder');
  if ((await insertDoneWith(shop.db, [{ hash, name }], keptFor, by)) === 0)
    throw new Refusal(409, `${name} was kept or left meanwhile, under this name or another.`, 'file');
  return watchedFolder(shop);
}
export async function offerFileAgain(shop: Shop, hash: string): Promise<WatchedFolder> {
  await deleteDoneWith(shop.db, hash);
  return watchedFolder(shop);
}
