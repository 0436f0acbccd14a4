import { ciede2000Parts } from '../colour/ciede2000.ts';
import { ENOUGH } from './next-step.ts';
import type { Verdict } from './verdict.ts';

/** What was wished for beside the colour, or was seen of it, and what was found. */
interface ToldPass<T extends string> {
  what: T;
  got: string | null;
  passed: boolean | null;
}

/** One of the things that a board is judged by, with a pass of its own. */
export interface Pass<T extends string = string> {
  what: 'colour' | 'lightness' | 'even' | 'grain' | T;
  /** How it stands, in a word or a figure; null where nobody has said. */
  says: string | null;
  passed: boolean | null;
}

/** Fewer readings tell nothing of how even a board is. */
const FOR_EVENNESS = 3;

/** What is judged of a board beside what it is made with. */
interface Judged<T extends string> {
  /** Against its target, as an instrument read it; null where none did. */
  verdict: Verdict | null;
  /** How many readings that is the mean of, and their mean difference from it, CIEDE2000. */
  readings: { count: number; spread: number } | null;
  /** That the board passes by looks and pictures; null where it was read, or nobody saw it. */
  chance: number | null;
  told: readonly ToldPass<T>[];
  tolerance: number;
}

/** Every pass of a board: colour, lightness, how even it lies, its grain, and what was wished for, each its own. */
export function passesOf<T extends string>(judged: Judged<T>): Pass<T>[] {
  const { verdict, readings, chance, told, tolerance } = judged;
  const passes: Pass<T>[] = [];
  if (verdict) {
    const parts = new Float64Array(3);
    ciede2000Parts(Float64Array.of(...verdict.target, ...verdict.sample), 0, 3, parts, 0);
    const lighter = parts[0] as number;
    passes.push(
      { what: 'colour', says: verdict.deltaE.toFixed(1), passed: verdict.passed },
      {
        what: 'lightness',
        says:
          Math.abs(lighter) < 0.05
            ? 'as wanted'
            : `${Math.abs(lighter).toFixed(1)} ${lighter > 0 ? 'lighter' : 'darker'}`,
        passed: Math.abs(lighter) <= tolerance,
      },
    );
  } else
    passes.push({
      what: 'colour',
      says: chance === null ? null : `${Math.round(10 * chance)} in 10`,
      passed: chance === null ? null : chance >= ENOUGH ? true : chance <= 1 - ENOUGH ? false : null,
    });
  const lies = told.find((t) => t.what === 'even');
  if (!lies && readings && readings.count >= FOR_EVENNESS)
    passes.push({ what: 'even', says: `± ${readings.spread.toFixed(1)}`, passed: readings.spread <= tolerance });
  else if (!lies) passes.push({ what: 'even', says: null, passed: null });
  if (!told.some((t) => t.what === 'grain')) passes.push({ what: 'grain', says: null, passed: null });
  return [...passes, ...told.map(({ what, got, passed }) => ({ what, says: got, passed }))];
}
