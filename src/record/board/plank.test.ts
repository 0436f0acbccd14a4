import { describe, expect, it } from 'vitest';
import { newLayer } from '../../core/layers/layer.ts';
import type { Board } from '../../shared/board.ts';
import { boardName, isControl, plankOf } from './plank.ts';

const board = (number: number, plank: string | null, strip: string | null = null) =>
  ({ id: `b${number}`, number, plank, strip }) as Board;

describe('a plank', () => {
  const boards = [board(1, null), board(2, 'b2', 'left half'), board(3, 'b2', 'right half'), board(4, 'b4', 'face')];
  it('is all boards that are parts of it; a whole board is none', () => {
    expect(plankOf({ boards }, board(3, 'b2')).map((b) => b.number)).toEqual([2, 3]);
    expect(plankOf({ boards }, board(1, null))).toEqual([]);
  });
  it('names its parts', () => {
    expect(boards.map(boardName)).toEqual(['Board 1', 'Board 2, left half', 'Board 3, right half', 'Board 4, face']);
  });
});

describe('a control', () => {
  const recipe = (...stack: ReturnType<typeof newLayer>[]) => ({ recipe: { stack } as unknown as Board['recipe'] });
  it('has a finish and no colour', () => {
    expect(isControl(recipe(newLayer('sealer'), newLayer('clear')))).toBe(true);
    expect(isControl(recipe(newLayer('dye', { colours: { honey: 1 } }), newLayer('clear')))).toBe(false);
    expect(isControl(recipe())).toBe(false);
    expect(isControl({ recipe: null })).toBe(false);
  });
});
