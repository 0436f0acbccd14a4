import {
  type Carrier,
  COLOURANT_INFO,
  type ColourantKind,
  KINDS,
  type MediumKind,
  type SupplyKind,
} from '../kinds/index.ts';
import { type Layer, mainColour } from './layer.ts';

/** What of a product its drying asks for; hours. */
export interface DryingFacts {
  binder?: string | null | undefined;
  /** Until the next coat may go on: what the shop counts, else what the label claims. */
  goOn?: number | null | undefined;
  window?: number | null | undefined;
  cure?: number | null | undefined;
  potLife?: number | null | undefined;
}

/**
 * A colourant as the model knows it.
 * Dye, ink, reactive: `absorption` is the K/S that 1 g/L adds to wood of uptake 1, and K/S grows as strength^exponent.
 * Pigment, metallic powder: `absorption` and `scatter` are K X and S X of a film of usual thickness at mass fraction 1.
 * Ready-made stain: the same of the film that is left of it as it comes, at a share of 1.
 */
export interface Colourant {
  id: string;
  name: string;
  kind: ColourantKind;
  carrier: Carrier;
  /** g/L (solubility), mass fraction or share. */
  maxStrength: number;
  /** 31 values, all >= 0. */
  absorption: readonly number[];
  /** 31 values, all >= 0; zero for dyes. */
  scatter: readonly number[];
  exponent: number;
  /** Money per gram, for the cheapest road. */
  costPerGram: number;
  /** Grams in a millilitre as it is poured, where the shop has written it down. */
  density?: number | null | undefined;
  /** Grams in a millilitre of its powder as it lies in a level spoon, where the shop has written it down. */
  bulkDensity?: number | null | undefined;
  /** How it comes: as is usual for its kind where nobody has said. */
  form?: string | null | undefined;
  /** Share of it that one wiped coat of its own solvent lifts off bare wood, 0-1, where a transfer test has told. */
  lift?: number | null | undefined;
  /** Black or very dark, where the shop has said so. */
  dark?: boolean | null | undefined;
  /** What its label and the shop say of its drying. */
  drying?: DryingFacts | undefined;
  /** Nobody has laddered it: its curves are the usual ones of a look, and it may be a good deal stronger and of another hue. */
  usual?: boolean;
  /** Nobody has laddered it: its curves are empty, and what it makes of a board is not foreseen. */
  unknown?: boolean;
}

/** A sealer, oil or clear. */
export interface Medium {
  id: string;
  name: string;
  kind: MediumKind;
  carrier: Carrier;
  /** Share of light turned back inside the film, Saunderson k2. */
  k2: number;
  /** Share mirrored outside, Saunderson k1, where the shop has fitted it. */
  k1?: number;
  /** Napierian absorbance of one coat at 31 bands: the amber of an oil varnish, the orange of a shellac. */
  tint: readonly number[];
  /** What its label and the shop say of its drying. */
  drying?: DryingFacts | undefined;
}

/** What has no colour of its own, and is put on or stirred into: a conditioner, a filler, the base of a glaze or a paint, a wax. */
export interface Supply {
  id: string;
  name: string;
  kind: SupplyKind;
  /** Null of what is of none: a cloth, a dry powder. */
  carrier: Carrier | null;
  /** What its label and the shop say of its drying. */
  drying?: DryingFacts | undefined;
}

export interface Materials {
  colourants: Readonly<Record<string, Colourant>>;
  mediums: Readonly<Record<string, Medium>>;
  supplies: Readonly<Record<string, Supply>>;
}

/** What of a colour says whether it is poured out of a bottle. */
export type Bottled = Pick<Colourant, 'kind' | 'maxStrength'> & Partial<Pick<Colourant, 'form'>>;
/**
 * The strength of a liquid colour as it comes: it goes no stronger than neat, so that is its strongest mix. Null of what is
 * dissolved first or thinned out of a concentrate, and of what is told in shares.
 */
export const neatStrength = ({ kind, form, maxStrength }: Bottled): number | null => {
  const comes = form ?? COLOURANT_INFO[kind].form;
  return !isShare(kind) && (comes === 'liquid' || comes === 'ready to use') ? maxStrength : null;
};

/** What strengths of a colour are told in: the word, and the strength that one of that is. */
export interface StrengthUnit {
  word: 'g/L' | '% of the mix' | '% neat';
  one: number;
}
/** A colour as strengths are told of it, off the shelf or in a model; of one that has left the shelf nothing is known. */
export type StrengthOf = Pick<Colourant, 'kind'> &
  Partial<Pick<Colourant, 'maxStrength' | 'form'>> & { sheet?: { form?: string | null | undefined } };
export function strengthUnit(colour: StrengthOf | undefined): StrengthUnit {
  if (!colour) return { word: 'g/L', one: 1 };
  const { kind, maxStrength, form, sheet } = colour;
  if (isShare(kind)) return { word: '% of the mix', one: 0.01 };
  const neat = maxStrength === undefined ? null : neatStrength({ kind, maxStrength, form: form ?? sheet?.form });
  return neat ? { word: '% neat', one: neat / 100 } : { word: 'g/L', one: 1 };
}

/** Strengths of these are shares of the mass or of the mix; of the others grams in a litre. */
export const isShare = (kind: ColourantKind): boolean => COLOURANT_INFO[kind].share;
/** Colour that goes into the wood; the others lie in a film. */
export const goesIn = (kind: ColourantKind): boolean => COLOURANT_INFO[kind].goesIn;

/** The product that a layer is first of all: its sealer, oil or clear, else its supply, else its main colour. */
export function productIn(
  layer: Pick<Layer, 'medium' | 'supply' | 'colours'>,
  { mediums, supplies, colourants }: Materials,
): Medium | Supply | Colourant | undefined {
  const main = mainColour(layer);
  return (
    (layer.medium === undefined ? undefined : mediums[layer.medium]) ??
    (layer.supply === undefined ? undefined : supplies[layer.supply]) ??
    (main === undefined ? undefined : colourants[main])
  );
}

/** What carries a layer: its product, else its main colour, else what is usual of its kind. */
export function carrierOf(layer: Pick<Layer, 'kind' | 'medium' | 'supply' | 'colours'>, materials: Materials): Carrier {
  const main = mainColour(layer);
  return (
    productIn(layer, materials)?.carrier ??
    (main === undefined ? undefined : materials.colourants[main]?.carrier) ??
    KINDS[layer.kind].carrier
  );
}
