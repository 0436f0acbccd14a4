import { deltaE00 } from '../colour/ciede2000.ts';
import { BANDS, type Spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import type { LadderRung } from './rungs.ts';

/** What a ladder tells of a colour. */
export interface Profile {
  absorption: number[];
  exponent: number;
  /** CIEDE2000 of the fit at each rung. */
  fitError: number[];
  /** Root-mean-square error of reflectance per band. */
  bandError: number[];
}

/** How much a profile's curve is smoothed, against a weight of 1 a band. */
export const SMOOTHNESS = 0.02;
/** Bands of a reading that err together count as one. */
export const BANDS_PER_ERROR = 5;

/** Smoothed curve: least squared second difference beside the data, non-negative. */
export function smoothCurve(curve: Float64Array, weight: Float64Array, smoothness: number): Float64Array {
  const out = Float64Array.from(curve, (v) => Math.max(0, v));
  // Gauss-Seidel on (W + s D'D) x = W y with projection at zero.
  const at = (i: number) => out[Math.min(BANDS - 1, Math.max(0, i))];
  for (let sweep = 0; sweep < 60; sweep++)
    for (let i = 0; i < BANDS; i++) {
      const edge = i < 2 || i > BANDS - 3;
      const neighbours = edge
        ? (at(i - 1) + at(i + 1)) / 2
        : (4 * (out[i - 1] + out[i + 1]) - out[i - 2] - out[i + 2]) / 6;
      const s = smoothness * (edge ? 2 : 6);
      out[i] = Math.max(0, (weight[i] * curve[i] + s * neighbours) / (weight[i] + s));
    }
  return out;
}

/** How far a profile misses the rungs it was fitted to. */
export function fitErrors(
  rungs: readonly LadderRung[],
  fitted: readonly Spectrum[],
): Pick<Profile, 'fitError' | 'bandError'> {
  return {
    fitError: fitted.map((f, r) => deltaE00(labOf(f), labOf(rungs[r].after))),
    bandError: Array.from({ length: BANDS }, (_, i) =>
      Math.sqrt(fitted.reduce((sum, f, r) => sum + (f[i] - rungs[r].after[i]) ** 2, 0) / rungs.length),
    ),
  };
}
