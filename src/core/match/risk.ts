import { deltaE00 } from '../colour/difference.ts';
import { BANDS } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import type { Evaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';

/** Standard deviation of a colourant's log uptake before any board has shown it on this wood. */
export const UNKNOWN_UPTAKE = 0.16;
/** What varies from board to board however much is known: coat, hand, spot. */
export const BOARD_TO_BOARD = 0.04;

const STEP = 0.05;

/**
 * How far the finished colour may stray because the colours take more or less than thought: one standard deviation, in
 * CIEDE2000, the colourants independent.
 */
export function riskOf(problem: MatchProblem, evaluator: Evaluator, amounts: Float64Array): number {
  const here = labOf(evaluator.reading(amounts).slice(0, BANDS));
  let variance = 0;
  for (let v = 0; v < amounts.length; v++) {
    if (amounts[v] === 0) continue;
    const kept = amounts[v];
    amounts[v] = kept * (1 + STEP);
    const slope = deltaE00(here, labOf(evaluator.reading(amounts))) / STEP;
    amounts[v] = kept;
    const doubt = problem.doubt?.[evaluator.variables[v].colourant] ?? UNKNOWN_UPTAKE;
    variance += slope * slope * (doubt * doubt + BOARD_TO_BOARD * BOARD_TO_BOARD);
  }
  return Math.sqrt(variance);
}

/** Error function (Abramowitz and Stegun 1964, 7.1.26; to 1.5e-7). */
function erf(x: number): number {
  const t = 1 / (1 + 0.3275911 * Math.abs(x));
  const poly = ((((1.061405429 * t - 1.453152027) * t + 1.421413741) * t - 0.284496736) * t + 0.254829592) * t;
  return Math.sign(x) * (1 - poly * Math.exp(-x * x));
}
export const normalShare = (z: number): number => (1 + erf(z / Math.SQRT2)) / 2;

/** Share of a normal of standard deviation `spread` in each of three directions, about a miss, that lies within a radius. */
export function chanceWithin(miss: number, spread: number, tolerance: number): number {
  // Non-central chi with three degrees of freedom, in closed form.
  const s = Math.max(1e-6, spread);
  const m = Math.max(1e-4, miss);
  const a = (tolerance - m) / s;
  const b = (-tolerance - m) / s;
  const density = (z: number) => Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI);
  const p = normalShare(a) - normalShare(b) + (s / m) * (density((tolerance + m) / s) - density((tolerance - m) / s));
  return Math.min(1, Math.max(0, p));
}
