import type { CONTRACT } from '../../shared/contract/index.ts';
import {
  archiveCheck,
  archiveDrawDown,
  noteCheck,
  noteDrawDown,
  restoreCheck,
  restoreDrawDown,
} from '../commands/checks.ts';
import { archiveHours, keepQuote, noteHours, quotesTaught, restoreHours } from '../commands/quotes.ts';
import { addRawPieces, archiveRawPiece, changeRawPiece, restoreRawPiece } from '../commands/raw-pieces.ts';
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
    noteCheck: ({ by, at, body }) => noteCheck(shop, by, at.board, body),
    archiveCheck: ({ by, at }) => archiveCheck(shop, by, at.check),
    restoreCheck: ({ by, at }) => restoreCheck(shop, by, at.check),
    noteDrawDown: ({ by, at, body }) => noteDrawDown(shop, by, at.board, body),
    archiveDrawDown: ({ by, at }) => archiveDrawDown(shop, by, at.drawDown),
    restoreDrawDown: ({ by, at }) => restoreDrawDown(shop, by, at.drawDown),
    addRawPieces: ({ by, at, body }) => addRawPieces(shop, by, at.wood, body),
    changeRawPiece: ({ by, at, body }) => changeRawPiece(shop, by, at.rawPiece, body),
    archiveRawPiece: ({ by, at }) => archiveRawPiece(shop, by, at.rawPiece),
    restoreRawPiece: ({ by, at }) => restoreRawPiece(shop, by, at.rawPiece),
  };
}
