import type { Wood } from '../../core/board/wood.ts';
import { unlessRefused } from '../../core/field-error.ts';
import type { Stack } from '../../core/layers/layer.ts';
import {
  type BatchCorrection,
  correctBatch,
  type LayerChoice,
  type NamedRoad,
  namedRoads,
  type Offer,
  type OverPoured,
  overPoured,
  type Pourable,
  type Promised,
  promiseOf,
  type Repeating,
  refine,
  repeating,
  roundToScale,
  roundToSteps,
  type SystemProblem,
  type SystemRoad,
  search,
  searchLayer,
  systemSteps,
  type Tried,
  toolSteps,
  whyOutOfReach,
} from '../../core/match/index.ts';
import { lampFault } from '../../core/match/lamps.ts';
import type { MatchProblem } from '../../core/match/problem.ts';
import { type Help, type Reach, reachOf } from '../../core/match/reach.ts';

export interface FoundRoads {
  roads: NamedRoad[];
  /** Why none of them passes; empty when one does. */
  reasons: string[];
  /** Layers were chosen too. */
  whole?: boolean;
}

/** What a search worker does: the core's matcher, in the shape that a page asks for. */
export const matcher = {
  /** The short list of different roads. */
  findRoads(problem: MatchProblem, tolerance: number, most: number, onProgress: (share: number) => void): FoundRoads {
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
  /** The short list of whole systems: which layers, and their colours. Tells how far it is and the best so far. */
  findSystems(
    problem: SystemProblem,
    offer: Offer,
    tolerance: number,
    most: number,
    onProgress: (share: number, best: SystemRoad | null) => void,
  ): FoundRoads {
    const steps = systemSteps(problem, offer, { mostPerLayer: most });
    let best: SystemRoad | null = null;
    for (let step = steps.next(); ; step = steps.next()) {
      if (step.done) {
        const roads = namedRoads(step.value, { ...problem, open: [] }, tolerance);
        return { roads, reasons: [], whole: true };
      }
      // The best goes over only when there is a better one.
      onProgress(step.value.share, step.value.best === best ? null : step.value.best);
      best = step.value.best;
    }
  },
  /** One layer's own search, the rest kept. */
  ownLayer(problem: MatchProblem, at: number, barred: readonly string[]): LayerChoice[] {
    return searchLayer(problem, at, barred);
  },
  /** The same colours solved again, rounded to the scale. */
  correct(problem: MatchProblem, stack: Stack, litres: number, tolerance: number): Pourable & { promise: Promised } {
    const pourable = roundToScale(problem, refine(problem, stack).stack, litres);
    return { ...pourable, promise: promiseOf(problem, pourable.stack, tolerance) };
  },
  /** What several stacks promise; null of one that is refused or has nothing to be matched to. */
  promises(asked: readonly { stack: Stack; problem: MatchProblem | null }[], tolerance: number): (Promised | null)[] {
    return asked.map(({ stack, problem }) => unlessRefused(() => problem && promiseOf(problem, stack, tolerance)));
  },
  /** What comes of a recipe that is made again, on the next board and on the work. */
  repeat(
    problem: MatchProblem,
    stack: Stack,
    known: { woods: readonly Wood[]; tried: readonly Tried[] },
    tolerance: number,
  ): Repeating {
    return repeating(problem, stack, known, tolerance);
  },
  /** Which colour parts a stack from its target under a lamp. */
  lampFault,
  /** Whether a wood reaches its target before any recipe, and what would help. */
  reach(problem: MatchProblem, tolerance: number, most: number, helps: readonly Help[]): Reach {
    return reachOf(problem, tolerance, most, helps);
  },
  /** Rounded to the scale, all pours together; so much of each layer. */
  pour(problem: MatchProblem, stack: Stack, litres: number): Pourable {
    return roundToScale(problem, stack, litres);
  },
  /** The same where each colour has a tool of its own: grams of one step of it. */
  pourWith(
    problem: MatchProblem,
    stack: Stack,
    litres: readonly number[],
    stepGrams: Readonly<Record<string, number>>,
  ): Pourable {
    return roundToSteps(problem, stack, toolSteps(problem.materials, litres, stepGrams));
  },
  /** The colours solved again for the target, then rounded. */
  solveAndPour(
    problem: MatchProblem,
    stack: Stack,
    litres: readonly number[],
    stepGrams: Readonly<Record<string, number>>,
  ): Pourable {
    return matcher.pourWith(problem, refine(problem, stack).stack, litres, stepGrams);
  },
  /** What to do when more of a colour is in the pot of a layer than was planned. */
  overPoured(
    problem: MatchProblem,
    stack: Stack,
    layer: number,
    litres: number,
    inPot: Readonly<Record<string, number>>,
    scaleGrams: number,
  ): OverPoured {
    return overPoured(problem, stack, layer, litres, inPot, scaleGrams);
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
