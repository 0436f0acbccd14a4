import { CholeskyDecomposition, Matrix } from 'ml-matrix';

/** Fills the residuals for a point. */
export type Residuals = (x: Float64Array, out: Float64Array) => void;

export interface LeastSquaresOptions {
  residuals: Residuals;
  /** How many residuals there are. */
  residualCount: number;
  /** Where to begin; brought within the bounds. */
  start: ArrayLike<number>;
  lower: ArrayLike<number>;
  upper: ArrayLike<number>;
  maxIterations?: number;
}

/**
 * Why a search stopped: nothing is left to take off (`exact`), a step takes off next to nothing (`settled`), no step
 * takes off anything (`stuck`: a minimum, or the end of the arithmetic), or the iterations ran out.
 */
export type Stop = 'exact' | 'settled' | 'stuck' | 'iterations';

export interface LeastSquaresResult {
  x: Float64Array;
  /** Sum of squared residuals at x. */
  cost: number;
  iterations: number;
  stop: Stop;
}

/** @throws RangeError when the options contradict each other: a fault of the caller, not of the finisher */
function checkOptions({ start, lower, upper, residualCount, maxIterations }: Required<LeastSquaresOptions>): void {
  if (lower.length !== start.length || upper.length !== start.length)
    throw new RangeError(`Bounds for ${lower.length} and ${upper.length} of ${start.length} variables.`);
  if (!(Number.isInteger(residualCount) && residualCount > 0))
    throw new RangeError(`${residualCount} is no count of residuals.`);
  if (!(Number.isInteger(maxIterations) && maxIterations >= 0))
    throw new RangeError(`${maxIterations} is no count of iterations.`);
  for (let i = 0; i < start.length; i++) {
    if (!Number.isFinite(start[i])) throw new RangeError(`Variable ${i} starts at ${start[i]}.`);
    if (!(lower[i] <= upper[i])) throw new RangeError(`Variable ${i} lies between ${lower[i]} and ${upper[i]}.`);
  }
}

/** The Cholesky decomposition of a symmetric matrix, n x n row by row; null when it is not positive. */
export function positiveDecomposition(matrix: Float64Array, n: number): CholeskyDecomposition | null {
  const decomposed = new CholeskyDecomposition(Matrix.from1DArray(n, n, matrix));
  return decomposed.isPositiveDefinite() ? decomposed : null;
}

/** Solves the symmetric positive system A x = g; null when A is not positive. */
export const solvePositive = (matrix: Float64Array, g: Float64Array): number[] | null =>
  positiveDecomposition(matrix, g.length)?.solve(Matrix.columnVector(g)).to1DArray() ?? null;

const sumOfSquares = (r: Float64Array) => {
  let sum = 0;
  for (let i = 0; i < r.length; i++) sum += r[i] * r[i];
  return sum;
};

const USUAL_ITERATIONS = 30;
const EXACT = 1e-14;
const SETTLED = 1e-7;

/**
 * Levenberg-Marquardt with bounds (Levenberg 1944, Marquardt 1963; bounds by projection, a variable that sits on its
 * bound and is pushed outwards is held). Forward-difference derivatives.
 * @throws RangeError when the options contradict each other
 */
export function minimise(options: LeastSquaresOptions): LeastSquaresResult {
  const checked = { maxIterations: USUAL_ITERATIONS, ...options };
  checkOptions(checked);
  const { residuals, start, lower, upper, residualCount, maxIterations } = checked;
  const n = start.length;
  const x = Float64Array.from(start, (v, i) => Math.min(upper[i], Math.max(lower[i], v)));
  const r = new Float64Array(residualCount);
  const trial = new Float64Array(residualCount);
  const jacobian = new Float64Array(residualCount * n);
  const next = new Float64Array(n);
  residuals(x, r);
  let cost = sumOfSquares(r);
  let damping = 1e-3;
  let iterations = 0;
  let stop: Stop | null = cost > EXACT ? null : 'exact';
  for (; iterations < maxIterations && stop === null; iterations++) {
    for (let j = 0; j < n; j++) {
      const span = upper[j] - lower[j];
      // Where its bounds meet nothing can be moved: its derivative stays zero.
      if (span === 0) continue;
      let h = 1e-5 * span;
      if (x[j] + h > upper[j]) h = -h;
      const kept = x[j];
      x[j] = kept + h;
      residuals(x, trial);
      x[j] = kept;
      for (let i = 0; i < residualCount; i++) jacobian[i * n + j] = (trial[i] - r[i]) / h;
    }
    const gradient = new Float64Array(n);
    const normal = new Float64Array(n * n);
    for (let i = 0; i < residualCount; i++)
      for (let j = 0; j < n; j++) {
        const left = jacobian[i * n + j];
        gradient[j] -= left * r[i];
        for (let k = 0; k <= j; k++) normal[j * n + k] += left * jacobian[i * n + k];
      }
    const held = new Uint8Array(n);
    for (let j = 0; j < n; j++) {
      if ((x[j] <= lower[j] && gradient[j] < 0) || (x[j] >= upper[j] && gradient[j] > 0)) held[j] = 1;
    }
    let improved = false;
    let relative = 0;
    for (let attempt = 0; attempt < 8; attempt++) {
      const a = new Float64Array(n * n);
      const g = new Float64Array(n);
      for (let j = 0; j < n; j++) {
        for (let k = 0; k <= j; k++) a[j * n + k] = a[k * n + j] = held[j] || held[k] ? 0 : normal[j * n + k];
        a[j * n + j] = held[j] ? 1 : normal[j * n + j] * (1 + damping) + 1e-12;
        g[j] = held[j] ? 0 : gradient[j];
      }
      const step = solvePositive(a, g);
      if (!step) {
        damping *= 10;
        continue;
      }
      for (let j = 0; j < n; j++) next[j] = Math.min(upper[j], Math.max(lower[j], x[j] + step[j]));
      residuals(next, trial);
      const newCost = sumOfSquares(trial);
      if (newCost < cost) {
        relative = (cost - newCost) / cost;
        cost = newCost;
        x.set(next);
        r.set(trial);
        damping = Math.max(1e-9, damping * 0.2);
        improved = true;
        break;
      }
      damping *= 6;
    }
    if (!improved) stop = 'stuck';
    else if (cost <= EXACT) stop = 'exact';
    else if (relative < SETTLED) stop = 'settled';
  }
  return { x, cost, iterations, stop: stop ?? 'iterations' };
}
