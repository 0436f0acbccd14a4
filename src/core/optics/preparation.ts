import { FieldError } from '../field-error.ts';
import type { TissueName } from './wood.ts';

export const TEXTURES = ['plain', 'brushed', 'blasted', 'charred', 'distressed'] as const;
export type Texture = (typeof TEXTURES)[number];

export interface Preparation {
  /** Last grit of the sequence, 60-400. */
  grit: number;
  /** Conditioner (blotch control) before the first colour. */
  conditioner: boolean;
  /** Wetted just before a water dye. */
  preWet: boolean;
  /** Grain raised and knocked down beforehand. */
  grainRaised: boolean;
  texture: Texture;
  /** The start is a sound old finish, scuffed: colour stays in the film. */
  oldFinish: boolean;
}

export const USUAL_PREPARATION: Preparation = {
  grit: 180,
  conditioner: false,
  preWet: false,
  grainRaised: true,
  texture: 'plain',
  oldFinish: false,
};
const REFERENCE_GRIT = 180;

/** Grain of the texture: film held in pores and grain, and char laid on the ground. Common practice, no source. */
const TEXTURE_HOLD: Record<Texture, Record<TissueName, number>> = {
  plain: { ground: 1, grain: 1, pore: 1 },
  brushed: { ground: 1, grain: 1.4, pore: 1.6 },
  blasted: { ground: 1.2, grain: 1.8, pore: 2 },
  charred: { ground: 1.2, grain: 1.5, pore: 1.6 },
  distressed: { ground: 1.1, grain: 1.3, pore: 1.8 },
};
/** K/S that light charring and brushing leaves on each tissue: the soft ground burns deeper than the hard grain. */
const CHAR: Record<TissueName, number> = { ground: 3, grain: 1.6, pore: 5 };

export function checkPreparation(p: Preparation): void {
  if (!Number.isFinite(p.grit) || p.grit < 60 || p.grit > 400)
    throw new FieldError('preparation.grit', 'The last grit must lie between 60 and 400.');
}

/**
 * Factor on dye uptake. Dye is molecular and cares little for scratches (grit exponent 0.06); conditioner lightens
 * by about a shade; an old finish keeps dye out. Common practice, no source.
 */
export function dyeUptake(p: Preparation): number {
  const grit = (REFERENCE_GRIT / p.grit) ** 0.06;
  return grit * (p.conditioner ? 0.78 : 1) * (p.preWet ? 0.94 : 1) * (p.oldFinish ? 0.05 : 1);
}

/**
 * Factor on the pigment film a tissue keeps: the coarser the scratch the more pigment lodges (grit exponent 0.6);
 * a conditioner or an old finish leaves less to hold on to; raised and knocked down grain holds a little less.
 */
export function pigmentHold(p: Preparation, tissue: TissueName): number {
  const grit = (REFERENCE_GRIT / p.grit) ** 0.6;
  const even = (p.conditioner ? 0.65 : 1) * (p.oldFinish ? 0.6 : 1) * (p.grainRaised ? 1 : 1.06);
  return grit * even * TEXTURE_HOLD[p.texture][tissue];
}

/** K/S that the preparation itself adds to a tissue before any colour. */
export const preparationColour = (p: Preparation, tissue: TissueName): number =>
  p.texture === 'charred' ? CHAR[tissue] : 0;
