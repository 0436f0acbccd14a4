import { predict, type StageLook } from '../board/predict.ts';
import type { Tone } from '../board/tones.ts';
import type { Spectrum } from '../colour/grid.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import { deltaEPerLight, metamerismIndex } from '../colour/metamerism.ts';
import { isBlank, type Stack, setting } from '../layers/layer.ts';
import { costPerLitre } from '../mix/quantity.ts';
import { durationOf } from '../time/coats.ts';
import { prospectsOf } from './as-read.ts';
import { type Evaluator, makeEvaluator } from './evaluator.ts';
import { sensitivityOf } from './pourable.ts';
import { doneOf, type MatchProblem } from './problem.ts';
import { FLOOR } from './risk.ts';
import type { Road } from './search.ts';

/** A road with what a finisher weighs it by. */
export interface NamedRoad extends Road {
  /** What it is best at; one road can be best at several things. */
  titles: string[];
  reading: Spectrum;
  /** CIEDE2000 under the lights asked for, daylight first. */
  perLight: number[];
  /** Special index of metamerism under lamp light; null when the target is a single-light one. */
  metamerism: number | null;
  /** Fine-scale spread of L* over that of the raw wood. */
  clarity: number;
  /** Probability that the board made by it passes, when it is read after every layer and the rest solved again. */
  chance: number;
  /** CIEDE2000 of ground and grain in daylight, where the target has two tones. */
  tones: TonesMiss | null;
  /** Where eight boards in ten made by it end, CIEDE2000. */
  range: [number, number];
  /** Money per litre of colour mixed. */
  price: number;
  /** Coats and acts from here to the finished board, and the usual hours until it may be judged. */
  steps: number;
  hours: number;
  /** The looks of all stages, raw first. */
  looks: StageLook[];
}

export type TonesMiss = Record<Tone, number>;
function tonesOf(evaluator: Evaluator, amounts: Float64Array): TonesMiss | null {
  if (evaluator.aims.length === 1) return null;
  return Object.fromEntries(evaluator.aims.map((aim) => [aim.of, evaluator.missOf(amounts, aim)])) as TonesMiss;
}

export const ROAD_LIGHTS: readonly Light[] = [
  DAYLIGHT,
  { illuminant: 'A', observer: 10 },
  { illuminant: 'LED', observer: 10 },
];
const LAMP: Light = { illuminant: 'A', observer: 10 };
/** Roads that are weighed: the best of all, and the best of each number of colours, so that plain ones are not crowded out. */
const CONSIDERED = 60;
const CONSIDERED_PER_COUNT = 8;

function worthWeighing(roads: readonly Road[]): Road[] {
  const seen = new Map<number, number>();
  return roads.filter(({ colourants: { length } }, i) => {
    const rank = seen.get(length) ?? 0;
    seen.set(length, rank + 1);
    return i < CONSIDERED || rank < CONSIDERED_PER_COUNT;
  });
}

const best = <T>(list: readonly T[], by: (item: T) => number): T => list.reduce((a, b) => (by(b) < by(a) ? b : a));

/** Coats and acts that are still to come; a layer of colour that got none is left out. */
const toCome = (stack: Stack, problem: MatchProblem): Stack => stack.slice(doneOf(problem)).filter((l) => !isBlank(l));
const stepsOf = (stack: Stack, problem: MatchProblem): number =>
  toCome(stack, problem).reduce((sum, layer) => sum + setting(layer, 'coats'), 0);

/** Root mean square of a road's differences, each light by its weight. */
const missOf = ({ deltaE }: Road, { lights }: MatchProblem): number => {
  const total = lights.reduce((sum, l) => sum + l.weight, 0) || 1;
  return Math.sqrt(deltaE.reduce((sum, d, l) => sum + (lights[l].weight / total) * d * d, 0));
};

/**
 * The few roads out of many that differ in kind: closest, fewest colours, least metameric, clearest grain, cheapest, surest, fewest steps.
 * Closeness is under the lights of the problem, each by its weight. Every road but the closest must still pass, or come nearly as close as the closest does.
 */
export function namedRoads(roads: readonly Road[], problem: MatchProblem, tolerance: number): NamedRoad[] {
  const { materials, wood, preparation, tuning, measured, target } = problem;
  const shared = makeEvaluator(problem);
  const weighed = worthWeighing(roads).map((road): NamedRoad => {
    const looks = predict(road.stack, wood, materials, {
      preparation,
      tuning,
      ...(measured ? { measured } : {}),
    });
    const final = looks[looks.length - 1];
    const { reading } = final;
    const own = road.open ? { ...problem, stack: road.stack, open: road.open } : problem;
    const evaluator = road.open ? makeEvaluator(own) : shared;
    const amounts = evaluator.amountsOf(road.stack);
    return {
      ...road,
      titles: [],
      reading,
      perLight: deltaEPerLight(target.reflectance, reading, target.singleLight ? [DAYLIGHT] : ROAD_LIGHTS),
      metamerism: target.singleLight ? null : metamerismIndex(target.reflectance, reading, LAMP),
      clarity: final.clarity,
      ...prospectsOf(own, evaluator, amounts, problem.spread ?? FLOOR, tolerance),
      tones: tonesOf(evaluator, amounts),
      price: costPerLitre(road.stack, materials),
      steps: stepsOf(road.stack, problem),
      hours: durationOf(toCome(road.stack, problem), { materials }).wait.usual,
      looks,
    };
  });
  if (weighed.length === 0) return [];
  const miss = (road: Road) => missOf(road, problem);
  const closest = best(weighed, miss);
  const limit = Math.max(tolerance * 0.8, miss(closest) + 0.25);
  const fair = weighed.filter((r) => miss(r) <= limit && r.colourants.length > 0);
  const pool = fair.length > 0 ? fair : [closest];
  closest.titles.push('Closest');
  best(pool, (r) => r.colourants.length * 100 + miss(r)).titles.push('Fewest colours');
  if (!target.singleLight) best(pool, (r) => r.metamerism ?? 0).titles.push('Least change under lamps');
  best(pool, (r) => -r.clarity).titles.push('Clearest grain');
  best(pool, (r) => r.price).titles.push('Cheapest');
  best(weighed, (r) => -r.chance).titles.push('Surest');
  best(pool, (r) => r.steps + r.hours / 1000).titles.push('Fewest steps');
  return [closest, ...weighed.filter((r) => r.titles.length > 0 && r !== closest)];
}

export interface Promised {
  /** Under the lights of the problem, should everything go as the model says. */
  deltaE: Float64Array | number[];
  range: [number, number];
  chance: number;
  /** CIEDE2000 of ground and grain in daylight, where the target has two tones. */
  tones: TonesMiss | null;
  /** CIEDE2000 against the unchanged mix for 5 % too much of one pour, by colourant. */
  sensitivity: Record<string, number>;
}

/** What a stack in hand promises: its misses, where boards will end, their chance of passing, how exact each pour must be. */
export function promiseOf(problem: MatchProblem, stack: Stack, tolerance: number): Promised {
  const evaluator = makeEvaluator(problem);
  const amounts = evaluator.amountsOf(stack);
  return {
    deltaE: evaluator.differences(amounts),
    tones: tonesOf(evaluator, amounts),
    ...prospectsOf(problem, evaluator, amounts, problem.spread ?? FLOOR, tolerance),
    sensitivity: sensitivityOf(evaluator, amounts),
  };
}
