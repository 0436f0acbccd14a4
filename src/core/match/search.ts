import { KINDS } from '../kinds/index.ts';
import type { Stack } from '../layers/layer.ts';
import { minimise } from '../least-squares.ts';
import { type Evaluator, makeEvaluator } from './evaluator.ts';
import type { MatchProblem, Opening } from './problem.ts';
import { type Outlook, outlookOf, type PlainAct, plainActsOf, riskOf } from './risk.ts';
import { eachSubset, linearise, type ShortList, shortList, subsetRanker } from './subsets.ts';

/** One road to the target. */
export interface Road {
  stack: Stack;
  /** CIEDE2000 under each light of the problem. */
  deltaE: number[];
  /** Sum of squared residuals that the search minimises. */
  cost: number;
  /** How the finished colour may turn out, as the colours may take otherwise than thought. */
  outlook: Outlook;
  /** The size of that: {@link riskOf}. */
  risk: number;
  colourants: string[];
  /** What was open, where it is not the same for all roads of a problem. */
  open?: readonly Opening[];
}

export interface SearchOptions {
  /** Most colourants in each open layer, 1-4. */
  mostPerLayer?: number;
  /** Called now and then with 0-1; return false to cancel. */
  onProgress?: (share: number) => boolean;
}

/** How many candidates of each size the non-linear solver polishes after the linear ranking. */
const POLISHED_PER_SIZE = 28;
const GROWN_PER_SIZE = 10;
const MOST_PER_LAYER = 4;
/** A set grows on only when one colour more takes off at least this share of the linear cost. */
const WORTH_ANOTHER = 0.02;
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
  const result = minimise({
    residuals: (x, out) => evaluator.residuals(spread(x), out),
    residualCount,
    start: Array.from({ length: subset.length }, (_, k) => start[k]),
    lower: new Float64Array(subset.length),
    upper: subset.map((v) => variables[v].most),
    maxIterations,
  });
  return { amounts: Float64Array.from(spread(result.x)), cost: result.cost };
}

/** The variables of each non-empty choice of open layers: a road colours all layers of its choice. */
function layerChoices(evaluator: Evaluator): { layers: number; variables: number[] }[] {
  const open = [...new Set(evaluator.variables.map((v) => v.layer))];
  const choices: { layers: number; variables: number[] }[] = [];
  eachSubset(open.length, open.length, (chosen) => {
    const layers = chosen.map((i) => open[i]);
    const variables = evaluator.variables.flatMap((v, index) => (layers.includes(v.layer) ? [index] : []));
    choices.push({ layers: layers.length, variables });
  });
  return choices;
}

/**
 * Whether a set of pours can be mixed and colours so many layers: at most so many colours in one layer, and never
 * powders of different carriers in one layer.
 */
function mixable(problem: MatchProblem, evaluator: Evaluator, mostPerLayer: number) {
  const { colourants } = problem.materials;
  const { stack } = problem;
  const layers = evaluator.variables.map((v) => v.layer);
  const carriers = evaluator.variables.map((v) => colourants[v.colourant].carrier);
  const kinds = evaluator.variables.map((v) => colourants[v.colourant].kind);
  return (subset: readonly number[], wantedLayers: number): boolean => {
    let coloured = 0;
    for (let i = 0; i < subset.length; i++) {
      let together = 1;
      for (let k = 0; k < i; k++) {
        if (layers[subset[k]] !== layers[subset[i]]) continue;
        if (carriers[subset[k]] !== carriers[subset[i]]) return false;
        if (kinds[subset[k]] !== kinds[subset[i]]) return false;
        together++;
      }
      if (together > Math.min(mostPerLayer, KINDS[stack[layers[subset[i]]].kind].mostColours)) return false;
      if (together === 1) coloured++;
    }
    return coloured === wantedLayers;
  };
}

/** Up to so many colours in all layers together, every set is ranked; larger sets grow from the best of these. */
const EXHAUSTIVE = 4;

/**
 * Searches the sets of open colourants, up to a number in each layer. The problem is linearised about the best mixture
 * of all of them (one anchor for each choice of layers); every set of up to {@link EXHAUSTIVE} colours is ranked by its
 * non-negative linear fit; the best of each size grow by one colour at a time while that still helps; the best of each
 * size are polished on the true cost. Pure and deterministic.
 * @returns roads, best first, one per set of colourants; at least the nearest when the target is out of reach
 * @throws SearchCancelled when onProgress returns false
 */
export function* searchSteps(problem: MatchProblem, options: SearchOptions = {}): Generator<number, Road[]> {
  const evaluator = makeEvaluator(problem);
  const n = evaluator.variables.length;
  const mostPerLayer = Math.min(options.mostPerLayer ?? MOST_PER_LAYER, MOST_PER_LAYER);
  const most = Float64Array.from(evaluator.variables, (v) => v.most);
  const allowed = mixable(problem, evaluator, mostPerLayer);
  const found = new Map<string, { subset: number[]; amounts: Float64Array; cost: number }>();
  const keep = (subset: readonly number[], amounts: Float64Array, cost: number) => {
    const used = subset.filter((v) => amounts[v] > most[v] * 1e-4);
    const key = used.join(',');
    const known = found.get(key);
    if (!known || cost < known.cost) found.set(key, { subset: used, amounts, cost });
  };
  const choices = layerChoices(evaluator);
  const largest = mostPerLayer * new Set(evaluator.variables.map((v) => v.layer)).size;
  const bySize = () =>
    Array.from({ length: largest }, (_, i) => shortList(i < EXHAUSTIVE ? POLISHED_PER_SIZE : GROWN_PER_SIZE));
  const lists = bySize();
  keep([], new Float64Array(n), squaredAt(evaluator, new Float64Array(n)));

  for (let c = 0; c < choices.length; c++) {
    const { layers, variables: all } = choices[c];
    const start = all.map((v) => (0.3 * most[v]) / all.length);
    const anchor = polish(evaluator, all, start, 12).amounts;
    const ranker = subsetRanker(linearise(evaluator, anchor), most, largest);
    const consider = (subset: number[], list: ShortList) => {
      if (!allowed(subset, layers)) return;
      const cost = ranker.cost(subset);
      if (cost < list.worst()) list.put({ subset, start: ranker.amounts.slice(0, subset.length), cost });
    };
    const own = bySize();
    eachSubset(all.length, Math.min(EXHAUSTIVE, largest), (picked) =>
      consider(
        picked.map((i) => all[i]),
        own[picked.length - 1],
      ),
    );
    grow(own, all, consider);
    own.forEach((list, i) => {
      for (const candidate of list.list) lists[i].put(candidate);
    });
    yield (0.4 * (c + 1)) / choices.length;
  }
  for (let v = 0; v < n; v++) lists[0].put({ subset: [v], start: Float64Array.of(most[v] * 0.1), cost: 0 });

  const candidates = lists.flatMap((l) => l.list);
  for (let i = 0; i < candidates.length; i++) {
    const { subset, start } = candidates[i];
    const { amounts, cost } = polish(evaluator, subset, start);
    keep(subset, amounts, cost);
    if (i % 8 === 7) yield 0.4 + (0.6 * (i + 1)) / candidates.length;
  }

  const acts = plainActsOf(problem);
  return [...found.values()]
    .map(({ subset, amounts, cost }) => roadOf(problem, evaluator, acts, subset, amounts, cost))
    .sort((p, q) => expectedCost(p) - expectedCost(q));
}

/** What amounts of these variables come to. */
function roadOf(
  problem: MatchProblem,
  evaluator: Evaluator,
  acts: readonly PlainAct[],
  variables: readonly number[],
  amounts: Float64Array,
  cost: number,
): Road {
  const outlook = outlookOf(problem, evaluator, amounts, acts);
  return {
    stack: evaluator.stackOf(amounts),
    deltaE: evaluator.differences(amounts),
    cost,
    outlook,
    risk: riskOf(outlook),
    colourants: variables.map((v) => evaluator.variables[v].colourant),
  };
}

/** Mean squared miss to be expected on the real board: the model's miss and the risk. */
const expectedCost = (road: Road) => road.cost + RISK_SHARE * road.risk * road.risk;

function squaredAt(evaluator: Evaluator, amounts: Float64Array): number {
  const r = new Float64Array(evaluator.residualCount);
  evaluator.residuals(amounts, r);
  return r.reduce((sum, v) => sum + v * v, 0);
}

/** Sets beyond the exhaustive size: each of the best of one size with each other colour, while the best still gains. */
function grow(
  lists: readonly ShortList[],
  all: readonly number[],
  consider: (subset: number[], list: ShortList) => void,
): void {
  for (let size = EXHAUSTIVE; size < lists.length; size++) {
    const seen = new Set<string>();
    for (const { subset } of lists[size - 1].list) {
      for (const v of all) {
        if (subset.includes(v)) continue;
        const grown = [...subset, v].sort((p, q) => p - q);
        const key = grown.join(',');
        if (!seen.has(key)) consider(grown, lists[size]);
        seen.add(key);
      }
    }
    const [before, after] = [lists[size - 1].list[0], lists[size].list[0]];
    if (!before || !after || after.cost > (1 - WORTH_ANOTHER) * before.cost) return;
  }
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

/** Sets next to one another that are polished in a round of {@link improved}, and how many rounds it goes on. */
const NEIGHBOURS = 24;
const IMPROVING_ROUNDS = 6;
/** Steps by which strengths are turned at the end, as shares. */
const NUDGE = { first: 0.03, last: 0.002 };

/**
 * A road made better set by set: one colour left out, one more, or one for another, those first that the linear fit about
 * it thinks best, as long as the rank falls. The search ranks by the miss alone; here the risk counts as well.
 */
export function improved(
  problem: MatchProblem,
  road: Road,
  rank: (road: Road) => number,
  { mostPerLayer = MOST_PER_LAYER }: SearchOptions = {},
): Road {
  const evaluator = makeEvaluator(problem);
  const acts = plainActsOf(problem);
  const n = evaluator.variables.length;
  const most = Float64Array.from(evaluator.variables, (v) => v.most);
  const allowed = mixable(problem, evaluator, mostPerLayer);
  const layersIn = (subset: readonly number[]) => new Set(subset.map((v) => evaluator.variables[v]?.layer)).size;
  let best = road;
  for (let round = 0; round < IMPROVING_ROUNDS; round++) {
    const amounts = evaluator.amountsOf(best.stack);
    const used = Array.from(amounts.keys()).filter((v) => (amounts[v] ?? 0) > 0);
    const ranker = subsetRanker(linearise(evaluator, amounts), most, used.length + 1);
    const near = shortList(NEIGHBOURS);
    const consider = (subset: number[]) => {
      if (!allowed(subset, layersIn(subset))) return;
      const cost = ranker.cost(subset);
      if (cost < near.worst()) near.put({ subset, start: ranker.amounts.slice(0, subset.length), cost });
    };
    for (const left of used) {
      const rest = used.filter((v) => v !== left);
      if (rest.length > 0) consider(rest);
      for (let v = 0; v < n; v++) if (!used.includes(v)) consider([...rest, v].sort((p, q) => p - q));
    }
    for (let v = 0; v < n; v++) if (!used.includes(v)) consider([...used, v].sort((p, q) => p - q));
    const before = best;
    for (const { subset, start } of near.list) {
      const { amounts: found, cost } = polish(evaluator, subset, start);
      const kept = subset.filter((v) => (found[v] ?? 0) > (most[v] ?? 0) * 1e-4);
      const next = roadOf(problem, evaluator, acts, kept, found, cost);
      if (rank(next) < rank(best) - 1e-6) best = next;
    }
    if (best === before) break;
  }
  return best;
}

/** Strength by strength a little up or down, as long as the rank falls: the least miss is not quite the least rank. */
export function nudged(problem: MatchProblem, road: Road, rank: (road: Road) => number): Road {
  const evaluator = makeEvaluator(problem);
  const acts = plainActsOf(problem);
  let best = road;
  for (let step = NUDGE.first; step > NUDGE.last; ) {
    const before = best;
    let amounts = evaluator.amountsOf(best.stack);
    const used = Array.from(amounts.keys()).filter((v) => (amounts[v] ?? 0) > 0);
    for (const v of used)
      for (const factor of [1 + step, 1 / (1 + step)]) {
        const tried = amounts.slice();
        tried[v] = Math.min(evaluator.variables[v]?.most ?? 0, (amounts[v] ?? 0) * factor);
        const next = roadOf(problem, evaluator, acts, used, tried, squaredAt(evaluator, tried));
        if (rank(next) >= rank(best) - 1e-9) continue;
        best = next;
        amounts = tried;
      }
    if (best === before) step /= 3;
  }
  return best;
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
  return roadOf(problem, evaluator, plainActsOf(problem), used, amounts, cost);
}
