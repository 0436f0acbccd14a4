import type { CONTRACT } from '../../shared/contract/index.ts';
import { repeatLayers } from '../commands/jobs.ts';
import { whatWasLearned } from '../commands/learned.ts';
import { archiveSearch, notebook, restoreSearch, saveSearch } from '../commands/notebook.ts';
import type { Shop } from '../commands/shop.ts';
import { similarJobs } from '../commands/similar.ts';
import { notebookChoices, savedSearches } from '../repositories/notebook.ts';
import type { Handlers } from './serve.ts';

export const notebookHandlers = (shop: Shop): Handlers<typeof CONTRACT.notebook> => ({
  notebook: ({ query }) => notebook(shop, query),
  notebookChoices: () => notebookChoices(shop.db),
  whatWasLearned: () => whatWasLearned(shop),
  repeatLayers: ({ by, at, body }) => repeatLayers(shop, by, at.wood, body),
  similarJobs: ({ at }) => similarJobs(shop, at.job),
  savedSearches: async () => ({ searches: await savedSearches(shop.db) }),
  saveSearch: ({ by, body }) => saveSearch(shop, by, body),
  archiveSearch: ({ by, at }) => archiveSearch(shop, by, at.search),
  restoreSearch: ({ by, at }) => restoreSearch(shop, by, at.search),
});
