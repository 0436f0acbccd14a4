import { deltaE00 } from '../colour/ciede2000.ts';
import type { Spectrum } from '../colour/grid.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import { readingStatistics } from './statistics.ts';

/** The raw boards of a wood as they lie in the pile. */
export interface SortedPile<T> {
  boards: {
    of: T;
    lab: Lab;
    /** CIEDE2000 from the mean of the pile. */
    distance: number;
    /** Far from the others: to be set apart, or to be used where it is not seen. */
    odd: boolean;
  }[];
  /** The farthest of the boards that are not odd. */
  spread: number;
  /** The raw wood alone varies more than boards are allowed to. */
  wider: boolean;
}

/** @param raw boards of one wood with their raw readings, none of them set apart already @param tolerance CIEDE2000 */
export function pileOf<T>(
  raw: readonly { of: T; reading: Spectrum }[],
  tolerance: number,
  light: Light = DAYLIGHT,
): SortedPile<T> {
  if (raw.length === 0) return { boards: [], spread: 0, wider: false };
  const { lab: mean, outliers } = readingStatistics(
    raw.map((r) => r.reading),
    light,
  );
  const boards = raw.map(({ of, reading }, i) => {
    const lab = labOf(reading, light);
    return { of, lab, distance: deltaE00(mean, lab), odd: outliers.includes(i) };
  });
  const spread = Math.max(0, ...boards.filter((b) => !b.odd).map((b) => b.distance));
  return { boards, spread, wider: spread > tolerance };
}
