import { entry } from '../known.ts';
import type { Stack } from '../layers/layer.ts';
import { type ColourantKind, isShare, type Materials } from '../layers/materials.ts';

/** The smallest step of the shop's scale, grams. */
export const SCALE_GRAMS = 0.01;

/** Grams of a colourant of a kind in a litre of what it is mixed into; glazes and stains are taken at 1 kg/L. */
export const gramsPerLitre = (kind: ColourantKind, strength: number): number =>
  isShare(kind) ? strength * 1000 : strength;

/** What the colours of a stack cost, per litre of each of its layers, in the shop's money. */
export const costPerLitre = (stack: Stack, materials: Materials): number =>
  stack.reduce(
    (sum, layer) =>
      sum +
      Object.entries(layer.colours).reduce((s, [id, strength]) => {
        const { kind, costPerGram } = entry(materials.colourants, id);
        return s + gramsPerLitre(kind, strength) * costPerGram;
      }, 0),
    0,
  );
