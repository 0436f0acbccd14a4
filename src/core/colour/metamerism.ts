import { deltaE00 } from './ciede2000.ts';
import type { Spectrum } from './grid.ts';
import { labFromXyz, xyzOf } from './lab.ts';
import { DAYLIGHT, type Light, weightsFor } from './lights.ts';

/**
 * Special index of metamerism, change of illuminant (CIE 15): the sample is first scaled so that it matches the
 * standard exactly in the reference light (multiplicative correction of X, Y, Z), then the difference under the
 * test light is the index, here in CIEDE2000.
 */
export function metamerismIndex(
  standard: Spectrum,
  sample: Spectrum,
  test: Light,
  reference: Light = DAYLIGHT,
): number {
  const wr = weightsFor(reference);
  const wt = weightsFor(test);
  const s = xyzOf(standard, wr);
  const p = xyzOf(sample, wr);
  const t = xyzOf(sample, wt);
  const corrected: [number, number, number] = [(t[0] * s[0]) / p[0], (t[1] * s[1]) / p[1], (t[2] * s[2]) / p[2]];
  return deltaE00(labFromXyz(xyzOf(standard, wt), wt.white), labFromXyz(corrected, wt.white));
}

/** Difference of two spectra under each light. */
export function deltaEPerLight(standard: Spectrum, sample: Spectrum, lights: readonly Light[]): number[] {
  return lights.map((light) => {
    const weights = weightsFor(light);
    return deltaE00(
      labFromXyz(xyzOf(standard, weights), weights.white),
      labFromXyz(xyzOf(sample, weights), weights.white),
    );
  });
}
