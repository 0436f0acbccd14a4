import type { Spectrum } from '../colour/grid.ts';
import { DAYLIGHT, ILLUMINANTS, type Illuminant, type Light } from '../colour/lights.ts';
import type { Stack } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';
import type { Tuning } from '../optics/compile.ts';
import type { Preparation } from '../optics/preparation.ts';
import type { Wood } from '../optics/wood.ts';

export interface WeightedLight extends Light {
  weight: number;
}
/** Lights that count, daylight first: a board is judged by it. */
export const weightedLights = (shares: Partial<Record<Illuminant, number>>): WeightedLight[] =>
  (['D65', ...ILLUMINANTS.filter((i) => i !== 'D65')] as Illuminant[]).flatMap((illuminant) => {
    const weight = shares[illuminant] ?? 0;
    return weight > 0 || illuminant === 'D65' ? [{ ...DAYLIGHT, illuminant, weight }] : [];
  });
export const ONLY_DAYLIGHT: readonly WeightedLight[] = weightedLights({ D65: 1 });

export interface Target {
  reflectance: Spectrum;
  /** The reflectance was made up from L*a*b*: other lights mean nothing. */
  singleLight: boolean;
}

/** A layer of the stack whose colours the search may choose, and from which. */
export interface Opening {
  layer: number;
  colourants: readonly string[];
}

export interface MatchProblem {
  target: Target;
  /** Daylight first. */
  lights: readonly WeightedLight[];
  /** This board's wood, already scaled to its raw reading. */
  wood: Wood;
  materials: Materials;
  preparation: Preparation;
  tuning: Tuning;
  stack: Stack;
  open: readonly Opening[];
  /** Standard deviation of each colourant's log uptake on this wood, from what was learned; missing = not met yet. */
  doubt?: Readonly<Record<string, number>>;
  /** Spread of the finished colour along one axis that is left when the colours are known, CIEDE2000. */
  spread?: number;
  /** Layers already on, and what the board reads now: the first `layers` of the stack are done. */
  from?: { layers: number; reading: Spectrum };
}
