import { DAYLIGHT } from '../colour/lights.ts';
import { deltaEPerLight } from '../colour/metamerism.ts';
import type { Stack } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import { gramsPerLitre, SCALE_GRAMS } from '../mix/quantity.ts';
import { type Evaluator, makeEvaluator, type Pour } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';
import { polish } from './search.ts';

export interface Pourable {
  stack: Stack;
  deltaE: number;
  /** What rounding all pours cost, in CIEDE2000; less than zero where the rounded mix is the nearer one. */
  loss: number;
  /** What rounding this pour alone to its nearest step would cost, in CIEDE2000, in the order of the layers. */
  each: RoundedPour[];
  /** CIEDE2000 against the unchanged mix for 5 % too much of one pour, by colourant: the largest must be exact. */
  sensitivity: Record<string, number>;
}
export interface RoundedPour extends Pour {
  /** Strengths: as it was asked for, as it is poured, and one step of its tool. */
  exact: number;
  poured: number;
  step: number;
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
}
const strengthOf = ({ evaluator }: Grid, amounts: Float64Array, v: number) =>
  amounts[v] ** (1 / evaluator.variables[v].exponent);
const amountOf = ({ evaluator, step }: Grid, steps: number, v: number) =>
  (steps * step[v]) ** evaluator.variables[v].exponent;
const nearestSteps = (grid: Grid, amounts: Float64Array, v: number) =>
  Math.max(1, Math.round(strengthOf(grid, amounts, v) / grid.step[v]));

function gridOf(problem: MatchProblem, evaluator: Evaluator, amounts: Float64Array, stepOf: StepOf): Grid {
  return {
    evaluator,
    used: evaluator.variables.flatMap((_, v) => (amounts[v] > 0 ? [v] : [])),
    step: Float64Array.from(evaluator.variables, (pour) =>
      Math.min(stepOf(pour), problem.materials.colourants[pour.colourant].maxStrength),
    ),
  };
}

/**
 * Amounts rounded one pour after the other, the one that its step hurts most first, the rest solved again around it.
 * Changes `amounts`.
 */
function oneByOne(grid: Grid, amounts: Float64Array): void {
  const { evaluator, used, step } = grid;
  // The pour that rounding hurts most goes first, while the others can still make up for it.
  const order = [...used].sort(
    (p, q) => step[q] / strengthOf(grid, amounts, q) - step[p] / strengthOf(grid, amounts, p),
  );
  const free = new Set(order);
  for (const v of order) {
    amounts[v] = amountOf(grid, nearestSteps(grid, amounts, v), v);
    free.delete(v);
    if (free.size === 0) break;
    const rest = [...free];
    const fixed = Float64Array.from(amounts);
    const solved = polish(
      {
        ...evaluator,
        residuals: (x, out) => {
          for (const f of rest) fixed[f] = x[f];
          evaluator.residuals(fixed, out);
        },
      },
      rest,
      rest.map((f) => amounts[f]),
      8,
    );
    for (const f of rest) amounts[f] = Math.max(amountOf(grid, 1, f), solved.amounts[f]);
  }
}

/** How many mixes a joint rounding may look at: some tens of milliseconds. */
const MOST_LOOKED_AT = 1200;
/** A mix may stray this much from the exact one in each light that is not looked for, CIEDE2000: lamps are not traded away. */
const LAMPS = 0.25;
/** So many pours are moved against one another, the coarsest, and so many of the mixes that this foresees are looked at. */
const MOVED_TOGETHER = 9;
const FORESEEN = 32;
const DESCENTS = 2;

/**
 * All pours rounded together. Every pour at its nearest step or one to either side: of all those mixes the nearest are
 * foreseen by what each step does to the three parts of CIEDE2000, looked at, and from the best of them and the one-by-one
 * answer one or two pours at a time are moved for as long as that brings the finished colour nearer. Never worse than the
 * one-by-one answer.
 * @returns amounts by variable
 */
function together(grid: Grid, exact: Float64Array, begin: Float64Array): Float64Array {
  const { evaluator, used } = grid;
  const lampsBefore = evaluator.differences(exact);
  const amounts = new Float64Array(exact.length);
  const fill = (steps: readonly number[]) => {
    used.forEach((v, k) => {
      amounts[v] = amountOf(grid, steps[k], v);
    });
    return amounts;
  };
  let looked = 0;
  const costOf = (steps: readonly number[]): number => {
    looked++;
    const [day, ...lamps] = evaluator.differences(fill(steps));
    return day + lamps.reduce((sum, d, l) => sum + Math.max(0, d - lampsBefore[l + 1] - LAMPS), 0);
  };
  const asked = used.map((v) => nearestSteps(grid, exact, v));
  const highest = used.map((v, k) => Math.max(asked[k], Math.floor(strengthAtMost(grid, v) / grid.step[v] + 1e-9)));
  const layerOf = (k: number) => evaluator.variables[used[k]].layer;
  // Less than half a step may be left out where its layer has another colour.
  const fewest = used.map((v, k) => {
    const alone = used.every((_, o) => o === k || layerOf(o) !== layerOf(k));
    return !alone && strengthOf(grid, exact, v) < grid.step[v] / 2 ? 0 : 1;
  });
  // A pour stays near what was asked for: the recipe is rounded, not made anew.
  const allowed = (k: number, steps: number) =>
    steps >= fewest[k] && steps <= highest[k] && Math.abs(steps - asked[k]) <= reach(asked[k]);
  const candidate = (steps: readonly number[]) => ({ steps, cost: costOf(steps) });

  const first = candidate(used.map((v) => nearestSteps(grid, begin, v)));
  const starts = nearestFew(grid, asked, fill, allowed).map(candidate);
  starts.sort((p, q) => p.cost - q.cost);
  const moves = movesOf(used.length);
  let best = first;
  for (const start of [first, ...starts.slice(0, DESCENTS)]) {
    let here = start;
    for (let better = true; better && looked < MOST_LOOKED_AT; ) {
      better = false;
      for (const move of moves) {
        if (looked >= MOST_LOOKED_AT) break;
        const steps = here.steps.map((s, k) => s + (move[k] ?? 0));
        if (!steps.every((s, k) => s === here.steps[k] || allowed(k, s))) continue;
        const next = candidate(steps);
        if (next.cost >= here.cost - 1e-9) continue;
        here = next;
        better = true;
      }
    }
    if (here.cost < best.cost) best = here;
  }
  return Float64Array.from(fill(best.steps));
}

/** Of all mixes within a step of the asked one, those whose colour is foreseen nearest. */
function nearestFew(
  grid: Grid,
  asked: readonly number[],
  fill: (steps: readonly number[]) => Float64Array,
  allowed: (k: number, steps: number) => boolean,
): number[][] {
  const { evaluator, used } = grid;
  const missOf = (steps: readonly number[]) => evaluator.aims.flatMap((aim) => [...evaluator.miss(fill(steps), aim)]);
  const origin = missOf(asked);
  // The coarsest steps against what is poured are worth most.
  const moved = used
    .map((_, k) => k)
    .sort((p, q) => asked[p] - asked[q])
    .slice(0, MOVED_TOGETHER);
  const ways = moved.map((k) =>
    [0, -1, 1]
      .filter((by) => by === 0 || allowed(k, asked[k] + by))
      .map((by) => {
        const miss = by === 0 ? origin : missOf(asked.map((s, i) => (i === k ? s + by : s)));
        return { by, moves: Float64Array.from(miss, (m, i) => m - origin[i]) };
      }),
  );
  const few: { steps: number[]; far: number }[] = [];
  const steps = [...asked];
  // What is foreseen to be left, at each depth of the walk.
  const left = Array.from({ length: moved.length + 1 }, () => Float64Array.from(origin));
  const walk = (depth: number): void => {
    const miss = left[depth];
    if (depth < moved.length) {
      for (const { by, moves } of ways[depth]) {
        steps[moved[depth]] = asked[moved[depth]] + by;
        for (let i = 0; i < miss.length; i++) left[depth + 1][i] = miss[i] + moves[i];
        walk(depth + 1);
      }
      return;
    }
    let far = 0;
    for (let i = 0; i < miss.length; i++) far += miss[i] * miss[i];
    if (few.length === FORESEEN && far >= few[FORESEEN - 1].far) return;
    const at = few.findIndex((f) => f.far > far);
    few.splice(at < 0 ? few.length : at, 0, { steps: [...steps], far });
    if (few.length > FORESEEN) few.pop();
  };
  walk(0);
  return few.map((f) => f.steps);
}

/** Steps that a pour may be moved from the nearest: two of a small one, a twentieth of a large one. */
const reach = (steps: number) => Math.max(2, Math.round(steps / 20));
const strengthAtMost = ({ evaluator }: Grid, v: number) =>
  evaluator.variables[v].most ** (1 / evaluator.variables[v].exponent);

/** One or two of n pours up or down by a step. */
function movesOf(n: number): Record<number, number>[] {
  const moves: Record<number, number>[] = [];
  for (let i = 0; i < n; i++)
    for (const di of [-1, 1]) {
      moves.push({ [i]: di });
      for (let j = i + 1; j < n; j++) for (const dj of [-1, 1]) moves.push({ [i]: di, [j]: dj });
    }
  return moves;
}

/**
 * A stack whose pours are whole steps of their tools, the colour as near as steps allow: rounded one by one, then all
 * together.
 * @param stepOf one step of a pour, as a strength of its layer
 */
export function roundToSteps(problem: MatchProblem, stack: Stack, stepOf: StepOf): Pourable {
  const evaluator = makeEvaluator(problem);
  const exact = evaluator.amountsOf(stack);
  const before = evaluator.differences(exact)[0];
  const grid = gridOf(problem, evaluator, exact, stepOf);
  const begin = Float64Array.from(exact);
  oneByOne(grid, begin);
  const amounts = together(grid, exact, begin);
  const deltaE = evaluator.differences(amounts)[0];
  const each = grid.used.map((v): RoundedPour => {
    const alone = Float64Array.from(exact);
    alone[v] = amountOf(grid, nearestSteps(grid, exact, v), v);
    const { layer, colourant } = evaluator.variables[v];
    return {
      layer,
      colourant,
      exact: strengthOf(grid, exact, v),
      poured: strengthOf(grid, amounts, v),
      step: grid.step[v],
      cost: evaluator.differences(alone)[0] - before,
    };
  });
  return {
    stack: evaluator.stackOf(amounts),
    deltaE,
    loss: deltaE - before,
    each,
    sensitivity: sensitivityOf(evaluator, amounts),
  };
}

/** The same one by one, for comparison: CIEDE2000 that it loses. */
export function lossOneByOne(problem: MatchProblem, stack: Stack, stepOf: StepOf): number {
  const evaluator = makeEvaluator(problem);
  const exact = evaluator.amountsOf(stack);
  const amounts = Float64Array.from(exact);
  oneByOne(gridOf(problem, evaluator, exact, stepOf), amounts);
  return evaluator.differences(amounts)[0] - evaluator.differences(exact)[0];
}

/** {@link roundToSteps} where everything is weighed on one scale, `litres` of each layer. */
export const roundToScale = (
  problem: MatchProblem,
  stack: Stack,
  litres: number | readonly number[],
  scale = SCALE_GRAMS,
): Pourable => roundToSteps(problem, stack, scaleSteps(problem.materials, litres, scale));
