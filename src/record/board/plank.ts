import type { Board } from '../../shared/board.ts';
import type { JobWood } from '../../shared/job.ts';

/** The boards that are parts of one plank with a board, itself among them, in order; none where it is a whole board. */
export const plankOf = (wood: Pick<JobWood, 'boards'>, board: Pick<Board, 'plank'>): Board[] =>
  board.plank === null ? [] : wood.boards.filter((b) => b.plank === board.plank);

/** The boards of a wood that hang on its wall: those that nobody put away. */
export const onTheWall = ({ boards }: Pick<JobWood, 'boards'>): Board[] => boards.filter((b) => !b.archived);

/** The boards and the pieces of a wood: all that has layers. */
export const everyBoard = ({ boards, pieces }: Pick<JobWood, 'boards' | 'pieces'>): Board[] => [...boards, ...pieces];

/** What a board is called: its number, and its part of a plank; pieces by how many they are. */
export const boardName = ({ number, strip, pieces }: Pick<Board, 'number' | 'strip' | 'pieces'>): string =>
  pieces
    ? `Portion ${pieces.portion}, ${pieces.count} ${pieces.count === 1 ? 'piece' : 'pieces'}`
    : strip
      ? `Board ${number}, ${strip}`
      : `Board ${number}`;

/** Whether a board is a control: a known finish without any colour of the shop's. */
export const isControl = ({ recipe }: Pick<Board, 'recipe'>): boolean =>
  recipe !== null && recipe.stack.length > 0 && recipe.stack.every((l) => Object.keys(l.colours).length === 0);
