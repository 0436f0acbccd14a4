import { familyOf } from '../../core/belief/recipes.ts';
import { scaleToBoard, type Wood } from '../../core/board/wood.ts';
import { unlessRefused } from '../../core/field-error.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { MatchProblem } from '../../core/match/problem.ts';
import type { Tried } from '../../core/match/repeat.ts';
import { finishedMean, isDone, layersOn, stackAsMade, stageMean } from '../board/stages.ts';
import { preparationOf } from '../board/wood.ts';
import { beliefOf } from './belief.ts';
import { type Bench, type BoardModel, boardModel, nextBoardModel, problemOf } from './bench.ts';
import { readingThought } from './by-sight.ts';
import { ownColours } from './openings.ts';

/** What is asked when a board's recipe is to be made again: on which wood, and what is known of it. */
export interface Repeated {
  problem: MatchProblem;
  stack: Stack;
  known: { woods: Wood[]; tried: Tried[] };
}

/** Null where nothing is to be matched, or a colour without a ladder hides what comes of it. */
export function repeatedOf(bench: Bench, model: BoardModel): Repeated | null {
  const { board, target } = model;
  const stack = stackAsMade(board);
  const problem = target && problemOf(bench, nextBoardModel(bench, model), stack, ownColours(stack));
  if (!problem) return null;
  const { unsure: _, ...plain } = problem;
  return {
    problem: { ...plain, target },
    stack,
    known: { woods: woodsRead(model), tried: triedOf(bench, model, target) },
  };
}

/** The wood as each raw board of its pile was read. */
const woodsRead = ({ wood, species }: BoardModel): Wood[] =>
  wood.boards.flatMap((b) => {
    const raw = b.apart ? null : stageMean(b, 0);
    const scaled = raw && unlessRefused(() => scaleToBoard(species, raw, preparationOf(wood, b)));
    return scaled ? [scaled] : [];
  });

/** What finished boards of the same layers and colours came to: as they were read, else as looks and pictures have them. */
function triedOf(bench: Bench, { wood, board }: BoardModel, target: NonNullable<BoardModel['target']>): Tried[] {
  const family = familyOf(stackAsMade(board));
  return wood.boards.flatMap((b): Tried[] => {
    const made = stackAsMade(b);
    if (!isDone(b) || familyOf(made) !== family) return [];
    const model = boardModel(bench, wood, b);
    if (!model) return [];
    const read = finishedMean(b);
    if (read) return [{ wood: model.scaled, stack: made, reading: read }];
    const seen = readingThought(beliefOf(bench), b, layersOn(b), target.reflectance);
    return seen ? [{ wood: model.scaled, stack: made, ...seen }] : [];
  });
}
