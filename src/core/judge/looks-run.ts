import type { Word } from '../belief/words.ts';
import type { Direction } from '../colour/directions.ts';

/** What a run of looks tells: it goes on as it was; the same is said twice in a row; or the newest piece is plainly off. */
export interface LooksTold {
  what: 'as it was' | 'drifts' | 'one is off';
  direction: Direction | null;
}

/**
 * What pieces that were held beside their board one after another tell. A touch is what pieces vary by, and is nothing by itself;
 * said of two in a row the same way it is a drift. Common practice.
 * @param looks what was said of each piece, the first one first: nothing where it is the same
 */
export function looksTold(looks: readonly (readonly Word[])[]): LooksTold {
  const [before = [], last = []] = looks.slice(-2).length === 2 ? looks.slice(-2) : [[], ...looks.slice(-1)];
  const again = last.find((w) => before.some((b) => b.direction === w.direction));
  if (again) return { what: 'drifts', direction: again.direction };
  const plain = last.find((w) => w.size !== 'touch');
  return plain ? { what: 'one is off', direction: plain.direction } : { what: 'as it was', direction: null };
}
