import { entry } from '../known.ts';
import { KINDS, type Layer, type Stack } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';

/** The smallest step of the shop's scale, grams. */
export const SCALE_GRAMS = 0.01;

/** Grams of colourant in a litre of what the layer is mixed as; a glaze is taken at 1 kg/L. */
export const gramsPerLitre = (layer: Layer, strength: number): number =>
  KINDS[layer.kind].takes === 'pigment' ? strength * 1000 : strength;

/** What the colours of a stack cost, per litre of each of its layers, in the shop's money. */
export const costPerLitre = (stack: Stack, materials: Materials): number =>
  stack.reduce(
    (sum, layer) =>
      sum +
      Object.entries(layer.colours).reduce(
        (s, [id, strength]) => s + gramsPerLitre(layer, strength) * entry(materials.colourants, id).costPerGram,
        0,
      ),
    0,
  );
