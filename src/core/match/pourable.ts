import { DAYLIGHT } from '../colour/lights.ts';
import { deltaEPerLight } from '../colour/metamerism.ts';
import type { Stack } from '../layers/layer.ts';
import { isShare, type Materials } from '../layers/materials.ts';
import { gramsPerLitre, SCALE_GRAMS } from '../mix/quantity.ts';
import { type Evaluator, makeEvaluator, type Pour } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';

export interface Pourable {
  stack: Stack;
  /** CIEDE2000 to the target, as expected. */
  deltaE: number;
  /** CIEDE2000 by which rounding moves the recipe's own colour. */
  loss: number;
  /** In the order of the layers. */
  each: RoundedPour[];
  /** CIEDE2000 against the unchanged mix for 5 % too much of one pour, by colourant: the largest must be exact. */
  sensitivity: Record<string, number>;
}
export interface RoundedPour extends Pour {
  /** Strengths: as it was asked for, as it is poured (0 where it is left out), and one step of its tool. */
  exact: number;
  poured: number;
  step: number;
  /** CIEDE2000 by which rounding it alone to its nearest step would move the colour. */
  cost: number;
}

/** Smallest step of a pour as a strength of its layer: a hundredth of a gram, an eighth of a spoon, a drop. */
export type StepOf = (pour: Pour) => number;

/** Steps where everything is weighed on one scale. */
export const scaleSteps =
  (materials: Materials, litres: number | readonly number[], grams = SCALE_GRAMS): StepOf =>
  ({ layer, colourant }) =>
    grams / ((typeof litres === 'number' ? litres : litres[layer]) * gramsPerLitre(materials.colourants[colourant], 1));

/** Steps where each colour has a tool of its own: grams of one step of it, a level spoon of powder or a drop. */
export const toolSteps =
  (materials: Materials, litres: readonly number[], grams: Readonly<Record<string, number>>): StepOf =>
  (pour) =>
    scaleSteps(materials, litres, grams[pour.colourant] ?? SCALE_GRAMS)(pour);

/** So much too much of a pour is how its exactness is told. */
export const TOO_MUCH = 1.05;

/** What 5 % too much of each pour would move the finished colour by, CIEDE2000 in daylight. */
export function sensitivityOf(evaluator: Evaluator, amounts: Float64Array): Record<string, number> {
  const reading = evaluator.reading(amounts).slice();
  const sensitivity: Record<string, number> = {};
  evaluator.variables.forEach(({ colourant, exponent }, v) => {
    if (amounts[v] === 0) return;
    const more = Float64Array.from(amounts);
    more[v] *= TOO_MUCH ** exponent;
    sensitivity[colourant] = deltaEPerLight(reading, evaluator.reading(more), [DAYLIGHT])[0];
  });
  return sensitivity;
}

/** A mix in whole steps of its tools. */
interface Grid {
  evaluator: Evaluator;
  /** Variables that are poured. */
  used: readonly number[];
  /** Strength of one step, by variable. */
  step: Float64Array;
  /** By poured variable: the steps that it may come to, the nearest first. */
  choices: readonly (readonly number[])[];
}
const amountOf = ({ evaluator, step }: Grid, steps: number, v: number) =>
  (steps * step[v]) ** evaluator.variables[v].exponent;
const NEARLY = 1e-9;

/**
 * The whole steps on either side of what is asked for. Less than half a step may be left out where its layer has another
 * colour; no colour goes beyond what dissolves.
 */
function choicesOf(asked: number, most: number, alone: boolean): number[] {
  const nearest = Math.round(asked);
  const sides = Math.abs(asked - nearest) < NEARLY ? [nearest] : [Math.floor(asked), Math.ceil(asked)];
  const fewest = asked < 0.5 && !alone ? 0 : 1;
  const within = [...new Set(sides.map((n) => Math.max(fewest, n)))].filter((n) => n <= most);
  return (within.length > 0 ? within : [Math.max(1, most)]).sort((p, q) => Math.abs(p - asked) - Math.abs(q - asked));
}

function gridOf(problem: MatchProblem, evaluator: Evaluator, amounts: Float64Array, stepOf: StepOf): Grid {
  const { variables } = evaluator;
  const used = variables.flatMap((_, v) => (amounts[v] > 0 ? [v] : []));
  const most = (v: number) => problem.materials.colourants[variables[v].colourant].maxStrength;
  const step = Float64Array.from(variables, (pour, v) => Math.min(stepOf(pour), most(v)));
  const choices = used.map((v) => {
    const asked = amounts[v] ** (1 / variables[v].exponent) / step[v];
    const alone = used.every((o) => o === v || variables[o].layer !== variables[v].layer);
    return choicesOf(asked, Math.floor(most(v) / step[v] + NEARLY), alone);
  });
  return { evaluator, used, step, choices };
}

/** How many mixes a joint rounding may look at: some tens of milliseconds. */
const MOST_LOOKED_AT = 1200;
/** So many pours are weighed against one another, the coarsest, and so many of the mixes that this foresees are looked at. */
const WEIGHED_TOGETHER = 11;
const FORESEEN = 32;

/**
 * All pours rounded together, each to the step below or above what is asked for: of all those mixes the nearest to the
 * wanted colour are foreseen by what each step does to the three parts of CIEDE2000, looked at, and from the best of them
 * one or two pours at a time go to their other side for as long as that brings the colour nearer.
 * @param fits whether a pot holds a mix of so many steps of each pour
 * @returns amounts by variable
 */
function together(grid: Grid, fits: (steps: readonly number[]) => boolean): Float64Array {
  const { evaluator, used, choices } = grid;
  const amounts = new Float64Array(evaluator.variables.length);
  const fill = (steps: readonly number[]) => {
    used.forEach((v, k) => {
      amounts[v] = amountOf(grid, steps[k], v);
    });
    return amounts;
  };
  let looked = 0;
  const candidate = (steps: readonly number[]) => {
    looked++;
    return { steps, cost: evaluator.differences(fill(steps)).reduce((sum, d) => sum + d, 0) };
  };
  const nearest = choices.map(([first]) => first);
  const least = choices.map((of) => Math.min(...of));
  const starts = [fits(nearest) ? nearest : least, ...nearestFew(grid, fill, fits)].map(candidate);
  let best = starts.reduce((least, start) => (start.cost < least.cost ? start : least));
  for (let better = true; better && looked < MOST_LOOKED_AT; ) {
    better = false;
    for (const turned of onesAndTwos(used.length)) {
      if (looked >= MOST_LOOKED_AT) break;
      const steps = best.steps.map((s, k) => (turned.includes(k) ? (choices[k].find((c) => c !== s) ?? s) : s));
      if (steps.every((s, k) => s === best.steps[k]) || !fits(steps)) continue;
      const next = candidate(steps);
      if (next.cost >= best.cost - NEARLY) continue;
      best = next;
      better = true;
    }
  }
  return Float64Array.from(fill(best.steps));
}

/** Of all mixes on either side of the asked one, those whose colour is foreseen nearest. */
function nearestFew(
  { evaluator, choices }: Grid,
  fill: (steps: readonly number[]) => Float64Array,
  fits: (steps: readonly number[]) => boolean,
): number[][] {
  const missOf = (steps: readonly number[]) => evaluator.aims.flatMap((aim) => [...evaluator.miss(fill(steps), aim)]);
  const nearest = choices.map(([first]) => first);
  const origin = missOf(nearest);
  // The coarsest steps against what is poured are worth most.
  const moved = choices
    .flatMap((of, k) => (of.length > 1 ? [k] : []))
    .sort((p, q) => nearest[p] - nearest[q])
    .slice(0, WEIGHED_TOGETHER);
  const ways = moved.map((k) =>
    choices[k].map((steps) => {
      const miss = steps === nearest[k] ? origin : missOf(nearest.map((s, i) => (i === k ? steps : s)));
      return { steps, moves: Float64Array.from(miss, (m, i) => m - origin[i]) };
    }),
  );
  const few: { steps: number[]; far: number }[] = [];
  const steps = [...nearest];
  // What is foreseen to be left, at each depth of the walk.
  const left = Array.from({ length: moved.length + 1 }, () => Float64Array.from(origin));
  const walk = (depth: number): void => {
    const miss = left[depth];
    if (depth < moved.length) {
      for (const way of ways[depth]) {
        steps[moved[depth]] = way.steps;
        for (let i = 0; i < miss.length; i++) left[depth + 1][i] = miss[i] + way.moves[i];
        walk(depth + 1);
      }
      return;
    }
    let far = 0;
    for (let i = 0; i < miss.length; i++) far += miss[i] * miss[i];
    if ((few.length === FORESEEN && far >= few[FORESEEN - 1].far) || !fits(steps)) return;
    const at = few.findIndex((f) => f.far > far);
    few.splice(at < 0 ? few.length : at, 0, { steps: [...steps], far });
    if (few.length > FORESEEN) few.pop();
  };
  walk(0);
  return few.map((f) => f.steps);
}

/** One or two of n. */
function onesAndTwos(n: number): number[][] {
  const all: number[][] = [];
  for (let i = 0; i < n; i++) {
    all.push([i]);
    for (let j = i + 1; j < n; j++) all.push([i, j]);
  }
  return all;
}

/** Whether shares of a pot come to no more than all of it. */
function fitsIn({ evaluator, used, step }: Grid, { colourants }: Materials) {
  const pots = new Map<number, number[]>();
  used.forEach((v, k) => {
    const { layer, colourant } = evaluator.variables[v];
    if (isShare(colourants[colourant].kind)) pots.set(layer, [...(pots.get(layer) ?? []), k]);
  });
  return (steps: readonly number[]): boolean =>
    [...pots.values()].every((pot) => pot.reduce((sum, k) => sum + steps[k] * step[used[k]], 0) <= 1 + NEARLY);
}

/** A stack's own foreseen colour as what is wanted: to keep it, wherever the customer's target lies. */
export const keeping = (problem: MatchProblem, stack: Stack): MatchProblem => {
  const evaluator = makeEvaluator(problem);
  return { ...problem, target: evaluator.asTarget(evaluator.amountsOf(stack)) };
};

/**
 * A stack whose pours are whole steps of their tools. The recipe is kept: each pour goes to the step below or above what it
 * asks for, all together so that the recipe's own foreseen colour moves least. What the customer wants plays no part.
 * @param stepOf one step of a pour, as a strength of its layer
 */
export function roundToSteps(problem: MatchProblem, stack: Stack, stepOf: StepOf): Pourable {
  const evaluator = makeEvaluator(keeping(problem, stack));
  const exact = evaluator.amountsOf(stack);
  const grid = gridOf(problem, evaluator, exact, stepOf);
  const amounts = together(grid, fitsIn(grid, problem.materials));
  const strengthOf = (of: Float64Array, v: number) => of[v] ** (1 / evaluator.variables[v].exponent);
  const each = grid.used.map((v, k): RoundedPour => {
    const alone = Float64Array.from(exact);
    alone[v] = amountOf(grid, grid.choices[k][0], v);
    const { layer, colourant } = evaluator.variables[v];
    return {
      layer,
      colourant,
      exact: strengthOf(exact, v),
      poured: strengthOf(amounts, v),
      step: grid.step[v],
      cost: evaluator.differences(alone)[0],
    };
  });
  return {
    stack: evaluator.stackOf(amounts),
    deltaE: makeEvaluator(problem).differences(amounts)[0],
    loss: evaluator.differences(amounts)[0],
    each,
    sensitivity: sensitivityOf(evaluator, amounts),
  };
}

/** Each pour to its own nearest step, for comparison: CIEDE2000 by which that moves the recipe's colour. */
export function lossEachAlone(problem: MatchProblem, stack: Stack, stepOf: StepOf): number {
  const evaluator = makeEvaluator(keeping(problem, stack));
  const amounts = evaluator.amountsOf(stack);
  const grid = gridOf(problem, evaluator, amounts, stepOf);
  grid.used.forEach((v, k) => {
    amounts[v] = amountOf(grid, grid.choices[k][0], v);
  });
  return evaluator.differences(amounts)[0];
}

/** {@link roundToSteps} where everything is weighed on one scale, `litres` of each layer. */
export const roundToScale = (
  problem: MatchProblem,
  stack: Stack,
  litres: number | readonly number[],
  scale = SCALE_GRAMS,
): Pourable => roundToSteps(problem, stack, scaleSteps(problem.materials, litres, scale));
