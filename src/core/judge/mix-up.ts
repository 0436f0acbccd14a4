import { deltaE00 } from '../colour/ciede2000.ts';
import { type Lab, labOf } from '../colour/lab.ts';

/** No honest coat has strayed this far from its recipe: a wrong label, a wrong pot or a wrong board is likelier. */
const BEYOND_DOUBT = 9;

/**
 * True when a reading cannot belong to the recipe it is filed under; nothing is learned from such a board.
 * @param since coats since the board was last read, and the CIEDE2000 by which it had strayed then: what adds up coat by
 * coat is no mix-up
 */
export const isMixUp = (
  expected: ArrayLike<number>,
  measured: ArrayLike<number>,
  since = { coats: 1, strayed: 0 },
): boolean => strayOf(expected, measured) - since.strayed > BEYOND_DOUBT * Math.sqrt(since.coats);

/** CIEDE2000 of a measured stage from what its recipe expected. */
export const strayOf = (expected: ArrayLike<number>, measured: ArrayLike<number>): number => {
  const lab = (s: ArrayLike<number>): Lab => labOf(Float64Array.from(s));
  return deltaE00(lab(expected), lab(measured));
};
