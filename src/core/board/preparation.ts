import { FieldError } from '../field-error.ts';
import type { Anatomy, ByTissue, TissueName } from './tissues.ts';

export const TEXTURES = ['plain', 'scraped', 'brushed', 'blasted', 'charred', 'distressed'] as const;
export type Texture = (typeof TEXTURES)[number];
/** How far a texture is taken. */
export const DEGREES = ['light', 'usual', 'heavy'] as const;
export type Degree = (typeof DEGREES)[number];
export const EDGES = ['as cut', 'eased', 'rubbed through'] as const;
export type Edges = (typeof EDGES)[number];
/** What an old finish is, told by what softens it. */
export const OLD_FILMS = ['unknown', 'shellac', 'oil varnish', 'lacquer', 'waterborne'] as const;
export type OldFilm = (typeof OLD_FILMS)[number];

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
  /** How far that is taken; as is usual where nothing is said. */
  degree?: Degree;
  /** What is done to the edges. */
  edges?: Edges;
  /** What the old finish is, where there is one; unknown where nobody has tested it. */
  oldFilm?: OldFilm;
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
  /** Film of pigment that its relief holds, until that is levelled. */
  hold: ByTissue;
  /** Dye taken in. */
  dye: ByTissue;
  /** K/S before any colour: shadow in the relief. */
  shade: ByTissue;
  /** K/S added before any colour: char. */
  adds: ByTissue;
}
const same = (v: number): ByTissue => ({ ground: v, grain: v, pore: v, ray: v });
const PLAIN: TextureEffect = { hold: same(1), dye: same(1), shade: same(1), adds: same(0) };
/** A scraper leaves no scratches for a pigment to lodge in, and cuts the cells open. */
const SCRAPED: TextureEffect = { hold: same(0.75), dye: same(1.05), shade: same(1), adds: same(0) };
/** Dents lie anywhere: every tissue has as many. */
const DISTRESSED: TextureEffect = { hold: same(1.7), dye: same(1.08), shade: same(1.08), adds: same(0) };
/** Carbon leaves little that takes dye. */
const CHARRED_DYE = same(0.6);
/** On a hardwood the early wood about the pores is brushed or blown out; what stands up is wiped clean. */
const ON_HARDWOOD: Record<Texture, TextureEffect> = {
  plain: PLAIN,
  scraped: SCRAPED,
  brushed: {
    hold: { ground: 0.25, grain: 5, pore: 4, ray: 0.25 },
    dye: { ground: 1.05, grain: 1.15, pore: 1.2, ray: 1.05 },
    shade: { ground: 1.08, grain: 1.2, pore: 1.35, ray: 1.05 },
    adds: same(0),
  },
  blasted: {
    hold: { ground: 0.6, grain: 6, pore: 5, ray: 0.6 },
    dye: { ground: 1.15, grain: 1.3, pore: 1.35, ray: 1.15 },
    shade: { ground: 1.18, grain: 1.35, pore: 1.5, ray: 1.15 },
    adds: same(0),
  },
  charred: {
    hold: { ground: 1, grain: 3, pore: 3, ray: 1 },
    dye: CHARRED_DYE,
    shade: same(1),
    adds: { ground: 3, grain: 1.6, pore: 5, ray: 3 },
  },
  distressed: DISTRESSED,
};
/** On a softwood it is the soft pale ground that goes, and burns deeper; the hard dark rings stand up. */
const ON_SOFTWOOD: Record<Texture, TextureEffect> = {
  plain: PLAIN,
  scraped: SCRAPED,
  brushed: {
    hold: { ground: 4, grain: 0.3, pore: 4, ray: 3 },
    dye: { ground: 1.15, grain: 1.02, pore: 1.2, ray: 1.15 },
    shade: { ground: 1.2, grain: 1.05, pore: 1.35, ray: 1.2 },
    adds: same(0),
  },
  blasted: {
    hold: { ground: 5, grain: 0.5, pore: 5, ray: 4 },
    dye: { ground: 1.3, grain: 1.08, pore: 1.35, ray: 1.3 },
    shade: { ground: 1.35, grain: 1.12, pore: 1.5, ray: 1.35 },
    adds: same(0),
  },
  charred: {
    hold: { ground: 3, grain: 0.8, pore: 3, ray: 3 },
    dye: CHARRED_DYE,
    shade: same(1),
    adds: { ground: 3, grain: 1.6, pore: 5, ray: 3 },
  },
  distressed: DISTRESSED,
};
/** How much of a texture's usual effect there is of it, by how far it is taken: exponent of factors, share of char. */
const DEGREE: Readonly<Record<Degree, number>> = { light: 0.5, usual: 1, heavy: 1.5 };
const byDegree = (of: ByTissue, change: (v: number) => number): ByTissue => ({
  ground: change(of.ground),
  grain: change(of.grain),
  pore: change(of.pore),
  ray: change(of.ray),
});
function textureOf(
  { texture, degree = 'usual' }: Pick<Preparation, 'texture' | 'degree'>,
  anatomy: Anatomy,
): TextureEffect {
  const usual = (anatomy === 'soft' ? ON_SOFTWOOD : ON_HARDWOOD)[texture];
  const much = DEGREE[degree];
  if (much === 1) return usual;
  const grown = (of: ByTissue) => byDegree(of, (v) => v ** much);
  return {
    hold: grown(usual.hold),
    dye: grown(usual.dye),
    shade: grown(usual.shade),
    adds: byDegree(usual.adds, (v) => v * much),
  };
}

export function checkPreparation(p: Preparation): void {
  if (!Number.isFinite(p.grit) || p.grit < 60 || p.grit > 400)
    throw new FieldError('preparation.grit', 'The last grit must lie between 60 and 400.');
}

/** Factor on the dye that an open tissue takes: dye is molecular and cares little for scratches (grit exponent 0.06). */
export const dyeByScratches = (p: Preparation, anatomy: Anatomy, tissue: TissueName): number =>
  (REFERENCE_GRIT / p.grit) ** 0.06 * textureOf(p, anatomy).dye[tissue];

/**
 * Factor on the pigment film that scratches keep: the coarser the more pigment lodges (grit exponent 0.3); grain that was
 * not raised and knocked down holds a little more. Common practice, no source.
 */
export const holdByScratches = (p: Preparation): number =>
  (REFERENCE_GRIT / p.grit) ** 0.3 * (p.grainRaised ? 1 : 1.06);

/** Factor on the pigment film that a texture's relief keeps on a tissue. */
export const holdByTexture = (p: Preparation, anatomy: Anatomy, tissue: TissueName): number =>
  textureOf(p, anatomy).hold[tissue];

/** Factor on K/S of a raw tissue that lies in the shadow of its relief. */
export const shadeOf = (p: Preparation, anatomy: Anatomy, tissue: TissueName): number =>
  textureOf(p, anatomy).shade[tissue];

/** K/S of what the preparation left on a raw tissue: char. Paper and brush take it off again. */
export const charOf = (p: Preparation, anatomy: Anatomy, tissue: TissueName): number =>
  textureOf(p, anatomy).adds[tissue];
