import type { BoardCut } from '../../shared/board.ts';

/**
 * Where each step of a board begins, mm from its raw end: the raw wood first, then what each layer leaves in sight when every coat
 * stops short of the one before. Where they were drawn by hand for as many layers, there; else as far apart as one another.
 * @param layers how many go on
 */
export const stepLines = (layers: number, { length, lines }: Pick<BoardCut, 'length' | 'lines'>): number[] =>
  lines.length === layers
    ? [0, ...lines]
    : Array.from({ length: layers + 1 }, (_, n) => Math.round((length * n) / (layers + 1)));
