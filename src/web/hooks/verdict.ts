import { useMemo } from 'react';
import { familyOf, TRIED_ENOUGH } from '../../core/belief/recipes.ts';
import type { Light } from '../../core/colour/lights.ts';
import type { LampFault } from '../../core/match/lamps.ts';
import type { MatchProblem } from '../../core/match/problem.ts';
import type { Repeating } from '../../core/match/repeat.ts';
import type { NamedRoad } from '../../core/match/roads.ts';
import { ALL_TOOLS, outOfReach } from '../../core/rules/tools.ts';
import { isDone, layersOn, measuredOf, stackAsMade, stageMean } from '../../record/board/stages.ts';
import { beliefOf } from '../../record/job/belief.ts';
import { type BoardModel, nextBoardModel, problemOf } from '../../record/job/bench.ts';
import { readingThought } from '../../record/job/by-sight.ts';
import { solvableColours } from '../../record/job/openings.ts';
import { repeatedOf } from '../../record/job/repeated.ts';
import type { Recipe } from '../../shared/board.ts';
import type { FoundRoads, Matcher } from '../workers/matcher.ts';
import { useHouse } from './api.ts';
import type { OpenBench } from './bench.ts';
import { type MatcherWork, untold, useSolved } from './matcher.ts';

/** Roads that are looked for from where a board stands. */
const WAYS_ON = 3;

/** The way on from where a board stands: what was read of it, or what looks at it come to, with their doubt. */
function wayOnProblem(bench: OpenBench, model: BoardModel): MatchProblem | null {
  const { board, target } = model;
  const layers = layersOn(board);
  const read = measuredOf(board);
  const thought = stageMean(board, layers)
    ? null
    : target && readingThought(beliefOf(bench), board, layers, target.reflectance);
  const measured = thought ? [...read, { layers, reading: thought.reading }] : read;
  const problem = problemOf(bench, model, stackAsMade(board), [], measured);
  return problem && thought ? { ...problem, unsure: thought.unsure } : problem;
}

/** What is being looked for, what came of it, and why nothing did. */
interface Found<T> {
  answer: T | null;
  error: string | null;
  looking: boolean;
}
const found = <T>(work: MatcherWork<T> | null, { answer, error }: { answer: T | null; error: string | null }) => ({
  answer,
  error,
  looking: work !== null && !answer && !error,
});

export interface WayOnFound extends Found<FoundRoads> {
  /** What brings the board nearest with what goes on top, or off. */
  road: NamedRoad | null;
}
/** How a board that misses is brought nearer from where it stands; not looked for where that is not asked. */
export function useFromHere(bench: OpenBench, model: BoardModel, asked: boolean): WayOnFound {
  const { data: house } = useHouse();
  const { tolerance } = bench.job;
  const solve = useMemo((): MatcherWork<FoundRoads> | null => {
    const problem = !asked || bench.learning || !house ? null : wayOnProblem(bench, model);
    const offer = { materials: bench.offered, without: outOfReach(house?.tools ?? ALL_TOOLS), barred: [] };
    return problem && ((matcher) => matcher.findSystems(problem, offer, tolerance, WAYS_ON, untold()));
  }, [bench, model, tolerance, house, asked]);
  const way = found(solve, useSolved(solve));
  const done = model.board.recipe?.stack.length ?? 0;
  const looking = way.looking || (asked && !house);
  return { ...way, looking, road: way.answer?.roads.find((r) => r.stack.length > done) ?? null };
}

export interface NextRecipe extends Found<Awaited<ReturnType<Matcher['correct']>>> {
  /** No layer of the recipe can be solved. */
  byHand: boolean;
  /** Boards of these colours that were made, and whether that is enough of them. */
  tried: number;
  triedEnough: boolean;
}
/** The recipe for the next board, solved with what this one taught. */
export function useNextRecipe(bench: OpenBench, model: BoardModel, recipe: Recipe): NextRecipe {
  const { tolerance } = bench.job;
  const problem = useMemo(() => {
    // What the newest readings showed is still being learned: solve with it, not without.
    if (bench.learning) return null;
    const open = solvableColours(recipe.stack, model.target?.tones !== undefined);
    return open.length > 0 ? problemOf(bench, nextBoardModel(bench, model), recipe.stack, open) : null;
  }, [bench, model, recipe]);
  const solve = useMemo(
    (): MatcherWork<Awaited<ReturnType<Matcher['correct']>>> | null =>
      problem && ((matcher) => matcher.correct(problem, recipe.stack, recipe.litres, tolerance)),
    [problem, recipe, tolerance],
  );
  const family = familyOf(recipe.stack);
  const tried = model.wood.boards.filter((b) => isDone(b) && familyOf(stackAsMade(b)) === family).length;
  return {
    ...found(solve, useSolved(solve)),
    byHand: !problem && !bench.learning,
    tried,
    triedEnough: tried >= TRIED_ENOUGH,
  };
}

/** That the same recipe passes once more, on the next board and on the work; null until that is known. */
export function useRepeated(bench: OpenBench, model: BoardModel): Repeating | null {
  const { tolerance } = bench.job;
  const solve = useMemo((): MatcherWork<Repeating> | null => {
    const again = bench.learning ? null : repeatedOf(bench, model);
    return again && ((matcher) => matcher.repeat(again.problem, again.stack, again.known, tolerance));
  }, [bench, model, tolerance]);
  return useSolved(solve).answer;
}

/** Which colour of a board parts it from its target under a lamp; null where no lamp is asked for. */
export function useLampFault(bench: OpenBench, model: BoardModel, lamp: Light | null): LampFault | null {
  const { tolerance } = bench.job;
  const solve = useMemo((): MatcherWork<LampFault> | null => {
    const again = lamp && !bench.learning ? repeatedOf(bench, model) : null;
    return again && lamp && ((matcher) => matcher.lampFault(again.problem, again.stack, lamp, tolerance));
  }, [bench, model, lamp, tolerance]);
  return useSolved(solve).answer;
}
