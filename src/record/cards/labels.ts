import { KINDS } from '../../core/kinds/index.ts';
import { boardCode, recordCode } from '../board/codes.ts';
import { boardName } from '../board/plank.ts';
import { stackAsMade } from '../board/stages.ts';
import { stepLines } from '../board/step-lines.ts';
import { woodNamed } from '../board/wood.ts';
import type { Bench } from '../job/bench.ts';
import type { BoardLabel } from './card.ts';

/** Labels for boards of a job, of a wood of it where one is named, in the order in which they were taken. */
export function boardLabels({ job, shelf }: Bench, wood: string | null = null): BoardLabel[] {
  return job.woods
    .filter((w) => wood === null || w.id === wood)
    .flatMap((w) =>
      w.boards
        .filter((b) => !b.archived)
        .map((board): BoardLabel => {
          const stack = stackAsMade(board);
          const lines = stepLines(stack.length, board.cut);
          return {
            code: recordCode(job.number, boardCode(w.code, board.number)),
            job: job.customer,
            wood: `${woodNamed(shelf, w)}, ${boardName(board).toLowerCase()}`,
            length: board.cut.length,
            steps: ['raw', ...stack.map((l) => KINDS[l.kind].label.toLowerCase())].map((says, i) => ({
              says,
              mm: lines[i] ?? 0,
            })),
          };
        }),
    );
}
