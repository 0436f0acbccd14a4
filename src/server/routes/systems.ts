import type { CONTRACT } from '../../shared/contract/index.ts';
import type { Shop } from '../commands/shop.ts';
import { archiveSystem, keepSystem, restoreSystem } from '../commands/systems.ts';
import { systems } from '../repositories/systems.ts';
import type { Handlers } from './serve.ts';

export const systemHandlers = (shop: Shop): Handlers<typeof CONTRACT.systems> => ({
  systems: () => systems(shop.db),
  keepSystem: ({ by, body }) => keepSystem(shop, by, body),
  archiveSystem: ({ by, at }) => archiveSystem(shop, by, at.system),
  restoreSystem: ({ by, at }) => restoreSystem(shop, by, at.system),
});
