import { nth } from '../../core/known.ts';
import type { Layer } from '../../core/layers/layer.ts';
import type { Materials } from '../../core/layers/materials.ts';
import { gramsPerLitreOf } from '../../core/mix/quantity.ts';
import { stepKey } from '../../core/mix/step.ts';
import type { Recipe } from '../../shared/board.ts';
import type { Pot } from '../../shared/steps.ts';

type Mixed = Pick<Recipe, 'stack' | 'litres' | 'pots' | 'done'>;
type Kinds = Pick<Materials, 'colourants'>;

const unitOf = (id: string, { colourants }: Kinds) => gramsPerLitreOf(colourants[id], 1);

/** What the layer of a stage is mixed in: its own batch, or the recipe's with the layer's amounts. */
export function potOf({ stack, litres, pots }: Mixed, stage: number, materials: Kinds): Pot {
  const own = pots.find((p) => p.stage === stage);
  if (own) return own;
  const colours = Object.entries(nth(stack, stage - 1).colours).filter(([, strength]) => strength > 0);
  const grams = Object.fromEntries(colours.map(([id, strength]) => [id, strength * litres * unitOf(id, materials)]));
  return { stage, litres, grams };
}

/** What was added of a colour after the pot was tried, by how many times. */
export const addedKey = (stage: number, colour: string, time: number | ''): string =>
  stepKey(stage, `${colour}-added-${time}`);

/** Grams of a layer's colours that are in its pot, as they were weighed. */
export const inPot = (recipe: Mixed, stage: number, materials: Kinds): Record<string, number> =>
  Object.fromEntries(
    Object.keys(potOf(recipe, stage, materials).grams).flatMap((id) => {
      const poured = recipe.done.filter(
        (d) => d.step === stepKey(stage, id) || d.step.startsWith(addedKey(stage, id, '')),
      );
      const grams = poured.flatMap((d) => d.grams ?? []);
      return grams.length === 0 ? [] : [[id, grams.reduce((sum, g) => sum + g, 0)]];
    }),
  );

/**
 * The layer of a stage with the amounts that were really poured; what is not poured yet as it is planned in its pot. The
 * layer itself where neither was poured nor mixed otherwise than the recipe has it.
 */
export function asPoured(recipe: Mixed, stage: number, materials: Kinds): Layer {
  const layer = nth(recipe.stack, stage - 1);
  const poured = inPot(recipe, stage, materials);
  if (Object.keys(poured).length === 0 && !recipe.pots.some((p) => p.stage === stage)) return layer;
  const { litres, grams } = potOf(recipe, stage, materials);
  const colours = Object.fromEntries(
    Object.entries({ ...grams, ...poured }).map(([id, g]) => [id, g / litres / unitOf(id, materials)]),
  );
  return { ...layer, colours };
}
