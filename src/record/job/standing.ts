import { deltaE00 } from '../../core/colour/ciede2000.ts';
import { passes } from '../../core/colour/difference.ts';
import type { Lab } from '../../core/colour/lab.ts';
import type { Target } from '../../core/match/problem.ts';
import type { Board } from '../../shared/board.ts';
import type { JobSummary, JobWood } from '../../shared/job.ts';
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

/** What is to be done next on a job, and the page where it is done. */
export interface NextStep {
  what: string;
  /** A page of the bench, with its wood. */
  to: string;
}

/** The next step of a job from what the list of jobs tells: the target, the woods, then the wood that is farthest behind. */
export function nextStepOf({ target, woods, tolerance }: Pick<JobSummary, 'target' | 'woods' | 'tolerance'>): NextStep {
  if (!target) return { what: 'Read the target', to: 'target' };
  if (woods.length === 0) return { what: 'Choose the woods', to: 'woods' };
  const at = (page: string, { code }: { code: string }) => `${page}?wood=${code}`;
  const named = ({ name }: { name: string }) => name.toLowerCase();
  const fresh = woods.find((w) => w.boards === 0 && !w.accepted);
  const open = woods.filter((w) => !w.accepted);
  const toJudge = open.find((w) => w.toJudge > 0);
  const begun = open.find((w) => w.boards > 0 && w.deltaE === null);
  const off = open
    .filter((w) => !passes(w.deltaE ?? 0, tolerance))
    .sort((p, q) => (q.deltaE ?? 0) - (p.deltaE ?? 0))[0];
  if (toJudge) return { what: `Judge the board of ${named(toJudge)}`, to: at('verdict', toJudge) };
  if (begun) return { what: `Finish the board of ${named(begun)}`, to: at('boards', begun) };
  if (off) return { what: `Bring ${named(off)} nearer`, to: at('verdict', off) };
  if (fresh) return { what: `Plan a board of ${named(fresh)}`, to: at('layers', fresh) };
  return { what: 'Every wood passes', to: 'verdict' };
}
