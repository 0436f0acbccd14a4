import type { CONTRACT } from '../../shared/contract/index.ts';
import { archiveHours, keepQuote, noteHours, quotesTaught, restoreHours } from '../commands/quotes.ts';
import type { Shop } from '../commands/shop.ts';
import { beginWork } from '../commands/work.ts';
import type { Handlers } from './serve.ts';

export function workHandlers(shop: Shop): Handlers<typeof CONTRACT.work> {
  return {
    beginWork: ({ by, at, body }) => beginWork(shop, by, at.wood, body),
    keepQuote: ({ by, at, body }) => keepQuote(shop, by, at.job, body),
    quotesTaught: () => quotesTaught(shop.db),
    noteHours: ({ by, at, body }) => noteHours(shop, by, at.job, body),
    archiveHours: ({ by, at }) => archiveHours(shop, by, at.hours),
    restoreHours: ({ by, at }) => restoreHours(shop, by, at.hours),
  };
}
