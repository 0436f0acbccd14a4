import { ILLUMINANT_A, ILLUMINANT_D50, ILLUMINANT_D65, ILLUMINANT_F2, ILLUMINANT_F11 } from './data/illuminants.ts';
import {
  CIE_1931_2_X,
  CIE_1931_2_Y,
  CIE_1931_2_Z,
  CIE_1964_10_X,
  CIE_1964_10_Y,
  CIE_1964_10_Z,
} from './data/observers.ts';
import { BANDS, FIRST_NM, STEP_NM } from './grid.ts';

export const ILLUMINANTS = ['A', 'D50', 'D65', 'F2', 'F11', 'LED'] as const;
export type Illuminant = (typeof ILLUMINANTS)[number];
export const OBSERVERS = [2, 10] as const;
/** Field of view of the standard observer, in degrees. */
export type Observer = (typeof OBSERVERS)[number];

export interface Light {
  illuminant: Illuminant;
  observer: Observer;
}
export const DAYLIGHT: Light = { illuminant: 'D65', observer: 10 };

export const LIGHT_NAMES: Record<Illuminant, string> = {
  D65: 'daylight',
  D50: 'horizon daylight',
  A: 'lamp',
  F2: 'fluorescent',
  F11: 'three-band tube',
  LED: 'white LED',
};

const TABLE_FIRST = 380;
const TABLE_STEP = 5;
const TABLE_LENGTH = 81;

/**
 * Synthetic "typical white LED, 4000 K": a narrow blue pump and a broad phosphor, two Gaussians, chosen to lie on the
 * Planckian locus with a colour rendering index of 82 (CIE 13.3). Not a measured lamp and not a CIE illuminant.
 */
function whiteLed(): number[] {
  return Array.from({ length: TABLE_LENGTH }, (_, i) => {
    const nm = TABLE_FIRST + TABLE_STEP * i;
    const pump = 91 * Math.exp(-(((nm - 452) / 11.5) ** 2) / 2);
    const phosphor = 100 * Math.exp(-(((nm - 573) / (nm < 573 ? 55.4 : 89.9)) ** 2) / 2);
    return pump + phosphor;
  });
}

const POWER: Record<Illuminant, readonly number[]> = {
  A: ILLUMINANT_A,
  D50: ILLUMINANT_D50,
  D65: ILLUMINANT_D65,
  F2: ILLUMINANT_F2,
  F11: ILLUMINANT_F11,
  LED: whiteLed(),
};
/** Relative spectral power of an illuminant, 380-780 nm by 5 nm. */
export const spectralPower = (illuminant: Illuminant): readonly number[] => POWER[illuminant];

const MATCHING: Record<Observer, readonly (readonly number[])[]> = {
  2: [CIE_1931_2_X, CIE_1931_2_Y, CIE_1931_2_Z],
  10: [CIE_1964_10_X, CIE_1964_10_Y, CIE_1964_10_Z],
};

/** Weights that turn 31 reflectances into tristimulus values (Y of the perfect white = 100). */
export interface Weights {
  x: Float64Array;
  y: Float64Array;
  z: Float64Array;
  /** X, Y, Z of the perfect reflecting diffuser. */
  white: readonly [number, number, number];
}

/** Cubic Lagrange weights of the four grid nodes around a wavelength; edge values held beyond the grid. */
function nodesAround(nm: number): [band: number, weight: number][] {
  const position = (nm - FIRST_NM) / STEP_NM;
  if (position <= 0) return [[0, 1]];
  if (position >= BANDS - 1) return [[BANDS - 1, 1]];
  const first = Math.min(Math.max(Math.floor(position) - 1, 0), BANDS - 4);
  return [0, 1, 2, 3].map((i) => {
    let weight = 1;
    for (let k = 0; k < 4; k++) if (k !== i) weight *= (position - first - k) / (i - k);
    return [first + i, weight];
  });
}

function computeWeights({ illuminant, observer }: Light): Weights {
  const power = POWER[illuminant];
  const matching = MATCHING[observer];
  let luminance = 0;
  for (let i = 0; i < TABLE_LENGTH; i++) luminance += power[i] * matching[1][i];
  const axes = matching.map((curve) => {
    const weights = new Float64Array(BANDS);
    for (let i = 0; i < TABLE_LENGTH; i++) {
      const stimulus = (100 * power[i] * curve[i]) / luminance;
      for (const [band, weight] of nodesAround(TABLE_FIRST + TABLE_STEP * i)) weights[band] += stimulus * weight;
    }
    return weights;
  });
  const total = (w: Float64Array) => w.reduce((sum, v) => sum + v, 0);
  return { x: axes[0], y: axes[1], z: axes[2], white: [total(axes[0]), total(axes[1]), total(axes[2])] };
}

const cache = new Map<string, Weights>();

/**
 * ASTM E308-style weights for a light, computed once per illuminant and observer: the 5 nm tables summed over a
 * cubic Lagrange interpolation of 10 nm reflectance (the method of ASTM E2022).
 */
export function weightsFor(light: Light): Weights {
  const key = `${light.illuminant}/${light.observer}`;
  let weights = cache.get(key);
  if (!weights) {
    weights = computeWeights(light);
    cache.set(key, weights);
  }
  return weights;
}
