import { deltaE00 } from '../colour/ciede2000.ts';
import { deltaLCH, passes } from '../colour/difference.ts';
import type { Spectrum } from '../colour/grid.ts';
import { type Lab, labOf } from '../colour/lab.ts';
import { DAYLIGHT, type Light } from '../colour/lights.ts';
import { meanKnownTo, readingStatistics } from './statistics.ts';
import { differenceWords, sizeWord } from './words.ts';

export interface Verdict {
  deltaE: number;
  passed: boolean;
  dL: number;
  da: number;
  db: number;
  dC: number;
  dH: number;
  size: string;
  words: string[];
  /** 95 % half-width of the mean's CIEDE2000, from the spread of the readings; null for a single reading. */
  uncertainty: number | null;
  target: Lab;
  sample: Lab;
}

/** A board's readings against the target's mean, in one light. Tolerance in CIEDE2000; on the line passes. */
export function judge(
  target: Spectrum,
  readings: readonly Spectrum[],
  tolerance: number,
  light: Light = DAYLIGHT,
): Verdict {
  const statistics = readingStatistics(readings, light);
  const standard = labOf(target, light);
  const deltaE = deltaE00(standard, statistics.lab);
  return {
    deltaE,
    passed: passes(deltaE, tolerance),
    ...deltaLCH(standard, statistics.lab),
    size: sizeWord(deltaE),
    words: differenceWords(standard, statistics.lab),
    uncertainty: meanKnownTo(statistics),
    target: standard,
    sample: statistics.lab,
  };
}
