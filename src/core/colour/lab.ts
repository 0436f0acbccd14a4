import type { Spectrum } from './grid.ts';
import { DAYLIGHT, type Light, type Weights, weightsFor } from './lights.ts';

export type XYZ = [x: number, y: number, z: number];
/** CIE 1976 L*a*b* (ISO/CIE 11664-4). L* is 0-100. */
export type Lab = [lightness: number, a: number, b: number];
/** L*, C*ab and h_ab in degrees 0-360. */
export type LCh = [lightness: number, chroma: number, hue: number];

const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;

export function xyzOf(reflectance: ArrayLike<number>, weights: Weights): XYZ {
  let x = 0;
  let y = 0;
  let z = 0;
  for (let i = 0; i < reflectance.length; i++) {
    x += weights.x[i] * reflectance[i];
    y += weights.y[i] * reflectance[i];
    z += weights.z[i] * reflectance[i];
  }
  return [x, y, z];
}

const compress = (t: number) => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116);
const expand = (f: number) => (f ** 3 > EPSILON ? f ** 3 : (116 * f - 16) / KAPPA);

export function labFromXyz(xyz: XYZ, white: readonly [number, number, number]): Lab {
  const fx = compress(xyz[0] / white[0]);
  const fy = compress(xyz[1] / white[1]);
  const fz = compress(xyz[2] / white[2]);
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)];
}

export function xyzFromLab([lightness, a, b]: Lab, white: readonly [number, number, number]): XYZ {
  const fy = (lightness + 16) / 116;
  return [white[0] * expand(fy + a / 500), white[1] * expand(fy), white[2] * expand(fy - b / 200)];
}

/** L*a*b* of a reflectance on the internal grid under a light (default D65/10 degrees). */
export function labOf(reflectance: Spectrum | readonly number[], light: Light = DAYLIGHT): Lab {
  const weights = weightsFor(light);
  return labFromXyz(xyzOf(reflectance, weights), weights.white);
}

/** The mean of some L*a*b*, one at least. */
export const meanLab = (labs: readonly Lab[]): Lab =>
  [0, 1, 2].map((k) => labs.reduce((sum, lab) => sum + (lab[k] as number), 0) / labs.length) as Lab;

export function lchFromLab([lightness, a, b]: Lab): LCh {
  const hue = (Math.atan2(b, a) * 180) / Math.PI;
  return [lightness, Math.hypot(a, b), hue < 0 ? hue + 360 : hue];
}
