import { spectrum } from '../colour/grid.ts';
import { labOf, lchFromLab } from '../colour/lab.ts';
import { makeEvaluator } from './evaluator.ts';
import type { MatchProblem } from './problem.ts';
import type { Road } from './search.ts';

/** Differences of L* and C* above which they are named as the reason. */
const NAMED_FROM = 1;

/**
 * Why no road passes, in words, from the nearest one: the wood too dark, the colours too weak or too dull.
 * @returns sentences, empty when the target is within the tolerance
 */
export function whyOutOfReach(problem: MatchProblem, nearest: Road, tolerance: number): string[] {
  if (nearest.deltaE[0] <= tolerance) return [];
  const evaluator = makeEvaluator(problem);
  const target = labOf(problem.target.reflectance);
  const got = labOf(spectrum(evaluator.reading(evaluator.amountsOf(nearest.stack))));
  const plain = labOf(spectrum(evaluator.reading(new Float64Array(evaluator.variables.length))));
  const chroma = lchFromLab(target)[1] - lchFromLab(got)[1];
  const reasons: string[] = [];
  if (target[0] > plain[0] + NAMED_FROM)
    reasons.push(
      `The target is lighter than this wood under its clear without any colour (L* ${target[0].toFixed(0)} against ${plain[0].toFixed(0)}): it takes bleach, an opaque layer or a paler wood.`,
    );
  else if (target[0] < got[0] - NAMED_FROM)
    reasons.push(
      'These colours at their strongest do not go as dark as the target: allow a darker one, or add a coat or a glaze.',
    );
  if (chroma > NAMED_FROM)
    reasons.push(
      'The target is cleaner than these colours can be on this wood: allow a purer one, or put colour in the film.',
    );
  else if (chroma < -NAMED_FROM)
    reasons.push('The target is duller than the wood with these colours: allow one of the opposite hue, or a grey.');
  return reasons.length > 0 ? reasons : ['These colours do not point at the target’s hue: allow another colour.'];
}
