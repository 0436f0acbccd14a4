import type { CONTRACT } from '../../shared/contract/index.ts';
import { archivePicture, restorePicture, shownPicture, takePicture } from '../commands/pictures.ts';
import type { Shop } from '../commands/shop.ts';
import type { Handlers } from './serve.ts';

export function pictureHandlers(shop: Shop): Handlers<typeof CONTRACT.pictures> {
  return {
    takePicture: ({ by, at, body }) => takePicture(shop, by, at.job, body),
    shownPicture: async ({ at }) => ({ text: await shownPicture(shop.db, at.picture) }),
    archivePicture: ({ by, at }) => archivePicture(shop, by, at.picture),
    restorePicture: ({ by, at }) => restorePicture(shop, by, at.picture),
  };
}
