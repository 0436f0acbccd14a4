import { deltaE00 } from '../colour/ciede2000.ts';
import { meanSpectrum, type Spectrum } from '../colour/grid.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import { nth } from '../known.ts';

export interface ReadingStatistics {
  count: number;
  mean: Spectrum;
  lab: Lab;
  /** Mean colour difference from the mean (MCDM), CIEDE2000. 0 for one reading. */
  spread: number;
  /** Sample standard deviations of L*, a*, b*. */
  deviation: Lab;
  /** Indices of readings far from the others: more than three times the median distance, and plainly visible. */
  outliers: number[];
}

const OUTLIER_RATIO = 3;
const OUTLIER_FLOOR = 1.5;

/** The middle of some numbers; of an even number of them the mean of the two in the middle. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const mid = sorted.length >> 1;
  return sorted.length % 2 ? nth(sorted, mid) : (nth(sorted, mid - 1) + nth(sorted, mid)) / 2;
}

/** Statistics of several readings of one surface: the mean is taken in reflectance; outliers are flagged, not dropped. */
export function readingStatistics(spectra: readonly Spectrum[], light: Light = DAYLIGHT): ReadingStatistics {
  const mean = meanSpectrum(spectra);
  const lab = labOf(mean, light);
  const labs = spectra.map((s) => labOf(s, light));
  const distances = labs.map((l) => deltaE00(lab, l));
  const n = spectra.length;
  const deviation = ([0, 1, 2] as const).map((k) => {
    if (n < 2) return 0;
    const centre = labs.reduce((sum, l) => sum + l[k], 0) / n;
    return Math.sqrt(labs.reduce((sum, l) => sum + (l[k] - centre) ** 2, 0) / (n - 1));
  }) as Lab;
  const usual = median(distances);
  return {
    count: n,
    mean,
    lab,
    spread: distances.reduce((a, b) => a + b, 0) / n,
    deviation,
    outliers: distances.flatMap((d, i) => (n >= 4 && d > OUTLIER_FLOOR && d > OUTLIER_RATIO * usual ? [i] : [])),
  };
}

/**
 * How near the mean of several readings is known: half its 95 % interval, 1.96 standard errors along the direction of the
 * difference, roughly the spread; CIEDE2000. Null for a single reading.
 */
export const meanKnownTo = ({ count, spread }: Pick<ReadingStatistics, 'count' | 'spread'>): number | null =>
  count > 1 ? (1.96 * spread) / Math.sqrt(count) : null;
