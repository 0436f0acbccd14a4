import type { MeasuredStages } from '../board/compile.ts';
import type { Preparation } from '../board/preparation.ts';
import type { Tuning } from '../board/state.ts';
import type { Wood } from '../board/wood.ts';
import type { Spectrum } from '../colour/grid.ts';
import { DAYLIGHT, ILLUMINANTS, type Illuminant, type Light } from '../colour/lights.ts';
import type { Stack } from '../layers/layer.ts';
import type { Materials } from '../layers/materials.ts';

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
  /** Where its ground and its grain were read apart: both are brought home, and the face as a whole is not asked. */
  tones?: TargetTones;
}
export interface TargetTones {
  ground: Spectrum;
  grain: Spectrum;
  /** How much wider the tolerance of the grain is than that of the ground. */
  grainEase: number;
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
  /** What is in doubt of the target itself: one standard deviation each, in the parts of CIEDE2000. */
  unsure?: readonly Float64Array[];
  /** What the board has read, by the layers that were on: as many of the stack are done. */
  measured?: readonly MeasuredStages[];
}

/** How many layers of a problem's stack are on the board. */
export const doneOf = ({ measured }: Pick<MatchProblem, 'measured'>): number =>
  (measured ?? []).reduce((most, m) => Math.max(most, m.layers), 0);
