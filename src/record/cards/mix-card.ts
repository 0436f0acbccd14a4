import type { Recipe } from '../../shared/board.ts';
import { recordCode } from '../board/codes.ts';
import { boardName } from '../board/plank.ts';
import type { Bench, BoardModel } from '../job/bench.ts';
import { isStepDone, mixSheet } from '../work/mixing.ts';
import type { PaperCard } from './card.ts';
import type { CardHouse } from './retain-card.ts';

/** The mix sheet of a board on paper: all that is poured, done and waited for, to be ticked; cautions where they count. */
export function mixCard(bench: Bench, model: BoardModel, recipe: Recipe, house: CardHouse): PaperCard {
  const steps = mixSheet(bench, model, recipe, { system: house.units, tools: house.tools, drying: house.drying });
  return {
    name: `mix-${bench.job.number}-${model.code}`,
    blocks: [
      {
        kind: 'title',
        text: `Mix sheet, ${model.name.toLowerCase()}, ${boardName(model.board).toLowerCase()}`,
        beside: `${bench.job.customer}, recipe ${recipe.number}`,
        code: recordCode(bench.job.number, model.code),
      },
      {
        kind: 'ticks',
        rows: steps.map((step) => ({
          what: `${isStepDone(recipe, model, step) ? '(done) ' : ''}${step.title}`,
          beside: step.pour?.said ?? (step.millilitres ? `${Math.round(step.millilitres)} mL` : ''),
          below: [step.detail, ...(step.cautions ?? [])].filter(Boolean).join(' '),
        })),
      },
    ],
  };
}
