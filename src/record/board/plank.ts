import type { Board } from '../../shared/board.ts';
import type { JobWood } from '../../shared/job.ts';

/** The boards that are parts of one plank with a board, itself among them, in order; none where it is a whole board. */
export const plankOf = (wood: Pick<JobWood, 'boards'>, board: Pick<Board, 'plank'>): Board[] =>
  board.plank === null ? [] : wood.boards.filter((b) => b.plank === board.plank);

/** The boards of a wood that hang on its wall: those that nobody put away. */
export const onTheWall = ({ boards }: Pick<JobWood, 'boards'>): Board[] => boards.filter((b) => !b.archived);

/** What a board is called: its number, and its part of a plank. */
export const boardName = ({ number, strip }: Pick<Board, 'number' | 'strip'>): string =>
  strip ? `Board ${number}, ${strip}` : `Board ${number}`;

/** Whether a board is a control: a known finish without any colour of the shop's. */
export const isControl = ({ recipe }: Pick<Board, 'recipe'>): boolean =>
  recipe !== null && recipe.stack.length > 0 && recipe.stack.every((l) => Object.keys(l.colours).length === 0);
