import { type Appearance, lookAsMeasured, type StageLook } from '../../core/board/predict.ts';
import { unlessRefused } from '../../core/field-error.ts';
import { KINDS } from '../../core/kinds/index.ts';
import { nth } from '../../core/known.ts';
import type { Stack } from '../../core/layers/layer.ts';
import { stackAsMade, stageMean } from '../board/stages.ts';
import { type Bench, type BoardModel, promisedLooks } from './bench.ts';

/** One field of the board's picture: a stage as expected, and as measured once it is. */
export interface BoardField {
  label: string;
  expected: Appearance;
  measured: Appearance | null;
  /** How clear the grain is and how uneven the colour, as expected; as raw where it is not said. */
  clarity?: number;
  blotch?: number;
}

/** The stages past a colour that nobody has laddered: drawn as what lies below until they are read. */
export function andUnforeseen(
  fields: readonly BoardField[],
  looks: readonly StageLook[],
  model: BoardModel,
  stack: Stack,
) {
  const last = looks.at(-1);
  if (!last) return [...fields];
  const more = stack.slice(looks.length - 1).map((_, i): BoardField => {
    const stage = looks.length + i;
    const mean = stageMean(model.board, stage);
    return {
      label: `${stageLabel(model, stack, stage)}, not foreseen`,
      expected: last,
      measured: mean ? lookAsMeasured(last, model.scaled, mean) : null,
      ...howItLies(last),
    };
  });
  return [...fields, ...more];
}

export const howItLies = ({ clarity, blotch }: StageLook) => ({ clarity, blotch });

export const stageLabel = (model: BoardModel, stack: Stack, stage: number) =>
  stage === 0 ? `Raw ${model.species.name.toLowerCase()}` : KINDS[nth(stack, stage - 1).kind].label;

/** The board as planned (the promise kept with its recipe) and as read so far. */
export function boardFields(bench: Bench, model: BoardModel): BoardField[] {
  const { board } = model;
  const stack = stackAsMade(board);
  // A stack that the model refuses today still has its board and its readings.
  const looks = unlessRefused(() => promisedLooks(bench, { ...model, board: { ...board, readings: [] } }, stack));
  if (!looks) return [];
  const fields = looks.map((look, stage) => {
    const planned = board.recipe?.expected[stage];
    const expected = planned && stage > 0 ? lookAsMeasured(look, model.scaled, Float64Array.from(planned)) : look;
    const mean = stage > 0 ? stageMean(board, stage) : null;
    return {
      label: stageLabel(model, stack, stage),
      expected,
      measured: mean ? lookAsMeasured(look, model.scaled, mean) : null,
      ...howItLies(look),
    };
  });
  return andUnforeseen(fields, looks, model, stack);
}

/** A field alone, as it was read or else as it is foreseen: what is shown of a finished board where the two are not compared. */
export const asItIs = (field: BoardField): BoardField => ({
  ...field,
  expected: field.measured ?? field.expected,
  measured: null,
});
