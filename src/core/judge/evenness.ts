import { deltaE00 } from '../colour/ciede2000.ts';
import type { Spectrum } from '../colour/grid.ts';
import { labOf } from '../colour/lab.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import { meanKnownTo, readingStatistics } from './statistics.ts';

/** How even a target is, from readings at several spots of it. */
export interface Evenness {
  /** CIEDE2000 of each reading from their mean. */
  distances: number[];
  farthest: number;
  /** Half the 95 % interval of the mean, CIEDE2000; null for a single reading. */
  known: number | null;
  /** The target itself is less even than the tolerance asks a board to be. */
  lessEven: boolean;
  /** Further readings that would settle the mean; 0 when it is settled, null when no number of them is worth taking. */
  more: number | null;
}

/** A mean is settled when it is known to this share of the tolerance. */
const SETTLED = 1 / 3;
/** More readings than this nobody takes. */
const MOST_MORE = 15;
/** Of one reading nothing is known: so many tell. */
const AT_LEAST = 3;

/** @param readings of the target, one spectrum or more, 31 values each @param tolerance CIEDE2000 */
export function evennessOf(readings: readonly Spectrum[], tolerance: number, light: Light = DAYLIGHT): Evenness {
  const statistics = readingStatistics(readings, light);
  const distances = readings.map((r) => deltaE00(statistics.lab, labOf(r, light)));
  const farthest = Math.max(...distances);
  const known = meanKnownTo(statistics);
  const n = readings.length;
  const wanted = known === null ? AT_LEAST : Math.ceil(n * (known / (SETTLED * tolerance)) ** 2);
  const more = Math.max(0, wanted - n);
  return { distances, farthest, known, lessEven: farthest > tolerance, more: more > MOST_MORE ? null : more };
}
