import { FieldError } from '../field-error.ts';
import type { Stack } from '../layers/layer.ts';
import { minimise } from '../least-squares.ts';
import { gramsPerLitre, SCALE_GRAMS } from '../mix/quantity.ts';
import { makeEvaluator } from './evaluator.ts';
import { keeping } from './pourable.ts';
import type { MatchProblem } from './problem.ts';

/** A pot that goes on after too much of a colour went in. */
export interface Rescue {
  /** Litres that it is made up to. */
  litres: number;
  /** Grams of each colour of the layer that are in it when it is done. */
  grams: Record<string, number>;
  /** The stack with what the pot becomes. */
  stack: Stack;
  /** CIEDE2000 to the target, as expected. */
  deltaE: number;
  /** CIEDE2000 to the colour that was planned. */
  moved: number;
  /** Money for what is still to go in. */
  cost: number;
}
export interface OverPoured {
  /** The volume grows until every colour has its old proportion. */
  keepRatio: Rescue;
  /** The rest is solved again around what is in the pot, in the smallest volume that keeps the recipe's own colour. */
  keepColour: Rescue;
}

/** Volumes looked at between the planned one and that which keeps the ratio, as shares of the way. */
const VOLUMES = [0, 0.1, 0.25, 0.5, 0.75, 1];
/** A colour is kept when it is no farther from the planned one than so much, CIEDE2000. */
const KEPT = 0.15;

/**
 * What to do when more of a colour is in the pot than was planned: keep the ratio, or solve the rest again.
 * @param layer the layer that the pot is for
 * @param litres volume as planned
 * @param inPot grams of the layer's colours that are in already
 * @throws FieldError when nothing was poured too much, or a colour is none of the layer's
 */
export function overPoured(
  problem: MatchProblem,
  stack: Stack,
  layer: number,
  litres: number,
  inPot: Readonly<Record<string, number>>,
  scale = SCALE_GRAMS,
): OverPoured {
  const { colourants } = problem.materials;
  const own = Object.keys(stack[layer].colours).filter((id) => stack[layer].colours[id] > 0);
  for (const [id, grams] of Object.entries(inPot))
    if (!own.includes(id) || !(grams >= 0))
      throw new FieldError(`inPot.${id}`, 'Only the colours of this layer are poured, and not less than nothing.');
  const perLitre = (id: string) => gramsPerLitre(colourants[id], stack[layer].colours[id]);
  const factor = Math.max(...own.map((id) => (inPot[id] ?? 0) / (perLitre(id) * litres)));
  if (!(factor > 1)) throw new FieldError('inPot', 'Nothing was poured too much: pour on as planned.');

  const asked = { ...problem, stack, open: [{ layer, colourants: own }] };
  const wanted = makeEvaluator(asked);
  const evaluator = makeEvaluator(keeping(asked, stack));
  const unit = (id: string) => gramsPerLitre(colourants[id], 1);
  const of = (v: number) => evaluator.variables[v].colourant;
  const rescueOf = (volume: number, grams: Record<string, number>): Rescue => {
    const amounts = Float64Array.from(
      evaluator.variables,
      ({ colourant, exponent }) => (grams[colourant] / (volume * unit(colourant))) ** exponent,
    );
    return {
      litres: volume,
      grams,
      stack: evaluator.stackOf(amounts),
      deltaE: wanted.differences(amounts)[0],
      moved: evaluator.differences(amounts)[0],
      cost: own.reduce((sum, id) => sum + (grams[id] - (inPot[id] ?? 0)) * colourants[id].costPerGram, 0),
    };
  };
  const toScale = (id: string, grams: number) => Math.max(inPot[id] ?? 0, Math.round(grams / scale) * scale);
  const gramsIn = (volume: number) =>
    Object.fromEntries(own.map((id) => [id, toScale(id, perLitre(id) * volume)] as const));
  const inRatio = rescueOf(litres * factor, gramsIn(litres * factor));

  const solvedIn = (volume: number): Rescue => {
    const lower = evaluator.variables.map(
      ({ colourant, exponent }) => ((inPot[colourant] ?? 0) / (volume * unit(colourant))) ** exponent,
    );
    const { x } = minimise({
      residuals: (p, out) => evaluator.residuals(Float64Array.from(p), out),
      residualCount: evaluator.residualCount,
      start: lower.map((l, v) => Math.max(l, evaluator.amountsOf(stack)[v])),
      lower,
      // What is in the pot may be stronger than the powder is sold for.
      upper: lower.map((l, v) => Math.max(l, evaluator.variables[v].most)),
      maxIterations: 16,
    });
    const grams = Array.from(x, (amount, v) => {
      const id = of(v);
      return [id, toScale(id, amount ** (1 / evaluator.variables[v].exponent) * volume * unit(id))] as const;
    });
    return rescueOf(volume, Object.fromEntries(grams));
  };
  const all = VOLUMES.map((share) => solvedIn(litres * (1 + share * (factor - 1))));
  const keepColour = all.find((r) => r.moved <= KEPT) ?? all.reduce((least, r) => (r.moved < least.moved ? r : least));
  return { keepRatio: inRatio, keepColour };
}
