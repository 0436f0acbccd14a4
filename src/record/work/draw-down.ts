import { type Lab, labOf } from '../../core/colour/lab.ts';
import { reflectanceFromLab } from '../../core/colour/reconstruct.ts';
import { labOfWords } from '../../core/judge/which-where.ts';
import { nth } from '../../core/known.ts';
import type { Stack } from '../../core/layers/layer.ts';
import type { MatchProblem } from '../../core/match/problem.ts';
import type { Recipe } from '../../shared/board.ts';
import type { DrawDown } from '../../shared/draw-down.ts';
import type { Pot } from '../../shared/steps.ts';
import { addedKey, asPoured, inPot, potOf } from '../board/poured.ts';
import { type Bench, type BoardModel, problemOf, promisedFinal } from '../job/bench.ts';
import { ownColours } from '../job/openings.ts';

/** A pot to be corrected by what its drops showed: the layers up to it, and how they are to look. */
export interface PotToCorrect {
  problem: MatchProblem;
  stack: Stack;
  /** Index of the layer in the pot. */
  layer: number;
  litres: number;
}

/**
 * What is solved for a pot whose drops are off: what is foreseen of the layers up to it, turned by as much as the drops are off
 * the other way. Null where nothing is to be matched, or what comes of it is not foreseen.
 */
export function potToCorrect(bench: Bench, model: BoardModel, recipe: Recipe, drawn: DrawDown): PotToCorrect | null {
  const { stage } = drawn;
  const wanted = recipe.expected[stage];
  const stack = recipe.stack
    .slice(0, stage)
    .map((layer, i) => (i === stage - 1 ? asPoured(recipe, stage, bench.materials) : layer));
  const layer = stage - 1;
  const problem = problemOf(
    bench,
    model,
    stack,
    ownColours(stack).filter((o) => o.layer === layer),
  );
  const foreseen = problem && promisedFinal(bench, model, stack);
  if (!problem || !foreseen || !wanted) return null;
  const sample = labOf(wanted);
  const drops = drawn.lab ?? labOfWords(drawn.said ?? [], sample);
  const now = labOf(foreseen);
  const turned = now.map((v, k) => v + nth(sample, k) - nth(drops, k)) as Lab;
  const [as, is] = [reflectanceFromLab(turned), reflectanceFromLab(now)];
  const reflectance = foreseen.map((r, band) => Math.min(0.98, Math.max(0.003, (r * nth(as, band)) / nth(is, band))));
  return {
    problem: { ...problem, target: { reflectance, singleLight: true }, lights: problem.lights.slice(0, 1), unsure: [] },
    stack,
    layer,
    litres: potOf(recipe, stage, bench.materials).litres,
  };
}

/** A pot with what was added to it: grams by colour, and litres of its medium or thinner. */
export function potWithAdded(
  recipe: Recipe,
  stage: number,
  { add, thin }: { add: Readonly<Record<string, number>>; thin: number },
  bench: Pick<Bench, 'materials'>,
): Pot {
  const pot = potOf(recipe, stage, bench.materials);
  const grams = { ...pot.grams, ...inPot(recipe, stage, bench.materials) };
  for (const [id, more] of Object.entries(add)) grams[id] = (grams[id] ?? 0) + more;
  return { stage, litres: pot.litres + thin, grams };
}

/** Whether something was added to a pot since its drops were told: they say nothing of it any more. */
export const isAddedSince = (
  { done }: Pick<Recipe, 'done'>,
  { stage, at }: Pick<DrawDown, 'stage' | 'at'>,
  colours: readonly string[],
): boolean =>
  done.some(
    (d) => colours.some((id) => d.step.startsWith(addedKey(stage, id, ''))) && Date.parse(d.at) > Date.parse(at),
  );
