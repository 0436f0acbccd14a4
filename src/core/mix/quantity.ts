import { COLOURANT_INFO } from '../kinds/index.ts';
import { entry } from '../known.ts';
import type { Stack } from '../layers/layer.ts';
import { type Colourant, isShare, type Materials } from '../layers/materials.ts';

/** The smallest step of the shop's scale, grams. */
export const SCALE_GRAMS = 0.01;

type Poured = Pick<Colourant, 'kind' | 'density'>;

/**
 * Grams of a colourant in a litre of what it is mixed into. Shares of a glaze are of its mass, a glaze taken at 1 kg/L; shares
 * of ready-made stains are of the volume, at the tin's own density or at 1 kg/L where nobody wrote it down.
 */
export const gramsPerLitre = ({ kind, density }: Poured, strength: number): number =>
  isShare(kind) ? strength * 1000 * (COLOURANT_INFO[kind].readyMade ? (density ?? 1) : 1) : strength;
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
