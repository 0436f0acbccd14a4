import { deltaE00 } from '../../core/colour/ciede2000.ts';
import type { Lab } from '../../core/colour/lab.ts';
import type { Target } from '../../core/match/problem.ts';
import type { Board } from '../../shared/board.ts';
import type { JobWood } from '../../shared/job.ts';
import { finishedMean, isDone, stageMean } from '../board/stages.ts';
import type { Bench } from './bench.ts';
import { missOf, type SeenTarget, targetOn, tonesRead } from './target.ts';

/** How close a wood of a job has come: measured, or a board planned, or nothing yet. What is only expected is no figure. */
export type Standing =
  | { kind: 'measured'; deltaE: number }
  | { kind: 'judged'; accepted: boolean; board: number }
  | { kind: 'done'; board: number }
  | { kind: 'planned'; board: number }
  | { kind: 'no target' | 'no recipe' };

export function standingOf(bench: Pick<Bench, 'target' | 'shelf'>, wood: JobWood): Standing {
  const species = bench.shelf.species.find((s) => s.id === wood.speciesId);
  const target = species ? targetOn(bench.target, species) : bench.target;
  const judged = wood.boards.findLast((b) => b.judged?.accepted) ?? wood.boards.findLast((b) => b.judged);
  if (judged?.judged?.accepted || (!target && judged))
    return { kind: 'judged', accepted: judged.judged?.accepted ?? false, board: judged.number };
  if (!target) return { kind: 'no target' };
  const measured = wood.boards.flatMap((b) => missOfFinished(target, b) ?? []);
  if (measured.length > 0) return { kind: 'measured', deltaE: Math.min(...measured) };
  if (judged) return { kind: 'judged', accepted: false, board: judged.number };
  const done = wood.boards.findLast(isDone);
  if (done) return { kind: 'done', board: done.number };
  const planned = wood.boards.findLast((b) => b.recipe);
  return planned ? { kind: 'planned', board: planned.number } : { kind: 'no recipe' };
}

/** How far a finished board is from its target, CIEDE2000; null before its last layer is read, or where the target never was. */
export function missOfFinished(target: Target & Pick<SeenTarget, 'bySight'>, board: Board): number | null {
  if (target.bySight) return null;
  const face = finishedMean(board);
  return face && missOf(target, face, tonesRead(board.aside, board.recipe?.stack.length ?? 0));
}

/** Which steps of the work are done, in their order. */
export function stepsDone({ job, target }: Pick<Bench, 'job' | 'target'>) {
  const boards = job.woods.flatMap((w) => w.boards);
  return {
    target: target !== null,
    woods: boards.some((b) => stageMean(b, 0)),
    layers: boards.some((b) => b.recipe),
    boards: boards.some(isDone),
    work: job.woods.some((w) => w.pieces.length > 0) && job.woods.every((w) => w.pieces.every(isDone)),
  };
}

/** The closest of some finished colours to a target, each as far as is said of it, else by its colour; null when there is none. */
export function closest<T extends { lab: Lab; deltaE?: number | null }>(
  target: Lab | null,
  made: readonly T[],
): (T & { deltaE: number }) | null {
  if (!target) return null;
  return made.reduce<(T & { deltaE: number }) | null>((best, one) => {
    const deltaE = one.deltaE ?? deltaE00(target, one.lab);
    return !best || deltaE < best.deltaE ? { ...one, deltaE } : best;
  }, null);
}

/** Offcuts left for trials; null when nobody has counted them. */
export const offcutsLeft = ({ offcuts, offcutsTaken }: Pick<JobWood, 'offcuts' | 'offcutsTaken'>): number | null =>
  offcuts === null ? null : Math.max(0, offcuts - offcutsTaken);
