import type { CONTRACT } from '../../shared/contract/index.ts';
import type { Shop } from '../commands/shop.ts';
import { doneWithFile, offerFileAgain, watchedFile, watchedFolder } from '../commands/watched.ts';
import type { Handlers } from './serve.ts';

export function watchedHandlers(shop: Shop): Handlers<typeof CONTRACT.watched> {
  return {
    watchedFolder: () => watchedFolder(shop),
    watchedFile: ({ at }) => watchedFile(shop, at.file),
    doneWithFile: ({ by, at, body }) => doneWithFile(shop, by, at.file, body.keptFor),
    offerFileAgain: ({ at }) => offerFileAgain(shop, at.file),
  };
}
