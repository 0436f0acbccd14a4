import { solvePositive } from '../least-squares.ts';
import type { Evaluator } from './evaluator.ts';

/** A set of variables (indices, ascending) with the linear guess of their amounts and its cost. */
export interface Candidate {
  subset: number[];
  start: Float64Array;
  cost: number;
}

const RIDGE = 1e-6;

export interface Linearised {
  /** Gram matrix of the Jacobian, its product with the right-hand side, and the squared right-hand side. */
  gram: Float64Array;
  projected: Float64Array;
  constant: number;
}

/** The residuals as a linear function of the amounts, about an anchor: r(x) = J x - d. */
export function linearise(evaluator: Evaluator, anchor: Float64Array): Linearised {
  const n = evaluator.variables.length;
  const m = evaluator.residualCount;
  const r = new Float64Array(m);
  const moved = new Float64Array(m);
  const jacobian = new Float64Array(m * n);
  evaluator.residuals(anchor, r);
  const d = Float64Array.from(r, (v) => -v);
  const x = Float64Array.from(anchor);
  for (let j = 0; j < n; j++) {
    const h = 1e-4 * evaluator.variables[j].most;
    x[j] += h;
    evaluator.residuals(x, moved);
    x[j] = anchor[j];
    for (let i = 0; i < m; i++) {
      jacobian[i * n + j] = (moved[i] - r[i]) / h;
      d[i] += jacobian[i * n + j] * anchor[j];
    }
  }
  const gram = new Float64Array(n * n);
  const projected = new Float64Array(n);
  let constant = 0;
  for (let i = 0; i < m; i++) {
    constant += d[i] * d[i];
    for (let j = 0; j < n; j++) {
      const left = jacobian[i * n + j];
      projected[j] += left * d[i];
      for (let k = 0; k < n; k++) gram[j * n + k] += left * jacobian[i * n + k];
    }
  }
  return { gram, projected, constant };
}

/** A short list that keeps its best. */
export function shortList(length: number) {
  const list: Candidate[] = [];
  return {
    list,
    worst: () => (list.length < length ? Number.POSITIVE_INFINITY : list[list.length - 1].cost),
    put(candidate: Candidate) {
      let at = list.length;
      while (at > 0 && list[at - 1].cost > candidate.cost) at--;
      list.splice(at, 0, candidate);
      if (list.length > length) list.pop();
    },
  };
}

export type ShortList = ReturnType<typeof shortList>;

/**
 * The non-negative least-squares cost of subsets of up to `largest` variables, from the Gram matrix. A subset whose
 * free solution has a negative amount costs infinity: its best is that of a smaller subset, ranked in its own right.
 * `amounts` is a view of the last solution, which the next call overwrites.
 */
export function subsetRanker({ gram, projected, constant }: Linearised, most: Float64Array, largest: number) {
  const n = most.length;
  const amounts = new Float64Array(largest);
  const cost = (subset: readonly number[]): number => {
    const size = subset.length;
    const a = new Float64Array(size * size);
    const wanted = new Float64Array(size);
    for (let i = 0; i < size; i++) {
      for (let k = 0; k < size; k++) a[i * size + k] = gram[subset[i] * n + subset[k]];
      a[i * size + i] *= 1 + RIDGE;
      wanted[i] = projected[subset[i]];
    }
    const solved = solvePositive(a, wanted);
    if (!solved) return Number.POSITIVE_INFINITY;
    amounts.set(solved);
    for (let i = 0; i < size; i++) {
      if (amounts[i] < 0) return Number.POSITIVE_INFINITY;
      if (amounts[i] > most[subset[i]]) amounts[i] = most[subset[i]];
    }
    let sum = constant;
    for (let i = 0; i < size; i++) {
      sum -= 2 * amounts[i] * projected[subset[i]];
      for (let k = 0; k < size; k++) sum += amounts[i] * amounts[k] * gram[subset[i] * n + subset[k]];
    }
    return sum;
  };
  return { cost, amounts };
}

/** All non-empty subsets of 0 … n-1 up to a size, in lexical order; the visitor must not keep the array. */
export function eachSubset(n: number, most: number, visit: (subset: number[]) => void): void {
  const subset: number[] = [];
  const grow = (from: number) => {
    for (let v = from; v < n; v++) {
      subset.push(v);
      visit(subset);
      if (subset.length < most) grow(v + 1);
      subset.pop();
    }
  };
  grow(0);
}
