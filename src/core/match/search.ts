import type { Stack } from '../layers/layer.ts';
import { type Evaluator, makeEvaluator } from './evaluator.ts';
import { minimise, solveSymmetric } from './least-squares.ts';
import type { MatchProblem } from './problem.ts';
import { riskOf } from './risk.ts';

/** One road to the target. */
export interface Road {
  stack: Stack;
  /** CIEDE2000 under each light of the problem. */
  deltaE: number[];
  /** Sum of squared residuals that the search minimises. */
  cost: number;
  /** Standard deviation of the result that comes from how far the colours may take otherwise than thought, CIEDE2000. */
  risk: number;
  colourants: string[];
}

export interface SearchOptions {
  /** Most colourants in all open layers together. */
  mostColourants?: number;
  /** Called now and then with 0-1; return false to cancel. */
  onProgress?: (share: number) => boolean;
}

/** How many candidates of each size the non-linear solver polishes after the linear ranking. */
const POLISHED_PER_SIZE = 28;
const RIDGE = 1e-6;
/** How much of the risk counts when roads are ranked: the next stage or board can take some of it back. */
const RISK_SHARE = 0.35;

export class SearchCancelled extends Error {
  constructor() {
    super('The search was cancelled.');
    this.name = 'SearchCancelled';
  }
}

/** Least squares over a subset of the variables, the others at zero. */
export function polish(
  evaluator: Evaluator,
  subset: readonly number[],
  start: ArrayLike<number>,
  maxIterations = 25,
): { amounts: Float64Array; cost: number } {
  const { variables, residualCount } = evaluator;
  const full = new Float64Array(variables.length);
  const spread = (x: Float64Array) => {
    full.fill(0);
    for (let k = 0; k < subset.length; k++) full[subset[k]] = x[k];
    return full;
  };
  const result = minimise(
    (x, out) => evaluator.residuals(spread(x), out),
    start,
    new Float64Array(subset.length),
    subset.map((v) => variables[v].most),
    residualCount,
    maxIterations,
  );
  return { amounts: Float64Array.from(spread(result.x)), cost: result.cost };
}

interface Linearised {
  /** Gram matrix of the Jacobian, its product with the right-hand side, and the squared right-hand side. */
  gram: Float64Array;
  projected: Float64Array;
  constant: number;
}

/** The residuals as a linear function of the amounts, about an anchor: r(x) = J x - d. */
function linearise(evaluator: Evaluator, anchor: Float64Array): Linearised {
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

interface Candidate {
  subset: number[];
  start: Float64Array;
  cost: number;
}

/** A short list that keeps its best. */
function shortList(length: number) {
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

const a4 = new Float64Array(16);
const g4 = new Float64Array(4);

/**
 * The non-negative least-squares cost of a subset from the Gram matrix. A subset whose free solution has a negative
 * amount is passed over: its best is that of a smaller subset, which is ranked in its own right.
 */
function subsetCost(lin: Linearised, n: number, subset: readonly number[], most: Float64Array): number {
  const size = subset.length;
  for (let i = 0; i < size; i++) {
    for (let k = 0; k < size; k++) a4[i * size + k] = lin.gram[subset[i] * n + subset[k]];
    a4[i * size + i] *= 1 + RIDGE;
    g4[i] = lin.projected[subset[i]];
  }
  if (!solveSymmetric(a4, g4, size)) return Number.POSITIVE_INFINITY;
  for (let i = 0; i < size; i++) {
    if (g4[i] < 0) return Number.POSITIVE_INFINITY;
    if (g4[i] > most[subset[i]]) g4[i] = most[subset[i]];
  }
  let cost = lin.constant;
  for (let i = 0; i < size; i++) {
    cost -= 2 * g4[i] * lin.projected[subset[i]];
    for (let k = 0; k < size; k++) cost += g4[i] * g4[k] * lin.gram[subset[i] * n + subset[k]];
  }
  return cost;
}

/** All subsets of the variables up to a size, in lexical order; the visitor must not keep the array. */
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

/** Combinations of open layers that the roads may use: every non-empty choice. */
function layerChoices(evaluator: Evaluator): number[][] {
  const layers = [...new Set(evaluator.variables.map((v) => v.layer))];
  const choices: number[][] = [];
  eachSubset(layers.length, layers.length, (s) => choices.push(s.map((i) => layers[i])));
  return choices.map((chosen) => evaluator.variables.flatMap((v, index) => (chosen.includes(v.layer) ? [index] : [])));
}

/** Powders of different carriers are never mixed in one layer. */
function compatible(problem: MatchProblem, evaluator: Evaluator, subset: readonly number[]): boolean {
  for (let i = 1; i < subset.length; i++) {
    const a = evaluator.variables[subset[i]];
    for (let k = 0; k < i; k++) {
      const b = evaluator.variables[subset[k]];
      const { colourants } = problem.materials;
      if (a.layer === b.layer && colourants[a.colourant].carrier !== colourants[b.colourant].carrier) return false;
    }
  }
  return true;
}

/**
 * Searches all subsets of the open colourants up to a size. The problem is linearised about the best mixture of all of
 * them (one anchor for each choice of layers), every subset is ranked by its non-negative linear fit, and the best of
 * each size are polished on the true cost. Pure and deterministic.
 * @returns roads, best first, one per set of colourants; at least the nearest when the target is out of reach
 * @throws SearchCancelled when onProgress returns false
 */
export function* searchSteps(problem: MatchProblem, options: SearchOptions = {}): Generator<number, Road[]> {
  const evaluator = makeEvaluator(problem);
  const n = evaluator.variables.length;
  const mostColourants = Math.min(options.mostColourants ?? 4, 4);
  const most = Float64Array.from(evaluator.variables, (v) => v.most);
  const found = new Map<string, { subset: number[]; amounts: Float64Array; cost: number }>();
  const keep = (subset: readonly number[], amounts: Float64Array, cost: number) => {
    const used = subset.filter((v) => amounts[v] > most[v] * 1e-4);
    const key = used.join(',');
    const known = found.get(key);
    if (!known || cost < known.cost) found.set(key, { subset: used, amounts, cost });
  };
  const choices = layerChoices(evaluator);
  const lists = Array.from({ length: mostColourants }, () => shortList(POLISHED_PER_SIZE));
  keep([], new Float64Array(n), squaredAt(evaluator, new Float64Array(n)));

  for (let c = 0; c < choices.length; c++) {
    const all = choices[c];
    const start = all.map((v) => (0.3 * most[v]) / all.length);
    const anchor = polish(evaluator, all, start, 12).amounts;
    const lin = linearise(evaluator, anchor);
    eachSubset(all.length, mostColourants, (picked) => {
      const subset = picked.map((i) => all[i]);
      if (!compatible(problem, evaluator, subset)) return;
      const cost = subsetCost(lin, n, subset, most);
      const list = lists[subset.length - 1];
      if (cost < list.worst()) list.put({ subset, start: g4.slice(0, subset.length), cost });
    });
    yield (0.4 * (c + 1)) / choices.length;
  }
  for (let v = 0; v < n; v++) lists[0].put({ subset: [v], start: Float64Array.of(most[v] * 0.1), cost: 0 });

  const candidates = lists.flatMap((l) => l.list);
  for (let i = 0; i < candidates.length; i++) {
    const { subset, start } = candidates[i];
    const { amounts, cost } = polish(evaluator, subset, start);
    keep(subset, amounts, cost);
    if (i % 8 === 0) yield 0.4 + (0.6 * i) / candidates.length;
  }

  return [...found.values()]
    .map(({ subset, amounts, cost }) => ({
      stack: evaluator.stackOf(amounts),
      deltaE: evaluator.differences(amounts),
      cost,
      risk: riskOf(problem, evaluator, amounts),
      colourants: subset.map((v) => evaluator.variables[v].colourant),
    }))
    .sort((p, q) => expectedCost(p) - expectedCost(q));
}

/** Mean squared miss to be expected on the real board: the model's miss and the risk. */
const expectedCost = (road: Road) => road.cost + RISK_SHARE * road.risk * road.risk;

function squaredAt(evaluator: Evaluator, amounts: Float64Array): number {
  const r = new Float64Array(evaluator.residualCount);
  evaluator.residuals(amounts, r);
  return r.reduce((sum, v) => sum + v * v, 0);
}

/** {@link searchSteps} run to its end. */
export function search(problem: MatchProblem, options: SearchOptions = {}): Road[] {
  const steps = searchSteps(problem, options);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (options.onProgress?.(step.value) === false) throw new SearchCancelled();
  }
}

/** A change of a strength by a factor e counts as a CIEDE2000 of this much when a recipe is corrected. */
const STAY = 0.25;

/**
 * A recipe corrected: the same colours solved again, each held mildly to the strength it has, so that a board teaches
 * the next and the recipe does not wander.
 */
export function refine(problem: MatchProblem, stack: Stack): Road {
  const evaluator = makeEvaluator(problem);
  const before = evaluator.amountsOf(stack);
  const used = evaluator.variables.flatMap((_, i) => (before[i] > 0 ? [i] : []));
  const own = evaluator.residualCount;
  const held: Evaluator = {
    ...evaluator,
    residualCount: own + used.length,
    residuals(amounts, out) {
      evaluator.residuals(amounts, out);
      used.forEach((v, k) => {
        const { exponent, most } = evaluator.variables[v];
        out[own + k] = (STAY / exponent) * Math.log((amounts[v] + 1e-4 * most) / (before[v] + 1e-4 * most));
      });
    },
  };
  const { amounts, cost } = polish(
    held,
    used,
    used.map((v) => before[v]),
  );
  return {
    stack: evaluator.stackOf(amounts),
    deltaE: evaluator.differences(amounts),
    cost,
    risk: riskOf(problem, evaluator, amounts),
    colourants: used.map((v) => evaluator.variables[v].colourant),
  };
}
