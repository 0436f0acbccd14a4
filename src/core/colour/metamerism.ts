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
  // Black is taken as the darkest of greys: it goes from light to light as the white does.
  const correct = (k: 0 | 1 | 2) => s[k] * (p[k] > 0 ? t[k] / p[k] : wt.white[k] / wr.white[k]);
  const corrected: [number, number, number] = [correct(0), correct(1), correct(2)];
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
