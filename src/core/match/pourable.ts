import { DAYLIGHT } from '../colour/lights.ts';
import { deltaEPerLight } from '../colour/metamerism.ts';
import type { Stack } from '../layers/layer.ts';
import { gramsPerLitre, SCALE_GRAMS } from '../mix/index.ts';
import { type Evaluator, makeEvaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';
import { polish } from './search.ts';

export interface Pourable {
  stack: Stack;
  deltaE: number;
  /** What rounding to the scale cost, in CIEDE2000. */
  loss: number;
  /** CIEDE2000 against the unchanged mix for 5 % too much of one pour, by colourant: the largest must be exact. */
  sensitivity: Record<string, number>;
}

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

/**
 * Amounts rounded to what the shop's scale can weigh, one pour after the other, the rest solved again around it.
 * @param litres batch volume
 * @param scale smallest step of the scale, grams
 */
export function roundToScale(problem: MatchProblem, stack: Stack, litres: number, scale = SCALE_GRAMS): Pourable {
  const evaluator = makeEvaluator(problem);
  const amounts = evaluator.amountsOf(stack);
  const before = evaluator.differences(amounts)[0];
  const used = evaluator.variables.flatMap((_, i) => (amounts[i] > 0 ? [i] : []));
  const stepOf = (v: number) => {
    const { kind } = problem.materials.colourants[evaluator.variables[v].colourant];
    return scale / (litres * gramsPerLitre(kind, 1));
  };
  const strengthOf = (v: number) => amounts[v] ** (1 / evaluator.variables[v].exponent);
  // The pour that rounding hurts most goes first, while the others can still make up for it.
  const order = [...used].sort((p, q) => stepOf(q) / strengthOf(q) - stepOf(p) / strengthOf(p));
  const free = new Set(order);
  for (const v of order) {
    const { exponent } = evaluator.variables[v];
    amounts[v] = Math.max(stepOf(v), Math.round(strengthOf(v) / stepOf(v)) * stepOf(v)) ** exponent;
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
    for (const f of rest) amounts[f] = Math.max(stepOf(f) ** evaluator.variables[f].exponent, solved.amounts[f]);
  }
  const deltaE = evaluator.differences(amounts)[0];
  return {
    stack: evaluator.stackOf(amounts),
    deltaE,
    loss: deltaE - before,
    sensitivity: sensitivityOf(evaluator, amounts),
  };
}
