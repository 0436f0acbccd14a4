import type { CONTRACT } from '../../shared/contract/index.ts';
import { answerBracket, openBracket, shutBracket, standBracket } from '../commands/brackets.ts';
import type { Shop } from '../commands/shop.ts';
import type { Handlers } from './serve.ts';

export function bracketHandlers(shop: Shop): Handlers<typeof CONTRACT.brackets> {
  return {
    standBracket: ({ by, at, body }) => standBracket(shop, by, at.job, body),
    answerBracket: ({ by, at, body }) => answerBracket(shop, by, at.bracket, body),
    openBracket: ({ by, at, body }) => openBracket(shop, by, at.bracket, body),
    shutBracket: ({ by, at }) => shutBracket(shop, by, at.bracket),
  };
}
