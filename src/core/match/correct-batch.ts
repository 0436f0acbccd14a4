import { FieldError } from '../field-error.ts';
import type { Stack } from '../layers/layer.ts';
import { minimise } from '../least-squares.ts';
import { costPerLitre, gramsPerLitre, SCALE_GRAMS } from '../mix/quantity.ts';
import { makeEvaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';
import { search } from './search.ts';

export interface BatchCorrection {
  /** Grams to add by colourant; only those that are added. */
  add: Record<string, number>;
  /** Litres of medium to thin with. */
  thin: number;
  /** Volume afterwards. */
  litres: number;
  /** The stack with what the batch becomes. */
  stack: Stack;
  /** CIEDE2000 before and after, as expected with what the sample showed. */
  before: number;
  after: number;
  /** Cost of the additions, and of mixing the old volume anew instead. */
  cost: number;
  freshCost: number;
  startAgain: boolean;
}

/** Shares of the new volume that the old batch makes up. */
const THINNING = [1, 0.95, 0.9, 0.8, 0.7, 0.6, 0.5];
/** Medium, per litre: thinning is not free, or every batch would be drowned. */
const MEDIUM_COST = 2;
/** Correcting wins only when it is plainly cheaper than mixing the batch anew. */
const WORTH = 0.9;

/**
 * The cheapest way to bring the batch of one layer in: colour can only be added or thinned. For each thinning the batch's own
 * colours, and with them each other colour of the shelf, are solved with what is in the pot as the lower bound.
 * @param problem with the tuning that the measured sample taught
 * @param layer the layer that the batch is for
 * @param litres volume of the batch
 * @throws FieldError when the layer has no colour
 */
export function correctBatch(
  problem: MatchProblem,
  stack: Stack,
  layer: number,
  litres: number,
  tolerance: number,
  scale = SCALE_GRAMS,
): BatchCorrection {
  if (!(litres > 0)) throw new FieldError('litres', 'The batch must be more than 0 L.');
  const own = Object.keys(stack[layer].colours);
  if (own.length === 0) throw new FieldError('stack', 'This layer has no colour to correct.');
  // The pot holds one layer's colour: the others stay as they are.
  const pot: MatchProblem = { ...problem, stack, open: problem.open.filter((o) => o.layer === layer) };
  const evaluator = makeEvaluator(pot);
  const now = evaluator.amountsOf(stack);
  const before = evaluator.differences(now)[0];
  const { colourants } = problem.materials;
  const perGram = (v: number) => colourants[evaluator.variables[v].colourant].costPerGram;
  const strengthOf = (amount: number, v: number) => amount ** (1 / evaluator.variables[v].exponent);
  const present = evaluator.variables.flatMap((_, v) => (now[v] > 0 ? [v] : []));
  const others = evaluator.variables.flatMap((_, v) => (now[v] === 0 ? [v] : []));
  const unitOf = (v: number) => gramsPerLitre(colourants[evaluator.variables[v].colourant], 1);

  const [fresh] = search(pot, { mostPerLayer: 3 });
  const freshCost = litres * (MEDIUM_COST + costPerLitre([fresh.stack[layer]], problem.materials));

  const attempt = (share: number, extra: number | null): BatchCorrection => {
    const used = extra === null ? present : [...present, extra];
    const lower = used.map((v) => now[v] * share ** evaluator.variables[v].exponent);
    const full = new Float64Array(now.length);
    const { x } = minimise({
      residuals: (p, out) => {
        full.fill(0);
        used.forEach((v, k) => {
          full[v] = p[k];
        });
        evaluator.residuals(full, out);
      },
      residualCount: evaluator.residualCount,
      start: lower.map((l, k) => l + 1e-3 * evaluator.variables[used[k]].most),
      lower,
      // What is in the pot may be stronger than the powder is sold for.
      upper: used.map((v, k) => Math.max(evaluator.variables[v].most, lower[k])),
      maxIterations: 14,
    });
    const volume = litres / share;
    const add: Record<string, number> = {};
    let cost = (volume - litres) * MEDIUM_COST;
    const amounts = new Float64Array(now.length);
    used.forEach((v, k) => {
      const { colourant, exponent } = evaluator.variables[v];
      const unit = unitOf(v);
      const held = strengthOf(now[v], v) * litres * unit;
      const grams = Math.max(0, Math.round((strengthOf(x[k], v) * volume * unit - held) / scale) * scale);
      if (grams > 0) add[colourant] = grams;
      cost += grams * perGram(v);
      amounts[v] = ((held + grams) / volume / unit) ** exponent;
    });
    const after = evaluator.differences(amounts)[0];
    return {
      add,
      thin: volume - litres,
      litres: volume,
      stack: evaluator.stackOf(amounts),
      before,
      after,
      cost,
      freshCost,
      startAgain: cost > WORTH * freshCost || after > Math.max(tolerance, 0.8 * before),
    };
  };

  const all = THINNING.flatMap((share) => [null, ...others].map((extra) => attempt(share, extra)));
  const passing = all.filter((c) => c.after <= 0.6 * tolerance);
  return passing.length > 0
    ? passing.reduce((a, b) => (b.cost < a.cost ? b : a))
    : all.reduce((a, b) => (b.after < a.after ? b : a));
}
