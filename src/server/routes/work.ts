import type { CONTRACT } from '../../shared/contract/index.ts';
import type { Shop } from '../commands/shop.ts';
import { beginWork } from '../commands/work.ts';
import type { Handlers } from './serve.ts';

export function workHandlers(shop: Shop): Handlers<typeof CONTRACT.work> {
  return { beginWork: ({ by, at, body }) => beginWork(shop, by, at.wood, body) };
}
