import { FieldError } from '../field-error.ts';
import type { ByTissue, TissueName } from './tissues.ts';

export const TEXTURES = ['plain', 'brushed', 'blasted', 'charred', 'distressed'] as const;
export type Texture = (typeof TEXTURES)[number];

export interface Preparation {
  /** Last grit of the sequence, 60-400. */
  grit: number;
  /** One coat of conditioner (blotch control) before the first colour. */
  conditioner: boolean;
  /** Wetted just before a water dye. */
  preWet: boolean;
  /** Grain raised and knocked down beforehand. */
  grainRaised: boolean;
  texture: Texture;
  /** The start is a sound old finish, scuffed: colour stays in the film. */
  oldFinish: boolean;
  /** The grits before the last one, coarsest first, where they were noted. */
  grits?: number[];
  /** How dust was taken off; air and vacuum where nothing is said. */
  dust?: Dust;
  /** A veneer of about 0.6 mm. */
  veneer?: boolean;
  /** What is done so that the end grain does not drink more than the face. */
  ends?: EndGrain;
  /** Oil, wax or silicone may be in the wood. */
  contaminated?: boolean;
  /** The grit that single spots were sanded to otherwise: a repair, a glue stain. */
  spots?: number;
  /** Rules of the preparation that the finisher has read and left as it is. */
  accepted?: string[];
}
export const DUSTS = ['vacuum', 'tack cloth', 'solvent wipe'] as const;
export type Dust = (typeof DUSTS)[number];
export const END_GRAINS = ['as the face', 'finer grit', 'sealed first', 'coloured while wet'] as const;
export type EndGrain = (typeof END_GRAINS)[number];

export const USUAL_PREPARATION: Preparation = {
  grit: 180,
  conditioner: false,
  preWet: false,
  grainRaised: true,
  texture: 'plain',
  oldFinish: false,
};
const REFERENCE_GRIT = 180;

/** What a texture does to each tissue; factors against plain sanded wood. Common practice, no source. */
interface TextureEffect {
  /** Film of pigment held. */
  hold: ByTissue;
  /** Dye taken in. */
  dye: ByTissue;
  /** K/S before any colour: shadow in the relief. */
  shade: ByTissue;
  /** K/S added before any colour: char, dirt in dents. */
  adds: ByTissue;
}
const same = (v: number): ByTissue => ({ ground: v, grain: v, pore: v, ray: v });
const TEXTURE: Record<Texture, TextureEffect> = {
  plain: { hold: same(1), dye: same(1), shade: same(1), adds: same(0) },
  // Soft tissue is brushed out between the hard lines, which stand in its shadow.
  brushed: {
    hold: { ground: 1, grain: 1.4, pore: 1.6, ray: 1 },
    dye: { ground: 1.05, grain: 1.15, pore: 1.2, ray: 1.05 },
    shade: { ground: 1.08, grain: 1.2, pore: 1.35, ray: 1.05 },
    adds: same(0),
  },
  blasted: {
    hold: { ground: 1.2, grain: 1.8, pore: 2, ray: 1.2 },
    dye: { ground: 1.15, grain: 1.3, pore: 1.35, ray: 1.15 },
    shade: { ground: 1.18, grain: 1.35, pore: 1.5, ray: 1.15 },
    adds: same(0),
  },
  // The soft ground burns deeper than the hard grain; carbon leaves little that takes dye.
  charred: {
    hold: { ground: 1.2, grain: 1.5, pore: 1.6, ray: 1.2 },
    dye: same(0.6),
    shade: same(1),
    adds: { ground: 3, grain: 1.6, pore: 5, ray: 3 },
  },
  distressed: {
    hold: { ground: 1.1, grain: 1.3, pore: 1.8, ray: 1.1 },
    dye: same(1.08),
    shade: { ground: 1.05, grain: 1.1, pore: 1.3, ray: 1.05 },
    adds: same(0),
  },
};

export function checkPreparation(p: Preparation): void {
  if (!Number.isFinite(p.grit) || p.grit < 60 || p.grit > 400)
    throw new FieldError('preparation.grit', 'The last grit must lie between 60 and 400.');
}

/** Factor on the dye that an open tissue takes: dye is molecular and cares little for scratches (grit exponent 0.06). */
export const dyeByScratches = (p: Preparation, tissue: TissueName): number =>
  (REFERENCE_GRIT / p.grit) ** 0.06 * TEXTURE[p.texture].dye[tissue];

/**
 * Factor on the pigment film that a tissue keeps: the coarser the scratch the more pigment lodges (grit exponent 0.6);
 * grain that was not raised and knocked down holds a little more. Common practice, no source.
 */
export const holdByScratches = (p: Preparation, tissue: TissueName): number =>
  (REFERENCE_GRIT / p.grit) ** 0.6 * (p.grainRaised ? 1 : 1.06) * TEXTURE[p.texture].hold[tissue];

/** K/S of a raw tissue once it is prepared. */
export const preparationColour = (p: Preparation, tissue: TissueName, ratio: number): number =>
  ratio * TEXTURE[p.texture].shade[tissue] + TEXTURE[p.texture].adds[tissue];
