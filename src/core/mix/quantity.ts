import { COLOURANT_INFO } from '../kinds/index.ts';
import { entry } from '../known.ts';
import type { Stack } from '../layers/layer.ts';
import { type Bottled, type Colourant, isShare, type Materials, neatStrength } from '../layers/materials.ts';

/** The smallest step of the shop's scale, grams. */
export const SCALE_GRAMS = 0.01;

type Poured = Pick<Colourant, 'kind' | 'density'> & Partial<Bottled>;

/**
 * Grams of a colourant in a litre of what it is mixed into. Shares of a glaze are of its mass, a glaze taken at 1 kg/L; shares
 * of ready-made stains, and what of a liquid colour is neat, are of the volume, at the bottle's own density or at 1 kg/L where
 * nobody wrote it down.
 */
export function gramsPerLitre({ kind, density, form, maxStrength }: Poured, strength: number): number {
  const ofVolume = 1000 * (density ?? 1);
  if (isShare(kind)) return strength * (COLOURANT_INFO[kind].readyMade ? ofVolume : 1000);
  const neat = maxStrength === undefined ? null : neatStrength({ kind, form, maxStrength });
  return neat ? (strength / neat) * ofVolume : strength;
}
/** The same of a colour that may have left the shelf: it is taken for a dye. */
export const gramsPerLitreOf = (colourant: Poured | undefined, strength: number): number =>
  gramsPerLitre(colourant ?? { kind: 'dye' }, strength);

/** What the colours of a stack cost, per litre of each of its layers, in the shop's money. */
export const costPerLitre = (stack: Stack, materials: Materials): number =>
  stack.reduce(
    (sum, layer) =>
      sum +
      Object.entries(layer.colours).reduce((s, [id, strength]) => {
        const colourant = entry(materials.colourants, id);
        return s + gramsPerLitre(colourant, strength) * colourant.costPerGram;
      }, 0),
    0,
  );
