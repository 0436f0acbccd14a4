import type { Board } from '../../shared/board.ts';
import type { WorkDone } from '../../shared/clock.ts';

type Planned = Pick<Board, 'id' | 'recipe'>;

/** What work on a board is known by on the clock and in the week: the board with its recipe. */
export const workOfBoard = ({ id, recipe }: Planned): string => `board/${id}/${recipe?.number ?? 0}`;

/** The putting on of one coat of a layer of a board. */
export const workOfCoat = (board: Planned, stage: number, coat: number): string =>
  `${workOfBoard(board)}/${stage}/${coat}/coat`;

/** How many coats of a layer were ticked, one by one from the first on. */
export function coatsTicked(board: Planned, stage: number, done: readonly Pick<WorkDone, 'work'>[]): number {
  const ticked = new Set(done.map((d) => d.work));
  let on = 0;
  while (ticked.has(workOfCoat(board, stage, on + 1))) on++;
  return on;
}
