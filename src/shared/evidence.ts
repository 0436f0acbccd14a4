import { meanSpectrum, type Spectrum } from '../core/colour/grid.ts';
import { isMixUp } from '../core/judge/mix-up.ts';
import type { BoardEvidence } from '../core/learn/learn.ts';
import type { Board, Job } from './job.ts';
import type { Shelf } from './shelf.ts';

/** Mean reading of one stage of a board (0 = raw), or null when it has none. */
export function stageMean(board: Board, stage: number): Spectrum | null {
  const readings = board.readings.filter((r) => r.stage === stage);
  return readings.length > 0 ? meanSpectrum(readings.map((r) => r.grid)) : null;
}

/** Highest stage that has been read: 0 raw, or -1 before any reading. */
export const lastStage = (board: Board): number =>
  board.readings.reduce((most, r) => Math.max(most, r.stage ?? -1), -1);

/** True once the last layer has been read. */
export const isFinished = (board: Board): boolean =>
  board.recipe !== null && lastStage(board) >= board.recipe.stack.length;

/** The first stage of a board whose reading cannot belong to its recipe, or null: nothing is learned from such a board. */
export function mixedUpStage(board: Board): number | null {
  const { recipe } = board;
  if (!recipe) return null;
  for (let stage = 1; stage <= recipe.stack.length; stage++) {
    const measured = stageMean(board, stage);
    if (measured && isMixUp(recipe.expected[stage], measured)) return stage;
  }
  return null;
}

const OTHER_JOB = 0.5;

/**
 * Every board that was read raw and after at least one layer, as learning wants it; other jobs count half. A board with
 * a reading that cannot be its own is left out.
 */
export function evidenceOf(jobs: readonly Job[], shelf: Shelf, job: number): BoardEvidence[] {
  return jobs.flatMap((j) =>
    j.woods.flatMap((wood) =>
      wood.boards.flatMap((board): BoardEvidence[] => {
        const species = shelf.species.find((s) => s.id === wood.speciesId);
        const raw = stageMean(board, 0);
        const { recipe } = board;
        if (!species || !raw || !recipe) return [];
        const stages = recipe.stack.flatMap((_, i) => {
          const reading = stageMean(board, i + 1);
          return reading ? [{ stage: i + 1, reading }] : [];
        });
        if (stages.length === 0 || mixedUpStage(board) !== null) return [];
        return [
          {
            id: `board ${board.id}`,
            wood: species,
            preparation: wood.preparation,
            stack: recipe.stack,
            raw,
            stages,
            weight: j.id === job ? 1 : OTHER_JOB,
          },
        ];
      }),
    ),
  );
}
