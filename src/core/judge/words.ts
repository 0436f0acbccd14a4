import { deltaE00 } from '../colour/ciede2000.ts';
import { deltaLCH } from '../colour/difference.ts';
import type { Lab } from '../colour/lab.ts';

/** Size of a difference in a finisher's steps. */
export function sizeWord(deltaE: number): string {
  if (deltaE < 0.5) return 'not visible';
  if (deltaE < 1) return 'just visible';
  if (deltaE < 2) return 'visible';
  return 'plain';
}

const NEARLY = 0.35;

function amount(size: number): string {
  if (size < 1) return 'a little ';
  return size < 3 ? '' : 'much ';
}

/** Words for a sample against its standard: lighter/darker, redder/greener, yellower/bluer, cleaner/duller. */
export function differenceWords(standard: Lab, sample: Lab): string[] {
  const { dL, da, db, dC } = deltaLCH(standard, sample);
  if (deltaE00(standard, sample) < 0.3) return ['no difference to see'];
  const words: string[] = [];
  const say = (value: number, up: string, down: string) => {
    if (Math.abs(value) >= NEARLY) words.push(`${amount(Math.abs(value))}${value > 0 ? up : down}`);
  };
  say(dL, 'lighter', 'darker');
  say(da, 'redder', 'greener');
  say(db, 'yellower', 'bluer');
  if (Math.abs(dC) > 0.8 * Math.hypot(da, db)) say(dC, 'cleaner', 'duller');
  return words.length > 0 ? words : ['a trace off'];
}
