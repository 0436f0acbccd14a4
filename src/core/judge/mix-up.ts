import { deltaE00 } from '../colour/ciede2000.ts';
import { type Lab, labOf } from '../colour/lab.ts';

/** No honest board has strayed this far from its recipe: a wrong label, a wrong pot or a wrong board is likelier. */
const BEYOND_DOUBT = 9;

/** True when a reading cannot belong to the recipe it is filed under; nothing is learned from such a board. */
export const isMixUp = (expected: ArrayLike<number>, measured: ArrayLike<number>): boolean =>
  strayOf(expected, measured) > BEYOND_DOUBT;

/** CIEDE2000 of a measured stage from what its recipe expected. */
export const strayOf = (expected: ArrayLike<number>, measured: ArrayLike<number>): number => {
  const lab = (s: ArrayLike<number>): Lab => labOf(Float64Array.from(s));
  return deltaE00(lab(expected), lab(measured));
};
