import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { type Lab, labOf } from '../../core/colour/lab.ts';
import type { Board } from '../../shared/board.ts';
import type { JobWood } from '../../shared/job.ts';
import { onTheWall } from '../board/plank.ts';
import { isDone, layersOn } from '../board/stages.ts';
import { beliefOf, stageOf, TARGET } from './belief.ts';
import type { Bench } from './bench.ts';
import { missOfFinished } from './standing.ts';

/** How far a finished board is from the target, CIEDE2000: as it was read, else as it was seen; null where neither was, or it is not finished. */
function offOf(bench: Bench, board: Board): number | null {
  if (!bench.target || !isDone(board)) return null;
  const read = missOfFinished(bench.target, board);
  if (read !== null) return read;
  const wanted = labOf(bench.target.reflectance);
  const belief = beliefOf(bench);
  const stage = stageOf(board, layersOn(board));
  if (!belief?.seen.has(stage)) return null;
  const { difference } = belief.between(TARGET, stage);
  return deltaE00(wanted, wanted.map((v, i) => v + (difference[i] as number)) as Lab);
}

/** The boards of a wood as they hang on the wall: the nearest to the target first, then those nobody judged, the rejected last. */
export function nearestFirst(bench: Bench, { boards }: Pick<JobWood, 'boards'>): Board[] {
  const hung = onTheWall({ boards }).map((board) => ({
    board,
    off: offOf(bench, board) ?? Number.POSITIVE_INFINITY,
    rejected: board.judged?.accepted === false,
  }));
  return hung
    .sort((p, q) => Number(p.rejected) - Number(q.rejected) || (p.off < q.off ? -1 : p.off > q.off ? 1 : 0))
    .map(({ board }) => board);
}
