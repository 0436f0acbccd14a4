import type { Board } from '../../shared/board.ts';
import type { WorkDone } from '../../shared/clock.ts';
import type { PiecesOf } from '../../shared/work.ts';

type Planned = Pick<Board, 'id' | 'recipe' | 'pieces'>;

/** What work is known by on the clock and in the week: a board with its recipe, or a portion of a part. */
export const workOfBoard = ({ id, recipe, pieces }: Planned): string =>
  pieces ? workOfPieces(pieces) : `board/${id}/${recipe?.number ?? 0}`;
export const workOfPieces = ({ part, portion }: Pick<PiecesOf, 'part' | 'portion'>): string =>
  `part/${part}/${portion}`;

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
