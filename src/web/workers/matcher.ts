import type { Stack } from '../../core/layers/layer.ts';
import {
  type BatchCorrection,
  correctBatch,
  type NamedRoad,
  namedRoads,
  type Pourable,
  type Promised,
  promiseOf,
  refine,
  roundToScale,
  search,
  whyOutOfReach,
} from '../../core/match/index.ts';
import type { MatchProblem } from '../../core/match/problem.ts';

export interface Found {
  roads: NamedRoad[];
  /** Why none of them passes; empty when one does. */
  reasons: string[];
}

/** What a search worker does: the core's matcher, in the shape that a page asks for. */
export const matcher = {
  /** The short list of different roads. */
  findRoads(problem: MatchProblem, tolerance: number, most: number, onProgress: (share: number) => void): Found {
    const all = search(problem, {
      mostPerLayer: most,
      onProgress: (share) => {
        onProgress(share);
        return true;
      },
    });
    const roads = namedRoads(all, problem, tolerance);
    return { roads, reasons: roads[0] ? whyOutOfReach(problem, roads[0], tolerance) : [] };
  },
  /** The same colours solved again, rounded to the scale. */
  correct(problem: MatchProblem, stack: Stack, litres: number, tolerance: number): Pourable & { promise: Promised } {
    const pourable = roundToScale(problem, refine(problem, stack).stack, litres);
    return { ...pourable, promise: promiseOf(problem, pourable.stack, tolerance) };
  },
  pour(problem: MatchProblem, stack: Stack, litres: number): Pourable {
    return roundToScale(problem, stack, litres);
  },
  batch(
    problem: MatchProblem,
    stack: Stack,
    layer: number,
    litres: number,
    tolerance: number,
  ): BatchCorrection & { promise: Promised } {
    const corrected = correctBatch(problem, stack, layer, litres, tolerance);
    return { ...corrected, promise: promiseOf(problem, corrected.stack, tolerance) };
  },
};
export type Matcher = typeof matcher;
