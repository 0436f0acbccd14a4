import type { Spectrum } from './grid.ts';
import { xyzOf } from './lab.ts';
import { DAYLIGHT, type Light, weightsFor } from './lights.ts';

export interface ScreenColour {
  /** sRGB bytes 0-255, clipped when out of gamut. */
  rgb: [number, number, number];
  css: string;
  /** False when the screen cannot show the colour and the nearest is shown instead. */
  inGamut: boolean;
}

type Matrix = readonly (readonly number[])[];
// CAT16 cone responses (Li et al. 2017).
const CAT16: Matrix = [
  [0.401288, 0.650173, -0.051461],
  [-0.250268, 1.204414, 0.045854],
  [-0.002079, 0.048952, 0.953127],
];
const CAT16_INVERSE: Matrix = [
  [1.86206786, -1.01125463, 0.14918677],
  [0.38752654, 0.62144744, -0.00897398],
  [-0.0158415, -0.03412294, 1.04996444],
];
// Linear sRGB from XYZ relative to D65, IEC 61966-2-1.
const SRGB: Matrix = [
  [3.2404541621, -1.5371385128, -0.4985314096],
  [-0.969266030505, 1.876010845, 0.0415560175],
  [0.055643430959, -0.204025913, 1.057225188],
];
const SRGB_WHITE: [number, number, number] = [95.047, 100, 108.883];
const GAMUT_SLACK = 0.002;

const times = (m: Matrix, v: readonly number[]): [number, number, number] => [
  m[0][0] * v[0] + m[0][1] * v[1] + m[0][2] * v[2],
  m[1][0] * v[0] + m[1][1] * v[1] + m[1][2] * v[2],
  m[2][0] * v[0] + m[2][1] * v[1] + m[2][2] * v[2],
];

const encode = (v: number) => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055);

/**
 * A reflectance as the screen should show it: tristimulus under the light, the light's white adapted to the screen's
 * (CAT16, full adaptation), then sRGB.
 */
export function screenColour(reflectance: Spectrum | readonly number[], light: Light = DAYLIGHT): ScreenColour {
  const weights = weightsFor(light);
  const cones = times(CAT16, xyzOf(reflectance, weights));
  const from = times(CAT16, weights.white);
  const to = times(CAT16, SRGB_WHITE);
  const adapted = times(
    CAT16_INVERSE,
    cones.map((c, i) => (c * to[i]) / from[i]),
  );
  const linear = times(
    SRGB,
    adapted.map((v) => v / 100),
  );
  const inGamut = linear.every((v) => v >= -GAMUT_SLACK && v <= 1 + GAMUT_SLACK);
  const rgb = linear.map((v) => Math.round(255 * encode(Math.min(1, Math.max(0, v))))) as [number, number, number];
  return { rgb, css: `rgb(${rgb.join(' ')})`, inGamut };
}
