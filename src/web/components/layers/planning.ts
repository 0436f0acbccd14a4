import { useNavigate } from 'react-router';
import { unlessRefused } from '../../../core/field-error.ts';
import { isBlank, type Stack } from '../../../core/layers/layer.ts';
import type { MatchProblem } from '../../../core/match/problem.ts';
import { promiseOf } from '../../../core/match/roads.ts';
import { volumeText } from '../../../core/mix/index.ts';
import { layersOn } from '../../../record/board/stages.ts';
import type { BoardModel } from '../../../record/job/bench.ts';
import { boardBatch } from '../../../record/work/batches.ts';
import { NewRecipe } from '../../../shared/board.ts';
import { planRecipe } from '../../../shared/contract/boards.ts';
import { change, useHouse } from '../../hooks/api.ts';
import type { OpenBench } from '../../hooks/bench.ts';
import { useInWorker } from '../../hooks/matcher.ts';
import { USUAL_TOOLS } from '../../hooks/mixing.ts';
import { useNextId } from '../../hooks/new-id.ts';
import { useTypedForm } from '../../hooks/typed-form.ts';
import { litresTyped } from '../batch.ts';

/** The chance that the page states of a stack; null of one that is refused or promises nothing. */
const chanceStated = (problem: MatchProblem, stack: Stack, tolerance: number): number | null =>
  unlessRefused(() => promiseOf(problem, stack, tolerance).chance);

interface Planned {
  stack: Stack;
  problem: MatchProblem | null;
  /** The layers came out of a search. */
  found: boolean;
}

/** The stack in hand as the recipe of a board: its batch as it is typed, its pours as they can be weighed. */
export function usePlanning(bench: OpenBench, { board, code }: BoardModel, { stack, problem, found }: Planned) {
  const done = layersOn(board);
  const { units = 'metric', bench: tools = USUAL_TOOLS } = useHouse().data ?? {};
  const inWorker = useInWorker();
  const recipe = useNextId();
  const go = useNavigate();
  return useTypedForm({
    keep: `batch-of/${bench.job.number}`,
    blank: { litres: volumeText(boardBatch(stack, bench.shelf, tools.spare), units) },
    read: ({ litres }) => ({ litres: litresTyped(litres) }),
    shape: NewRecipe.pick({ litres: true }),
    save: async ({ litres }) => {
      const poured =
        problem && problem.open.length > 0
          ? await inWorker((matcher) => matcher.pour(problem, stack, litres))
          : { stack };
      await change(
        planRecipe,
        { board: board.id },
        {
          id: recipe.next(),
          stack: poured.stack.filter((layer, i) => i < done || !isBlank(layer)),
          litres,
          origin: done > 0 ? 'from-here' : found ? 'search' : 'hand',
          knowledge: bench.knowledgeId,
          chance: problem && chanceStated(problem, poured.stack, bench.job.tolerance),
        },
      );
      recipe.kept();
    },
    stays: true,
    onSaved: () => void go(`../boards?board=${code}`),
  });
}
