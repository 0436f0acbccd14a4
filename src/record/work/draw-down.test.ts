import { expect, it } from 'vitest';
import type { Recipe } from '../../shared/board.ts';
import { isAddedSince } from './draw-down.ts';

it('what was added since the drops were told makes them old; before, elsewhere, or a plain pour does not', () => {
  const drawn = { stage: 1, at: '2026-03-10T10:00:00Z' };
  const since = (step: string, at: string) =>
    isAddedSince({ done: [{ step, at }] as Recipe['done'] }, drawn, ['honey']);
  expect(since('1/honey-added-1', '2026-03-10T10:05:00Z')).toBe(true);
  expect(since('1/honey-added-1', '2026-03-10T09:00:00Z')).toBe(false);
  expect(since('2/honey-added-1', '2026-03-10T10:05:00Z')).toBe(false);
  expect(since('1/honey', '2026-03-10T10:05:00Z')).toBe(false);
});
