import { passes } from '../../core/colour/difference.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { Opening } from '../../core/match/problem.ts';
import type { Board } from '../../shared/board.ts';
import type { JobWood } from '../../shared/job.ts';
import { isDone, layersOn, stackAsMade } from '../board/stages.ts';
import type { Bench } from './bench.ts';
import { solvableColours } from './openings.ts';
import { missOfFinished } from './standing.ts';
import { targetOn } from './target.ts';

/** What a changed target leaves of a wood's boards. */
export type AfterRevision =
  | { kind: 'nothing' }
  /** This board passes as it is. */
  | { kind: 'good'; board: Board; deltaE: number }
  /** This board has layers to come that may still bring it home. */
  | ({ kind: 'finish' } & ToSolve)
  /** The nearest is off: a board has to be made again from its recipe. */
  | ({ kind: 'again'; deltaE: number } & ToSolve);
interface ToSolve {
  board: Board;
  stack: Stack;
  /** Layers that are on. */
  done: number;
  open: Opening[];
}

/** The cheapest way that is left for a wood: a board that passes, one that can be finished otherwise, else one made again. */
export function afterRevision(bench: Pick<Bench, 'job' | 'shelf' | 'target'>, wood: JobWood): AfterRevision {
  const species = bench.shelf.species.find((s) => s.id === wood.speciesId);
  const target = species ? targetOn(bench.target, species) : bench.target;
  if (!target) return { kind: 'nothing' };
  const finished = wood.boards
    .flatMap((board) => {
      const deltaE = missOfFinished(target, board);
      return deltaE === null ? [] : [{ board, deltaE }];
    })
    .sort((p, q) => p.deltaE - q.deltaE);
  const [best] = finished;
  if (best && passes(best.deltaE, bench.job.tolerance)) return { kind: 'good', ...best };
  for (const board of wood.boards.toReversed()) {
    const done = layersOn(board);
    if (!board.recipe || isDone(board) || done === 0) continue;
    const stack = stackAsMade(board);
    const open = solvableColours(stack, target.tones !== undefined).filter((o) => o.layer >= done);
    if (open.length > 0) return { kind: 'finish', board, stack, done, open };
  }
  if (!best) return { kind: 'nothing' };
  const stack = stackAsMade(best.board);
  return { kind: 'again', ...best, stack, done: 0, open: solvableColours(stack, target.tones !== undefined) };
}
