import { BANDS, WAVELENGTHS } from '../core/colour/index.ts';
import { type Chance, chanceOf } from './chance.ts';

/** What things truly are like in the simulated workshop. Nobody but the workshop reads this. */
export type NatureCurve = readonly number[];

export type NatureCarrier = 'water' | 'alcohol' | 'solvent' | 'oil';

export interface TissueNature {
  fraction: number;
  /** Reading of the raw tissue, specular included, 31 values. */
  raw: NatureCurve;
  /** Factors on what it takes of a dye and on what it holds of a wiped film. */
  drinks: number;
  holds: number;
  /** How deep a hollow it is, 0 flat - 1 an open pore. */
  depth: number;
}
export interface WoodNature {
  id: string;
  name: string;
  thirst: number;
  roughness: number;
  /** How much colour its tannin can make, K/S of a reactive colour's curve. */
  tannin: number;
  /** Standard deviation of the logarithm of its thirst over a board. */
  blotch: number;
  /** How easily a wiped pigment is held by its raw ground: softwood and open-pored wood well, dense wood hardly. */
  lodges: number;
  tissues: readonly TissueNature[];
}

export type ColourKind = 'dye' | 'ink' | 'reactive' | 'pigment' | 'stain' | 'metallic';
export interface ColourNature {
  id: string;
  name: string;
  kind: ColourKind;
  carrier: NatureCarrier;
  /** In wood: K/S per (g/L)^exponent. In a film: absorption and scatter of a usual film at strength 1. 31 values each. */
  absorption: NatureCurve;
  scatter: NatureCurve;
  exponent: number;
  maxStrength: number;
  /** Share that a wiped coat of its own solvent takes along. */
  lifts: number;
}

export type CoatKind = 'sealer' | 'oil' | 'clear' | 'filler' | 'bleach' | 'conditioner' | 'opaque';
export interface CoatNature {
  id: string;
  kind: CoatKind;
  carrier: NatureCarrier;
  /** What one coat swallows on one way through, 31 values. */
  tint: NatureCurve;
}

export interface Stock {
  woods: ReadonlyMap<string, WoodNature>;
  colours: ReadonlyMap<string, ColourNature>;
  coats: ReadonlyMap<string, CoatNature>;
}

export const byId = <T extends { id: string }>(list: readonly T[]): Map<string, T> =>
  new Map(list.map((item) => [item.id, item]));

/** Low, smooth variation over the bands: a level and a tilt. */
export function drift(chance: Chance, size: number): (band: number) => number {
  const level = chance.normal() * size;
  const tilt = chance.normal() * size * 0.5;
  return (band) => Math.exp(level + (tilt * (band - BANDS / 2)) / BANDS);
}

/** Swallows the blue end. */
export const amberCurve = (amber: number): NatureCurve => WAVELENGTHS.map((_, i) => amber * Math.exp((-i * 10) / 55));

/** What a shop's shelf says of a wood, a colour or a coat that the workshop has not met: as much as it knows. */
export interface WoodProfile {
  id: string;
  name: string;
  tannin: number;
  anatomy?: string | undefined;
  blotch?: number | undefined;
  tissues: readonly { name: string; fraction: number; reflectance: NatureCurve; dye: number; hold: number }[];
}
export interface ColourProfile {
  id: string;
  name: string;
  kind: ColourKind;
  carrier: NatureCarrier;
  absorption: NatureCurve | null;
  scatter: NatureCurve | null;
  exponent: number | null;
  maxStrength: number;
}
export interface CoatProfile {
  id: string;
  kind: CoatKind;
  carrier: NatureCarrier;
  tint: NatureCurve;
}

const TANNIN_OF_CLASS = [0.3, 1.8, 4.2, 6];
const DEPTH: Record<string, number> = { ground: 0, grain: 0.2, pore: 1, ray: 0 };
const LODGES: Record<string, number> = { open: 1, fine: 0.27, soft: 1.6 };

/** The nature of a wood from what the shop knows of it: the shop's numbers are near the truth, not the truth. */
export function woodNature(profile: WoodProfile, seed: number): WoodNature {
  const chance = chanceOf(seed, 'wood', profile.id);
  return {
    id: profile.id,
    name: profile.name,
    thirst: chance.factor(0.1),
    roughness: 0.18 + 0.07 * chance.even(),
    tannin: (TANNIN_OF_CLASS[profile.tannin] ?? 0) * chance.factor(0.15),
    blotch: (profile.blotch ?? 0.08) * chance.factor(0.2),
    lodges: (LODGES[profile.anatomy ?? 'fine'] ?? 1) * chance.factor(0.1),
    tissues: profile.tissues.map((t) => ({
      fraction: t.fraction,
      raw: t.reflectance,
      drinks: t.dye * chance.factor(0.06),
      holds: t.hold * chance.factor(0.08),
      depth: DEPTH[t.name] ?? 0,
    })),
  };
}

/** A colour that nobody has met: one or two smooth bands somewhere in the visible. */
function unknownCurve(chance: Chance, height: number): number[] {
  const bands = [0, 1].map(() => ({
    centre: 420 + 230 * chance.even(),
    width: 35 + 50 * chance.even(),
    size: height * (0.4 + 0.6 * chance.even()),
  }));
  return WAVELENGTHS.map((nm) =>
    bands.reduce((sum, b) => sum + b.size * Math.exp(-(((nm - b.centre) / b.width) ** 2) / 2), 0.02 * height),
  );
}

const HEIGHT: Record<ColourKind, number> = { dye: 0.4, ink: 0.5, reactive: 0.4, pigment: 27, stain: 1.6, metallic: 8 };
const SCATTER: Record<ColourKind, number> = { dye: 0, ink: 0, reactive: 0, pigment: 6, stain: 0.35, metallic: 24 };

/** The nature of a colour from its profile, which is a little off; without one, from its kind and the seed alone. */
export function colourNature(profile: ColourProfile, seed: number): ColourNature {
  const chance = chanceOf(seed, 'colour', profile.id);
  const own = drift(chance, 0.08);
  const usual = unknownCurve(chance, HEIGHT[profile.kind]);
  const usualScatter = SCATTER[profile.kind];
  return {
    id: profile.id,
    name: profile.name,
    kind: profile.kind,
    carrier: profile.carrier,
    absorption: (profile.absorption ?? usual).map((v, i) => v * own(i)),
    scatter: WAVELENGTHS.map((_, i) => (profile.scatter?.[i] ?? usualScatter) * own(i)),
    exponent: Math.min(1, (profile.exponent ?? 0.88) * chance.factor(0.02)),
    maxStrength: profile.maxStrength,
    lifts: 0.02 + 0.1 * chance.even(),
  };
}

export function coatNature(profile: CoatProfile, seed: number): CoatNature {
  const chance = chanceOf(seed, 'coat', profile.id);
  const own = chance.factor(0.1);
  return { ...profile, tint: profile.tint.map((v) => v * own) };
}
