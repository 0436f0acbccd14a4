import type { CONTRACT } from '../../shared/contract/index.ts';
import { progressOfBringing } from '../commands/brought.ts';
import { bringJobsFile, jobFile, lookAtJobsFile, shopFile, undoBrought } from '../commands/jobs-file.ts';
import { bringShelf } from '../commands/shelf-file.ts';
import type { Shop } from '../commands/shop.ts';
import type { Handlers } from './serve.ts';

export function broughtHandlers(shop: Shop): Handlers<typeof CONTRACT.brought> {
  return {
    jobFile: ({ at }) => jobFile(shop, at.job),
    shopFile: () => shopFile(shop),
    lookAtJobsFile: ({ by, body }) => lookAtJobsFile(shop, by, body.file),
    bringJobs: ({ by, body, gone }) => bringJobsFile(shop, by, body, gone),
    bringShelf: ({ by, body, gone }) => bringShelf(shop, by, body, gone),
    broughtProgress: ({ at }) => progressOfBringing(shop.db, at.brought),
    undoBrought: ({ by, at }) => undoBrought(shop, by, at.brought),
  };
}
