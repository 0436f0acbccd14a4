import type { CONTRACT } from '../../shared/contract/index.ts';
import { archiveFault, noteFault, restoreFault } from '../commands/faults.ts';
import type { Shop } from '../commands/shop.ts';
import { faultsFound } from '../repositories/faults.ts';
import type { Handlers } from './serve.ts';

export const faultHandlers = (shop: Shop): Handlers<typeof CONTRACT.faults> => ({
  faultsFound: () => faultsFound(shop.db),
  noteFault: ({ by, body }) => noteFault(shop, by, body),
  archiveFault: ({ by, at }) => archiveFault(shop, by, at.fault),
  restoreFault: ({ by, at }) => restoreFault(shop, by, at.fault),
});
